import type * as yup from 'yup';
import { type Misfit, plural, type swapMisfitForm, wrong } from '@esprel/core';
import type { SwapMisfit } from '@esprel/core/api';
import { all, type Db, one } from '../db/db.ts';
import { freeFor } from '../estimates/free.ts';
import type { Change } from '../journal/change.ts';
import { undoStep } from '../journal/undo.ts';
import { moveSeeds } from '../lots/intake.ts';
import { putRight as putLotRight } from '../lots/putRight.ts';
import { join } from '../members/join.ts';
import { blocked, notFound, stale } from '../problem.ts';
import { lotByCode, lotRow } from '../records/lot.ts';
import { type In, writeIn } from './comeIn.ts';
import { dayRow, deskRow, type SwapDayRow } from './day.ts';
import { type Out, takeOut } from './goOut.ts';
import { type LineRow, lineRow, stepOfLine, visitOfLine, whereOf } from './lines.ts';

interface MisfitRow {
  readonly id: number;
  readonly desk_id: number;
  readonly line_id: number | null;
  readonly visit_id: number | null;
  readonly other_visit_id: number | null;
  readonly kind: Misfit;
  readonly words: string;
  readonly settled_on: string | null;
  readonly version: number;
}

/** What taking the proposal does. */
const PROPOSALS: Readonly<Record<Misfit, string | null>> = {
  'too-little': 'There was more than was written down: add it, and write down both',
  'not-lent': null,
  'no-lot': null,
  'other-name': 'Whoever took it knows',
  'code-taken': 'The code is written on it',
  'no-code': 'The code is written on it',
  'same-envelope': 'It is one envelope: take the second back',
  'same-person': 'They are one person: join the two records',
  clock: 'Count all of it for the day of the swap',
  'not-taken-back': null,
  wrong: 'Take it in now',
};

/** What waits to be put right, the oldest first. */
export function openMisfits(db: Db, swapId: number): SwapMisfit[] {
  dayRow(db, swapId);
  const rows = all<{
    id: number;
    kind: Misfit;
    words: string;
    desk: string;
    otherDesk: string | null;
    lotCode: string | null;
    version: number;
  }>(
    db,
    `SELECT m.id, m.kind, m.words, 'desk ' || d.number || ', ' || d.name AS desk, 'desk ' || o.number || ', ' || o.name AS otherDesk, coalesce(t.code, l.said ->> 'lotCode') AS lotCode, m.version
     FROM swap_misfits m JOIN swap_desks d ON d.id = m.desk_id LEFT JOIN swap_lines l ON l.id = m.line_id LEFT JOIN lots t ON t.id = l.lot_id
     LEFT JOIN swap_lines ol ON ol.id = m.other_line_id LEFT JOIN swap_visits ov ON ov.id = m.other_visit_id
     LEFT JOIN swap_desks o ON o.id = coalesce(ol.desk_id, ov.desk_id)
     WHERE d.swap_id = ? AND m.settled_on IS NULL ORDER BY m.id`,
    swapId,
  );
  return rows.map((r) => ({ ...r, proposal: PROPOSALS[r.kind] }));
}

/** Takes the proposal, or sets the misfit aside with why. */
export function putRight(change: Change, id: number, body: yup.InferType<typeof swapMisfitForm>): { readonly id: number } {
  const { db } = change;
  const row = one<MisfitRow>(db, 'SELECT * FROM swap_misfits WHERE id = ?', id);
  if (!row) throw notFound('What was to be put right');
  if (row.settled_on !== null) throw blocked(`This was put right on ${row.settled_on} already.`);
  const why = body.why?.trim() ?? '';
  if (body.what === 'set-aside' && why === '') throw wrong('why', 'say why nothing is to be done');
  const proposal = PROPOSALS[row.kind];
  if (body.what === 'take' && proposal === null) throw wrong('what', 'has no proposal; put it right by hand, then set it aside with why');
  if (row.kind === 'same-envelope' && body.what === 'take') return secondTakenBack(change, row, body.version);
  change.update('swap_misfits', id, { settled_on: change.today, how: body.what === 'take' ? proposal : why }, body.version);
  const desk = deskRow(db, row.desk_id);
  change.touch('swap', desk.swap_id);
  if (body.what === 'take') take(change, row, dayRow(db, desk.swap_id));
  change.describe(body.what === 'take' ? `Put right: ${row.words}` : `Set aside (${why}): ${row.words}`);
  return { id };
}

