import { plural } from '../words/words.ts';
import { type FieldError, needCount, needNone, needNumber } from '../errors.ts';
import { dayErrors } from './summary.ts';
import { logBeta, logGamma } from '../numeric/gamma.ts';
import { logNormalDensity, logPhi } from '../numeric/normal.ts';

export interface WaitInput {
  readonly sown: number;
  /** New live seedlings since the last count, on strictly rising days of the test; known up to the day of the last one. */
  readonly counts: readonly { readonly day: number; readonly alive: number }[];
  /** Day of the test. */
  readonly today: number;
  /** What was believed of the lot before this test: a beta distribution of the share alive. */
  readonly prior: { readonly alpha: number; readonly beta: number };
  /** Days on which the first and the last live seed of the crop usually sprout, above 0. */
  readonly usualDays: { readonly min: number; readonly max: number };
  /** Part of the live seed that straggles: it takes twice the time (0 when left out). Umbels, hard seed and many perennials do. */
  readonly slowShare?: number | undefined;
}

export interface WaitOrCall {
  /** Live seeds that are still to come, after the last count. */
  readonly expectedMore: number;
  readonly moreLow: number;
  readonly moreHigh: number;
  /** Share of all sown that will have proved alive. */
  readonly finalShare: { readonly median: number; readonly low: number; readonly high: number };
  /** First whole day, not before today, after which less than half a seed is expected. */
  readonly callOn: number;
  readonly advice: 'wait' | 'call';
  /** Pace of this test against the usual, as a factor on the days: above 1 is slow. Its median. */
  readonly pace: number;
  /** Share of all sown expected to have sprouted by each of `days`, with what may come; empty when none are asked for. */
  readonly ahead: readonly { readonly day: number; readonly median: number; readonly low: number; readonly high: number }[];
}

const Z95 = 1.6448536269514722;
const LEAST_SD = 0.1;
const PACE_SD = 0.3;
/** Less than this many seeds to come are not worth a day's wait. */
const HALF_A_SEED = 0.5;
/** Values of the pace that are looked at; the mean of a smooth function over so many is exact to a millionth. */
const PACES = 121;
const REACH = 15;

/** log(exp(a) - exp(b)) for a >= b. */
function logDifference(a: number, b: number): number {
  return b === -Infinity ? a : b >= a ? -Infinity : a + Math.log(-Math.expm1(b - a));
}

/** log(Phi(b) - Phi(a)) for a <= b, exact also where both lie far out on one side. */
function logBetween(a: number, b: number): number {
  return a > 0 ? logDifference(logPhi(-a), logPhi(-b)) : logDifference(logPhi(b), logPhi(a));
}

/** log(exp(a) + exp(b)). */
function logSumOf(a: number, b: number): number {
  const top = Math.max(a, b);
  return top === -Infinity ? -Infinity : top + Math.log1p(Math.exp(Math.min(a, b) - top));
}

/** ln of the days in which a live seed sprouts at the usual pace: normal, with the usual days as 5 % and 95 % points. */
function usualTime(days: WaitInput['usualDays']): { readonly mean: number; readonly sd: number } {
  const low = Math.log(days.min);
  const high = Math.log(days.max);
  return { mean: (low + high) / 2, sd: Math.max(LEAST_SD, (high - low) / (2 * Z95)) };
}

/** A grid of ln pace round what the counts leave likely, with the log weight of each. */
function paces(logWeight: (lnPace: number) => number): { readonly lnPace: Float64Array; readonly log: Float64Array } {
  let from = -12;
  let to = 12;
  for (let round = 0; round < 8; round++) {
    const step = (to - from) / (PACES - 1);
    const lnPace = Float64Array.from({ length: PACES }, (_, i) => from + i * step);
    const log = lnPace.map(logWeight);
    const best = log.reduce((a, b) => Math.max(a, b), -Infinity);
    const first = log.findIndex((l) => l > best - REACH * 2);
    const last = PACES - 1 - [...log].reverse().findIndex((l) => l > best - REACH * 2);
    // Settled once what matters fills most of the grid.
    if (best === -Infinity || round === 7 || last - first > PACES * 0.6) return { lnPace, log };
    from = (lnPace[first] as number) - step;
    to = (lnPace[last] as number) + step;
  }
  throw new Error('unreachable');
}

