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

/** A step of care was done; those that wait for it move by themselves. Steps before it that were left out are left out for good. */
export function doCare(change: Change, sowingId: number, body: yup.InferType<typeof careForm>): { kind: CareKind; variety: string } {
  const { db, today } = change;
  const sowing = one<{ id: number; lot_id: number; sown_on: string; version: number; variety: string; fate: string | null }>(
    db,
    `SELECT s.id, s.lot_id, s.sown_on, s.version, v.name AS variety, s.fate FROM sowings s JOIN lots l ON l.id = s.lot_id
     JOIN varieties v ON v.id = l.variety_id WHERE s.id = ?`,
    sowingId,
  );
  if (!sowing) throw notFound('That sowing');
  const steps = stepsOf(db, sowingId);
  const step = steps.find((s) => s.kind === body.kind);
  if (!step) throw wrong('kind', 'is not a step of this sowing');
  if (step.doneOn !== null) throw wrong('kind', `was done on ${step.doneOn}; undo that first`);
  if (body.doneOn > today) throw wrong('doneOn', `must not be after today, ${today}`);
  if (body.doneOn < sowing.sown_on) throw wrong('doneOn', `must not be before it was sown, ${sowing.sown_on}`);
  change.update('sowings', sowingId, {}, body.version);
  for (const s of steps) {
    if (s.doneOn === null && s.number <= step.number) change.update('sowing_steps', s.id, { done_on: body.doneOn });
  }
  change.touch('sowing', sowingId);
  change.touch('lot', sowing.lot_id);
  change.describe(`${CARE_WORDS[body.kind].words}: ${sowing.variety}`);
  return { kind: body.kind, variety: sowing.variety };
}
