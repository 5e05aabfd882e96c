import { CoreError, needNumber } from '../errors.ts';
import { addDays, type Day, dayNumber, isDay } from '../dates/day.ts';
import { type StoragePeriod, UNKNOWN_STORAGE } from '../viability/ageing.ts';

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

/**
 * Readings gathered into days, in order: means of warmth and humidity, coldest and warmest. A mean day ages seed a little
 * less than its swings would; in a room or fridge the swing of a day is a few degrees, and the error below two percent.
 */
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
  readonly temperatureC: number | null;
  readonly rhPercent: number | null;
  readonly sealed: boolean;
}

/** The figures that hold in a place, and from which place each comes; null where nobody wrote them down. */
export interface ResolvedClimate {
  readonly temperatureC: number | null;
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
  readonly rhPercent: number;
}

/** Days in order, joined into runs that are alike; a day that is missing ends a run. */
export function climateRuns(days: readonly DayClimate[]): (StoragePeriod & { readonly until: Day })[] {
  const runs: { from: Day; until: Day; t: number; rh: number; n: number }[] = [];
  for (const d of days) {
    const run = runs[runs.length - 1];
    const joins =
      run?.until === d.day &&
      Math.abs(run.t / run.n - d.temperatureC) <= ALIKE.temperatureC &&
      Math.abs(run.rh / run.n - d.rhPercent) <= ALIKE.rhPercent;
    if (run && joins) {
      run.t += d.temperatureC;
      run.rh += d.rhPercent;
      run.n += 1;
      run.until = addDays(d.day, 1);
    } else {
      runs.push({ from: d.day, until: addDays(d.day, 1), t: d.temperatureC, rh: d.rhPercent, n: 1 });
    }
  }
  return runs.map((r) => ({ from: r.from, until: r.until, temperatureC: r.t / r.n, rhPercent: r.rh / r.n }));
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

/**
 * The storage periods of the viability model: for every stay the typed climate of its place, and over it the days that
 * the nearest logger around it saw. In a sealed place the humidity is the typed one whatever the logger says. A stay
 * whose place has no figures ages as unknown storage; when none has any the answer is empty, as for a lot that
 * nobody put away.
 */
export function storagePeriods(stays: readonly Stay[], known: KnownPlaces): StoragePeriod[] {
  const ordered = [...stays].sort((a, b) => (a.from < b.from ? -1 : 1));
  let anyKnown = false;
  const periods: StoragePeriod[] = [];
  ordered.forEach((stay, i) => {
    const chain = placeChain(known.places, stay.placeId);
    const typed = resolveClimate(chain);
    const base = {
      temperatureC: typed.temperatureC ?? UNKNOWN_STORAGE.temperatureC,
      rhPercent: typed.rhPercent ?? UNKNOWN_STORAGE.rhPercent,
    };
    if (typed.temperatureC !== null && typed.rhPercent !== null) anyKnown = true;
    const until = ordered[i + 1]?.from ?? null;
    const logger = chain.findIndex((p) => known.logged(p.id).length > 0);
    const sealedInside = chain.slice(0, logger + 1).some((p) => p.sealed);
    const days =
      logger < 0
        ? []
        : known.logged((chain[logger] as PlaceClimate).id).filter((d) => d.day >= stay.from && (until === null || d.day < until));
    if (days.length > 0) anyKnown = true;
    const runs = climateRuns(
      days.map((d) => ({
        day: d.day,
        temperatureC: d.temperatureC,
        rhPercent: sealedInside || d.rhPercent === null ? base.rhPercent : d.rhPercent,
      })),
    );
    let at = stay.from;
    for (const run of runs) {
      if (run.from > at) periods.push({ from: at, ...base });
      periods.push({ from: run.from, temperatureC: run.temperatureC, rhPercent: run.rhPercent });
      at = run.until;
    }
    if (until === null || at < until) periods.push({ from: at, ...base });
  });
  return anyKnown ? periods : [];
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
