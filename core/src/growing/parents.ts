/** One growing of a variety for seed. */
export interface SeedGeneration {
  /** Plants from which seed was taken, at least 1. */
  readonly plants: number;
  /** Share of the seed that a plant sets with its own pollen, 0..1. */
  readonly selfing: number;
  /** The same amount of seed was taken from each plant. */
  readonly equalShares: boolean;
}

export interface GenerationKept {
  /** As many plants as would lose as much in an ideal stand. */
  readonly ne: number;
  /** Share of the diversity that is kept, 0..1. */
  readonly kept: number;
}

export interface DiversityKept {
  readonly each: readonly GenerationKept[];
  /** Harmonic mean over the generations. */
  readonly ne: number;
  /** Share of the diversity of the first that is left after the last, 0..1. */
  readonly keptInAll: number;
}

/**
 * Effective number of parents: Ne = (4 N - 2) / (Vk + 2) with the variance of family size Vk about 2 by chance and 1 where each gives the same (both
 * sexes in one flower), less by inbreeding, Ne / (1 + F) with F = s / (2 - s) for a share s of selfing. Crow & Kimura 1970, An Introduction to Population
 * Genetics Theory; of heterozygosity 1 - 1/(2 Ne) is kept in a generation.
 */
function keptIn({ plants, selfing, equalShares }: SeedGeneration): GenerationKept {
  const inbreeding = selfing / (2 - selfing);
  const ne = (plants === 1 ? 1 : (4 * plants - 2) / ((equalShares ? 1 : 2) + 2)) / (1 + inbreeding);
  return { ne, kept: Math.max(0, 1 - 1 / (2 * ne)) };
}

/** What of a variety's diversity is left along a line of growings, the oldest first; at least one. */
export function diversityKept(generations: readonly SeedGeneration[]): DiversityKept {
  const each = generations.map(keptIn);
  return {
    each,
    ne: each.length / each.reduce((sum, g) => sum + 1 / g.ne, 0),
    keptInAll: each.reduce((product, g) => product * g.kept, 1),
  };
}

/**
 * What is left after lots were mixed: seed of one part keeps what its part kept, seed of two is related as much as their last common ancestor made it
 * (the mean kinship of a pooled stand). `common` is what that ancestor had kept; 1 where none is known.
 */
export function keptOfMix(parts: readonly { readonly part: number; readonly kept: number }[], common: number): number {
  const whole = parts.reduce((sum, p) => sum + p.part, 0);
  const own = parts.reduce((sum, p) => sum + (p.part / whole) ** 2, 0);
  const within = parts.reduce((sum, p) => sum + (p.part / whole) ** 2 * p.kept, 0);
  return within + (1 - own) * common;
}
