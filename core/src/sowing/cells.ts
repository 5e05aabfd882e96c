import { FATE_FACTS, type Fate } from './fates.ts';

/** One cell, pot or station of a sowing: its seeds, how many ever came up in it, and what became of it if that is not what became of the rest. */
export interface SownCell {
  readonly seeds: number;
  readonly up: number;
  readonly fate: Fate | null;
}

export interface CellEvidence {
  readonly sown: number;
  readonly emerged: number;
  /** Seeds of cells whose cause says nothing of the seed. */
  readonly leftOut: number;
}

/**
 * What the cells of a sowing say of its seed: those that were eaten, dried out or fell over are left out, with their
 * seeds, and the rest counts.
 */
export function cellEvidence(cells: readonly SownCell[]): CellEvidence {
  let sown = 0;
  let emerged = 0;
  let leftOut = 0;
  for (const c of cells) {
    if (c.fate !== null && !FATE_FACTS[c.fate].speaksOfSeed) {
      leftOut += c.seeds;
    } else {
      sown += c.seeds;
      emerged += Math.min(c.up, c.seeds);
    }
  }
  return { sown, emerged, leftOut };
}
