import { DEFAULT_EMERGENCE, lendable, renewable, seedsForOneTry } from '@esprel/core';
import { type Db, one } from '../db/db.ts';
import { libraryCrop } from '../records/crop.ts';
import type { LotRow } from '../records/lot.ts';

/** Seeds that one more try at renewing a lot would take; null where hardly any is alive. */
function secondTry(db: Db, lot: LotRow): number | null {
  const row = one<{ median: number }>(db, 'SELECT median FROM lot_estimates WHERE lot_id = ?', lot.id);
  return seedsForOneTry(libraryCrop(db, lot.crop_key), row?.median ?? 0, DEFAULT_EMERGENCE);
}

/** Seeds of a lot that lie ready for whoever asked for them; `except` is the ask that is being served. */
export function laidReady(db: Db, lotId: number, except: number | null): number {
  return (
    one<{ n: number | null }>(db, 'SELECT sum(seeds) AS n FROM asks WHERE lot_id = ? AND closed_on IS NULL AND id IS NOT ?', lotId, except)
      ?.n ?? 0
  );
}

/**
 * Seeds of a lot that may be lent for a purpose. The floor is there for renewing: for that it may be taken from, down to what a second
 * try needs at today's estimate. Everything else stays above it. What lies ready for somebody is not
 * free, but for the ask that it is `except`.
 */
export function freeFor(db: Db, lot: LotRow, purpose: string, except: number | null = null): number {
  const balance = Math.max(0, lot.balance - laidReady(db, lot.id, except));
  const above = lendable(balance, lot.floor);
  return purpose === 'renew' ? Math.max(above, renewable(balance, secondTry(db, lot))) : above;
}
