import { type Day, dayFromNumber, dayInYear, dayNumber, isDay, yearOf } from '../dates/day.ts';
import { CoreError, type FieldError, needNone, needNumber } from '../errors.ts';

/** The lowest temperature of one day, in C. */
export interface DailyMinimum {
  readonly date: Day;
  readonly minC: number;
}

export type Hemisphere = 'north' | 'south';

/** One spring of a record of minima. */
export interface SpringOfRecord {
  readonly year: number;
  /** Days of the spring with a reading, and how many it has. */
  readonly days: number;
  readonly of: number;
  /** Last frost as a day of a common year, `MM-DD`; null when there was none. */
  readonly lastFrost: string | null;
  readonly used: boolean;
}

export interface FrostRecord {
  readonly yearsUsed: number;
  /** Median last frost, `MM-DD`; null when half the used springs had none. */
  readonly typical: string | null;
  /** First day after which at most one used spring in ten had a frost. */
  readonly risk10: string | null;
  /** Standard deviation of the last frosts, in days; null with fewer than two. */
  readonly sdDays: number | null;
  /** Share of the used springs with a frost on a later day, for every day of spring. */
  readonly curve: readonly { readonly day: string; readonly risk: number }[];
  readonly years: readonly SpringOfRecord[];
}

/** A spring is used with this share of its days on record. */
export const SPRING_COMPLETE = 0.8;
/** Any common year: days of the record are compared as its days. */
const COMMON_YEAR = 2027;

const SPRING = { north: ['01-01', '06-30'], south: ['07-01', '12-31'] } as const;

/** Day of a common year as days since 1970; 29 February is the 28th. */
function commonDay(date: Day): number {
  return dayNumber(dayInYear(COMMON_YEAR, date.slice(5)));
}

const monthDay = (n: number): string => dayFromNumber(n).slice(5);

/** Dates that stand in a record twice. */
export function minimaErrors(minima: readonly DailyMinimum[]): FieldError[] {
  const seen = new Set<string>();
  return minima.flatMap(({ date }, i) => {
    const twice = seen.has(date);
    seen.add(date);
    return twice ? [{ path: `minima[${String(i)}].date`, message: `${date} stands there twice; keep one of them` }] : [];
  });
}

/**
 * Last frosts of spring from daily minima (any order, days may be missing): the median, how far they spread, and the share of
 * springs in which a frost still followed a day. A frost is a minimum below `belowC`. Spring is January to June in the north, July to
 * December in the south. A spring without frost counts as earlier than all others and not in the spread. Throws a CoreError
 * for a date that does not exist or stands there twice.
 */
export function frostRecord(minima: readonly DailyMinimum[], belowC = 0, hemisphere: Hemisphere = 'north'): FrostRecord {
  needNumber('frostRecord', 'belowC', belowC, -60, 60);
  const [from, to] = SPRING[hemisphere];
  const springs = new Map<number, { days: number; last: number | null }>();
  needNone('frostRecord', minimaErrors(minima));
  minima.forEach(({ date, minC }, i) => {
    if (!isDay(date)) throw new CoreError('frostRecord', `minima[${String(i)}].date`, date, 'must be a date that exists');
    if (date.slice(5) < from || date.slice(5) > to) return;
    const spring = springs.get(yearOf(date)) ?? { days: 0, last: null };
    spring.days += 1;
    if (minC < belowC) spring.last = Math.max(spring.last ?? -Infinity, commonDay(date));
    springs.set(yearOf(date), spring);
  });
  const years = [...springs]
    .sort(([a], [b]) => a - b)
    .map(([year, s]): SpringOfRecord => {
      const of = dayNumber(dayInYear(year, to)) - dayNumber(dayInYear(year, from)) + 1;
      return {
        year,
        days: s.days,
        of,
        lastFrost: s.last === null ? null : monthDay(s.last),
        used: s.days >= SPRING_COMPLETE * of - 1e-9,
      };
    });
  return { ...fitFrosts(years, hemisphere), years };
}

/** The figures of a record from its springs alone: what is kept of a file. */
export function fitFrosts(years: readonly SpringOfRecord[], hemisphere: Hemisphere): Omit<FrostRecord, 'years'> {
  const used = years.filter((y) => y.used);
  if (used.length === 0) return { yearsUsed: 0, typical: null, risk10: null, sdDays: null, curve: [] };
  const lasts = used
    .map((y) => (y.lastFrost === null ? -Infinity : commonDay(`${String(COMMON_YEAR)}-${y.lastFrost}`)))
    .sort((a, b) => a - b);
  const middle = ((lasts[(lasts.length - 1) >> 1] as number) + (lasts[lasts.length >> 1] as number)) / 2;
  const frosts = lasts.filter(Number.isFinite);
  const [from, to] = SPRING[hemisphere].map((d) => commonDay(`${String(COMMON_YEAR)}-${d}`)) as [number, number];
  const curve = Array.from({ length: to - from + 1 }, (_, i) => ({
    day: monthDay(from + i),
    risk: lasts.filter((l) => l > from + i).length / lasts.length,
  }));
  return {
    yearsUsed: used.length,
    typical: Number.isFinite(middle) ? monthDay(Math.floor(middle)) : null,
    risk10: curve.find((c) => c.risk <= 0.1)?.day ?? null,
    sdDays: standardDeviation(frosts),
    curve,
  };
}

function standardDeviation(values: readonly number[]): number | null {
  if (values.length < 2) return null;
  const mean = values.reduce((a, b) => a + b, 0) / values.length;
  return Math.sqrt(values.reduce((sum, v) => sum + (v - mean) ** 2, 0) / (values.length - 1));
}

/**
 * What looks wrong with a record before anybody plans by it: too few springs, a gap of years, values that are likely in
 * Fahrenheit. Sentences for the person who read it in; empty when nothing does.
 */
export function doubtsOfRecord(years: readonly SpringOfRecord[], lowest: number): string[] {
  const doubts: string[] = [];
  const used = years.filter((y) => y.used);
  const first = years[0]?.year ?? 0;
  const last = years[years.length - 1]?.year ?? 0;
  const lost = Array.from({ length: Math.max(0, last - first + 1) }, (_, i) => first + i).filter((y) => !used.some((u) => u.year === y));
  if (used.length > 0 && used.length < 10)
    doubts.push(`Only ${String(used.length)} springs are complete enough; ten or more tell the spread.`);
  for (const [from, to] of runs(lost)) {
    doubts.push(
      from === to
        ? `The spring of ${String(from)} is missing or too full of gaps.`
        : `The springs ${String(from)} to ${String(to)} are missing or too full of gaps.`,
    );
  }
  if (used.length > 0 && used.every((y) => y.lastFrost === null)) {
    doubts.push(
      lowest > 5
        ? `The coldest day has ${lowest.toFixed(0)} degrees. If these are Fahrenheit, say so in the heading (°F).`
        : 'No spring has a frost. Where none comes, plan by soil warmth and rain instead.',
    );
  }
  return doubts;
}

/** Neighbouring numbers as first and last: `[3, 4, 5, 9]` is `[[3, 5], [9, 9]]`. */
function runs(numbers: readonly number[]): [number, number][] {
  const out: [number, number][] = [];
  for (const n of numbers) {
    const run = out[out.length - 1];
    if (run?.[1] === n - 1) run[1] = n;
    else out.push([n, n]);
  }
  return out;
}
