import { needCount, needNumber } from '../errors.ts';

/** A finished sowing whose fate speaks of the seed: what was sown, how alive it was believed to be, and what came up. */
export interface EmergedSowing {
  readonly seeds: number;
  /** Share believed alive on the day it was sown, 0..1. */
  readonly viability: number;
  readonly emerged: number;
}

export interface LearnedEmergence {
  /** Share of live seed that comes up this way. */
  readonly emergence: number;
  readonly usual: number;
  readonly sowings: number;
  readonly seeds: number;
}

/** The usual figure weighs as much as this many live seeds. */
export const USUAL_WEIGHT = 60;

/**
 * The share of live seed that comes up by a method, from finished sowings: seedlings over live seeds, with the usual figure weighing as
 * sixty live seeds, so that a few counts move it little. Kept within 0.05 to 1.
 */
export function learnedEmergence(usual: number, sowings: readonly EmergedSowing[]): LearnedEmergence {
  needNumber('learnedEmergence', 'usual', usual, 0, 1);
  let live = USUAL_WEIGHT;
  let up = USUAL_WEIGHT * usual;
  let seeds = 0;
  sowings.forEach((s, i) => {
    needNumber('learnedEmergence', `sowings[${String(i)}].viability`, s.viability, 0, 1);
    needCount('learnedEmergence', `sowings[${String(i)}].seeds`, s.seeds, 0);
    needCount('learnedEmergence', `sowings[${String(i)}].emerged`, s.emerged, 0);
    live += s.seeds * s.viability;
    // More than the live seed cannot have come up; then the belief about the lot was too low, not the method too good.
    up += Math.min(s.emerged, s.seeds * s.viability);
    seeds += s.seeds;
  });
  return { emergence: Math.min(1, Math.max(0.05, up / live)), usual, sowings: sowings.length, seeds };
}
