import { lotTruth, type LotTruthFacts, type OffTypesSeen, type Truth } from '@esprel/core';
import { all, type Db, one } from '../db/db.ts';
import { libraryCrop } from '../records/crop.ts';
import { lotRow, type LotRow } from '../records/lot.ts';

/** Plants of a lot that were looked at, and by whom. */
export interface SeenPlants extends OffTypesSeen {
  readonly seenOn: string;
  readonly by: string | null;
  readonly note: string | null;
}

/** How a lot came to be, as far as its truth goes by it. */
interface Line {
  readonly parentId: number;
  readonly seeds: number;
}

interface Grown {
  readonly crossedShare: number | null;
  readonly isolated: 'yes' | 'no' | 'unknown';
}

const MOST_UP = 40;

export const linesOf = (db: Db, lotId: number): Line[] =>
  all<Line>(db, 'SELECT parent_id AS parentId, seeds FROM lot_lines WHERE lot_id = ? ORDER BY seeds DESC, parent_id', lotId);

/**
 * What was seen of plants of a lot: what was written down of it, and what members say of what they took out before it flowered. Who took out what was sick says of the rest
 * that it was as it should be; who did not say why says nothing.
 */
export function seenOf(db: Db, lotId: number): SeenPlants[] {
  return all<SeenPlants>(
    db,
    `SELECT o.plants, o.off_types AS offTypes, o.seen_on AS seenOn, m.name AS "by", o.note FROM off_types o
     LEFT JOIN sowings s ON s.id = o.sowing_id LEFT JOIN loans n ON n.id = s.loan_id LEFT JOIN members m ON m.id = n.member_id
     WHERE o.lot_id = ?
     UNION ALL
     SELECT coalesce(t.plants, p.plants) - CASE WHEN t.how = 'sick' THEN t.taken ELSE 0 END, CASE WHEN t.how = 'sick' THEN 0 ELSE t.taken END, t.done_on, m.name, t.note
     FROM saving_steps t JOIN loans l ON l.id = t.loan_id JOIN members m ON m.id = l.member_id
     LEFT JOIN saving_steps p ON p.loan_id = t.loan_id AND p.step = 'plant-out'
     WHERE l.lot_id = ? AND t.step = 'take-out' AND (t.taken = 0 OR t.how IN ('different', 'sick'))
       AND coalesce(t.plants, p.plants) - CASE WHEN t.how = 'sick' THEN t.taken ELSE 0 END >= max(1, CASE WHEN t.how = 'sick' THEN 0 ELSE t.taken END)
     ORDER BY 3`,
    lotId,
    lotId,
  );
}

/** Whether nothing can be said of its truth: seed of a hybrid, or of what hardly ever comes true. */
export function neverTrue(db: Db, lot: Pick<LotRow, 'breeding' | 'crop_key'>): 'hybrid' | 'rarely' | null {
  if (lot.breeding === 'hybrid-f1') return 'hybrid';
  return libraryCrop(db, lot.crop_key).trueToType === 'rarely' ? 'rarely' : null;
}

export interface TruthOfLot {
  readonly truth: Truth;
  readonly facts: LotTruthFacts;
  readonly seen: readonly SeenPlants[];
}

/** Shares that were worked out already within one piece of work, by lot. */
export type KnownTruths = Map<number, TruthOfLot | null>;

/** How true a lot is, with all that it goes by, up to its first known ancestors; null where there is nothing to say. */
export function truthOf(db: Db, lotId: number, known: KnownTruths = new Map(), up = 0): TruthOfLot | null {
  const before = known.get(lotId);
  if (before !== undefined) return before;
  const lot = lotRow(db, lotId);
  if (!lot || neverTrue(db, lot) !== null || up > MOST_UP) {
    known.set(lotId, null);
    return null;
  }
  const lines = linesOf(db, lotId);
  const grown = one<Grown>(db, 'SELECT crossed_share AS crossedShare, isolated FROM returns WHERE lot_id = ?', lotId) ?? null;
  const seen = seenOf(db, lotId);
  const facts: LotTruthFacts = {
    crop: libraryCrop(db, lot.crop_key),
    acquisition: lot.acquisition,
    parents: lines.map((l) => ({ part: l.seeds, crossed: 1 - (truthOf(db, l.parentId, known, up + 1)?.truth.trueShare.mean ?? 1) })),
    grown,
    mixed: grown === null && lines.length > 1,
    seen,
  };
  const of = { truth: lotTruth(facts), facts, seen };
  known.set(lotId, of);
  return of;
}

/** The share that comes true, with its doubt, as screens show it. */
export function shareOf(of: TruthOfLot | null): { readonly mean: number; readonly low: number; readonly high: number } | null {
  if (of === null) return null;
  const { mean, low, high } = of.truth.trueShare;
  return { mean, low, high };
}

/** Lots that descend from these, with themselves. */
export function withAllBelow(db: Db, lotIds: readonly number[]): number[] {
  return all<{ id: number }>(
    db,
    `WITH RECURSIVE down (id) AS (SELECT value FROM json_each(?) UNION SELECT n.lot_id FROM lot_lines n JOIN down ON n.parent_id = down.id)
     SELECT id FROM down`,
    JSON.stringify(lotIds),
  ).map((r) => r.id);
}
