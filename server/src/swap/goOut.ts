import type * as yup from 'yup';
import { addDays, capital, foldName, InputError, parseLotCode, plural, seedReadyDay, type swapOutForm, wrong } from '@esprel/core';
import type { SwapTaken } from '@esprel/core/api';
import { all, type Db, one } from '../db/db.ts';
import type { Change } from '../journal/change.ts';
import { moveSeeds } from '../lots/intake.ts';
import { packetsOf, takePackets } from '../lots/packets.ts';
import { nameInDoubt, whyNotLent, writeLoan } from '../members/lend.ts';
import { CLEANING_DAYS } from '../members/lending.ts';
import { libraryCrop } from '../records/crop.ts';
import { memberName } from '../records/loan.ts';
import { lotByCode, lotNames, type LotRow } from '../records/lot.ts';
import { frostOf, readSettings } from '../records/settings.ts';
import { synonymsOf } from '../records/variety.ts';
import { deskWords } from './day.ts';
import { type At, crossing, type LineRow, lineRow, misfit, type VisitRow, visitOfLine, whereOf } from './lines.ts';

export type Out = yup.InferType<typeof swapOutForm>;

/** Packets went out at a desk: lent to a member, or given to a visitor. They are gone, whatever the record says: what does not fit is written down beside it. */
export const goOut = (change: Change, deskId: number, body: Out): SwapTaken =>
  crossing(change, deskId, 'out', body, body.visit, (where, visit, lineId) => writeOut(change, where, visit as VisitRow, lineId, body));

const whom = (db: Db, visit: VisitRow): string => (visit.member_id === null ? 'a visitor' : memberName(db, visit.member_id));

/** Takes the packets of a line out of their lot. What cannot be taken out waits to be put right. */
export function writeOut(change: Change, where: At, visit: VisitRow, lineId: number, body: Out): SwapTaken {
  const { db } = change;
  const typed = body.lotCode.trim();
  const code = parseLotCode(typed);
  const held = (kind: 'no-lot' | 'not-lent' | 'too-little', words: string, other: number | null = null): SwapTaken => {
    change.describe(`${capital(deskWords(where.desk))}: ${words}`);
    // It names them: so it stands in their history, and goes with them when they leave.
    if (visit.member_id !== null) change.touch('member', visit.member_id);
    return { id: lineId, code, misfit: misfit(change, where.desk.id, kind, words, { lineId, otherLineId: other }) };
  };
  const known = code === null ? undefined : one<{ id: number }>(db, 'SELECT id FROM lots WHERE code = ?', code);
  if (!known)
    return held(
      'no-lot',
      `${plural(body.packets, 'packet')} of ${code ?? typed} went to ${whom(db, visit)}, and no lot of that code has come in`,
    );
  const lot = lotByCode(db, typed);
  const { variety } = lotNames(db, lot.id);
  const not = whyNotLent(db, lot);
  if (not !== null) return held('not-lent', `${plural(body.packets, 'packet')} of ${variety} went to ${whom(db, visit)}, and ${not}`);
  try {
    db.transaction(() => {
      takeOut(change, where, visit, lineId, lot, body);
    })();
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    const other = lastOut(db, lot.id, lineId);
    const also = other === null ? '' : `${capital(deskWords({ number: other.desk }))} gave out the last of ${variety} too. `;
    return held(
      'too-little',
      `${also}${plural(body.packets, 'packet')} went to ${whom(db, visit)}: ${error.errors.map((e) => e.message).join('; ')}`,
      other?.id ?? null,
    );
  }
  change.describe(`${capital(deskWords(where.desk))}: ${plural(body.packets, 'packet')} of ${lot.code} ${variety} to ${whom(db, visit)}`);
  return { id: lineId, code: lot.code, misfit: otherName(change, where.desk.id, visit, lineId, lot, body) };
}

