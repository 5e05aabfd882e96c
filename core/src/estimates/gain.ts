import { addDays, type Day, dayNumber, DAYS_PER_YEAR } from '../dates/day.ts';
import { ageingCropOf, type LotFacts } from './lotEstimate.ts';
import { ageAt, type StoragePeriod } from '../viability/ageing.ts';
import { viabilityReader } from '../viability/viability.ts';

/** How far ahead a lot is followed, in years; in a freezer many crops outlast it. */
export const GAIN_SIGHT_YEARS = 100;

/** How long a lot stays good enough if it stays where it is, and if it moves today. */
export interface MovingGain {
  /** Share alive below which it is no longer good enough: the lending line, or 40 % for a lot that is below it already. */
  readonly line: number;
  /** Years from today to the line; null beyond GAIN_SIGHT_YEARS. */
  readonly staysYears: number | null;
  readonly movesYears: number | null;
  /** True when it is below both lines today: moving it gains nothing that counts. */
  readonly tooLate: boolean;
}

const LOW_LINE = 0.4;

/**
 * What moving a lot today to a place of this climate gains. The median is followed along the same posterior with both
 * storages, to the lending line. Crops that cannot be stored dry and cold gain nothing: the caller says so instead.
 */
export function movingGain(facts: LotFacts, today: Day, there: { readonly temperatureC: number; readonly rhPercent: number }): MovingGain {
  const crop = ageingCropOf(facts.crop);
  const reader = viabilityReader({ ...facts, crop, at: [] });
  const day = today < facts.start ? facts.start : today;
  const moved: StoragePeriod[] = [...facts.storage.filter((p) => p.from < day), { from: day, ...there }];
  const ageNow = ageAt(crop, facts.start, facts.storage, [day])[0] as number;
  const above = (line: number): boolean => reader.chanceAtLeast(line, ageNow) >= 0.5;
  const line = above(facts.threshold) ? facts.threshold : LOW_LINE;
  if (!above(line)) return { line, staysYears: 0, movesYears: 0, tooLate: true };
  const years = (storage: readonly StoragePeriod[]): number | null => {
    const below = (days: number): boolean =>
      reader.chanceAtLeast(line, ageAt(crop, facts.start, storage, [addDays(day, days)])[0] as number) < 0.5;
    let low = 0;
    let high = Math.round(GAIN_SIGHT_YEARS * DAYS_PER_YEAR);
    if (dayNumber(day) + high > dayNumber('9990-01-01') || !below(high)) return null;
    while (high - low > 1) {
      const mid = (low + high) >> 1;
      if (below(mid)) high = mid;
      else low = mid;
    }
    return high / DAYS_PER_YEAR;
  };
  return { line, staysYears: years(facts.storage), movesYears: years(moved), tooLate: false };
}
