import type * as yup from 'yup';
import { addDays, coverOf, type declineForm, type layAskForm, plural, type putBackForm, wrong } from '@esprel/core';
import type { Ask, LaidPacket } from '@esprel/core/api';
import { all, type Db, one } from '../db/db.ts';
import type { Change } from '../journal/change.ts';
import { blocked, notFound, stale } from '../problem.ts';
import { askRow, type AskRow, beforeAsk } from '../records/ask.ts';
import { libraryCrop, savingOfCrop } from '../records/crop.ts';
import { isMember, memberName } from '../records/loan.ts';
import { lotNames } from '../records/lot.ts';
import { renewalRowOfAsk } from '../records/renewalRow.ts';
import { cautionsOfVariety } from '../records/restriction.ts';
import { readSettings } from '../records/settings.ts';
import { lotToLend, writeLoan } from './lend.ts';
import { hadThisSeason, servingOf } from './serving.ts';

const OPEN = `SELECT a.*, m.name AS member, v.name AS variety, v.crop_key, c.name AS crop, l.code AS lot_code
  FROM asks a JOIN members m ON m.id = a.member_id JOIN varieties v ON v.id = a.variety_id JOIN crops c ON c.key = v.crop_key
  LEFT JOIN lots l ON l.id = a.lot_id WHERE a.closed_on IS NULL`;

type OpenAsk = AskRow & {
  readonly member: string;
  readonly variety: string;
  readonly crop_key: string;
  readonly crop: string;
  readonly lot_code: string | null;
};

/** How long a packet waits that was laid ready. */
export const waitsUntil = (db: Db, laidOn: string): string => addDays(laidOn, 7 * (readSettings(db).askWeeks ?? 3));

function laidOf(db: Db, ask: OpenAsk, today: string): LaidPacket | null {
  if (ask.laid_on === null || ask.lot_code === null || ask.seeds === null || ask.purpose === null) return null;
  const until = waitsUntil(db, ask.laid_on);
  return {
    lotCode: ask.lot_code,
    seeds: ask.seeds,
    purpose: ask.purpose,
    promise: ask.promise ?? 'nothing',
    promisedSeeds: ask.promised_seeds,
    dueOn: ask.due_on,
    packetNote: ask.packet_note,
    laidOn: ask.laid_on,
    waitsUntil: until,
    overdue: until < today,
  };
}

function shown(db: Db, ask: OpenAsk, today: string): Ask {
  const laid = laidOf(db, ask, today);
  const { serving, noneBecause } = laid === null ? servingOf(db, ask.variety_id, ask.kind === 'offer') : { serving: [], noneBecause: null };
  return {
    id: ask.id,
    kind: ask.kind,
    memberId: ask.member_id,
    member: ask.member,
    varietyId: ask.variety_id,
    variety: ask.variety,
    crop: ask.crop,
    cautions: cautionsOfVariety(db, ask.variety_id, libraryCrop(db, ask.crop_key)),
    askedOn: ask.asked_on,
    note: ask.note,
    version: ask.version,
    laid,
    serving,
    noneBecause,
    before: beforeAsk(db, ask),
    had: hadThisSeason(db, ask.member_id, today),
    fairShare: readSettings(db).fairShare ?? null,
  };
}

/** What is asked for and not handed over yet: what lies ready first, then as it was asked. */
export function openAsks(db: Db, today: string, memberId: number | null = null): Ask[] {
  return all<OpenAsk>(
    db,
    `${OPEN} AND (? IS NULL OR a.member_id = ?) ORDER BY a.lot_id IS NULL, a.kind = 'wait', a.asked_on, a.id LIMIT 500`,
    memberId,
    memberId,
  ).map((ask) => shown(db, ask, today));
}

