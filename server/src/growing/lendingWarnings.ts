import {
  aboutWhen,
  capital,
  coverOf,
  crossedBetween,
  crossedInHundred,
  farWords,
  type LibraryCrop,
  type LowerWay,
  monthDay,
  MOST_CROSSED,
  type PatchCrossing,
  percentOf,
  plural,
  type Practised,
  type Saving,
  SURPRISES_FROM,
  truthWords,
  yearOf,
} from '@esprel/core';
import type { LendingWarning } from '@esprel/core/api';
import { type Db, one } from '../db/db.ts';
import type { LotRow } from '../records/lot.ts';
import { readSettings } from '../records/settings.ts';
import type { SeasonReader } from '../season/windows.ts';
import { isForSeed } from './growingPlan.ts';
import { nameOf, waysFor } from './patchSheet.ts';
import { allInSeason, type GrownPatch } from './patches.ts';

/** Crops that want no more distance than this can be kept apart within any garden. */
const CLOSE_M = 50;

/** Who would grow it, and in which garden. */
export interface Grower {
  readonly id: number | null;
  readonly name: string;
  readonly gardenId: number | null;
  readonly garden: string | null;
  readonly practised: Practised | null;
  readonly roomPlants: number | null;
  readonly mostVarieties: number | null;
}

/** A lot that is thought of for a grower, and the patch that would come of it among all others. */
export interface Thought {
  readonly lot: LotRow;
  readonly crop: LibraryCrop;
  readonly saving: Saving | null;
  readonly grower: Grower;
  readonly patch: GrownPatch | null;
  readonly crossing: PatchCrossing | null;
  /** Patches that may cross with it, and all that is grown at all. */
  readonly others: readonly GrownPatch[];
  readonly every: readonly GrownPatch[];
  readonly today: string;
}

/** What should be known before seed of a lot goes to a grower, each with what would be better. */
export function warningsOf(reader: SeasonReader, t: Thought): LendingWarning[] {
  const { lot, crop, saving, grower, patch, crossing, others, every, today } = t;
  const ofItself = ofTheSeed(reader.db, lot, crop);
  // Of what comes true from no seed nothing else matters.
  if (lot.breeding === 'hybrid-f1' || crop.trueToType === 'rarely') return ofItself;
  return [
    ...ofItself,
    ...ofTheCrop(crop, saving, patch, today),
    ...ofTheSeason(reader, crop, saving, patch, today),
    ...ofTheGrower(crop, saving, grower, every, patch),
    ...(patch === null || crossing === null ? [] : ofTheNeighbours(reader, patch, crossing, others, every)),
    ...ofTheWild(crop, saving),
  ];
}

function ofTheSeed(db: Db, lot: LotRow, crop: LibraryCrop): LendingWarning[] {
  if (lot.breeding === 'hybrid-f1') {
    const other = trueOfCrop(db, lot);
    return [
      {
        what: 'hybrid',
        words: 'A hybrid: seed saved from it will not come true. Lend it for the garden.',
        better: other === null ? null : `${other.code} ${other.variety} is no hybrid, and may be lent.`,
      },
    ];
  }
  if (crop.trueToType !== 'rarely') return ofItsTruth(db, lot);
  return [{ what: 'rarely', words: `${crop.name} hardly ever comes true from seed; cuttings or grafts do.`, better: null }];
}

/** Seed that is crossed already is no seed to grow on, where there is better of the variety. */
function ofItsTruth(db: Db, lot: LotRow): LendingWarning[] {
  const mean = one<{ mean: number | null }>(db, 'SELECT true_mean AS mean FROM lot_estimates WHERE lot_id = ?', lot.id)?.mean ?? null;
  if (mean === null || 1 - mean < SURPRISES_FROM) return [];
  const truer = one<{ code: string; mean: number }>(
    db,
    `SELECT l.code, e.true_mean AS mean FROM lots l JOIN lot_estimates e ON e.lot_id = l.id
     WHERE l.variety_id = ? AND l.id <> ? AND l.state = 'kept' AND l.balance > l.floor AND e.median >= 0.4 AND e.true_mean > ?
     ORDER BY e.true_mean DESC, l.id LIMIT 1`,
    lot.variety_id,
    lot.id,
    mean + (1 - mean) / 2,
  );
  return [
    {
      what: 'true',
      words: `It is not quite true itself: ${truthWords(mean)}. Odd plants have to be taken out before they flower.`,
      better: truer ? `${truer.code} of the same variety: ${truthWords(truer.mean)}.` : null,
    },
  ];
}

