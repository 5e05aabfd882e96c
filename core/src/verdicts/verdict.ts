import type { Crop } from '../crops/crop.ts';
import { addDays, type Day, daysBetween } from '../dates/day.ts';
import type { ViabilityPoint } from '../viability/posteriorReader.ts';
import { DEFAULT_EMERGENCE } from '../viability/viability.ts';
import { capital, plural } from '../words/words.ts';

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

/** What stands in the place of a verdict where there is no seed to judge. */
export const NOTHING_LEFT = 'nothing-left';

/** Chance of being above the lending line that a lot needs to be lent without a word. */
export const LENDING_CHANCE = 0.8;
export const THICKER_MEDIAN = 0.4;
export const RESCUE_HIGH = 0.3;
export const WIDE_INTERVAL = 0.35;
/** A test that changes what is done with the lot less often than this is not worth asking for first. */
export const TEST_CHANGES = 0.2;
/** Fewer alive than this are said as hardly any, and nothing is built on them. */
const HARDLY_ANY = 0.05;
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
  /** What is counted of the crop, and whether many of it may share a pot and be pricked out. */
  readonly unit: 'seed' | 'cluster';
  readonly sharesPots: boolean;
  /** Chance that a test of the advised size changes what is done with the lot; null when no test can be made of it. */
  readonly testChanges: number | null;
  /** Whether a test begun today is over before the crop's next sowing window begins. */
  readonly testInTime: boolean;
  readonly keeping: Crop['storageBehaviour'];
  /** What crop, age and storage alone would lead one to expect, 0..1; null where nothing was counted. */
  readonly expected: number | null;
  /** The program's today, and the first day on which the median is below the lending line, if it is within sight. */
  readonly day: Day;
  readonly belowLineOn: Day | null;
  /** First day on which hardly any is alive, if it is within sight. */
  readonly deadOn: Day | null;
  /** Members who hold seed of it and have not brought any back. */
  readonly heldBy: number;
}

export interface Judgement {
  readonly verdict: Verdict | typeof NOTHING_LEFT;
  /** A lending verdict that stands beside Renew now. */
  readonly beside: Verdict | null;
  /** One sentence or two: what to do and why. */
  readonly reason: string;
  /** Day on which the lot should be looked at again; null where there is nothing to look at. */
  readonly nextLook: Day | null;
}

/** Counts that lie this far from what age and storage promise are said so. */
const DISAGREES = 0.25;
/** No verdict stands longer than this without a look. */
const LONGEST_DAYS = 730;
/** What is to be done now is looked at again after a month. */
const SOON_DAYS = 30;

/** What is said beside every verdict of seed that does not keep. */
const KEEPING: Readonly<Record<Crop['storageBehaviour'], string>> = {
  orthodox: '',
  intermediate: ' This seed does not keep long: sow it soon.',
  recalcitrant: ' This seed must not dry and does not keep: sow it now.',
};

/** Share as "57 in 100". */
export function inHundred(share: number): string {
  return `${String(Math.round(share * 100))} in 100`;
}

function estimateWords(p: ViabilityPoint): string {
  return `${inHundred(p.median)} alive (${String(Math.round(p.low * 100))} to ${String(Math.round(p.high * 100))})`;
}

/**
 * Judges one lot, in the order: Rescue only, Renew now, Test first, Lend, Lend sow thicker, Let it go; but Test first before Renew now where
 * the doubt is wide and a test is over in time. The reason is plain words with the numbers in it. A lot without seeds has no verdict.
 */
export function judge(input: VerdictInput): Judgement {
  if (input.balance === 0) {
    return { verdict: NOTHING_LEFT, beside: null, reason: nothingLeftWords(input), nextLook: null };
  }
  const { verdict, beside, reason } = verdictOf(input);
  return { verdict, beside, reason: `${reason}${disagreement(input)}`, nextLook: nextLookOf(input, verdict) };
}

function nothingLeftWords({ heldBy, youngerSound }: VerdictInput): string {
  const held =
    heldBy === 0 ? 'and nobody is known to have some' : `but ${heldBy === 1 ? 'one member' : `${String(heldBy)} members`} may have some`;
  return `Nothing is left in the envelope, ${held}.${youngerSound === null ? '' : ` ${youngerSound} is the same variety, younger and sound.`}`;
}

