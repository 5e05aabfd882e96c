import type * as yup from 'yup';
import {
  CARE_WORDS,
  type careForm,
  careSteps,
  dueCare,
  heldBack,
  nextCare,
  plantingOut,
  type SowingMethod,
  type StepDone,
  type StepDue,
  usuallyUpOn,
  wrong,
} from '@esprel/core';
import type { CareShown } from '@esprel/core/api';
import { all, type Db, one } from '../db/db.ts';
import { groupBy } from '../db/groupBy.ts';
import type { Change } from '../journal/change.ts';
import { notFound } from '../problem.ts';
import { libraryCrop } from '../records/crop.ts';
import { plannedRow } from '../records/planned.ts';
import { SeasonReader } from '../season/windows.ts';

interface StepRow extends StepDone {
  readonly id: number;
  readonly sowingId: number;
  readonly number: number;
}

/** What a sowing's care counts from. */
interface CaredSowing {
  readonly id: number;
  readonly sownOn: string;
  readonly cropKey: string;
  readonly upOn: string | null;
  readonly gardenId: number | null;
  /** Planting out as its plan says; null where none does. */
  readonly plantOutOn: string | null;
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
    readonly gardenId: number | null;
    readonly covered: boolean;
    readonly sownOn: string;
  },
): void {
  const { db } = change;
  const crop = libraryCrop(db, s.cropKey);
  const upOn = usuallyUpOn(crop, s.sownOn);
  const planned = s.plannedId === null ? null : plannedRow(db, s.plannedId).plant_out_on;
  const plantOutOn = planned ?? outBySeason(new SeasonReader(db), { ...s, upOn });
  careSteps(crop, { method: s.method, seedsPerCell: s.seedsPerCell, covered: s.covered, plantOutOn, upOn }).forEach((step, i) =>
    change.insert('sowing_steps', {
      sowing_id: sowingId,
      number: i + 1,
      kind: step.kind,
      gap_days: step.gapDays,
      not_before: step.notBefore,
    }),
  );
}

const STEPS = `SELECT sowing_id AS sowingId, id, number, kind, gap_days AS gapDays, not_before AS notBefore, done_on AS doneOn,
    skipped_why AS skippedWhy FROM sowing_steps`;

function stepsOf(db: Db, sowingId: number): StepRow[] {
  return all<StepRow>(db, `${STEPS} WHERE sowing_id = ? ORDER BY number`, sowingId);
}

/** The steps of every sowing that is still watched, read in one go for lists of them. */
export function stepsOfOpen(db: Db): ReadonlyMap<number, readonly StepRow[]> {
  const steps = all<StepRow>(db, `${STEPS} WHERE sowing_id IN (SELECT id FROM sowings WHERE fate_on IS NULL) ORDER BY sowing_id, number`);
  return groupBy(steps, (s) => s.sowingId);
}

/** Planting out by the season of the garden in which a sowing grows. */
function outBySeason(
  reader: SeasonReader,
  s: { readonly cropKey: string; readonly gardenId: number | null; readonly upOn: string },
): string | null {
  return plantingOut(reader.crop(s.cropKey), reader.garden(s.gardenId).frost, s.upOn);
}

/** The care of a sowing with its days; counted from the day the first came up, or is usually up. */
export function careOf(
  db: Db,
  s: CaredSowing,
  today: string,
  reader = new SeasonReader(db),
  steps: readonly StepRow[] = stepsOf(db, s.id),
): (StepRow & StepDue)[] {
  if (steps.length === 0) return [];
  const crop = reader.crop(s.cropKey);
  const usual = usuallyUpOn(crop, s.sownOn);
  const up = s.upOn ?? (usual < today ? today : usual);
  // Sowings from before the season was kept with them, and gardens whose frosts were put right since: nothing goes out before its season.
  const out = s.plantOutOn ?? outBySeason(reader, { ...s, upOn: up });
  return dueCare(heldBack(steps, out), up, today);
}

/** A step as pages show it. */
export const careShown = ({ id: _id, sowingId: _sowing, ...step }: StepRow & StepDue): CareShown => step;

