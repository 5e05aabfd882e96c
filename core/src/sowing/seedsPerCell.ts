import { CoreError, needCount, needNumber } from '../errors.ts';
import { type BetaNodes, betaNodes } from '../numeric/betaMean.ts';
import { betaCdf } from '../numeric/gamma.ts';

/** Viability as a distribution or, when it is known for certain, as one share. */
export type ViabilityBelief = { readonly alpha: number; readonly beta: number } | { readonly share: number };

export interface SeedsPerCellInput {
  readonly viability: ViabilityBelief;
  /** Share of live seed that comes up by this method, 0..1. */
  readonly emergence: number;
  /** Plants wanted, at least 1. */
  readonly plants: number;
  /** Chance with which that many cells must be occupied, strictly between 0 and 1. */
  readonly certainty: number;
  readonly maxPerCell?: number | undefined;
  /** Seeds that may be used. */
  readonly available?: number | undefined;
  /**
   * The luck of the sowing, shared by all its cells: emergence scatters as a beta of mean `emergence` with this a + b. Left out, it is
   * exact.
   */
  readonly traySpread?: number | undefined;
}

/** Emergence of one sowing scatters with this a + b: on the library's own bench, and in members' gardens. Until learned from counts. */
export const TRAY_SPREAD = { library: 30, member: 9 } as const;

export interface SeedsPerCellOption {
  readonly seedsPerCell: number;
  readonly emptyShare: number;
  /** Null when no number of cells up to 100,000 is enough. */
  readonly cells: number | null;
  readonly seeds: number | null;
  readonly thinned: number | null;
}

export interface SeedsPerCell {
  readonly options: readonly SeedsPerCellOption[];
  readonly recommended: number | null;
}

const MOST_CELLS = 100_000;
/** A cell may stay empty this often before another seed is put in. */
export const TOLERATED_EMPTY = 0.1;

function nodesOf(viability: ViabilityBelief): BetaNodes {
  if ('share' in viability) {
    needNumber('seedsPerCell', 'viability.share', viability.share, 0, 1);
    return { values: [viability.share], weights: [1] };
  }
  const { alpha, beta } = viability;
  needNumber('seedsPerCell', 'viability.alpha', alpha, Number.MIN_VALUE);
  needNumber('seedsPerCell', 'viability.beta', beta, Number.MIN_VALUE);
  // In the limit a beta distribution is all or nothing.
  if (alpha < 1e-8 || beta < 1e-8) return { values: [0, 1], weights: [beta / (alpha + beta), alpha / (alpha + beta)] };
  return betaNodes(alpha, beta);
}

/** So many bins hold the distribution of the chance that one seed comes up, when two doubts make it. */
const BINS = 500;

/**
 * The chance that one seed comes up, v x e, as points and weights: the product of both beliefs. `exact` has every pair, for means of
 * simple functions; `few` gathers neighbours in the logit with their mean kept, for what is costly to ask of each.
 */
interface UpNodes {
  readonly exact: BetaNodes;
  readonly few: BetaNodes;
}

function upNodes(v: BetaNodes, emergence: number, traySpread: number | undefined): UpNodes {
  if (traySpread === undefined || emergence === 0 || emergence === 1) {
    const values = { values: v.values.map((x) => emergence * x), weights: v.weights };
    return { exact: values, few: values };
  }
  needNumber('seedsPerCell', 'traySpread', traySpread, Number.MIN_VALUE);
  const e = nodesOf({ alpha: traySpread * emergence, beta: traySpread * (1 - emergence) });
  const values: number[] = [];
  const weights: number[] = [];
  v.values.forEach((x, i) => {
    e.values.forEach((y, j) => {
      const w = (v.weights[i] as number) * (e.weights[j] as number);
      if (w < 1e-16) return;
      values.push(x * y);
      weights.push(w);
    });
  });
  return { exact: { values, weights }, few: gathered(values, weights) };
}

const logit = (p: number): number => Math.log(p) - Math.log1p(-p);

/** Points gathered into even bins of their logit, each at the mean of what lies in it. */
function gathered(values: readonly number[], weights: readonly number[]): BetaNodes {
  let low = Infinity;
  let high = -Infinity;
  const at = values.map((p) => Math.min(40, Math.max(-60, logit(Math.min(1 - 1e-16, Math.max(1e-300, p))))));
  for (const x of at) {
    if (x < low) low = x;
    if (x > high) high = x;
  }
  const perUnit = high > low ? BINS / (high - low) : 1;
  const sums = new Float64Array(BINS + 1);
  const masses = new Float64Array(BINS + 1);
  at.forEach((x, i) => {
    const bin = Math.min(BINS, Math.floor((x - low) * perUnit));
    masses[bin] = (masses[bin] as number) + (weights[i] as number);
    sums[bin] = (sums[bin] as number) + (weights[i] as number) * (values[i] as number);
  });
  const filled = [...masses.keys()].filter((b) => (masses[b] as number) > 0);
  return { values: filled.map((b) => (sums[b] as number) / (masses[b] as number)), weights: filled.map((b) => masses[b] as number) };
}

