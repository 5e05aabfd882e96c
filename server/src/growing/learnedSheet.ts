import { crossesHere, expectedCrossing, type OffTypesOfCrop, priorCrossed, VISIBLE } from '@esprel/core';
import type { LearnedCrop } from '@esprel/core/api';
import { all, type Db } from '../db/db.ts';
import { groupBy } from '../db/groupBy.ts';
import { type KnownTruths, truthOf } from '../estimates/truth.ts';

/** Lots of which plants were looked at. */
const LOOKED_AT = `SELECT l.id, v.crop_key AS cropKey, c.name FROM lots l JOIN varieties v ON v.id = l.variety_id JOIN crops c ON c.key = v.crop_key
  WHERE l.id IN (SELECT lot_id FROM off_types)
    OR l.id IN (SELECT o.lot_id FROM saving_steps s JOIN loans o ON o.id = s.loan_id WHERE s.step = 'take-out')`;

/** Which crops cross more, or less, here than was expected of them; the surest to differ first. */
export function learnedCrops(db: Db): LearnedCrop[] {
  const known: KnownTruths = new Map();
  const rows = all<{ id: number; cropKey: string; name: string }>(db, LOOKED_AT).flatMap((lot) => {
    const of = truthOf(db, lot.id, known);
    if (of === null || of.seen.length === 0) return [];
    const plants = of.seen.reduce((n, s) => n + s.plants, 0);
    // What was to be expected before anybody looked: of its parents, and of where it grew.
    const parents = of.facts.parents.reduce((sum, p) => sum + p.crossed, 0) / Math.max(1, of.facts.parents.length);
    const expected = plants * VISIBLE * priorCrossed(parents, expectedCrossing(of.facts).share);
    return [{ ...lot, plants, offTypes: of.seen.reduce((n, s) => n + s.offTypes, 0), expected }];
  });
  return [...groupBy(rows, (r) => r.cropKey)]
    .map(([key, lots]) => {
      const sum: OffTypesOfCrop = {
        plants: lots.reduce((n, l) => n + l.plants, 0),
        offTypes: lots.reduce((n, l) => n + l.offTypes, 0),
        expected: lots.reduce((n, l) => n + l.expected, 0),
      };
      return { key, name: lots[0]?.name ?? key, lots: lots.length, ...sum, ...crossesHere(sum) };
    })
    .sort((a, b) => Math.max(b.low, 1 / b.high) - Math.max(a.low, 1 / a.high) || (a.name < b.name ? -1 : 1));
}
