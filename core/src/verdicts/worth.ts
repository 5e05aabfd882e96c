import { needNumber } from '../errors.ts';
import { betaBinomial } from '../germination/testSize.ts';
import { betaCdf } from '../numeric/gamma.ts';
import { numberWords, plural } from '../words/words.ts';
import { THICKER_MEDIAN } from './verdict.ts';

/** How a lot can be treated, the most hopeful first. */
export const TREATMENTS = ['lend', 'thicken', 'give-up'] as const;
export type Treatment = (typeof TREATMENTS)[number];

/**
 * What a wrong treatment costs, in ruined sowings: rows are what is done, columns what the lot really is (good enough to
 * lend, to be sown thicker, too poor). Lending dead seed costs members a season; giving up good seed costs the lot; sowing good seed
 * thick wastes a little. Esprel's own figures: only their order matters much.
 */
const COST: Readonly<Record<Treatment, readonly [number, number, number]>> = {
  lend: [0, 1, 3],
  thicken: [0.3, 0, 1.5],
  'give-up': [2, 1, 0],
};

/** What a test would tell of a lot, whoever wants it and whatever else there is. */
export interface TestValue {
  /** Ruined sowings that the test would spare. */
  readonly spared: number;
  readonly now: Treatment;
  /** Chance that the lot is treated otherwise after the test, and the likeliest other treatment. */
  readonly change: number;
  readonly instead: Treatment | null;
}

/** What else bears on the worth of a test. */
export interface WorthInput {
  /** Seeds that the test would take, and seeds above the floor. */
  readonly seeds: number;
  readonly free: number;
  /** Loans of the variety in the last three years. */
  readonly wanted: number;
  /** Other lots of the variety that can be lent as they are. */
  readonly sound: number;
}

/** Expected cost of each treatment when the share alive is Beta(alpha, beta), the best first. */
function best(alpha: number, beta: number, threshold: number): { readonly treatment: Treatment; readonly cost: number } {
  const poor = betaCdf(Math.min(THICKER_MEDIAN, threshold), alpha, beta);
  const good = 1 - betaCdf(threshold, alpha, beta);
  const truth = [good, Math.max(0, 1 - good - poor), poor] as const;
  let found: { treatment: Treatment; cost: number } = { treatment: 'lend', cost: Infinity };
  for (const treatment of TREATMENTS) {
    const cost = COST[treatment].reduce((sum, c, i) => sum + c * (truth[i] as number), 0);
    if (cost < found.cost - 1e-12) found = { treatment, cost };
  }
  return found;
}

/**
 * What a test of so many seeds would tell of a lot that is believed to be Beta(alpha, beta) alive: what the best treatment costs with
 * what is known now, less what it is expected to cost after the test (the expected value of sample information, Raiffa & Schlaifer 1961,
 * with beta-binomial outcomes). Throws a CoreError for figures that are no distribution or no amounts.
 */
export function testValue({
  alpha,
  beta,
  threshold,
  seeds,
}: {
  readonly alpha: number;
  readonly beta: number;
  readonly threshold: number;
  readonly seeds: number;
}): TestValue {
  needNumber('testValue', 'alpha', alpha, Number.MIN_VALUE);
  needNumber('testValue', 'beta', beta, Number.MIN_VALUE);
  needNumber('testValue', 'threshold', threshold, 1e-9, 1 - 1e-9);
  needNumber('testValue', 'seeds', seeds, 1);
  const now = best(alpha, beta, threshold);
  let after = 0;
  const instead = new Map<Treatment, number>();
  betaBinomial(seeds, alpha, beta).forEach((p, k) => {
    const then = best(alpha + k, beta + seeds - k, threshold);
    after += p * then.cost;
    if (then.treatment !== now.treatment) instead.set(then.treatment, (instead.get(then.treatment) ?? 0) + p);
  });
  const likeliest = [...instead].sort((a, b) => b[1] - a[1])[0];
  return {
    spared: Math.max(0, now.cost - after),
    now: now.treatment,
    change: [...instead.values()].reduce((a, b) => a + b, 0),
    instead: likeliest?.[0] ?? null,
  };
}

/**
 * The worth of a test: the ruined sowings it would spare, more where members want the seed and no other lot serves, less where the
 * test eats up what is there. Throws a CoreError where there are fewer seeds than it would take.
 */
export function testWorth({ spared }: Pick<TestValue, 'spared'>, { seeds, free, wanted, sound }: WorthInput): number {
  needNumber('testWorth', 'free', free, seeds);
  return (spared * (1 + Math.log1p(wanted)) * (sound === 0 ? 1.5 : 1)) / (1 + (4 * seeds) / free);
}

const INSTEAD: Readonly<Record<Treatment, string>> = {
  lend: 'is good enough to lend as it is',
  thicken: 'needs thicker sowing',
  'give-up': 'is past lending',
};

/** Why a lot is worth a test, in one sentence. */
export function worthWords(worth: Pick<TestValue, 'change' | 'instead'>, input: WorthInput): string {
  const asked = input.wanted === 0 ? '' : `; ${plural(input.wanted, 'loan')} in three years`;
  const rare = input.sound === 0 ? ', and no other lot of it can be lent' : '';
  const times = Math.max(2, Math.min(99, Math.round(1 / worth.change)));
  const may =
    worth.instead === null ? 'It would hardly change anything' : `One chance in ${numberWords(times)} that it ${INSTEAD[worth.instead]}`;
  return `${may}${asked}${rare}. It costs ${String(input.seeds)} of ${plural(input.free, 'seed')}.`;
}
