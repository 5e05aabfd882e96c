import type { Crop } from '../crops/crop.ts';
import { addDays, type Day, dayInYear, yearOf } from '../dates/day.ts';
import { type Weeks, windowAfter } from './windows.ts';

/** Days after coming up in which a seedling is large enough to go out, and days it then wants before the frosts of autumn. */
const GROWN_DAYS = 28;
const SUMMER_LEFT_DAYS = 42;

type OutdoorCrop = Pick<Crop, 'plantOutWeeksMin' | 'plantOutWeeksMax' | 'directWeeksMin' | 'directWeeksMax'>;

/** Weeks from the last frost in which a crop may stand outdoors: planted out, or sown there. */
function outdoorWeeks(crop: OutdoorCrop): Weeks | null {
  if (crop.plantOutWeeksMin !== null && crop.plantOutWeeksMax !== null) return { min: crop.plantOutWeeksMin, max: crop.plantOutWeeksMax };
  return crop.directWeeksMin !== null && crop.directWeeksMax !== null ? { min: crop.directWeeksMin, max: crop.directWeeksMax } : null;
}

/**
 * The day on which plants go out by the season of their garden, where no plan says another; null for a crop without weeks for it. The
 * middle of the window, or later where they are not grown by then. What comes up after the window goes out when it is large
 * enough while there is summer left; else it waits for the next window.
 *
 * @param frost Usual last and first frost of the garden as `MM-DD`; the first stands before the last in the south.
 */
export function plantingOut(crop: OutdoorCrop, frost: { readonly last: string; readonly first: string }, upOn: Day): Day | null {
  const weeks = outdoorWeeks(crop);
  if (weeks === null) return null;
  const grown = addDays(upOn, GROWN_DAYS);
  const year = yearOf(upOn);
  // The summer that stands may have begun in the year before: in the south it does.
  for (const y of [year - 1, year, year + 1]) {
    const last = dayInYear(y, frost.last);
    const window = windowAfter(last, weeks);
    if (window.to >= upOn) return grown > window.target ? grown : window.target;
    const first = dayInYear(y, frost.first);
    const autumn = first > last ? first : dayInYear(y + 1, frost.first);
    if (addDays(grown, SUMMER_LEFT_DAYS) <= autumn) return grown;
  }
  return null;
}