/** Writes down that a member asks, waits or offers; once for a variety. */
export function writeAsk(
  change: Change,
  memberId: number,
  body: { readonly varietyId: number; readonly kind: AskRow['kind']; readonly note?: string | null | undefined },
): { readonly id: number } {
  const { db } = change;
  if (!isMember(db, memberId)) throw wrong('memberId', 'is not a member; choose again');
  const variety = one<{ name: string }>(db, 'SELECT name FROM varieties WHERE id = ?', body.varietyId);
  if (!variety) throw wrong('varietyId', 'is not a variety of this library; choose again');
  const open = one<{ id: number; kind: string; laid_on: string | null }>(
    db,
    'SELECT id, kind, laid_on FROM asks WHERE member_id = ? AND variety_id = ? AND closed_on IS NULL',
    memberId,
    body.varietyId,
  );
  if (open) throw wrong('varietyId', open.laid_on === null ? 'is asked for already' : 'lies ready already');
  const id = change.insert('asks', {
    member_id: memberId,
    variety_id: body.varietyId,
    kind: body.kind,
    asked_on: change.today,
    note: body.note?.trim() || null,
  });
  change.touch('member', memberId);
  change.touch('variety', body.varietyId);
  const does = { ask: 'asks for', wait: 'waits for', offer: 'offers to grow' }[body.kind];
  change.describe(`${memberName(db, memberId)} ${does} ${variety.name}`);
  return { id };
}

/** An ask that is still open, as it was seen. */
function openAsk(change: Change, id: number, version: number | null): AskRow {
  const ask = askRow(change.db, id);
  if (version !== null && ask.version !== version) throw stale(version, ask.version, ask, {});
  if (ask.closed_on !== null) {
    const how = {
      handed: 'It was handed over',
      withdrawn: 'It was taken back',
      declined: 'It was declined',
      'put-back': 'It was put back',
    };
    throw blocked(`${how[ask.closed_as ?? 'withdrawn']} on ${ask.closed_on}; there is nothing left to do.`);
  }
  return ask;
}

function touch(change: Change, ask: AskRow): void {
  change.touch('member', ask.member_id);
  change.touch('variety', ask.variety_id);
  if (ask.lot_id !== null) change.touch('lot', ask.lot_id);
}

const varietyName = (change: Change, ask: AskRow): string =>
  one<{ name: string }>(change.db, 'SELECT name FROM varieties WHERE id = ?', ask.variety_id)?.name ?? '';

/** Lays a packet ready: its seed stays in its lot, and is free for nobody else. */
export function lay(change: Change, id: number, body: yup.InferType<typeof layAskForm>): { readonly id: number; readonly lotCode: string } {
  const ask = openAsk(change, id, body.version);
  if (ask.lot_id !== null) throw blocked('It lies ready already. Put it back first to lay another.');
  const lot = lotToLend(change.db, body);
  if (lot.variety_id !== ask.variety_id) throw wrong('lotCode', `is no lot of ${varietyName(change, ask)}`);
  if (body.dueOn != null && body.dueOn <= change.today) throw wrong('dueOn', 'must be after today');
  change.update(
    'asks',
    id,
    {
      lot_id: lot.id,
      seeds: body.seeds,
      purpose: body.purpose,
      promise: body.promise,
      promised_seeds: body.promisedSeeds ?? null,
      due_on: body.dueOn ?? null,
      packet_note: body.packetNote ?? null,
      packet_fill_id: body.packetFillId ?? null,
      packets: body.packets ?? null,
      laid_on: change.today,
    },
    body.version,
  );
  touch(change, { ...ask, lot_id: lot.id });
  change.describe(
    `Laid ${plural(body.seeds, 'seed')} of ${lot.code} ${lotNames(change.db, lot.id).variety} ready for ${memberName(change.db, ask.member_id)}`,
  );
  return { id, lotCode: lot.code };
}

/** Hands over what was laid ready: that is the loan. */
export function handOver(change: Change, id: number, version: number): { readonly loanId: number; readonly memberId: number } {
  const { db, today } = change;
  const ask = openAsk(change, id, version);
  if (ask.lot_id === null || ask.seeds === null || ask.purpose === null) throw blocked('Nothing was laid ready for it yet.');
  const { code } = one<{ code: string }>(db, 'SELECT code FROM lots WHERE id = ?', ask.lot_id) as { code: string };
  // A promise that was laid for a day that has passed since is one from today on.
  const promised = ask.due_on === null || ask.due_on > today ? ask.due_on : addDays(today, 1);
  const loan = writeLoan(
    change,
    {
      lotCode: code,
      memberId: ask.member_id,
      seeds: ask.seeds,
      purpose: ask.purpose,
      promise: ask.promise ?? 'nothing',
      promisedSeeds: ask.promised_seeds,
      dueOn: promised,
      packetNote: ask.packet_note,
      packetFillId: ask.packet_fill_id,
      packets: ask.packets,
      lentOn: today,
    },
    ask.id,
  );
  change.update('asks', id, { closed_on: today, closed_as: 'handed', loan_id: loan.id }, version);
  growsAsPlanned(change, id, loan.id);
  touch(change, ask);
  change.describe(
    `Handed ${plural(ask.seeds, 'seed')} of ${code} ${lotNames(db, ask.lot_id).variety} over to ${memberName(db, ask.member_id)}`,
  );
  return { loanId: loan.id, memberId: ask.member_id };
}