/** Another lot of the crop that may be lent and is no hybrid, the most alive. */
function trueOfCrop(db: Db, lot: LotRow): { readonly code: string; readonly variety: string } | null {
  return (
    one<{ code: string; variety: string }>(
      db,
      `SELECT l.code, v.name AS variety FROM lots l JOIN varieties v ON v.id = l.variety_id JOIN lot_estimates e ON e.lot_id = l.id
       WHERE v.crop_key = ? AND v.breeding IN ('open-pollinated', 'landrace') AND l.state = 'kept' AND l.balance > l.floor
         AND e.verdict IN ('lend', 'sow-thicker', 'test-first') ORDER BY e.median DESC, l.id LIMIT 1`,
      lot.crop_key,
    ) ?? null
  );
}

/** Crops that set less than this of their seed with others have little to fear from weeds. */
const WILD_FROM = 0.2;

const WINTERED = {
  leave: 'stays in the ground over the winter',
  lift: 'is lifted, stored cool and replanted in spring',
  indoors: 'goes into a frost-free place over the winter',
} as const;

function ofTheCrop(crop: LibraryCrop, saving: Saving | null, patch: GrownPatch | null, today: string): LendingWarning[] {
  const warnings: LendingWarning[] = [];
  if (saving === null) return warnings;
  const seedIn = patch?.ripeOn == null ? yearOf(today) + 1 : yearOf(patch.ripeOn);
  if (saving.overwinter === 'leave' || saving.overwinter === 'lift' || saving.overwinter === 'indoors') {
    warnings.push({
      what: 'two-years',
      words: `It flowers in its second year: it ${WINTERED[saving.overwinter]}, and seed comes in ${String(seedIn)}.`,
      better: null,
    });
  } else if (saving.watch.includes('slow-years') || saving.overwinter === 'woody') {
    warnings.push({ what: 'two-years', words: 'It takes years to its first seed, and stands in one place.', better: null });
  }
  if (saving.watch.some((f) => f === 'self-incompatible' || f === 'needs-pair')) {
    warnings.push({
      what: 'alone',
      words: `One plant alone sets no seed; ${plural(crop.seedPlantsMin, 'plant')} at the least, ${String(crop.seedPlantsGood)} do well.`,
      better: null,
    });
  } else if (saving.watch.includes('dioecious')) {
    warnings.push({
      what: 'alone',
      words: 'Male and female flowers are on different plants: several have to stay until both are there.',
      better: null,
    });
  }
  return warnings;
}

/** Seed that would not be ripe before the frosts of that garden. */
function ofTheSeason(
  reader: SeasonReader,
  crop: LibraryCrop,
  saving: Saving | null,
  patch: GrownPatch | null,
  today: string,
): LendingWarning[] {
  if (saving?.overwinter !== 'none' || crop.frost === 'hardy' || patch?.ripeOn == null || patch.autumn === null) return [];
  if (patch.ripeOn <= patch.autumn) return [];
  const { dateOrder } = readSettings(reader.db);
  const place = patch.place ?? patch.origin.grower ?? 'there';
  return [
    {
      what: 'short',
      words: `Its seed would be ripe about ${aboutWhen(patch.ripeOn, today)}, after the usual first frost at ${place}, ${monthDay(patch.autumn, dateOrder, today)}.`,
      better: 'It has to finish under glass or a roof, or go to a warmer garden.',
    },
  ];
}

