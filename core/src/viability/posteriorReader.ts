import { phi, probit } from '../numeric/normal.ts';
import { phiSums } from '../numeric/normalTable.ts';
import { PROBIT_95 } from './ageing.ts';
import type { PosteriorGrid } from './posterior.ts';

/** What the posterior says of one date. */
export interface ViabilityPoint {
  readonly median: number;
  readonly low: number;
  readonly high: number;
  readonly mean: number;
  /** Chance of being at or above the threshold. */
  readonly atLeast: number;
  /** The beta distribution of the same mean and variance; null when the spread is below what a double holds. */
  readonly alpha: number | null;
  readonly beta: number | null;
}

/** A quantile is found when the chance below it is right to this. */
const QUANTILE_SLACK = 1e-7;
/** Where probits of viability are looked for: beyond, a double no more tells them from none or all. */
const FARTHEST = { low: -40, high: 9 } as const;

/**
 * Moments add up every second row, or every fourth: ln sigma spans some eleven of its standard deviations, and even steps of
 * less than half of one add up to the integral of a bell far beyond what is asked for (the error falls as exp(-2 pi^2 / step^2)).
 */
const ROW_STRIDES = [4, 2] as const;
/** Every fourth row will do while the probit changes by less than this from one to the next: the share alive needs a whole probit to fall. */
const PROBIT_A_STEP = 0.5;
/** Along a row every second or fourth point will do if the points left out weigh as much as those taken, to this share, ... */
const SAME_WEIGHT = 1e-7;
/** ... or differ by less than this, where the highest point of all is 1. */
const NO_WEIGHT = 1e-8;

/** Reads a posterior grid: made once per lot, asked for any number of ages. */
export class PosteriorReader {
  private readonly grid: PosteriorGrid;
  private readonly inverse: Float64Array;
  /** Cumulative mass along K within each row, in units of its step. */
  private readonly cumulative: Float64Array;
  private readonly first: Int32Array;
  private readonly last: Int32Array;
  private readonly rowMass: Float64Array;
  private readonly rowMean: Float64Array;
  private readonly rowVariance: Float64Array;
  /** How many points a moment goes on along each row, and the weight of those it takes. */
  private readonly stride: Int32Array;
  private readonly rowWeight: Float64Array;
  private readonly total: number;
  /** Mass of every second row. */
  private readonly evenTotal: number;
  /** The row that half of the mass lies before. */
  private readonly middle: number;
  /** Weight of every fourth row and of every second. */
  private readonly weights: readonly number[];
  /** 1 / sigma in the middle of the mass. */
  private readonly usualInverse: number;
  private densityThere = 0;

  constructor(grid: PosteriorGrid) {
    this.grid = grid;
    const n = grid.size;
    this.inverse = new Float64Array(n);
    this.cumulative = new Float64Array(n * n);
    this.first = new Int32Array(n);
    this.last = new Int32Array(n);
    this.rowMass = new Float64Array(n);
    this.rowMean = new Float64Array(n);
    this.rowVariance = new Float64Array(n);
    this.stride = new Int32Array(n);
    this.rowWeight = new Float64Array(n);
    let total = 0;
    let inverses = 0;
    for (let r = 0; r < n; r++) {
      const inverse = Math.exp(-(grid.logSigmaLow + r * grid.logSigmaStep));
      this.inverse[r] = inverse;
      const mass = this.accumulate(r);
      total += mass;
      inverses += mass * inverse;
      this.thin(r);
    }
    this.total = total;
    let even = 0;
    for (let r = 0; r < n; r += 2) even += this.rowMass[r] as number;
    this.evenTotal = even;
    let half = 0;
    let middle = 0;
    while (middle < n - 3 && half < total / 2) half += this.rowMass[middle++] as number;
    this.middle = middle;
    this.usualInverse = inverses / total;
    this.weights = ROW_STRIDES.map((rows) => {
      let weight = 0;
      for (let r = 0; r < n; r += rows) weight += this.rowWeight[r] as number;
      return weight;
    });
  }

  /** Finds how many points of a row moments need: as few as weigh the same as those between them, within half a probit. */
  private thin(r: number): void {
    const { size: n, density, kStep } = this.grid;
    const first = r * n + (this.first[r] as number);
    const last = r * n + (this.last[r] as number);
    const step = kStep[r] as number;
    const parts = [0, 0, 0, 0];
    for (let j = first; j <= last; j++) parts[(j - first) & 3] = (parts[(j - first) & 3] as number) + (density[j] as number);
    const [a, b, c, d] = parts as [number, number, number, number];
    const slack = SAME_WEIGHT * (a + b + c + d) + NO_WEIGHT;
    const same = (x: number, y: number): boolean => Math.abs(x - y) <= slack;
    const byTwo = same(a + c, b + d);
    const stride = byTwo && same(a, b) && same(a, c) && same(a, d) && 4 * step <= PROBIT_A_STEP ? 4 : byTwo ? 2 : 1;
    this.stride[r] = stride;
    this.rowWeight[r] = stride * step * (stride === 4 ? a : stride === 2 ? a + c : a + b + c + d);
  }

