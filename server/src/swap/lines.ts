import { type Misfit, saidDay } from '@esprel/core';
import type { SwapTaken } from '@esprel/core/api';
import { type Db, one, run } from '../db/db.ts';
import type { Change } from '../journal/change.ts';
import { blocked } from '../problem.ts';
import { isMember } from '../records/loan.ts';
import { dayRow, deskRow, type SwapDayRow, type SwapDeskRow } from './day.ts';

/** What all that a desk says has in common. */
export interface Said {
  readonly n: number;
  readonly key: string;
  readonly on: string;
  readonly minute: number;
  readonly deskToday: string;
}

export interface LineRow {
  readonly id: number;
  readonly desk_id: number;
  readonly n: number;
  readonly line_key: string;
  readonly way: 'in' | 'out';
  readonly visit_id: number | null;
  readonly said_on: string;
  readonly said: string;
  readonly packets: number;
  readonly seeds: number;
  readonly lot_id: number | null;
  readonly movement_id: number | null;
  readonly loan_id: number | null;
  readonly version: number;
}

export interface VisitRow {
  readonly id: number;
  readonly desk_id: number;
  readonly visit_key: string;
  readonly member_id: number | null;
  readonly came_on: string;
  readonly version: number;
}

/** Where something was said, and on which day it counts. */
export interface At {
  readonly desk: SwapDeskRow;
  readonly day: SwapDayRow;
  readonly on: string;
}

/** The desk that says something, and the day on which it counts. A desk that was withdrawn is not listened to. */
export function at(change: Change, deskId: number, said: Said): At {
  const desk = deskRow(change.db, deskId);
  if (desk.withdrawn_on !== null) throw blocked(`This desk was withdrawn on ${desk.withdrawn_on}; ask whoever coordinates.`);
  const day = dayRow(change.db, desk.swap_id);
  change.touch('swap', day.id);
  const on = saidDay({ on: said.on, phoneToday: said.deskToday }, change.today, '1900-01-01');
  if (on !== day.held_on) otherDay(change, desk, day, on);
  return { desk, day, on };
}

/** A desk whose clock says another day than that of the swap: said once, until it is put right. */
function otherDay(change: Change, desk: SwapDeskRow, day: SwapDayRow, on: string): void {
  const { db } = change;
  if (one(db, "SELECT 1 FROM swap_misfits WHERE desk_id = ? AND kind = 'clock' AND settled_on IS NULL", desk.id)) return;
  const words = `${desk.name} says that it is ${on}, and ${day.name} is on ${day.held_on}: its clock may be wrong`;
  misfit(change, desk.id, 'clock', words, {});
}

export const lineOfKey = (db: Db, key: string): LineRow | undefined => one<LineRow>(db, 'SELECT * FROM swap_lines WHERE line_key = ?', key);

export const lineRow = (db: Db, id: number): LineRow | undefined => one<LineRow>(db, 'SELECT * FROM swap_lines WHERE id = ?', id);

/** The journal's step that wrote a line. */
export function stepOfLine(db: Db, lineId: number): number | null {
  const row = one<{ id: number }>(
    db,
    "SELECT step_id AS id FROM events WHERE entity = 'swap_lines' AND row_key = ? AND before IS NULL ORDER BY id DESC LIMIT 1",
    String(lineId),
  );
  return row?.id ?? null;
}

/** What is there already of something that is said again: the same answer, and nothing twice. */
export function saidBefore(change: Change, line: LineRow): SwapTaken {
  change.describe('Said again by a desk, and there already');
  return takenOf(change.db, line);
}

export function takenOf(db: Db, line: LineRow): SwapTaken {
  const code = line.lot_id === null ? null : (one<{ code: string }>(db, 'SELECT code FROM lots WHERE id = ?', line.lot_id)?.code ?? null);
  const misfit = one<{ id: number }>(
    db,
    'SELECT id FROM swap_misfits WHERE line_id = ? AND settled_on IS NULL ORDER BY id LIMIT 1',
    line.id,
  );
  return { id: line.id, code, misfit: misfit?.id ?? null };
}

/** Whether a desk took something back before it came in: then it never was. */
export const takenBackBefore = (db: Db, key: string): boolean =>
  one(db, 'SELECT 1 FROM swap_taken_back WHERE line_key = ?', key) !== undefined;

/**
 * The visit of this key, made where nobody has heard of it yet. That somebody came is no part of the journal: what they brought and took is taken back without it.
 */
export function visitOf(change: Change, { desk, on }: At, key: string): VisitRow {
  const { db } = change;
  run(db, 'INSERT OR IGNORE INTO swap_visits (desk_id, visit_key, came_on) VALUES (?, ?, ?)', desk.id, key, on);
  return one<VisitRow>(db, 'SELECT * FROM swap_visits WHERE visit_key = ?', key) as VisitRow;
}

export const memberThere = (db: Db, id: number | null | undefined): boolean => id != null && isMember(db, id);

/** Both sides of what does not fit. */
interface Sides {
  readonly lineId?: number;
  readonly otherLineId?: number | null;
  readonly visitId?: number;
  readonly otherVisitId?: number;
}

/** Writes down that something does not fit. */
export function misfit(change: Change, deskId: number, kind: Misfit, words: string, sides: Sides): number {
  return change.insert('swap_misfits', {
    desk_id: deskId,
    kind,
    words,
    line_id: sides.lineId ?? null,
    other_line_id: sides.otherLineId ?? null,
    visit_id: sides.visitId ?? null,
    other_visit_id: sides.otherVisitId ?? null,
  });
}
