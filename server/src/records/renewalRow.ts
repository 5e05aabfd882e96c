import { all, type Db, one } from '../db/db.ts';
import { notFound } from '../problem.ts';

/** What is decided of a variety in a garden and season. */
export interface RenewalRow {
  readonly id: number;
  readonly variety_id: number;
  readonly garden_id: number | null;
  readonly season: number | null;
  readonly state: 'held' | 'barred' | 'taken';
  readonly covered: 0 | 1;
  readonly plants: number | null;
  readonly asked_on: string | null;
  readonly answer: 'yes' | 'no' | 'another' | null;
  readonly answered_on: string | null;
  readonly note: string | null;
  readonly ask_id: number | null;
  readonly planned_id: number | null;
  readonly said_on: string;
  readonly version: number;
}

export const renewalRows = (db: Db): RenewalRow[] => all<RenewalRow>(db, 'SELECT * FROM renewal_rows ORDER BY id');

export function renewalRow(db: Db, id: number): RenewalRow {
  const row = one<RenewalRow>(db, 'SELECT * FROM renewal_rows WHERE id = ?', id);
  if (!row) throw notFound('That row of the plan');
  return row;
}

/** The row of a variety in a garden and season, or undefined. */
export const renewalRowAt = (db: Db, varietyId: number, gardenId: number | null, season: number | null): RenewalRow | undefined =>
  one<RenewalRow>(db, 'SELECT * FROM renewal_rows WHERE variety_id = ? AND garden_id IS ? AND season IS ?', varietyId, gardenId, season);

/** The row whose packet was laid ready for an ask, or undefined. */
export const renewalRowOfAsk = (db: Db, askId: number): RenewalRow | undefined =>
  one<RenewalRow>(db, 'SELECT * FROM renewal_rows WHERE ask_id = ?', askId);

export interface RenewalFigureRow {
  readonly id: number;
  readonly variety_id: number;
  readonly garden_id: number | null;
  readonly figure: 'worth' | 'keep' | 'plants' | 'chance';
  readonly value: number;
  readonly why: string;
  readonly said_on: string;
  readonly version: number;
}

export const renewalFigures = (db: Db): RenewalFigureRow[] => all<RenewalFigureRow>(db, 'SELECT * FROM renewal_figures ORDER BY id');
