import { type Interval, wilson } from '../germination/intervals.ts';
import { betaBinomial } from '../germination/testSize.ts';
import { needCount, needNumber } from '../errors.ts';
import { probit } from '../numeric/normal.ts';

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
}

/** The interval that was predicted for a count, and where the count fell in it. Beta-binomial. */
export function predictionOf({ sown, alive, alpha, beta }: Omit<PredictedTest, 'first'>): Prediction {
  needCount('predictionOf', 'sown', sown, 1);
  needCount('predictionOf', 'alive', alive, 0, sown);
  needNumber('predictionOf', 'alpha', alpha, Number.MIN_VALUE);
  needNumber('predictionOf', 'beta', beta, Number.MIN_VALUE);
  const chances = betaBinomial(sown, alpha, beta);
  let sum = 0;
  let low = -1;
  let high = -1;
  let place = 0;
  chances.forEach((p, k) => {
    if (k === alive) place = sum + p / 2;
    sum += p;
    if (low < 0 && sum >= 0.05 - 1e-12) low = k;
    if (high < 0 && sum >= 0.95 - 1e-12) high = k;
  });
  if (high < 0) high = sown;
  return { low, high, inside: alive >= low && alive <= high, place: Math.min(1 - 1e-6, Math.max(1e-6, place)) };
}

export interface Calibration {
  readonly tests: number;
  readonly inside: number;
  /** Share of counts inside their interval, and what chance leaves open about it; null without tests. */
  readonly share: number | null;
  readonly interval: Interval | null;
  /** How many counts fell into each tenth of what was expected; even when all is well. */
  readonly tenths: readonly number[];
  /** Tests that were the first of their lot, and how much wider (above 1) or narrower the prior should be by them. */
  readonly firsts: number;
  readonly spread: number;
}

/** Counts as many tests that agree with the prior as it stands, so that a few odd lots do not throw it over. */
const PRIOR_TESTS = 10;
export const SPREAD_LIMITS = { min: 0.5, max: 2 } as const;

/**
 * How well counts were predicted. Where each count fell in its own prediction is even over 0..1 when the beliefs are as wide as
 * they should be (the probability integral transform, Dawid 1984, Journal of the Royal Statistical Society A 147). The spread is the
 * root mean square of those places as normal deviates, over first tests only, held by ten that agree.
 */
export function calibrate(tests: readonly PredictedTest[]): Calibration {
  const seen = tests.map((t) => ({ ...predictionOf(t), first: t.first }));
  const inside = seen.filter((p) => p.inside).length;
  const tenths = Array.from({ length: 10 }, () => 0);
  for (const p of seen) tenths[Math.min(9, Math.floor(p.place * 10))]! += 1;
  const firsts = seen.filter((p) => p.first);
  const squares = firsts.reduce((sum, p) => sum + probit(p.place) ** 2, 0);
  const spread = Math.sqrt((PRIOR_TESTS + squares) / (PRIOR_TESTS + firsts.length));
  return {
    tests: tests.length,
    inside,
    share: tests.length === 0 ? null : inside / tests.length,
    interval: wilson(inside, tests.length, 0.95),
    tenths,
    firsts: firsts.length,
    spread: Math.min(SPREAD_LIMITS.max, Math.max(SPREAD_LIMITS.min, spread)),
  };
}
