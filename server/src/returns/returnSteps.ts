import type * as yup from 'yup';
import type { releaseForm, returnForm, unsownForm } from '@esprel/core';
import { daysBetween, homeSteps, plural, suggestedFloor, wrong, yearOf } from '@esprel/core';
import type { BroughtBack } from '@esprel/core/api';
import { one } from '../db/db.ts';
import type { Change } from '../journal/change.ts';
import { insertLot, moveSeeds, offspringOf, sourceId } from '../lots/intake.ts';
import { notFound, Problem } from '../problem.ts';
import { libraryCrop, savingOfCrop } from '../records/crop.ts';
import { leftOfLoan, loanRow, memberName } from '../records/loan.ts';
import { lotNames, lotRow } from '../records/lot.ts';
import { crossedWhereGrown } from './crossed.ts';

interface ReturnRow {
  readonly id: number;
  readonly loan_id: number;
  readonly lot_id: number;
  readonly received_on: string;
  readonly released_on: string | null;
  readonly version: number;
}

/**
 * Saved seed came back. It becomes a lot with its own code at once, because an envelope without a
 * label is how seed is lost; but it waits in quarantine and can be neither lent nor sown until released.
 */
export function bringBack(change: Change, body: yup.InferType<typeof returnForm>): BroughtBack {
  const { db, today } = change;
  const loan = loanRow(db, body.loanId, 'loanId');
  const parent = lotRow(db, loan.lot_id);
  if (!parent) throw wrong('loanId', 'belongs to a lot that is gone');
  if (body.receivedOn > today) throw wrong('receivedOn', `must not be after today, ${today}`);
  if (body.receivedOn <= loan.lent_on) throw wrong('receivedOn', `must be after the loan, ${loan.lent_on}`);
  if (body.harvestYear > yearOf(body.receivedOn)) throw wrong('harvestYear', 'must not be after the year in which it came');
  if (body.harvestYear < yearOf(loan.lent_on)) throw wrong('harvestYear', `must not be before the loan, ${loan.lent_on.slice(0, 4)}`);
  const member = memberName(db, loan.member_id);
  const crop = libraryCrop(db, parent.crop_key);
  const variety = offspringOf(change, {
    id: parent.variety_id,
    name: lotNames(db, parent.id).variety,
    crop_key: parent.crop_key,
    breeding: parent.breeding,
  });
  const lot = insertLot(change, {
    varietyId: variety.id,
    cropKey: parent.crop_key,
    sourceId: sourceId(change, member),
    parent: { id: parent.id, generation: parent.generation },
    acquisition: 'saved',
    form: body.form,
    yearKind: 'harvest',
    year: body.harvestYear,
    receivedOn: body.receivedOn,
    stated: null,
    // What is doubted of the parent is doubted of the child; what was sure may have crossed.
    identity: parent.identity === 'sure' && body.isolated !== 'yes' ? 'likely' : parent.identity,
    state: 'quarantine',
    amountKnown: body.amountKnown,
    seeds: body.seeds,
    floor: suggestedFloor(body.seeds, crop.seedPlantsMin),
    placeId: null,
    note: body.note ?? null,
    reason: `saved by ${member}`,
  });
  const id = change.insert('returns', {
    loan_id: loan.id,
    member_id: loan.member_id,
    lot_id: lot.id,
    received_on: body.receivedOn,
    plants: body.plants ?? null,
    grown_beside: body.grownBeside ?? null,
    isolated: body.isolated,
    crossed_share: crossedWhereGrown(change, loan.id, body.isolated),
    note: body.note ?? null,
  });
  const judged = { isIt: 'right' as const, seeds: body.seeds, amountKnown: body.amountKnown, raw: body.form === 'raw', found: [] };
  for (const step of homeSteps(judged, savingOfCrop(db, parent.crop_key), body.receivedOn)) {
    change.insert('return_steps', { return_id: id, kind: step.kind, due_on: step.dueOn });
  }
  if (loan.settled_on === null) change.update('loans', loan.id, { settled_on: body.receivedOn });
  change.touch('lot', parent.id);
  change.touch('member', loan.member_id);
  const few = body.plants != null && body.plants < crop.seedPlantsMin;
  const warnings = [
    ...(few
      ? [
          `Only ${String(body.plants)} parents; ${crop.name} wants ${String(crop.seedPlantsMin)} or more. The line narrows: mix with other lots when it is renewed.`,
        ]
      : []),
    ...(parent.breeding === 'hybrid-f1'
      ? [`The parent is a hybrid: its seed will not come true, so it is kept as "${variety.name}".`]
      : []),
    ...(crop.trueToType === 'rarely' ? [`${crop.name} hardly ever comes true from seed.`] : []),
    ...(body.isolated !== 'yes' && crop.outcrossRate >= 0.1
      ? [`${crop.name} crosses with its neighbours; the name is marked as likely, not sure.`]
      : []),
  ];
  change.describe(`${member} brought back ${plural(body.seeds, 'seed')} of ${lotNames(db, parent.id).variety}: ${lot.code}, in quarantine`);
  return { id, lotCode: lot.code, generation: parent.generation + 1, warnings };
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
