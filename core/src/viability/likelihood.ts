import { digamma, logGamma } from '../numeric/gamma.ts';
import { logPhiFast, NORMAL_NODES, phiFast } from '../numeric/normalTable.ts';

/**
 * One piece of evidence: `alive` of `sown` at age `age` (reference years). Seeds of one paper or one tray share its luck, so both
 * are beta-binomial: a test with mean v and a + b = 60 (intra-class correlation 0.016), a sowing, which has an `emergence` factor
 * (0..1), with mean v x emergence and a + b = 9 (0.10).
 */
export interface Evidence {
  readonly age: number;
  readonly sown: number;
  readonly alive: number;
  readonly emergence: number | null;
}

/** One paper, one hand: what the counts of replicates scatter beyond chance. */
export const TEST_CONCENTRATION = 60;
export const SOWING_CONCENTRATION = 9;

/** The a + b of a piece of evidence. */
export function concentrationOf({ emergence }: Pick<Evidence, 'emergence'>): number {
  return emergence === null ? TEST_CONCENTRATION : SOWING_CONCENTRATION;
}

/** log Gamma(a + 1) up to this is read from a table; beyond it the gamma function is asked. */
const GAMMA_LIMIT = 512;
const GAMMA_PER_UNIT = 16;
/** The coefficients of the cubic between each node and the next, by powers of the part of the step that is gone. */
const gammaCubics = hermiteCubics(
  Float64Array.from({ length: GAMMA_LIMIT * GAMMA_PER_UNIT + 1 }, (_, i) => logGamma(i / GAMMA_PER_UNIT + 1)),
  Float64Array.from({ length: GAMMA_LIMIT * GAMMA_PER_UNIT + 1 }, (_, i) => digamma(i / GAMMA_PER_UNIT + 1) / GAMMA_PER_UNIT),
);

/** The cubics through values at even steps with the slopes given there, a step each. */
function hermiteCubics(values: Float64Array, slopes: Float64Array): Float64Array {
  const cubics = new Float64Array(4 * (values.length - 1));
  for (let i = 0; i < values.length - 1; i++) {
    const rise = (values[i + 1] as number) - (values[i] as number);
    const here = slopes[i] as number;
    const there = slopes[i + 1] as number;
    cubics[4 * i] = values[i] as number;
    cubics[4 * i + 1] = here;
    cubics[4 * i + 2] = 3 * rise - 2 * here - there;
    cubics[4 * i + 3] = here + there - 2 * rise;
  }
  return cubics;
}

/** log Gamma(a + 1) for a >= 0: within the table to about 3e-7. */
function logGammaAbove(a: number): number {
  const x = a * GAMMA_PER_UNIT;
  const i = x | 0;
  const k = 4 * i;
  if (k >= gammaCubics.length) return logGamma(a + 1);
  const t = x - i;
  return (
    (gammaCubics[k] as number) +
    t * ((gammaCubics[k + 1] as number) + t * ((gammaCubics[k + 2] as number) + t * (gammaCubics[k + 3] as number)))
  );
}

/** log((a + 1) (a + 2) ... (a + n - 1)). */
function logRising(a: number, n: number): number {
  return n === 1 ? 0 : logGammaAbove(a + n - 1) - logGammaAbove(a);
}

/** Log-likelihood of one piece of evidence when the probit of the share alive is `z`. Constants of the data are left out. */
export function logLikelihoodAt(z: number, e: Evidence): number {
  const s = concentrationOf(e);
  const emergence = e.emergence ?? 1;
  const left = e.sown - e.alive;
  let sum = 0;
  // The first factor of each rising factorial in logs, since a and b may underflow.
  if (e.alive > 0) sum += logPhiFast(z) + logRising(s * emergence * phiFast(z), e.alive);
  if (left > 0) {
    // 1 - v e is written as (1 - e) + e (1 - v), which keeps its precision when both are near 1.
    const b = s * (1 - emergence + emergence * phiFast(-z));
    sum += (emergence === 1 ? logPhiFast(-z) : Math.log(b)) + logRising(b, left);
  }
  return sum;
}

const Z_MAX = NORMAL_NODES.limit;
/** Nodes for each unit of z: as many as keep the interpolation within 1e-6. */
const PER_UNIT = 16;
const STRIDE = NORMAL_NODES.perUnit / PER_UNIT;
const SIZE = 2 * Z_MAX * PER_UNIT + 1;
/** z at the nodes: share alive, density, log of the share and density over share; read backwards they belong to -z. */
const SHARE = Float64Array.from({ length: SIZE }, (_, i) => NORMAL_NODES.shareAt(i * STRIDE));
const DENSITY = Float64Array.from({ length: SIZE }, (_, i) => NORMAL_NODES.densityAt(i * STRIDE));
const LOG_SHARE = Float64Array.from({ length: SIZE }, (_, i) => NORMAL_NODES.logAt(i * STRIDE));
const HAZARD = Float64Array.from({ length: SIZE }, (_, i) => NORMAL_NODES.hazardAt(i * STRIDE));

