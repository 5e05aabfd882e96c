import { CoreError } from '../errors.ts';

/** A calendar day as `YYYY-MM-DD` text. Days compare as text; arithmetic goes through the functions here. */
export type Day = string;

const DAY = /^\d{4}-\d{2}-\d{2}$/;
const MS_PER_DAY = 86_400_000;
/** A year of the calculators, in days. */
export const DAYS_PER_YEAR = 365.25;

const DAYS_IN_MONTH = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31] as const;

function daysInMonth(year: number, month: number): number {
  const leap = (year % 4 === 0 && year % 100 !== 0) || year % 400 === 0;
  return month === 2 && leap ? 29 : (DAYS_IN_MONTH[month - 1] ?? 0);
}

/** Year, month and day of a text that names a day that exists, else null. Every estimate asks this some hundred times. */
function partsOf(text: unknown): readonly [number, number, number] | null {
  if (typeof text !== 'string' || text.length !== 10 || !DAY.test(text)) return null;
  const year = Number(text.slice(0, 4));
  const month = Number(text.slice(5, 7));
  const day = Number(text.slice(8, 10));
  return year >= 100 && day >= 1 && day <= daysInMonth(year, month) ? [year, month, day] : null;
}

/** True when `text` is `YYYY-MM-DD` and names a day that exists (2026-02-30 does not). Years begin at 100. */
export function isDay(text: unknown): text is Day {
  return partsOf(text) !== null;
}

/** Whole days since 1970-01-01. Throws a CoreError when `day` does not exist. */
export function dayNumber(day: Day): number {
  const parts = partsOf(day);
  if (!parts) throw new CoreError('dayNumber', 'day', day, 'must be a date that exists, as YYYY-MM-DD');
  const [year, month, d] = parts;
  return Date.UTC(year, month - 1, d) / MS_PER_DAY;
}

/** Days from 1 March of the year 0 to 1970-01-01, and in a cycle of 400 years. */
const EPOCH_FROM_MARCH_0 = 719_468;
const DAYS_IN_400_YEARS = 146_097;
const TWO_DIGITS = Array.from({ length: 100 }, (_, i) => String(i).padStart(2, '0'));

/**
 * The day that is `n` whole days since 1970-01-01; part days round down. Counts in years that begin in March, so that the leap day is the
 * last (the arithmetic of the Gregorian calendar; a Date for every day of two thousand lanes takes too long).
 */
export function dayFromNumber(n: number): Day {
  const z = Math.floor(n) + EPOCH_FROM_MARCH_0;
  const cycle = Math.floor(z / DAYS_IN_400_YEARS);
  const dayOfCycle = z - cycle * DAYS_IN_400_YEARS;
  const yearOfCycle = Math.floor(
    (dayOfCycle - Math.floor(dayOfCycle / 1460) + Math.floor(dayOfCycle / 36_524) - Math.floor(dayOfCycle / 146_096)) / 365,
  );
  const dayOfYear = dayOfCycle - (365 * yearOfCycle + Math.floor(yearOfCycle / 4) - Math.floor(yearOfCycle / 100));
  const monthFromMarch = Math.floor((5 * dayOfYear + 2) / 153);
  const day = dayOfYear - Math.floor((153 * monthFromMarch + 2) / 5) + 1;
  const month = monthFromMarch < 10 ? monthFromMarch + 3 : monthFromMarch - 9;
  const year = yearOfCycle + cycle * 400 + (month <= 2 ? 1 : 0);
  // Beyond four digits, and for what is no number, the calendar of the language says what it always said.
  if (!(year >= 0 && year <= 9999)) return new Date(Math.floor(n) * MS_PER_DAY).toISOString().slice(0, 10);
  return `${String(year).padStart(4, '0')}-${TWO_DIGITS[month] ?? ''}-${TWO_DIGITS[day] ?? ''}`;
}

/** `day` moved by `days` (may be negative; part days round down). `addDays('2027-02-28', 1)` is `2027-03-01`. */
export function addDays(day: Day, days: number): Day {
  return dayFromNumber(dayNumber(day) + days);
}

/** Days from `from` to `to`, negative when `to` is earlier. */
export function daysBetween(from: Day, to: Day): number {
  return dayNumber(to) - dayNumber(from);
}

/** The Monday of the week of `day`. */
export function mondayOf(day: Day): Day {
  return addDays(day, -((((dayNumber(day) + 3) % 7) + 7) % 7));
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
