import { needCount, needNumber } from '../errors.ts';
import { betaQuantile } from '../numeric/gamma.ts';
import { probit } from '../numeric/normal.ts';

export interface Interval {
  readonly low: number;
  readonly high: number;
}

/** Wilson score interval of `x` in `n` at `level` (0..1). Null when n is 0. Source: Wilson 1927, JASA 22, 209-212. */
export function wilson(x: number, n: number, level = 0.95): Interval | null {
  needCount('wilson', 'n', n);
  needCount('wilson', 'x', x, 0, n);
  needNumber('wilson', 'level', level, 1e-9, 1 - 1e-9);
  if (n === 0) return null;
  const z = probit(1 - (1 - level) / 2);
  const p = x / n;
  const centre = p + (z * z) / (2 * n);
  const half = z * Math.sqrt((p * (1 - p)) / n + (z * z) / (4 * n * n));
  const scale = 1 + (z * z) / n;
  // At the ends the bound is 0 or 1 exactly; the subtraction would leave a rounding error.
  return {
    low: x === 0 ? 0 : Math.max(0, (centre - half) / scale),
    high: x === n ? 1 : Math.min(1, (centre + half) / scale),
  };
}

/** Exact (Clopper-Pearson) interval of `x` in `n` at `level`. Null when n is 0. Source: Clopper & Pearson 1934, Biometrika 26. */
export function clopperPearson(x: number, n: number, level = 0.95): Interval | null {
  needCount('clopperPearson', 'n', n);
  needCount('clopperPearson', 'x', x, 0, n);
  needNumber('clopperPearson', 'level', level, 1e-9, 1 - 1e-9);
  if (n === 0) return null;
  const tail = (1 - level) / 2;
  return {
    low: x === 0 ? 0 : betaQuantile(tail, x, n - x + 1),
    high: x === n ? 1 : betaQuantile(1 - tail, x + 1, n - x),
  };
}
