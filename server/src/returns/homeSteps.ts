import type * as yup from 'yup';
import {
  foldName,
  type homeForm,
  type HomePromise,
  homeSteps,
  homeWords,
  isRefused,
  plural,
  promiseAnswer,
  type PromiseAnswer,
  suggestedFloor,
  wrong,
  yearOf,
} from '@esprel/core';
import type { EnvelopeLook } from '@esprel/core/api';
import { type Db, one } from '../db/db.ts';
import type { Change } from '../journal/change.ts';
import { insertLot, offspringOf, sourceId } from '../lots/intake.ts';
import { libraryCrop, savingOfCrop } from '../records/crop.ts';
import { isMember, loanRow, memberName } from '../records/loan.ts';
import { lotNames, type LotRow, lotRow } from '../records/lot.ts';
import { NOT_KNOWN_YET, varietyNamed } from '../records/variety.ts';
import { crossedWhereGrown } from './crossed.ts';

type Home = yup.InferType<typeof homeForm>;
type Envelope = Home['envelopes'][number];

/** An envelope held against what the library has: the loans that it answers, and of which crop it is. */
interface Read {
  readonly body: Envelope;
  readonly at: string;
  readonly loans: readonly ReturnType<typeof loanRow>[];
  readonly lots: readonly LotRow[];
  readonly cropKey: string;
  readonly promise: HomePromise | null;
  readonly answer: PromiseAnswer | null;
}

const judgedOf = (body: Envelope) => ({
  isIt: body.isIt,
  seeds: body.seeds ?? null,
  amountKnown: body.amountKnown,
  raw: body.form === 'raw',
  found: body.found ?? [],
});

/** Reads what one person brings; every error names its envelope and field. */
function readHome(db: Db, memberId: number, body: Home, today: string): Read[] {
  if (!isMember(db, memberId)) throw wrong('id', 'is not a member; choose again');
  if (body.receivedOn > today) throw wrong('receivedOn', `must not be after today, ${today}`);
  const answered = new Set<number>();
  return body.envelopes.map((envelope, i) => {
    const at = `envelopes[${String(i)}]`;
    const loans = (envelope.loanIds ?? []).map((id, j) => {
      const path = `${at}.loanIds[${String(j)}]`;
      const loan = loanRow(db, id, path);
      if (loan.member_id !== memberId) throw wrong(path, 'was lent to somebody else; choose again');
      if (body.receivedOn <= loan.lent_on) throw wrong(path, `was lent on ${loan.lent_on}; what came before cannot have come of it`);
      if (answered.has(id)) throw wrong(path, 'is answered by another envelope already; put both into one, or leave one without');
      answered.add(id);
      return loan;
    });
    return readEnvelope(db, envelope, at, loans, body.receivedOn);
  });
}

function readEnvelope(db: Db, body: Envelope, at: string, loans: Read['loans'], receivedOn: string): Read {
  const lots = loans.flatMap((l) => lotRow(db, l.lot_id) ?? []);
  const [first] = lots;
  const odd = lots.findIndex((l) => l.variety_id !== first?.variety_id);
  if (odd > 0) throw wrong(`${at}.loanIds[${String(odd)}]`, 'is of another variety; one envelope is one variety');
  const cropKey = (body.isIt === 'right' ? first?.crop_key : undefined) ?? body.cropKey ?? first?.crop_key;
  if (cropKey == null || cropKey === '') throw wrong(`${at}.cropKey`, 'say which crop it is; any of its names finds it');
  if (!one(db, 'SELECT 1 FROM crops WHERE key = ?', cropKey)) throw wrong(`${at}.cropKey`, 'is not a crop here; choose again');
  if (!isRefused({ found: body.found ?? [] })) {
    if (body.seeds == null) throw wrong(`${at}.seeds`, 'say how much it is: a number, or a weight as in 12 g');
    if (body.harvestYear > yearOf(receivedOn)) throw wrong(`${at}.harvestYear`, 'must not be after the year in which it came');
    const lent = Math.min(...loans.map((l) => yearOf(l.lent_on)));
    if (loans.length > 0 && body.harvestYear < lent) throw wrong(`${at}.harvestYear`, `must not be before it was lent, ${String(lent)}`);
    const named = body.varietyId != null || (body.varietyName ?? '').trim() !== '';
    if (!named && (body.isIt === 'other' || (body.isIt === 'right' && loans.length === 0))) {
      throw wrong(`${at}.varietyName`, 'say what it is, or that nobody knows');
    }
  }
  const [loan] = loans.filter((l) => l.promise !== 'nothing');
  const promise = loan ? { promise: loan.promise as HomePromise['promise'], promisedSeeds: loan.promised_seeds, dueOn: loan.due_on } : null;
  const answer = promise === null ? null : (body.promise ?? promiseAnswer(judgedOf(body), promise));
  return { body, at, loans, lots, cropKey, promise, answer };
}

