import {
  addDays,
  countForm,
  closeTestForm,
  germinationSummary,
  lendable,
  markedResult,
  nextCount,
  type SeedKind,
  testForm,
  testProtocol,
  wrong,
} from '@esprel/core';
import type * as yup from 'yup';
import { libraryCrop } from '../crops/crops.ts';
import { all, type Db, one } from '../db/db.ts';
import { notFound, Problem } from '../http/problem.ts';
import { pathId, queryOneOf } from '../http/query.ts';
import { changes, read, type Route } from '../http/route.ts';
import type { Change, Mark } from '../journal/change.ts';
import { lotRow, medianWords } from '../lots/estimates.ts';
import { moveSeeds } from '../lots/intake.ts';
import { lotByCode, lotNames } from '../lots/queries.ts';

interface TestRow {
  readonly id: number;
  readonly lot_id: number;
  readonly method: string;
  readonly night_c: number;
  readonly day_c: number;
  readonly light: string;
  readonly started_on: string;
  readonly warm_from: string;
  readonly count_days: string;
  readonly closed_on: string | null;
  readonly note: string | null;
  readonly version: number;
}

interface ReplicateRow {
  readonly id: number;
  readonly number: number;
  readonly seeds: number;
  readonly counted_on: string | null;
}

function testRow(db: Db, id: number): TestRow {
  const row = one<TestRow>(db, 'SELECT * FROM tests WHERE id = ?', id);
  if (!row) throw notFound('That test');
  return row;
}

function replicatesOf(db: Db, testId: number): (ReplicateRow & { readonly marks: readonly Mark[] })[] {
  return all<ReplicateRow>(db, 'SELECT id, number, seeds, counted_on FROM replicates WHERE test_id = ? ORDER BY number', testId).map(
    (r) => ({
      ...r,
      marks: all<Mark>(db, 'SELECT position, kind, marked_on FROM seed_marks WHERE replicate_id = ? ORDER BY position', r.id),
    }),
  );
}

/** A test as its page shows it: what was laid, what is marked, what it says so far, what comes next. */
function testSheet(db: Db, id: number): object {
  const test = testRow(db, id);
  const lot = lotRow(db, test.lot_id);
  if (!lot) throw notFound('The lot of that test');
  const replicates = replicatesOf(db, id);
  const countDays = JSON.parse(test.count_days) as number[];
  const out = replicates.reduce((sum, r) => sum + r.seeds - r.marks.length, 0);
  const counted = replicates.map((r) => r.counted_on);
  const lastCounted = counted.includes(null) ? null : (counted as string[]).reduce((a, b) => (a < b ? a : b));
  const crop = libraryCrop(db, lot.crop_key);
  return {
    test: {
      id: test.id,
      version: test.version,
      lotCode: lot.code,
      ...lotNames(db, lot.id),
      cropKey: lot.crop_key,
      method: test.method,
      nightC: test.night_c,
      dayC: test.day_c,
      light: test.light,
      startedOn: test.started_on,
      warmFrom: test.warm_from,
      countDays,
      closedOn: test.closed_on,
      note: test.note,
    },
    replicates: replicates.map((r) => ({
      number: r.number,
      seeds: r.seeds,
      countedOn: r.counted_on,
      marks: r.marks.map((m) => ({ position: m.position, kind: m.kind, markedOn: m.marked_on })),
    })),
    summary: germinationSummary(
      replicates.map((r) =>
        markedResult(
          r.seeds,
          r.marks.map((m) => ({ kind: m.kind as SeedKind, markedOn: m.marked_on })),
          test.warm_from,
        ),
      ),
    ),
    next: test.closed_on === null ? nextCount(test.warm_from, countDays, lastCounted, out) : null,
    seedsOut: out,
    protocol: testProtocol(crop),
    estimate: one(db, 'SELECT median, low, high, verdict, reason FROM lot_estimates WHERE lot_id = ?', lot.id) ?? null,
  };
}