/** Smallest count at which the running sum reaches `share`. */
function quantile(chances: Float64Array, share: number): number {
  let sum = 0;
  for (let m = 0; m < chances.length; m++) {
    sum += chances[m] as number;
    if (sum >= share - 1e-12) return m;
  }
  return chances.length - 1;
}

/**
 * What may still come in a test, and when to stop waiting. The share alive v is Beta(alpha, beta); a live seed sprouts after
 * u x T days, ln T normal with the crop's usual first and last days as its 5 % and 95 % points (sd at least 0.10), and
 * ln u ~ Normal(0, 0.30) the pace of this test, shared by its seeds; `slowShare` of the live seed takes twice its T. With x live seeds counted up to day c, the number M to
 * come has P(M = m, u) proportional to
 * p(u) prod(dF_u^count) C(n - x, m) (1 - F_u(c))^m B(alpha + x + m, beta + n - x - m).
 * Seed counted on day 0 sprouted before the warm and says nothing about the pace.
 * `days` asks for the course to be expected on these days, which are after the last count.
 * Throws a CoreError for counts that cannot be, a day that is not later than the one before, and a today before the last count.
 */
export function waitOrCall(input: WaitInput, days: readonly number[] = []): WaitOrCall {
  const { sown, counts, today, prior, slowShare = 0 } = input;
  checkWait(input);
  const alive = counts.reduce((sum, c) => sum + c.alive, 0);
  const left = sown - alive;
  const usual = usualTime(input.usualDays);
  const z = (day: number, lnPace: number): number => (day <= 0 ? -Infinity : (Math.log(day) - lnPace - usual.mean) / usual.sd);
  const lastDay = counts[counts.length - 1]?.day ?? 0;
  // Ways that m of those left are alive, without the pace; each pace then weighs them by (1 - F(c))^m.
  const ways = new Float64Array(left + 1);
  for (let m = 0; m <= left; m++) {
    ways[m] = logGamma(left + 1) - logGamma(m + 1) - logGamma(left - m + 1) + logBeta(prior.alpha + alive + m, prior.beta + left - m);
  }
  const mostWays = ways.reduce((a, b) => Math.max(a, b), -Infinity);
  // Stragglers take twice the time: their deviate lies ln 2 further back.
  const [quick, slow] = [Math.log1p(-slowShare), Math.log(slowShare)];
  const lag = Math.LN2 / usual.sd;
  const logAfter = (at: number): number => (slowShare === 0 ? logPhi(-at) : logSumOf(quick + logPhi(-at), slow + logPhi(lag - at)));
  const logWithin = (from: number, to: number): number =>
    slowShare === 0 ? logBetween(from, to) : logSumOf(quick + logBetween(from, to), slow + logBetween(from - lag, to - lag));
  const logLate = (lnPace: number): number => logAfter(z(lastDay, lnPace));
  const logSum = (late: number): number => {
    let sum = 0;
    for (let m = 0; m <= left; m++) sum += Math.exp((ways[m] as number) - mostWays + (m === 0 ? 0 : m * late));
    return Math.log(sum);
  };
  const grid = paces((lnPace) => {
    let log = logNormalDensity(lnPace, 0, PACE_SD);
    let before = -Infinity;
    for (const c of counts) {
      const here = z(c.day, lnPace);
      if (c.alive > 0 && c.day > 0) log += c.alive * logWithin(before, here);
      before = here;
    }
    return log + logSum(logLate(lnPace));
  });
  const best = grid.log.reduce((a, b) => Math.max(a, b), -Infinity);
  const weights = grid.log.map((l) => Math.exp(l - best));
  const total = weights.reduce((a, b) => a + b, 0);
  const chances = new Float64Array(left + 1);
  // Of each pace: its weight, and the mean number still to come.
  const means = grid.lnPace.map((lnPace, i) => {
    const weight = (weights[i] as number) / total;
    if (weight < 1e-14) return 0;
    const late = logLate(lnPace);
    const norm = logSum(late) + mostWays;
    let mean = 0;
    for (let m = 0; m <= left; m++) {
      const p = Math.exp((ways[m] as number) + (m === 0 ? 0 : m * late) - norm);
      chances[m] = (chances[m] as number) + weight * p;
      mean += m * p;
    }
    return mean;
  });
  const expectedAfter = (day: number): number =>
    grid.lnPace.reduce((sum, lnPace, i) => {
      const mean = means[i] as number;
      if (mean === 0) return sum;
      return sum + ((weights[i] as number) / total) * mean * Math.exp(Math.min(0, logAfter(z(day, lnPace)) - logLate(lnPace)));
    }, 0);
  const share = (more: number): number => (sown === 0 ? 0 : (alive + more) / sown);
  const callOn = firstDay(Math.ceil(today), (day) => expectedAfter(day) < HALF_A_SEED);
  let lnPace = 0;
  let sum = 0;
  for (let i = 0; i < grid.lnPace.length; i++) {
    sum += (weights[i] as number) / total;
    lnPace = grid.lnPace[i] as number;
    if (sum >= 0.5) break;
  }
  return {
    expectedMore: means.reduce((s, mean, i) => s + ((weights[i] as number) / total) * mean, 0),
    moreLow: quantile(chances, 0.05),
    moreHigh: quantile(chances, 0.95),
    finalShare: { median: share(quantile(chances, 0.5)), low: share(quantile(chances, 0.05)), high: share(quantile(chances, 0.95)) },
    callOn,
    advice: callOn <= today ? 'call' : 'wait',
    pace: Math.exp(lnPace),
    ahead: days.map((day) => ({ day, ...course(day) })),
  };

  /** The share expected to be up by a day after the last count: its mean, and the mean course of few and of many to come. */
  function course(day: number): { median: number; low: number; high: number } {
    const all = grid.lnPace.reduce((s, _, i) => s + ((weights[i] as number) / total) * (means[i] as number), 0);
    const part = all === 0 ? 1 : 1 - expectedAfter(day) / all;
    return {
      median: share(quantile(chances, 0.5) * part),
      low: share(quantile(chances, 0.05) * part),
      high: share(quantile(chances, 0.95) * part),
    };
  }
}

