import type { Crop } from '../crops/crop.ts';
import { type Day, dayInYear, yearOf } from '../dates/day.ts';
import type { FrostDates } from './frost.ts';
import { season } from './windows.ts';

type SownCrop = Pick<
  Crop,
  | 'anchor'
  | 'startWeeksMin'
  | 'startWeeksMax'
  | 'plantOutWeeksMin'
  | 'plantOutWeeksMax'
  | 'directWeeksMin'
  | 'directWeeksMax'
  | 'chillWeeks'
  | 'soakHours'
>;

const range = (min: number | null, max: number | null) => (min === null || max === null ? null : { min, max });

/**
 * The middle of the next spring sowing of a crop, under cover or outdoors, whichever comes first from `today` on; where the seed is
 * chilled first, the day on which that begins. Null for a crop without weeks.
 */
export function nextSowingDay(crop: SownCrop, today: Day, frost: FrostDates): Day | null {
  const days = [0, 1, 2].flatMap((ahead) => {
    const s = season({
      lastFrost: dayInYear(yearOf(today) + ahead, frost.last),
      sdDays: frost.lastSdDays,
      crop: {
        anchor: crop.anchor,
        startWeeks: range(crop.startWeeksMin, crop.startWeeksMax),
        plantOutWeeks: range(crop.plantOutWeeksMin, crop.plantOutWeeksMax),
        directWeeks: range(crop.directWeeksMin, crop.directWeeksMax),
        chillWeeks: crop.chillWeeks,
        soakHours: crop.soakHours,
      },
    });
    return [s.chillFrom ?? s.sow?.target ?? null, s.direct?.target ?? null].filter((d): d is Day => d !== null);
  });
  return days.filter((d) => d >= today).sort()[0] ?? null;
}

/** Days that a germination test of a crop takes, its weeks of cold included. */
export function testDays(crop: Pick<Crop, 'testFinalCountD' | 'chillWeeks'>): number {
  return crop.testFinalCountD + 7 * crop.chillWeeks;
}
