import { needNumber } from '../errors.ts';

export type OilClass = 'starchy' | 'oily';

/**
 * Equilibrium moisture content (% of fresh weight) at about 25 C for a relative humidity (%).
 * Rounded middle values of published sorption curves; single crops differ by 1 to 2 points.
 */
export const MOISTURE_TABLE: readonly { readonly rhPercent: number; readonly starchy: number; readonly oily: number }[] = [
  { rhPercent: 10, starchy: 5.0, oily: 3.0 },
  { rhPercent: 15, starchy: 6.2, oily: 3.8 },
  { rhPercent: 20, starchy: 7.0, oily: 4.4 },
  { rhPercent: 30, starchy: 8.4, oily: 5.3 },
  { rhPercent: 45, starchy: 10.3, oily: 6.4 },
  { rhPercent: 60, starchy: 12.3, oily: 7.7 },
  { rhPercent: 75, starchy: 14.6, oily: 9.8 },
  { rhPercent: 90, starchy: 19.4, oily: 14.5 },
];

/** The range in which the ageing equation was fitted; outside it the equation is not extrapolated. */
const MOISTURE_MIN = 3;
const MOISTURE_MAX = 16;

/**
 * Moisture content (% of fresh weight, 3..16) of seed at a relative humidity (%), by linear
 * interpolation; outside the table its end rows hold. `points` are added for seed that is not at 25 C.
 * `moisturePercent(50, 'starchy')` is 10.97.
 */
export function moisturePercent(rhPercent: number, oilClass: OilClass, points = 0): number {
  needNumber('moisturePercent', 'rhPercent', rhPercent, 0, 100);
  const rows = MOISTURE_TABLE;
  const first = rows[0] as (typeof rows)[number];
  const last = rows[rows.length - 1] as (typeof rows)[number];
  let m: number;
  if (rhPercent <= first.rhPercent) m = first[oilClass];
  else if (rhPercent >= last.rhPercent) m = last[oilClass];
  else {
    const i = rows.findIndex((r) => r.rhPercent >= rhPercent);
    const a = rows[i - 1] as (typeof rows)[number];
    const b = rows[i] as (typeof rows)[number];
    m = a[oilClass] + ((b[oilClass] - a[oilClass]) * (rhPercent - a.rhPercent)) / (b.rhPercent - a.rhPercent);
  }
  return Math.min(MOISTURE_MAX, Math.max(MOISTURE_MIN, m + points));
}
