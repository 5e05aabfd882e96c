import { concentrationOf, type Evidence, EvidenceTable } from './likelihood.ts';
import { type Prior, PriorTable } from './prior.ts';

/**
 * The joint posterior of K and ln sigma on a grid. Rows step evenly in ln sigma; each has its own window of K, since the rows may
 * lie far apart along it: where old seed of unknown storage shows nothing alive, a common window would be
 * hundreds of probits wide and its steps wider than what lies in a row.
 */
export interface PosteriorGrid {
  readonly size: number;
  /** First value of K in each row, and the step along it. */
  readonly kLow: Float64Array;
  readonly kStep: Float64Array;
  readonly logSigmaLow: number;
  readonly logSigmaStep: number;
  /** Density at each point, highest = 1, row after row. */
  readonly density: Float64Array;
}

const COARSE = 41;
const FINE = 81;
/** Points this far (in logs) below the highest are outside: 3e-7 of the peak. */
const REACH = 15;
/** Points further below the highest than this are left at nothing. */
const NEGLIGIBLE = 40;
/** A window is settled once it shrinks by less than this share. */
const SHRINKS = 0.4;
const MOST_ROUNDS = 8;
const PRIOR_REACH = 6;

interface Span {
  readonly low: number;
  readonly high: number;
}

/** One row at ln sigma = s: its window of K and the highest log density seen in it. */
interface Row {
  readonly inverse: number;
  readonly window: Span;
  readonly best: number;
}

/** The log posterior, asked for row by row. */
class LogPosterior {
  private readonly prior: PriorTable;
  private readonly evidence: readonly EvidenceTable[];
  /** One row at a time. */
  private readonly coarse = new Float64Array(COARSE);

  constructor(prior: PriorTable, evidence: readonly EvidenceTable[]) {
    this.prior = prior;
    this.evidence = evidence;
  }

  /** Puts the log density at `size` even steps over the window into `out[at..]`; answers the highest. */
  putRow(s: number, window: Span, size: number, out: Float64Array, at: number): number {
    const inverse = Math.exp(-s);
    const step = (window.high - window.low) / (size - 1);
    const last = at + size - 1;
    this.prior.putRow(this.prior.logSigma(s), window.low, step, out, at, last);
    for (const e of this.evidence) e.addRow(window.low - e.age * inverse, step, out, at, last);
    let best = -Infinity;
    for (let j = at; j <= last; j++) if ((out[j] as number) > best) best = out[j] as number;
    return best;
  }

  /**
   * The window of K that holds what matters of a row: the span of the points within reach of the row's highest, a step
   * wider; a side that touches the rim moves out by half the width; again until it is settled.
   */
  fitRow(s: number, start: Span): Row {
    const values = this.coarse;
    let window = start;
    let best = -Infinity;
    for (let round = 0; round < MOST_ROUNDS; round++) {
      best = this.putRow(s, window, COARSE, values, 0);
      const { first, last } = reached(values, best - REACH);
      const width = window.high - window.low;
      const step = width / (COARSE - 1);
      const next: Span = {
        low: first === 0 ? window.low - width / 2 : window.low + (first - 1) * step,
        high: last === COARSE - 1 ? window.high + width / 2 : window.low + (last + 1) * step,
      };
      const touches = first === 0 || last === COARSE - 1;
      const shrinks = next.high - next.low < (1 - SHRINKS) * width;
      window = next;
      if (!touches && !shrinks) break;
    }
    return { inverse: Math.exp(-s), window, best };
  }
}

/** First and last of the values at or above a level that one of them reaches. */
function reached(values: Float64Array, level: number): { readonly first: number; readonly last: number } {
  let first = 0;
  let last = values.length - 1;
  while ((values[first] as number) < level) first++;
  while ((values[last] as number) < level) last--;
  return { first, last };
}

const join = (a: Span, b: Span): Span => ({ low: Math.min(a.low, b.low), high: Math.max(a.high, b.high) });
const widthOf = ({ low, high }: Span): number => high - low;

/**
 * A window for a row between two that are known. Counts pin the probit at their age (rows follow K - age / sigma); where they
 * say little, the prior pins K itself. Whichever of the two holds the neighbours in less room is taken.
 */
