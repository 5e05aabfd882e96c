import {
  BY_HAND,
  coverOf,
  daysBetween,
  type LibraryCrop,
  MOST_CROSSED,
  type Renewal,
  type RenewalInput,
  type RenewalVariety,
  type Saving,
} from '@esprel/core';
import { all, type Db } from '../db/db.ts';
import { libraryState } from '../db/state.ts';
import { isForSeed, seasonNow } from '../growing/growingPlan.ts';
import { allInSeason, type GrownPatch, grownPatches } from '../growing/patches.ts';
import { everyLibraryCrop } from '../records/crop.ts';
import { renewalFigures, type RenewalRow, renewalRows } from '../records/renewalRow.ts';
import { SeasonReader } from '../season/windows.ts';
import { chanceThere, type GrowerGarden, growerGardens, homeAgain, offers, outThere } from './growers.ts';
import { varietiesAhead, type VarietyAhead } from './varieties.ts';

/** Seasons that are planned for. */
export const SEASONS = 3;
/** A variety goes to so many growers at most. */
export const GROWERS_MOST = 2;

/** The library as the plan sees it. */
export interface Gathered {
  /** What the search is given; the same where nothing that matters has changed. */
  readonly input: RenewalInput;
  readonly seasons: readonly number[];
  readonly varieties: readonly VarietyAhead[];
  readonly gardens: readonly GrowerGarden[];
  /** Varieties that need no renewing, and those that the library would lose least of and that are not planned for. */
  readonly fine: number;
  readonly left: number;
  /** What was decided, that holds for these seasons, and rows of it as they are fixed in the instance. */
  readonly rows: readonly RenewalRow[];
  readonly byKey: ReadonlyMap<string, RenewalRow>;
  /** What grows in each season, without what the plan itself has laid ready. */
  readonly patches: readonly (readonly GrownPatch[])[];
  readonly offered: ReadonlySet<string>;
  /** How likely a variety comes home from a garden, by their key without a season. */
  readonly chances: ReadonlyMap<string, number>;
}

const kept = new WeakMap<Db, { readonly state: string; readonly gathered: Gathered }>();

/** What the plan goes by, gathered once between two changes. */
export function gathered(db: Db, today: string): Gathered {
  // What a step has written may yet be taken back: nothing of it is kept.
  if (db.inTransaction) return gather(db, today);
  const state = `${libraryState(db)} ${today}`;
  const known = kept.get(db);
  if (known?.state === state) return known.gathered;
  const now = gather(db, today);
  kept.set(db, { state, gathered: now });
  return now;
}

export const rowKey = (varietyId: number, gardenId: number | null, season: number | null): string =>
  `${String(varietyId)} ${String(gardenId ?? 0)} ${String(season ?? 0)}`;