/** Fresh but failed, old but sound: where the counts and the calendar disagree, the sentence says so. */
function disagreement({ expected, today: p }: VerdictInput): string {
  if (expected === null || Math.abs(expected - p.median) < DISAGREES) return '';
  return p.median < expected
    ? ` Its age and storage would lead one to expect ${inHundred(expected)}; the counts say less. It may have been dried, kept or labelled badly.`
    : ` Its age and storage would lead one to expect only ${inHundred(expected)}; the counts say it kept better.`;
}

function nextLookOf({ day, belowLineOn, belowFortyOn, deadOn }: VerdictInput, verdict: Verdict): Day {
  const lending = verdict === 'lend' || verdict === 'sow-thicker';
  const by = verdict === 'lend' ? belowLineOn : verdict === 'sow-thicker' ? belowFortyOn : addDays(day, SOON_DAYS);
  const due = by === null ? addDays(day, LONGEST_DAYS) : lending ? ahead(day, by) : by;
  // Never later than there is something to look at.
  const latest = deadOn === null ? addDays(day, LONGEST_DAYS) : ahead(day, deadOn);
  const earliest = due > latest ? latest : due;
  return earliest < day ? day : earliest;
}

/** A little before a day, so that there is time to act: three months, or a third of the time there is. */
function ahead(today: Day, day: Day): Day {
  return addDays(day, -Math.min(90, Math.round(daysBetween(today, day) / 3)));
}

function verdictOf(input: VerdictInput): { readonly verdict: Verdict; readonly beside: Verdict | null; readonly reason: string } {
  const lending = lendingVerdict(input);
  const { today: p } = input;
  const falls = Math.max(0, Math.round((p.median - input.medianInAYear) * 100));
  const falling = falls >= 1 ? `, falling ${String(falls)} a year` : '';
  const soon = KEEPING[input.keeping];

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
      reason: `${p.high < HARDLY_ANY ? 'Hardly any can be alive' : `Only ${estimateWords(p)}`}. Sow all ${String(input.balance)} in the best conditions you have, and save what comes.${soon}`,
    };
  }
  if (p.median < HARDLY_ANY && lending !== 'test-first' && input.youngerSound === null) {
    return {
      verdict: 'rescue',
      beside: null,
      reason: `Hardly any may be alive (${String(Math.round(p.low * 100))} to ${inHundred(p.high)}), and no younger lot of it is sound. Sow all ${String(input.balance)} in the best conditions you have, and save what comes.${soon}`,
    };
  }
  const renewal = renewalReason(input);
  if (renewal !== null && lending === 'test-first' && input.testInTime) {
    return {
      verdict: 'test-first',
      beside: null,
      reason: `Anything from ${String(Math.round(p.low * 100))} to ${inHundred(p.high)} may be alive, and it may have to be renewed this season. There is time to count ${String(SMALLEST_TEST)} or more on damp paper first: the count says how many to sow.${soon}`,
    };
  }
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
      return { verdict: lending, beside: null, reason: `About ${estimateWords(p)}${falling}. ${thickerWords(input)}${soon}` };
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

/** How thick to sow, in words: by the plant, or where five are not enough by what one plant takes. */
function thickerWords({ perCell, unit, sharesPots, today: p }: VerdictInput): string {
  if (perCell === 1) return 'Sow one for each plant, and a few more.';
  if (perCell !== null) return `Sow ${unit === 'seed' ? String(perCell) : plural(perCell, unit)} for each plant.`;
  const each = Math.ceil(1 / (p.median * DEFAULT_EMERGENCE));
  return sharesPots
    ? 'More than five would be needed for each plant: sow all of it in one pot and prick out.'
    : `It takes about ${plural(each, unit)} for each plant.`;
}

function lendingVerdict(input: VerdictInput): Verdict {
  const { today: p } = input;
  // What does not keep is sown, not tested: the weeks on paper are the ones it has.
  if (input.keeping !== 'recalcitrant' && p.high - p.low > WIDE_INTERVAL && input.testChanges !== null && input.testChanges >= TEST_CHANGES)
    return 'test-first';
  if (p.atLeast >= LENDING_CHANCE) return 'lend';
  if (p.median >= THICKER_MEDIAN) return 'sow-thicker';
  return 'let-go';
}

function renewalReason(input: VerdictInput): string | null {
  if (input.youngerSound !== null || !input.renewable) return null;
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
