import { logGamma, phi, type Prior, type PosteriorGrid, TEST_CONCENTRATION } from '@esprel/core';

/** One piece of evidence with its age in reference years, as the core takes it. */
export interface PlainEvidence {
  readonly age: number;
  readonly sown: number;
  readonly alive: number;
}

const density = (x: number, sd: number): number => Math.exp((-0.5 * x * x) / (sd * sd)) / (sd * Math.sqrt(2 * Math.PI));

/**
 * The textbook loop that the fast posterior is held against: every point of the same grid, every piece of evidence,
 * plain formulas, no tables. Answers mean and variance of viability at each age.
 */
export function plainPosterior(
  prior: Prior,
  evidence: readonly PlainEvidence[],
  grid: PosteriorGrid,
  ages: readonly number[],
): { mean: number; variance: number }[] {
  const n = grid.size;
  const weights: number[] = [];
  let best = -Infinity;
  for (let r = 0; r < n; r++) {
    const logSigma = grid.logSigmaLow + r * grid.logSigmaStep;
    const sigma = Math.exp(logSigma);
    for (let j = 0; j < n; j++) {
      const k = (grid.kLow[r] as number) + j * (grid.kStep[r] as number);
      let log = Math.log((1 - prior.dudChance) * density(k - prior.kMean, prior.kSd) + prior.dudChance * density(k, prior.dudSd));
      log += Math.log(density(logSigma - prior.logSigmaMean, prior.logSigmaSd));
      for (const e of evidence) {
        const z = k - e.age / sigma;
        const a = TEST_CONCENTRATION * phi(z);
        const b = TEST_CONCENTRATION * phi(-z);
        if (e.alive > 0) log += logGamma(a + e.alive) - logGamma(a);
        if (e.alive < e.sown) log += logGamma(b + e.sown - e.alive) - logGamma(b);
      }
      weights.push(log);
      if (log > best) best = log;
    }
  }
  return ages.map((age) => {
    let total = 0;
    let sum = 0;
    let squares = 0;
    for (let r = 0; r < n; r++) {
      const sigma = Math.exp(grid.logSigmaLow + r * grid.logSigmaStep);
      for (let j = 0; j < n; j++) {
        // A row counts by its own step along K.
        const w = Math.exp((weights[r * n + j] as number) - best) * (grid.kStep[r] as number);
        const v = phi((grid.kLow[r] as number) + j * (grid.kStep[r] as number) - age / sigma);
        total += w;
        sum += w * v;
        squares += w * v * v;
      }
    }
    const mean = sum / total;
    return { mean, variance: squares / total - mean * mean };
  });
}
