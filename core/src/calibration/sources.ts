import { CoreError, needCount, needNumber } from '../errors.ts';
import { logBeta } from '../numeric/gamma.ts';

/** The first test of a lot, with what was expected of it. */
export interface FirstTest {
  readonly sown: number;
  readonly alive: number;
  /** Share alive that crop, age and storage alone led one to expect, strictly between 0 and 1. */
  readonly expected: number;
}

export interface SourceQuality {
  readonly lots: number;
  readonly sown: number;
  readonly alive: number;
  /**
   * How its seed germinates against what was expected, as the share that seed expected at `typical` would have: the middle and the 5 %
   * and 95 % points.
   */
  readonly median: number;
  readonly low: number;
  readonly high: number;
  /** Chance that it is below the average source. */
  readonly worse: number;
}

export interface SourcesSummary {
  /** Share alive over all first tests. */
  readonly typical: number;
  /** How much sources differ: the mean standard deviation of their odds, in logits. */
  readonly differ: number;
  readonly sources: readonly SourceQuality[];
}

/** Lots of one source share its luck: intra-class correlation 0.10, as for the seeds of one tray. */
const LOT_SIZE = 9;
const POINTS = 161;
const REACH = 4;
const DIFFER = [0.05, 0.1, 0.2, 0.3, 0.45, 0.6, 0.8, 1, 1.3, 1.6, 2] as const;

const expit = (x: number): number => 1 / (1 + Math.exp(-x));
const logit = (p: number): number => Math.log(p / (1 - p));

/** Log likelihood of a source's lots when its odds are exp(delta) times those expected: beta-binomial, a + b = 9. */
function logLikelihood(tests: readonly FirstTest[], delta: number): number {
  return tests.reduce((sum, t) => {
    const mean = Math.min(1 - 1e-6, Math.max(1e-6, expit(logit(t.expected) + delta)));
    const [a, b] = [mean * LOT_SIZE, (1 - mean) * LOT_SIZE];
    return sum + logBeta(a + t.alive, b + t.sown - t.alive) - logBeta(a, b);
  }, 0);
}

/**
 * What the first tests say of the sources, shrunk towards the whole: each source's odds against what was expected are normal round
 * those of all, with every spread weighed by how well it fits the library (a hierarchical model on a grid), so that one bad packet is not a
 * verdict. Expectations allow for crop, age and storage: a source of parsnips is not held against one of beans.
 * Throws a CoreError for counts that cannot be and expectations outside 0..1.
 */
export function sourceQuality(sources: readonly (readonly FirstTest[])[]): SourcesSummary {
  sources.flat().forEach((t, i) => {
    needCount('sourceQuality', `tests[${String(i)}].sown`, t.sown, 1);
    needCount('sourceQuality', `tests[${String(i)}].alive`, t.alive, 0, t.sown);
    needNumber('sourceQuality', `tests[${String(i)}].expected`, t.expected, 0, 1);
    if (t.expected <= 0 || t.expected >= 1) throw new CoreError('sourceQuality', 'expected', t.expected, 'must lie between 0 and 1');
  });
  const deltas = Array.from({ length: POINTS }, (_, i) => -REACH + (2 * REACH * i) / (POINTS - 1));
  const likelihoods = sources.map((tests) => deltas.map((d) => logLikelihood(tests, d)));
  // What all sources have in common: the crop figures may be too hopeful or too careful for this library.
  const whole = deltas.map((_, i) => likelihoods.reduce((sum, l) => sum + (l[i] as number), 0));
  const middle = deltas[whole.indexOf(Math.max(...whole))] as number;
  // How much sources differ is not known either: each possible spread counts by how well it fits the library.
  const fit = DIFFER.map((sd) =>
    // A half-normal of sd 0.7 on the spread: sources hardly ever differ more than that.
    likelihoods.reduce((sum, l) => sum + logMean(l, deltas, middle, sd), -0.5 * (sd / 0.7) ** 2),
  );
  const bestFit = Math.max(...fit);
  const spreads = DIFFER.map((sd, i) => {
    const width = ((DIFFER[i + 1] ?? sd) - (DIFFER[i - 1] ?? 0)) / 2;
    return { sd, weight: Math.exp((fit[i] as number) - bestFit) * width };
  });
  const fitted = spreads.reduce((sum, f) => sum + f.weight, 0);
  const differ = spreads.reduce((sum, f) => sum + f.sd * f.weight, 0) / fitted;
  const all = sources.flat();
  const sown = all.reduce((n, t) => n + t.sown, 0);
  const typical = sown === 0 ? 0.5 : Math.min(0.999, Math.max(0.001, all.reduce((n, t) => n + t.alive, 0) / sown));
  return {
    typical,
    differ,
    sources: sources.map((tests, s) => {
      const weights = deltas.map(() => 0);
      for (const { sd, weight } of spreads) {
        const log = deltas.map((d, i) => (likelihoods[s]?.[i] as number) - 0.5 * ((d - middle) / sd) ** 2);
        const top = Math.max(...log);
        const part = log.map((l) => Math.exp(l - top));
        const sum = part.reduce((x, y) => x + y, 0);
        part.forEach((w, i) => (weights[i]! += (weight * w) / (fitted * sum)));
      }
      const total = weights.reduce((x, y) => x + y, 0);
      const at = (q: number): number => expit(logit(typical) + quantile(deltas, weights, total, q) - middle);
      return {
        lots: tests.length,
        sown: tests.reduce((n, t) => n + t.sown, 0),
        alive: tests.reduce((n, t) => n + t.alive, 0),
        median: at(0.5),
        low: at(0.05),
        high: at(0.95),
        worse:
          weights.reduce((sum, w, i) => sum + ((deltas[i] as number) < middle ? w : (deltas[i] as number) === middle ? w / 2 : 0), 0) /
          total,
      };
    }),
  };
}

function logMean(log: readonly number[], deltas: readonly number[], middle: number, sd: number): number {
  const top = Math.max(...log);
  let sum = 0;
  let norm = 0;
  deltas.forEach((d, i) => {
    const p = Math.exp(-0.5 * ((d - middle) / sd) ** 2);
    norm += p;
    sum += p * Math.exp((log[i] as number) - top);
  });
  return top + Math.log(sum / norm);
}

function quantile(values: readonly number[], weights: readonly number[], total: number, share: number): number {
  let sum = 0;
  for (let i = 0; i < values.length; i++) {
    const w = (weights[i] as number) / total;
    if (sum + w >= share) {
      const step = (values[1] as number) - (values[0] as number);
      return (values[i] as number) + ((share - sum) / w - 0.5) * step;
    }
    sum += w;
  }
  return values[values.length - 1] as number;
}
