import { plural } from '@esprel/core';
import { type Db, one } from '../db/db.ts';

/** A rule across the rows of a lot that does not hold; `words` end with a space, to stand before what to do. */
interface BrokenRule {
  readonly rule: string;
  readonly words: string;
}

/**
 * What does not hold of a lot: no more lies in packets than there is, and the floor is no more than there is. Every step keeps this where it
 * is made; taking steps back can break it from behind.
 */
export function brokenLotRules(db: Db, lotId: number): BrokenRule[] {
  const lot = one<{ code: string; balance: number; floor: number; packed: number }>(
    db,
    `SELECT code, balance, floor,
       (SELECT coalesce(sum(seeds_each * packets_left), 0) FROM packet_fills WHERE lot_id = lots.id) AS packed FROM lots WHERE id = ?`,
    lotId,
  );
  if (!lot) return [];
  const left = `${lot.code} would have ${plural(lot.balance, 'seed')} left, but`;
  const broken: BrokenRule[] = [];
  if (lot.packed > lot.balance) broken.push({ rule: `packed ${String(lotId)}`, words: `${left} ${String(lot.packed)} in its packets. ` });
  if (lot.floor > lot.balance) broken.push({ rule: `floor ${String(lotId)}`, words: `${left} a floor of ${String(lot.floor)}. ` });
  return broken;
}