/** `sign` times log Gamma(a + 1) and its slope, where a = `from` + `scale` Phi(z), added at every node. */
function addLogGamma(values: Float64Array, slopes: Float64Array, from: number, scale: number, sign: number): void {
  for (let i = 0; i < SIZE; i++) {
    const a = from + scale * (SHARE[i] as number);
    const x = a * GAMMA_PER_UNIT;
    const node = x | 0;
    const k = 4 * node;
    const change = sign * scale * (DENSITY[i] as number);
    if (k >= gammaCubics.length) {
      values[i] = (values[i] as number) + sign * logGamma(a + 1);
      slopes[i] = (slopes[i] as number) + change * digamma(a + 1);
      continue;
    }
    const t = x - node;
    const c1 = gammaCubics[k + 1] as number;
    const c2 = gammaCubics[k + 2] as number;
    const c3 = gammaCubics[k + 3] as number;
    values[i] = (values[i] as number) + sign * ((gammaCubics[k] as number) + t * (c1 + t * (c2 + t * c3)));
    slopes[i] = (slopes[i] as number) + change * GAMMA_PER_UNIT * (c1 + t * (2 * c2 + 3 * t * c3));
  }
}

/** Adds log(a (a + 1) ... (a + n - 1)) and its slope at every node, where a = `from` + `scale` Phi(z). */
function addRising(values: Float64Array, slopes: Float64Array, from: number, scale: number, n: number): void {
  // The first factor on its own, in logs, since a may underflow; the constant log of the scale is left out.
  for (let i = 0; i < SIZE; i++) {
    const a = from + scale * (SHARE[i] as number);
    values[i] = (values[i] as number) + (from === 0 ? (LOG_SHARE[i] as number) : Math.log(a));
    slopes[i] = (slopes[i] as number) + (from === 0 ? (HAZARD[i] as number) : (scale * (DENSITY[i] as number)) / a);
  }
  if (n === 1) return;
  addLogGamma(values, slopes, from + n - 1, scale, 1);
  addLogGamma(values, slopes, from, scale, -1);
}

/**
 * The log-likelihood of one piece of evidence over |z| <= 12, as values and slopes for cubic Hermite interpolation. A grid of
 * thousands of points then costs one look-up a point. The highest node is 0.
 */
export class EvidenceTable {
  readonly age: number;
  readonly evidence: Evidence;
  private readonly cubics: Float64Array;
  private readonly highest: number;

  constructor(evidence: Evidence) {
    this.age = evidence.age;
    this.evidence = evidence;
    const s = concentrationOf(evidence);
    const emergence = evidence.emergence ?? 1;
    const values = new Float64Array(SIZE);
    const slopes = new Float64Array(SIZE);
    const left = evidence.sown - evidence.alive;
    // Those left belong to -z: they are put in backwards, and the rest is then added forwards.
    if (left > 0) {
      addRising(values, slopes, s * (1 - emergence), s * emergence, left);
      values.reverse();
      slopes.reverse();
      for (let i = 0; i < SIZE; i++) slopes[i] = -(slopes[i] as number);
    }
    if (evidence.alive > 0) addRising(values, slopes, 0, s * emergence, evidence.alive);
    let highest = -Infinity;
    for (let i = 0; i < SIZE; i++) {
      slopes[i] = (slopes[i] as number) / PER_UNIT;
      if ((values[i] as number) > highest) highest = values[i] as number;
    }
    this.highest = highest;
    for (let i = 0; i < SIZE; i++) values[i] = (values[i] as number) - this.highest;
    this.cubics = hermiteCubics(values, slopes);
  }

  /**
   * Adds the log-likelihood at z0, z0 + step, ... to `out[at + from]` up to `out[at + to]` (both included); z0 belongs to
   * `from`. One loop instead of a call a point.
   */
  addRow(z0: number, step: number, out: Float64Array, from: number, to: number): void {
    const { cubics } = this;
    const x0 = (z0 + Z_MAX) * PER_UNIT;
    const dx = step * PER_UNIT;
    // The points that lie within the table are one run of them.
    const first = x0 >= 0 ? from : Math.min(to + 1, from + Math.ceil(-x0 / dx));
    let j = from;
    for (; j < first; j++) out[j] = (out[j] as number) + this.outside(z0 + (j - from) * step);
    const last = cubics.length / 4;
    let x = x0 + (j - from) * dx;
    while (j <= to && x < last) {
      const i = x | 0;
      const k = i << 2;
      const c0 = cubics[k] as number;
      const c1 = cubics[k + 1] as number;
      const c2 = cubics[k + 2] as number;
      const c3 = cubics[k + 3] as number;
      // Several points may lie between the same two nodes.
      do {
        const t = x - i;
        out[j] = (out[j] as number) + c0 + t * (c1 + t * (c2 + t * c3));
        j++;
        x = x0 + (j - from) * dx;
      } while (x < i + 1 && j <= to);
    }
    for (; j <= to; j++) out[j] = (out[j] as number) + this.outside(z0 + (j - from) * step);
  }

  private outside(z: number): number {
    return logLikelihoodAt(z, this.evidence) - this.highest;
  }

  at(z: number): number {
    const out = new Float64Array(1);
    this.addRow(z, 0, out, 0, 0);
    return out[0] as number;
  }
}
