import type * as yup from 'yup';
import {
  addDays,
  aheadIf,
  type AliveThen,
  bringsHome,
  BY_HAND,
  coverOf,
  DEFAULT_EMERGENCE,
  type FutureLibrary,
  type FutureVariety,
  type LibraryCrop,
  type LotFacts,
  MOST_CROSSED,
  type RenewalGarden,
  type Saving,
  type StoragePeriod,
  type whatIfForm,
  worthOfVariety,
  wrong,
} from '@esprel/core';
import type { WhatIfRuns } from '@esprel/core/api';
import { all, type Db } from '../db/db.ts';
import { groupBy } from '../db/groupBy.ts';
import { evidenceOf } from '../estimates/evidence.ts';
import { lotFacts } from '../estimates/facts.ts';
import { keptOf } from '../lots/diversity.ts';
import { libraryCrop, savingOfCrop } from '../records/crop.ts';
import { lotRow } from '../records/lot.ts';
import { knownPlaces } from '../records/place.ts';
import { assumedClimates, readSettings } from '../records/settings.ts';
import { job, work } from '../threads/pool.ts';
import type { Gathered } from './gather.ts';
import { planned } from './page.ts';
import { believed, yearsOf } from './varieties.ts';
import type { ColdLots } from './whatIfJob.ts';

type Asked = yup.InferType<typeof whatIfForm>;

const JOB = job<typeof import('./whatIfJob.ts').default>('renewals/whatIfJob');

const YEARS = 10;
/** So many varieties are followed; of more the ones that are asked for least are left out. */
const MOST_FOLLOWED = 600;
/** A fridge, with the seed dried and in closed jars. */
const FRIDGE = { temperatureC: 5, rhPercent: 35 } as const;
/** Another grower: as most members are, a way off. */
const NEW_GROWER = { room: 30, most: 3, farM: 5e6 } as const;
/** Seeds that are kept of a harvest at most, and that a loan takes. */
const MOST_HARVEST = 2_000;
const LENT_SEEDS = 20;
const ASKED_YEARS = 3;
/** Of seed that a plant could give so much is gathered, cleaned and brought. */
const GATHERED = 0.5;

interface LotSeen {
  readonly id: number;
  readonly balance: number;
  readonly varietyId: number;
  readonly cropKey: string;
  readonly median: number;
  readonly asked: number;
}

const LOTS = `SELECT l.id, l.balance, v.id AS varietyId, v.crop_key AS cropKey, coalesce(e.median, 0) AS median,
    (SELECT count(*) FROM loans o JOIN lots x ON x.id = o.lot_id WHERE x.variety_id = v.id AND o.lent_on > ?) AS asked
  FROM lots l JOIN varieties v ON v.id = l.variety_id LEFT JOIN lot_estimates e ON e.lot_id = l.id
  WHERE l.balance > 0 AND l.state = 'kept' AND l.missing_since IS NULL AND v.breeding NOT IN ('hybrid-f1', 'clone') ORDER BY v.id, l.id`;

/** A variety of the library with the lots that it has. */
interface Followed {
  readonly id: number;
  readonly crop: LibraryCrop;
  readonly saving: Saving;
  readonly lots: readonly LotSeen[];
}

/** Some runs of one question about the ten years ahead. */
export async function whatIfRuns(db: Db, body: Asked, today: string): Promise<WhatIfRuns> {
  const plan = await planned(db, today);
  const { library } = plan;
  const followed = followedOf(db, today);
  const { crops, gardens } = changedBy(db, body, library, followed);
  const varieties = futureVarieties(db, followed, library, gardens, today);
  const future: FutureLibrary = {
    varieties,
    gardens: gardens.map((g) => g.garden),
    others: library.input.others,
    maxCrossed: MOST_CROSSED,
    emergence: DEFAULT_EMERGENCE,
    years: YEARS,
    plan: plan.found.plan.plan,
    idle: body.what === 'nothing',
  };
  const cold = crops === null ? null : coldLots(db, followed, crops, today);
  const runs = await work(JOB, { library: future, cold, from: body.from, runs: body.runs });
  const first = library.seasons[0] ?? Number(today.slice(0, 4));
  return {
    years: Array.from({ length: YEARS + 1 }, (_, y) => first + y),
    runs,
    of: { varieties: followed.length, lots: followed.reduce((n, v) => n + v.lots.length, 0) },
  };
}

function followedOf(db: Db, today: string): Followed[] {
  const rows = all<LotSeen>(db, LOTS, addDays(today, -ASKED_YEARS * 365));
  const found = [...groupBy(rows, (l) => l.varietyId)].flatMap(([id, lots]): Followed[] => {
    const key = lots[0]?.cropKey ?? '';
    const crop = libraryCrop(db, key);
    const saving = savingOfCrop(db, key);
    if (saving === null || crop.trueToType === 'rarely' || saving.overwinter === 'woody' || saving.watch.includes('slow-years')) return [];
    return [{ id, crop, saving, lots }];
  });
  return found.sort((a, b) => (b.lots[0]?.asked ?? 0) - (a.lots[0]?.asked ?? 0) || a.id - b.id).slice(0, MOST_FOLLOWED);
}

/** A garden as the years ahead see it, with what its grower brings home of what they promise. */
interface FutureGarden {
  readonly garden: RenewalGarden;
  readonly share: number;
  readonly practised: 'new' | 'some' | 'practised' | null;
}

