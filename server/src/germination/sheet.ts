import {
  addDays,
  type DatedStep,
  datedSteps,
  daysBetween,
  germinationSummary,
  type GerminationSummary,
  lookedAt,
  markedResult,
  missedCounts,
  nextCountOf,
  nextStep,
  paceOf,
  type SeedKind,
  sproutedBetween,
  type TestMethod,
  testProtocol,
  type WaitInput,
  waitForTest,
  waitInput,
} from '@esprel/core';
import { libraryCrop } from '../crops/crops.ts';
import { all, type Db, one } from '../db/db.ts';
import { notFound } from '../http/problem.ts';
import type { Mark } from '../journal/change.ts';
import { lotRow } from '../lots/estimates.ts';
import { lotNames } from '../lots/queries.ts';

export interface TestRow {
  readonly id: number;
  readonly lot_id: number;
  readonly round_id: number | null;
  readonly planned: 0 | 1;
  readonly method: string;
  readonly night_c: number;
  readonly day_c: number;
  readonly light: 'light' | 'dark' | 'either';
  readonly started_on: string;
  readonly warm_from: string;
  readonly count_days: string;
  readonly call_on: string | null;
  readonly closed_on: string | null;
  readonly note: string | null;
  readonly version: number;
}

interface ReplicateRow {
  readonly id: number;
  readonly number: number;
  readonly seeds: number;
  readonly counted_on: string | null;
  /** Days on which it was looked at, as JSON. */
  readonly looked_on: string;
  readonly bag: number | null;
  readonly laid_on: string | null;
  readonly warm_from: string | null;
  readonly dropped_why: string | null;
}
export type Replicate = ReplicateRow & { readonly marks: readonly Mark[] };

export function testRow(db: Db, id: number): TestRow {
  const row = one<TestRow>(db, 'SELECT * FROM tests WHERE id = ?', id);
  if (!row) throw notFound('That test');
  return row;
}

export function replicatesOf(db: Db, testId: number): Replicate[] {
  return all<ReplicateRow>(
    db,
    'SELECT id, number, seeds, counted_on, looked_on, bag, laid_on, warm_from, dropped_why FROM replicates WHERE test_id = ? ORDER BY number',
    testId,
  ).map((r) => ({
    ...r,
    marks: all<Mark>(db, 'SELECT position, kind, marked_on FROM seed_marks WHERE replicate_id = ? ORDER BY position', r.id),
  }));
}

/** Every day on which a bag was looked at, the earliest first; what was counted before days were kept stands on its marks. */
export function looksOf(r: Replicate): string[] {
  const days = [
    ...(JSON.parse(r.looked_on) as string[]),
    ...(r.counted_on === null ? [] : [r.counted_on]),
    ...r.marks.map((m) => m.marked_on),
  ];
  return [...new Set(days)].sort();
}

/** The steps of preparation, each with the day it is due. None for a test that was begun before steps were kept. */
export function stepsOfTest(db: Db, test: TestRow): DatedStep[] {
  const rows = all<{ step: string; words: string; days: number; doneOn: string | null }>(
    db,
    'SELECT step, words, days, done_on AS doneOn FROM test_steps WHERE test_id = ? ORDER BY number',
    test.id,
  );
  return datedSteps(test.started_on, rows);
}

/** Day of the earliest last count of the bags that count; null while one of them was never counted. */
export function lastCounted(replicates: readonly Replicate[]): string | null {
  const days = replicates.filter((r) => r.dropped_why === null).map((r) => r.counted_on);
  return days.length === 0 || days.includes(null) ? null : (days as string[]).reduce((a, b) => (a < b ? a : b));
}

/** Bags that went into the warm on one day: a first or a second batch. */
export interface Batch {
  readonly warmFrom: string;
  readonly replicates: readonly Replicate[];
}

/** The bags that count, by the day they went into the warm. */
export function batchesOf(test: TestRow, replicates: readonly Replicate[]): Batch[] {
  const kept = replicates.filter((r) => r.dropped_why === null);
  const days = [...new Set(kept.map((r) => r.warm_from ?? test.warm_from))].sort();
  return days.map((warmFrom) => ({ warmFrom, replicates: kept.filter((r) => (r.warm_from ?? test.warm_from) === warmFrom) }));
}

/** Day on which to stop waiting, the latest of the batches; null before all of them were counted once. */
export function callDay(db: Db, test: TestRow, prior: WaitInput['prior'], today: string): string | null {
  const crop = libraryCrop(db, lotRow(db, test.lot_id)?.crop_key ?? '');
  const pace = paceOf(crop, test.method as TestMethod);
  const days = batchesOf(test, replicatesOf(db, test.id)).map(({ warmFrom, replicates }) => {
    const bags = replicates.map((r) => ({ seeds: r.seeds, countedOn: r.counted_on, marks: r.marks.map(markOf) }));
    const input = waitInput(bags, warmFrom, today, prior, pace);
    return input === null ? null : addDays(warmFrom, waitForTest(input).callOn);
  });
  return days.length === 0 || days.includes(null) ? null : (days as string[]).reduce((a, b) => (a > b ? a : b));
}

