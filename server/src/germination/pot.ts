import type * as yup from 'yup';
import { type potForm, SOWING_METHOD_FACTS, wrong } from '@esprel/core';
import type { Pottable } from '@esprel/core/api';
import { all, type Db, one } from '../db/db.ts';
import type { Change } from '../journal/change.ts';
import { lotNames, lotRow, type LotRow } from '../records/lot.ts';
import { replicatesOf, testRow } from '../records/test.ts';

/** Sprouts that lie on the paper still, and the members who had this variety before and may want plants, the latest first. */
export function pottable(db: Db, id: number): Pottable {
  const test = testRow(db, id);
  return {
    sprouts: sprouts(db, id),
    left: sprouts(db, id) - pottedOf(db, id),
    members: all<Pottable['members'][number]>(
      db,
      `SELECT m.id, m.name, max(o.lent_on) AS lentOn FROM loans o JOIN members m ON m.id = o.member_id JOIN lots l ON l.id = o.lot_id
       WHERE l.variety_id = (SELECT variety_id FROM lots WHERE id = ?) GROUP BY m.id ORDER BY lentOn DESC LIMIT 8`,
      test.lot_id,
    ),
  };
}

function sprouts(db: Db, testId: number): number {
  return replicatesOf(db, testId)
    .flatMap((r) => r.marks)
    .filter((m) => m.kind === 'normal').length;
}

function pottedOf(db: Db, testId: number): number {
  return one<{ n: number }>(db, 'SELECT coalesce(sum(seeds), 0) AS n FROM sowings WHERE test_id = ?', testId)?.n ?? 0;
}

/**
 * Moves sprouts from the paper into pots: a sowing that is linked to its test and counts them as up. It tells nothing new
 * of the lot, because the test counts the same seeds.
 */
export function potSprouts(change: Change, id: number, body: yup.InferType<typeof potForm>) {
  const { db, today } = change;
  const test = testRow(db, id);
  const left = sprouts(db, id) - pottedOf(db, id);
  if (body.plants > left) {
    throw wrong('plants', left === 0 ? 'no sprout is left on the paper' : `only ${String(left)} sprouts are left on the paper`);
  }
  if (body.pottedOn > today) throw wrong('pottedOn', `must not be after today, ${today}`);
  if (body.pottedOn < test.started_on) throw wrong('pottedOn', `must not be before the test began, ${test.started_on}`);
  const sowing = change.insert('sowings', {
    lot_id: test.lot_id,
    test_id: id,
    method: 'pot',
    cells: body.plants,
    seeds_per_cell: 1,
    seeds: body.plants,
    sown_on: body.pottedOn,
    where_sown: body.whereSown ?? null,
    emergence: SOWING_METHOD_FACTS.pot.emergence,
    note: body.note ?? null,
  });
  change.insert('emergence_counts', { sowing_id: sowing, counted_on: body.pottedOn, emerged: body.plants });
  change.touch('sowing', sowing);
  change.touch('test', id);
  change.touch('lot', test.lot_id);
  change.describe(
    `Potted ${String(body.plants)} sprouts of ${lotRow(db, test.lot_id)?.code ?? ''} ${lotNames(db, test.lot_id).variety} from its test`,
  );
  return { sowingId: sowing, lotCode: (lotRow(db, test.lot_id) as LotRow).code, plants: body.plants };
}
