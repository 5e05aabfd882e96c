import { plural } from '../words/words.ts';
import type { Crop } from '../crops/crop.ts';
import { addDays, type Day, daysBetween } from '../dates/day.ts';
import { type Window, windowBetween } from './windows.ts';

/** A sowing in late summer or autumn, and why this crop has one. */
export interface LateSowing {
  readonly window: Window;
  readonly why: string;
  /** Whether it stands through the winter before there is a crop. */
  readonly through: boolean;
}

type LateCrop = Pick<
  Crop,
  | 'key'
  | 'kind'
  | 'lifeCycle'
  | 'frost'
  | 'start'
  | 'chillWeeks'
  | 'directWeeksMin'
  | 'directWeeksMax'
  | 'harvestDaysMin'
  | 'harvestDaysMax'
>;

/** Hardy crops that are sown this early in spring may stand the winter as seedlings. */
const WINTER_HARDY_FROM_WEEKS = -6;

/**
 * The lowest winter degrees, C, that young plants of a crop stand without snow or cover, where that is not the usual −10: Esprel's
 * rounding of what the literature finds, for cereals after Fowler & Carles 1979 (Crop Science 19), for faba bean after Arbaoui,
 * Balko & Link 2008 (Field Crops Research 106), else of common practice.
 */
const STANDS_C: Readonly<Record<string, number>> = {
  pea: -6,
  'sweet-pea': -7,
  'broad-bean': -9,
  'california-poppy': -8,
  oats: -8,
  barley: -12,
  wheat: -18,
  rye: -25,
  'winter-vetch': -18,
  'corn-salad': -15,
  'miners-lettuce': -12,
  larkspur: -15,
  'corn-poppy': -15,
  'opium-poppy': -12,
  cornflower: -15,
};
const STANDS_USUALLY_C = -10;
/** Where nobody said how cold the winter gets: only what stands this is sown to stand it. */
const UNKNOWN_WINTER_C = -12;

/** Whether a crop is one that is sown in autumn to stand the winter small, and which cold it stands; null for all others. */
export function standsWinterTo(crop: Pick<LateCrop, 'key' | 'frost' | 'lifeCycle' | 'chillWeeks' | 'directWeeksMin'>): number | null {
  const sownVeryEarly = crop.directWeeksMin !== null && crop.directWeeksMin <= WINTER_HARDY_FROM_WEEKS;
  if (crop.frost !== 'hardy' || crop.lifeCycle !== 'annual' || crop.chillWeeks > 0 || !sownVeryEarly) return null;
  return STANDS_C[crop.key] ?? STANDS_USUALLY_C;
}

/** Growth is at its full pace until this long before the first frost, and at a quarter of it from this long after. */
const FULL_UNTIL = -60;
const LEAST_FROM = 30;
const LEAST_PACE = 0.25;
/** What is in the ground is good for this long after the first frost, which is a light one. */
export const GOOD_AFTER_FROST = { hardy: 28, 'half-hardy': 14, tender: 0 } as const;
const LONGEST_WINDOW = 63;
const SHORTEST_WINDOW = 7;

/** How much a plant grows on a day of autumn, 1 for a day of summer: Esprel's own line, for days that shorten and cool. */
export function autumnPace(day: Day, firstFrost: Day): number {
  const d = daysBetween(firstFrost, day);
  if (d <= FULL_UNTIL) return 1;
  return Math.max(LEAST_PACE, 1 - ((1 - LEAST_PACE) * (d - FULL_UNTIL)) / (LEAST_FROM - FULL_UNTIL));
}

/** The last day on which something can be sown that wants so many days of summer, to be ready by a day. */
function lastDayFor(days: number, readyBy: Day, firstFrost: Day): Day {
  let day = readyBy;
  for (let grown = 0; grown < days; day = addDays(day, -1)) grown += autumnPace(addDays(day, -1), firstFrost);
  return day;
}

