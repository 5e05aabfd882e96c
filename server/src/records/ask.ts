import { type Db, one } from '../db/db.ts';
import { notFound } from '../problem.ts';

export interface AskRow {
  readonly id: number;
  readonly member_id: number;
  readonly variety_id: number;
  readonly kind: 'ask' | 'wait' | 'offer';
  readonly asked_on: string;
  readonly note: string | null;
  readonly lot_id: number | null;
  readonly seeds: number | null;
  readonly purpose: 'garden' | 'save-seed' | 'renew' | null;
  readonly promise: 'nothing' | 'some' | 'amount' | null;
  readonly promised_seeds: number | null;
  readonly due_on: string | null;
  readonly packet_note: string | null;
  readonly packet_fill_id: number | null;
  readonly packets: number | null;
  readonly laid_on: string | null;
  readonly closed_on: string | null;
  readonly closed_as: 'handed' | 'withdrawn' | 'declined' | 'put-back' | null;
  readonly closed_why: string | null;
  readonly loan_id: number | null;
  readonly version: number;
}

export function askRow(db: Db, id: number): AskRow {
  const row = one<AskRow>(db, 'SELECT * FROM asks WHERE id = ?', id);
  if (!row) throw notFound('That ask');
  return row;
}

/** Others who ask or wait for a variety since before this ask. */
export const beforeAsk = (db: Db, ask: Pick<AskRow, 'id' | 'variety_id'>): number =>
  one<{ n: number }>(
    db,
    "SELECT count(*) AS n FROM asks WHERE variety_id = ? AND closed_on IS NULL AND lot_id IS NULL AND kind <> 'offer' AND id < ?",
    ask.variety_id,
    ask.id,
  )?.n ?? 0;
