import type { Crop } from '../crops/crop.ts';
import { betaQuantile } from '../numeric/gamma.ts';
import type { IdentityConfidence } from '../lots/vocabulary.ts';
import { type OffTypesSeen, priorCrossed, TRUTH_STRENGTH, trueToType, type Truth, VISIBLE } from './truth.ts';

/** What bears on how true to type a lot is. */
export interface LotTruthFacts {
  readonly crop: Pick<Crop, 'outcrossRate' | 'trueToType'>;
  readonly acquisition: 'donated' | 'purchased' | 'saved';
  /** Crossed share of the lots it was grown or mixed from, by their part of it; none where nobody knows. */
  readonly parents: readonly { readonly part: number; readonly crossed: number }[];
  /** How it was grown, where it was grown here; null of a mix and of what came from outside. */
  readonly grown: {
    /** Share that was expected to cross where it stood; null where nobody could tell. */
    readonly crossedShare: number | null;
    readonly isolated: 'yes' | 'no' | 'unknown';
  } | null;
  /** Made of several lots without growing them. */
  readonly mixed: boolean;
  readonly seen: readonly OffTypesSeen[];
}

/** What is bought has been inspected in the field: at most some in a thousand are off-types (OECD seed schemes ask for 99 to 99.9 % by crop). */
const BOUGHT = { share: 0.003, strength: 60 } as const;
/** Foreign pollen in a home garden, where few others let the same crop flower: one of which nothing is known, one that was kept apart, and one that was not; shares 0..1. */
const FOREIGN = { unknown: 0.05, yes: 0.005, no: 0.2 } as const;
/** The same for an envelope that was given: many of them hold seed that was bought. */
const FOREIGN_GIVEN = 0.02;
/** Of somebody else's garden less is known than of one on the plan. */
const HEARSAY_STRENGTH = 4;
const MIXED_STRENGTH = 40;

/** The expectation of a lot before anybody saw it grow: the share that crossed when it was grown, and how many seeds that is worth. */
export function expectedCrossing(facts: LotTruthFacts): { readonly share: number; readonly strength: number } {
  const { crop, acquisition, grown, mixed } = facts;
  if (mixed) return { share: 0, strength: MIXED_STRENGTH };
  if (grown !== null) {
    return grown.crossedShare !== null
      ? { share: grown.crossedShare, strength: TRUTH_STRENGTH }
      : { share: crop.outcrossRate * FOREIGN[grown.isolated], strength: HEARSAY_STRENGTH };
  }
  if (acquisition === 'purchased') return BOUGHT;
  return { share: crop.outcrossRate * (acquisition === 'saved' ? FOREIGN.unknown : FOREIGN_GIVEN), strength: HEARSAY_STRENGTH };
}

const parentsCrossed = (facts: LotTruthFacts): number => {
  const whole = facts.parents.reduce((sum, p) => sum + p.part, 0);
  return whole === 0 ? 0 : facts.parents.reduce((sum, p) => sum + (p.crossed * p.part) / whole, 0);
};

/** How true to type a lot is, from its parents, where it was grown, and what was seen of it. */
export function lotTruth(facts: LotTruthFacts): Truth {
  const crossed = expectedCrossing(facts);
  const parentCrossed = parentsCrossed(facts);
  if (facts.seen.length > 0) return trueToType({ parentCrossed, crossed, visible: VISIBLE, seen: facts.seen });
  // Unseen, the prior is the answer, and costs nothing for ten thousand lots.
  const m = priorCrossed(parentCrossed, crossed.share);
  return { trueShare: unseenShare(m, crossed.strength), expected: 100 * VISIBLE * m };
}

/** So many priors are kept: a library has hardly more kinds of crops and ways to come by them. */
const MOST_KEPT = 500;
const keptShares = new Map<string, Truth['trueShare']>();

/** The true share before anybody saw a plant, when a share `m` is expected to have crossed; the same for most lots of a crop. */
function unseenShare(m: number, strength: number): Truth['trueShare'] {
  const key = `${String(m)} ${String(strength)}`;
  const kept = keptShares.get(key);
  if (kept) return kept;
  const at = (p: number): number => 1 - betaQuantile(p, strength * m, strength * (1 - m));
  const share = { mean: 1 - m, median: at(0.5), low: at(0.95), high: at(0.05) };
  if (keptShares.size >= MOST_KEPT) keptShares.clear();
  keptShares.set(key, share);
  return share;
}

/** Below these shares of true seed the name is at most likely, and at most doubtful. */
export const NAME_LIKELY_BELOW = 0.97;
export const NAME_DOUBTFUL_BELOW = 0.85;

/** How sure the name of a lot is, as far as its truth allows: what was sure becomes likely where more than 3 in 100 would surprise, doubtful beyond 15. */
export function identityByTruth(identity: IdentityConfidence, trueMean: number): IdentityConfidence {
  if (trueMean < NAME_DOUBTFUL_BELOW && (identity === 'sure' || identity === 'likely')) return 'doubtful';
  return trueMean < NAME_LIKELY_BELOW && identity === 'sure' ? 'likely' : identity;
}

/** The share that would surprise whoever sows it: the expectation, since what is sown is many seeds. */
export const surprising = (truth: { readonly mean: number }): number => 1 - truth.mean;
/** A lot of which at least so much would surprise stands in a list of its own. */
export const SURPRISES_FROM = 0.05;
