import type * as yup from 'yup';
import {
  type myCountForm,
  type myFateForm,
  type mySavingForm,
  type mySavingPhotoForm,
  type mySowingForm,
  type PhoneDays,
  plural,
  saidDay,
  SAVING_DONE_WORDS,
  savingSaid,
  type SavingStep,
  savingSteps,
  wrong,
} from '@esprel/core';
import { one } from '../db/db.ts';
import { patchOfLoan } from '../growing/patches.ts';
import { keepPhoto } from '../files/photos.ts';
import type { Change } from '../journal/change.ts';
import { undoStep } from '../journal/undo.ts';
import { blocked, notFound } from '../problem.ts';
import { libraryCrop, savingOfCrop } from '../records/crop.ts';
import { leftOfLoan, loanRow } from '../records/loan.ts';
import { lotNames, lotRow } from '../records/lot.ts';
import { frostOf, readSettings } from '../records/settings.ts';
import { countUp, setFate, sow } from '../sowing/sow.ts';
import { sowingRow, type SowingRow } from '../sowing/sowingSheet.ts';

/** What a member says on their own page: the same steps as at the desk, and only about what is theirs. */

/** Who makes a change on their own page. */
export function meOf(change: Change): number {
  if (change.memberId === null) throw new Error('a member’s step without a member');
  return change.memberId;
}

/** A loan of whoever makes the change; somebody else’s is not there at all. */
function myLoan(change: Change, loanId: number) {
  const loan = loanRow(change.db, loanId);
  if (loan.member_id !== meOf(change)) throw notFound('That loan');
  return loan;
}

function mySowing(change: Change, sowingId: number): SowingRow {
  const sowing = sowingRow(change.db, sowingId);
  if (sowing.loan_id === null || loanRow(change.db, sowing.loan_id).member_id !== meOf(change)) throw notFound('That sowing');
  return sowing;
}

const dayOf = (change: Change, said: PhoneDays, earliest: string): string => saidDay(said, change.today, earliest);

/** "I have sown it": so many seeds of a packet. */
export function sowMine(change: Change, loanId: number, body: yup.InferType<typeof mySowingForm>): { readonly id: number } {
  const { db } = change;
  const loan = myLoan(change, loanId);
  const lot = lotRow(db, loan.lot_id);
  if (!lot) throw notFound('The lot of that loan');
  const left = leftOfLoan(db, loan);
  if (body.seeds > left) {
    throw wrong(
      'seeds',
      left === 0 ? 'nothing of this packet is left; it is all written down as sown' : `only ${plural(left, 'seed')} are left in the packet`,
    );
  }
  const perCell =
    one<{ n: number | null }>(db, "SELECT json_extract(estimate, '$.perCell') AS n FROM lot_estimates WHERE lot_id = ?", lot.id)?.n ?? 1;
  const each = body.method === 'pot' ? body.seeds : Math.min(body.seeds, perCell);
  const { id } = sow(change, {
    lotCode: lot.code,
    loanId,
    method: body.method,
    cells: Math.ceil(body.seeds / each),
    seedsPerCell: Math.min(each, 1000),
    seeds: body.seeds,
    sownOn: dayOf(change, body, loan.lent_on),
  });
  return { id };
}

/** How many are up. */
export function countMine(change: Change, sowingId: number, body: yup.InferType<typeof myCountForm>): { readonly id: number } {
  const sowing = mySowing(change, sowingId);
  countUp(change, sowingId, { version: sowing.version, countedOn: dayOf(change, body, sowing.sown_on), emerged: body.emerged });
  return { id: sowingId };
}

/** What became of it. */
export function endMine(change: Change, sowingId: number, body: yup.InferType<typeof myFateForm>): { readonly id: number } {
  const sowing = mySowing(change, sowingId);
  if (sowing.fate !== null) throw blocked('What became of it was said already. Take that back first.');
  setFate(change, sowingId, { version: sowing.version, fate: body.fate, fateOn: dayOf(change, body, sowing.sown_on), note: body.note });
  return { id: sowingId };
}

function growsForSeed(change: Change, loanId: number, step: string) {
  const { db } = change;
  const loan = myLoan(change, loanId);
  const lot = lotRow(db, loan.lot_id);
  const saving = lot ? savingOfCrop(db, lot.crop_key) : null;
  if (loan.purpose === 'garden' || !lot || saving === null) throw blocked('This packet was not lent to be grown for seed.');
  const settings = readSettings(db);
  const steps = savingSteps(
    libraryCrop(db, lot.crop_key),
    saving,
    { sownOn: null, plantedOutOn: null },
    { frost: frostOf(settings), lengthUnit: settings.lengthUnit },
    change.today,
  );
  const found = steps.find((s) => s.key === step);
  if (!found) throw wrong('step', 'is none of this crop');
  return { loan, lot, step: found };
}

type SaidOfStep = yup.InferType<typeof mySavingForm>;

