import type { DateOrder } from '../units.ts';
import { dayNumber } from './day.ts';

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

function inOrder(day: number, month: string, order: DateOrder): string {
  return order === 'day-month' ? `${String(day)} ${month}` : `${month} ${String(day)}`;
}

/** `Thu 14 Mar`, with the year when it is not the one of `today`. */
export function shortDay(day: string, order: DateOrder = 'day-month', today = ''): string {
  const p = parts(day);
  const text = inOrder(p.day, MONTHS[p.month] ?? '', order);
  return p.year === today.slice(0, 4) ? `${DAYS[p.weekday] ?? ''} ${text}` : `${text} ${p.year}`;
}

/** `Sunday 14 March 2027`. */
export function longDay(day: string, order: DateOrder = 'day-month'): string {
  const p = parts(day);
  return `${LONG_DAYS[p.weekday] ?? ''} ${inOrder(p.day, LONG_MONTHS[p.month] ?? '', order)} ${p.year}`;
}

/** `14 March`, with the year when it is not the one of `today`. */
export function monthDay(day: string, order: DateOrder = 'day-month', today = day): string {
  const p = parts(day);
  const text = inOrder(p.day, LONG_MONTHS[p.month] ?? '', order);
  return p.year === today.slice(0, 4) ? text : `${text} ${p.year}`;
}

/** `Saturday`. */
export const weekday = (day: string): string => LONG_DAYS[parts(day).weekday] ?? '';

/** The third of a month, for days that are no more exact than that: `early August`, `mid May`, `late June 2028`. */
export function aboutWhen(day: string, today = day): string {
  const p = parts(day);
  const third = p.day <= 10 ? 'early' : p.day <= 20 ? 'mid' : 'late';
  return `${third} ${LONG_MONTHS[p.month] ?? ''}${p.year === today.slice(0, 4) ? '' : ` ${p.year}`}`;
}
