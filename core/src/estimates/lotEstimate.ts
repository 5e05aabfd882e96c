import type { LibraryCrop } from '../crops/libraryCrop.ts';
import { addDays, type Day, dayFromNumber, dayInYear, dayNumber, yearOf } from '../dates/day.ts';
import { phi } from '../numeric/normal.ts';
import { seedReadyDay, seedsForTwoSeasons } from '../renewals/seedReady.ts';
import type { FrostDates } from '../season/frost.ts';
import { perCellFor, TRAY_SPREAD } from '../sowing/seedsPerCell.ts';
import { type AliveThen, YEARS_AHEAD } from '../viability/ahead.ts';
import { THICKER_MEDIAN } from '../verdicts/verdict.ts';
import { ageAt, type StoragePeriod } from '../viability/ageing.ts';
import { LONGEVITY_CONSTANTS } from '../viability/longevity.ts';
import type { PosteriorReader, ViabilityPoint } from '../viability/posteriorReader.ts';
import { type Acquisition, priorOf, type SeedForm } from '../viability/prior.ts';
import { DEFAULT_EMERGENCE, isSureOfAge, type SowingEvidence, type TestEvidence, viabilityReader } from '../viability/viability.ts';

export type YearKind = 'harvest' | 'packing' | 'unknown';

/**
 * Seed that lives less than a year, or must not dry: it is sown fresh, and where nobody knows its year it was picked when it came.
 */
export function isShortLived(crop: Pick<LibraryCrop, 'halfLifeYears' | 'storageBehaviour'>): boolean {
  return crop.halfLifeYears < 1 || crop.storageBehaviour !== 'orthodox';
}

/** Years that a gift without a year may have behind it, and the middle of that doubt: the geometric mean. */
const UNKNOWN_YEARS = { from: 1, to: 4, middle: 2 } as const;

/**
 * The day from which a lot ages. A harvest year ages from the autumn of that year (by hemisphere); a packing year is taken as the harvest
 * of the year before; an unknown year as one to four years before it came, two in the middle, or for short-lived seed as the day
 * it came. A day of picking that somebody knows holds over all. Never later than the day it came.
 */
export function ageingStart(
  yearKind: YearKind,
  year: number | null,
  receivedOn: Day,
  hemisphere: 'north' | 'south',
  known: { readonly shortLived?: boolean; readonly pickedOn?: Day | null } = {},
): Day {
  const ripe = hemisphere === 'north' ? '10-01' : '04-01';
  const start =
    known.pickedOn ??
    (yearKind === 'unknown' || year === null
      ? addDays(receivedOn, known.shortLived === true ? 0 : -365 * UNKNOWN_YEARS.middle)
      : dayInYear(yearKind === 'packing' ? year - 1 : year, ripe));
  return start > receivedOn ? receivedOn : start;
}

/** Month from which seed of a year is ripe in the north; in the south it ripens from the first days of the year. */
const FIRST_RIPE_MONTH = 6;

/**
 * Whether a year of harvest lies in a season that has had none yet: in March of the north nothing of this year is ripe. Most likely it
 * is the year the packet was packed for, so it is asked about.
 */
export function harvestNotYet(yearKind: YearKind, year: number | null, receivedOn: Day, hemisphere: 'north' | 'south'): boolean {
  return (
    yearKind === 'harvest' && hemisphere === 'north' && year === yearOf(receivedOn) && Number(receivedOn.slice(5, 7)) < FIRST_RIPE_MONTH
  );
}

export interface LotFacts {
  readonly crop: LibraryCrop;
  readonly form: SeedForm;
  readonly acquisition: Acquisition;
  readonly start: Day;
  readonly stated: number | null;
  readonly storage: readonly StoragePeriod[];
  readonly tests: readonly TestEvidence[];
  readonly sowings: readonly SowingEvidence[];
  readonly threshold: number;
  /** True where the year is a guess: then how fast it ages is as unsure as where nothing is known of its storage. */
  readonly ageUnsure?: boolean | undefined;
  /** Factor on the spread of the prior that the library accepted for crops of this family; 1 when left out. */
  readonly spread?: number | undefined;
}