const hadSickPlants = (db: Db, loanId: number): boolean =>
  one(db, "SELECT 1 FROM saving_steps WHERE loan_id = ? AND how = 'sick' AND taken > 0", loanId) !== undefined;

/** What would follow of each envelope. */
export function lookHome(db: Db, memberId: number, body: Home, today: string): EnvelopeLook[] {
  return readHome(db, memberId, body, today).map((r) => {
    const saving = savingOfCrop(db, r.cropKey);
    const judged = judgedOf(r.body);
    const refused = isRefused(judged);
    return {
      refused,
      promise: r.answer,
      words: homeWords(judged, libraryCrop(db, r.cropKey), saving, {
        plants: r.body.plants ?? null,
        promise: r.promise,
        answer: r.answer,
        receivedOn: body.receivedOn,
        sick: r.loans.some((loan) => hadSickPlants(db, loan.id)),
      }),
      steps: refused ? [] : homeSteps(judged, saving, body.receivedOn),
    };
  });
}

/** Takes in everything that one person brings, in one step: each envelope a lot in quarantine with its work, its promise answered. */
export function bringHome(change: Change, memberId: number, body: Home): { readonly lots: readonly (string | null)[] } {
  const { db, today } = change;
  const read = readHome(db, memberId, body, today);
  const lots = read.map((r) => (isRefused(judgedOf(r.body)) ? refuse(change, r) : takeHome(change, memberId, body.receivedOn, r)));
  change.touch('member', memberId);
  const taken = lots.filter((l) => l !== null);
  const named = taken.length > 4 ? `${taken.slice(0, 4).join(', ')} and ${String(taken.length - 4)} more` : taken.join(', ');
  const refused = lots.length - taken.length;
  const parts = [
    ...(taken.length > 0 ? [`brought home ${plural(taken.length, 'envelope')}: ${named}, in quarantine`] : []),
    ...(refused > 0 ? [`${plural(refused, 'envelope')} with mould ${refused === 1 ? 'was' : 'were'} not taken in`] : []),
  ];
  change.describe(`${memberName(db, memberId)} ${parts.join('; ')}`);
  return { lots };
}

/** Mould is not taken in; the loans hear of it, and stay open. */
function refuse(change: Change, { lots }: Read): null {
  for (const lot of lots) change.touch('lot', lot.id);
  return null;
}

