import { CoreError } from '../errors.ts';

/** A calendar day as `YYYY-MM-DD` text. Days compare as text; arithmetic goes through the functions here. */
export type Day = string;

const DAY = /^(\d{4})-(\d{2})-(\d{2})$/;
const MS_PER_DAY = 86_400_000;
/** A year of the calculators, in days. */
export const DAYS_PER_YEAR = 365.25;

/** True when `text` is `YYYY-MM-DD` and names a day that exists (2026-02-30 does not). */
export function isDay(text: unknown): text is Day {
  if (typeof text !== 'string') return false;
  const m = DAY.exec(text);
  if (!m) return false;
  const ms = Date.UTC(Number(m[1]), Number(m[2]) - 1, Number(m[3]));
  // Date.UTC reads the years 0..99 as 1900..1999, and rolls 30 February over into March.
  return Number(m[1]) >= 100 && new Date(ms).toISOString().slice(0, 10) === text;
}

/** Whole days since 1970-01-01. Throws a CoreError when `day` does not exist. */
export function dayNumber(day: Day): number {
  if (!isDay(day)) throw new CoreError('dayNumber', 'day', day, 'must be a date that exists, as YYYY-MM-DD');
  return Date.parse(`${day}T00:00:00Z`) / MS_PER_DAY;
}

/** The day that is `n` whole days since 1970-01-01; part days round down. */
export function dayFromNumber(n: number): Day {
  return new Date(Math.floor(n) * MS_PER_DAY).toISOString().slice(0, 10);
}

/** `day` moved by `days` (may be negative; part days round down). `addDays('2027-02-28', 1)` is `2027-03-01`. */
export function addDays(day: Day, days: number): Day {
  return dayFromNumber(dayNumber(day) + days);
}

/** Days from `from` to `to`, negative when `to` is earlier. */
export function daysBetween(from: Day, to: Day): number {
  return dayNumber(to) - dayNumber(from);
}

/** The calendar year of a day. */
export function yearOf(day: Day): number {
  return Number(day.slice(0, 4));
}

/** The day `MM-DD` of a year; 29 February falls on the 28th in a common year. */
export function dayInYear(year: number, monthDay: string): Day {
  const day = `${String(year).padStart(4, '0')}-${monthDay}`;
  return isDay(day) ? day : `${String(year).padStart(4, '0')}-${monthDay.slice(0, 3)}28`;
}
