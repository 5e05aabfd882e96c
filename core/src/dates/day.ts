import { CoreError } from '../errors.ts';

/** A calendar day as `YYYY-MM-DD` text. Days compare as text; arithmetic goes through the functions here. */
export type Day = string;

const DASH = 45;
const MS_PER_DAY = 86_400_000;
/** Days from 1 March of the year 0 to 1970-01-01, and in a cycle of 400 years. */
const EPOCH_FROM_MARCH_0 = 719_468;
const DAYS_IN_400_YEARS = 146_097;
/** A year of the calculators, in days. */
export const DAYS_PER_YEAR = 365.25;

const DAYS_IN_MONTH = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31] as const;

function daysInMonth(year: number, month: number): number {
  const leap = (year % 4 === 0 && year % 100 !== 0) || year % 400 === 0;
  return month === 2 && leap ? 29 : (DAYS_IN_MONTH[month - 1] ?? 0);
}

/** The number that two or four characters of a text write, -1 when one of them is no digit. */
function digits(text: string, from: number, to: number): number {
  let n = 0;
  for (let i = from; i < to; i++) {
    const digit = text.charCodeAt(i) - 48;
    if (digit < 0 || digit > 9) return -1;
    n = 10 * n + digit;
  }
  return n;
}

/**
 * Days since 1970-01-01 of a text that names a day that exists, else NaN. Reads character by character and counts in years that begin in
 * March, as `dayFromNumber` does: an estimate asks this some hundred times, a season some ten thousand times.
 */
function numberOf(text: unknown): number {
  if (typeof text !== 'string' || text.length !== 10 || text.charCodeAt(4) !== DASH || text.charCodeAt(7) !== DASH) return NaN;
  const year = digits(text, 0, 4);
  const month = digits(text, 5, 7);
  const day = digits(text, 8, 10);
  if (year < 100 || day < 1 || day > daysInMonth(year, month)) return NaN;
  const y = month <= 2 ? year - 1 : year;
  const cycle = Math.floor(y / 400);
  const yearOfCycle = y - 400 * cycle;
  const dayOfYear = Math.floor((153 * (month > 2 ? month - 3 : month + 9) + 2) / 5) + day - 1;
  const dayOfCycle = 365 * yearOfCycle + Math.floor(yearOfCycle / 4) - Math.floor(yearOfCycle / 100) + dayOfYear;
  return cycle * DAYS_IN_400_YEARS + dayOfCycle - EPOCH_FROM_MARCH_0;
}

/** True when `text` is `YYYY-MM-DD` and names a day that exists (2026-02-30 does not). Years begin at 100. */
export function isDay(text: unknown): text is Day {
  return !Number.isNaN(numberOf(text));
}

/** Whole days since 1970-01-01. Throws a CoreError when `day` does not exist. */
export function dayNumber(day: Day): number {
  const number = numberOf(day);
  if (Number.isNaN(number)) throw new CoreError('dayNumber', 'day', day, 'must be a date that exists, as YYYY-MM-DD');
  return number;
}

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
  return `${year > 999 ? String(year) : String(year).padStart(4, '0')}-${TWO_DIGITS[month] ?? ''}-${TWO_DIGITS[day] ?? ''}`;
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
