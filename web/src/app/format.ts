import { dayNumber, type Settings } from '@esprel/core';

const DAYS = ['Sun', 'Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat'] as const;
const LONG_DAYS = ['Sunday', 'Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday'] as const;
export const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'] as const;
const LONG_MONTHS = [
  'January',
  'February',
  'March',
  'April',
  'May',
  'June',
  'July',
  'August',
  'September',
  'October',
  'November',
  'December',
] as const;

type Order = Settings['dateOrder'];

interface Parts {
  readonly year: string;
  readonly month: number;
  readonly day: number;
  readonly weekday: number;
}

function parts(day: string): Parts {
  // 1 January 1970 was a Thursday.
  const weekday = (((dayNumber(day) + 4) % 7) + 7) % 7;
  return { year: day.slice(0, 4), month: Number(day.slice(5, 7)) - 1, day: Number(day.slice(8, 10)), weekday };
}

function inOrder(day: number, month: string, order: Order): string {
  return order === 'day-month' ? `${String(day)} ${month}` : `${month} ${String(day)}`;
}

/** `Thu 14 Mar`, with the year when it is not the one of `today`. */
export function shortDay(day: string, order: Order = 'day-month', today = ''): string {
  const p = parts(day);
  const text = inOrder(p.day, MONTHS[p.month] ?? '', order);
  return p.year === today.slice(0, 4) ? `${DAYS[p.weekday] ?? ''} ${text}` : `${text} ${p.year}`;
}

/** `Sunday 14 March 2027`. */
export function longDay(day: string, order: Order = 'day-month'): string {
  const p = parts(day);
  return `${LONG_DAYS[p.weekday] ?? ''} ${inOrder(p.day, LONG_MONTHS[p.month] ?? '', order)} ${p.year}`;
}

/** "today", "2 days late", "in 3 days". */
export function dueWords(due: string, today: string): string {
  const days = dayNumber(due) - dayNumber(today);
  if (days === 0) return 'today';
  if (days === 1) return 'tomorrow';
  if (days > 1) return `in ${String(days)} days`;
  return days === -1 ? '1 day late' : `${String(-days)} days late`;
}

export function percent(share: number): string {
  return `${String(Math.round(share * 100))} %`;
}

/** `82 % alive (74 to 88)`. */
export function aliveWords(p: { readonly median: number; readonly low: number; readonly high: number }): string {
  return `${percent(p.median)} alive (${String(Math.round(p.low * 100))} to ${String(Math.round(p.high * 100))})`;
}

export function temperature(c: number, unit: Settings['temperatureUnit'] = 'C'): string {
  return unit === 'C' ? `${String(Math.round(c * 10) / 10)} °C` : `${String(Math.round(c * 1.8 + 32))} °F`;
}

/** A temperature typed in the library's unit, as C. */
export function toCelsius(value: number, unit: Settings['temperatureUnit'] = 'C'): number {
  return unit === 'C' ? value : Math.round(((value - 32) / 1.8) * 100) / 100;
}

export function fromCelsius(c: number, unit: Settings['temperatureUnit'] = 'C'): number {
  return unit === 'C' ? c : Math.round(c * 1.8 + 32);
}

export function depth(mm: number, unit: Settings['lengthUnit'] = 'mm'): string {
  if (unit === 'mm') return `${String(Math.round(mm))} mm`;
  return `${String(Math.round((mm / 25.4) * 8) / 8)} inch`;
}

export const GRAMS_PER_OUNCE = 28.349523125;

/** `~180` for an estimate, `212` when counted or weighed. */
export function amount(seeds: number, known: string): string {
  return `${known === 'estimated' ? '~' : ''}${seeds.toLocaleString('en').replaceAll(',', ' ')}`;
}
