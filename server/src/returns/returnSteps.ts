import type * as yup from 'yup';
import type { releaseForm, unsownForm } from '@esprel/core';
import { daysBetween, plural, wrong } from '@esprel/core';
import { one } from '../db/db.ts';
import type { Change } from '../journal/change.ts';
import { moveSeeds } from '../lots/intake.ts';
import { notFound, Problem } from '../problem.ts';
import { leftOfLoan, loanRow, memberName } from '../records/loan.ts';
import { lotRow } from '../records/lot.ts';

interface ReturnRow {
  readonly id: number;
  readonly loan_id: number;
  readonly lot_id: number;
  readonly received_on: string;
  readonly released_on: string | null;
  readonly version: number;
}

/** Seed of a loan came back as it was lent: into its own lot, and the promise with it once nothing of the loan is left. */
export function bringBackUnsown(change: Change, loanId: number, body: yup.InferType<typeof unsownForm>): { lotCode: string } {
  const { db, today } = change;
  const loan = loanRow(db, loanId);
  const lot = lotRow(db, loan.lot_id);
  if (!lot) throw notFound('The lot of that loan');
  if (body.receivedOn > today) throw wrong('receivedOn', `must not be after today, ${today}`);
  if (body.receivedOn < loan.lent_on) throw wrong('receivedOn', `must not be before the loan, ${loan.lent_on}`);
  const left = leftOfLoan(db, loan);
  const member = memberName(db, loan.member_id);
  if (body.seeds > left) {
    throw wrong('seeds', `${member} has ${plural(left, 'seed')} left of this loan; what is more was saved, and is a lot of its own`);
  }
  moveSeeds(
    change,
    lot,
    'returned',
    body.seeds,
    body.receivedOn,
    `came back unsown from ${member}, after ${plural(daysBetween(loan.lent_on, body.receivedOn), 'day')} outside`,
  );
  const unsown = loan.unsown + body.seeds;
  change.update('loans', loan.id, { unsown, ...(body.seeds === left && loan.settled_on === null ? { settled_on: body.receivedOn } : {}) });
  change.touch('member', loan.member_id);
  change.describe(`${member} brought ${plural(body.seeds, 'seed')} of ${lot.code} back unsown`);
  return { lotCode: lot.code };
}

export function release(change: Change, id: number, body: yup.InferType<typeof releaseForm>): { lotCode: string } {
  const { db, today } = change;
  const row = one<ReturnRow>(db, 'SELECT * FROM returns WHERE id = ?', id);
  if (!row) throw notFound('That return');
  if (row.released_on !== null) throw new Problem('blocked', `It was released already, on ${row.released_on}.`);
  const lot = lotRow(db, row.lot_id);
  if (!lot) throw notFound('The lot of that return');
  if (!body.dried) throw wrong('dried', 'let it dry first: a seed should break or shatter, not bend');
  if (!body.clean) throw wrong('clean', 'clean it first, and look for beetles, holes and mould');
  if (!body.named) throw wrong('named', 'put the label on the envelope first');
  if (body.floor != null && body.floor > lot.balance)
    throw wrong('floor', `must not be more than the ${plural(lot.balance, 'seed')} there are`);
  if (body.placeId != null) {
    if (!one(db, 'SELECT 1 FROM places WHERE id = ?', body.placeId)) throw wrong('placeId', 'is not a place here; choose again');
    change.insert('storage_periods', { lot_id: lot.id, place_id: body.placeId, from_day: today });
  }
  const swap = body.swapSeeds ?? 0;
  const back = body.backSeeds ?? 0;
  if (swap + back > lot.balance) {
    throw wrong(back > 0 ? 'backSeeds' : 'swapSeeds', `must not be more than the ${plural(lot.balance, 'seed')} there are, together`);
  }
  if (body.floor != null && body.floor > lot.balance - swap - back) {
    throw wrong('floor', `must not be more than the ${plural(lot.balance - swap - back, 'seed')} that stay`);
  }
  if (swap > 0) moveSeeds(change, lot, 'out', -swap, today, 'for the swap table');
  if (back > 0) moveSeeds(change, { ...lot, balance: lot.balance - swap }, 'out', -back, today, 'given back to whoever grew it');
  const floor = body.floor ?? Math.min(lot.floor, lot.balance - swap - back);
  change.update('returns', id, { released_on: today }, body.version);
  change.update('lots', lot.id, { state: 'kept', form: lot.form === 'treated' ? 'treated' : 'cleaned', floor });
  change.touch('lot', lot.id);
  const divided = [
    floor > 0 ? `${String(floor)} as its base` : null,
    swap > 0 ? `${String(swap)} for the swap table` : null,
    back > 0 ? `${String(back)} given back` : null,
  ].filter((t) => t !== null);
  change.describe(
    `Released ${lot.code} from quarantine, generation ${String(lot.generation)}${divided.length === 0 ? '' : `: ${divided.join(', ')}`}`,
  );
  return { lotCode: lot.code };
}
