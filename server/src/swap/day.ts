import type * as yup from 'yup';
import { type CodeBlock, nextBlock, readLotCode, type swapDayEditForm, type swapDayForm, wrong } from '@esprel/core';
import { all, type Db, one, run } from '../db/db.ts';
import type { Change } from '../journal/change.ts';
import { blocked, notFound } from '../problem.ts';
import { unknownCrop } from './unknown.ts';

/** The day, its desks, and the codes that they give by themselves. */

export interface SwapDayRow {
  readonly id: number;
  readonly name: string;
  readonly held_on: string;
  readonly hall: string | null;
  readonly rule: yup.InferType<typeof swapDayForm>['rule'];
  readonly rule_words: string | null;
  readonly finished_on: string | null;
  readonly version: number;
}

export interface SwapDeskRow {
  readonly id: number;
  readonly swap_id: number;
  readonly number: number;
  readonly name: string;
  readonly withdrawn_on: string | null;
  readonly version: number;
}

export function dayRow(db: Db, id: number): SwapDayRow {
  const row = one<SwapDayRow>(db, 'SELECT * FROM swap_days WHERE id = ?', id);
  if (!row) throw notFound('That swap day');
  return row;
}

export function deskRow(db: Db, id: number): SwapDeskRow {
  const row = one<SwapDeskRow>(db, 'SELECT * FROM swap_desks WHERE id = ?', id);
  if (!row) throw notFound('That desk');
  return row;
}

const columnsOf = (body: yup.InferType<typeof swapDayForm>) => ({
  name: body.name.trim(),
  held_on: body.heldOn,
  hall: body.hall?.trim() || null,
  rule: body.rule,
  rule_words: body.ruleWords?.trim() || null,
});

export function makeDay(change: Change, body: yup.InferType<typeof swapDayForm>): { readonly id: number } {
  if (body.heldOn < change.today) throw wrong('heldOn', `must not be before today, ${change.today}`);
  const id = change.insert('swap_days', columnsOf(body));
  change.touch('swap', id);
  // What nobody knows has codes of its own from the beginning: desks give them without asking.
  unknownCrop(change);
  change.describe(`A swap day: ${body.name.trim()}, ${body.heldOn}`);
  return { id };
}

export function changeDay(change: Change, id: number, body: yup.InferType<typeof swapDayEditForm>): { readonly id: number } {
  const day = dayRow(change.db, id);
  if (
    body.heldOn !== day.held_on &&
    one(change.db, 'SELECT 1 FROM swap_lines l JOIN swap_desks d ON d.id = l.desk_id WHERE d.swap_id = ?', id)
  )
    throw wrong('heldOn', 'cannot be moved any more: packets came in or went out on it');
  change.update('swap_days', id, columnsOf(body), body.version);
  change.touch('swap', id);
  change.describe(`Changed the swap day ${body.name.trim()}`);
  return { id };
}

/** The day is over. What desks still keep comes in all the same; their copies of the library go. */
export function finishDay(change: Change, id: number, version: number): { readonly id: number } {
  const day = dayRow(change.db, id);
  if (day.finished_on !== null) throw blocked(`${day.name} was finished on ${day.finished_on} already.`);
  if (day.held_on > change.today) throw blocked(`${day.name} is on ${day.held_on}, and that is not yet.`);
  change.update('swap_days', id, { finished_on: change.today }, version);
  change.touch('swap', id);
  change.describe(`Finished ${day.name}`);
  return { id };
}

/** A desk more, with codes of its own. */
export function addDesk(change: Change, swapId: number, name: string): { readonly id: number } {
  const { db } = change;
  const day = dayRow(db, swapId);
  if (day.finished_on !== null) throw blocked(`${day.name} was finished on ${day.finished_on}.`);
  const number = (one<{ n: number | null }>(db, 'SELECT max(number) AS n FROM swap_desks WHERE swap_id = ?', swapId)?.n ?? 0) + 1;
  const id = change.insert('swap_desks', { swap_id: swapId, number, name: name.trim() });
  giveCodes(db, id);
  change.touch('swap', swapId);
  change.describe(`Desk ${String(number)} of ${day.name}: ${name.trim()}`);
  return { id };
}

export function withdrawDesk(change: Change, id: number, version: number): { readonly id: number } {
  const desk = deskRow(change.db, id);
  if (desk.withdrawn_on !== null) throw blocked(`This desk was withdrawn on ${desk.withdrawn_on} already.`);
  change.update('swap_desks', id, { withdrawn_on: change.today }, version);
  change.touch('swap', desk.swap_id);
  change.describe(`Withdrew ${deskWords(desk)}, ${desk.name}; what it still keeps is not taken`);
  return { id };
}

export const blocksOf = (db: Db, deskId: number): CodeBlock[] =>
  all<CodeBlock>(db, 'SELECT first, last FROM swap_blocks WHERE desk_id = ? ORDER BY first', deskId);

/** Numbers of a desk that stand on labels. Those of what was taken back do too. */
export function usedNumbers(db: Db, deskId: number): Set<number> {
  const rows = all<{ code: string | null }>(
    db,
    `SELECT json_extract(e.after, '$.said') ->> 'code' AS code FROM events e
     WHERE e.entity = 'swap_lines' AND e.before IS NULL AND json_extract(e.after, '$.desk_id') = ?`,
    deskId,
  );
  return new Set(rows.flatMap(({ code }) => (code === null ? [] : (readLotCode(code)?.serial ?? []))));
}

/** A desk as a sentence calls it: its name says where it stands, and may be "by the door". */
export const deskWords = ({ number }: Pick<SwapDeskRow, 'number'>): string => `desk ${String(number)}`;

/** A desk that is still heard: what a withdrawn one kept is not taken, since somebody else may have it. */
export function heardDesk(db: Db, id: number): SwapDeskRow {
  const desk = deskRow(db, id);
  if (desk.withdrawn_on !== null)
    throw blocked(`This desk was withdrawn on ${desk.withdrawn_on}; ask whoever coordinates.`, { desk: 'withdrawn' });
  return desk;
}

/**
 * A block of numbers for a desk. It is no part of the journal: numbers that a label may bear are not taken back.
 */
function giveCodes(db: Db, deskId: number): CodeBlock {
  const highest = one<{ n: number | null }>(db, 'SELECT max(last) AS n FROM lot_serials')?.n ?? 0;
  const block = nextBlock(highest, all<CodeBlock>(db, 'SELECT first, last FROM swap_blocks'));
  run(db, 'INSERT INTO swap_blocks (desk_id, first, last) VALUES (?, ?, ?)', deskId, block.first, block.last);
  return block;
}

/** More codes for a desk that has used up its own. */
export function moreCodes(change: Change, deskId: number): CodeBlock {
  const desk = heardDesk(change.db, deskId);
  const block = giveCodes(change.db, desk.id);
  change.touch('swap', desk.swap_id);
  change.describe(`More codes for ${deskWords(desk)}, ${desk.name}: ${String(block.first)} to ${String(block.last)}`);
  return block;
}
