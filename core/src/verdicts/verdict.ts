import { addDays, type Day } from '../dates/day.ts';
import type { ViabilityPoint } from '../viability/posteriorReader.ts';
import { capital } from '../words/words.ts';

export const VERDICTS = ['lend', 'sow-thicker', 'test-first', 'renew', 'rescue', 'let-go'] as const;
export type Verdict = (typeof VERDICTS)[number];

export const VERDICT_WORDS: Readonly<Record<Verdict, string>> = {
  lend: 'Lend',
  'sow-thicker': 'Lend, sow thicker',
  'test-first': 'Test first',
  renew: 'Renew now',
  rescue: 'Rescue only',
  'let-go': 'Let it go',
};

/** Chance of being above the lending line that a lot needs to be lent without a word. */
export const LENDING_CHANCE = 0.8;
export const THICKER_MEDIAN = 0.4;
export const RESCUE_HIGH = 0.3;
export const WIDE_INTERVAL = 0.35;
/** Fewer seeds than this tell too little to be worth a test. */
export const SMALLEST_TEST = 10;

export interface VerdictInput {
  readonly today: ViabilityPoint;
  /** Lending line, 0..1. */
  readonly threshold: number;
  /** Medians one year from today, and on the day the coming season's seed could be ready. */
  readonly medianInAYear: number;
  readonly medianWhenRenewed: number;
  /** First day on which the median is below 40 %, if it is within sight. */
  readonly belowFortyOn: Day | null;
  readonly balance: number;
  readonly floor: number;
  /** Seeds that two more seasons would take; null when nothing is alive. */
  readonly twoSeasons: number | null;
  /** Code of a younger sound lot of the variety. */
  readonly youngerSound: string | null;
  /** False for hybrids and clones, which do not come back from their own seed. */
  readonly renewable: boolean;
  /** Seeds for one cell at today's estimate; null when five are not enough. */
  readonly perCell: number | null;
  readonly recalcitrant: boolean;
  /** What crop, age and storage alone would lead one to expect, 0..1; null where nothing was counted. */
  readonly expected: number | null;
  /** The program's today, and the first day on which the median is below the lending line, if it is within sight. */
  readonly day: Day;
  readonly belowLineOn: Day | null;
}

export interface Judgement {
  readonly verdict: Verdict;
  /** A lending verdict that stands beside Renew now. */
  readonly beside: Verdict | null;
  /** One sentence or two: what to do and why. */
  readonly reason: string;
  /** Day on which the lot should be looked at again. */
  readonly nextLook: Day;
}

/** Counts that lie this far from what age and storage promise are said so. */
const DISAGREES = 0.25;
/** No verdict stands longer than this without a look. */
const LONGEST_DAYS = 730;
/** What is to be done now is looked at again after a month. */
const SOON_DAYS = 30;

/** Share as "57 in 100". */
export function inHundred(share: number): string {
  return `${String(Math.round(share * 100))} in 100`;
}

function estimateWords(p: ViabilityPoint): string {
  return `${inHundred(p.median)} alive (${String(Math.round(p.low * 100))} to ${String(Math.round(p.high * 100))})`;
}

/**
 * Judges one lot, in the order: Rescue only, Renew now, Test first, Lend, Lend sow thicker, Let it go. The
 * reason is plain words with the numbers in it.
 */
export function judge(input: VerdictInput): Judgement {
  const { verdict, beside, reason } = verdictOf(input);
  return { verdict, beside, reason: `${reason}${disagreement(input)}`, nextLook: nextLookOf(input, verdict) };
}

/** Fresh but failed, old but sound: where the counts and the calendar disagree, the sentence says so. */
function disagreement({ expected, today: p }: VerdictInput): string {
  if (expected === null || Math.abs(expected - p.median) < DISAGREES) return '';
  return p.median < expected
    ? ` Its age and storage would lead one to expect ${inHundred(expected)}; the counts say less. It may have been dried, kept or labelled badly.`
    : ` Its age and storage would lead one to expect only ${inHundred(expected)}; the counts say it kept better.`;
}

function nextLookOf({ day, belowLineOn, belowFortyOn }: VerdictInput, verdict: Verdict): Day {
  const latest = addDays(day, LONGEST_DAYS);
  const by = verdict === 'lend' ? belowLineOn : verdict === 'sow-thicker' ? belowFortyOn : addDays(day, SOON_DAYS);
  // A little before the line is crossed, so that there is time to renew it.
  const due = by === null ? latest : addDays(by, verdict === 'lend' || verdict === 'sow-thicker' ? -90 : 0);
  return due < day ? day : due > latest ? latest : due;
}

