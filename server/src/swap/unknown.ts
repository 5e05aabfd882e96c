import type { SwapCopy } from '@esprel/core/api';
import { addOwnCrop } from '../crops/ownCrops.ts';
import { type Db, one } from '../db/db.ts';
import type { Change } from '../journal/change.ts';

/** The crop of seed of which nobody knows what it is. */
const KEY = 'own-not-known-yet';
const NAME = 'Not known yet';

const theCrop = (db: Db): SwapCopy['unknown'] | undefined => one(db, 'SELECT key, letters FROM own_crops WHERE key = ?', KEY);

/**
 * Its figures are those of something that is sown under cover in spring, with all that is not known taken carefully: it may keep badly, and take long to come up. It
 * is one of the library's own, so that it can be changed.
 */
export function unknownCrop(change: Change): SwapCopy['unknown'] {
  const { db } = change;
  const there = theCrop(db);
  if (there) return there;
  return addOwnCrop(change, {
    name: NAME,
    scientific: 'not known yet',
    family: 'not known yet',
    names: ['unknown', 'nobody knows'],
    letters: one(db, "SELECT 1 FROM crops WHERE letters = 'ZZ'") === undefined ? 'ZZ' : null,
    fromKey: 'tomato',
    figures: {
      halfLifeYears: 5,
      freshGermination: 0.8,
      seedsPerGram: 200,
      testFirstCountD: 7,
      testFinalCountD: 28,
      emergeMaxD: 30,
      trueToType: 'if-isolated',
      cautions: [],
    },
  });
}

/** As it is in a desk's copy: it was made with the day. */
export const unknownInCopy = (db: Db): SwapCopy['unknown'] => theCrop(db) ?? { key: KEY, letters: 'ZZ' };
