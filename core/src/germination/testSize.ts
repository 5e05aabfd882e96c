import { CoreError, needCount, needNumber } from '../errors.ts';
import { betaCdf, logBeta, logGamma } from '../numeric/gamma.ts';

/** Sizes of a test that are offered. */
export const TEST_SIZES = [10, 20, 25, 30, 40, 50, 75, 100, 200, 400] as const;
/** A size is advised when the chance of a clear answer is at least this. */
export const CLEAR_ENOUGH = 0.8;
/** How sure a test shall make the library that a lot is above or below its lending line. */
export const TEST_CERTAINTY = 0.9;

export interface TestSizeInput {
  /** What is believed of the lot today: a beta distribution of the share alive. */
  readonly alpha: number;
  readonly beta: number;
  /** The line that the lot is held against, 0..1. */
  readonly threshold: number;
  /** How sure the answer must be, above 0.5 and below 1. */
  readonly certainty: number;
  /** Seeds that may be spent. */
  readonly spendable: number;
}

export interface TestSizes {
  readonly options: readonly { readonly seeds: number; readonly clear: number }[];
  /** The smallest size with a good chance of a clear answer, else the largest; null when not even the smallest can be spent. */
  readonly recommended: number | null;
}

/** Chance of each number alive of `n`, k = 0..n, when the share alive is Beta(alpha, beta). They sum to 1. */
export function betaBinomial(n: number, alpha: number, beta: number): Float64Array {
  const norm = logBeta(alpha, beta) - logGamma(n + 1);
  return Float64Array.from({ length: n + 1 }, (_, k) =>
    Math.exp(logBeta(alpha + k, beta + n - k) - logGamma(k + 1) - logGamma(n - k + 1) - norm),
  );
}

/**
 * Chance that a test of so many seeds gives a clear answer: the prior predictive chance that afterwards the lot is at or above
 * `threshold` with at least `certainty`, or below it with at least that. The posterior falls in k, so each side is one cut.
 */
export function clearChance(seeds: number, { alpha, beta, threshold, certainty }: Omit<TestSizeInput, 'spendable'>): number {
  const chances = betaBinomial(seeds, alpha, beta);
  const above = (k: number): number => 1 - betaCdf(threshold, alpha + k, beta + seeds - k);
  /** The smallest k in 0..seeds + 1 from which `holds` is true. */
  const from = (holds: (k: number) => boolean): number => {
    let low = 0;
    let high = seeds + 1;
    while (low < high) {
      const mid = (low + high) >> 1;
      if (holds(mid)) high = mid;
      else low = mid + 1;
    }
    return low;
  };
  const sound = from((k) => above(k) >= certainty);
  const unsure = from((k) => above(k) > 1 - certainty);
  return chances.reduce((sum, p, k) => (k >= sound || k < unsure ? sum + p : sum), 0);
}

function needSize(input: TestSizeInput): void {
  needNumber('test-size', 'alpha', input.alpha, Number.MIN_VALUE);
  needNumber('test-size', 'beta', input.beta, Number.MIN_VALUE);
  needNumber('test-size', 'threshold', input.threshold, 1e-9, 1 - 1e-9);
  needNumber('test-size', 'certainty', input.certainty, 0.5, 1);
  if (input.certainty <= 0.5 || input.certainty >= 1) {
    throw new CoreError('test-size', 'certainty', input.certainty, 'must be above 0.5 and below 1');
  }
  needCount('test-size', 'spendable', input.spendable);
}

/**
 * How many seeds a test needs: the chance of a clear answer for each size that can be spent.
 * Throws a CoreError for parameters that are no distribution, a threshold outside 0..1, a certainty outside 0.5..1.
 */
export function testSize(input: TestSizeInput): TestSizes {
  needSize(input);
  const options = TEST_SIZES.filter((seeds) => seeds <= input.spendable).map((seeds) => ({ seeds, clear: clearChance(seeds, input) }));
  const good = options.find((o) => o.clear >= CLEAR_ENOUGH);
  return { options, recommended: good?.seeds ?? options[options.length - 1]?.seeds ?? null };
}

/** The size alone that `testSize` recommends, without working out those beyond it. */
export function recommendedSize(input: TestSizeInput): number | null {
  needSize(input);
  const sizes = TEST_SIZES.filter((seeds) => seeds <= input.spendable);
  return sizes.find((seeds) => clearChance(seeds, input) >= CLEAR_ENOUGH) ?? sizes[sizes.length - 1] ?? null;
}
