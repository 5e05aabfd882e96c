import { needNumber } from '../errors.ts';
import { betaQuantile } from './gamma.ts';

/**
 * The 97.5 % point of Student's t with `df` degrees of freedom (1 or more), through the incomplete beta function
 * (Abramowitz & Stegun 1964, 26.7.1): P(|T| > t) = I_x(df/2, 1/2) at x = df / (df + t^2). `studentT975(4)` is 2.7764.
 */
export function studentT975(df: number): number {
  needNumber('studentT975', 'df', df, 1);
  // Beyond a million it is the normal's, to eight digits.
  if (df > 1e6) return 1.9599639845;
  const x = betaQuantile(0.05, df / 2, 0.5);
  return Math.sqrt(df * (1 / x - 1));
}