function startTest(change: Change, body: yup.InferType<typeof testForm>): object {
  const { db, today } = change;
  const lot = lotByCode(db, body.lotCode, 'lotCode');
  const sizes = body.replicates as number[];
  const seeds = sizes.reduce((sum, n) => sum + n, 0);
  if (body.startedOn > today) throw wrong('startedOn', `must not be after today, ${today}`);
  if (body.startedOn < lot.ages_from) throw wrong('startedOn', `must not be before the seed was ripe, ${lot.ages_from}`);
  if (seeds > lot.balance) throw wrong('replicates', `${lot.code} holds ${String(lot.balance)} seeds; ${String(seeds)} cannot be tested`);
  const crop = libraryCrop(db, lot.crop_key);
  const id = change.insert('tests', {
    lot_id: lot.id,
    method: body.method,
    night_c: body.nightC,
    day_c: body.dayC,
    light: body.light,
    started_on: body.startedOn,
    warm_from: addDays(body.startedOn, body.preparationDays),
    count_days: JSON.stringify(testProtocol(crop).countDays),
    note: body.note ?? null,
  });
  sizes.forEach((n, i) => change.insert('replicates', { test_id: id, number: i + 1, seeds: n }));
  moveSeeds(change, lot, 'test', -seeds, body.startedOn, `test of ${String(seeds)}`, 'replicates');
  change.touch('test', id);
  const below = seeds > lendable(lot.balance, lot.floor) ? ', into its floor' : '';
  change.describe(`Started a test of ${String(seeds)} seeds of ${lot.code} ${lotNames(db, lot.id).variety}${below}`);
  return { id, lotCode: lot.code };
}

function saveCount(change: Change, id: number, body: yup.InferType<typeof countForm>): object {
  const { db, today } = change;
  const test = testRow(db, id);
  if (test.closed_on !== null) throw wrong('replicate', `this test was closed on ${test.closed_on}; open it again by taking that back`);
  const replicate = replicatesOf(db, id).find((r) => r.number === body.replicate);
  if (!replicate) throw wrong('replicate', `this test has no number ${String(body.replicate)}`);
  if (body.countedOn > today) throw wrong('countedOn', `must not be after today, ${today}`);
  if (body.countedOn < test.started_on) throw wrong('countedOn', `must not be before the test began, ${test.started_on}`);
  const marks = body.marks as { position: number; kind: string; markedOn: string }[];
  if (marks.length > replicate.seeds) {
    throw wrong('marks', `${String(marks.length)} seeds are marked, but only ${String(replicate.seeds)} were sown`);
  }
  const seen = new Set<number>();
  marks.forEach((m, i) => {
    const at = `marks[${String(i)}]`;
    if (m.position > replicate.seeds) throw wrong(`${at}.position`, `only ${String(replicate.seeds)} seeds lie on this paper`);
    if (seen.has(m.position)) throw wrong(`${at}.position`, 'is marked twice');
    if (m.markedOn > body.countedOn) throw wrong(`${at}.markedOn`, `must not be after the count, ${body.countedOn}`);
    if (m.markedOn < test.started_on) throw wrong(`${at}.markedOn`, `must not be before the test began, ${test.started_on}`);
    seen.add(m.position);
  });
  // The version of the test guards all its replicates: two people counting one bag see each other.
  change.update('tests', id, {}, body.version);
  change.update('replicates', replicate.id, { counted_on: body.countedOn });
  change.replaceMarks(
    replicate.id,
    marks.map((m) => ({ position: m.position, kind: m.kind, marked_on: m.markedOn })),
  );
  change.touch('test', id);
  change.touch('lot', test.lot_id);
  const before = replicate.marks.filter((m) => m.kind === 'normal').length;
  const now = marks.filter((m) => m.kind === 'normal').length;
  const lot = lotRow(db, test.lot_id);
  const name = `${lot?.code ?? ''}${sizesOf(db, id) > 1 ? `, bag ${String(replicate.number)}` : ''}`;
  change.describe(
    `Counted ${name}: ${String(now)} of ${String(replicate.seeds)} sprouted${now > before ? `, ${String(now - before)} new` : ''}`,
  );
  return testSheet(db, id);
}

function sizesOf(db: Db, testId: number): number {
  return one<{ n: number }>(db, 'SELECT count(*) AS n FROM replicates WHERE test_id = ?', testId)?.n ?? 0;
}