function between(a: Row, b: Row, inverse: number, pivotAge: number): Span {
  const plain = join(a.window, b.window);
  const pinned = join(
    { low: a.window.low - pivotAge * a.inverse, high: a.window.high - pivotAge * a.inverse },
    { low: b.window.low - pivotAge * b.inverse, high: b.window.high - pivotAge * b.inverse },
  );
  if (widthOf(pinned) >= widthOf(plain)) return plain;
  return { low: pinned.low + pivotAge * inverse, high: pinned.high + pivotAge * inverse };
}

/** Mean age of the evidence, by how much each piece says: the effective number of its seeds. */
function meanAge(evidence: readonly EvidenceTable[]): number {
  let weight = 0;
  let sum = 0;
  for (const { age, evidence: e } of evidence) {
    const w = effectiveSeeds(e);
    weight += w;
    sum += w * age;
  }
  return weight > 0 ? sum / weight : 0;
}

/** Seeds that would say as much if each had its own luck: n / (1 + (n - 1) rho), rho = 1 / (a + b + 1). */
function effectiveSeeds(e: Evidence): number {
  return e.sown / (1 + (e.sown - 1) / (concentrationOf(e) + 1));
}

/**
 * Posterior of K and ln sigma from a prior and any number of tests and sowings (ages in reference years). The rows and their
 * windows follow the evidence, so that counts which contradict the prior are not cut off.
 */
export function posterior(prior: Prior, evidence: readonly Evidence[]): PosteriorGrid {
  const told = evidence.filter((e) => e.sown > 0).map((e) => new EvidenceTable(e));
  const log = new LogPosterior(new PriorTable(prior), told);
  const pivotAge = meanAge(told);
  const whole: Span = {
    low: Math.min(prior.kMean - PRIOR_REACH * prior.kSd, -PRIOR_REACH * prior.dudSd),
    high: Math.max(prior.kMean + PRIOR_REACH * prior.kSd, PRIOR_REACH * prior.dudSd),
  };
  let rowsOver: Span = {
    low: prior.logSigmaMean - PRIOR_REACH * prior.logSigmaSd,
    high: prior.logSigmaMean + PRIOR_REACH * prior.logSigmaSd,
  };
  let known: (s: number) => Span = () => whole;
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const step = widthOf(rowsOver) / (COARSE - 1);
    const low = rowsOver.low;
    const rows = Array.from({ length: COARSE }, (_, r) => log.fitRow(low + r * step, known(low + r * step)));
    const bests = Float64Array.from(rows, (r) => r.best);
    const { first, last } = reached(bests, Math.max(...bests) - REACH);
    const next: Span = {
      low: first === 0 ? low - widthOf(rowsOver) / 2 : low + (first - 1) * step,
      high: last === COARSE - 1 ? rowsOver.high + widthOf(rowsOver) / 2 : low + (last + 1) * step,
    };
    const settled = first > 0 && last < COARSE - 1 && widthOf(next) >= (1 - SHRINKS) * widthOf(rowsOver);
    known = (s) => {
      const x = Math.min(COARSE - 1, Math.max(0, (s - low) / step));
      const a = rows[Math.floor(x)] as Row;
      return between(a, rows[Math.ceil(x)] as Row, Math.exp(-s), pivotAge);
    };
    rowsOver = next;
    if (settled) break;
  }
  const kLow = new Float64Array(FINE);
  const kStep = new Float64Array(FINE);
  const density = new Float64Array(FINE * FINE);
  const sStep = widthOf(rowsOver) / (FINE - 1);
  let best = -Infinity;
  for (let r = 0; r < FINE; r++) {
    const s = rowsOver.low + r * sStep;
    const window = known(s);
    kLow[r] = window.low;
    kStep[r] = widthOf(window) / (FINE - 1);
    best = Math.max(best, log.putRow(s, window, FINE, density, r * FINE));
  }
  for (let i = 0; i < density.length; i++) {
    const below = (density[i] as number) - best;
    density[i] = below < -NEGLIGIBLE ? 0 : Math.exp(below);
  }
  return { size: FINE, kLow, kStep, logSigmaLow: rowsOver.low, logSigmaStep: sStep, density };
}
