import type * as yup from 'yup';
import { capital, foldName, InputError, parseLotCode, plural, readLotCode, sameEnvelope, type swapInForm } from '@esprel/core';
import type { SwapTaken } from '@esprel/core/api';
import { all, type Db, one } from '../db/db.ts';
import type { Change } from '../journal/change.ts';
import { takeIn } from '../lots/intake.ts';
import { memberName } from '../records/loan.ts';
import { NOT_KNOWN_YET } from '../records/variety.ts';
import { blocksOf, deskWords } from './day.ts';
import { tryAgainFor } from './goOut.ts';
import { type At, crossing, type LineRow, misfit, type VisitRow } from './lines.ts';
import { unknownCrop } from './unknown.ts';

export type In = yup.InferType<typeof swapInForm>;

/** An envelope came in at a desk: a lot with the code of its label, its packets as they are. What does not fit is written down, and nothing is refused. */
export const comeIn = (change: Change, deskId: number, body: In): SwapTaken =>
  crossing(change, deskId, 'in', body, body.visit ?? null, (where, visit, lineId) => writeIn(change, where, visit, lineId, body));

/** Takes the envelope of a line in as a lot. What cannot be one waits to be put right. */
export function writeIn(change: Change, where: At, visit: VisitRow | null, lineId: number, body: In): SwapTaken {
  const { db } = change;
  const label = codeOf(db, where.desk.id, body);
  let lot: { readonly id: number; readonly code: string };
  try {
    lot = db.transaction(() => takeIn(change, asIntake(change, where, visit, body), label.code))();
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    const words = `${named(body)} was not taken in: ${error.errors.map((e) => e.message).join('; ')}`;
    change.describe(`${capital(deskWords(where.desk))}: ${words}`);
    return { id: lineId, code: null, misfit: misfit(change, where.desk.id, 'wrong', words, { lineId }) };
  }
  change.insert('packet_fills', {
    lot_id: lot.id,
    seeds_each: body.seedsEach,
    packets: body.packets,
    packets_left: body.packets,
    filled_on: where.on,
  });
  if (body.wet) change.update('lots', lot.id, { wet_on: where.on, dried_on: null });
  change.update('swap_lines', lineId, { lot_id: lot.id });
  change.describe(`${capital(deskWords(where.desk))}: ${lot.code} ${named(body)} came in, ${plural(body.packets, 'packet')}`);
  const twin = twinOf(db, lineId, where, visit, body);
  const found =
    label.why !== null
      ? misfit(change, where.desk.id, label.why, whyCode(label.why, body, lot.code), { lineId })
      : twin !== null
        ? misfit(
            change,
            where.desk.id,
            'same-envelope',
            `${twin.code} ${named(body)} came in at ${deskWords({ number: twin.desk })} too, the same in everything that was said`,
            {
              lineId,
              otherLineId: twin.id,
            },
          )
        : null;
  tryAgainFor(change, lot.code);
  return { id: lineId, code: lot.code, misfit: found };
}

const named = (body: In): string => body.name?.trim() || NOT_KNOWN_YET;

const whyCode = (why: 'code-taken' | 'no-code', body: In, code: string): string =>
  why === 'no-code'
    ? `The codes of the desk were used up: write ${code} on the envelope that is marked ${body.mark ?? 'without a code'}`
    : `${body.code ?? 'Its code'} is on another lot: write ${code} on the envelope of ${named(body)}`;

/** The code that the label bears, where it is one of the desk's own that nothing else has. */
function codeOf(db: Db, deskId: number, body: In): { readonly code: string | null; readonly why: 'code-taken' | 'no-code' | null } {
  if (body.code == null) return { code: null, why: 'no-code' };
  const code = parseLotCode(body.code);
  const serial = code === null ? null : readLotCode(code)?.serial;
  const own = serial != null && blocksOf(db, deskId).some((b) => serial >= b.first && serial <= b.last);
  const free = code !== null && one(db, 'SELECT 1 FROM lots WHERE code = ?', code) === undefined;
  return own && free ? { code, why: null } : { code: null, why: 'code-taken' };
}

/** The crop that was said; what nobody knows has one of its own. */
const cropOf = (change: Change, { cropKey }: In): string => (cropKey ?? '') || unknownCrop(change).key;

function asIntake(change: Change, { on, day }: At, visit: VisitRow | null, body: In): Parameters<typeof takeIn>[1] {
  const { db } = change;
  const nameless = (body.name ?? '').trim() === '';
  const member = visit?.member_id == null ? null : memberName(db, visit.member_id);
  return {
    varietyId: null,
    varietyName: nameless ? NOT_KNOWN_YET : body.name,
    cropKey: cropOf(change, body),
    breeding: null,
    identity: nameless ? 'unknown' : 'likely',
    source: body.from?.trim() || member || day.name,
    acquisition: body.saved ? 'saved' : 'donated',
    yearKind: body.yearKind,
    year: body.year,
    form: body.form,
    seeds: body.packets * body.seedsEach,
    amountKnown: body.amountKnown,
    receivedOn: on,
    // What was brought in packets goes out in packets.
    floor: 0,
    note: body.note,
  } as Parameters<typeof takeIn>[1];
}

/** An envelope that another desk took in, the same in all that was said. */
function twinOf(
  db: Db,
  lineId: number,
  { desk, on }: At,
  visit: VisitRow | null,
  body: In,
): { readonly id: number; readonly desk: number; readonly code: string } | null {
  const said = (b: In, memberId: number | null) => ({
    cropKey: b.cropKey ?? '',
    name: foldName(b.name ?? ''),
    year: b.year ?? null,
    packets: b.packets,
    seedsEach: b.seedsEach,
    memberId,
    minute: b.minute,
  });
  const mine = said(body, visit?.member_id ?? null);
  const others = all<LineRow & { desk: number; code: string; member_id: number | null }>(
    db,
    `SELECT l.*, d.number AS desk, t.code, v.member_id FROM swap_lines l JOIN swap_desks d ON d.id = l.desk_id JOIN lots t ON t.id = l.lot_id
     LEFT JOIN swap_visits v ON v.id = l.visit_id
     WHERE d.swap_id = ? AND l.desk_id <> ? AND l.way = 'in' AND l.said_on = ? AND l.id <> ?
       AND l.packets = ? AND l.seeds = ? AND l.said ->> 'cropKey' IS ? ORDER BY l.id`,
    desk.swap_id,
    desk.id,
    on,
    lineId,
    body.packets,
    body.packets * body.seedsEach,
    body.cropKey ?? null,
  );
  return others.find((o) => sameEnvelope(mine, said(JSON.parse(o.said) as In, o.member_id))) ?? null;
}
