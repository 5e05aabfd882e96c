import { type Crop, diversityKept, keptOfMix } from '@esprel/core';
import { type Db, one } from '../db/db.ts';
import { linesOf } from '../estimates/truth.ts';
import { libraryCrop } from '../records/crop.ts';
import { lotRow } from '../records/lot.ts';

/** What is left of the diversity of the first known ancestors of a lot. */
export interface Kept {
  readonly kept: number;
  /** Somewhere on the way nobody knows from how many plants seed was taken. */
  readonly unsure: boolean;
}

const WHOLE: Kept = { kept: 1, unsure: false };
const MOST_UP = 60;

/** Diversity along the descent, by lot; what was worked out already stays in `known`. */
export function keptOf(db: Db, lotId: number, known = new Map<number, Kept>(), up = 0): Kept {
  const before = known.get(lotId);
  if (before) return before;
  const lines = linesOf(db, lotId);
  const lot = lotRow(db, lotId);
  let now = WHOLE;
  if (lot && lines.length > 0 && up < MOST_UP) {
    const above = lines.map((l) => ({ ...l, ...keptOf(db, l.parentId, known, up + 1) }));
    const parts = above.map((a) => ({ part: a.seeds, kept: a.kept }));
    const common =
      above.length > 1
        ? keptInCommon(
            db,
            lines.map((l) => l.parentId),
            known,
          )
        : 1;
    now = { kept: keptOfMix(parts, common), unsure: above.some((a) => a.unsure) };
    const grown = one<{ plants: number | null }>(db, 'SELECT plants FROM returns WHERE lot_id = ?', lotId);
    // What was grown from its parents lost some of it on the way; what was only mixed of them did not.
    if (grown || above.length === 1) now = afterGrowing(now, libraryCrop(db, lot.crop_key), grown?.plants ?? null);
  }
  known.set(lotId, now);
  return now;
}

function afterGrowing(before: Kept, crop: Pick<Crop, 'seedPlantsMin' | 'outcrossRate'>, plants: number | null): Kept {
  const { keptInAll } = diversityKept([{ plants: plants ?? crop.seedPlantsMin, selfing: 1 - crop.outcrossRate, equalShares: false }]);
  return { kept: before.kept * keptInAll, unsure: before.unsure || plants === null };
}

function ancestorsOf(db: Db, lotId: number): number[] {
  const found: number[] = [];
  const open = [lotId];
  for (let id = open.shift(); id !== undefined && found.length < 500; id = open.shift()) {
    if (found.includes(id)) continue;
    found.push(id);
    open.push(...linesOf(db, id).map((l) => l.parentId));
  }
  return found;
}

/** What the nearest ancestor had kept that all of these have in common; 1 where they have none. */
export function keptInCommon(db: Db, lotIds: readonly number[], known: Map<number, Kept>): number {
  const [first = [], ...rest] = lotIds.map((id) => ancestorsOf(db, id));
  const common = first.find((id) => rest.every((of) => of.includes(id)));
  return common === undefined ? 1 : keptOf(db, common, known).kept;
}