function takeHome(change: Change, memberId: number, receivedOn: string, r: Read): string {
  const { db } = change;
  const { body, loans, lots, cropKey } = r;
  const judged = judgedOf(body);
  const crop = libraryCrop(db, cropKey);
  const seeds = body.seeds ?? 1;
  const own = body.isIt === 'right' && lots.length > 0;
  const variety = own ? ofParent(change, lots[0] as LotRow) : named(change, r);
  const parents = own ? lots.filter((l, i) => lots.findIndex((o) => o.id === l.id) === i) : [];
  const [parent] = parents;
  const brought = memberName(db, memberId);
  const lot = insertLot(change, {
    varietyId: variety,
    cropKey,
    sourceId: sourceId(change, brought),
    parent: parent ? { id: parent.id, generation: Math.max(...parents.map((p) => p.generation)) } : null,
    acquisition: 'saved',
    form: judged.found.includes('treated') ? 'treated' : body.form,
    yearKind: 'harvest',
    year: body.harvestYear,
    receivedOn,
    stated: null,
    // What is doubted of the parent is doubted of the child; what was sure may have crossed.
    identity:
      body.isIt === 'unknown'
        ? 'unknown'
        : parent
          ? parent.identity === 'sure' && body.isolated !== 'yes'
            ? 'likely'
            : parent.identity
          : 'likely',
    state: 'quarantine',
    amountKnown: body.amountKnown,
    seeds,
    floor: suggestedFloor(seeds, crop.seedPlantsMin),
    placeId: null,
    note: body.note?.trim() || null,
    reason: `saved by ${brought}`,
  });
  if (parents.length > 1) {
    for (const p of parents) {
      const lent = loans.filter((l) => l.lot_id === p.id).reduce((n, l) => n + l.seeds, 0);
      change.insert('lot_parents', { lot_id: lot.id, parent_id: p.id, seeds: Math.max(1, lent) });
    }
  }
  const [first, ...rest] = own ? loans : [];
  const returnId = change.insert('returns', {
    loan_id: first?.id ?? null,
    member_id: memberId,
    lot_id: lot.id,
    received_on: receivedOn,
    plants: body.plants ?? null,
    grown_beside: body.grownBeside?.trim() || null,
    isolated: body.isolated,
    crossed_share: first ? crossedWhereGrown(change, first.id, body.isolated) : null,
    found: JSON.stringify(judged.found),
    note: body.note?.trim() || null,
  });
  for (const loan of rest) change.insert('return_loans', { return_id: returnId, loan_id: loan.id });
  for (const step of homeSteps(judged, savingOfCrop(db, cropKey), receivedOn)) {
    change.insert('return_steps', { return_id: returnId, kind: step.kind, due_on: step.dueOn });
  }
  if (r.answer === 'kept' || r.answer === 'part') {
    for (const loan of loans) if (loan.settled_on === null) change.update('loans', loan.id, { settled_on: receivedOn });
  }
  for (const p of lots) change.touch('lot', p.id);
  return lot.code;
}

function ofParent(change: Change, parent: LotRow): number {
  const name = lotNames(change.db, parent.id).variety;
  return offspringOf(change, { id: parent.variety_id, name, crop_key: parent.crop_key, breeding: parent.breeding }).id;
}

/** The variety that it is said to be, or a name for what nobody knows. */
function named(change: Change, { body, at, cropKey }: Read): number {
  const { db } = change;
  if (body.isIt !== 'unknown' && body.varietyId != null) {
    const known = one<{ id: number; crop_key: string; joined_into: number | null }>(
      db,
      'SELECT id, crop_key, joined_into FROM varieties WHERE id = ?',
      body.varietyId,
    );
    if (!known) throw wrong(`${at}.varietyId`, 'is not in the register; choose again');
    if (known.crop_key !== cropKey) throw wrong(`${at}.varietyId`, 'is a variety of another crop; choose the crop first');
    return known.joined_into ?? known.id;
  }
  const name = body.isIt === 'unknown' ? NOT_KNOWN_YET : (body.varietyName ?? '').trim();
  const known = varietyNamed(db, cropKey, name);
  const id = known ?? change.insert('varieties', { crop_key: cropKey, name, folded: foldName(name), breeding: 'unknown' });
  change.touch('variety', id);
  return id;
}

const DONE_WORDS = {
  dry: 'is dry',
  freeze: 'was in the freezer',
  clean: 'is clean',
  count: 'is counted',
  test: 'is being tested',
} as const;

/** Work on seed in quarantine that is done. */
export function stepDone(change: Change, id: number, version: number): { readonly lotCode: string } {
  const { db, today } = change;
  const row = one<{ kind: keyof typeof DONE_WORDS; done_on: string | null; lot_id: number; code: string }>(
    db,
    `SELECT s.kind, s.done_on, r.lot_id, l.code FROM return_steps s JOIN returns r ON r.id = s.return_id JOIN lots l ON l.id = r.lot_id WHERE s.id = ?`,
    id,
  );
  if (!row) throw wrong('id', 'is no work of this library; reload the page');
  if (row.done_on !== null) throw wrong('id', `was done on ${row.done_on} already`);
  change.update('return_steps', id, { done_on: today }, version);
  change.touch('lot', row.lot_id);
  change.describe(`${row.code} ${DONE_WORDS[row.kind]}`);
  return { lotCode: row.code };
}