/** Wild plants of its kind stand on no plan. */
function ofTheWild(crop: LibraryCrop, saving: Saving | null): LendingWarning[] {
  if (saving?.watch.includes('crosses-with-wild') !== true || crop.outcrossRate < WILD_FROM) return [];
  const cover = coverOf(saving);
  return [
    {
      what: 'wild',
      words:
        'It crosses with wild plants of its kind, which stand on no plan: where there are any, look along hedges and waste ground before it flowers.',
      better: cover === null ? null : `${cover.words}: that keeps them out.`,
    },
  ];
}

function ofTheGrower(
  crop: LibraryCrop,
  saving: Saving | null,
  grower: Grower,
  every: readonly GrownPatch[],
  patch: GrownPatch | null,
): LendingWarning[] {
  const warnings: LendingWarning[] = [];
  if (grower.id === null) return warnings;
  if (grower.roomPlants !== null && grower.roomPlants < crop.seedPlantsMin) {
    warnings.push({
      what: 'few',
      words: `${grower.garden ?? grower.name} has room for ${plural(grower.roomPlants, 'plant')}; ${crop.name.toLowerCase()} wants ${String(crop.seedPlantsMin)} at the least, else the variety narrows.`,
      better: 'Two growers of the same variety, mixed when it comes home, make up for it.',
    });
  }
  const has = (patch === null ? [] : allInSeason(every, patch.season)).filter((p) => p.gardenId === grower.gardenId && isForSeed(p));
  if (grower.gardenId !== null && grower.mostVarieties !== null && has.length >= grower.mostVarieties) {
    warnings.push({
      what: 'room',
      words: `${grower.name} saves seed of ${plural(has.length, 'variety', 'varieties')} that season already: ${has.map((p) => p.origin.variety ?? p.crop.name).join(', ')}.`,
      better: null,
    });
  }
  if (saving?.difficulty === 'hard' && grower.practised !== 'practised') {
    warnings.push({
      what: 'practice',
      words: `For practised hands${grower.practised === 'new' ? `; ${grower.name} has not saved seed yet` : ''}.`,
      better: 'Peas, beans, lettuce and tomatoes are good to begin with.',
    });
  }
  return warnings;
}

function ofTheNeighbours(
  reader: SeasonReader,
  patch: GrownPatch,
  crossing: PatchCrossing,
  others: readonly GrownPatch[],
  every: readonly GrownPatch[],
): LendingWarning[] {
  if (patch.spot === null) {
    if (patch.crop.isolationM < CLOSE_M) return [];
    return [
      {
        what: 'no-spot',
        words: `Where ${patch.origin.grower ?? 'they'} would grow it is not on the plan, so nobody can say what it would cross with.`,
        better: 'Ask how far it is and in which direction, and write it into their garden.',
      },
    ];
  }
  if (crossing.share <= MOST_CROSSED) return [];
  const [first] = crossing.sources;
  const from = others.find((o) => o.key === first?.key);
  const most = from && first ? `, most by ${nameOf(from)}, ${farWords(first.distanceM, readSettings(reader.db).lengthUnit)} away` : '';
  return [
    {
      what: 'crosses',
      words: `${capital(crossedInHundred(crossing.share))} would be crossed (${crossedBetween(crossing.low, crossing.high)} in 100)${most}.`,
      better: betterWords(waysFor(reader.db, patch, others, allInSeason(every, patch.season), lentWith(patch))),
    },
  ];
}

/** Before it is lent nothing is asked of neighbours, and it may be begun from today with as many plants as are thought of. */
const lentWith = (patch: GrownPatch) => ({
  movableFrom: patch.origin.from,
  plantsMost: patch.plants,
  nameOf: (key: string) => key,
  askable: () => false,
});

/** The first thing that would help where it is, and the first that would help elsewhere. */
function betterWords(ways: readonly LowerWay[]): string | null {
  const here = ways.find((w) => 'apart' in w.change) ?? ways.find((w) => 'shiftDays' in w.change);
  const elsewhere = ways.find((w) => 'gardenId' in w.change);
  const said = [here, elsewhere].filter((w) => w !== undefined).map((w) => `${w.words}: ${percentOf(w.share)}`);
  return said.length === 0 ? null : `${said.join('. ')}.`;
}
