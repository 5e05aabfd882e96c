import { spendableSeeds } from '@esprel/core';
import type { LotRow } from '../records/lot.ts';

/** The largest test there is. */
const LARGEST_TEST = 400;

/** Seeds of a lot that a test may take. */
export const spendableOf = (lot: Pick<LotRow, 'balance' | 'floor'>): number =>
  Math.min(LARGEST_TEST, spendableSeeds(lot.balance, lot.floor, false));
