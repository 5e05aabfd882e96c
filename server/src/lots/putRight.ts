import type * as yup from 'yup';
import { ageingStart, inHundred, isShortLived, type lotEditForm, plural, type Verdict, VERDICT_WORDS, wrong, yearOf } from '@esprel/core';
import type { Follows } from '@esprel/core/api';
import { all, type Db, one } from '../db/db.ts';
import { makeErrands, reachOf } from '../errands/errands.ts';
import { refreshLots } from '../estimates/make.ts';
import { Change } from '../journal/change.ts';
import { libraryCrop } from '../records/crop.ts';
import { lotByCode, lotRow, type LotRow } from '../records/lot.ts';
import { readSettings } from '../records/settings.ts';
import { checkKept, keptColumns, moveSeeds, sourceId } from './intake.ts';

type Body = yup.InferType<typeof lotEditForm>;

/** The first day after it came on which something was done with a lot, and what; a later day of coming would contradict it. */
function firstDeed(db: Db, lot: LotRow): { readonly day: string; readonly what: string } | undefined {
  return one(
    db,
    `SELECT day, what FROM (
       SELECT moved_on AS day, reason AS what FROM movements WHERE lot_id = ? AND kind NOT IN ('in', 'correction')
       UNION ALL SELECT started_on, 'a test was begun' FROM tests WHERE lot_id = ?
       UNION ALL SELECT sown_on, 'it was sown' FROM sowings WHERE lot_id = ?
       UNION ALL SELECT from_day, 'it was put away' FROM storage_periods WHERE lot_id = ? AND from_day > ?) ORDER BY day LIMIT 1`,
    lot.id,
    lot.id,
    lot.id,
    lot.id,
    lot.received_on,
  );
}

function checkDays(change: Change, lot: LotRow, body: Body): void {
  const receivedOn = body.receivedOn ?? lot.received_on;
  if (receivedOn > change.today) throw wrong('receivedOn', `must not be after today, ${change.today}`);
  if (receivedOn < '1900-01-01') throw wrong('receivedOn', 'is too long ago; check the year');
  const deed = receivedOn > lot.received_on ? firstDeed(change.db, lot) : undefined;
  if (deed && deed.day < receivedOn) throw wrong('receivedOn', `must not be after ${deed.day}: ${deed.what}`);
  const yearKind = body.yearKind ?? lot.year_kind;
  const year = body.year === undefined ? (body.yearKind === 'unknown' ? null : lot.year) : body.year;
  if (yearKind === 'unknown' && year !== null) throw wrong('year', 'leave it out when the year is not known, or say which year it is');
  if (yearKind !== 'unknown' && year === null) throw wrong('year', 'is needed; or say that the year is not known');
  const latest = yearOf(receivedOn) + (yearKind === 'packing' ? 1 : 0);
  if (year !== null && year > latest) throw wrong('year', `must not be after ${String(latest)}, when it came`);
  checkKept(change.today, receivedOn, {
    ...body,
    sealed: body.sealed ?? lot.sealed === 1,
    pickedOn: body.pickedOn === undefined ? lot.picked_on : body.pickedOn,
  });
}

/** The seeds that came in, put right: the difference is a movement of its own, so that what was said first stays in the record. */
function correctAmount(change: Change, lot: LotRow, seeds: number): string | null {
  const first = one<{ seeds: number }>(
    change.db,
    "SELECT seeds FROM movements WHERE lot_id = ? AND kind = 'in' ORDER BY id LIMIT 1",
    lot.id,
  );
  const corrected =
    one<{ n: number }>(
      change.db,
      "SELECT coalesce(sum(seeds), 0) AS n FROM movements WHERE lot_id = ? AND kind = 'correction' AND reason LIKE 'put right:%'",
      lot.id,
    )?.n ?? 0;
  const came = (first?.seeds ?? 0) + corrected;
  if (seeds === came) return null;
  moveSeeds(change, lot, 'correction', seeds - came, change.today, `put right: ${plural(seeds, 'seed')} came in, not ${String(came)}`);
  return `${plural(seeds, 'seed')} came in, not ${String(came)}`;
}

/** Seeds that came in with a lot, as far as is known now. */
export function seedsThatCame(db: Db, lotId: number): number {
  return (
    one<{ n: number }>(
      db,
      `SELECT coalesce(sum(seeds), 0) AS n FROM movements WHERE lot_id = ?
         AND (kind = 'in' OR (kind = 'correction' AND reason LIKE 'put right:%'))`,
      lotId,
    )?.n ?? 0
  );
}

const YEAR_KIND_WORDS = { harvest: 'harvest', packing: 'packed for', unknown: '' } as const;
const yearWords = (kind: LotRow['year_kind'], year: number | null): string =>
  year === null ? 'year not known' : `${YEAR_KIND_WORDS[kind]} ${String(year)}`;

