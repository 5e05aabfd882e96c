import { SURPRISES_FROM, surprising } from '@esprel/core';
import { all, type Db, one, run } from '../db/db.ts';
import { groupBy } from '../db/groupBy.ts';
import type { LotRow } from '../records/lot.ts';

/** A lot with what lists sort it by. */
export type ListedLot = LotRow & { readonly crop_name: string; readonly folded: string };

/** The lists a lot stands in, each also as the list of its crop alone. Empty lots stand only among the used up. */
function tagsOf(lot: LotRow, verdict: string, beside: string | null, trueMean: number | null): string[] {
  if (lot.balance === 0) return ['used-up'];
  const tags = ['all'];
  if (lot.missing_since !== null) tags.push('missing');
  if (lot.identity === 'doubtful' || lot.identity === 'unknown') tags.push('doubtful');
  if (trueMean !== null && surprising({ mean: trueMean }) >= SURPRISES_FROM) tags.push('surprises');
  if (lot.state === 'quarantine') return [...tags, 'quarantine'];
  if (['renew', 'rescue', 'let-go'].includes(verdict)) tags.push('decision');
  for (const v of new Set([verdict, beside])) if (v !== null) tags.push(v);
  return tags;
}

/** Files a lot anew in the lists it belongs to; `there`: where it stands. Where it stands already is left alone: its sisters are judged with every change of one, and seldom move. */
export function file(
  db: Db,
  lot: ListedLot,
  { median, trueMean }: { readonly median: number; readonly trueMean: number | null },
  { verdict, beside }: { readonly verdict: string; readonly beside: string | null },
  there: readonly Listing[],
): void {
  fileUnder(db, lot, tagsOf(lot, verdict, beside, trueMean), median, there);
}

interface Listing {
  readonly tag: string;
  readonly by_crop: string;
  readonly by_year: number;
  readonly by_seeds: number;
  readonly by_alive: number;
}

/** Where the lots of a variety stand, by lot. */
export function listings(db: Db, varietyId: number): Map<number, Listing[]> {
  return groupBy(
    all<Listing & { readonly lot: number }>(
      db,
      `SELECT i.lot_id AS lot, i.tag, i.by_crop, i.by_year, i.by_seeds, i.by_alive FROM lots l JOIN lot_listing i ON i.lot_id = l.id
       WHERE l.variety_id = ?`,
      varietyId,
    ),
    (l) => l.lot,
  );
}

function fileUnder(db: Db, lot: ListedLot, tags: readonly string[], median: number, there: readonly Listing[]): void {
  const place = {
    by_crop: `${lot.crop_name.toLowerCase()}\t${lot.folded}\t${lot.code}`,
    by_year: lot.year ?? 0,
    by_seeds: lot.balance,
    // Finer than any screen shows would move every lot a little every day.
    by_alive: Math.round(median * 1000) / 1000,
  };
  const lists = new Set(tags.flatMap((t) => [t, `${t}@${lot.crop_key}`]));
  const asBefore = (l: Listing): boolean =>
    lists.has(l.tag) && l.by_crop === place.by_crop && l.by_year === place.by_year && l.by_seeds === place.by_seeds;
  if (there.length === lists.size && there.every(asBefore)) {
    if (there.some((l) => l.by_alive !== place.by_alive)) {
      run(db, 'UPDATE lot_listing SET by_alive = ? WHERE lot_id = ?', place.by_alive, lot.id);
    }
    return;
  }
  run(db, 'DELETE FROM lot_listing WHERE lot_id = ?', lot.id);
  for (const tag of lists) {
    run(
      db,
      'INSERT INTO lot_listing (tag, lot_id, by_crop, by_year, by_seeds, by_alive) VALUES (?, ?, ?, ?, ?, ?)',
      tag,
      lot.id,
      place.by_crop,
      place.by_year,
      place.by_seeds,
      place.by_alive,
    );
  }
}

/** Lets a lot that came in with many stand in the list of all at once; its estimate and its other lists follow. */
export function fileBeforeEstimate(db: Db, lotId: number): void {
  const lot = one<ListedLot>(
    db,
    `SELECT l.*, v.crop_key, v.breeding, v.folded, c.name AS crop_name
     FROM lots l JOIN varieties v ON v.id = l.variety_id JOIN crops c ON c.key = v.crop_key WHERE l.id = ?`,
    lotId,
  );
  if (lot) fileUnder(db, lot, ['all'], 0, []);
}
