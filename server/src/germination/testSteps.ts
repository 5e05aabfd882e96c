import type * as yup from 'yup';
import {
  addDays,
  type replicateForm,
  type closeTestForm,
  type countForm,
  type extendForm,
  type layForm,
  lendable,
  plural,
  type stepForm,
  stepsOf,
  type testForm,
  testProtocol,
  WARM_STEP,
  wrong,
} from '@esprel/core';
import { all, type Db, one } from '../db/db.ts';
import { medianWords } from '../estimates/stored.ts';
import type { Change } from '../journal/change.ts';
import { moveSeeds } from '../lots/intake.ts';
import { Problem } from '../problem.ts';
import { libraryCrop } from '../records/crop.ts';
import { lotByCode, lotNames, lotRow, type LotRow, refuseMissing } from '../records/lot.ts';
import { type Replicate, replicatesOf, testRow, type TestRow } from '../records/test.ts';
import { looksOf, stepsOfTest, testSheet } from './testSheet.ts';

type Form<S extends yup.Schema> = yup.InferType<S>;

/** What a test is when it is written down, begun or only planned. */
interface NewTest {
  readonly lot: LotRow;
  readonly method: string;
  readonly nightC: number;
  readonly dayC: number;
  readonly light: string;
  readonly startOn: string;
  readonly preparationDays: number;
  readonly replicates: readonly { readonly seeds: number; readonly number: number | null }[];
  readonly countDays?: readonly number[];
  readonly planned: boolean;
  readonly roundId: number | null;
  readonly note: string | null;
}

/** Writes a test with its bags and steps. The first step of one that is begun is done with that. */
export function writeTest(change: Change, t: NewTest): number {
  const protocol = testProtocol(libraryCrop(change.db, t.lot.crop_key));
  const id = change.insert('tests', {
    lot_id: t.lot.id,
    round_id: t.roundId,
    planned: t.planned ? 1 : 0,
    method: t.method,
    night_c: t.nightC,
    day_c: t.dayC,
    light: t.light,
    started_on: t.startOn,
    warm_from: addDays(t.startOn, t.preparationDays),
    count_days: JSON.stringify(t.countDays ?? protocol.countDays),
    note: t.note,
  });
  t.replicates.forEach((bag, i) => change.insert('replicates', { test_id: id, number: i + 1, seeds: bag.seeds, bag: bag.number }));
  stepsOf(protocol, t.preparationDays).forEach((s, i) =>
    change.insert('test_steps', { test_id: id, number: i + 1, ...s, done_on: !t.planned && i === 0 ? t.startOn : null }),
  );
  change.touch('test', id);
  change.touch('lot', t.lot.id);
  return id;
}

/** The day a test begins: not after today, not before the seed was ripe. */
function checkStart(lot: LotRow, day: string, today: string, field: string): void {
  if (day > today) throw wrong(field, `must not be after today, ${today}`);
  if (day < lot.ages_from) throw wrong(field, `must not be before the seed was ripe, ${lot.ages_from}`);
}

export function startTest(change: Change, body: Form<typeof testForm>) {
  const { db, today } = change;
  const lot = lotByCode(db, body.lotCode, 'lotCode');
  const sizes = body.replicates as number[];
  const seeds = sizes.reduce((sum, n) => sum + n, 0);
  refuseMissing(lot, 'lotCode');
  checkStart(lot, body.startedOn, today, 'startedOn');
  if (seeds > lot.balance) throw wrong('replicates', `${lot.code} holds ${plural(lot.balance, 'seed')}; ${String(seeds)} cannot be tested`);
  const id = writeTest(change, {
    lot,
    method: body.method,
    nightC: body.nightC,
    dayC: body.dayC,
    light: body.light,
    startOn: body.startedOn,
    preparationDays: body.preparationDays,
    replicates: sizes.map((n) => ({ seeds: n, number: null })),
    planned: false,
    roundId: null,
    note: body.note ?? null,
  });
  moveSeeds(change, lot, 'test', -seeds, body.startedOn, `test of ${String(seeds)}`, 'replicates');
  const below = seeds > lendable(lot.balance, lot.floor) ? ', into its floor' : '';
  change.describe(`Started a test of ${plural(seeds, 'seed')} of ${lot.code} ${lotNames(db, lot.id).variety}${below}`);
  return { id, lotCode: lot.code };
}