/** Germination over the bags that count. */
function summaryOf(test: TestRow, replicates: readonly Replicate[]): GerminationSummary {
  return germinationSummary(
    replicates.filter((r) => r.dropped_why === null).map((r) => markedResult(r.seeds, r.marks.map(markOf), r.warm_from ?? test.warm_from)),
  );
}

const markOf = (m: Mark): { kind: SeedKind; markedOn: string } => ({ kind: m.kind as SeedKind, markedOn: m.marked_on });

/** A test as its page shows it: what was laid, what is marked, what it says so far, what comes next. */
export function testSheet(db: Db, id: number, today: string): object {
  const test = testRow(db, id);
  const lot = lotRow(db, test.lot_id);
  if (!lot) throw notFound('The lot of that test');
  const replicates = replicatesOf(db, id);
  const kept = replicates.filter((r) => r.dropped_why === null);
  const countDays = JSON.parse(test.count_days) as number[];
  const out = kept.reduce((sum, r) => sum + r.seeds - r.marks.length, 0);
  const last = lastCounted(replicates);
  const crop = libraryCrop(db, lot.crop_key);
  const steps = stepsOfTest(db, test);
  const running = test.closed_on === null && test.planned === 0;
  const countedDays = replicates.flatMap(looksOf);
  return {
    test: {
      id: test.id,
      version: test.version,
      lotCode: lot.code,
      ...lotNames(db, lot.id),
      cropKey: lot.crop_key,
      roundId: test.round_id,
      planned: test.planned === 1,
      method: test.method,
      nightC: test.night_c,
      dayC: test.day_c,
      light: test.light,
      startedOn: test.started_on,
      warmFrom: test.warm_from,
      countDays,
      callOn: test.call_on,
      closedOn: test.closed_on,
      note: test.note,
    },
    steps,
    nextStep: running ? nextStep(steps, last) : null,
    missed: running
      ? missedCounts(
          countDays,
          countedDays.map((d) => daysBetween(test.warm_from, d)),
          daysBetween(test.warm_from, today),
        )
      : [],
    replicates: replicates.map((r) => ({
      number: r.number,
      bag: r.bag,
      seeds: r.seeds,
      countedOn: r.counted_on,
      looks: looksOf(r),
      laidOn: r.laid_on ?? test.started_on,
      warmFrom: r.warm_from ?? test.warm_from,
      droppedWhy: r.dropped_why,
      marks: r.marks.map((m) => ({ position: m.position, kind: m.kind, markedOn: m.marked_on })),
    })),
    summary: summaryOf(test, replicates),
    next: running
      ? nextCountOf(
          batchesOf(test, replicates).map((b) => ({
            warmFrom: b.warmFrom,
            lastCountedOn: lastCounted(b.replicates),
            seedsOut: b.replicates.reduce((sum, r) => sum + r.seeds - r.marks.length, 0),
          })),
          countDays,
        )
      : null,
    seedsOut: out,
    pace: paceOf(crop, test.method as TestMethod),
    protocol: testProtocol(crop),
    balance: lot.balance,
    floor: lot.floor,
    potted: one<{ n: number }>(db, 'SELECT coalesce(sum(seeds), 0) AS n FROM sowings WHERE test_id = ?', id)?.n ?? 0,
    estimate: one(db, 'SELECT median, low, high, verdict, reason FROM lot_estimates WHERE lot_id = ?', lot.id) ?? null,
    others: otherCurves(db, test, lot.variety_id),
  };
}

/** Closed tests of the same lot and of other lots of its variety, as curves to hold this one against. The latest first. */
function otherCurves(db: Db, test: TestRow, varietyId: number): object[] {
  const rows = all<TestRow & { code: string }>(
    db,
    `SELECT t.*, l.code FROM tests t JOIN lots l ON l.id = t.lot_id
     WHERE l.variety_id = ? AND t.id <> ? AND t.closed_on IS NOT NULL ORDER BY t.lot_id <> ?, t.closed_on DESC LIMIT 6`,
    varietyId,
    test.id,
    test.lot_id,
  );
  return rows.map((t) => {
    const replicates = replicatesOf(db, t.id).filter((r) => r.dropped_why === null);
    const summary = summaryOf(t, replicates);
    const bags = replicates.map((r) => lookedAt({ looks: looksOf(r), marks: r.marks.map(markOf) }, r.warm_from ?? t.warm_from));
    return {
      id: t.id,
      lotCode: t.code,
      sameLot: t.lot_id === test.lot_id,
      closedOn: t.closed_on,
      sown: summary.sown,
      normal: summary.normal,
      half: sproutedBetween(bags, 0.5),
      curve: summary.curve,
    };
  });
}
