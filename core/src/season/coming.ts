import { addDays, type Day, daysBetween } from '../dates/day.ts';
import type { Way } from './ways.ts';
import { type Before, prepareBefore, type Window } from './windows.ts';

/** Days from a window to a day: 0 inside it. */
export function daysOutside(window: Window, day: Day): number {
  return Math.max(0, daysBetween(day, window.from), daysBetween(window.to, day));
}

/** Of the seasons of several years the one that a day is meant for: whose window it lies in, or is nearest to. Null when none has one. */
export function seasonMeant<T extends { readonly window: Window | null }>(seasons: readonly T[], day: Day): T | null {
  const off = (s: T): number => (s.window === null ? Infinity : daysOutside(s.window, day));
  const best = seasons.reduce<T | null>((a, b) => (a === null || off(b) < off(a) ? b : a), null);
  return best === null || best.window === null ? null : best;
}

/** What a crop wants done before it is sown in one way: seed of a later sowing gets its cold outdoors, from the winter. */
export function beforeSowing(crop: Before, way: Way): Before {
  return { chillWeeks: way === 'late' ? 0 : crop.chillWeeks, soakHours: crop.soakHours };
}

/** The first day on which a seed that is begun with today can be sown. */
export function earliestSowing(before: Before, today: Day): Day {
  const { chillFrom, soakFrom } = prepareBefore(today, before);
  return addDays(today, daysBetween(soakFrom ?? chillFrom ?? today, today));
}

export interface Coming<T> {
  /** The season of the next window that can still be met. */
  readonly next: T;
  /** The one before it, when it was missed within these three months; and whether only for want of time to prepare. */
  readonly missed: { readonly season: T; readonly forPreparing: boolean } | null;
}

/** A way of sowing with its next window, and the year of the season that the window is of. */
export interface WayAhead {
  readonly way: Way;
  readonly window: Window;
  readonly season: { readonly year: number };
}

/**
 * The way that a crop is usually sown in from now on: under cover where it has weeks for that, else outdoors. Where the window of that is
 * over for the season of `year`, or the later sowing comes before it, whichever opens first. Undefined for a crop without weeks.
 */
export function usualWay<T extends WayAhead>(ways: readonly T[], year: number): T | undefined {
  const spring = ways.find((w) => w.way !== 'late');
  const late = ways.find((w) => w.way === 'late');
  if (spring !== undefined && spring.season.year <= year && !(late !== undefined && late.window.from < spring.window.from)) return spring;
  return ways.reduce<T | undefined>((a, b) => (a === undefined || b.window.from < a.window.from ? b : a), undefined);
}

/** A window that ended longer ago than this is last year's, and not worth a word. */
const MISSED_FOR = 90;

/**
 * The next of the windows of several years, the earliest first, that seed begun with today can still be sown in; with the one that is over. Null
 * when none has a window.
 */
export function comingSeason<T extends { readonly window: Window | null }>(
  seasons: readonly T[],
  before: Before,
  today: Day,
): Coming<T> | null {
  const earliest = earliestSowing(before, today);
  const withOne = seasons.filter((s) => s.window !== null);
  const i = withOne.findIndex((s) => (s.window as Window).to >= earliest);
  const next = withOne[i];
  if (next === undefined) return null;
  const gone = withOne[i - 1];
  const ended = gone?.window?.to ?? null;
  if (gone === undefined || ended === null || daysBetween(ended, today) > MISSED_FOR) return { next, missed: null };
  return { next, missed: { season: gone, forPreparing: ended >= today } };
}
