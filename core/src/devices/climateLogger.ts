import { addDays, type Day, dayNumber } from '../dates/day.ts';

/** What a place does over time, for a logger that stands in for a real one. */
export interface LoggedPlace {
  readonly temperatureC: number;
  readonly rhPercent: number;
  /** A weekend on which it fails and takes the warmth of the room; null when it never does. */
  readonly failsFrom: Day | null;
  readonly roomC: number;
}

const HOURS_APART = 2;

/**
 * The file of a simulated climate logger: a reading every two hours from `from` to `to`, both whole days. A fridge breathes by
 * a degree as its motor runs; on the weekend it fails it is as warm as the room by the second reading.
 */
export function simulatedLog(place: LoggedPlace, from: Day, to: Day, random: () => number): string {
  const lines = ['Time,Temperature (°C),Relative humidity (%)'];
  for (let day = from; day <= to; day = addDays(day, 1)) {
    const into = place.failsFrom === null ? -1 : dayNumber(day) - dayNumber(place.failsFrom);
    const failed = into >= 0 && into < 2;
    for (let hour = 0; hour < 24; hour += HOURS_APART) {
      const base = failed && (into > 0 || hour >= 4) ? place.roomC : place.temperatureC;
      const t = base + (random() - 0.5) * 1.2 + (failed ? Math.sin(hour / 4) : 0);
      const rh = Math.min(99, Math.max(5, place.rhPercent + (failed ? 12 : 0) + (random() - 0.5) * 4));
      lines.push(`${day} ${String(hour).padStart(2, '0')}:00,${t.toFixed(2)},${rh.toFixed(1)}`);
    }
  }
  return `${lines.join('\r\n')}\r\n`;
}
