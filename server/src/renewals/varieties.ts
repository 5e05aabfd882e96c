import {
  addDays,
  aliveOn,
  type AliveBelief,
  type AliveThen,
  type Attempt,
  type Attempts,
  attemptsOf,
  betaOf,
  DEFAULT_EMERGENCE,
  goesOutWhole,
  keptByLots,
  type LibraryCrop,
  restrictionsOf,
  type Saving,
  type Verdict,
  worthOfVariety,
} from '@esprel/core';
import { all, type Db } from '../db/db.ts';
import { groupBy } from '../db/groupBy.ts';
import { savingOfCrop } from '../records/crop.ts';
import type { RenewalFigureRow } from '../records/renewalRow.ts';
import { restrictions } from '../records/restriction.ts';
import type { SeasonReader } from '../season/windows.ts';

/** A lot of a variety, and what one attempt with it would be in each season and the one after the last. */
export interface LotAhead {
  readonly id: number;
  readonly code: string;
  readonly year: number | null;
  readonly balance: number;
  readonly median: number;
  readonly verdict: Verdict | null;
  /** Mean share alive on the days of sowing. */
  readonly alive: readonly number[];
  readonly beliefs: readonly AliveBelief[];
  readonly attempts: readonly Attempts[];
}

/** A variety that could be renewed, with all that the plan goes by. */
export interface VarietyAhead {
  readonly id: number;
  readonly name: string;
  readonly crop: LibraryCrop;
  readonly saving: Saving;
  readonly years: 1 | 2;
  readonly lots: readonly LotAhead[];
  /** The lot that goes out in each season, the one whose attempt is surest, and what goes out of it. */
  readonly best: readonly LotAhead[];
  readonly attempts: readonly Attempt[];
  /** All of its seed goes out at once, to one grower: then none is left at home. */
  readonly whole: boolean;
  /** As worked out, before anything that somebody said. */
  readonly keepFigured: readonly number[];
  readonly keep: readonly number[];
  readonly plants: number;
  readonly asked: number;
  readonly worthFigured: number;
  readonly worth: number;
  /** The chance that it is still here after the last season if nobody renews it, by its lots alone and with what is out. */
  readonly byLots: number;
  readonly without: number;
  readonly figures: readonly RenewalFigureRow[];
}

interface LotRow {
  readonly id: number;
  readonly code: string;
  readonly year: number | null;
  readonly balance: number;
  readonly varietyId: number;
  readonly variety: string;
  readonly cropKey: string;
  readonly median: number;
  readonly verdict: Verdict | null;
  readonly below: string | null;
}

/** Varieties of which most would be lost are planned for; of more nobody could keep an overview, nor a computer find the best. */
export const MOST_VARIETIES = 300;
/** What is surer than this to be here after the plan needs no renewing. */
export const FINE = 0.95;
const ASKED_DAYS = 3 * 365;
/** Lots that are alive for so much longer than the plan reaches are not looked at closely. */
const SAFE_YEARS = 3;
/** Seed that holds so many attempts is no little seed. */
const SAFE_ATTEMPTS = 6;

/** A woody plant, or what takes years to its first seed, is renewed by no plan of three seasons. */
const isForPlan = (saving: Saving | null): saving is Saving =>
  saving !== null && saving.overwinter !== 'woody' && !saving.watch.includes('slow-years');

/** Seasons that a crop stands in a garden until there is seed. */
export const yearsOf = (crop: LibraryCrop, saving: Saving): 1 | 2 =>
  crop.lifeCycle === 'biennial' || crop.lifeCycle === 'perennial' || saving.overwinter === 'leave' || saving.overwinter === 'lift' ? 2 : 1;

/** The days on which seed would be sown: about the last frost of each season, and of the one after the last; never before today. */
export function sowingDays(reader: SeasonReader, seasons: readonly number[], today: string): string[] {
  const { last } = reader.garden(null).frost;
  return [...seasons, (seasons.at(-1) ?? 0) + 1].map((year) => {
    const day = `${String(year)}-${last}`;
    return day < today ? today : day;
  });
}

