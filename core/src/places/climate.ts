import { CoreError, needNumber } from '../errors.ts';
import { addDays, type Day, dayNumber, isDay } from '../dates/day.ts';
import type { StoragePeriod } from '../viability/ageing.ts';

/** One reading of a climate logger, in the local time of the place. */
export interface ClimateReading {
  readonly day: Day;
  readonly temperatureC: number;
  /** Relative humidity in percent; null where the logger has no sensor for it. */
  readonly rhPercent: number | null;
}

/** What a logger saw in one day. */
export interface ClimateDay {
  readonly day: Day;
  readonly temperatureC: number;
  readonly rhPercent: number | null;
  readonly lowC: number;
  readonly highC: number;
  readonly readings: number;
}

/** Readings gathered into days, in order: means of warmth and humidity, coldest and warmest. */
export function dailyClimate(readings: readonly ClimateReading[]): ClimateDay[] {
  const days = new Map<Day, { t: number; rh: number; damp: number; low: number; high: number; n: number }>();
  for (const [i, r] of readings.entries()) {
    if (!isDay(r.day)) throw new CoreError('dailyClimate', `readings[${String(i)}].day`, r.day, 'must be a date that exists');
    needNumber('dailyClimate', `readings[${String(i)}].temperatureC`, r.temperatureC, -60, 80);
    if (r.rhPercent !== null) needNumber('dailyClimate', `readings[${String(i)}].rhPercent`, r.rhPercent, 0, 100);
    let d = days.get(r.day);
    if (!d) days.set(r.day, (d = { t: 0, rh: 0, damp: 0, low: Infinity, high: -Infinity, n: 0 }));
    d.t += r.temperatureC;
    if (r.rhPercent !== null) {
      d.rh += r.rhPercent;
      d.damp += 1;
    }
    d.low = Math.min(d.low, r.temperatureC);
    d.high = Math.max(d.high, r.temperatureC);
    d.n += 1;
  }
  return [...days.entries()]
    .map(([day, d]) => ({
      day,
      temperatureC: d.t / d.n,
      rhPercent: d.damp === 0 ? null : d.rh / d.damp,
      lowC: d.low,
      highC: d.high,
      readings: d.n,
    }))
    .sort((a, b) => (a.day < b.day ? -1 : 1));
}

/** A place as far as its climate goes; what is null is that of what it stands in. */
export interface PlaceClimate {
  readonly id: number;
  readonly parentId: number | null;
  /** Mean warmth; half way between warmest and coldest where those are known. */
  readonly temperatureC: number | null;
  /** Degrees to either side of the mean, between day and night or between the warmest and the coldest month; 0 where it is even. */
  readonly swingC: number;
  readonly rhPercent: number | null;
  readonly sealed: boolean;
}

/** The figures that hold in a place, and from which place each comes; null where nobody wrote them down. */
export interface ResolvedClimate {
  readonly temperatureC: number | null;
  readonly swingC: number;
  readonly rhPercent: number | null;
  readonly sealed: boolean;
  readonly temperatureFrom: number | null;
  readonly rhFrom: number | null;
}

/** A place and what it stands in, from the inside out. Throws a CoreError when the places stand in a ring. */
export function placeChain<P extends { readonly id: number; readonly parentId: number | null }>(
  places: ReadonlyMap<number, P>,
  id: number,
): P[] {
  const chain: P[] = [];
  for (let at = places.get(id); at; at = at.parentId === null ? undefined : places.get(at.parentId)) {
    if (chain.includes(at)) throw new CoreError('placeChain', 'parentId', at.id, 'must not lead back to itself');
    chain.push(at);
  }
  return chain;
}

/** The climate of a place: each figure from the nearest place around it that has one. */
export function resolveClimate(chain: readonly PlaceClimate[]): ResolvedClimate {
  const warm = chain.find((p) => p.temperatureC !== null);
  const damp = chain.find((p) => p.rhPercent !== null);
  return {
    temperatureC: warm?.temperatureC ?? null,
    swingC: warm?.swingC ?? 0,
    rhPercent: damp?.rhPercent ?? null,
    sealed: damp?.sealed ?? false,
    temperatureFrom: warm?.id ?? null,
    rhFrom: damp?.id ?? null,
  };
}

