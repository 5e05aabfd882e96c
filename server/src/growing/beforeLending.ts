import {
  crossedBetween,
  capital,
  farWords,
  crossedInHundred,
  type LibraryCrop,
  type LowerWay,
  MOST_CROSSED,
  type PatchCrossing,
  patchCrossing,
  percentOf,
  plural,
  type Practised,
  type Purpose,
  type Saving,
  SURPRISES_FROM,
  truthWords,
  wrong,
  yearOf,
} from '@esprel/core';
import { type BeforeLending, type LendingWarning, readList } from '@esprel/core/api';
import { type Db, one } from '../db/db.ts';
import { everyLibraryCrop, savingOfCrop } from '../records/crop.ts';
import { memberName } from '../records/loan.ts';
import { lotByCode, lotNames, type LotRow } from '../records/lot.ts';
import { readSettings } from '../records/settings.ts';
import { SeasonReader } from '../season/windows.ts';
import type { Origin } from './origins.ts';
import { nameOf, waysFor } from './patchSheet.ts';
import { isForSeed } from './growingPlan.ts';
import { allInSeason, grown, type GrownPatch, grownPatches } from './patches.ts';

/** Crops that want no more distance than this can be kept apart within any garden. */
const CLOSE_M = 50;

interface Asked {
  readonly member: number | null;
  readonly codes: string | null;
  readonly purpose: Purpose | null;
}

/** What should be known before seed goes to a member who saves seed of it: each lot held against that garden and all that grows around it. */
export function beforeLending(db: Db, asked: Asked, today: string): BeforeLending[] {
  if (asked.purpose === null || asked.purpose === 'garden') return [];
  const codes = readList('codes', asked.codes, 100);
  const reader = new SeasonReader(db);
  const every =
    codes.length === 0
      ? []
      : grownPatches(
          reader,
          everyLibraryCrop(db).map((c) => c.key),
          today,
        );
  return codes.map((code, i) => before(reader, lotByCode(db, code, `codes[${String(i)}]`), asked.member, every, today));
}

interface Grower {
  readonly id: number | null;
  readonly name: string;
  readonly gardenId: number | null;
  readonly garden: string | null;
  readonly practised: Practised | null;
  readonly roomPlants: number | null;
  readonly mostVarieties: number | null;
}

function growerOf(reader: SeasonReader, memberId: number | null): Grower {
  const { db } = reader;
  if (memberId === null)
    return { id: null, name: 'they', gardenId: null, garden: null, practised: null, roomPlants: null, mostVarieties: null };
  const name = memberName(db, memberId);
  if (name === '') throw wrong('member', 'is not a member; choose again');
  const id = one<{ id: number }>(db, 'SELECT min(id) AS id FROM gardens WHERE member_id = ?', memberId)?.id ?? null;
  const garden = id === null ? null : reader.garden(id);
  return {
    id: memberId,
    name,
    gardenId: id,
    garden: garden?.name ?? null,
    practised: garden?.practised ?? null,
    roomPlants: garden?.roomPlants ?? null,
    mostVarieties: garden?.mostVarieties ?? null,
  };
}

function before(reader: SeasonReader, lot: LotRow, memberId: number | null, every: readonly GrownPatch[], today: string): BeforeLending {
  const { db } = reader;
  const crop = reader.crop(lot.crop_key);
  const saving = savingOfCrop(db, lot.crop_key);
  const grower = growerOf(reader, memberId);
  const { variety } = lotNames(db, lot.id);
  const patch = grower.id === null ? null : grown(reader, wouldCome(lot, variety, grower, crop, today));
  const others = patch === null ? [] : allInSeason(every, patch.season).filter((p) => p.crop.crossingGroup === crop.crossingGroup);
  const crossing = patch === null ? null : patchCrossing(patch, others, crop, saving);
  const warnings = [
    ...ofTheSeed(db, lot, crop),
    ...ofTheCrop(crop, saving, patch, today),
    ...ofTheGrower(crop, saving, grower, every, patch),
    ...(patch === null || crossing === null ? [] : ofTheNeighbours(reader, patch, crossing, others, every)),
  ];
  return {
    lotCode: lot.code,
    variety,
    crossing:
      crossing === null || patch?.spot === null
        ? null
        : { share: crossing.share, low: crossing.low, high: crossing.high, band: crossing.band },
    warnings,
  };
}

/** The patch that would come of lending it today. */
function wouldCome(lot: LotRow, variety: string, grower: Grower, crop: LibraryCrop, today: string): Origin {
  return {
    key: `would-${lot.code}`,
    row: null,
    cropKey: lot.crop_key,
    varietyId: lot.variety_id,
    variety,
    lotId: lot.id,
    lotCode: lot.code,
    loanId: null,
    memberId: grower.id,
    grower: grower.name,
    gardenId: grower.gardenId,
    nowhere: grower.gardenId === null,
    purpose: 'save-seed',
    sownOn: null,
    plantedOutOn: null,
    sownOutdoors: undefined,
    from: today,
    plantsSaid: null,
    emerged: null,
    // The fewest that will do: whoever grows more has less to fear.
    likely: Math.max(1, Math.min(crop.seedPlantsMin, grower.roomPlants ?? crop.seedPlantsMin)),
    apartSaid: null,
  };
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
