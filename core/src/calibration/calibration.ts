import { type Interval, wilson } from '../germination/intervals.ts';
import { betaBinomial } from '../germination/testSize.ts';
import { needCount, needNumber } from '../errors.ts';
import { probit } from '../numeric/normal.ts';
import { TEST_CONCENTRATION } from '../viability/likelihood.ts';

/** A closed test with what was believed of its lot the day before. */
export interface PredictedTest {
  readonly sown: number;
  readonly alive: number;
  readonly alpha: number;
  readonly beta: number;
  /** Whether nothing had been counted of the lot before: then it tells of the prior. */
  readonly first: boolean;
}

export interface Prediction {
  /** Fewest and most alive that were expected, with 90 % confidence. */
  readonly low: number;
  readonly high: number;
  readonly inside: boolean;
  /** Where the count fell in what was expected, 0 lowest to 1 highest: half of its own chance counts as below. */
  readonly place: number;
  /** The chance below the count, and with the count: its place lies evenly between the two. */
  readonly below: number;
  readonly upTo: number;
}

/** The belief about what a test will show: that about the lot, wider by how much tests scatter round it (a + b = 60). */
function shown(alpha: number, beta: number): { readonly alpha: number; readonly beta: number } {
  const n = alpha + beta;
  const mean = alpha / n;
  const between = (mean * (1 - mean)) / (n + 1);
  // E[v (1 - v)] / (a + b + 1) comes on top.
  const within = (mean * (1 - mean) - between) / (TEST_CONCENTRATION + 1);
  const spread = (mean * (1 - mean)) / (between + within) - 1;
  return { alpha: mean * spread, beta: (1 - mean) * spread };
}

/** The interval that was predicted for a count, and where the count fell in it. Beta-binomial, with the scatter of tests. */
export function predictionOf({ sown, alive, alpha, beta }: Omit<PredictedTest, 'first'>): Prediction {
  needCount('predictionOf', 'sown', sown, 1);
  needCount('predictionOf', 'alive', alive, 0, sown);
  needNumber('predictionOf', 'alpha', alpha, Number.MIN_VALUE);
  needNumber('predictionOf', 'beta', beta, Number.MIN_VALUE);
  const seen = shown(alpha, beta);
  const chances = betaBinomial(sown, seen.alpha, seen.beta);
  let sum = 0;
  let low = -1;
  let high = -1;
  let below = 0;
  let upTo = 0;
  chances.forEach((p, k) => {
    if (k === alive) [below, upTo] = [sum, sum + p];
    sum += p;
    if (low < 0 && sum >= 0.05 - 1e-12) low = k;
    if (high < 0 && sum >= 0.95 - 1e-12) high = k;
  });
  if (high < 0) high = sown;
  const kept = (x: number): number => Math.min(1 - 1e-6, Math.max(1e-6, x));
  return { low, high, inside: alive >= low && alive <= high, place: kept((below + upTo) / 2), below: kept(below), upTo: kept(upTo) };
}

export interface Calibration {
  readonly tests: number;
  readonly inside: number;
  /** Share of counts inside their interval, and what chance leaves open about it; null without tests. */
  readonly share: number | null;
  readonly interval: Interval | null;
  /** How many counts fell into each tenth of what was expected, in parts where one may lie in several; even when all is well. */
  readonly tenths: readonly number[];
  /** Tests that were the first of their lot, and how much wider (above 1) or narrower the prior should be by them. */
  readonly firsts: number;
  readonly spread: number;
}

/** Counts as many tests that agree with the prior as it stands, so that a few odd lots do not throw it over. */
const PRIOR_TESTS = 10;
export const SPREAD_LIMITS = { min: 0.5, max: 2 } as const;
/** Fewer seeds than this in first tests cannot say that the prior is too careful. */
const SEEDS_TO_NARROW = 1000;

/** Mean of z^2 where a normal deviate lies between the places a and b: what a place drawn evenly from them gives on average. */
function meanSquare(a: number, b: number): number {
  if (b - a < 1e-9) return probit((a + b) / 2) ** 2;
  const [za, zb] = [probit(a), probit(b)];
  const density = (z: number): number => Math.exp(-0.5 * z * z) / Math.sqrt(2 * Math.PI);
  return Math.max(0, (b - a - (zb * density(zb) - za * density(za))) / (b - a));
}

/**
 * How well counts were predicted. Where each count fell in its own prediction is even over 0..1 when the beliefs are as wide as
 * they should be (the probability integral transform, Dawid 1984, Journal of the Royal Statistical Society A 147). Counts are whole
 * numbers, so a place is anywhere between the chance below the count and that with it (randomised; Czado, Gneiting & Held 2009,
 * Biometrics 65): without that, small tests would make every prior look too careful. Here the mean over all those places is taken. The
 * spread is their root mean square as normal deviates, over first tests only, held by ten that agree, and not below 1 while
 * the first tests hold few seeds.
 */
export function calibrate(tests: readonly PredictedTest[]): Calibration {
  const seen = tests.map((t) => ({ ...predictionOf(t), first: t.first, sown: t.sown }));
  const inside = seen.filter((p) => p.inside).length;
  const tenths = Array.from({ length: 10 }, () => 0);
  for (const p of seen) {
    const width = Math.max(1e-12, p.upTo - p.below);
    for (let i = 0; i < 10; i++) {
      const share = Math.max(0, Math.min(p.upTo, (i + 1) / 10) - Math.max(p.below, i / 10)) / width;
      tenths[i] = (tenths[i] as number) + share;
    }
  }
  const firsts = seen.filter((p) => p.first);
  const squares = firsts.reduce((sum, p) => sum + meanSquare(p.below, p.upTo), 0);
  const spread = Math.sqrt((PRIOR_TESTS + squares) / (PRIOR_TESTS + firsts.length));
  const seeds = firsts.reduce((sum, p) => sum + p.sown, 0);
  const least = seeds < SEEDS_TO_NARROW ? 1 : SPREAD_LIMITS.min;
  return {
    tests: tests.length,
    inside,
    share: tests.length === 0 ? null : inside / tests.length,
    interval: wilson(inside, tests.length, 0.95),
    tenths,
    firsts: firsts.length,
    spread: Math.min(SPREAD_LIMITS.max, Math.max(least, spread)),
  };
}
