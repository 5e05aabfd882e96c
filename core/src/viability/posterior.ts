import { type Evidence, EvidenceTable } from './likelihood.ts';
import { type Prior, PriorTable } from './prior.ts';

/**
 * The joint posterior of K and ln sigma on a grid. Row r has its own ln sigma; its columns step evenly in
 * K from `kLow + pivotAge / sigma_r`. The shift by the pivot age (the mean age of the evidence) makes the
 * columns run in the probit of viability at that age, which is what the counts pin down: without it
 * a large test leaves a ridge across the box that is narrower than a step.
 */
export interface PosteriorGrid {
  readonly size: number;
  readonly pivotAge: number;
  readonly kLow: number;
  readonly kStep: number;
  readonly logSigmaLow: number;
  readonly logSigmaStep: number;
  /** Density at each point, highest = 1, row after row. */
  readonly density: Float64Array;
}

interface Box {
  readonly kLow: number;
  readonly kHigh: number;
  readonly sLow: number;
  readonly sHigh: number;
}

const COARSE = 31;
const FINE = 81;
/** Points this far (in logs) below the highest are outside: 3e-7 of the peak. */
const REACH = 15;

/** Points further below the highest than this (in logs) are left at -Infinity: nothing can raise them. */
const NEGLIGIBLE = 40;

function evaluate(prior: PriorTable, evidence: readonly EvidenceTable[], box: Box, pivotAge: number, size: number): Float64Array {
  const out = new Float64Array(size * size);
  const kStep = (box.kHigh - box.kLow) / (size - 1);
  const sStep = (box.sHigh - box.sLow) / (size - 1);
  let best = -Infinity;
  for (let i = 0; i < size; i++) {
    // From the middle row outwards: the peak is met early, and what cannot matter is skipped from then on.
    const r = ((size - 1) >> 1) + (i % 2 === 1 ? (i + 1) >> 1 : -(i >> 1));
    const s = box.sLow + r * sStep;
    const inverse = Math.exp(-s);
    const row = r * size;
    const k0 = box.kLow + pivotAge * inverse;
    prior.putRow(prior.logSigma(s), k0, kStep, out, row, row + size - 1);
    let from = row;
    let to = row + size - 1;
    for (const e of evidence) {
      // Each piece only lowers a point: the ends that are negligible already are left alone.
      while (from <= to && (out[from] as number) < best - NEGLIGIBLE) out[from++] = -Infinity;
      while (to >= from && (out[to] as number) < best - NEGLIGIBLE) out[to--] = -Infinity;
      if (from > to) break;
      e.addRow(k0 + (from - row) * kStep - e.age * inverse, kStep, out, from, to);
    }
    for (let j = from; j <= to; j++) {
      const value = out[j] as number;
      if (value > best) best = value;
    }
  }
  return out;
}

function highestOf(values: Float64Array): number {
  let best = -Infinity;
  for (const v of values) if (v > best) best = v;
  return best;
}

/** One step of the box rule: the bounding box of what matters, a step wider, sides that touch moved out. */
function refit(values: Float64Array, box: Box, size: number): { readonly box: Box; readonly settled: boolean } {
  const best = highestOf(values);
  let r0 = size;
  let r1 = -1;
  let j0 = size;
  let j1 = -1;
  for (let r = 0; r < size; r++) {
    for (let j = 0; j < size; j++) {
      if ((values[r * size + j] as number) < best - REACH) continue;
      if (r < r0) r0 = r;
      if (r > r1) r1 = r;
      if (j < j0) j0 = j;
      if (j > j1) j1 = j;
    }
  }
  const kWidth = box.kHigh - box.kLow;
  const sWidth = box.sHigh - box.sLow;
  const kStep = kWidth / (size - 1);
  const sStep = sWidth / (size - 1);
  const next: Box = {
    kLow: j0 === 0 ? box.kLow - kWidth / 2 : box.kLow + (j0 - 1) * kStep,
    kHigh: j1 === size - 1 ? box.kHigh + kWidth / 2 : box.kLow + (j1 + 1) * kStep,
    sLow: r0 === 0 ? box.sLow - sWidth / 2 : box.sLow + (r0 - 1) * sStep,
    sHigh: r1 === size - 1 ? box.sHigh + sWidth / 2 : box.sLow + (r1 + 1) * sStep,
  };
  const touches = j0 === 0 || j1 === size - 1 || r0 === 0 || r1 === size - 1;
  const shrunk = next.kHigh - next.kLow < 0.6 * kWidth || next.sHigh - next.sLow < 0.6 * sWidth;
  return { box: next, settled: !touches && !shrunk };
}

function fit(prior: PriorTable, evidence: readonly EvidenceTable[], start: Box, pivotAge: number, most: number): Box {
  let box = start;
  for (let i = 0; i < most; i++) {
    const step = refit(evaluate(prior, evidence, box, pivotAge, COARSE), box, COARSE);
    box = step.box;
    if (step.settled) break;
  }
  return box;
}

/** Mean age of the evidence, by how much each piece says: seeds of a test, effective seeds of a sowing. */
function meanAge(evidence: readonly Evidence[]): number {
  let weight = 0;
  let sum = 0;
  for (const e of evidence) {
    const w = e.emergence === null ? e.sown : e.sown / (1 + (e.sown - 1) * 0.1);
    weight += w;
    sum += w * e.age;
  }
  return weight > 0 ? sum / weight : 0;
}

/**
 * Posterior of K and ln sigma from a prior and any number of tests and sowings (ages in reference
 * years). The box follows the evidence, so that counts which contradict the prior are not cut off.
 */
export function posterior(prior: Prior, evidence: readonly Evidence[]): PosteriorGrid {
  const told = evidence.filter((e) => e.sown > 0);
  const likelihood = told.map((e) => new EvidenceTable(e));
  const before = new PriorTable(prior);
  const reach = 6;
  let box: Box = {
    kLow: Math.min(prior.kMean - reach * prior.kSd, -reach * prior.dudSd),
    kHigh: Math.max(prior.kMean + reach * prior.kSd, reach * prior.dudSd),
    sLow: prior.logSigmaMean - reach * prior.logSigmaSd,
    sHigh: prior.logSigmaMean + reach * prior.logSigmaSd,
  };
  const pivotAge = meanAge(told);
  box = fit(before, likelihood, box, 0, pivotAge > 0 ? 3 : 8);
  if (pivotAge > 0) {
    // The same region seen in the probit at the pivot age: its corners bound it.
    const fast = pivotAge * Math.exp(-box.sLow);
    const slow = pivotAge * Math.exp(-box.sHigh);
    box = fit(before, likelihood, { ...box, kLow: box.kLow - fast, kHigh: box.kHigh - slow }, pivotAge, 8);
  }
  const density = evaluate(before, likelihood, box, pivotAge, FINE);
  const best = highestOf(density);
  for (let i = 0; i < density.length; i++) {
    const below = (density[i] as number) - best;
    density[i] = below < -NEGLIGIBLE ? 0 : Math.exp(below);
  }
  return {
    size: FINE,
    pivotAge,
    kLow: box.kLow,
    kStep: (box.kHigh - box.kLow) / (FINE - 1),
    logSigmaLow: box.sLow,
    logSigmaStep: (box.sHigh - box.sLow) / (FINE - 1),
    density,
  };
}
