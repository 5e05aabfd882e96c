import { addDays, type Day, daysBetween } from '../dates/day.ts';

/** How a test stands against its count days. */
export interface CountsDue {
  /** Day on which somebody should count next. */
  readonly due: Day;
  /** Which count it is, from 1, and how many are planned. */
  readonly number: number;
  readonly of: number;
  /** Day of the test, from the day the seed lay in the warm. */
  readonly testDay: number;
  /** True when all planned counts are done and only slow seed is waited for. */
  readonly extended: boolean;
}

/** Days between looks after the last planned count, while seed is still out. */
const EXTENDED_GAP = 4;

/**
 * The next count of a test: the first count day after the last counted day. After the last one, every four
 * days while seed is out. Null when every seed is marked.
 */
export function nextCount(warmFrom: Day, countDays: readonly number[], lastCountedOn: Day | null, seedsOut: number): CountsDue | null {
  if (seedsOut <= 0) return null;
  const counted = lastCountedOn === null ? 0 : daysBetween(warmFrom, lastCountedOn);
  const i = countDays.findIndex((d) => d > counted);
  const last = countDays[countDays.length - 1] ?? 0;
  const testDay = i >= 0 ? (countDays[i] as number) : Math.max(counted, last) + EXTENDED_GAP;
  return {
    due: addDays(warmFrom, testDay),
    number: i >= 0 ? i + 1 : countDays.length + 1,
    of: countDays.length,
    testDay,
    extended: i < 0,
  };
}

/** Bags that went into the warm on one day, as far as their next count goes. */
export interface BatchCounted {
  readonly warmFrom: Day;
  /** Earliest last count of its bags; null while one of them was never counted. */
  readonly lastCountedOn: Day | null;
  readonly seedsOut: number;
}

/** The next count of a test laid in one batch or more: that of the batch which is due first. */
export function nextCountOf(batches: readonly BatchCounted[], countDays: readonly number[]): CountsDue | null {
  const due = batches.flatMap((b) => nextCount(b.warmFrom, countDays, b.lastCountedOn, b.seedsOut) ?? []);
  return due.reduce<CountsDue | null>((first, d) => (first === null || d.due < first.due ? d : first), null);
}

/** Which number of count a day of the test is: `countNumber([5, 8, 11], 8)` is 2. */
export function countNumber(countDays: readonly number[], testDay: number): number {
  return Math.max(1, countDays.filter((d) => d <= testDay).length);
}

/** When a sowing should be looked at next, and whether it is time to say what became of it. */
export interface LookDue {
  readonly due: Day;
  readonly last: boolean;
}

/**
 * The next look at a sowing: when the first seedlings are usual, then every week, and a week after
 * the last are usual to say what became of it. What comes up in the dark is looked at every day (`daily`) until the first is up: it grows long at once.
 */
export function nextLook(sownOn: Day, emergeMinD: number, emergeMaxD: number, lastCountedOn: Day | null, daily = false): LookDue {
  const end = addDays(sownOn, emergeMaxD + 7);
  const first = addDays(sownOn, emergeMinD);
  if (lastCountedOn === null) return { due: first, last: false };
  const weekOn = daily ? later(first, addDays(lastCountedOn, 1)) : addDays(lastCountedOn, 7);
  return weekOn >= end ? { due: lastCountedOn >= end ? lastCountedOn : end, last: true } : { due: weekOn, last: false };
}

const later = (a: Day, b: Day): Day => (a > b ? a : b);

/** Weeks that a return waits in quarantine before it is looked through: time to dry and for beetles to show. */
export const QUARANTINE_DAYS = 14;
/** Promises are spoken of this long before they are due. */
export const PROMISE_NOTICE_DAYS = 14;