  private accumulate(r: number): number {
    const n = this.grid.size;
    const f = this.grid.density;
    const row = r * n;
    let before = 0;
    let here = f[row] as number;
    let slopeBefore = 0;
    let sum = 0;
    let first = n;
    let last = -1;
    let weight = 0;
    let steps = 0;
    let squares = 0;
    for (let j = 0; j < n; j++) {
      const next = j + 1 < n ? (f[row + j + 1] as number) : 0;
      const slope = (next - before) / 2;
      // Trapezium with its end correction: exact to fourth order in the step.
      if (j > 0) sum += (before + here) / 2 + (slopeBefore - slope) / 12;
      this.cumulative[row + j] = sum;
      weight += here;
      steps += j * here;
      squares += j * j * here;
      if (here > 1e-8) {
        if (j < first) first = j;
        last = j;
      }
      before = here;
      here = next;
      slopeBefore = slope;
    }
    this.first[r] = first;
    this.last[r] = last;
    const step = this.grid.kStep[r] as number;
    const mass = sum * step;
    this.rowMass[r] = mass;
    if (weight > 0) {
      const mean = steps / weight;
      this.rowMean[r] = (this.grid.kLow[r] as number) + mean * step;
      this.rowVariance[r] = Math.max(0, squares / weight - mean * mean) * step ** 2;
    }
    return mass;
  }

  /** P(K - age / sigma <= z). Leaves the density of that probit at z in `densityThere`. */
  private below(z: number, age: number): number {
    const { size: n, density, kLow, kStep } = this.grid;
    const rows = this.rowsAt(age);
    const total = rows === 1 ? this.total : this.evenTotal;
    let sum = 0;
    let slope = 0;
    for (let r = 0; r < n; r += rows) {
      if ((this.last[r] as number) < 0) continue;
      const step = kStep[r] as number;
      const x = (z + age * (this.inverse[r] as number) - (kLow[r] as number)) / step;
      if (x <= 0) continue;
      const row = r * n;
      if (x >= n - 1) {
        sum += this.rowMass[r] as number;
        continue;
      }
      const j = x | 0;
      const t = x - j;
      const a = this.cumulative[row + j] as number;
      const c = (this.cumulative[row + j + 1] as number) - a;
      const da = density[row + j] as number;
      const db = density[row + j + 1] as number;
      const square = 3 * c - 2 * da - db;
      const cube = da + db - 2 * c;
      sum += step * (a + t * (da + t * (square + t * cube)));
      slope += da + t * (2 * square + 3 * t * cube);
    }
    this.densityThere = slope / total;
    return Math.min(1, Math.max(0, sum / total));
  }

  /**
   * Every second row will do where the rows lie closer together, as probits of viability at `age`, than they are wide: even steps of
   * less than a standard deviation add up to the integral to 3e-9.
   */
  private rowsAt(age: number): 1 | 2 {
    const { middle: m } = this;
    const apart =
      (this.rowMean[m + 2] as number) - (this.rowMean[m] as number) - age * ((this.inverse[m + 2] as number) - (this.inverse[m] as number));
    return apart * apart < (this.rowVariance[m] as number) ? 2 : 1;
  }

  /** Mean and standard deviation of the probit of viability at `age`: where to look for its quantiles. */
  private probitMoments(age: number): { readonly mean: number; readonly sd: number } {
    let sum = 0;
    let squares = 0;
    for (let r = 0; r < this.grid.size; r++) {
      const m = this.rowMass[r] as number;
      const z = (this.rowMean[r] as number) - age * (this.inverse[r] as number);
      sum += m * z;
      squares += m * (z * z + (this.rowVariance[r] as number));
    }
    const mean = sum / this.total;
    return { mean, sd: Math.sqrt(Math.max(1e-12, squares / this.total - mean * mean)) };
  }

