import { needNumber } from '../errors.ts';
import { logBeta } from './gamma.ts';

export interface BetaNodes {
  readonly values: readonly number[];
  /** Weights of the values; they sum to 1. */
  readonly weights: readonly number[];
}

/**
 * Points and weights for the mean of a smooth function under Beta(alpha, beta). In the logit of
 * the share the density is smooth and falls exponentially on both sides, where the trapezium rule
 * converges faster than any power of the step, also for alpha or beta below 1.
 */
export function betaNodes(alpha: number, beta: number): BetaNodes {
  needNumber('betaNodes', 'alpha', alpha, Number.MIN_VALUE);
  needNumber('betaNodes', 'beta', beta, Number.MIN_VALUE);
  const norm = logBeta(alpha, beta);
  const logDensity = (x: number): number => alpha * -Math.log1p(Math.exp(-x)) + beta * -Math.log1p(Math.exp(x)) - norm;
  const mode = Math.log(alpha) - Math.log(beta);
  const top = logDensity(mode);
  const reach = (direction: 1 | -1): number => {
    let inside = 0;
    let outside = 1e-3;
    while (logDensity(mode + direction * outside) > top - 32 && outside < 600) {
      inside = outside;
      outside *= 2;
    }
    for (let i = 0; i < 20; i++) {
      const mid = (inside + outside) / 2;
      if (logDensity(mode + direction * mid) > top - 32) inside = mid;
      else outside = mid;
    }
    return mode + direction * outside;
  };
  const from = reach(-1);
  const to = reach(1);
  const n = Math.min(4001, Math.max(161, Math.ceil((to - from) / 0.2)));
  const step = (to - from) / (n - 1);
  const values: number[] = [];
  const weights: number[] = [];
  let total = 0;
  for (let i = 0; i < n; i++) {
    const x = from + i * step;
    const w = Math.exp(logDensity(x) - top);
    values.push(1 / (1 + Math.exp(-x)));
    weights.push(w);
    total += w;
  }
  return { values, weights: weights.map((w) => w / total) };
}