/** What a question changes: the crop that goes into the fridge, a cage, a grower more. */
function changedBy(
  db: Db,
  body: Asked,
  library: Gathered,
  followed: readonly Followed[],
): { readonly crops: string | null; readonly gardens: readonly FutureGarden[] } {
  const own = library.gardens.map((g, i): FutureGarden => ({
    garden: library.input.gardens[i] as RenewalGarden,
    share: g.share,
    practised: g.practised,
  }));
  if (body.what === 'grower') {
    const mean = own.length === 0 ? 0.5 : own.reduce((sum, g) => sum + g.share, 0) / own.length;
    const { room, most, farM } = NEW_GROWER;
    const garden: RenewalGarden = { id: '+', room, most, chance: mean, cages: 0, eastM: farM, northM: farM, widthM: 5, takes: null };
    return { crops: null, gardens: [...own, { garden, share: mean, practised: null }] };
  }
  if (body.what === 'cage') {
    if (body.gardenId == null) throw wrong('gardenId', 'say in which garden the cage stands');
    if (!own.some((g) => g.garden.id === body.gardenId)) throw wrong('gardenId', 'grows nothing for the library; choose another');
    return {
      crops: null,
      gardens: own.map((g) => (g.garden.id === body.gardenId ? { ...g, garden: { ...g.garden, cages: g.garden.cages + 1 } } : g)),
    };
  }
  if (body.what !== 'fridge') return { crops: null, gardens: own };
  if (body.cropKey == null) throw wrong('cropKey', 'say which crop goes into the fridge');
  const of = followed.find((v) => v.crop.key === body.cropKey);
  if (of === undefined) throw wrong('cropKey', 'is not here; choose a crop of which there is seed');
  if (of.crop.storageBehaviour !== 'orthodox')
    throw wrong('cropKey', `${of.crop.name} must not be dried: a fridge does not keep it longer`);
  return { crops: body.cropKey, gardens: own };
}

function futureVarieties(
  db: Db,
  followed: readonly Followed[],
  library: Gathered,
  gardens: readonly FutureGarden[],
  today: string,
): FutureVariety[] {
  const fresh = new Map<string, readonly AliveThen[]>();
  const diversity = new Map<number, ReturnType<typeof keptOf>>();
  return followed.map((v): FutureVariety => {
    const cover = coverOf(v.saving);
    let anew = fresh.get(v.crop.key);
    if (anew === undefined) fresh.set(v.crop.key, (anew = aheadIf(freshFacts(db, v.crop, today), today, roomStorage(db, today))));
    const asked = v.lots[0]?.asked ?? 0;
    const plants = v.crop.seedPlantsMin;
    const said = library.varieties.find((o) => o.id === v.id);
    return {
      id: v.id,
      worth: said?.worth ?? worthOfVariety({ others: [], asked }),
      plants,
      years: yearsOf(v.crop, v.saving),
      group: v.crop.crossingGroup,
      outcrossRate: v.crop.outcrossRate,
      isolationM: Math.max(1, v.crop.isolationM),
      cover: cover === null ? null : cover.apart === 'caged' ? { cage: true, chance: 1 } : { cage: false, chance: BY_HAND },
      lots: v.lots.map((l) => ({ seeds: l.balance, ahead: believed(db, l, today).ahead, diversity: keptOf(db, l.id, diversity).kept })),
      fresh: anew,
      harvest: Math.min(MOST_HARVEST, Math.round(plants * v.saving.seedsPerPlant * GATHERED)),
      lentAYear: (asked / ASKED_YEARS) * LENT_SEEDS,
      selfing: 1 - v.crop.outcrossRate,
      chances: gardens.map((g) => bringsHome(g.share, v.saving.difficulty, g.practised)),
    };
  });
}

/** Seed of a crop that was saved just now and lies in the library's room. */
function freshFacts(db: Db, crop: LibraryCrop, today: string): LotFacts {
  return {
    crop,
    form: 'raw',
    acquisition: 'saved',
    start: today,
    stated: null,
    storage: [],
    tests: [],
    sowings: [],
    threshold: readSettings(db).lendingThreshold,
  };
}

function roomStorage(db: Db, today: string): StoragePeriod[] {
  const { room } = assumedClimates(readSettings(db));
  return [{ from: today, ...room, assumed: true }];
}

/** All lots of a crop, and what comes home of it, dried and kept in a fridge from today on. */
function coldLots(db: Db, followed: readonly Followed[], cropKey: string, today: string): ColdLots {
  const settings = readSettings(db);
  const places = knownPlaces(db);
  const lots = followed.flatMap((v, i) =>
    v.crop.key !== cropKey
      ? []
      : v.lots.flatMap((l, j) => {
          const row = lotRow(db, l.id);
          return row === undefined ? [] : [{ v: i, lot: j, facts: lotFacts(db, row, evidenceOf(db, l.id), settings, places) }];
        }),
  );
  const crop = libraryCrop(db, cropKey);
  return {
    today,
    storage: [{ from: today, ...FRIDGE }],
    lots,
    fresh: { varieties: followed.flatMap((v, i) => (v.crop.key === cropKey ? [i] : [])), facts: freshFacts(db, crop, today) },
  };
}
