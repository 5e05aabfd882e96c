import { plural } from '../words/words.ts';
import { CoreError, needCount, needNumber } from '../errors.ts';

export const AMOUNT_KNOWN = ['counted', 'weighed', 'estimated'] as const;
export type AmountKnown = (typeof AMOUNT_KNOWN)[number];

export const MOVEMENT_KINDS = ['in', 'lent', 'test', 'sown', 'returned', 'discarded', 'correction', 'out'] as const;
export type MovementKind = (typeof MOVEMENT_KINDS)[number];

export const MOVEMENT_WORDS: Readonly<Record<MovementKind, string>> = {
  in: 'taken in',
  lent: 'lent',
  test: 'put to a test',
  sown: 'sown',
  returned: 'put back',
  discarded: 'thrown out',
  correction: 'put right',
  out: 'given away',
};

/** Signed seeds of a list of movements, in order. Throws a CoreError where the balance would fall below zero. */
export function balanceOf(movements: readonly { readonly seeds: number }[]): number {
  return movements.reduce((balance, m, i) => {
    needCount('balanceOf', `movements[${String(i)}].seeds`, m.seeds, -Number.MAX_SAFE_INTEGER);
    const next = balance + m.seeds;
    if (next < 0) throw new CoreError('balanceOf', `movements[${String(i)}].seeds`, m.seeds, `leaves ${plural(next, 'seed')}`);
    return next;
  }, 0);
}

/** Seeds that may leave a lot: what is above its floor. */
export function lendable(balance: number, floor: number): number {
  needNumber('lendable', 'balance', balance, -Number.MAX_SAFE_INTEGER, Number.MAX_SAFE_INTEGER);
  needNumber('lendable', 'floor', floor, -Number.MAX_SAFE_INTEGER, Number.MAX_SAFE_INTEGER);
  return Math.max(0, balance - floor);
}

/** Seeds in `grams` at `seedsPerGram`, to the nearest whole seed. */
export function seedsFromGrams(grams: number, seedsPerGram: number): number {
  needNumber('seedsFromGrams', 'grams', grams, 0);
  needNumber('seedsFromGrams', 'seedsPerGram', seedsPerGram, Number.MIN_VALUE);
  return Math.round(grams * seedsPerGram);
}

/**
 * A sensible floor for a new lot: the seeds to keep for renewing it, twice the fewest parents, but never more than a
 * third of the lot.
 */
export function suggestedFloor(balance: number, seedPlantsMin: number): number {
  return Math.min(Math.floor(balance / 3), 2 * seedPlantsMin);
}
