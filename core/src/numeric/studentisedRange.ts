import { needCount, needNumber } from '../errors.ts';
import { phi } from './normal.ts';

/**
 * Chance that the range of `k` independent standard normal values is at most `q`:
 * k * integral of density(z) (Phi(z) - Phi(z - q))^(k - 1) dz. This is the studentised range with
 * infinite degrees of freedom. Source: Harter 1960, Annals of Mathematical Statistics 31, 1122-1147.
 */
export function rangeCdf(q: number, k: number): number {
  needCount('rangeCdf', 'k', k, 2, 10_000);
  if (q <= 0) return 0;
  const from = -8.5;
  const to = 8.5 + q;
  const steps = 2 * Math.ceil((to - from) * 20);
  const h = (to - from) / steps;
  let sum = 0;
  for (let i = 0; i <= steps; i++) {
    const z = from + i * h;
    const density = 0.3989422804014327 * Math.exp(-0.5 * z * z);
    const weight = i === 0 || i === steps ? 1 : i % 2 === 1 ? 4 : 2;
    sum += weight * density * (phi(z) - phi(z - q)) ** (k - 1);
  }
  return Math.min(1, (k * sum * h) / 3);
}

/** Points that were asked for before: one takes some milliseconds, and every count of a test asks for the same. */
const KNOWN = new Map<string, number>();

/**
 * The value that the range of `k` standard normal values exceeds with chance `upper`.
 * `rangeUpperPoint(0.05, 4)` is 3.633 (the tabled value). Throws a CoreError unless 0 < upper < 1 and k >= 2.
 */
export function rangeUpperPoint(upper: number, k: number): number {
  needNumber('rangeUpperPoint', 'upper', upper, 1e-9, 1 - 1e-9);
  const key = `${String(upper)} ${String(k)}`;
  const known = KNOWN.get(key);
  if (known !== undefined) return known;
  let low = 0;
  let high = 20;
  for (let i = 0; i < 60; i++) {
    const mid = (low + high) / 2;
    if (1 - rangeCdf(mid, k) > upper) low = mid;
    else high = mid;
  }
  if (KNOWN.size > 500) KNOWN.clear();
  KNOWN.set(key, (low + high) / 2);
  return (low + high) / 2;
}
