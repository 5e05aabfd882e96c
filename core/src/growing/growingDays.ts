import type { Crop } from '../crops/crop.ts';
import { addDays, type Day, dayInYear, yearOf } from '../dates/day.ts';
import type { FrostDates } from '../season/frost.ts';
import type { Apart } from './apart.ts';
import type { Saving } from './saving.ts';

/** What is known of the growing. */
export interface SavingSoFar {
  readonly sownOn: Day | null;
  readonly plantedOutOn: Day | null;
  /** Whether it was sown where it grows; as is usual for the crop, where nobody said. */
  readonly sownOutdoors?: boolean | undefined;
  /** How it was agreed that it is kept apart. */
  readonly apart?: Apart;
  /** Days by which it is to be begun later than usual; what is sown or stands is where it is. */
  readonly shiftDays?: number;
}

/** First and last day in flower, both included, and how many days (sd) the whole may lie earlier or later. */
export interface FlowerDates {
  readonly from: Day;
  readonly to: Day;
  readonly sdDays: number;
}

export type GrownCrop = Pick<Crop, 'start' | 'plantOutWeeksMin' | 'plantOutWeeksMax' | 'directWeeksMin' | 'harvestDaysMax' | 'seedDays'>;

export interface GrowingDays {
  readonly out: Day;
  /** The first day on which the earliest of the crop may flower; null where the year cannot be told. */
  readonly firstFlower: Day | null;
  /** When a patch of it is likely to be in flower; null where the year cannot be told. */
  readonly flower: FlowerDates | null;
  readonly ripe: Day | null;
  /** The usual first frost of the autumn after planting out. */
  readonly autumn: Day;
  /** When it grows again after the winter; null of what flowers in its first year. */
  readonly regrowth: Day | null;
}

/** What is raised under cover goes out so long after its sowing. */
const RAISED_DAYS = 35;
/** Planting out that nobody wrote down may have been so many days off (sd). */
export const UNSAID_SD_DAYS = 7;
/** Between the first and the last of a crop's varieties to flower lie about four sd. */
const RANGE_IN_SDS = 4;

/**
 * The days on which a crop stands out, flowers and ripens in a garden, from what was said of it. They are as coarse as the figures of the
 * reference (saving.csv): days to the first flower and to ripe seed move with variety, warmth and light. `today` gives the year where
 * nothing was said.
 */
export function growingDays(crop: GrownCrop, saving: Saving, soFar: SavingSoFar, frost: FrostDates, today: Day): GrowingDays {
  const year = yearOf(soFar.plantedOutOn ?? soFar.sownOn ?? today);
  const later = soFar.plantedOutOn === null && soFar.sownOn === null ? (soFar.shiftDays ?? 0) : 0;
  const usual = addDays(dayInYear(year, frost.last), Math.round(7 * (crop.plantOutWeeksMin ?? crop.directWeeksMin ?? 1)) + later);
  const outdoors = soFar.sownOutdoors ?? crop.start === 'direct';
  const begun = outdoors ? (soFar.sownOn ?? usual) : usual;
  const out = soFar.plantedOutOn ?? (soFar.sownOn !== null && soFar.sownOn > begun ? addDays(soFar.sownOn, RAISED_DAYS) : begun);
  const hardFrost = dayInYear(yearOf(out), frost.first);
  const autumn = hardFrost > out ? hardFrost : dayInYear(yearOf(out) + 1, frost.first);
  if (saving.watch.includes('slow-years') || saving.overwinter === 'woody') {
    return { out, firstFlower: null, flower: null, ripe: null, autumn, regrowth: null };
  }
  const throughWinter = saving.overwinter !== 'none';
  const regrowth = dayInYear(yearOf(autumn) + (autumn.slice(5) < frost.last ? 0 : 1), frost.last);
  const begins = throughWinter ? regrowth : out;
  const firstFlower = addDays(begins, saving.flowerDaysMin);
  const unsaid = throughWinter || (soFar.plantedOutOn === null && soFar.sownOn === null);
  const ripeBy =
    throughWinter || crop.harvestDaysMax === null ? addDays(firstFlower, 45) : addDays(out, crop.harvestDaysMax + (crop.seedDays ?? 40));
  const ripe = ripeBy > addDays(firstFlower, 21) ? ripeBy : addDays(firstFlower, 21);
  return { out, firstFlower, flower: flowersFrom(begins, saving, unsaid), ripe, autumn, regrowth: throughWinter ? regrowth : null };
}

/** When a patch is likely to be in flower that stands out, or grows again, from a day on. */
export function flowersFrom(begins: Day, saving: Saving, unsaid: boolean): FlowerDates {
  const from = addDays(begins, Math.round((saving.flowerDaysMin + saving.flowerDaysMax) / 2));
  const varieties = (saving.flowerDaysMax - saving.flowerDaysMin) / RANGE_IN_SDS;
  return {
    from,
    to: addDays(from, Math.max(0, saving.floweringDays - 1)),
    sdDays: Math.hypot(varieties, unsaid ? UNSAID_SD_DAYS : 0),
  };
}

/** Hardy plants stand so long before the usual day without harm. */
const HARDY_EARLIER_DAYS = 28;

/** The first day on which a crop may stand outdoors in a season: of what is tender the usual one, of what is hardy some weeks before. */
export function firstDayOut(crop: Pick<Crop, 'plantOutWeeksMin' | 'directWeeksMin' | 'frost'>, lastFrost: Day): Day {
  const usual = addDays(lastFrost, Math.round(7 * (crop.plantOutWeeksMin ?? crop.directWeeksMin ?? 1)));
  return crop.frost === 'hardy' ? addDays(usual, -HARDY_EARLIER_DAYS) : usual;
}

/** Whether a crop that is grown to be eaten flowers before it is: fruits and seeds do, leaves and roots do not. */
export function flowersAtTable(crop: Pick<Crop, 'harvestDaysMax'>, saving: Saving): boolean {
  return saving.overwinter === 'none' && crop.harvestDaysMax !== null && saving.flowerDaysMin < crop.harvestDaysMax;
}

/** Whether a crop stands on after its first flower and flowers each year, as a clump does. */
export function flowersAgain(crop: Pick<Crop, 'lifeCycle'>, saving: Saving): boolean {
  return crop.lifeCycle === 'perennial' && saving.overwinter === 'leave';
}

/** The same day so many years later. */
export const yearsLater = (day: Day, years: number): Day => dayInYear(yearOf(day) + years, day.slice(5));

/** The season in which something flowers: the year, which south of the equator begins in July. */
export function flowerSeason(day: Day, hemisphere: 'north' | 'south'): number {
  return yearOf(hemisphere === 'north' ? day : addDays(day, -181));
}
