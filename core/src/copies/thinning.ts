import { type Day, daysBetween } from '../dates/day.ts';

/** Nights of which each keeps its copy, then weeks and months of which the last one is kept; of every year the last is kept for good. */
export const NIGHTS_KEPT = 7;
export const WEEKS_KEPT = 5;
export const MONTHS_KEPT = 12;

/** The week that a day lies in, counted from a Monday. */
const weekOf = (day: Day): number => Math.floor(daysBetween('1970-01-05', day) / 7);

/**
 * Which nightly copies can go, of those made on `days`: every night of the last week, the last of each of five weeks, of each of twelve
 * months, and of each year stay. A copy of a day to come (a clock that was wrong) stays too.
 */
export function copiesToThin(days: readonly Day[], today: Day): Day[] {
  const kept = new Set<Day>();
  const last = (of: (day: Day) => string | number, within: (day: Day) => boolean): void => {
    const latest = new Map<string | number, Day>();
    for (const day of days) {
      const key = of(day);
      if (within(day) && (latest.get(key) ?? '') < day) latest.set(key, day);
    }
    for (const day of latest.values()) kept.add(day);
  };
  for (const day of days) if (daysBetween(day, today) < NIGHTS_KEPT) kept.add(day);
  last(weekOf, (day) => weekOf(today) - weekOf(day) < WEEKS_KEPT);
  const month = (day: Day): number => Number(day.slice(0, 4)) * 12 + Number(day.slice(5, 7));
  last(month, (day) => month(today) - month(day) < MONTHS_KEPT);
  last(
    (day) => day.slice(0, 4),
    () => true,
  );
  return days.filter((day) => !kept.has(day));
}