/** Days on end that differ by no more than this are one storage period of their mean. */
const ALIKE = { temperatureC: 0.75, rhPercent: 2 } as const;

interface DayClimate {
  readonly day: Day;
  readonly temperatureC: number;
  /** Half of what lay between its coldest and its warmest reading. */
  readonly swingC: number;
  readonly rhPercent: number;
}

/** Days in order, joined into runs that are alike; a day that is missing ends a run. */
export function climateRuns(days: readonly DayClimate[]): (StoragePeriod & { readonly until: Day })[] {
  const runs: { from: Day; until: Day; t: number; swing: number; rh: number; n: number }[] = [];
  for (const d of days) {
    const run = runs[runs.length - 1];
    const joins =
      run?.until === d.day &&
      Math.abs(run.t / run.n - d.temperatureC) <= ALIKE.temperatureC &&
      Math.abs(run.rh / run.n - d.rhPercent) <= ALIKE.rhPercent;
    if (run && joins) {
      run.t += d.temperatureC;
      run.swing += d.swingC;
      run.rh += d.rhPercent;
      run.n += 1;
      run.until = addDays(d.day, 1);
    } else {
      runs.push({ from: d.day, until: addDays(d.day, 1), t: d.temperatureC, swing: d.swingC, rh: d.rhPercent, n: 1 });
    }
  }
  return runs.map((r) => ({ from: r.from, until: r.until, temperatureC: r.t / r.n, rhPercent: r.rh / r.n, swingC: r.swing / r.n }));
}

/** Where a lot was, from which day on. */
export interface Stay {
  readonly from: Day;
  readonly placeId: number;
}

/** What is known of the places of a lot. */
export interface KnownPlaces {
  /** Any place by its id. */
  readonly places: ReadonlyMap<number, PlaceClimate>;
  /** The days that loggers saw in a place, in order. */
  readonly logged: (placeId: number) => readonly ClimateDay[];
}

/** A climate that is assumed where nobody wrote one down. */
export interface AssumedClimate {
  readonly temperatureC: number;
  readonly rhPercent: number;
}

/**
 * What the application assumes, unless the library says otherwise: the supplier's store before bought seed came, dry and cool; and an
 * ordinary room for everything else that nobody wrote down.
 */
export const ASSUMED_CLIMATES: { readonly supplier: AssumedClimate; readonly room: AssumedClimate } = {
  supplier: { temperatureC: 10, rhPercent: 40 },
  room: { temperatureC: 17, rhPercent: 50 },
};

/** A packet that the supplier sealed keeps the moisture it was dried to; this relative humidity where nobody knows to which. */
export const SEALED_RH_PERCENT = 30;

/** Where a lot was and how, as the viability model asks. */
export interface LotKeeping {
  /** Day from which it ages, and the day it came. */
  readonly start: Day;
  readonly receivedOn: Day;
  readonly bought: boolean;
  /** A packet sealed by its supplier: what it was dried to (null where nobody knows) and when it was opened. */
  readonly sealed: { readonly rhPercent: number | null; readonly openedOn: Day | null } | null;
  readonly stays: readonly Stay[];
  readonly assume: typeof ASSUMED_CLIMATES;
}

/**
 * The storage periods of the viability model, from the first day on. Before it came, bought seed lay at the supplier's and other seed
 * in a room: assumed. Then for every stay the typed climate of its place, and over it the days that the nearest logger around it
 * saw; in a sealed place the humidity is the typed one whatever the logger says. What a place has no figure for is that
 * of a room, and a stay without both figures counts as assumed. A packet sealed by its supplier is as dry as it was sealed
 * until it is opened, wherever it is.
 */
