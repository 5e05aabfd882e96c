import { cellEvidence, type Fate } from '@esprel/core';
import { all, type Db } from '../db/db.ts';

/** What of a sowing counts, cell by cell where it was looked at so. */
export function countedOf(db: Db, sowingId: number, seeds: number, emerged: number): { readonly seeds: number; readonly emerged: number } {
  const cells = all<{ seeds: number; up: number; fate: Fate | null }>(
    db,
    'SELECT seeds, up, fate FROM sowing_cells WHERE sowing_id = ?',
    sowingId,
  );
  if (cells.length === 0) return { seeds, emerged };
  const counted = cellEvidence(cells);
  return { seeds: counted.sown, emerged: counted.emerged };
}
