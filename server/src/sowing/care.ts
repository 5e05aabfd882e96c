import {
  addDays,
  type careForm,
  type CareKind,
  CARE_WORDS,
  careSteps,
  dueCare,
  nextCare,
  type SowingMethod,
  type StepDone,
  type StepDue,
  wrong,
} from '@esprel/core';
import type * as yup from 'yup';
import { libraryCrop } from '../crops/crops.ts';
import { all, type Db, one } from '../db/db.ts';
import { notFound } from '../http/problem.ts';
import type { Change } from '../journal/change.ts';
import { plannedRow } from '../season/planned.ts';

interface StepRow extends StepDone {
  readonly id: number;
  readonly number: number;
}

/** What a sowing's care counts from. */
export interface CaredSowing {
  readonly id: number;
  readonly sownOn: string;
  readonly cropKey: string;
  readonly upOn: string | null;
}

/** Writes the steps of care that follow a sowing. */
export function writeCare(
  change: Change,
  sowingId: number,
  s: {
    readonly cropKey: string;
    readonly method: SowingMethod;
    readonly seedsPerCell: number;
    readonly plannedId: number | null;
    readonly sownOn: string;
  },
): void {
  const plantOutOn = s.plannedId === null ? null : plannedRow(change.db, s.plannedId).plant_out_on;
  const crop = libraryCrop(change.db, s.cropKey);
  const upOn = addDays(s.sownOn, (crop.emergeMinD + crop.emergeMaxD) / 2);
  careSteps(crop, { method: s.method, seedsPerCell: s.seedsPerCell, plantOutOn, upOn }).forEach((step, i) =>
    change.insert('sowing_steps', {
      sowing_id: sowingId,
      number: i + 1,
      kind: step.kind,
      gap_days: step.gapDays,
      not_before: step.notBefore,
    }),
  );
}

function stepsOf(db: Db, sowingId: number): StepRow[] {
  return all<StepRow>(
    db,
    'SELECT id, number, kind, gap_days AS gapDays, not_before AS notBefore, done_on AS doneOn FROM sowing_steps WHERE sowing_id = ? ORDER BY number',
    sowingId,
  );
}

/** The care of a sowing with its days; counted from the day the first came up, or is usually up. */
export function careOf(db: Db, s: CaredSowing, today: string): (StepRow & StepDue)[] {
  const steps = stepsOf(db, s.id);
  if (steps.length === 0) return [];
  const crop = libraryCrop(db, s.cropKey);
  const up = s.upOn ?? addDays(s.sownOn, Math.max(crop.emergeMinD, Math.min(crop.emergeMaxD, (crop.emergeMinD + crop.emergeMaxD) / 2)));
  return dueCare(steps, up < today && s.upOn === null ? today : up, today).map((due, i) => ({ ...(steps[i] as StepRow), ...due }));
}

/** The step to do next of a sowing that came up; null before anything is up, or when all is done. */
export function nextCareOf(db: Db, s: CaredSowing, today: string): StepDue | null {
  return s.upOn === null ? null : nextCare(careOf(db, s, today));
}

interface CaredRow extends CaredSowing {
  readonly lotId: number;
  readonly version: number;
  readonly variety: string;
}

const CARED = `SELECT s.id, s.lot_id AS lotId, s.sown_on AS sownOn, s.version, v.name AS variety, v.crop_key AS cropKey,
    (SELECT min(counted_on) FROM emergence_counts WHERE sowing_id = s.id AND emerged > 0) AS upOn
  FROM sowings s JOIN lots l ON l.id = s.lot_id JOIN varieties v ON v.id = l.variety_id`;

/** Marks a step, and those before it that were left out, as done. */
function markDone(change: Change, s: CaredRow, kind: CareKind, doneOn: string): void {
  const steps = stepsOf(change.db, s.id);
  const step = steps.find((x) => x.kind === kind);
  if (!step) throw wrong('kind', 'is not a step of this sowing');
  if (step.doneOn !== null) throw wrong('kind', `was done on ${step.doneOn}; undo that first`);
  if (doneOn > change.today) throw wrong('doneOn', `must not be after today, ${change.today}`);
  if (doneOn < s.sownOn) throw wrong('doneOn', `must not be before it was sown, ${s.sownOn}`);
  for (const x of steps) if (x.doneOn === null && x.number <= step.number) change.update('sowing_steps', x.id, { done_on: doneOn });
  change.touch('sowing', s.id);
  change.touch('lot', s.lotId);
}

/** A step of care was done; those that wait for it move by themselves. */
export function doCare(change: Change, sowingId: number, body: yup.InferType<typeof careForm>): void {
  const s = one<CaredRow>(change.db, `${CARED} WHERE s.id = ?`, sowingId);
  if (!s) throw notFound('That sowing');
  markDone(change, s, body.kind, body.doneOn);
  change.update('sowings', sowingId, {}, body.version);
  change.describe(`${CARE_WORDS[body.kind].words}: ${s.variety}`);
}

/** The same step for everything on a tray that it is due for, as one step of the history. */
export function doTrayCare(
  change: Change,
  tray: { readonly id: number; readonly name: string },
  body: yup.InferType<typeof careForm>,
): void {
  const { db, today } = change;
  const due = all<CaredRow>(db, `${CARED} WHERE s.tray_id = ?`, tray.id).filter((s) => nextCareOf(db, s, today)?.kind === body.kind);
  if (due.length === 0) throw wrong('kind', 'is not what is to be done next for anything on this tray');
  for (const s of due) markDone(change, s, body.kind, body.doneOn);
  change.update('trays', tray.id, {}, body.version);
  change.touch('tray', tray.id);
  change.describe(`${CARE_WORDS[body.kind].words}: ${tray.name}, ${due.map((s) => s.variety).join(', ')}`);
}