/** By variety, what was lent and wished for in three years. */
function askedFor(db: Db, today: string): Map<number, number> {
  const since = addDays(today, -ASKED_DAYS);
  const rows = all<{ id: number; n: number }>(
    db,
    `SELECT l.variety_id AS id, count(*) AS n FROM loans o JOIN lots l ON l.id = o.lot_id WHERE o.lent_on > ? GROUP BY l.variety_id
     UNION ALL SELECT variety_id AS id, count(*) AS n FROM asks WHERE kind IN ('ask', 'wait') AND loan_id IS NULL AND asked_on > ? GROUP BY variety_id`,
    since,
    since,
  );
  const asked = new Map<number, number>();
  for (const r of rows) asked.set(r.id, (asked.get(r.id) ?? 0) + r.n);
  return asked;
}

const LOTS = `SELECT l.id, l.code, l.year, l.balance, v.id AS varietyId, v.name AS variety, v.crop_key AS cropKey, coalesce(e.median, 0) AS median, e.verdict,
    e.below_forty_on AS below
  FROM lots l JOIN varieties v ON v.id = l.variety_id LEFT JOIN lot_estimates e ON e.lot_id = l.id
  WHERE l.balance > 0 AND l.state = 'kept' AND l.missing_since IS NULL AND v.breeding NOT IN ('hybrid-f1', 'clone') ORDER BY v.folded, v.id, l.id`;

/** Whether a lot carries its variety on for as long as the plan looks, without looking closer. */
function isSafe(lot: LotRow, crop: LibraryCrop, until: string): boolean {
  if (lot.below === null ? lot.median < 0.6 : lot.below <= until) return false;
  return lot.balance * lot.median * DEFAULT_EMERGENCE > SAFE_ATTEMPTS * crop.seedPlantsMin;
}

/** Varieties that would be lost, those first that would be missed most; and how many there are that nobody need renew, or that are left out. */
export function varietiesAhead(
  reader: SeasonReader,
  seasons: readonly number[],
  said: readonly RenewalFigureRow[],
  homeOf: (varietyId: number, saving: Saving) => number,
  always: ReadonlySet<number>,
  today: string,
): { readonly varieties: readonly VarietyAhead[]; readonly fine: number; readonly left: number } {
  const { db } = reader;
  const days = sowingDays(reader, seasons, today);
  const until = addDays(days.at(-1) ?? today, 365 * SAFE_YEARS);
  const asked = askedFor(db, today);
  const figures = groupBy(said, (f) => f.variety_id);
  const banned = restrictions(db).filter((r) => r.rule === 'do-not-lend');
  let fine = 0;
  const found: VarietyAhead[] = [];
  for (const [id, lots] of groupBy(all<LotRow>(db, LOTS), (l) => l.varietyId)) {
    const [first] = lots;
    if (first === undefined) continue;
    const crop = reader.crop(first.cropKey);
    const saving = savingOfCrop(db, first.cropKey);
    if (crop.trueToType === 'rarely' || !isForPlan(saving)) continue;
    if (banned.length > 0 && restrictionsOf(banned, crop, [first.variety]).some((r) => r.rule === 'do-not-lend')) continue;
    if (!always.has(id) && lots.some((l) => isSafe(l, crop, until))) {
      fine += 1;
      continue;
    }
    const own = figures.get(id) ?? [];
    const plants = own.find((f) => f.figure === 'plants')?.value ?? crop.seedPlantsMin;
    const ahead = lots.map((l) => lotAhead(db, l, days, Math.round(plants), today));
    const variety = inWhole({ id, name: first.variety, crop, saving, asked: asked.get(id) ?? 0, plants, own, ahead, seasons }, homeOf);
    if (variety.without >= FINE && !always.has(id)) fine += 1;
    else found.push(variety);
  }
  const loses = (v: VarietyAhead): number => v.worth * (1 - v.without);
  const sorted = found.sort((a, b) => Number(always.has(b.id)) - Number(always.has(a.id)) || loses(b) - loses(a) || a.id - b.id);
  return { varieties: sorted.slice(0, MOST_VARIETIES), fine, left: Math.max(0, sorted.length - MOST_VARIETIES) };
}