function verdictOf(input: VerdictInput): Omit<Judgement, 'nextLook'> {
  const lending = lendingVerdict(input);
  const { today: p } = input;
  const falls = Math.max(0, Math.round((p.median - input.medianInAYear) * 100));
  const falling = falls >= 1 ? `, falling ${String(falls)} a year` : '';
  const soon = input.recalcitrant ? ' This seed must not dry and does not keep: sow it now.' : '';

  if (p.high < RESCUE_HIGH) {
    if (input.youngerSound !== null) {
      return {
        verdict: 'let-go',
        beside: null,
        reason: `Only ${estimateWords(p)}, and ${input.youngerSound} is younger and sound.`,
      };
    }
    return {
      verdict: 'rescue',
      beside: null,
      reason: `${p.high < 0.01 ? 'Hardly any can be alive' : `Only ${estimateWords(p)}`}. Sow all ${String(input.balance)} in the best conditions you have, and save what comes.${soon}`,
    };
  }
  const renewal = renewalReason(input);
  // To let it go meanwhile would take away what is to be renewed.
  if (renewal !== null) return { verdict: 'renew', beside: lending === 'let-go' ? null : lending, reason: `${renewal}${soon}` };
  switch (lending) {
    case 'test-first':
      return {
        verdict: lending,
        beside: null,
        reason: `Anything from ${String(Math.round(p.low * 100))} to ${inHundred(p.high)} may be alive. Count ${String(SMALLEST_TEST)} or more on damp paper before lending.${soon}`,
      };
    case 'lend':
      return { verdict: lending, beside: null, reason: `About ${estimateWords(p)}${falling}. Sow as usual.${soon}` };
    case 'sow-thicker':
      return { verdict: lending, beside: null, reason: `About ${estimateWords(p)}${falling}. ${thickerWords(input.perCell)}${soon}` };
    default:
      return {
        verdict: 'let-go',
        beside: null,
        reason:
          input.youngerSound !== null
            ? `About ${estimateWords(p)}; ${input.youngerSound} is younger and sound.`
            : `About ${estimateWords(p)}: too little to lend${input.renewable ? '' : ', and its own seed would not come true'}.`,
      };
  }
}

function thickerWords(perCell: number | null): string {
  if (perCell === null) return 'Sow it all in one pot rather than in cells.';
  return perCell === 1 ? 'One in each cell, a few cells more.' : `Put ${String(perCell)} in each cell.`;
}

function lendingVerdict(input: VerdictInput): Verdict {
  const { today: p } = input;
  const spare = input.balance - input.floor;
  const crosses = [input.threshold, THICKER_MEDIAN, RESCUE_HIGH].some((line) => p.low < line && p.high >= line);
  if (p.high - p.low > WIDE_INTERVAL && crosses && spare >= SMALLEST_TEST) return 'test-first';
  if (p.atLeast >= LENDING_CHANCE) return 'lend';
  if (p.median >= THICKER_MEDIAN) return 'sow-thicker';
  return 'let-go';
}

function renewalReason(input: VerdictInput): string | null {
  if (input.youngerSound !== null || !input.renewable || input.balance === 0) return null;
  const { today: p } = input;
  if (input.medianWhenRenewed < THICKER_MEDIAN) {
    const when = input.belowFortyOn === null ? 'before next season' : `from ${monthWords(input.belowFortyOn)}`;
    return p.median < THICKER_MEDIAN
      ? `${capital(inHundred(p.median))} alive and no younger lot: grow it for seed this season, as thick as it takes.`
      : `About ${estimateWords(p)}, below 40 ${when}, and there is no younger lot. Grow it for seed this season.`;
  }
  if (input.twoSeasons !== null && input.balance < input.twoSeasons) {
    return `Only ${String(input.balance)} left; two more seasons would take about ${String(input.twoSeasons)}. Grow it for seed, about ${estimateWords(p)}.`;
  }
  return null;
}

const MONTHS = ['January', 'February', 'March', 'April', 'May', 'June', 'July', 'August', 'September', 'October', 'November', 'December'];

function monthWords(day: Day): string {
  return `${MONTHS[Number(day.slice(5, 7)) - 1] as string} ${day.slice(0, 4)}`;
}
