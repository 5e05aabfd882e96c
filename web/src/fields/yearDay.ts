import { readDay, type DateOrder } from './dayText.ts';
import { MONTHS } from '../base/format.ts';

/** A leap year, so that every day of the year exists. */
const ANY_YEAR = '2028-07-01';

/** A day of the year as people write it ("6 May", "May 6", "6.5.", "05-06") as `MM-DD`; null when it cannot be read. */
export function readYearDay(text: string, order: DateOrder): string | null {
  const t = text.trim();
  const iso = /^(\d{2})-(\d{2})$/.exec(t);
  const day = readDay(iso ? `2028-${t}` : `${t.replace(/[./-]+$/, '')} 2028`, ANY_YEAR, order);
  return day === null ? null : day.slice(5);
}

/** `6 May` or `May 6`; the text itself where it is no day of the year. */
export function yearDayWords(monthDay: string, order: DateOrder): string {
  const m = /^(\d{2})-(\d{2})$/.exec(monthDay);
  const month = m ? MONTHS[Number(m[1]) - 1] : undefined;
  if (!m || month === undefined) return monthDay;
  const day = String(Number(m[2]));
  return order === 'day-month' ? `${day} ${month}` : `${month} ${day}`;
}
