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

/** Rising factorials up to this are read from a table; beyond it the gamma function is asked. */
const RISING_LIMIT = 512;
const RISING_PER_UNIT = 16;
const risingValues = new Float64Array(RISING_LIMIT * RISING_PER_UNIT + 1);
const risingSlopes = new Float64Array(RISING_LIMIT * RISING_PER_UNIT + 1);
for (let i = 0; i < risingValues.length; i++) {
  const a = i / RISING_PER_UNIT;
  risingValues[i] = logGamma(a + 1);
  risingSlopes[i] = digamma(a + 1);
}

/** log Gamma(a + 1) for a >= 0: within the table by cubic Hermite interpolation, to about 3e-7. */
function logGammaAbove(a: number): number {
  const x = a * RISING_PER_UNIT;
  const i = x | 0;
  if (i >= risingValues.length - 1) return logGamma(a + 1);
  const t = x - i;
  const v = risingValues[i] as number;
  const c = (risingValues[i + 1] as number) - v;
  const da = (risingSlopes[i] as number) / RISING_PER_UNIT;
  const db = (risingSlopes[i + 1] as number) / RISING_PER_UNIT;
  return v + t * (da + t * (3 * c - 2 * da - db + t * (da + db - 2 * c)));
}

/** digamma(a + 1) for a >= 0; within the table by straight lines, to about 1e-3 where a is near 0 and far finer beyond. */
function digammaAbove(a: number): number {
  const x = a * RISING_PER_UNIT;
  const i = x | 0;
  if (i >= risingSlopes.length - 1) return digamma(a + 1);
  const v = risingSlopes[i] as number;
  return v + (x - i) * ((risingSlopes[i + 1] as number) - v);
}

/** log((a + 1) (a + 2) ... (a + n - 1)). */
function logRising(a: number, n: number): number {
  return n === 1 ? 0 : logGammaAbove(a + n - 1) - logGammaAbove(a);
}

/** Slope of `logRising` in a: 1/(a + 1) + ... + 1/(a + n - 1). */
function inverseRising(a: number, n: number): number {
  return n === 1 ? 0 : digammaAbove(a + n - 1) - digammaAbove(a);
}

/** What a likelihood needs of one probit: log Phi and Phi of it and of its negative, and the density of the normal. */
interface Probit {
  readonly logUp: number;
  readonly logDown: number;
  readonly up: number;
  readonly down: number;
}

function logLikelihood({ logUp, logDown, up, down }: Probit, e: Evidence): number {
  const s = concentrationOf(e);
  const emergence = e.emergence ?? 1;
  const left = e.sown - e.alive;
  let sum = 0;
  // The first factor of each rising factorial in logs, since a and b may underflow.
  if (e.alive > 0) sum += logUp + logRising(s * emergence * up, e.alive);
  if (left > 0) {
    // 1 - v e is written as (1 - e) + e (1 - v), which keeps its precision when both are near 1.
    const b = s * (1 - emergence + emergence * down);
    sum += (emergence === 1 ? logDown : Math.log(b)) + logRising(b, left);
  }
  return sum;
}

/** Log-likelihood of one piece of evidence when the probit of the share alive is `z`. Constants of the data are left out. */
export function logLikelihoodAt(z: number, e: Evidence): number {
  return logLikelihood({ logUp: logPhiFast(z), logDown: logPhiFast(-z), up: phiFast(z), down: phiFast(-z) }, e);
}

const Z_MAX = NORMAL_NODES.limit;
/** Nodes for each unit of z: as many as keep the interpolation within 1e-6. */
const PER_UNIT = 32;

/**
 * The log-likelihood of one piece of evidence over |z| <= 12, as values and slopes for cubic Hermite interpolation. A grid of
 * thousands of points then costs one look-up a point. The highest value is 0, so that a partial sum bounds the whole.
 */
export class EvidenceTable {
  readonly age: number;
  readonly evidence: Evidence;
  /** The four coefficients of the cubic between each node and the next, by powers of the part of the step that is gone. */
  private readonly cubics: Float64Array;
  private readonly highest: number;

  constructor(evidence: Evidence) {
    this.age = evidence.age;
    this.evidence = evidence;
    const stride = NORMAL_NODES.perUnit / PER_UNIT;
    const size = 2 * Z_MAX * PER_UNIT + 1;
    const values = new Float64Array(size);
    const slopes = new Float64Array(size);
    const s = concentrationOf(evidence);
    const emergence = evidence.emergence ?? 1;
    const left = evidence.sown - evidence.alive;
    let highest = -Infinity;
    for (let i = 0; i < size; i++) {
      const here = i * stride;
      const mirrored = NORMAL_NODES.size - 1 - here;
      const at: Probit = {
        logUp: NORMAL_NODES.logAt(here),
        logDown: NORMAL_NODES.logAt(mirrored),
        up: NORMAL_NODES.shareAt(here),
        down: NORMAL_NODES.shareAt(mirrored),
      };
      const value = logLikelihood(at, evidence);
      const change = s * emergence * NORMAL_NODES.densityAt(here);
      let slope = 0;
      if (evidence.alive > 0) slope += NORMAL_NODES.hazardAt(here) + change * inverseRising(s * emergence * at.up, evidence.alive);
      if (left > 0) {
        const b = s * (1 - emergence + emergence * at.down);
        slope -= (emergence === 1 ? NORMAL_NODES.hazardAt(mirrored) : change / b) + change * inverseRising(b, left);
      }
      values[i] = value;
      slopes[i] = slope / PER_UNIT;
      if (value > highest) highest = value;
    }
    // A maximum between two points can be a little higher than either.
    this.highest = highest + 1e-3;
    this.cubics = new Float64Array(4 * (size - 1));
    for (let i = 0; i < size - 1; i++) {
      const rise = (values[i + 1] as number) - (values[i] as number);
      const [here, there] = [slopes[i] as number, slopes[i + 1] as number];
      this.cubics[4 * i] = (values[i] as number) - this.highest;
      this.cubics[4 * i + 1] = here;
      this.cubics[4 * i + 2] = 3 * rise - 2 * here - there;
      this.cubics[4 * i + 3] = here + there - 2 * rise;
    }
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
    for (let x = x0 + (j - from) * dx; j <= to && x < last; j++, x = x0 + (j - from) * dx) {
      const i = x | 0;
      const t = x - i;
      const k = i << 2;
      out[j] =
        (out[j] as number) +
        (cubics[k] as number) +
        t * ((cubics[k + 1] as number) + t * ((cubics[k + 2] as number) + t * (cubics[k + 3] as number)));
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
