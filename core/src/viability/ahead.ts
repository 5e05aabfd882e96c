import { type Day, daysBetween } from '../dates/day.ts';

/** How alive a lot is believed to be on one day: mean and variance of the share. */
export interface AliveThen {
  readonly mean: number;
  readonly variance: number;
}

/** So many years ahead the belief of a lot is kept with its estimate. */
export const YEARS_AHEAD = 10;
const DAYS_A_YEAR = 365;

/** The beta distribution of a mean and variance; one share where there is no spread to speak of. */
export function betaOf({ mean, variance }: AliveThen): { readonly alpha: number; readonly beta: number } | { readonly share: number } {
  const spread = mean > 0 && mean < 1 && variance > 1e-12 ? (mean * (1 - mean)) / variance - 1 : 0;
  return spread > 0 ? { alpha: mean * spread, beta: (1 - mean) * spread } : { share: mean };
}

/**
 * What is believed of a lot on a day, from what was kept of the day it was estimated and the same day of the years after it: between two of them
 * mean and variance are taken to change evenly, behind the last no more.
 */
export function aliveOn(ahead: readonly AliveThen[], estimatedOn: Day, day: Day): AliveThen {
  const at = Math.min(ahead.length - 1, Math.max(0, daysBetween(estimatedOn, day) / DAYS_A_YEAR));
  const before = ahead[Math.floor(at)] ?? { mean: 0, variance: 0 };
  const after = ahead[Math.ceil(at)] ?? before;
  const part = at - Math.floor(at);
  return {
    mean: before.mean + part * (after.mean - before.mean),
    variance: before.variance + part * (after.variance - before.variance),
  };
}