/** Writes the loan or the movement. Throws an InputError where there is too little. */
export function takeOut(change: Change, { on: said, day }: At, visit: VisitRow, lineId: number, lot: LotRow, body: Out): void {
  const { db } = change;
  // By a clock that is behind it went out before it came.
  const on = said < lot.received_on ? lot.received_on : said;
  const seeds = body.packets * body.seedsEach;
  const filled = packetsOf(db, lot.id).find(
    (f) => f.seedsEach === body.seedsEach && (body.packetFillId == null || f.id === body.packetFillId),
  );
  // A packet that the desk had in its hand, of a filling of which by the record none is left: somebody has to look.
  if (body.packetFillId != null && (filled?.packetsLeft ?? 0) < body.packets)
    throw wrong(
      'packets',
      `by the record ${filled ? `only ${plural(filled.packetsLeft, 'packet')} of them ${filled.packetsLeft === 1 ? 'is' : 'are'} left` : 'the last of its packets is gone'}`,
    );
  const packets = filled ? { packetFillId: filled.id, packets: body.packets } : {};
  if (visit.member_id === null) {
    takePackets(change, lot, { ...packets, seeds });
    const movement = moveSeeds(change, lot, 'out', -seeds, on, `given out at ${day.name}`);
    change.update('swap_lines', lineId, { lot_id: lot.id, movement_id: movement });
    return;
  }
  const loan = writeLoan(change, {
    lotCode: lot.code,
    memberId: visit.member_id,
    seeds,
    ...packets,
    purpose: body.forSeed ? 'save-seed' : 'garden',
    promise: body.forSeed ? 'some' : 'nothing',
    promisedSeeds: null,
    dueOn: body.forSeed ? addDays(seedReadyDay(libraryCrop(db, lot.crop_key), on, frostOf(readSettings(db))), CLEANING_DAYS) : null,
    lentOn: on,
    packetNote: body.packetNote?.trim() || (nameInDoubt(lot) ? 'Its name is in doubt' : null),
  });
  change.update('swap_lines', lineId, { lot_id: lot.id, loan_id: loan.id });
}

/** The last packets of a lot that went out at a desk before. */
function lastOut(db: Db, lotId: number, lineId: number): { readonly id: number; readonly desk: number } | null {
  return (
    one<{ id: number; desk: number }>(
      db,
      `SELECT l.id, d.number AS desk FROM swap_lines l JOIN swap_desks d ON d.id = l.desk_id
       WHERE l.lot_id = ? AND l.way = 'out' AND l.id <> ? ORDER BY l.id DESC LIMIT 1`,
      lotId,
      lineId,
    ) ?? null
  );
}

/** Whether the label said another name than the lot has now: whoever took it should hear of it. */
function otherName(change: Change, deskId: number, visit: VisitRow, lineId: number, lot: LotRow, body: Out): number | null {
  const { db } = change;
  const { variety } = lotNames(db, lot.id);
  const label = body.named?.trim() ?? '';
  if (label === '' || [variety, ...synonymsOf(db, lot.variety_id)].some((n) => foldName(n) === foldName(label))) return null;
  return misfit(change, deskId, 'other-name', `The packet of ${lot.code} that ${whom(db, visit)} took said ${label}; it is ${variety}`, {
    lineId,
  });
}

/** A lot came in, or packets of it were put back: what went out of it and could not be taken out is tried again. */
export function tryAgainFor(change: Change, code: string): void {
  const { db } = change;
  const waiting = all<{ id: number; line_id: number }>(
    db,
    "SELECT id, line_id FROM swap_misfits WHERE kind IN ('no-lot', 'too-little') AND settled_on IS NULL ORDER BY id",
  );
  for (const w of waiting) {
    const line = lineRow(db, w.line_id);
    const body = line ? (JSON.parse(line.said) as Out) : null;
    if (!line || !body || parseLotCode(body.lotCode) !== code) continue;
    change.update('swap_misfits', w.id, { settled_on: change.today, how: `tried again with what is there of ${code}` });
    outAgain(change, line, body);
  }
}

/** Takes the packets of a line that waited out of their lot. What the step is about stays as it was described. */
export function outAgain(change: Change, line: LineRow, body: Out): void {
  const visit = visitOfLine(change.db, line);
  if (visit === null) return;
  const said = change.description;
  writeOut(change, whereOf(change.db, line), visit, line.id, body);
  change.describe(said);
}
