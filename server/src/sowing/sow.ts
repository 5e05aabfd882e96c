import type * as yup from 'yup';
import { type emergenceForm, FATE_FACTS, type fateForm, isUsuallyCovered, plural, type sowingForm, wrong } from '@esprel/core';
import { one } from '../db/db.ts';
import { emergenceFor } from '../estimates/learned.ts';
import type { Change } from '../journal/change.ts';
import { moveSeeds } from '../lots/intake.ts';
import { leftOfLoan, loanRow, memberName } from '../records/loan.ts';
import { lotByCode, lotNames, lotRow, refuseMissing } from '../records/lot.ts';
import { plannedRow } from '../records/planned.ts';
import { writeCare } from './care.ts';
import { countsOf, sowingRow, type SowingRow, sowingSheet } from './sowingSheet.ts';

const FOUND_ALL = 'that was all that was found when it was sown';

/** Writes down what was really sown: out of its lot, or out of what a member was lent. */
export function sow(change: Change, body: yup.InferType<typeof sowingForm>) {
  const { db, today } = change;
  const lot = lotByCode(db, body.lotCode, 'lotCode');
  const loan = body.loanId == null ? null : loanRow(db, body.loanId, 'loanId');
  if (loan && loan.lot_id !== lot.id) throw wrong('loanId', `is not a loan of ${lot.code}`);
  if (lot.state === 'quarantine') throw wrong('lotCode', `${lot.code} waits in quarantine; release it first`);
  // What a member was lent is at the member's.
  if (!loan) refuseMissing(lot, 'lotCode');
  if (body.sownOn > today) throw wrong('sownOn', `must not be after today, ${today}`);
  const earliest = loan ? loan.lent_on : lot.received_on;
  if (body.sownOn < earliest) throw wrong('sownOn', `must not be before ${earliest}, when the seed ${loan ? 'was lent' : 'came'}`);
  // Cells are filled unevenly where a seed is over: one more in some of them. A pot or the open ground takes as many as one likes.
  const most = body.cells * (body.seedsPerCell + 1);
  if ((body.method === 'cells' || body.method === 'heated-cells') && body.seeds > most) {
    throw wrong(
      'seeds',
      `${plural(body.cells, 'cell')} of ${String(body.seedsPerCell)} take ${String(body.cells * body.seedsPerCell)}, or ${String(most)} with one more in each`,
    );
  }
  if (loan) {
    const left = leftOfLoan(db, loan);
    if (body.seeds > left) throw wrong('seeds', `${memberName(db, loan.member_id)} has ${plural(left, 'seed')} left of this loan`);
  }
  const plan = body.plannedId == null ? null : plannedRow(db, body.plannedId, 'plannedId');
  if (plan && plan.lot_id !== lot.id) throw wrong('plannedId', `is not a plan for ${lot.code}`);
  if (plan?.sowing_id != null) throw wrong('plannedId', `was sown on ${plan.sown_on ?? ''} already`);
  if (body.benchId != null && !one(db, 'SELECT 1 FROM bench_places WHERE id = ?', body.benchId)) {
    throw wrong('benchId', 'is not a place on the bench; choose again');
  }
  if (loan && body.thatWasAll === true) throw wrong('thatWasAll', 'is asked of the library’s own seed only; leave it out');
  // More were found than the record says: it is put right first, so that all of them can be sown.
  if (body.thatWasAll === true && body.seeds > lot.balance) {
    moveSeeds(change, lot, 'correction', body.seeds - lot.balance, body.sownOn, FOUND_ALL);
  }
  const before = body.thatWasAll === true ? { ...lot, balance: Math.max(lot.balance, body.seeds) } : lot;
  const movement = loan ? null : moveSeeds(change, before, 'sown', -body.seeds, body.sownOn, 'sown by the library');
  if (body.thatWasAll === true && before.balance > body.seeds) {
    moveSeeds(
      change,
      { ...before, balance: before.balance - body.seeds },
      'correction',
      body.seeds - before.balance,
      body.sownOn,
      FOUND_ALL,
    );
  }
  const id = change.insert('sowings', {
    lot_id: lot.id,
    loan_id: loan?.id ?? null,
    movement_id: movement,
    method: body.method,
    cells: body.cells,
    seeds_per_cell: body.seedsPerCell,
    seeds: body.seeds,
    sown_on: body.sownOn,
    where_sown: body.whereSown ?? null,
    to_identify: body.toIdentify === true ? 1 : 0,
    emergence: emergenceFor(db, body.method, body.benchId ?? null).emergence,
    note: body.note ?? null,
    planned_id: plan?.id ?? null,
    garden_id: plan?.garden_id ?? null,
    bench_id: body.benchId ?? null,
    depth_mm: body.depthMm ?? null,
    covered_with: body.coveredWith?.trim() || null,
    warmth_c: body.warmthC ?? null,
  });
  if (!loan)
    writeCare(change, id, {
      cropKey: lot.crop_key,
      method: body.method,
      seedsPerCell: body.seedsPerCell,
      plannedId: plan?.id ?? null,
      gardenId: plan?.garden_id ?? null,
      covered: body.covered ?? isUsuallyCovered(body.method),
      sownOn: body.sownOn,
    });
  if (plan) change.touch('planned', plan.id);
  change.touch('sowing', id);
  change.touch('lot', lot.id);
  if (loan) change.touch('member', loan.member_id);
  change.describe(
    `Sowed ${plural(body.seeds, 'seed')} of ${lot.code} ${lotNames(db, lot.id).variety}${loan ? ` in the garden of ${memberName(db, loan.member_id)}` : ''}`,
  );
  return { id, lotCode: lot.code };
}