  /**
   * Probit of the viability that is undershot with chance `q`, within |z| <= 40, near `guess` to begin with: by Newton's steps as
   * long as each halves the error and stays between what is known to be below and above, else by halving.
   */
  private quantileZ(q: number, age: number, guess: number, width: number): number {
    let a: number = FARTHEST.low;
    let b: number = FARTHEST.high;
    let z = Math.min(b - 0.1, Math.max(a + 0.1, guess));
    let before = Infinity;
    let reach = width;
    for (let i = 0; i < 100 && b - a > 1e-7; i++) {
      const f = this.below(z, age) - q;
      if (Math.abs(f) < QUANTILE_SLACK) return z;
      if (f < 0) a = z;
      else b = z;
      const newton = z - f / this.densityThere;
      if (newton > a && newton < b && Math.abs(f) < before / 2) z = newton;
      // One side is not known yet: twice as far each time.
      else if (a === FARTHEST.low) z = Math.max((a + b) / 2, b - reach);
      else if (b === FARTHEST.high) z = Math.min((a + b) / 2, a + reach);
      else z = (a + b) / 2;
      reach *= 2;
      before = Math.abs(f);
    }
    return (a + b) / 2;
  }

  /** Chance that viability at `age` is at or above `threshold`. */
  chanceAtLeast(threshold: number, age: number): number {
    return 1 - this.below(probit(threshold), age);
  }

  /** Viability at `age` that is undershot with chance `q`. */
  quantile(q: number, age: number): number {
    const { mean, sd } = this.probitMoments(age);
    return phi(this.quantileZ(q, age, mean + sd * probit(q), sd / 2));
  }

  /** The middle of what is believed at `age`, and the ends of its 90 % interval. */
  band(age: number): { readonly median: number; readonly low: number; readonly high: number } {
    const { mean, sd } = this.probitMoments(age);
    const median = this.quantileZ(0.5, age, mean, sd / 4);
    return {
      median: phi(median),
      low: phi(this.quantileZ(0.05, age, median - PROBIT_95 * sd, sd / 4)),
      high: phi(this.quantileZ(0.95, age, median + PROBIT_95 * sd, sd / 4)),
    };
  }

  /** Everything that is reported of one age (reference years). */
  at(age: number, threshold: number): ViabilityPoint {
    const { mean, variance } = this.moments(age);
    const spread = mean > 0 && mean < 1 && variance > 1e-14 ? (mean * (1 - mean)) / variance - 1 : null;
    const usable = spread !== null && spread > 0;
    return {
      ...this.band(age),
      mean,
      atLeast: this.chanceAtLeast(threshold, age),
      alpha: usable ? mean * spread : null,
      beta: usable ? (1 - mean) * spread : null,
    };
  }

  /** Mean and variance of viability at `age`. */
  moments(age: number): { readonly mean: number; readonly variance: number } {
    const { size: n, density, kLow, kStep, logSigmaStep } = this.grid;
    const every = age * this.usualInverse * logSigmaStep * ROW_STRIDES[0] <= PROBIT_A_STEP ? 0 : 1;
    const rows = ROW_STRIDES[every];
    const weight = this.weights[every] as number;
    const ofRow = new Float64Array(2);
    let sum = 0;
    let squares = 0;
    for (let r = 0; r < n; r += rows) {
      const first = this.first[r] as number;
      const last = this.last[r] as number;
      if (last < first) continue;
      const stride = this.stride[r] as number;
      const step = (kStep[r] as number) * stride;
      const z0 = (kLow[r] as number) - age * (this.inverse[r] as number) + first * (kStep[r] as number);
      phiSums(z0, step, density, r * n + first, r * n + last, stride, ofRow);
      sum += step * (ofRow[0] as number);
      squares += step * (ofRow[1] as number);
    }
    const mean = sum / weight;
    return { mean, variance: Math.max(0, squares / weight - mean * mean) };
  }

  /** Mean of K and median of sigma (reference years for one probit of loss). */
  summary(): { readonly kMean: number; readonly sigmaYearsMedian: number } {
    const { size: n, logSigmaLow, logSigmaStep } = this.grid;
    const rows = this.rowMass;
    const weight = this.total;
    let sum = 0;
    for (let r = 0; r < n; r++) sum += (rows[r] as number) * (this.rowMean[r] as number);
    let passed = 0;
    let r = 0;
    while (r < n - 1) {
      const next = passed + ((rows[r] as number) + (rows[r + 1] as number)) / 2;
      if (next >= weight / 2) break;
      passed = next;
      r++;
    }
    const piece = ((rows[r] as number) + (rows[Math.min(r + 1, n - 1)] as number)) / 2;
    const t = piece > 0 ? (weight / 2 - passed) / piece : 0;
    return { kMean: sum / weight, sigmaYearsMedian: Math.exp(logSigmaLow + (r + t) * logSigmaStep) };
  }
}