function gather(db: Db, today: string): Gathered {
  const reader = new SeasonReader(db);
  const first = seasonNow(reader, today);
  const seasons = Array.from({ length: SEASONS }, (_, s) => first + s);
  const gardens = growerGardens(db, today);
  const here = new Set(gardens.map((g) => g.id));
  const rows = renewalRows(db).filter(
    (r) => (r.season === null || r.season >= first) && (r.season ?? 0) < first + SEASONS && (r.garden_id === null || here.has(r.garden_id)),
  );
  const handed = handedOver(db);
  const out = outThere(db, gardens, first);
  const homeOf = (varietyId: number, saving: Saving): number => homeAgain(out.get(varietyId) ?? [], saving);
  const always = new Set(rows.map((r) => r.variety_id));
  const { varieties, fine, left } = varietiesAhead(reader, seasons, renewalFigures(db), homeOf, always, today);
  const planned = new Set(varieties.map((v) => v.id));
  const open = rows.filter((r) => planned.has(r.variety_id) && r.planned_id === null && !(r.ask_id !== null && handed.has(r.ask_id)));
  const crops = everyLibraryCrop(db);
  const every = grownPatches(
    reader,
    crops.map((c) => c.key),
    today,
  ).filter((p) => !p.key.startsWith('renewal-'));
  const patches = seasons.map((season) => allInSeason(every, season));
  const offered = offers(db);
  const chances = varieties.flatMap((v) =>
    gardens.map((g) => ({ variety: v.id, garden: g.id, chance: round(chanceThere(g, v, offered).chance) })),
  );
  const input: RenewalInput = {
    seasons: SEASONS,
    varieties: varieties.map(asVariety),
    gardens: gardens.map((g, i) => asGarden(g, i, patches, varieties)),
    chances,
    others: patches.flatMap((there, s) => othersIn(there, s)),
    maxCrossed: MOST_CROSSED,
    growersMost: GROWERS_MOST,
    fixed: fixedOf(open, first),
    barred: barredOf(open, reader, varieties, gardens, first, today),
  };
  return {
    input,
    seasons,
    varieties,
    gardens,
    fine,
    left,
    rows: open,
    byKey: new Map(open.map((r) => [rowKey(r.variety_id, r.garden_id, r.season), r])),
    patches,
    offered,
    chances: new Map(chances.map((c) => [rowKey(c.variety, c.garden, null), c.chance])),
  };
}

/** Asks that were handed over: their seed is out, and its patch stands on the plan of gardens. */
const handedOver = (db: Db): Set<number> =>
  new Set(
    all<{ id: number }>(db, 'SELECT a.id FROM asks a JOIN renewal_rows r ON r.ask_id = a.id WHERE a.closed_on IS NOT NULL').map(
      (a) => a.id,
    ),
  );

/** Finer than this nothing is known, and a plan is not made again for it. */
const round = (x: number): number => Math.round(x * 1000) / 1000;
const LEAST_WORTH = 0.001;

/** What a renewal adds counts: worth times the chance that the variety would be lost without. */
function asVariety(v: VarietyAhead): RenewalVariety {
  const cover = coverOf(v.saving);
  return {
    id: v.id,
    name: v.name,
    worth: Math.max(LEAST_WORTH, round(v.worth * (1 - v.without))),
    keep: v.keep.map(round),
    plants: v.plants,
    years: v.years,
    group: v.crop.crossingGroup,
    outcrossRate: v.crop.outcrossRate,
    isolationM: Math.max(1, v.crop.isolationM),
    // What goes out whole goes to one grower.
    ...(v.whole ? { growersMost: 1 } : {}),
    cover: cover === null ? null : cover.apart === 'caged' ? { cage: true, chance: 1 } : { cage: false, chance: BY_HAND },
  };
}

/** Gardens that are not on the plan lie where nothing is near; only what keeps to itself goes there. */
const NOWHERE_M = 1e6;
const APART_M = 1e4;

function asGarden(
  g: GrowerGarden,
  i: number,
  patches: readonly (readonly GrownPatch[])[],
  varieties: readonly VarietyAhead[],
): RenewalInput['gardens'][number] {
  return {
    id: g.id,
    room: g.room,
    most: g.most,
    chance: round(g.share),
    cages: g.cages,
    eastM: g.spot?.eastM ?? NOWHERE_M + i * APART_M,
    northM: g.spot?.northM ?? NOWHERE_M,
    widthM: 5,
    takes: g.spot === null ? varieties.filter((v) => v.crop.outcrossRate <= MOST_CROSSED).map((v) => v.id) : null,
    used: patches.map((_, s) => usedIn(g, s, patches)),
  };
}

/** What stands in a garden in a season for seed already; what stands for two years takes room in both. */
export function usedIn(
  g: Pick<GrowerGarden, 'id'>,
  s: number,
  patches: readonly (readonly GrownPatch[])[],
): { plants: number; varieties: number; cages: number } {
  const own = (t: number): readonly GrownPatch[] => (patches[t] ?? []).filter((p) => p.gardenId === g.id && isForSeed(p));
  const there = [...own(s), ...own(s + 1).filter((p) => p.saving !== null && p.saving.overwinter !== 'none')];
  return {
    plants: there.reduce((n, p) => n + p.plants, 0),
    varieties: there.length,
    cages: own(s).filter((p) => p.apart === 'caged').length,
  };
}