/** What was taken from the plan of renewals stands in the garden, and is kept apart, as it was planned. */
function growsAsPlanned(change: Change, askId: number, loanId: number): void {
  const row = renewalRowOfAsk(change.db, askId);
  if (row?.garden_id == null) return;
  const crop = one<{ key: string }>(change.db, 'SELECT crop_key AS key FROM varieties WHERE id = ?', row.variety_id)?.key ?? '';
  const saving = savingOfCrop(change.db, crop);
  change.insert('patches', {
    loan_id: loanId,
    stands: 'garden',
    garden_id: row.garden_id,
    apart: row.covered === 1 && saving !== null ? (coverOf(saving)?.apart ?? 'open') : 'open',
  });
  change.touch('garden', row.garden_id);
}

/** A packet that goes back, or is not wanted, is no longer part of the plan of renewals: it is found anew. `said` bars it there, with why. */
function leavesPlan(change: Change, ask: AskRow, said: string | null): void {
  const row = renewalRowOfAsk(change.db, ask.id);
  if (row === undefined || row.state !== 'taken') return;
  change.touch('variety', row.variety_id);
  if (said === null) change.remove('renewal_rows', row.id);
  else change.update('renewal_rows', row.id, { state: 'barred', ask_id: null, answer: 'no', answered_on: change.today, note: said });
}

/** An ask of which nothing lies ready. */
export const NOT_LAID = {
  lot_id: null,
  seeds: null,
  purpose: null,
  promise: null,
  promised_seeds: null,
  due_on: null,
  packet_note: null,
  packet_fill_id: null,
  packets: null,
  laid_on: null,
} as const;

/** What nobody fetched goes back into its envelope; whoever asked waits on, or is told. */
export function putBack(change: Change, id: number, body: yup.InferType<typeof putBackForm>): { readonly id: number } {
  const ask = openAsk(change, id, body.version);
  if (ask.lot_id === null) throw blocked('Nothing lies ready for it.');
  const ends = body.waitsOn
    ? {}
    : { closed_on: change.today, closed_as: 'put-back', closed_why: 'Nobody fetched it, so it went back. Ask again when you can come.' };
  leavesPlan(change, ask, null);
  change.update('asks', id, { ...NOT_LAID, ...ends }, body.version);
  touch(change, ask);
  change.describe(`Put ${varietyName(change, ask)} back that lay ready for ${memberName(change.db, ask.member_id)}`);
  return { id };
}

/** Says why nothing comes of it; whoever asked reads it. */
export function decline(change: Change, id: number, body: yup.InferType<typeof declineForm>): { readonly id: number } {
  const ask = openAsk(change, id, body.version);
  leavesPlan(change, ask, body.why.trim());
  change.update('asks', id, { ...NOT_LAID, closed_on: change.today, closed_as: 'declined', closed_why: body.why.trim() }, body.version);
  touch(change, ask);
  change.describe(`Answered ${memberName(change.db, ask.member_id)} about ${varietyName(change, ask)}: ${body.why.trim()}`);
  return { id };
}

/** A member no longer wants it. */
export function withdraw(change: Change, id: number, memberId: number): { readonly id: number } {
  if (!one(change.db, 'SELECT 1 FROM asks WHERE id = ? AND member_id = ?', id, memberId)) throw notFound('That ask of yours');
  const ask = openAsk(change, id, null);
  leavesPlan(change, ask, 'no longer asked for');
  change.update('asks', id, { ...NOT_LAID, closed_on: change.today, closed_as: 'withdrawn' });
  touch(change, ask);
  change.describe(`${memberName(change.db, memberId)} no longer asks for ${varietyName(change, ask)}`);
  return { id };
}
