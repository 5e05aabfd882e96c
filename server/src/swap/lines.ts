import { capital, type Misfit, saidDay, shortDay } from '@esprel/core';
import type { SwapTaken } from '@esprel/core/api';
import { type Db, one, run } from '../db/db.ts';
import type { Change } from '../journal/change.ts';
import { readSettings } from '../records/settings.ts';
import { dayRow, deskRow, deskWords, heardDesk, type SwapDayRow, type SwapDeskRow } from './day.ts';

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

/** Where and when a line that is there already was said: looked at again later, also when its desk was withdrawn since. */
export function whereOf(db: Db, line: LineRow): At {
  const desk = deskRow(db, line.desk_id);
  return { desk, day: dayRow(db, desk.swap_id), on: line.said_on };
}

export const visitOfLine = (db: Db, line: LineRow): VisitRow | null =>
  line.visit_id === null ? null : (one<VisitRow>(db, 'SELECT * FROM swap_visits WHERE id = ?', line.visit_id) ?? null);

/** The desk that says something, and the day on which it counts. A desk that was withdrawn is not listened to. */
export function at(change: Change, deskId: number, said: Said): At {
  const desk = heardDesk(change.db, deskId);
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
  const { dateOrder } = readSettings(db);
  const said = (d: string): string => shortDay(d, dateOrder);
  const words = `${capital(deskWords(desk))} says that it is ${said(on)}, and ${day.name} is on ${said(day.held_on)}: its clock may be wrong`;
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

export function takenOf(db: Db, line: LineRow): SwapTaken {
  const code = line.lot_id === null ? null : (one<{ code: string }>(db, 'SELECT code FROM lots WHERE id = ?', line.lot_id)?.code ?? null);
  const misfit = one<{ id: number }>(
    db,
    'SELECT id FROM swap_misfits WHERE line_id = ? AND settled_on IS NULL ORDER BY id LIMIT 1',
    line.id,
  );
  return { id: line.id, code, misfit: misfit?.id ?? null };
}

/** Packets as both ways say them. */
type Packets = Said & { readonly packets: number; readonly seedsEach: number };

/**
 * Writes down packets that crossed a desk, once: said again they are answered the same, and what the desk took back before it came never was. `write` makes the lot
 * or the loan of the new line.
 */
export function crossing(
  change: Change,
  deskId: number,
  way: LineRow['way'],
  body: Packets,
  visitKey: string | null,
  write: (where: At, visit: VisitRow | null, lineId: number) => SwapTaken,
): SwapTaken {
  const { db } = change;
  const there = lineOfKey(db, body.key);
  if (there) {
    change.describe('Said again by a desk, and there already');
    return takenOf(db, there);
  }
  const where = at(change, deskId, body);
  if (one(db, 'SELECT 1 FROM swap_taken_back WHERE line_key = ?', body.key)) {
    change.describe(`${capital(deskWords(where.desk))}: packets that it took back again`);
    return { id: 0, code: null, misfit: null };
  }
  const visit = visitKey === null ? null : visitOf(change, where, visitKey);
  const lineId = change.insert('swap_lines', {
    desk_id: where.desk.id,
    n: body.n,
    line_key: body.key,
    way,
    visit_id: visit?.id ?? null,
    said_on: where.on,
    said: JSON.stringify(body),
    packets: body.packets,
    seeds: body.packets * body.seedsEach,
  });
  return write(where, visit, lineId);
}

/**
 * The visit of this key, made where nobody has heard of it yet. That somebody came is no part of the journal: what they brought and took is taken back without it.
 */
export function visitOf(change: Change, { desk, on }: At, key: string): VisitRow {
  const { db } = change;
  run(db, 'INSERT OR IGNORE INTO swap_visits (desk_id, visit_key, came_on) VALUES (?, ?, ?)', desk.id, key, on);
  return one<VisitRow>(db, 'SELECT * FROM swap_visits WHERE visit_key = ?', key) as VisitRow;
}

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
