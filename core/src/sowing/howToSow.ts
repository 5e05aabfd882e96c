import type { Crop } from '../crops/crop.ts';
import { type Preparation, testProtocol } from '../germination/protocol.ts';

/** How seed of a crop is put into cells. */
export const SOWING_STYLES = ['single', 'several', 'clump', 'pinch'] as const;
export type SowingStyle = (typeof SOWING_STYLES)[number];

/** Seed finer than this cannot be set one by one. */
export const DUST_SEEDS_PER_GRAM = 5000;
/** Seed larger than this is set one by one, and every one counts. */
export const LARGE_SEEDS_PER_GRAM = 12;

export interface HowToSow {
  readonly style: SowingStyle;
  /** Seeds that go together where the crop says so; null where the arithmetic decides. */
  readonly together: number | null;
  readonly why: string;
}

/** Pellets singly, single seed for large or costly seed, clumps for what is grown in clumps, a pinch of dust-fine seed, else several and thin. */
export function howToSow(
  crop: Pick<Crop, 'clumpSeeds' | 'seedsPerGram'>,
  {
    pelleted = false,
    seedCost = 0,
    cellCost = 0,
  }: { readonly pelleted?: boolean; readonly seedCost?: number; readonly cellCost?: number } = {},
): HowToSow {
  if (pelleted) return { style: 'single', together: 1, why: 'pelleted: one pellet a place, and the pellet kept wet until it has split' };
  if (crop.clumpSeeds > 1) {
    return { style: 'clump', together: crop.clumpSeeds, why: `grown in clumps of ${String(crop.clumpSeeds)}, and never thinned` };
  }
  if (crop.seedsPerGram >= DUST_SEEDS_PER_GRAM) {
    return { style: 'pinch', together: null, why: 'too fine to set one by one: a pinch a cell, which counts as an estimated number' };
  }
  if (crop.seedsPerGram <= LARGE_SEEDS_PER_GRAM)
    return { style: 'single', together: null, why: 'large seed: one a place as far as its life allows' };
  if (seedCost > 0 && seedCost > cellCost) return { style: 'single', together: null, why: 'a seed costs more than the cell it fills' };
  return { style: 'several', together: null, why: 'put in a few and thin, so that few cells stay empty' };
}

/** What one way of filling cells costs. Null where the number of cells is not known. */
export function sowingCost(
  option: { readonly cells: number | null; readonly seeds: number | null },
  seedCost: number,
  cellCost: number,
): number | null {
  return option.cells === null || option.seeds === null ? null : option.cells * cellCost + option.seeds * seedCost;
}

/** Treatments that seed needs before it is sown as well as before it is tested; those with chemicals belong to tests alone. */
const BEFORE_SOWING = new Set(['soak', 'scarify', 'remove-coat', 'prechill', 'fresh-only']);

/** What is done to the seed of a crop before it is sown, in order, each with its caution. */
export function prepareForSowing(crop: Crop): readonly Preparation[] {
  return testProtocol(crop).preparation.filter((p) => BEFORE_SOWING.has(p.step));
}