function take(change: Change, row: MisfitRow, day: SwapDayRow): void {
  const { db } = change;
  if (row.kind === 'same-person') {
    joinVisitors(change, row);
    return;
  }
  if (row.kind === 'clock') {
    countForDay(change, row.desk_id, day.held_on);
    return;
  }
  const line = row.line_id === null ? undefined : lineRow(db, row.line_id);
  if (!line) throw notFound('What the desk said');
  if (line.lot_id !== null) change.touch('lot', line.lot_id);
  if (row.kind === 'too-little') thereWasMore(change, line);
  else if (row.kind === 'wrong') {
    const body = JSON.parse(line.said) as In;
    const taken = writeIn(change, whereOf(db, line), visitOfLine(db, line), line.id, body);
    if (taken.code === null) throw blocked('It still cannot be taken in. Take the envelope in by hand, and set this aside.');
  }
}

/** Of one envelope that two desks took in the second is taken back, and what was written down of it with it. */
function secondTakenBack(change: Change, row: MisfitRow, version: number): { readonly id: number } {
  if (version !== row.version) throw stale(version, row.version, row, {});
  const step = row.line_id === null ? null : stepOfLine(change.db, row.line_id);
  if (step === null) throw blocked('It was taken back already; set this aside.');
  undoStep(change, step);
  change.describe(`Put right, one envelope of two: ${row.words}`);
  return { id: row.id };
}

/** Two who joined at two desks are one: the second record goes into the first. */
function joinVisitors(change: Change, row: MisfitRow): void {
  const member = (visitId: number | null) =>
    one<{ id: number; version: number }>(
      change.db,
      'SELECT m.id, m.version FROM swap_visits v JOIN members m ON m.id = v.member_id WHERE v.id = ?',
      visitId,
    );
  const [into, other] = [member(row.other_visit_id), member(row.visit_id)];
  if (!into || !other || into.id === other.id) throw blocked('They are one already, or left; set this aside.');
  join(change, into.id, { otherId: other.id, version: into.version, otherVersion: other.version });
}

/** All that a desk said on another day counts for that of the swap. */
function countForDay(change: Change, deskId: number, day: string): void {
  const { db } = change;
  if (day > change.today) throw blocked(`The swap is on ${day}, and that is not yet.`);
  const lines = all<LineRow>(db, 'SELECT * FROM swap_lines WHERE desk_id = ? AND said_on <> ? ORDER BY way DESC, id', deskId, day);
  // What went out first: a lot cannot come in after something left it.
  for (const line of lines) {
    change.update('swap_lines', line.id, { said_on: day });
    const lot = line.lot_id === null ? undefined : lotRow(db, line.lot_id);
    if (!lot) continue;
    if (line.way === 'in') putLotRight(change, lot.code, { version: lot.version, receivedOn: day });
    else {
      const moved = line.movement_id ?? one<{ id: number }>(db, 'SELECT movement_id AS id FROM loans WHERE id = ?', line.loan_id)?.id;
      if (moved !== undefined) change.update('movements', moved, { moved_on: day });
      if (line.loan_id !== null) change.update('loans', line.loan_id, { lent_on: day });
    }
  }
  for (const { id } of all<{ id: number }>(db, 'SELECT id FROM swap_visits WHERE desk_id = ? AND came_on <> ?', deskId, day))
    change.update('swap_visits', id, { came_on: day });
}

/** Packets left the box that the record did not know of: what was missing is added as a correction, and they go out. */
function thereWasMore(change: Change, line: LineRow): void {
  const { db } = change;
  const body = JSON.parse(line.said) as Out;
  const visit = visitOfLine(db, line);
  if (visit === null) throw blocked('Whoever took it is not known any more; set this aside.');
  const lot = lotByCode(db, body.lotCode);
  const seeds = body.packets * body.seedsEach;
  const missing = Math.max(seeds - freeFor(db, lot, 'garden'), seeds + lot.floor - lot.balance);
  // Where loose seed is there, the packet was filled from it and nobody said so.
  if (missing > 0)
    moveSeeds(
      change,
      lot,
      'correction',
      missing,
      line.said_on,
      `${plural(missing, 'seed')} more went out at a swap than were written down`,
    );
  const now = lotByCode(db, body.lotCode);
  takeOut(change, whereOf(db, line), visit, line.id, now, { ...body, packetFillId: null });
}
