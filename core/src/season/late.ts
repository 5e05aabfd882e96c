import type { Crop } from '../crops/crop.ts';
import { addDays, type Day } from '../dates/day.ts';
import { type Window, windowBetween } from './windows.ts';

/** A sowing in late summer or autumn, and why this crop has one. */
export interface LateSowing {
  readonly window: Window;
  readonly why: string;
}

type LateCrop = Pick<
  Crop,
  | 'kind'
  | 'lifeCycle'
  | 'frost'
  | 'start'
  | 'chillWeeks'
  | 'directWeeksMin'
  | 'directWeeksMax'
  | 'harvestDaysMin'
  | 'harvestDaysMax'
  | 'pretreatments'
>;

/** As days shorten everything takes longer: this much is added to the days to harvest. */
const SHORT_DAYS = 14;
/** Hardy crops that begin in spring this early stand the winter as seedlings. */
const WINTER_HARDY_FROM_WEEKS = -6;

/**
 * The later sowing of a crop in the year of `lastFrost` and `firstFrost`, or null when it has none. Four cases, each from the
 * reference figures: biennial flowers are sown in early summer for the year after; seed that wants weeks of cold is sown at the first frosts and
 * chilled by the winter; hardy crops that are sown very early in spring are sown some weeks before the first frost and stand
 * the winter small; and what is ready in ten weeks is sown so that it is ready at the first frost.
 */
export function lateSowing(crop: LateCrop, lastFrost: Day, firstFrost: Day): LateSowing | null {
  const flower = crop.kind === 'flower';
  if (flower && crop.lifeCycle === 'biennial') {
    return {
      window: windowBetween(addDays(lastFrost, 35), addDays(lastFrost, 77)),
      why: 'a biennial: sown this summer it flowers next year',
    };
  }
  if (crop.frost === 'hardy' && crop.chillWeeks > 0) {
    return { window: windowBetween(addDays(firstFrost, -7), addDays(firstFrost, 28)), why: 'the winter does the chilling' };
  }
  if (
    crop.frost === 'hardy' &&
    crop.lifeCycle === 'annual' &&
    crop.directWeeksMin !== null &&
    crop.directWeeksMin <= WINTER_HARDY_FROM_WEEKS
  ) {
    return {
      window: windowBetween(addDays(firstFrost, -42), addDays(firstFrost, -14)),
      why: 'hardy: it stands the winter small and is early next year',
    };
  }
  const days = crop.harvestDaysMax;
  if (crop.frost !== 'tender' && crop.start !== 'indoors' && !flower && days !== null && days <= 75 && crop.directWeeksMax !== null) {
    const last = addDays(firstFrost, -(days + SHORT_DAYS));
    const from = addDays(last, -28);
    // Where spring sowing goes on until then there is no second window to speak of.
    if (from > addDays(lastFrost, 21))
      return {
        window: windowBetween(from, last),
        why: `quick: ready about the first frost, ${String(days)} days and two weeks for short days`,
      };
  }
  return null;
}

/** Seed that is sown the day it ripens or comes, because it does not keep. */
export function sownFresh(crop: Pick<Crop, 'pretreatments' | 'storageBehaviour'>): boolean {
  return crop.pretreatments.includes('fresh-only') || crop.storageBehaviour === 'recalcitrant';
}
