import type { Crop } from '../crops/crop.ts';
import { addDays, type Day } from '../dates/day.ts';
import { autumnPace, GOOD_AFTER_FROST } from './late.ts';

export interface CropDays {
  readonly min: number;
  readonly max: number;
}

/** When the first crop or flower may be looked for: from the quickest; `to` null where the slowest are not ready before the cold. */
export interface FirstCrop {
  readonly from: Day;
  readonly to: Day | null;
}

/** What takes longer than this stands through a winter, or is a tree: its days are counted through. */
const THROUGH_WINTER_DAYS = 200;

/**
 * The first crop of plants that stand outdoors from a day on: so many days of summer later, more as the days shorten towards the first frost.
 * Null when the cold ends their growth before there is any.
 */
export function firstCrop(from: Day, days: CropDays, frost: Crop['frost'], firstFrost: Day): FirstCrop | null {
  const readyAfter = (n: number): Day | null => {
    if (n > THROUGH_WINTER_DAYS) return addDays(from, n);
    const end = addDays(firstFrost, GOOD_AFTER_FROST[frost]);
    let day = from;
    for (let grown = 0; grown < n; day = addDays(day, 1)) {
      if (day > end) return null;
      grown += autumnPace(day, firstFrost);
    }
    return day;
  };
  const first = readyAfter(days.min);
  return first === null ? null : { from: first, to: readyAfter(days.max) };
}