export function storagePeriods(lot: LotKeeping, known: KnownPlaces): StoragePeriod[] {
  const { room, supplier } = lot.assume;
  const periods: StoragePeriod[] = [];
  if (lot.start < lot.receivedOn) {
    periods.push({ from: lot.start, ...(lot.bought ? supplier : { ...room, open: true }), assumed: true });
  }
  const stays = [...lot.stays].sort((a, b) => (a.from < b.from ? -1 : 1));
  if (stays[0] === undefined || stays[0].from > lot.receivedOn) periods.push({ from: lot.receivedOn, ...room, assumed: true, open: true });
  stays.forEach((stay, i) => {
    periods.push(...stayPeriods(stay, stays[i + 1]?.from ?? null, room, known));
  });
  return lot.sealed === null ? periods : sealedPeriods(periods, lot.sealed);
}

function stayPeriods(stay: Stay, until: Day | null, room: AssumedClimate, known: KnownPlaces): StoragePeriod[] {
  const chain = placeChain(known.places, stay.placeId);
  const typed = resolveClimate(chain);
  const both = typed.temperatureC !== null && typed.rhPercent !== null;
  const base = {
    temperatureC: typed.temperatureC ?? room.temperatureC,
    rhPercent: typed.rhPercent ?? room.rhPercent,
    ...(typed.swingC > 0 ? { swingC: typed.swingC } : {}),
    ...(both ? {} : { assumed: true }),
    ...(typed.sealed ? {} : { open: true }),
  };
  const logger = chain.findIndex((p) => known.logged(p.id).length > 0);
  const sealedInside = chain.slice(0, logger + 1).some((p) => p.sealed);
  const days =
    logger < 0
      ? []
      : known.logged((chain[logger] as PlaceClimate).id).filter((d) => d.day >= stay.from && (until === null || d.day < until));
  const runs = climateRuns(
    days.map((d) => ({
      day: d.day,
      temperatureC: d.temperatureC,
      swingC: (d.highC - d.lowC) / 2,
      rhPercent: sealedInside || d.rhPercent === null ? base.rhPercent : d.rhPercent,
    })),
  );
  const periods: StoragePeriod[] = [];
  let at = stay.from;
  for (const run of runs) {
    if (run.from > at) periods.push({ from: at, ...base });
    periods.push({
      from: run.from,
      temperatureC: run.temperatureC,
      rhPercent: run.rhPercent,
      swingC: run.swingC,
      ...(sealedInside ? {} : { open: true }),
    });
    at = run.until;
  }
  if (until === null || at < until) periods.push({ from: at, ...base });
  return periods;
}

/** The same periods for a packet that its supplier sealed: as dry as it was sealed, until it is opened. */
function sealedPeriods(periods: readonly StoragePeriod[], sealed: NonNullable<LotKeeping['sealed']>): StoragePeriod[] {
  const rhPercent = sealed.rhPercent ?? SEALED_RH_PERCENT;
  const { openedOn } = sealed;
  const shut = (p: StoragePeriod): StoragePeriod => ({ ...p, rhPercent, open: false });
  return periods.flatMap((p, i) => {
    const until = periods[i + 1]?.from ?? null;
    if (openedOn === null || (until !== null && until <= openedOn)) return [shut(p)];
    return p.from >= openedOn ? [p] : [shut(p), { ...p, from: openedOn }];
  });
}

/** Spells in which a place was warmer than it should be: days on end above `limitC`, with their warmest reading. */
export function warmSpells(
  days: readonly ClimateDay[],
  limitC: number,
): { readonly from: Day; readonly days: number; readonly highC: number }[] {
  const spells: { from: Day; days: number; highC: number }[] = [];
  for (const d of days) {
    if (d.highC <= limitC) continue;
    const last = spells[spells.length - 1];
    if (last && dayNumber(d.day) === dayNumber(last.from) + last.days) {
      last.days += 1;
      last.highC = Math.max(last.highC, d.highC);
    } else spells.push({ from: d.day, days: 1, highC: d.highC });
  }
  return spells;
}
