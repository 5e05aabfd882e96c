import { wrong } from '@esprel/core';
import { type Db, one } from '../db/db.ts';
import { notFound } from '../problem.ts';

interface LoanRow {
  readonly id: number;
  readonly lot_id: number;
  readonly member_id: number;
  readonly movement_id: number;
  readonly seeds: number;
  readonly purpose: string;
  readonly promise: string;
  readonly promised_seeds: number | null;
  readonly due_on: string | null;
  readonly lent_on: string;
  readonly settled_on: string | null;
  /** Seeds of it that came back without having been sown. */
  readonly unsown: number;
  readonly version: number;
}

export function loanRow(db: Db, id: number, field: string | null = null): LoanRow {
  const row = one<LoanRow>(db, 'SELECT * FROM loans WHERE id = ?', id);
  if (!row) throw field === null ? notFound('That loan') : wrong(field, 'is not a loan of this library; choose again');
  return row;
}

/** Whether somebody is a member still; one who left is not. */
export const isMember = (db: Db, id: number): boolean =>
  one(db, 'SELECT 1 FROM members WHERE id = ? AND left_on IS NULL', id) !== undefined;

export function memberName(db: Db, id: number): string {
  return one<{ name: string }>(db, 'SELECT name FROM members WHERE id = ?', id)?.name ?? '';
}

/** Seeds a member still holds of a loan: what was lent less what was sown of it, and what came back unsown. */
export function leftOfLoan(db: Db, loan: Pick<LoanRow, 'id' | 'seeds' | 'unsown'>): number {
  const sown = one<{ n: number | null }>(db, 'SELECT sum(seeds) AS n FROM sowings WHERE loan_id = ?', loan.id)?.n ?? 0;
  return loan.seeds - sown - loan.unsown;
}