/** The test that a step is about, open and (unless `planned`) begun. */
function openTest(db: Db, id: number, field: string, planned = false): TestRow {
  const test = testRow(db, id);
  if (test.closed_on !== null) throw wrong(field, `this test was closed on ${test.closed_on}; open it again by taking that back`);
  if (test.planned === 1 && !planned) throw wrong(field, 'this test is only planned; lay it first');
  return test;
}

/** Lays a planned test: its seed leaves the lot, and its days move to the day it was really laid. */
export function layTest(change: Change, id: number, body: Form<typeof layForm>) {
  const { db, today } = change;
  const test = openTest(db, id, 'laidOn', true);
  if (test.planned === 0) throw new Problem('blocked', `This test was laid already, on ${test.started_on}.`);
  const lot = lotRow(db, test.lot_id) as LotRow;
  refuseMissing(lot, 'laidOn');
  checkStart(lot, body.laidOn, today, 'laidOn');
  const seeds = replicatesOf(db, id).reduce((sum, r) => sum + r.seeds, 0);
  if (seeds > lot.balance) {
    throw wrong('laidOn', `${lot.code} holds only ${plural(lot.balance, 'seed')} now; take this test back and plan a smaller one`);
  }
  const steps = stepsOfTest(db, test);
  const days = steps.reduce((sum, s) => sum + s.days, 0);
  change.update('tests', id, { planned: 0, started_on: body.laidOn, warm_from: addDays(body.laidOn, days) }, body.version);
  setStep(change, id, 1, body.laidOn);
  moveSeeds(change, lot, 'test', -seeds, body.laidOn, `test of ${String(seeds)}`, 'laidOn');
  change.touch('test', id);
  change.describe(`Laid the test of ${plural(seeds, 'seed')} of ${lot.code} ${lotNames(db, lot.id).variety}`);
  return testSheet(db, id, today);
}

/** Gives up a test that was only planned. */
export function giveUpTest(change: Change, id: number, body: { readonly version: number }) {
  const { db } = change;
  const test = openTest(db, id, 'version', true);
  if (test.planned === 0) throw new Problem('blocked', 'This test was laid already; close it instead.');
  change.update('tests', id, {}, body.version);
  for (const table of ['test_steps', 'replicates'] as const) {
    for (const key of idsOf(db, table, id)) change.remove(table, key);
  }
  change.remove('tests', id);
  change.touch('lot', test.lot_id);
  change.describe(`Gave up the planned test of ${lotRow(db, test.lot_id)?.code ?? ''}`);
  return { roundId: test.round_id };
}

function idsOf(db: Db, table: 'test_steps' | 'replicates', testId: number): number[] {
  return all<{ id: number }>(db, `SELECT id FROM ${table} WHERE test_id = ?`, testId).map((r) => r.id);
}

function setStep(change: Change, testId: number, number: number, doneOn: string): void {
  const step = one<{ id: number }>(change.db, 'SELECT id FROM test_steps WHERE test_id = ? AND number = ?', testId, number);
  if (step) change.update('test_steps', step.id, { done_on: doneOn });
}

