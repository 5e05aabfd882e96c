import { addDays, type Day, daysBetween } from '../dates/day.ts';

/** A place on the bench that is limited: a mat, a lamp, a fridge shelf. */
export interface BenchPlace {
  readonly id: number;
  readonly name: string;
  /** Trays it holds. */
  readonly holds: number;
}

/** What takes room on a place from one day to the day before another, in trays (a third of a tray is 1/3). */
export interface BenchUse {
  readonly key: string;
  readonly placeId: number;
  readonly from: Day;
  readonly until: Day;
  readonly trays: number;
}

export interface BenchWeek {
  readonly monday: Day;
  /** Most trays that stand there on one day of the week. */
  readonly trays: number;
  readonly clash: boolean;
  readonly keys: readonly string[];
}

/** Trays on a place on one day; parts of trays of different sowings share one, so only the sum is rounded up. */
export function traysOn(uses: readonly BenchUse[], placeId: number, day: Day): number {
  const sum = uses.filter((u) => u.placeId === placeId && u.from <= day && day < u.until).reduce((n, u) => n + u.trays, 0);
  return Math.max(0, Math.ceil(sum - 1e-9));
}

/** How full a place is week by week from a Monday. */
export function benchLoad(uses: readonly BenchUse[], place: BenchPlace, monday: Day, weeks: number): BenchWeek[] {
  const own = uses.filter((u) => u.placeId === place.id);
  return Array.from({ length: weeks }, (_, w) => {
    const from = addDays(monday, 7 * w);
    const days = Array.from({ length: 7 }, (_d, i) => addDays(from, i));
    const trays = Math.max(...days.map((d) => traysOn(own, place.id, d)));
    const end = addDays(from, 7);
    return { monday: from, trays, clash: trays > place.holds, keys: own.filter((u) => u.from < end && u.until > from).map((u) => u.key) };
  });
}

/** True when every day of a use finds room beside the others. */
export function fits(use: BenchUse, others: readonly BenchUse[], place: BenchPlace): boolean {
  const all = [...others.filter((u) => u.key !== use.key), use];
  // The load only goes up on a day on which something arrives.
  const days = [use.from, ...all.filter((u) => u.placeId === place.id && u.from > use.from && u.from < use.until).map((u) => u.from)];
  return days.every((d) => traysOn(all, place.id, d) <= place.holds);
}

/**
 * The day nearest to `wanted` within `from..to`, in steps of a week, on which a use of this length fits; null when there is none. The earlier one
 * of two that are equally near.
 */
export function nearestDayWithRoom(use: BenchUse, others: readonly BenchUse[], place: BenchPlace, from: Day, to: Day): Day | null {
  const length = daysBetween(use.from, use.until);
  const steps = Array.from({ length: 53 }, (_, i) => i).flatMap((i) => (i === 0 ? [0] : [-7 * i, 7 * i]));
  for (const step of steps) {
    const day = addDays(use.from, step);
    if (day < from || day > to) continue;
    if (fits({ ...use, from: day, until: addDays(day, length) }, others, place)) return day;
  }
  return null;
}