/** The step to do next of a sowing that came up; null before anything is up, or when all is done. */
export function nextCareOf(db: Db, s: CaredSowing, today: string, reader?: SeasonReader, steps?: readonly StepRow[]): CareShown | null {
  const next = s.upOn === null ? null : nextCare(careOf(db, s, today, reader, steps));
  return next && careShown(next);
}

interface CaredRow extends CaredSowing {
  readonly lotId: number;
  readonly version: number;
  readonly variety: string;
}

const CARED = `SELECT s.id, s.lot_id AS lotId, s.sown_on AS sownOn, s.version, v.name AS variety, v.crop_key AS cropKey, s.garden_id AS gardenId,
    (SELECT plant_out_on FROM planned_sowings WHERE id = s.planned_id) AS plantOutOn,
    (SELECT min(counted_on) FROM emergence_counts WHERE sowing_id = s.id AND emerged > 0) AS upOn
  FROM sowings s JOIN lots l ON l.id = s.lot_id JOIN varieties v ON v.id = l.variety_id`;

/** What is said of steps that were not done when the plants went out. */
const WENT_OUT = 'it was planted out without';

/** Marks the next step of a kind as done or left out. Others stay as they are; what is planted out needs no more of what came before. */
function markDone(change: Change, s: CaredRow, body: Pick<CareBody, 'kind' | 'doneOn' | 'skippedWhy'>): void {
  const { kind, doneOn } = body;
  const own = stepsOf(change.db, s.id);
  const step = own.find((x) => x.kind === kind && x.doneOn === null) ?? own.find((x) => x.kind === kind);
  if (!step) throw wrong('kind', 'is not a step of this sowing');
  if (step.doneOn !== null) throw wrong('kind', `was done on ${step.doneOn}; undo that first`);
  if (doneOn > change.today) throw wrong('doneOn', `must not be after today, ${change.today}`);
  if (doneOn < s.sownOn) throw wrong('doneOn', `must not be before it was sown, ${s.sownOn}`);
  const skipped = (body.skippedWhy ?? '').trim() || null;
  change.update('sowing_steps', step.id, { done_on: doneOn, skipped_why: skipped });
  if (kind === 'plant-out' && skipped === null) {
    for (const x of own) {
      if (x.doneOn === null && x.number < step.number) change.update('sowing_steps', x.id, { done_on: doneOn, skipped_why: WENT_OUT });
    }
  }
  change.touch('sowing', s.id);
  change.touch('lot', s.lotId);
}

type CareBody = yup.InferType<typeof careForm>;
const saidOf = (body: CareBody): string => ((body.skippedWhy ?? '').trim() === '' ? '' : `Left out (${(body.skippedWhy ?? '').trim()}): `);

/** A step of care was done; those that wait for it move by themselves. */
export function doCare(change: Change, sowingId: number, body: CareBody): void {
  const s = one<CaredRow>(change.db, `${CARED} WHERE s.id = ?`, sowingId);
  if (!s) throw notFound('That sowing');
  markDone(change, s, body);
  change.update('sowings', sowingId, {}, body.version);
  change.describe(`${saidOf(body)}${CARE_WORDS[body.kind].words}: ${s.variety}`);
}

/** The same step for everything on a tray that it is due for, as one step of the history. */
export function doTrayCare(change: Change, tray: { readonly id: number; readonly name: string }, body: CareBody): void {
  const { db, today } = change;
  const reader = new SeasonReader(db);
  const due = all<CaredRow>(db, `${CARED} WHERE s.tray_id = ?`, tray.id).filter(
    (s) => nextCareOf(db, s, today, reader)?.kind === body.kind,
  );
  if (due.length === 0) throw wrong('kind', 'is not what is to be done next for anything on this tray');
  for (const s of due) markDone(change, s, body);
  change.update('trays', tray.id, {}, body.version);
  change.touch('tray', tray.id);
  change.describe(`${saidOf(body)}${CARE_WORDS[body.kind].words}: ${tray.name}, ${due.map((s) => s.variety).join(', ')}`);
}
