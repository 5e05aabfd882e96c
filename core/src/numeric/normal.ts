import { needNumber } from '../errors.ts';

const SQRT2 = Math.SQRT2;
const LOG_SQRT_2PI = 0.9189385332046727;
const INV_SQRT_PI = 0.5641895835477563;

/**
 * Complementary error function, to about 1e-15 relative: a power series near zero and a continued
 * fraction (Lentz) beyond, so that the tail keeps its relative precision.
 * Source: Abramowitz & Stegun 1964, 7.1.6 and 7.1.14.
 */
export function erfc(x: number): number {
  const a = Math.abs(x);
  if (a < 2.5) {
    let term = a;
    let sum = a;
    for (let n = 1; n < 200; n++) {
      term *= (2 * a * a) / (2 * n + 1);
      sum += term;
      if (term < sum * 1e-17) break;
    }
    const erf = 2 * INV_SQRT_PI * Math.exp(-a * a) * sum;
    return x >= 0 ? 1 - erf : 1 + erf;
  }
  const tail = a > 27 ? 0 : Math.exp(-a * a) * INV_SQRT_PI * scaledTail(a);
  return x >= 0 ? tail : 2 - tail;
}

/** sqrt(pi) exp(a^2) erfc(a) for a >= 2.5, by the continued fraction 1/(a + (1/2)/(a + 1/(a + ...))). */
function scaledTail(a: number): number {
  let f = 0;
  for (let n = 60; n >= 1; n--) f = n / 2 / (a + f);
  return 1 / (a + f);
}

/** Standard normal distribution function. `phi(1.959964)` is 0.975. */
export function phi(z: number): number {
  return 0.5 * erfc(-z / SQRT2);
}

/** Log of the standard normal distribution function; holds in the far tail, where phi itself is 0. */
export function logPhi(z: number): number {
  if (z > -3.6) return z > 8 ? -0.5 * erfc(z / SQRT2) : Math.log(phi(z));
  const a = -z / SQRT2;
  return -a * a + Math.log(0.5 * INV_SQRT_PI * scaledTail(a));
}

/** Log of the normal density at `x` with mean `mean` and standard deviation `sd` > 0. */
export function logNormalDensity(x: number, mean: number, sd: number): number {
  const t = (x - mean) / sd;
  return -0.5 * t * t - Math.log(sd) - LOG_SQRT_2PI;
}

const A = [
  -3.969683028665376e1, 2.209460984245205e2, -2.759285104469687e2, 1.38357751867269e2, -3.066479806614716e1, 2.506628277459239,
] as const;
const B = [-5.447609879822406e1, 1.615858368580409e2, -1.556989798598866e2, 6.680131188771972e1, -1.328068155288572e1] as const;
const C = [
  -7.784894002430293e-3, -3.223964580411365e-1, -2.400758277161838, -2.549732539343734, 4.374664141464968, 2.938163982698783,
] as const;
const D = [7.784695709041462e-3, 3.224671290700398e-1, 2.445134137142996, 3.754408661907416] as const;

/**
 * Quantile of the standard normal (the probit). `probit(0.95)` is 1.644854.
 * A rational start (Acklam) is polished by two steps of Newton on log Phi, down into its tail; phi of the result is p to 1e-12.
 * Throws a CoreError unless 0 < p < 1.
 */
export function probit(p: number): number {
  needNumber('probit', 'p', p, Number.MIN_VALUE, 1 - Number.EPSILON / 2);
  if (p > 0.5) return -probit(1 - p);
  let z: number;
  if (p < 0.02425) {
    const q = Math.sqrt(-2 * Math.log(p));
    z = (((((C[0] * q + C[1]) * q + C[2]) * q + C[3]) * q + C[4]) * q + C[5]) / ((((D[0] * q + D[1]) * q + D[2]) * q + D[3]) * q + 1);
  } else {
    const q = p - 0.5;
    const r = q * q;
    z =
      ((((((A[0] * r + A[1]) * r + A[2]) * r + A[3]) * r + A[4]) * r + A[5]) * q) /
      (((((B[0] * r + B[1]) * r + B[2]) * r + B[3]) * r + B[4]) * r + 1);
  }
  // Newton on log Phi: its slope is the ratio density / Phi.
  for (let i = 0; i < 2; i++) {
    const l = logPhi(z);
    const slope = Math.exp(-0.5 * z * z - LOG_SQRT_2PI - l);
    z -= (l - Math.log(p)) / slope;
  }
  return z;
}
