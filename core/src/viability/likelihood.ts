import { digamma, logGamma } from '../numeric/gamma.ts';
import { phi } from '../numeric/normal.ts';
import { logPhiFast, NORMAL_NODES } from '../numeric/normalTable.ts';

/**
 * One piece of evidence: `alive` of `sown` at age `age` (reference years). A test is binomial; a
 * sowing has an `emergence` factor (0..1) and is beta-binomial, because the seeds of one tray share
 * its luck: mean v x emergence, a + b = 9 (intra-class correlation 0.10).
 */
export interface Evidence {
  readonly age: number;
  readonly sown: number;
  readonly alive: number;
  readonly emergence: number | null;
}

export const SOWING_CONCENTRATION = 9;

/** From this many seeds on, sums over seeds go by the gamma function. */
const MANY = 48;

/** log((a + 1) (a + 2) ... (a + n - 1)). */
function logRising(a: number, n: number): number {
  if (n > MANY) return logGamma(a + n) - logGamma(a + 1);
  let sum = 0;
  for (let i = 1; i < n; i++) sum += Math.log(a + i);
  return sum;
}

/** Slope of `logRising` in a: 1/(a + 1) + ... + 1/(a + n - 1). */
function inverseRising(a: number, n: number): number {
  if (n > MANY) return digamma(a + n) - digamma(a + 1);
  let sum = 0;
  for (let i = 1; i < n; i++) sum += 1 / (a + i);
  return sum;
}

/** Log-likelihood of one piece of evidence when the probit of the share alive is `z`. Constants of the data are left out. */
export function logLikelihoodAt(z: number, e: Evidence): number {
  if (e.emergence === null) {
    // 0 x -Infinity never arises: logPhi is finite wherever z is.
    return (e.alive === 0 ? 0 : e.alive * logPhiFast(z)) + (e.alive === e.sown ? 0 : (e.sown - e.alive) * logPhiFast(-z));
  }
  const s = SOWING_CONCENTRATION;
  // 1 - v e is written as (1 - e) + e (1 - v), which keeps its precision when both are near 1.
  const logUp = Math.log(s * e.emergence) + logPhiFast(z);
  const down = s * (1 - e.emergence + e.emergence * phi(-z));
  let sum = 0;
  if (e.alive > 0) {
    // log of the rising factorial a (a+1) ... (a + x - 1); its first factor in logs, since a may underflow.
    const a = Math.exp(logUp);
    sum += logUp;
    sum += logRising(a, e.alive);
  }
  const left = e.sown - e.alive;
  if (left > 0) {
    sum += e.emergence === 1 ? Math.log(s) + logPhiFast(-z) : Math.log(down);
    sum += logRising(down, left);
  }
  return sum;
}

const Z_MAX = NORMAL_NODES.limit;
/** Nodes for each unit of z: as many as keep the interpolation within 1e-6 for that many seeds. */
const stepsFor = (sown: number): number => (sown <= 200 ? 32 : 64);
const SOWING_STEPS = 32;
const INV_SQRT_2PI = 0.3989422804014327;

/**
 * The log-likelihood of one piece of evidence over |z| <= 12, as values and exact slopes for cubic Hermite
 * interpolation (within 1e-6 for some thousand seeds). A grid of thousands of points then costs
 * one look-up a point. The highest value is 0, so that a partial sum bounds the whole.
 */
export class EvidenceTable {
  readonly age: number;
  readonly evidence: Evidence;
  readonly perUnit: number;
  readonly values: Float64Array;
  readonly slopes: Float64Array;
  private readonly highest: number;

  constructor(evidence: Evidence) {
    this.age = evidence.age;
    this.evidence = evidence;
    this.perUnit = evidence.emergence === null ? stepsFor(evidence.sown) : SOWING_STEPS;
    const stride = NORMAL_NODES.perUnit / this.perUnit;
    const size = 2 * Z_MAX * this.perUnit + 1;
    this.values = new Float64Array(size);
    this.slopes = new Float64Array(size);
    let highest = -Infinity;
    const dead = evidence.sown - evidence.alive;
    for (let i = 0; i < size; i++) {
      if (evidence.emergence === null) {
        const up = i * stride;
        const down = NORMAL_NODES.size - 1 - up;
        this.values[i] = evidence.alive * NORMAL_NODES.logAt(up) + dead * NORMAL_NODES.logAt(down);
        this.slopes[i] = (evidence.alive * NORMAL_NODES.hazardAt(up) - dead * NORMAL_NODES.hazardAt(down)) / this.perUnit;
      } else {
        const z = -Z_MAX + i / this.perUnit;
        this.values[i] = logLikelihoodAt(z, evidence);
        this.slopes[i] = sowingSlope(z, evidence, evidence.emergence) / this.perUnit;
      }
      if ((this.values[i] as number) > highest) highest = this.values[i] as number;
    }
    // A maximum between two points can be a little higher than either.
    this.highest = highest + 1e-3;
    for (let i = 0; i < size; i++) this.values[i] = (this.values[i] as number) - this.highest;
  }

  /**
   * Adds the log-likelihood at z0, z0 + step, ... to `out[at + from]` up to `out[at + to]` (both included); z0 belongs to
   * `from`. One loop instead of a call a point.
   */
  addRow(z0: number, step: number, out: Float64Array, from: number, to: number): void {
    const { values, slopes, perUnit } = this;
    const last = values.length - 1;
    for (let j = from; j <= to; j++) {
      const z = z0 + (j - from) * step;
      const x = (z + Z_MAX) * perUnit;
      if (!(x >= 0 && x < last)) {
        out[j] = (out[j] as number) + logLikelihoodAt(z, this.evidence) - this.highest;
        continue;
      }
      const i = x | 0;
      const t = x - i;
      const a = values[i] as number;
      const c = (values[i + 1] as number) - a;
      const da = slopes[i] as number;
      const db = slopes[i + 1] as number;
      out[j] = (out[j] as number) + a + t * (da + t * (3 * c - 2 * da - db + t * (da + db - 2 * c)));
    }
  }

  at(z: number): number {
    const out = new Float64Array(1);
    this.addRow(z, 0, out, 0, 0);
    return out[0] as number;
  }
}

/** Slope of log Phi. */
function hazard(z: number): number {
  return INV_SQRT_2PI * Math.exp(-0.5 * z * z - logPhiFast(z));
}

function sowingSlope(z: number, e: Evidence, emergence: number): number {
  const s = SOWING_CONCENTRATION;
  const change = s * emergence * INV_SQRT_2PI * Math.exp(-0.5 * z * z);
  const up = s * emergence * phi(z);
  const down = s * (1 - emergence + emergence * phi(-z));
  let slope = 0;
  if (e.alive > 0) {
    slope += hazard(z);
    slope += change * inverseRising(up, e.alive);
  }
  const left = e.sown - e.alive;
  if (left > 0) {
    slope -= emergence === 1 ? hazard(-z) : change / down;
    slope -= change * inverseRising(down, left);
  }
  return slope;
}
