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
}

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

/** Chance that one of the nodes' cells is occupied by `s` seeds, node by node. */
function occupied(nodes: BetaNodes, emergence: number, s: number): number[] {
  // 1 - (1 - e v)^s, by expm1 so that small shares keep their precision.
  return nodes.values.map((v) => (emergence * v >= 1 ? 1 : -Math.expm1(s * Math.log1p(-emergence * v))));
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
 * needed for the wanted plants, and the plants to be thinned. The doubt in viability is shared by all
 * cells, so it does not average out. Throws a CoreError for shares outside 0..1 and counts below 1.
 */
export function seedsPerCell(input: SeedsPerCellInput): SeedsPerCell {
  const most = input.maxPerCell ?? 5;
  needNumber('seedsPerCell', 'emergence', input.emergence, 0, 1);
  needCount('seedsPerCell', 'plants', input.plants, 1);
  needCount('seedsPerCell', 'maxPerCell', most, 1, 1000);
  if (!(input.certainty > 0 && input.certainty < 1)) {
    throw new CoreError('seedsPerCell', 'certainty', input.certainty, 'must be strictly between 0 and 1');
  }
  const nodes = nodesOf(input.viability);
  const meanUp = mean(nodes, nodes.values) * input.emergence;
  const options: SeedsPerCellOption[] = [];
  for (let s = 1; s <= most; s++) {
    const up = occupied(nodes, input.emergence, s);
    const filled = mean(nodes, up);
    const cells = filled > 0 ? cellsNeeded(nodes, up, input.plants, input.certainty) : null;
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

/** The fewest seeds a cell (1..most) that leave at most a tenth of the cells empty; null when even `most` do not. */
export function perCellFor(viability: ViabilityBelief, emergence: number, most = 5): number | null {
  const nodes = nodesOf(viability);
  for (let s = 1; s <= most; s++) {
    if (1 - mean(nodes, occupied(nodes, emergence, s)) <= TOLERATED_EMPTY + 1e-9) return s;
  }
  return null;
}