function checkWait({ sown, counts, today, prior, usualDays, slowShare = 0 }: WaitInput): void {
  needNumber('wait', 'slowShare', slowShare, 0, 1);
  needCount('wait', 'sown', sown);
  needNumber('wait', 'today', today, 0);
  needNumber('wait', 'prior.alpha', prior.alpha, Number.MIN_VALUE);
  needNumber('wait', 'prior.beta', prior.beta, Number.MIN_VALUE);
  needNumber('wait', 'usualDays.min', usualDays.min, Number.MIN_VALUE);
  needNumber('wait', 'usualDays.max', usualDays.max, Number.MIN_VALUE);
  counts.forEach((c, i) => {
    needNumber('wait', `counts[${String(i)}].day`, c.day, 0);
    needCount('wait', `counts[${String(i)}].alive`, c.alive);
  });
  needNone('wait', waitErrors({ sown, counts, today, usualDays }));
}

/** What of a test cannot be: days that do not rise or lie ahead, more seeds up than were sown, usual days that end before they begin. */
export function waitErrors({ sown, counts, today, usualDays }: Pick<WaitInput, 'sown' | 'counts' | 'today' | 'usualDays'>): FieldError[] {
  const errors = dayErrors('', counts);
  const alive = counts.reduce((sum, c) => sum + c.alive, 0);
  if (alive > sown) errors.push({ path: 'sown', message: `${plural(alive, 'seed')} were counted, more than the ${String(sown)} sown` });
  const last = Math.max(0, ...counts.map((c) => c.day));
  if (today < last) errors.push({ path: 'today', message: `must not be before the last count, day ${String(last)}` });
  if (usualDays.max < usualDays.min) errors.push({ path: 'usualDays.max', message: 'must not be below the first usual day' });
  return errors;
}

/** First whole day from `from` on which `enough` holds; it never stops holding. */
function firstDay(from: number, enough: (day: number) => boolean): number {
  if (enough(from)) return from;
  let low = from;
  let step = 1;
  while (!enough(low + step)) {
    low += step;
    step *= 2;
  }
  let high = low + step;
  while (high - low > 1) {
    const mid = Math.floor((low + high) / 2);
    if (enough(mid)) high = mid;
    else low = mid;
  }
  return high;
}
