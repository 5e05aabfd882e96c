import { plural } from '../words/words.ts';
import { type FieldError, needCount, needNone, needNumber } from '../errors.ts';
import { rangeUpperPoint } from '../numeric/studentisedRange.ts';
import { clopperPearson, type Interval, wilson } from './intervals.ts';

export interface ReplicateResult {
  readonly sown: number;
  /** New normal seedlings since the last count, on strictly rising days of the test. */
  readonly counts: readonly { readonly day: number; readonly normal: number }[];
  readonly abnormal?: number | undefined;
  readonly hard?: number | undefined;
  readonly fresh?: number | undefined;
  /** Mouldy, dead or empty. */
  readonly dead?: number | undefined;
}

export interface GerminationSummary {
  readonly sown: number;
  readonly normal: number;
  readonly share: number | null;
  /** Seeds that proved alive: normal + hard + fresh. */
  readonly alive: number;
  readonly interval: Interval | null;
  readonly exact: Interval | null;
  readonly range: number | null;
  readonly toleratedRange: number | null;
  /** Whether the replicates agree as well as chance allows; null for one replicate. */
  readonly consistent: boolean | null;
  readonly meanTime: number | null;
  readonly t50: number | null;
  readonly curve: readonly { readonly day: number; readonly cumulative: number }[];
}

/**
 * Germination of one test. Shares are of all seeds sown; times are days. Mean time is sum(n t)/sum(n);
 * T50 by linear interpolation (Farooq et al. 2005, Journal of Integrative Plant Biology 47). The
 * tolerated range of replicates is the upper 2.5 % point of the studentised range with binomial variance
 * (after Miles 1963, Proceedings of ISTA 28), compared to the nearest whole seed.
 */
export function germinationSummary(replicates: readonly ReplicateResult[], level = 0.95): GerminationSummary {
  replicates.forEach(checkCounts);
  needNone('germination', replicateErrors(replicates));
  const normals = replicates.map((r) => r.counts.reduce((sum, c) => sum + c.normal, 0));
  const sown = replicates.reduce((sum, r) => sum + r.sown, 0);
  const normal = normals.reduce((sum, n) => sum + n, 0);
  const asleep = replicates.reduce((sum, r) => sum + (r.hard ?? 0) + (r.fresh ?? 0), 0);
  const curve = cumulativeCurve(replicates, sown);
  return {
    sown,
    normal,
    share: sown > 0 ? normal / sown : null,
    alive: normal + asleep,
    interval: wilson(normal, sown, level),
    exact: clopperPearson(normal, sown, level),
    ...agreement(replicates, normals, sown, normal),
    meanTime: meanTime(replicates, normal),
    t50: halfTime(replicates, normal),
    curve,
  };
}

function checkCounts(r: ReplicateResult, i: number): void {
  const path = `replicates[${String(i)}]`;
  needCount('germination', `${path}.sown`, r.sown);
  for (const field of ['abnormal', 'hard', 'fresh', 'dead'] as const) needCount('germination', `${path}.${field}`, r[field] ?? 0);
  r.counts.forEach((c, j) => {
    needCount('germination', `${path}.counts[${String(j)}].normal`, c.normal);
    needNumber('germination', `${path}.counts[${String(j)}].day`, c.day, 0);
  });
}

/** Where the counts of a day are not later than those before it. */
export function dayErrors(at: string, counts: readonly { readonly day: number }[]): FieldError[] {
  return counts.flatMap((c, i) => {
    const before = counts[i - 1];
    return before && c.day <= before.day
      ? [{ path: `${at}counts[${String(i)}].day`, message: `must be later than day ${String(before.day)}` }]
      : [];
  });
}

/** What of the counts cannot be: days that do not rise, and more seeds counted than were sown. */
export function replicateErrors(replicates: readonly ReplicateResult[]): FieldError[] {
  return replicates.flatMap((r, i) => {
    const at = `replicates[${String(i)}].`;
    const normal = r.counts.reduce((sum, c) => sum + c.normal, 0);
    const all = normal + (r.abnormal ?? 0) + (r.hard ?? 0) + (r.fresh ?? 0) + (r.dead ?? 0);
    const errors = dayErrors(at, r.counts);
    return all > r.sown
      ? [...errors, { path: `${at}sown`, message: `${plural(all, 'seed')} were counted, more than the ${String(r.sown)} sown` }]
      : errors;
  });
}

function agreement(
  replicates: readonly ReplicateResult[],
  normals: readonly number[],
  sown: number,
  normal: number,
): Pick<GerminationSummary, 'range' | 'toleratedRange' | 'consistent'> {
  const filled = replicates.map((r, i) => ({ n: r.sown, x: normals[i] as number })).filter((r) => r.n > 0);
  if (filled.length < 2 || sown === 0) return { range: null, toleratedRange: null, consistent: null };
  const shares = filled.map((r) => r.x / r.n);
  const range = Math.max(...shares) - Math.min(...shares);
  const n = filled.length / filled.reduce((sum, r) => sum + 1 / r.n, 0);
  const p = normal / sown;
  const tolerated = rangeUpperPoint(0.025, filled.length) * Math.sqrt((p * (1 - p)) / n);
  return { range, toleratedRange: tolerated, consistent: range <= tolerated + 0.5 / n + 1e-9 };
}

function countsByDay(replicates: readonly ReplicateResult[]): { day: number; normal: number }[] {
  const byDay = new Map<number, number>();
  for (const r of replicates) for (const c of r.counts) byDay.set(c.day, (byDay.get(c.day) ?? 0) + c.normal);
  return [...byDay].map(([day, n]) => ({ day, normal: n })).sort((a, b) => a.day - b.day);
}

function cumulativeCurve(replicates: readonly ReplicateResult[], sown: number): { day: number; cumulative: number }[] {
  if (sown === 0) return [];
  let sum = 0;
  return countsByDay(replicates).map((c) => {
    sum += c.normal;
    return { day: c.day, cumulative: sum / sown };
  });
}

function meanTime(replicates: readonly ReplicateResult[], normal: number): number | null {
  if (normal === 0) return null;
  return countsByDay(replicates).reduce((sum, c) => sum + c.normal * c.day, 0) / normal;
}

function halfTime(replicates: readonly ReplicateResult[], normal: number): number | null {
  if (normal === 0) return null;
  const half = normal / 2;
  let before = { day: 0, n: 0 };
  for (const c of countsByDay(replicates)) {
    const here = { day: c.day, n: before.n + c.normal };
    if (here.n >= half) {
      // All sprouted on the first day of counting at day 0: there is nothing to interpolate.
      return here.n === before.n ? here.day : before.day + ((half - before.n) * (here.day - before.day)) / (here.n - before.n);
    }
    before = here;
  }
  return null;
}
