import type { Crop } from '../crops/crop.ts';
import { type Day, daysBetween } from '../dates/day.ts';
import { plural } from '../words/words.ts';

export interface SoilReading {
  readonly readOn: Day;
  readonly temperatureC: number;
}

/** Whether the soil of a garden is warm enough for a crop. */
export interface SoilSays {
  readonly state: 'warm-enough' | 'wait' | 'too-hot' | 'unknown';
  /** Mean of the last days' readings; null when there is none that is fresh. */
  readonly soilC: number | null;
  readonly wantsC: number;
  /** Days since the last reading; null when there never was one. */
  readonly daysOld: number | null;
}

/** Older readings say nothing of the soil today. */
export const READING_KEEPS_DAYS = 7;
const MEAN_OF_DAYS = 3;

/**
 * The soil a crop wants outdoors, C: for tender crops halfway between the least at which it sprouts and where its best range begins,
 * because they rot while they wait; for others the least.
 */
export function wantedSoil(crop: Pick<Crop, 'frost' | 'soilMinC' | 'soilOptLowC'>): number {
  return crop.frost === 'tender' ? Math.round((crop.soilMinC + crop.soilOptLowC) / 2) : crop.soilMinC;
}

/** Whether to sow or to wait by the probe: the mean of the last three days on which it was read, the last at most a week ago. */
export function soilSays(
  crop: Pick<Crop, 'frost' | 'soilMinC' | 'soilOptLowC' | 'soilMaxC'>,
  readings: readonly SoilReading[],
  today: Day,
): SoilSays {
  const wantsC = wantedSoil(crop);
  const past = readings.filter((r) => r.readOn <= today).sort((a, b) => b.readOn.localeCompare(a.readOn));
  const last = past[0];
  if (!last) return { state: 'unknown', soilC: null, wantsC, daysOld: null };
  const daysOld = daysBetween(last.readOn, today);
  if (daysOld > READING_KEEPS_DAYS) return { state: 'unknown', soilC: null, wantsC, daysOld };
  const near = past.filter((r) => daysBetween(r.readOn, last.readOn) < MEAN_OF_DAYS);
  const soilC = near.reduce((sum, r) => sum + r.temperatureC, 0) / near.length;
  return { state: soilC < wantsC - 1e-9 ? 'wait' : soilC > crop.soilMaxC ? 'too-hot' : 'warm-enough', soilC, wantsC, daysOld };
}

/** "wait: 14 °C, wants 18 °C" and its like. `warmth` writes a temperature in the unit of the library. */
export function soilWords(s: SoilSays, warmth: (c: number) => string = (c) => `${String(Math.round(c * 10) / 10)} °C`): string {
  if (s.state === 'unknown' || s.soilC === null) {
    return s.daysOld === null
      ? `the soil was never read; it wants ${warmth(s.wantsC)}`
      : `the soil was last read ${plural(s.daysOld, 'day')} ago; it wants ${warmth(s.wantsC)}`;
  }
  if (s.state === 'wait') return `wait: ${warmth(s.soilC)}, wants ${warmth(s.wantsC)}`;
  return s.state === 'too-hot'
    ? `too hot: ${warmth(s.soilC)}; sow in the evening and shade it`
    : `warm enough: ${warmth(s.soilC)}, wants ${warmth(s.wantsC)}`;
}
