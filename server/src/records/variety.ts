import { foldName } from '@esprel/core';
import { all, type Db, one } from '../db/db.ts';
import { notFound } from '../problem.ts';

/** What seed is called of which nobody knows the name. */
export const NOT_KNOWN_YET = 'not known yet';

export function synonymsOf(db: Db, varietyId: number): string[] {
  return all<{ name: string }>(db, 'SELECT name FROM variety_synonyms WHERE variety_id = ? ORDER BY name', varietyId).map((r) => r.name);
}

export interface VarietyRow {
  readonly id: number;
  readonly crop_key: string;
  readonly name: string;
  readonly folded: string;
  readonly breeding: string;
  readonly joined_into: number | null;
  readonly line_of: number | null;
  readonly version: number;
}

export function varietyRow(db: Db, id: number): VarietyRow {
  const row = one<VarietyRow>(db, 'SELECT * FROM varieties WHERE id = ?', id);
  if (!row) throw notFound('That variety');
  return row;
}

/** The variety of a crop that has this name, as its own or as a synonym; one that was joined leads to the one it became. */
export function varietyNamed(db: Db, cropKey: string, name: string): number | null {
  const folded = foldName(name);
  const row = one<{ id: number }>(
    db,
    `SELECT coalesce(joined_into, id) AS id FROM varieties WHERE crop_key = ? AND folded = ?
     UNION SELECT v.id FROM variety_synonyms y JOIN varieties v ON v.id = y.variety_id WHERE v.crop_key = ? AND y.folded = ? AND v.joined_into IS NULL`,
    cropKey,
    folded,
    cropKey,
    folded,
  );
  return row?.id ?? null;
}

export function lotIdsOf(db: Db, varietyId: number): number[] {
  return all<{ id: number }>(db, 'SELECT id FROM lots WHERE variety_id = ? ORDER BY id', varietyId).map((r) => r.id);
}