/** A count of all that ever came up; said again for a day, it takes the place of what was said. */
export function countUp(change: Change, id: number, body: yup.InferType<typeof emergenceForm>) {
  const { db, today } = change;
  const sowing = sowingRow(db, id);
  if (sowing.fate !== null) throw wrong('emerged', 'this sowing is finished; take its fate back to count again');
  if (one(db, 'SELECT 1 FROM sowing_cells WHERE sowing_id = ?', id))
    throw wrong('emerged', 'its cells are counted one by one; look at its tray');
  if (body.countedOn > today) throw wrong('countedOn', `must not be after today, ${today}`);
  if (body.countedOn < sowing.sown_on) throw wrong('countedOn', `must not be before it was sown, ${sowing.sown_on}`);
  if (body.emerged > sowing.seeds) throw wrong('emerged', `only ${plural(sowing.seeds, 'seed')} were sown`);
  const counts = countsOf(db, id);
  const earlier = counts.filter((c) => c.countedOn < body.countedOn).reduce((m, c) => Math.max(m, c.emerged), 0);
  if (body.emerged < earlier) {
    throw wrong('emerged', `${String(earlier)} were up before; count all that ever came, also those that fell over`);
  }
  const later = counts.find((c) => c.countedOn > body.countedOn && c.emerged < body.emerged);
  if (later) throw wrong('emerged', `only ${String(later.emerged)} were up on ${later.countedOn}, which is later`);
  const same = counts.find((c) => c.countedOn === body.countedOn);
  change.update('sowings', id, {}, body.version);
  if (same) change.remove('emergence_counts', same.id);
  change.insert('emergence_counts', { sowing_id: id, counted_on: body.countedOn, emerged: body.emerged });
  touchSowing(change, sowing);
  const lot = lotRow(db, sowing.lot_id);
  change.describe(`Counted the sowing of ${lot?.code ?? ''}: ${String(body.emerged)} of ${String(sowing.seeds)} up`);
  return sowingSheet(db, id, today);
}

/** What became of a sowing, and with it whether it speaks of the seed. */
export function setFate(change: Change, id: number, body: yup.InferType<typeof fateForm>) {
  const { db, today } = change;
  const sowing = sowingRow(db, id);
  if (body.fateOn > today) throw wrong('fateOn', `must not be after today, ${today}`);
  if (body.fateOn < sowing.sown_on) throw wrong('fateOn', `must not be before it was sown, ${sowing.sown_on}`);
  const facts = FATE_FACTS[body.fate];
  const counts = countsOf(db, id);
  if (body.fate === 'came-up' && counts.length === 0) throw wrong('fate', 'count what came up first');
  if (body.fate === 'not-come-up' && counts.some((c) => c.emerged > 0)) {
    throw wrong('fate', 'some came up; choose "came up, as far as it could"');
  }
  change.update('sowings', id, { fate: body.fate, fate_on: body.fateOn, ...(body.note != null ? { note: body.note } : {}) }, body.version);
  touchSowing(change, sowing);
  const lot = lotRow(db, sowing.lot_id);
  change.describe(`The sowing of ${lot?.code ?? ''}: ${facts.words}${facts.speaksOfSeed ? '' : '; says nothing about the seed'}`);
  return sowingSheet(db, id, today);
}

function touchSowing(change: Change, sowing: SowingRow): void {
  change.touch('sowing', sowing.id);
  change.touch('lot', sowing.lot_id);
  if (sowing.loan_id !== null) change.touch('member', loanRow(change.db, sowing.loan_id).member_id);
}