/** Chance that a cell of `s` seeds is occupied, for each chance of one seed. */
function occupied(ups: readonly number[], s: number): number[] {
  // 1 - (1 - p)^s, by expm1 so that small shares keep their precision.
  return ups.map((p) => (p >= 1 ? 1 : -Math.expm1(s * Math.log1p(-p))));
}

function mean(nodes: BetaNodes, values: readonly number[]): number {
  return values.reduce((sum, x, i) => sum + x * (nodes.weights[i] as number), 0);
}

function chanceOfPlants(nodes: BetaNodes, up: readonly number[], plants: number, cells: number): number {
  if (cells < plants) return 0;
  // P(Bin(c, p) >= m) = I_p(m, c - m + 1)
  return mean(
    nodes,
    up.map((p) => betaCdf(p, plants, cells - plants + 1)),
  );
}

function cellsNeeded(nodes: BetaNodes, up: readonly number[], plants: number, certainty: number): number | null {
  const enough = (c: number): boolean => chanceOfPlants(nodes, up, plants, c) >= certainty - 1e-12;
  let low = plants - 1;
  let high = plants;
  while (!enough(high)) {
    low = high;
    if (high >= MOST_CELLS) return null;
    high = Math.min(MOST_CELLS, Math.ceil(high * 1.5) + 1);
  }
  while (high - low > 1) {
    const mid = (low + high) >> 1;
    if (enough(mid)) high = mid;
    else low = mid;
  }
  return high;
}

/**
 * How many seeds to put in a cell: for each number the share of cells that stay empty, the cells and seeds
 * needed for the wanted plants, and the plants to be thinned. The doubt in viability and the luck of the tray are shared by all
 * cells, so they do not average out. Throws a CoreError for shares outside 0..1 and counts below 1.
 */
export function seedsPerCell(input: SeedsPerCellInput): SeedsPerCell {
  const most = input.maxPerCell ?? 5;
  needNumber('seedsPerCell', 'emergence', input.emergence, 0, 1);
  needCount('seedsPerCell', 'plants', input.plants, 1);
  needCount('seedsPerCell', 'maxPerCell', most, 1, 1000);
  if (!(input.certainty > 0 && input.certainty < 1)) {
    throw new CoreError('seedsPerCell', 'certainty', input.certainty, 'must be strictly between 0 and 1');
  }
  const { exact, few } = upNodes(nodesOf(input.viability), input.emergence, input.traySpread);
  const meanUp = mean(exact, exact.values);
  const options: SeedsPerCellOption[] = [];
  for (let s = 1; s <= most; s++) {
    const filled = mean(exact, occupied(exact.values, s));
    const cells = filled > 0 ? cellsNeeded(few, occupied(few.values, s), input.plants, input.certainty) : null;
    options.push({
      seedsPerCell: s,
      emptyShare: 1 - filled,
      cells,
      seeds: cells === null ? null : cells * s,
      thinned: cells === null ? null : Math.max(0, cells * (s * meanUp - filled)),
    });
  }
  return { options, recommended: recommend(options, input.available) };
}

function recommend(options: readonly SeedsPerCellOption[], available: number | undefined): number | null {
  const allowed = options.filter((o) => o.seeds !== null && (available === undefined || o.seeds <= available));
  const full = allowed.find((o) => o.emptyShare <= TOLERATED_EMPTY + 1e-9);
  return (full ?? allowed[allowed.length - 1])?.seedsPerCell ?? null;
}

/** Most seeds for which the alternating sum of moments keeps its precision. */
const MOST_BY_MOMENTS = 8;

/**
 * The fewest seeds a cell (1..most, at most 8) that leave at most a tenth of the cells empty; null when even `most` do not. By the
 * moments of emergence, which is quick enough to be asked of every lot.
 */
export function perCellFor(viability: ViabilityBelief, emergence: number, most = 5, traySpread?: number): number | null {
  needCount('perCellFor', 'most', most, 1, MOST_BY_MOMENTS);
  const { values, weights } = nodesOf(viability);
  // E[e^k] of a beta with this mean; emergence^k where it is exact.
  const moments = [1];
  for (let k = 0; k < most; k++) {
    const factor = traySpread === undefined ? emergence : (traySpread * emergence + k) / (traySpread + k);
    moments.push((moments[k] as number) * factor);
  }
  for (let s = 1; s <= most; s++) {
    let empty = 0;
    for (let i = 0; i < values.length; i++) {
      let term = 1;
      let sum = 1;
      for (let k = 1; k <= s; k++) {
        term *= (-(s - k + 1) / k) * (values[i] as number);
        sum += term * (moments[k] as number);
      }
      empty += (weights[i] as number) * sum;
    }
    if (empty <= TOLERATED_EMPTY + 1e-9) return s;
  }
  return null;
}
