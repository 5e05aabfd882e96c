import { addDays, type Day, dayNumber, isDay, yearOf } from '@esprel/core';
import { MONTHS } from '../base/format.ts';

export type DateOrder = 'day-month' | 'month-day';

const pad = (n: number): string => String(n).padStart(2, '0');

/**
 * A date as people write it, as `YYYY-MM-DD`: "today", "yesterday", "14.3.", "14/3/27", "14 Mar", "Mar 14 2027",
 * "2027-03-14". Two numbers are read in the library's order; a year left out is the one that brings the day nearest to
 * `today`, not before `min`. Null when it cannot be read or does not exist.
 */
export function readDay(text: string, today: Day, order: DateOrder, min?: Day): Day | null {
  const t = text
    .trim()
    .toLowerCase()
    .replace(/^(mon|tue|wed|thu|fri|sat|sun)[a-z]*[,.]?\s+/, '');
  if (t === 'today') return today;
  if (t === 'yesterday') return addDays(today, -1);
  if (/^\d{4}-\d{1,2}-\d{1,2}$/.test(t)) {
    const [y, m, d] = t.split('-').map(Number) as [number, number, number];
    return existing(y, m, d);
  }
  const parts = t.split(/[\s./,-]+/).filter((p) => p !== '');
  if (parts.length < 2 || parts.length > 3) return null;
  const monthAt = parts.findIndex((p) => /^[a-z]{3,}$/.test(p));
  let day: number;
  let month: number;
  if (monthAt === 0 || monthAt === 1) {
    month = MONTHS.findIndex((m) => (parts[monthAt] as string).startsWith(m.toLowerCase())) + 1;
    day = Number(parts[1 - monthAt]);
  } else {
    const [a, b] = [Number(parts[0]), Number(parts[1])];
    [day, month] = order === 'day-month' ? [a, b] : [b, a];
  }
  if (parts.length === 3) {
    const year = parts[2] as string;
    if (!/^(\d{2}|\d{4})$/.test(year)) return null;
    return existing(Number(year) + (year.length === 2 ? 2000 : 0), month, day);
  }
  const near = [-1, 0, 1]
    .map((by) => existing(yearOf(today) + by, month, day))
    .filter((d) => d !== null && (min === undefined || d >= min)) as Day[];
  const distance = (d: Day): number => Math.abs(dayNumber(d) - dayNumber(today));
  return near.sort((a, b) => distance(a) - distance(b))[0] ?? null;
}

function existing(year: number, month: number, day: number): Day | null {
  const text = `${String(year)}-${pad(month)}-${pad(day)}`;
  return isDay(text) ? text : null;
}
