import { needCount, needNumber } from '../errors.ts';

/** The members together weigh as much as this many promises of one's own, so that one bad year is not a verdict. */
export const ALL_WEIGH = 4;

/** So many kept of so many, for one member or for all. */
export interface Kept {
  readonly kept: number;
  readonly of: number;
}

/**
 * A member's share, drawn towards that of all members: (kept + w p) / (of + w) with p the share of all and w = 4, the mean of a beta
 * posterior whose prior is all members (empirical Bayes with a fixed weight). With nothing of one's own it is p. `all` holds the member too;
 * where nobody ever promised anything p is a half. Answers 0..1.
 */
export function shrunkShare(own: Kept, all: Kept, weight = ALL_WEIGH): number {
  needCount('shrunkShare', 'own.of', own.of, 0);
  needNumber('shrunkShare', 'own.kept', own.kept, 0, own.of);
  needCount('shrunkShare', 'all.of', all.of, 0);
  needNumber('shrunkShare', 'all.kept', all.kept, 0, all.of);
  needNumber('shrunkShare', 'weight', weight, Number.MIN_VALUE);
  const p = all.of === 0 ? 0.5 : all.kept / all.of;
  return (own.kept + weight * p) / (own.of + weight);
}

/** A share in kind words: never a rank, and open where little is known. */
export function shareWords(own: Kept, share: number): string {
  if (own.of === 0) return 'nothing promised yet';
  const often = share >= 0.8 ? 'nearly always' : share >= 0.6 ? 'mostly' : share >= 0.4 ? 'about as often as not' : 'now and then';
  return own.of < 3 ? `${often}, as far as can be told from so few` : often;
}
