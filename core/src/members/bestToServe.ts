import type { Verdict } from '../verdicts/verdict.ts';
import { plural } from '../words/words.ts';

/** A lot that an ask could be served from. */
export interface ServingLot {
  readonly code: string;
  /** Seeds of it that may be handed over. */
  readonly free: number;
  /** Whether that is a packet's worth, and not the last few. */
  readonly enough: boolean;
  /** Share alive by the estimate, 0..1. */
  readonly median: number;
  readonly verdict: Verdict | 'nothing-left';
  /** A verdict of lending that stands beside the first. */
  readonly beside: Verdict | null;
  /** The first day on which fewer than forty in a hundred are alive; null where it is out of sight. */
  readonly belowFortyOn: string | null;
  readonly doubtful: boolean;
  /** Why it is lent to nobody; null where it may be. */
  readonly problem: string | null;
}

const LENDS: readonly (Verdict | 'nothing-left' | null)[] = ['lend', 'sow-thicker'];
const lends = (lot: ServingLot): boolean => LENDS.includes(lot.verdict) || LENDS.includes(lot.beside);

/**
 * Lots from which an ask can be served, the best first: alive enough to be lent and, of those, the one that will be lost the soonest, so that
 * what keeps is left for later. What should be tested first comes after, with it lots of which a few seeds only are free, what is in doubt last; what is on the floor, in quarantine or banned
 * is not among them. Whoever `renews` gets what needs it first, also what is too little alive for anybody else.
 */
export function bestToServe(lots: readonly ServingLot[], renews = false): ServingLot[] {
  const needs = (lot: ServingLot): boolean => lot.verdict === 'renew' || lot.verdict === 'rescue';
  const rank = (lot: ServingLot): number => {
    if (lot.doubtful) return 4;
    if (renews) return needs(lot) ? 0 : 1;
    if (lends(lot)) return lot.enough ? 0 : 2;
    return lot.verdict === 'test-first' && lot.enough ? 1 : 3;
  };
  return lots
    .filter((lot) => lot.problem === null && lot.free > 0 && lot.verdict !== 'let-go' && (renews || lot.verdict !== 'rescue' || lends(lot)))
    .sort(
      (a, b) =>
        rank(a) - rank(b) ||
        (a.belowFortyOn ?? '9999').localeCompare(b.belowFortyOn ?? '9999') ||
        a.median - b.median ||
        a.code.localeCompare(b.code),
    );
}

/** Why a lot is proposed, in a few words. */
export function whyServed(lot: ServingLot): string {
  const alive = `${String(Math.round(100 * lot.median))} in 100 alive`;
  if (lot.doubtful) return `${alive}; its name is in doubt`;
  if (lot.verdict === 'test-first' && lot.beside === null) return `${alive}, but nobody tested it`;
  if (!lot.enough) return `${alive}, but only ${plural(lot.free, 'seed')} may go`;
  if (lot.belowFortyOn !== null) return `${alive}, and will be lost the soonest`;
  return alive;
}