export interface RibbonPoint {
  readonly date: Day;
  readonly median: number;
  readonly low: number;
  readonly high: number;
}

/** What is kept of one lot's estimate on one day. */
export interface LotEstimate {
  readonly today: ViabilityPoint;
  readonly medianInAYear: number;
  readonly medianWhenRenewed: number;
  readonly belowFortyOn: Day | null;
  /** First day on which the median is below the lending line. */
  readonly belowLineOn: Day | null;
  /** First day on which hardly any is alive: the median below one in twenty. */
  readonly deadOn: Day | null;
  /** What crop, packet, age and storage alone would say of today; null where nothing was counted. */
  readonly expected: number | null;
  readonly perCell: number | null;
  readonly twoSeasons: number | null;
  readonly ribbon: readonly RibbonPoint[];
  /** What is believed of today and of the same day in each of the years after it. */
  readonly ahead: readonly AliveThen[];
}

/** How far ahead crossings of a line are looked for. */
const SIGHT_DAYS = 12 * 365;

/** The crop's figures for the ageing equation, with its published constants where they fit (soya bean's do not). */
export function ageingCropOf(crop: LibraryCrop): Parameters<typeof ageAt>[0] {
  const published = crop.key === 'soya-bean' ? undefined : LONGEVITY_CONSTANTS.find((c) => c.cropKey === crop.key);
  return {
    halfLifeYears: crop.halfLifeYears,
    oilClass: crop.oilClass,
    freshGermination: crop.freshGermination,
    cw: published?.cw,
    ch: published?.ch,
    cq: published?.cq,
  };
}

/** The window that a ribbon shows: from the harvest to some years ahead, so that today is never at its edge. */
export function ribbonDays(start: Day, today: Day, points: number): Day[] {
  const from = dayNumber(start);
  const now = dayNumber(today);
  const to = now + Math.max(2 * 365, Math.min(5 * 365, Math.round((now - from) * 0.8)));
  return Array.from({ length: points }, (_, i) => dayFromNumber(Math.round(from + ((to - from) * i) / (points - 1))));
}

/** Estimate of one lot for `today`, with a ribbon of `points` dates. See `viability` for the model. */
export function estimateLot(facts: LotFacts, today: Day, frost: FrostDates, points = 13): LotEstimate {
  const crop = ageingCropOf(facts.crop);
  const reader = viabilityReader({
    crop,
    form: facts.form,
    acquisition: facts.acquisition,
    start: facts.start,
    stated: facts.stated,
    storage: facts.storage,
    tests: facts.tests,
    sowings: facts.sowings,
    at: [],
    threshold: facts.threshold,
    ageUnsure: facts.ageUnsure,
    spread: facts.spread,
  });
  const ages = (days: readonly Day[]): number[] => ageAt(crop, facts.start, facts.storage, days);
  const ready = seedReadyDay(facts.crop, today, frost);
  const [ageToday, ageNextYear, ageReady] = ages([today, addDays(today, 365), ready]) as [number, number, number];
  const now = reader.at(ageToday, facts.threshold);
  const days = ribbonDays(facts.start, today, points);
  const ribbonAges = ages(days);
  const emergence = DEFAULT_EMERGENCE;
  const agesAhead = aheadOf(ages, facts.start, today);
  return {
    today: now,
    medianInAYear: reader.quantile(0.5, ageNextYear),
    medianWhenRenewed: reader.quantile(0.5, ageReady),
    belowFortyOn: crossing(reader, agesAhead, THICKER_MEDIAN),
    belowLineOn: crossing(reader, agesAhead, facts.threshold),
    deadOn: crossing(reader, agesAhead, 0.05),
    expected: facts.tests.length + facts.sowings.length === 0 ? null : priorMedian(facts, crop, ageToday),
    perCell:
      now.alpha === null || now.beta === null
        ? perCellFor({ share: now.mean }, emergence, 5, TRAY_SPREAD.library)
        : perCellFor({ alpha: now.alpha, beta: now.beta }, emergence, 5, TRAY_SPREAD.library),
    twoSeasons: seedsForTwoSeasons(facts.crop, now.median, emergence),
    ribbon: days.map((date, i) => ({ date, ...reader.band(ribbonAges[i] as number) })),
    ahead: aliveAhead(reader, ages, today),
  };
}