/** Marks the next step of preparation as done; the steps behind it, and the warm days, move with it. */
export function doStep(change: Change, id: number, body: Form<typeof stepForm>) {
  const { db, today } = change;
  const test = openTest(db, id, 'doneOn');
  const steps = stepsOfTest(db, test);
  const next = steps.find((s) => s.doneOn === null);
  if (!next) throw new Problem('blocked', 'Every step of this preparation is done.');
  if (next.number !== body.number) throw wrong('number', `the next step is number ${String(next.number)}, to ${next.words}`);
  if (body.doneOn > today) throw wrong('doneOn', `must not be after today, ${today}`);
  const before = steps[next.number - 2]?.doneOn ?? test.started_on;
  if (body.doneOn < before) throw wrong('doneOn', `must not be before the step before it, ${before}`);
  setStep(change, id, next.number, body.doneOn);
  const rest = steps.slice(next.number - 1).reduce((sum, s) => sum + s.days, 0);
  change.update('tests', id, { warm_from: addDays(body.doneOn, rest) }, body.version);
  change.touch('test', id);
  change.touch('lot', test.lot_id);
  const what = next.step === WARM_STEP ? 'brought into the warm' : `preparation step done: ${next.words}`;
  change.describe(`Test of ${lotRow(db, test.lot_id)?.code ?? ''}: ${what}`);
  return testSheet(db, id, today);
}

/** Lays a second batch beside the first, with days of its own. */
export function extendTest(change: Change, id: number, body: Form<typeof extendForm>) {
  const { db, today } = change;
  const test = openTest(db, id, 'laidOn');
  const lot = lotRow(db, test.lot_id) as LotRow;
  const sizes = body.replicates as number[];
  const seeds = sizes.reduce((sum, n) => sum + n, 0);
  refuseMissing(lot, 'laidOn');
  checkStart(lot, body.laidOn, today, 'laidOn');
  if (body.laidOn < test.started_on) throw wrong('laidOn', `must not be before the first batch, ${test.started_on}`);
  if (seeds > lot.balance) throw wrong('replicates', `${lot.code} holds ${plural(lot.balance, 'seed')}; ${String(seeds)} cannot be tested`);
  const there = replicatesOf(db, id);
  if (there.length + sizes.length > 16) throw wrong('replicates', 'a test holds 16 bags at most; close this one and start another');
  change.update('tests', id, {}, body.version);
  const highest = test.round_id === null ? null : highestBagNumber(db, test.round_id);
  sizes.forEach((n, i) =>
    change.insert('replicates', {
      test_id: id,
      number: there.length + i + 1,
      seeds: n,
      bag: highest === null ? null : highest + i + 1,
      laid_on: body.laidOn,
      warm_from: addDays(body.laidOn, body.preparationDays),
    }),
  );
  moveSeeds(change, lot, 'test', -seeds, body.laidOn, `second batch of ${String(seeds)} for a test`, 'replicates');
  change.touch('test', id);
  change.describe(`Laid ${String(seeds)} more seeds of ${lot.code} beside its test`);
  return testSheet(db, id, today);
}

function highestBagNumber(db: Db, roundId: number): number {
  return (
    one<{ n: number | null }>(db, 'SELECT max(r.bag) AS n FROM replicates r JOIN tests t ON t.id = r.test_id WHERE t.round_id = ?', roundId)
      ?.n ?? 0
  );
}

/** Leaves a bag out of the count with a reason, or takes it in again; what was marked in it stays. */
export function dropReplicate(change: Change, id: number, body: Form<typeof replicateForm>) {
  const { db, today } = change;
  const test = openTest(db, id, 'replicate');
  const replicate = bagOf(replicatesOf(db, id), body.replicate);
  const why = (body.droppedWhy ?? '').trim();
  change.update('tests', id, {}, body.version);
  change.update('replicates', replicate.id, { dropped_why: why === '' ? null : why });
  change.touch('test', id);
  change.touch('lot', test.lot_id);
  const bag = `bag ${String(replicate.bag ?? replicate.number)} of the test of ${lotRow(db, test.lot_id)?.code ?? ''}`;
  change.describe(why === '' ? `Counted ${bag} in again` : `Left out ${bag}: ${why}`);
  return testSheet(db, id, today);
}

function bagOf(replicates: readonly Replicate[], number: number): Replicate {
  const found = replicates.find((r) => r.number === number);
  if (!found) throw wrong('replicate', `this test has no number ${String(number)}`);
  return found;
}

