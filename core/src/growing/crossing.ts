import { phi } from '../numeric/normal.ts';

/** A patch of the same crossing group that may be in flower at the same time. */
export interface PollenSource {
  readonly plants: number;
  /** Metres between the patches. */
  readonly distanceM: number;
  /** Share of the own days in flower on which this one flowers too, 0..1. */
  readonly overlap: number;
}

/** The share of crossed seed that a library would have at most in what it grows on. */
export const MOST_CROSSED = 0.01;

export const CROSSING_BANDS = ['safe', 'watch', 'risky'] as const;
export type CrossingBand = (typeof CROSSING_BANDS)[number];
/** At most so large a share of the seed crosses under a bag or in a cage: now and then a bee gets in. */
const UNDER_COVER = 0.001;

export interface Crossing {
  /** Share of the pollen that comes from elsewhere, 0..1. */
  readonly foreignShare: number;
  /** Expected share of crossed seed, 0..1. */
  readonly crossedShare: number;
  readonly band: CrossingBand;
}

/** The distance at which pollen is half as thick as at home: an equal patch at the isolation distance gives about 1 %. Metres. */
const halfDistance = (isolationM: number): number => isolationM / 9.95;

/** Pollen at a distance as a share of that at home, 0..1: 1 / (1 + (d/a)^2). */
export function pollenAt(distanceM: number, isolationM: number): number {
  return distanceM === 0 ? 1 : 1 / (1 + (distanceM / halfDistance(isolationM)) ** 2);
}

export const pollenOf = (source: PollenSource, isolationM: number): number =>
  source.plants * source.overlap * pollenAt(source.distanceM, isolationM);

export function crossingBand(crossedShare: number): CrossingBand {
  return crossedShare < 0.01 ? 'safe' : crossedShare < 0.05 ? 'watch' : 'risky';
}

/** What of the seed is crossed where a share of the pollen is foreign; `covered` under a bag, in a cage, or tied. */
export function crossedOf(outcrossRate: number, foreignShare: number, covered: boolean): number {
  const crossed = outcrossRate * foreignShare;
  return covered ? Math.min(UNDER_COVER, crossed) : crossed;
}

/**
 * The expected share of crossed seed of a patch. Foreign pollen falls off with distance as 1 / (1 + (d/a)^2), a long-tailed kernel of the kind
 * that pollen-flow studies fit, and is thinned by the pollen of the patch itself.
 */
export function crossing(input: {
  readonly plants: number;
  readonly outcrossRate: number;
  readonly isolationM: number;
  readonly neighbours: readonly PollenSource[];
  readonly protected?: boolean | undefined;
}): Crossing {
  const foreign = input.neighbours.reduce((sum, n) => sum + pollenOf(n, input.isolationM), 0);
  const foreignShare = foreign / (input.plants + foreign);
  const crossedShare = crossedOf(input.outcrossRate, foreignShare, input.protected === true);
  return { foreignShare, crossedShare, band: crossingBand(crossedShare) };
}

/** Days from the first to the last in flower, both included, as numbers of days since any one day. `sdDays`: how far the whole may shift. */
export interface FlowerDays {
  readonly from: number;
  readonly to: number;
  readonly sdDays: number;
}

/** E[max(0, m + s Z)] of a standard normal Z. */
function rampMean(m: number, s: number): number {
  if (s === 0) return Math.max(0, m);
  const z = m / s;
  return m * phi(z) + (s * Math.exp(-0.5 * z * z)) / Math.sqrt(2 * Math.PI);
}

/**
 * The expected share of the own days in flower on which the other is in flower too, 0..1. Each window may lie earlier or later as a whole by a
 * normal shift, independent of the other; days are taken as [from, to + 1). The common length of two intervals is a sum of four ramps in the
 * distance of their beginnings, and the mean of a ramp over a normal is known in closed form.
 */
export function flowerOverlap(own: FlowerDays, other: FlowerDays): number {
  const p = own.to - own.from + 1;
  const q = other.to - other.from + 1;
  const u = other.from - own.from;
  const s = Math.hypot(own.sdDays, other.sdDays);
  const common = rampMean(u + q, s) - rampMean(u, s) - rampMean(u + q - p, s) + rampMean(u - p, s);
  return Math.min(1, Math.max(0, common / p));
}
