import { addDays, type Day } from '../dates/day.ts';

/** More sowings than this are never planned in one step. */
export const MOST_SOWINGS = 40;

/**
 * The days of a sowing that is made again every so many days until a day, the first included: for a crop that is wanted fresh for
 * months. At most one more than `MOST_SOWINGS`, so that too many can be told from many.
 */
export function sowAgain(first: Day, everyDays: number, until: Day): Day[] {
  const days = [first];
  for (let day = addDays(first, everyDays); everyDays > 0 && day <= until && days.length <= MOST_SOWINGS; day = addDays(day, everyDays)) {
    days.push(day);
  }
  return days;
}