/**
 * Quick crops by their own days: from when the slowest of them is just ready at the first frost, to when the quickest just is before the
 * cold ends its growth. Null where spring sowing goes on as long.
 */
function quickSowing(crop: LateCrop, lastFrost: Day, firstFrost: Day): LateSowing | null {
  const { harvestDaysMin: quickest, harvestDaysMax: slowest, directWeeksMax } = crop;
  if (crop.frost === 'tender' || crop.start === 'indoors' || crop.kind === 'flower') return null;
  if (quickest === null || slowest === null || slowest > 75 || directWeeksMax === null) return null;
  const end = addDays(firstFrost, GOOD_AFTER_FROST[crop.frost]);
  const to = lastDayFor(quickest, end, firstFrost);
  const from = [
    lastDayFor(slowest, firstFrost, firstFrost),
    addDays(lastFrost, 7 * directWeeksMax + 1),
    addDays(to, -LONGEST_WINDOW),
  ].reduce((a, b) => (b > a ? b : a));
  if (daysBetween(from, to) < SHORTEST_WINDOW) return null;
  return {
    window: windowBetween(from, to),
    why: `quick: sown last it is ready after ${plural(daysBetween(to, end), 'day')} instead of ${String(quickest)}, because the days shorten`,
    through: false,
  };
}

/**
 * The later sowing of a crop in the year of `lastFrost` and `firstFrost`, or null when it has none. Four cases, each from the
 * reference figures: biennial flowers are sown in early summer for the year after; seed that wants weeks of cold is sown at the first frosts and
 * chilled by the winter; hardy crops that are sown very early in spring are sown some weeks before the first frost and stand
 * the winter small, where the winter lets them; and what is quick is sown by its own days, slower as the days shorten.
 *
 * @param winterMinC The usual lowest degrees of the winter, C; null when nobody said.
 */
export function lateSowing(crop: LateCrop, lastFrost: Day, firstFrost: Day, winterMinC: number | null): LateSowing | null {
  if (crop.kind === 'flower' && crop.lifeCycle === 'biennial') {
    return {
      window: windowBetween(addDays(lastFrost, 35), addDays(lastFrost, 77)),
      why: 'a biennial: sown this summer it flowers next year',
      through: true,
    };
  }
  if (crop.frost === 'hardy' && crop.chillWeeks > 0) {
    return { window: windowBetween(addDays(firstFrost, -7), addDays(firstFrost, 28)), why: 'the winter does the chilling', through: true };
  }
  const stands = standsWinterTo(crop);
  if (stands !== null && (winterMinC ?? UNKNOWN_WINTER_C) >= stands) {
    return {
      window: windowBetween(addDays(firstFrost, -42), addDays(firstFrost, -14)),
      why: 'hardy: it stands the winter small and is early next year',
      through: true,
    };
  }
  return quickSowing(crop, lastFrost, firstFrost);
}

/** Why a crop that elsewhere stands the winter is not sown to do so here, in degrees as they are set; null where nothing is to be said. */
export function winterWords(
  crop: Parameters<typeof standsWinterTo>[0],
  winterMinC: number | null,
  degrees: (celsius: number) => string,
  whoSays: 'settings' | 'garden' = 'settings',
): string | null {
  const stands = standsWinterTo(crop);
  if (stands === null || (winterMinC ?? UNKNOWN_WINTER_C) >= stands) return null;
  const where = `An autumn sowing stands the winter only where it stays above ${degrees(stands)}`;
  return winterMinC === null
    ? `${where}; ${whoSays === 'garden' ? 'its own page' : 'the settings'} can say how cold ${whoSays === 'garden' ? 'this garden' : 'yours'} gets.`
    : `${where}; here it usually goes down to ${degrees(winterMinC)}.`;
}

/** Seed that is sown the day it ripens or comes, because it does not keep. */
export function sownFresh(crop: Pick<Crop, 'pretreatments' | 'storageBehaviour'>): boolean {
  return crop.pretreatments.includes('fresh-only') || crop.storageBehaviour === 'recalcitrant';
}