export function saveCount(change: Change, id: number, body: Form<typeof countForm>) {
  const { db, today } = change;
  const test = openTest(db, id, 'replicate');
  const replicates = replicatesOf(db, id);
  const replicate = bagOf(replicates, body.replicate);
  const laidOn = replicate.laid_on ?? test.started_on;
  if (body.countedOn > today) throw wrong('countedOn', `must not be after today, ${today}`);
  if (body.countedOn < laidOn) throw wrong('countedOn', `must not be before it was laid, ${laidOn}`);
  const marks = body.marks as { position: number; kind: string; markedOn: string }[];
  if (marks.length > replicate.seeds) {
    throw wrong('marks', `${plural(marks.length, 'seed')} are marked, but only ${String(replicate.seeds)} were sown`);
  }
  const seen = new Set<number>();
  marks.forEach((m, i) => {
    const at = `marks[${String(i)}]`;
    if (m.position > replicate.seeds) throw wrong(`${at}.position`, `only ${plural(replicate.seeds, 'seed')} lie on this paper`);
    if (seen.has(m.position)) throw wrong(`${at}.position`, 'is marked twice');
    if (m.markedOn > body.countedOn) throw wrong(`${at}.markedOn`, `must not be after the count, ${body.countedOn}`);
    if (m.markedOn < laidOn) throw wrong(`${at}.markedOn`, `must not be before it was laid, ${laidOn}`);
    seen.add(m.position);
  });
  // The version of the test guards all its replicates: two people counting one bag see each other.
  change.update('tests', id, {}, body.version);
  change.update('replicates', replicate.id, {
    counted_on: body.countedOn,
    looked_on: JSON.stringify([...new Set([...looksOf(replicate), body.countedOn])].sort()),
  });
  change.replaceMarks(
    replicate.id,
    marks.map((m) => ({ position: m.position, kind: m.kind, marked_on: m.markedOn })),
  );
  change.touch('test', id);
  change.touch('lot', test.lot_id);
  const before = replicate.marks.filter((m) => m.kind === 'normal').length;
  const now = marks.filter((m) => m.kind === 'normal').length;
  const bag = replicates.length > 1 || replicate.bag !== null ? `, bag ${String(replicate.bag ?? replicate.number)}` : '';
  change.describe(
    `Counted ${lotRow(db, test.lot_id)?.code ?? ''}${bag}: ${String(now)} of ${String(replicate.seeds)} sprouted${now > before ? `, ${String(now - before)} new` : ''}`,
  );
  return testSheet(db, id, today);
}

export function closeTest(change: Change, id: number, body: Form<typeof closeTestForm>) {
  const { db, today } = change;
  const test = testRow(db, id);
  if (test.closed_on !== null) throw new Problem('blocked', `This test was closed already, on ${test.closed_on}.`);
  openTest(db, id, 'closedOn');
  if (body.closedOn > today) throw wrong('closedOn', `must not be after today, ${today}`);
  const replicates = replicatesOf(db, id).filter((r) => r.dropped_why === null);
  if (replicates.length === 0) throw wrong('closedOn', 'every bag was left out; take one in again, or take the test back');
  const latest = replicates.reduce((a, r) => (r.counted_on !== null && r.counted_on > a ? r.counted_on : a), test.started_on);
  if (body.closedOn < latest) throw wrong('closedOn', `must not be before the last count, ${latest}`);
  if (replicates.every((r) => r.counted_on === null)) {
    throw wrong('closedOn', 'nothing has been counted yet; count it once, also when nothing came');
  }
  change.update('tests', id, { closed_on: body.closedOn, ...(body.note != null ? { note: body.note } : {}) }, body.version);
  change.touch('test', id);
  change.touch('lot', test.lot_id);
  const sown = replicates.reduce((sum, r) => sum + r.seeds, 0);
  const alive = replicates.flatMap((r) => r.marks).filter((m) => ['normal', 'hard', 'fresh'].includes(m.kind)).length;
  change.describe(
    `Closed the test of ${lotRow(db, test.lot_id)?.code ?? ''}: ${String(alive)} of ${String(sown)} alive (it was put at ${medianWords(db, test.lot_id)})`,
  );
  return testSheet(db, id, today);
}
