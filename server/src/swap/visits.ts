import type * as yup from 'yup';
import { capital, foldName, type swapBackForm, type swapVisitForm } from '@esprel/core';
import type { SwapTaken } from '@esprel/core/api';
import { all, one, run } from '../db/db.ts';
import type { Change } from '../journal/change.ts';
import { undoStep } from '../journal/undo.ts';
import { Problem } from '../problem.ts';
import { isMember, memberName } from '../records/loan.ts';
import { type Out, outAgain, tryAgainFor } from './goOut.ts';
import { deskWords } from './day.ts';
import { type At, at, lineOfKey, type LineRow, misfit, stepOfLine, visitOf, type VisitRow } from './lines.ts';

type Visit = yup.InferType<typeof swapVisitForm>;

/** Somebody came to a desk. What was handed to them before the library heard who they are is lent to them now. */
export function comeBy(change: Change, deskId: number, body: Visit): SwapTaken {
  const { db } = change;
  const where = at(change, deskId, body);
  const joins = body.joins?.trim() || null;
  const known = visitOf(change, where, body.visit);
  const memberId =
    known.member_id ??
    (body.memberId != null && isMember(db, body.memberId) ? body.memberId : joins === null ? null : joined(change, where, joins));
  if (memberId !== null && known.member_id === null) {
    change.update('swap_visits', known.id, { member_id: memberId });
    change.touch('member', memberId);
    lendWhatWasGiven(change, { ...known, member_id: memberId });
  }
  const twice = joins === null || memberId === null ? null : joinedTwice(change, where, known.id, memberId, joins);
  change.describe(`${capital(deskWords(where.desk))}: ${memberId === null ? 'a visitor' : memberName(db, memberId)}`);
  return { id: known.id, code: null, misfit: twice };
}

/** Somebody of the same name who joined at another desk of the same day. */
function joinedTwice(change: Change, { desk }: At, visitId: number, memberId: number, name: string): number | null {
  const other = one<{ id: number; desk: number }>(
    change.db,
    `SELECT v.id, d.number AS desk FROM swap_visits v JOIN swap_desks d ON d.id = v.desk_id JOIN members m ON m.id = v.member_id
     WHERE d.swap_id = ? AND v.desk_id <> ? AND m.folded = ? AND m.id <> ? ORDER BY v.id LIMIT 1`,
    desk.swap_id,
    desk.id,
    foldName(name),
    memberId,
  );
  if (!other) return null;
  return misfit(change, desk.id, 'same-person', `${name} came to ${deskWords({ number: other.desk })} too: they are likely one person`, {
    visitId,
    otherVisitId: other.id,
  });
}

/** Somebody who joins at the desk. One of the same name who joined on the same day is likely the same, taken down at two desks; that is looked at later. */
function joined(change: Change, { on }: At, name: string): number {
  const id = change.insert('members', { name, folded: foldName(name), joined_on: on, consent_on: on });
  change.touch('member', id);
  return id;
}

/** Packets that were given to a visitor who turns out to be a member: the loan takes the place of the movement. */
function lendWhatWasGiven(change: Change, visit: VisitRow): void {
  const lines = all<LineRow>(
    change.db,
    "SELECT * FROM swap_lines WHERE visit_id = ? AND way = 'out' AND movement_id IS NOT NULL AND loan_id IS NULL ORDER BY id",
    visit.id,
  );
  for (const line of lines) {
    change.update('swap_lines', line.id, { movement_id: null, lot_id: null });
    change.remove('movements', line.movement_id as number);
    // Its packets were taken from their filling already.
    const body = JSON.parse(line.said) as Out;
    givePacketsBack(change, line.lot_id as number, body);
    outAgain(change, { ...line, lot_id: null, movement_id: null }, body);
  }
}

function givePacketsBack(change: Change, lotId: number, body: Out): void {
  const fill = one<{ id: number; packets: number; packets_left: number }>(
    change.db,
    'SELECT id, packets, packets_left FROM packet_fills WHERE lot_id = ? AND seeds_each = ? AND packets - packets_left >= ? ORDER BY id = ? DESC, id LIMIT 1',
    lotId,
    body.seedsEach,
    body.packets,
    body.packetFillId ?? 0,
  );
  if (fill) change.update('packet_fills', fill.id, { packets_left: fill.packets_left + body.packets });
}

/** A desk takes back what it said: here, where it came in; where it has not, it never will. */
export function takeBackLine(change: Change, deskId: number, body: yup.InferType<typeof swapBackForm>): SwapTaken {
  const { db } = change;
  const { desk } = at(change, deskId, body);
  const line = lineOfKey(db, body.of);
  if (line && line.desk_id !== desk.id) {
    change.describe(`${capital(deskWords(desk))} took back what another desk said; nothing was changed`);
    return { id: 0, code: null, misfit: null };
  }
  run(db, 'INSERT OR IGNORE INTO swap_taken_back (line_key, desk_id) VALUES (?, ?)', body.of, desk.id);
  const step = line ? stepOfLine(db, line.id) : null;
  if (!line || step === null) {
    change.describe(`${capital(deskWords(desk))} took back what had not come in`);
    return { id: 0, code: null, misfit: null };
  }
  try {
    db.transaction(() => undoStep(change, step))();
    const words = change.description;
    if (line.way === 'out' && line.lot_id !== null) {
      const lot = one<{ code: string }>(db, 'SELECT code FROM lots WHERE id = ?', line.lot_id);
      if (lot) tryAgainFor(change, lot.code);
      change.describe(words);
    }
    return { id: 0, code: null, misfit: null };
  } catch (error) {
    if (!(error instanceof Problem)) throw error;
    const words = `${capital(deskWords(desk))} took it back, and something was done with it since: ${error.message}`;
    change.describe(words);
    return { id: line.id, code: null, misfit: misfit(change, desk.id, 'not-taken-back', words, { lineId: line.id }) };
  }
}
