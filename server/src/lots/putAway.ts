import type * as yup from 'yup';
import { plural, type putAwayForm, wrong } from '@esprel/core';
import { one } from '../db/db.ts';
import type { Change } from '../journal/change.ts';
import { lotByCode, type LotRow } from '../records/lot.ts';
import { moveSeeds } from './intake.ts';

/** Writes down that a lot is kept in another place from `day` on; answers the name of the place. */
export function moveLot(
  change: Change,
  lot: LotRow,
  placeId: number,
  day: string,
  fields: { readonly place: string; readonly day: string },
): string {
  const place = one<{ name: string }>(change.db, 'SELECT name FROM places WHERE id = ?', placeId);
  if (!place) throw wrong(fields.place, 'is not a place here; choose again');
  if (day > change.today) throw wrong(fields.day, `must not be after today, ${change.today}`);
  if (day < lot.received_on) throw wrong(fields.day, `must not be before the lot came, ${lot.received_on}`);
  const same = one<{ id: number }>(change.db, 'SELECT id FROM storage_periods WHERE lot_id = ? AND from_day = ?', lot.id, day);
  if (same) change.update('storage_periods', same.id, { place_id: placeId });
  else change.insert('storage_periods', { lot_id: lot.id, place_id: placeId, from_day: day });
  change.touch('lot', lot.id);
  return place.name;
}

/** Puts the envelopes of the table away, all or none: where each goes, and what is left in it; what a row leaves out stays as it is. */
export function putAway(change: Change, body: yup.InferType<typeof putAwayForm>) {
  const rows = body.lots as { lotCode: string; placeId?: number | null; left?: number | null; seen?: number | null }[];
  const seen = new Set<number>();
  let corrected = 0;
  rows.forEach((row, i) => {
    const at = `lots[${String(i)}]`;
    const lot = lotByCode(change.db, row.lotCode, `${at}.lotCode`);
    if (seen.has(lot.id)) throw wrong(`${at}.lotCode`, `${lot.code} is named twice`);
    seen.add(lot.id);
    change.touch('lot', lot.id);
    if (row.left != null && countedAway(change, lot, { left: row.left, seen: row.seen ?? null }, at)) corrected += 1;
    const here = one<{ place_id: number }>(
      change.db,
      'SELECT place_id FROM storage_periods WHERE lot_id = ? ORDER BY from_day DESC LIMIT 1',
      lot.id,
    );
    if (row.placeId != null && row.placeId !== here?.place_id) {
      moveLot(change, lot, row.placeId, change.today, { place: `${at}.placeId`, day: `${at}.placeId` });
    }
  });
  change.describe(`Put away ${plural(rows.length, 'envelope')}${corrected > 0 ? `, ${plural(corrected, 'amount')} put right` : ''}`);
  return { count: rows.length };
}

/** Writes down what was counted; false when it is what the record has. Refuses a count against a record that has moved on since. */
function countedAway(change: Change, lot: LotRow, row: { readonly left: number; readonly seen: number | null }, at: string): boolean {
  if (row.seen === null) throw wrong(`${at}.seen`, 'is needed with a count: what the record had when it was counted');
  if (row.seen !== lot.balance) {
    throw wrong(
      `${at}.left`,
      `the record went from ${String(row.seen)} to ${String(lot.balance)} meanwhile, at another desk; count what is left now`,
    );
  }
  if (row.left > lot.balance && lot.amount_known !== 'estimated') {
    throw wrong(`${at}.left`, `the record has ${String(lot.balance)}; change the amount of ${lot.code} first if more came in`);
  }
  if (row.left === lot.balance) return false;
  moveSeeds(change, lot, 'correction', row.left - lot.balance, change.today, 'counted when put away', `${at}.left`);
  return true;
}