/** What is believed of a day and of the same day in each of the years after it. */
const aliveAhead = (reader: PosteriorReader, ages: (days: readonly Day[]) => number[], today: Day): AliveThen[] =>
  ages(Array.from({ length: YEARS_AHEAD + 1 }, (_, k) => addDays(today, 365 * k))).map((age) => reader.moments(age));

/** What is believed of a lot in the years ahead if it is kept from a day on as `storage` says, beside what is known of it. */
export function aheadIf(facts: LotFacts, today: Day, storage: readonly StoragePeriod[]): AliveThen[] {
  const crop = ageingCropOf(facts.crop);
  const reader = viabilityReader({ ...facts, crop, at: [] });
  const kept = [...facts.storage.filter((p) => p.from < today), ...storage];
  return aliveAhead(reader, (days) => ageAt(crop, facts.start, kept, days), today);
}

/** What was believed of a lot on a day from what had been counted before it, with the prior as published. */
export function beliefBefore(facts: LotFacts, day: Day): { readonly point: ViabilityPoint; readonly first: boolean } {
  const crop = ageingCropOf(facts.crop);
  const tests = facts.tests.filter((t) => t.date < day);
  const sowings = facts.sowings.filter((s) => s.date < day);
  const storage = facts.storage.filter((p) => p.from <= day);
  const reader = viabilityReader({ ...facts, crop, tests, sowings, storage, spread: 1, at: [] });
  return {
    point: reader.at(ageAt(crop, facts.start, storage, [day])[0] as number, facts.threshold),
    first: tests.length + sowings.length === 0,
  };
}

/** The middle of what is believed before anything is counted, at an age in reference years. */
function priorMedian(facts: LotFacts, crop: ReturnType<typeof ageingCropOf>, age: number): number {
  const prior = priorOf(crop, facts.form, facts.acquisition, facts.stated, isSureOfAge(facts));
  return phi(prior.kMean - age / Math.exp(prior.logSigmaMean));
}

/** Ages in reference years from a day on, by day number. */
interface AgesAhead {
  readonly from: number;
  readonly at: (day: number) => number;
}

/** Kept as it is now a lot ages evenly: then two days tell of all between them. Where it does not, each day is worked out. */
function aheadOf(ages: (days: readonly Day[]) => number[], start: Day, today: Day): AgesAhead {
  const from = dayNumber(today < start ? start : today);
  const half = SIGHT_DAYS / 2;
  const [first, middle, last] = ages([from, from + half, from + SIGHT_DAYS].map(dayFromNumber)) as [number, number, number];
  const even = Math.abs((first + last) / 2 - middle) <= 1e-9 * last;
  return {
    from,
    at: (day) => (even ? first + ((last - first) * (day - from)) / SIGHT_DAYS : (ages([dayFromNumber(day)])[0] as number)),
  };
}

/** First day after today on which the median is below `line`; null when it already is, or not within twelve years. */
function crossing(reader: PosteriorReader, { from, at }: AgesAhead, line: number): Day | null {
  // P(v >= line) falls through one half exactly where the median falls through the line.
  const below = (day: number): boolean => reader.chanceAtLeast(line, at(day)) < 0.5;
  if (below(from) || !below(from + SIGHT_DAYS)) return null;
  let low = from;
  let high = from + SIGHT_DAYS;
  while (high - low > 1) {
    const mid = (low + high) >> 1;
    if (below(mid)) high = mid;
    else low = mid;
  }
  return dayFromNumber(high);
}

/** Short words for when a lot stops being good enough: the year and its season. */
export function seasonOf(day: Day, hemisphere: 'north' | 'south'): string {
  const month = Number(day.slice(5, 7));
  const names = hemisphere === 'north' ? ['winter', 'spring', 'summer', 'autumn'] : ['summer', 'autumn', 'winter', 'spring'];
  return `${names[Math.floor((month % 12) / 3)] as string} ${String(yearOf(day))}`;
}