function lotAhead(db: Db, lot: LotRow, days: readonly string[], plants: number, today: string): LotAhead {
  const { ahead, asOf } = believed(db, lot, today);
  const then = days.map((day) => aliveOn(ahead, asOf, day));
  const beliefs = then.map(betaOf);
  return {
    id: lot.id,
    code: lot.code,
    year: lot.year,
    balance: lot.balance,
    median: lot.median,
    verdict: lot.verdict,
    alive: then.map((t) => t.mean),
    beliefs,
    attempts: beliefs.map((alive) => attemptsOf({ alive, emergence: DEFAULT_EMERGENCE, balance: lot.balance, plants })),
  };
}

/** What is believed of a lot in the years ahead, as it was kept with its estimate; its median for all of them where nothing was kept. */
export function believed(
  db: Db,
  lot: { readonly id: number; readonly median: number },
  today: string,
): { readonly ahead: readonly AliveThen[]; readonly asOf: string } {
  const row = all<{ ahead: string | null; asOf: string }>(
    db,
    "SELECT json_extract(estimate, '$.ahead') AS ahead, as_of AS asOf FROM lot_estimates WHERE lot_id = ?",
    lot.id,
  )[0];
  const ahead = row?.ahead == null ? [{ mean: lot.median, variance: 0 }] : (JSON.parse(row.ahead) as AliveThen[]);
  // An estimate that waits to be made again is of some day not long ago.
  return { ahead, asOf: row === undefined || row.asOf === '' ? today : row.asOf };
}

function inWhole(
  v: {
    readonly id: number;
    readonly name: string;
    readonly crop: LibraryCrop;
    readonly saving: Saving;
    readonly asked: number;
    readonly plants: number;
    readonly own: readonly RenewalFigureRow[];
    readonly ahead: readonly LotAhead[];
    readonly seasons: readonly number[];
  },
  homeOf: (varietyId: number, saving: Saving) => number,
): VarietyAhead {
  const { own, ahead, seasons } = v;
  const half = (l: LotAhead, s: number): number => l.attempts[s]?.half.keep ?? 0;
  const byLots = keptByLots(ahead.map((l) => half(l, seasons.length)));
  // Where half of each is too little, the one of which all gives most.
  const most = [...ahead].sort((a, b) => (b.attempts[0]?.all.keep ?? 0) - (a.attempts[0]?.all.keep ?? 0))[0] as LotAhead;
  const whole = most.attempts[0] !== undefined && goesOutWhole(most.attempts[0], byLots);
  const best = seasons.map((_, s) => (whole ? most : ([...ahead].sort((a, b) => half(b, s) - half(a, s))[0] as LotAhead)));
  const attempts = best.map((lot, s): Attempt => (whole ? lot.attempts[s]?.all : lot.attempts[s]?.half) ?? { seeds: 0, keep: 0 });
  const keepFigured = attempts.map((a) => a.keep);
  const keepSaid = own.find((f) => f.figure === 'keep')?.value;
  const first = keepFigured[0] ?? 0;
  // What somebody knows of this season holds for the others in the same measure.
  const keep =
    keepSaid === undefined ? keepFigured : keepFigured.map((k) => (first === 0 ? keepSaid : Math.min(1, (k / first) * keepSaid)));
  const worthSaid = own.find((f) => f.figure === 'worth')?.value;
  const others = ahead.filter((l) => l !== best[0]).map((l) => ({ keep: half(l, 0) }));
  return {
    id: v.id,
    name: v.name,
    crop: v.crop,
    saving: v.saving,
    years: yearsOf(v.crop, v.saving),
    lots: ahead,
    best,
    attempts,
    whole,
    keepFigured,
    keep,
    plants: Math.round(v.plants),
    asked: v.asked,
    worthFigured: worthOfVariety({ others, asked: v.asked }),
    worth: worthOfVariety({ others, asked: v.asked, said: worthSaid }),
    byLots,
    without: 1 - (1 - byLots) * (1 - homeOf(v.id, v.saving)),
    figures: own,
  };
}