/** Refuses more taken out, rotted, marked or picked from than stood; answers that are none of the step; and weights of nothing. */
function refuseImpossible(change: Change, loanId: number, step: SavingStep, body: SaidOfStep): void {
  const { question, choices } = step;
  if (body.plants != null && body.taken != null && body.taken > body.plants && question !== 'through') {
    throw wrong('taken', `only ${plural(body.plants, 'plant')} stood there`);
  }
  for (const field of ['apart', 'how'] as const) {
    const said = body[field];
    if (said != null && !choices.some((c) => c.value === said)) throw wrong(field, 'is none of the answers to this step');
  }
  if (body.nearM != null && question !== 'near') throw wrong('nearM', 'is only asked of what flowers near');
  if (body.grams != null && question !== 'dried') throw wrong('grams', 'is only asked of seed that is dry');
  if (body.plants == null || !['marked', 'mothers'].includes(question)) return;
  const stood = one<{ n: number | null }>(
    change.db,
    `SELECT min(CASE WHEN step = 'take-out' THEN plants - coalesce(taken, 0) ELSE plants END) AS n FROM saving_steps
     WHERE loan_id = ? AND step IN ('plant-out', 'take-out', 'spring') AND plants IS NOT NULL`,
    loanId,
  )?.n;
  if (stood != null && body.plants > stood) {
    throw wrong(
      'plants',
      `only ${plural(stood, 'plant')} ${stood === 1 ? 'stands' : 'stand'} there, as you said before; put that right first if it is more`,
    );
  }
}

/** What of its kind flowers near is a patch on the plan from then on, so far from where it grows. */
function seenNear(change: Change, loanId: number, stepRow: number, body: SaidOfStep): void {
  const { db } = change;
  const there = one<{ id: number }>(db, 'SELECT id FROM patches WHERE saving_step_id = ?', stepRow);
  const patch = patchOfLoan(db, loanId, change.today);
  if (body.nearM == null || patch === null || patch.gardenId === null) {
    if (there) change.remove('patches', there.id);
    return;
  }
  const row = {
    season: patch.season,
    crop_key: patch.crop.key,
    kind: 'neighbour',
    stands: 'garden',
    garden_id: patch.gardenId,
    off_m: body.nearM,
    plants: body.plants ?? null,
    whose: `seen by ${patch.origin.grower ?? 'the grower'}`,
    note: body.note?.trim() || null,
  };
  if (there) change.update('patches', there.id, row);
  else change.touch('patch', change.insert('patches', { saving_step_id: stepRow, ...row }));
}

/** One step of growing for seed, said or said again. */
export function saySaving(change: Change, loanId: number, body: yup.InferType<typeof mySavingForm>): { readonly id: number } {
  const { db } = change;
  const { loan, lot, step } = growsForSeed(change, loanId, body.step);
  if (loan.settled_on !== null) throw blocked('This loan was settled; nothing more is written down of it.');
  refuseImpossible(change, loanId, step, body);
  const row = {
    done_on: dayOf(change, body, loan.lent_on),
    plants: body.plants ?? null,
    taken: body.taken ?? null,
    apart: body.apart ?? null,
    near_m: body.nearM ?? null,
    how: body.how ?? null,
    grams: body.grams ?? null,
    note: body.note?.trim() || null,
  };
  const there = one<{ id: number }>(db, 'SELECT id FROM saving_steps WHERE loan_id = ? AND step = ?', loanId, body.step);
  if (there) change.update('saving_steps', there.id, row);
  const id = there?.id ?? change.insert('saving_steps', { loan_id: loanId, step: body.step, ...row });
  if (step.question === 'near') seenNear(change, loanId, id, body);
  change.touch('member', loan.member_id);
  change.touch('lot', lot.id);
  const { plants, taken, apart, how, grams } = row;
  const said = savingSaid(step.key, { plants, taken, apart, nearM: row.near_m, how, grams }, readSettings(db));
  change.describe([`${lotNames(db, lot.id).variety} for seed: ${SAVING_DONE_WORDS[step.key].toLowerCase()}`, ...said].join(', '));
  return { id };
}

/** A picture of a step that was done. */
export function photoOfSaving(change: Change, loanId: number, body: yup.InferType<typeof mySavingPhotoForm>): { readonly id: number } {
  const { db } = change;
  const { loan, lot } = growsForSeed(change, loanId, body.step);
  const there = one<{ id: number }>(db, 'SELECT id FROM saving_steps WHERE loan_id = ? AND step = ?', loanId, body.step);
  if (!there) throw wrong('step', 'has to be done first');
  change.update('saving_steps', there.id, { photo: keepPhoto(db, body.jpeg) });
  change.touch('member', loan.member_id);
  change.touch('lot', lot.id);
  change.describe(`A picture of ${lotNames(db, lot.id).variety}, grown for seed`);
  return { id: there.id };
}

/** Takes back a step that the member made. */
export function takeBackMine(change: Change, stepId: number): { readonly undone: number } {
  const step = one<{ member_id: number | null; undoes: number | null }>(
    change.db,
    'SELECT member_id, undoes FROM steps WHERE id = ?',
    stepId,
  );
  if (!step || step.member_id !== meOf(change) || step.undoes !== null) throw notFound('That step of yours');
  return undoStep(change, stepId);
}