function closeTest(change: Change, id: number, body: yup.InferType<typeof closeTestForm>): object {
  const { db, today } = change;
  const test = testRow(db, id);
  if (test.closed_on !== null) throw new Problem('blocked', `This test was closed already, on ${test.closed_on}.`);
  if (body.closedOn > today) throw wrong('closedOn', `must not be after today, ${today}`);
  const replicates = replicatesOf(db, id);
  const marks = replicates.flatMap((r) => r.marks);
  const latest = replicates.reduce((a, r) => (r.counted_on !== null && r.counted_on > a ? r.counted_on : a), test.started_on);
  if (body.closedOn < latest) throw wrong('closedOn', `must not be before the last count, ${latest}`);
  if (replicates.every((r) => r.counted_on === null))
    throw wrong('closedOn', 'nothing has been counted yet; count it once, also when nothing came');
  change.update('tests', id, { closed_on: body.closedOn, ...(body.note != null ? { note: body.note } : {}) }, body.version);
  change.touch('test', id);
  change.touch('lot', test.lot_id);
  const sown = replicates.reduce((sum, r) => sum + r.seeds, 0);
  const alive = marks.filter((m) => ['normal', 'hard', 'fresh'].includes(m.kind)).length;
  const lot = lotRow(db, test.lot_id);
  change.describe(
    `Closed the test of ${lot?.code ?? ''}: ${String(alive)} of ${String(sown)} alive (it was put at ${medianWords(db, test.lot_id)})`,
  );
  return testSheet(db, id);
}

/** Open tests by the day of their next count, closed ones by the day they were closed. */
export function listTests(db: Db, state: 'open' | 'closed'): object[] {
  const rows = all<
    TestRow & {
      code: string;
      variety: string;
      crop: string;
      seeds: number;
      marked: number;
      normal: number;
      alive: number;
      last: string | null;
      missing: number;
      bags: number;
    }
  >(
    db,
    `SELECT t.*, l.code, v.name AS variety, c.name AS crop,
       (SELECT sum(seeds) FROM replicates WHERE test_id = t.id) AS seeds,
       (SELECT count(*) FROM replicates WHERE test_id = t.id) AS bags,
       (SELECT count(*) FROM replicates r JOIN seed_marks m ON m.replicate_id = r.id WHERE r.test_id = t.id) AS marked,
       (SELECT count(*) FROM replicates r JOIN seed_marks m ON m.replicate_id = r.id WHERE r.test_id = t.id AND m.kind = 'normal') AS normal,
       (SELECT count(*) FROM replicates r JOIN seed_marks m ON m.replicate_id = r.id WHERE r.test_id = t.id AND m.kind IN ('normal', 'hard', 'fresh')) AS alive,
       (SELECT min(counted_on) FROM replicates WHERE test_id = t.id) AS last,
       (SELECT count(*) FROM replicates WHERE test_id = t.id AND counted_on IS NULL) AS missing
     FROM tests t JOIN lots l ON l.id = t.lot_id JOIN varieties v ON v.id = l.variety_id JOIN crops c ON c.key = v.crop_key
     WHERE t.closed_on IS ${state === 'open' ? '' : 'NOT'} NULL ORDER BY t.closed_on DESC, t.id DESC LIMIT 500`,
  );
  const tests = rows.map((t) => {
    const countDays = JSON.parse(t.count_days) as number[];
    return {
      id: t.id,
      lotId: t.lot_id,
      lotCode: t.code,
      variety: t.variety,
      crop: t.crop,
      method: t.method,
      startedOn: t.started_on,
      warmFrom: t.warm_from,
      countDays,
      closedOn: t.closed_on,
      seeds: t.seeds,
      bags: t.bags,
      marked: t.marked,
      normal: t.normal,
      alive: t.alive,
      next: t.closed_on === null ? nextCount(t.warm_from, countDays, t.missing > 0 ? null : t.last, t.seeds - t.marked) : null,
    };
  });
  if (state === 'closed') return tests;
  return tests.sort((a, b) => (a.next?.due ?? '9').localeCompare(b.next?.due ?? '9'));
}

export function testRoutes(): Route[] {
  return [
    read('/tests', ({ db }, { query }) => ({ tests: listTests(db, queryOneOf(query, 'state', ['open', 'closed'] as const) ?? 'open') })),
    read('/tests/:id', ({ db }, { params }) => testSheet(db, pathId(params.id, 'id'))),
    changes('post', '/tests', 'start test', testForm, (change, { body }) => startTest(change, body)),
    changes('post', '/tests/:id/counts', 'count', countForm, (change, { params, body }) =>
      saveCount(change, pathId(params.id, 'id'), body),
    ),
    changes('post', '/tests/:id/close', 'close test', closeTestForm, (change, { params, body }) =>
      closeTest(change, pathId(params.id, 'id'), body),
    ),
  ];
}
