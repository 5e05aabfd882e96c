import { addDays, type Day, dayNumber } from '../dates/day.ts';

/** A garden's climate, for a weather station that stands in for a real one. */
export interface StationClimate {
  /** Mean last frost of spring, as days after 1 January (north) or 1 July (south). */
  readonly meanLastFrostDay: number;
  readonly spreadDays: number;
  readonly hemisphere: 'north' | 'south';
}

const YEAR = 365.25;

/**
 * Daily minima of a simulated weather station from `from` to `to`, in C, as the rows of a file: a yearly wave, years that are
 * warmer or colder, weather that lasts some days, and days on which it did not write anything.
 */
export function simulatedMinima(climate: StationClimate, from: Day, to: Day, random: () => number): string {
  const lines = ['Date,Minimum (°C)'];
  // Two uniform draws do for weather; nobody plans by its tails.
  const noise = (): number => (random() + random() + random() - 1.5) * 1.15;
  let weather = 0;
  let yearShift = 0;
  let year = '';
  // The wave is 1.5 degrees above freezing at the mean last frost, because weather swings below it.
  const half = climate.hemisphere === 'north' ? 0 : 182;
  const coldest = 20 + half;
  const swing = 10.5;
  const angle = (2 * Math.PI * (climate.meanLastFrostDay + half - coldest)) / YEAR;
  const mean = 1.5 + swing * Math.cos(angle);
  let silent = 0;
  for (let day = from; day <= to; day = addDays(day, 1)) {
    if (day.slice(0, 4) !== year) {
      year = day.slice(0, 4);
      yearShift = noise() * climate.spreadDays * 0.11;
    }
    weather = 0.72 * weather + noise() * 2.3;
    const dayOfYear = dayNumber(day) - dayNumber(`${year}-01-01`);
    const wave = mean - swing * Math.cos((2 * Math.PI * (dayOfYear - coldest)) / YEAR);
    if (silent === 0 && random() < 0.004) silent = 1 + Math.floor(random() * 6);
    if (silent > 0) silent -= 1;
    else lines.push(`${day},${(wave + yearShift + weather).toFixed(1)}`);
  }
  return `${lines.join('\r\n')}\r\n`;
}

/** Soil at sowing depth on a day, C, for a probe that stands in for a real one: the wave of the year, later and flatter than the air. */
export function simulatedSoil(climate: StationClimate, day: Day, random: () => number): number {
  const half = climate.hemisphere === 'north' ? 0 : 182;
  const dayOfYear = dayNumber(day) - dayNumber(`${day.slice(0, 4)}-01-01`);
  const atLastFrost = 9;
  const wave = (d: number): number => -9 * Math.cos((2 * Math.PI * (d - 28 - half)) / YEAR);
  const value = atLastFrost + wave(dayOfYear) - wave(climate.meanLastFrostDay + half) + (random() - 0.5) * 1.6;
  return Math.round(value * 10) / 10;
}