/** Puts right what was said of a lot when it came. What is left out of the body stays as it is. */
export function putRight(change: Change, code: string, body: Body): { readonly code: string } {
  const { db } = change;
  const lot = lotByCode(db, code);
  checkDays(change, lot, body);
  const patch: Record<string, unknown> = {};
  const said: string[] = [];
  const set = (column: string, value: unknown, now: unknown, words: string): void => {
    if (value === undefined || value === now) return;
    patch[column] = value;
    said.push(words);
  };
  const year = body.yearKind === 'unknown' && body.year === undefined ? null : body.year;
  const yearKind = body.yearKind ?? lot.year_kind;
  if ((body.yearKind !== undefined && body.yearKind !== lot.year_kind) || (year !== undefined && year !== lot.year)) {
    Object.assign(patch, { year_kind: yearKind, year: year === undefined ? lot.year : year });
    said.push(`${yearWords(lot.year_kind, lot.year)} to ${yearWords(yearKind, year === undefined ? lot.year : year)}`);
  }
  set('form', body.form, lot.form, `form ${lot.form} to ${body.form ?? ''}`);
  set('acquisition', body.acquisition, lot.acquisition, `${lot.acquisition} to ${body.acquisition ?? ''}`);
  set('stated_germination', body.statedGermination, lot.stated_germination, 'germination on the packet');
  if (body.source !== undefined && body.source.trim() !== '')
    set('source_id', sourceId(change, body.source), lot.source_id, `came from ${body.source.trim()}`);
  set('amount_known', body.amountKnown, lot.amount_known, `amount ${body.amountKnown ?? ''}`);
  set('floor', body.floor, lot.floor, `floor ${String(lot.floor)} to ${String(body.floor)}`);
  set('note', body.note === undefined ? undefined : (body.note ?? '').trim() || null, lot.note, 'note');
  const kept = keptColumns(body);
  for (const [column, value] of Object.entries(kept)) {
    if (value !== (lot as unknown as Record<string, unknown>)[column]) Object.assign(patch, { [column]: value });
  }
  if (Object.keys(kept).some((c) => c in patch)) said.push('how it was closed and picked');
  if (body.receivedOn !== undefined && body.receivedOn !== lot.received_on) {
    patch.received_on = body.receivedOn;
    said.push(`came on ${body.receivedOn}, not ${lot.received_on}`);
    moveComing(change, lot, body.receivedOn);
  }
  const receivedOn = body.receivedOn ?? lot.received_on;
  const starts = ageingStart(
    yearKind,
    (patch.year as number | null | undefined) === undefined ? lot.year : (patch.year as number | null),
    receivedOn,
    readSettings(db).hemisphere,
    {
      shortLived: isShortLived(libraryCrop(db, lot.crop_key)),
      pickedOn: 'picked_on' in patch ? (patch.picked_on as string | null) : lot.picked_on,
    },
  );
  if (starts !== lot.ages_from) patch.ages_from = starts;
  change.update('lots', lot.id, patch, body.version);
  if (body.seeds !== undefined) {
    const words = correctAmount(change, lot, body.seeds);
    if (words !== null) said.push(words);
  }
  const now = lotRow(db, lot.id) as LotRow;
  if (now.floor > now.balance) throw wrong('floor', `must not be more than the ${plural(now.balance, 'seed')} there are`);
  if (['year', 'year_kind', 'form'].some((c) => c in patch)) {
    makeErrands(change, { ...reachOf(db, [lot.id]), loans: [] }, { label: `put right: ${said.join(', ')}`, tell: '' });
  }
  change.touch('lot', lot.id);
  change.touch('variety', lot.variety_id);
  change.describe(said.length > 0 ? `Put right ${lot.code}: ${said.join(', ')}` : `Looked at ${lot.code}, nothing changed`);
  return { code: lot.code };
}

/** Its first movement and the first place it went to move along with the day it came. */
function moveComing(change: Change, lot: LotRow, day: string): void {
  const first = one<{ id: number }>(
    change.db,
    "SELECT id FROM movements WHERE lot_id = ? AND kind IN ('in', 'returned') ORDER BY id LIMIT 1",
    lot.id,
  );
  if (first) change.update('movements', first.id, { moved_on: day });
  for (const { id } of all<{ id: number }>(
    change.db,
    'SELECT id FROM storage_periods WHERE lot_id = ? AND (from_day = ? OR from_day < ?)',
    lot.id,
    lot.received_on,
    day,
  )) {
    change.update('storage_periods', id, { from_day: day });
  }
}

interface LotView {
  readonly agesFrom: string;
  readonly alive: string;
  readonly verdict: string;
  readonly balance: number;
}

function viewOf(db: Db, id: number): LotView {
  const lot = lotRow(db, id) as LotRow;
  const e = one<{ median: number; low: number; high: number; verdict: string }>(
    db,
    'SELECT median, low, high, verdict FROM lot_estimates WHERE lot_id = ?',
    id,
  );
  const verdict = e?.verdict ?? '';
  return {
    agesFrom: lot.ages_from,
    alive: e
      ? `${inHundred(e.median)} alive (${String(Math.round(100 * e.low))} to ${String(Math.round(100 * e.high))})`
      : 'not judged yet',
    verdict: Object.hasOwn(VERDICT_WORDS, verdict) ? VERDICT_WORDS[verdict as Verdict] : 'Nothing left',
    balance: lot.balance,
  };
}

class Rehearsed extends Error {}

/**
 * What would follow if a lot were put right so: the same step, taken and taken back within one transaction, so that nothing of it is
 * written and nothing is told that would not be so.
 */
export function whatFollows(db: Db, today: string, code: string, body: Body): Follows {
  const lot = lotByCode(db, code);
  let answer: Follows | null = null;
  try {
    db.transaction(() => {
      refreshLots(db, [lot.id], today);
      const before = viewOf(db, lot.id);
      const change = new Change(db, today, null, 'put right');
      putRight(change, code, body);
      refreshLots(db, [lot.id], today);
      const after = viewOf(db, lot.id);
      const reprint = one<{ n: number }>(
        db,
        "SELECT count(*) AS n FROM errands e JOIN events v ON v.entity = 'errands' AND v.row_key = e.id WHERE v.step_id = ? AND e.kind = 'reprint'",
        change.stepId,
      );
      answer = { summary: change.description, before, after, labels: reprint?.n ?? 0 };
      throw new Rehearsed();
    }).immediate();
  } catch (error) {
    if (!(error instanceof Rehearsed)) throw error;
  }
  return answer as unknown as Follows;
}
