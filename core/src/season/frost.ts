import { type Day, dayInYear, daysBetween, yearOf } from '../dates/day.ts';
import { needNumber } from '../errors.ts';
import { phi } from '../numeric/normal.ts';
import { numberWords } from '../words/words.ts';

/** When frost is usual: `MM-DD` days and their spread. `last` is the last of spring, `first` the first of autumn. */
export interface FrostDates {
  readonly last: string;
  readonly lastSdDays: number;
  readonly first: string;
  readonly firstSdDays: number;
}

/** Chance that a frost still follows `day` in the spring whose usual last frost is `lastFrost`. */
export function springFrostRisk(day: Day, lastFrost: Day, sdDays: number): number {
  needNumber('springFrostRisk', 'sdDays', sdDays, Number.MIN_VALUE);
  return 1 - phi(daysBetween(lastFrost, day) / sdDays);
}

/**
 * How much frost a day threatens, 0..1: in spring the chance that a frost still follows, in autumn the
 * chance that one has come already. Works for either hemisphere, because each day is held
 * against the last frost before it or after it that is nearest.
 */
export function frostRisk(day: Day, frost: FrostDates): number {
  const spring = nearest(day, frost.last);
  const autumn = nearest(day, frost.first);
  const stillToCome = springFrostRisk(day, spring, frost.lastSdDays);
  const already = phi(daysBetween(autumn, day) / frost.firstSdDays);
  return Math.abs(daysBetween(spring, day)) < Math.abs(daysBetween(autumn, day)) ? stillToCome : already;
}

function nearest(day: Day, monthDay: string): Day {
  const year = yearOf(day);
  const candidates = [year - 1, year, year + 1].map((y) => dayInYear(y, monthDay));
  return candidates.reduce((a, b) => (Math.abs(daysBetween(a, day)) <= Math.abs(daysBetween(b, day)) ? a : b));
}

/** The first `MM-DD` on or after `day`. */
export function nextMonthDay(day: Day, monthDay: string): Day {
  const here = dayInYear(yearOf(day), monthDay);
  return here >= day ? here : dayInYear(yearOf(day) + 1, monthDay);
}

/** "six weeks to the usual last frost" and its like: what a date means for the garden, in words. */
export function seasonWords(day: Day, frost: FrostDates): string {
  const last = nearest(day, frost.last);
  const first = nearest(day, frost.first);
  const toLast = daysBetween(day, last);
  const toFirst = daysBetween(day, first);
  if (Math.abs(toLast) <= Math.abs(toFirst)) {
    if (Math.abs(toLast) < 4) return 'about the usual last frost';
    return toLast > 0 ? `${weeksWords(toLast)} to the usual last frost` : `${weeksWords(-toLast)} after the usual last frost`;
  }
  if (Math.abs(toFirst) < 4) return 'about the usual first frost';
  return toFirst > 0 ? `${weeksWords(toFirst)} to the usual first frost` : `${weeksWords(-toFirst)} after the usual first frost`;
}

function weeksWords(days: number): string {
  const weeks = Math.max(1, Math.round(days / 7));
  return `${numberWords(weeks)} week${weeks === 1 ? '' : 's'}`;
}
