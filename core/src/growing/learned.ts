import { plural } from '../words/words.ts';

/** Off-types of a crop: how many were seen, and how many were to be expected from what was known before. */
export interface OffTypesOfCrop {
  readonly plants: number;
  readonly offTypes: number;
  readonly expected: number;
}

export interface CrossesHere {
  /** How often it crosses here, as a multiple of what was expected; drawn towards 1. */
  readonly ratio: number;
  /** It lies within these nine times in ten. */
  readonly low: number;
  readonly high: number;
  readonly words: string;
}

/** The reference weighs as much as this many off-types of the library's own. */
const REFERENCE_WEIGHS = 4;
const NINE_IN_TEN = 1.645;

/**
 * Whether a crop crosses more here than was expected. Off-types are counts with mean ratio x expected, and the ratio has a gamma prior of mean 1 that weighs as much as four off-types: its posterior mean is (seen + 4) / (expected + 4), its
 * spread on the logarithm about 1 / sqrt(seen + 4) (empirical Bayes with a fixed weight, so that one odd plant is no verdict).
 */
export function crossesHere({ plants, offTypes, expected }: OffTypesOfCrop): CrossesHere {
  const ratio = (offTypes + REFERENCE_WEIGHS) / (expected + REFERENCE_WEIGHS);
  const spread = Math.exp(NINE_IN_TEN / Math.sqrt(offTypes + REFERENCE_WEIGHS));
  const [low, high] = [ratio / spread, ratio * spread];
  return { ratio, low, high, words: hereWords(ratio, low, high, plural(plants, 'plant')) };
}

function hereWords(ratio: number, low: number, high: number, plants: string): string {
  if (low > 1) return `crosses more here than expected, about ${timesWords(ratio)}: keep it farther apart, or cover it`;
  if (high < 1) return 'crosses less here than expected';
  return `as expected, as far as ${plants} can tell`;
}

const timesWords = (ratio: number): string =>
  ratio < 1.75 ? 'half as much again' : ratio < 2.5 ? 'twice as often' : `${String(Math.round(ratio))} times as often`;
