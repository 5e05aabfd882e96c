import type { Crop } from './crop.ts';

/** Fruits that are sown whole and hold several seeds: counted as clusters, each with about so many plants. */
const CLUSTERS: Readonly<Record<string, number>> = { beetroot: 2, chard: 2 };

/** Plants that one seed or cluster as sown gives, where it comes up: about two of a cluster. */
export function plantsPerSeed(cropKey: string): number {
  return CLUSTERS[cropKey] ?? 1;
}

/** What is sown and counted of a crop: a seed, or the cluster that holds several. */
export function sownUnit(cropKey: string): 'seed' | 'cluster' {
  return Object.hasOwn(CLUSTERS, cropKey) ? 'cluster' : 'seed';
}

/** Seeds heavier than this (fewer in a gram) are large: each has a place of its own. */
const LARGE_PER_GRAM = 20;

/** Whether many seeds may share a pot, to be pricked out: small seed of crops that bear moving. */
export function sharesPots(crop: Pick<Crop, 'transplant' | 'seedsPerGram'>): boolean {
  return crop.transplant !== 'avoid' && crop.seedsPerGram > LARGE_PER_GRAM;
}
