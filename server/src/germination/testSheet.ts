import {
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
  sproutedBetween,
  type TestMethod,
  testProtocol,
} from '@esprel/core';
import type { LotEstimateShort, TestSheetData } from '@esprel/core/api';
import { all, type Db, one } from '../db/db.ts';
import { notFound } from '../problem.ts';
import { libraryCrop } from '../records/crop.ts';
import { lotNames, lotRow } from '../records/lot.ts';
import { batchesOf, lastCounted, markOf, type Replicate, replicatesOf, testRow, type TestRow } from '../records/test.ts';

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

/** Germination over the bags that count. */
function summaryOf(test: TestRow, replicates: readonly Replicate[]): GerminationSummary {
  return germinationSummary(
    replicates.filter((r) => r.dropped_why === null).map((r) => markedResult(r.seeds, r.marks.map(markOf), r.warm_from ?? test.warm_from)),
  );
}

/** A test as its page shows it: what was laid, what is marked, what it says so far, what comes next. */
export function testSheet(db: Db, id: number, today: string): TestSheetData {
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
      method: test.method as TestMethod,
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
      marks: r.marks.map((m) => ({ position: m.position, ...markOf(m) })),
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
    estimate: one<LotEstimateShort>(db, 'SELECT median, low, high, verdict, reason FROM lot_estimates WHERE lot_id = ?', lot.id) ?? null,
    others: otherCurves(db, test, lot.variety_id),
  };
}

/** Closed tests of the same lot and of other lots of its variety, as curves to hold this one against. The latest first. */
function otherCurves(db: Db, test: TestRow, varietyId: number): TestSheetData['others'] {
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
    const looked = replicates.map((r) => lookedAt({ looks: looksOf(r), marks: r.marks.map(markOf) }, r.warm_from ?? t.warm_from));
    return {
      id: t.id,
      lotCode: t.code,
      sameLot: t.lot_id === test.lot_id,
      closedOn: t.closed_on as string,
      sown: summary.sown,
      normal: summary.normal,
      half: sproutedBetween(looked, 0.5),
      curve: summary.curve,
    };
  });
}