/** What flowers open in a season, and could cross with what is planned. */
function othersIn(there: readonly GrownPatch[], s: number): RenewalInput['others'][number][] {
  return there.flatMap((p) =>
    p.spot === null || p.apart !== 'open' || p.crop.outcrossRate === 0
      ? []
      : [
          {
            group: p.crop.crossingGroup,
            season: s + 1,
            plants: p.plants,
            eastM: p.spot.eastM,
            northM: p.spot.northM,
            variety: p.varietyId,
            seed: isForSeed(p) ? { outcrossRate: p.crop.outcrossRate, isolationM: Math.max(1, p.crop.isolationM) } : null,
          },
        ],
  );
}

/** Rows that hold, what is taken first, then what was agreed, then as they were held: of what cannot all hold the last goes. */
function fixedOf(rows: readonly RenewalRow[], first: number): Renewal[] {
  const rank = (r: RenewalRow): number => (r.state === 'taken' ? 0 : r.answer === 'yes' ? 1 : r.asked_on !== null ? 2 : 3);
  return rows
    .filter((r) => r.state !== 'barred')
    .sort((a, b) => rank(a) - rank(b) || a.id - b.id)
    .map((r) => ({ variety: r.variety_id, garden: r.garden_id ?? 0, season: (r.season ?? first) - first + 1, protected: r.covered === 1 }));
}

/** What was barred, and what it is too late for this season. */
function barredOf(
  rows: readonly RenewalRow[],
  reader: SeasonReader,
  varieties: readonly VarietyAhead[],
  gardens: readonly GrowerGarden[],
  first: number,
  today: string,
): RenewalInput['barred'] {
  type Bar = RenewalInput['barred'][number];
  /** Bars a variety from a garden or all, but where it holds already: there the other holds. */
  const barred = (variety: number, gardenId: number | null, season: number | null): Bar[] => {
    const held = rows.filter(
      (r) => r.state !== 'barred' && r.variety_id === variety && (season === null || r.season === first + season - 1),
    );
    if (held.length === 0) return [{ variety, garden: gardenId, season }];
    return gardens
      .filter((g) => (gardenId === null || gardenId === g.id) && !held.some((r) => r.garden_id === g.id))
      .map((g) => ({ variety, garden: g.id, season }));
  };
  const said = rows
    .filter((r) => r.state === 'barred')
    .flatMap((r) => barred(r.variety_id, r.garden_id, r.season === null ? null : r.season - first + 1));
  const late = varieties.flatMap((v) => (isLate(reader, v.crop, first, today) ? barred(v.id, null, 1) : []));
  return [...said, ...late];
}

/** What has no weeks of its own is begun in spring, so long after the last frost at most. */
const LATE_DAYS = 60;
const lateCrops = new WeakMap<SeasonReader, Map<string, boolean>>();

/** Whether it is too late to begin a crop for seed in the season that is on: every spring window of it is over. */
export function isLate(reader: SeasonReader, crop: LibraryCrop, season: number, today: string): boolean {
  let known = lateCrops.get(reader);
  if (known === undefined) lateCrops.set(reader, (known = new Map()));
  let late = known.get(crop.key);
  if (late === undefined) {
    const ways = reader.coming({ id: 0, variety_id: 0, crop_key: crop.key }, null, today).filter((w) => w.way !== 'late');
    const { last } = reader.garden(null).frost;
    // A crop without weeks of its own is begun in spring.
    late = ways.length === 0 ? daysBetween(`${String(season)}-${last}`, today) > LATE_DAYS : !ways.some((w) => w.season.year === season);
    known.set(crop.key, late);
  }
  return late;
}
