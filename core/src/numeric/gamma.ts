import { needNumber } from '../errors.ts';

const LANCZOS = [
  0.99999999999980993, 676.5203681218851, -1259.1392167224028, 771.32342877765313, -176.61502916214059, 12.507343278686905,
  -0.13857109526572012, 9.9843695780195716e-6, 1.5056327351493116e-7,
] as const;

/** Log of the gamma function for x > 0 (Lanczos, g = 7, n = 9), to about 1e-14 relative. */
export function logGamma(x: number): number {
  if (x < 0.5) return Math.log(Math.PI / Math.sin(Math.PI * x)) - logGamma(1 - x);
  const y = x - 1;
  let sum: number = LANCZOS[0];
  for (let i = 1; i < LANCZOS.length; i++) sum += (LANCZOS[i] as number) / (y + i);
  const t = y + 7.5;
  return 0.9189385332046727 + (y + 0.5) * Math.log(t) - t + Math.log(sum);
}

/**
 * Slope of the log of the gamma function, x > 0, to about 1e-12: raised to 8 by recurrence, then the asymptotic series
 * (Abramowitz & Stegun 1964, 6.3.5 and 6.3.18).
 */
export function digamma(x: number): number {
  let sum = 0;
  let y = x;
  for (; y < 8; y++) sum -= 1 / y;
  const u = 1 / (y * y);
  return sum + Math.log(y) - 0.5 / y - u * (1 / 12 - u * (1 / 120 - u * (1 / 252 - u * (1 / 240 - u / 132))));
}

/** Log of the beta function B(a, b), a, b > 0. */
export function logBeta(a: number, b: number): number {
  return logGamma(a) + logGamma(b) - logGamma(a + b);
}

/**
 * Regularised incomplete beta function I_x(a, b): the chance that a Beta(a, b) share is below x.
 * Continued fraction of Abramowitz & Stegun 1964, 26.5.8, evaluated by Lentz's method.
 */
export function betaCdf(x: number, a: number, b: number): number {
  if (x <= 0) return 0;
  if (x >= 1) return 1;
  const front = Math.exp(a * Math.log(x) + b * Math.log1p(-x) - logBeta(a, b));
  return x < (a + 1) / (a + b + 2) ? (front * betaFraction(x, a, b)) / a : 1 - (front * betaFraction(1 - x, b, a)) / b;
}

const TINY = 1e-300;
const guard = (v: number): number => (Math.abs(v) < TINY ? TINY : v);

function betaFraction(x: number, a: number, b: number): number {
  let c = 1;
  let d = 1 / guard(1 - ((a + b) * x) / (a + 1));
  let h = d;
  for (let m = 1; m <= 100_000; m++) {
    const even = (m * (b - m) * x) / ((a + 2 * m - 1) * (a + 2 * m));
    d = 1 / guard(1 + even * d);
    c = guard(1 + even / c);
    h *= d * c;
    const odd = (-(a + m) * (a + b + m) * x) / ((a + 2 * m) * (a + 2 * m + 1));
    d = 1 / guard(1 + odd * d);
    c = guard(1 + odd / c);
    const step = d * c;
    h *= step;
    if (Math.abs(step - 1) < 1e-15) break;
  }
  return h;
}

/** Quantile of Beta(a, b) at p in 0..1, by bisection on betaCdf, to 1e-13. `betaQuantile(0.5, 1, 1)` is 0.5. */
export function betaQuantile(p: number, a: number, b: number): number {
  needNumber('betaQuantile', 'p', p, 0, 1);
  if (p === 0 || p === 1) return p;
  let low = 0;
  let high = 1;
  for (let i = 0; i < 200 && high - low > 1e-13 * Math.max(low, 1e-12); i++) {
    const mid = (low + high) / 2;
    if (betaCdf(mid, a, b) < p) low = mid;
    else high = mid;
  }
  return (low + high) / 2;
}
