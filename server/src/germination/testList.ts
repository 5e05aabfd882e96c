import { type BatchCounted, datedSteps, nextCountOf, nextStep, type TestMethod } from '@esprel/core';
import type { ListedTest } from '@esprel/core/api';
import { all, type Db } from '../db/db.ts';
import type { TestRow } from '../records/test.ts';

interface ListedRow extends TestRow {
  readonly code: string;
  readonly variety: string;
  readonly crop: string;
  readonly seeds: number | null;
  readonly replicates: number;
  readonly marked: number;
  readonly normal: number;
  readonly alive: number;
  readonly last: string | null;
  readonly missing: number;
  readonly firstBag: number | null;
  readonly lastBag: number | null;
}

const COUNTED = 'FROM replicates r WHERE r.test_id = t.id AND r.dropped_why IS NULL';
const MARKED = 'FROM replicates r JOIN seed_marks m ON m.replicate_id = r.id WHERE r.test_id = t.id AND r.dropped_why IS NULL';

function stepsByTest(db: Db): Map<number, { step: string; words: string; days: number; doneOn: string | null }[]> {
  const rows = all<{ testId: number; step: string; words: string; days: number; doneOn: string | null }>(
    db,
    `SELECT s.test_id AS testId, s.step, s.words, s.days, s.done_on AS doneOn FROM test_steps s JOIN tests t ON t.id = s.test_id
     WHERE t.closed_on IS NULL ORDER BY s.test_id, s.number`,
  );
  const byTest = new Map<number, Omit<(typeof rows)[number], 'testId'>[]>();
  for (const { testId, ...step } of rows) byTest.set(testId, [...(byTest.get(testId) ?? []), step]);
  return byTest;
}

/** The batches of every open test, each with its last count and the seeds still out. */
function batchesByTest(db: Db): Map<number, BatchCounted[]> {
  const rows = all<{ testId: number; warmFrom: string; seedsOut: number; last: string | null; missing: number }>(
    db,
    `SELECT t.id AS testId, coalesce(r.warm_from, t.warm_from) AS warmFrom, min(r.counted_on) AS last, sum(r.counted_on IS NULL) AS missing,
       sum(r.seeds - (SELECT count(*) FROM seed_marks m WHERE m.replicate_id = r.id)) AS seedsOut
     FROM tests t JOIN replicates r ON r.test_id = t.id
     WHERE t.closed_on IS NULL AND t.planned = 0 AND r.dropped_why IS NULL GROUP BY t.id, warmFrom`,
  );
  const byTest = new Map<number, BatchCounted[]>();
  for (const { testId, warmFrom, seedsOut, last, missing } of rows) {
    byTest.set(testId, [...(byTest.get(testId) ?? []), { warmFrom, seedsOut, lastCountedOn: missing > 0 ? null : last }]);
  }
  return byTest;
}

/** Tests of a state, open ones by the day of what comes next, closed ones the latest first; or all of one round, by bag. */
export function listTests(db: Db, which: 'open' | 'closed' | { readonly roundId: number }): ListedTest[] {
  const rows = all<ListedRow>(
    db,
    `SELECT t.*, l.code, v.name AS variety, c.name AS crop,
       (SELECT sum(r.seeds) ${COUNTED}) AS seeds, (SELECT count(*) ${COUNTED}) AS replicates,
       (SELECT count(*) ${MARKED}) AS marked,
       (SELECT count(*) ${MARKED} AND m.kind = 'normal') AS normal,
       (SELECT count(*) ${MARKED} AND m.kind IN ('normal', 'hard', 'fresh')) AS alive,
       (SELECT min(r.counted_on) ${COUNTED}) AS last, (SELECT count(*) ${COUNTED} AND r.counted_on IS NULL) AS missing,
       (SELECT min(bag) FROM replicates WHERE test_id = t.id) AS firstBag, (SELECT max(bag) FROM replicates WHERE test_id = t.id) AS lastBag
     FROM tests t JOIN lots l ON l.id = t.lot_id JOIN varieties v ON v.id = l.variety_id JOIN crops c ON c.key = v.crop_key
     WHERE ${typeof which === 'object' ? 't.round_id = ?' : `t.closed_on IS ${which === 'open' ? '' : 'NOT'} NULL`}
     ORDER BY ${typeof which === 'object' ? 'firstBag, t.id' : 't.closed_on DESC, t.id DESC'} LIMIT 500`,
    ...(typeof which === 'object' ? [which.roundId] : []),
  );
  const steps = stepsByTest(db);
  const batches = batchesByTest(db);
  const tests = rows.map((t): ListedTest => {
    const countDays = JSON.parse(t.count_days) as number[];
    const running = t.closed_on === null && t.planned === 0;
    const seeds = t.seeds ?? 0;
    const last = t.missing > 0 ? null : t.last;
    const next = running ? nextCountOf(batches.get(t.id) ?? [], countDays) : null;
    const step = running ? nextStep(datedSteps(t.started_on, steps.get(t.id) ?? []), last) : null;
    const first = next?.due ?? t.last ?? t.started_on;
    return {
      id: t.id,
      version: t.version,
      lotId: t.lot_id,
      lotCode: t.code,
      variety: t.variety,
      crop: t.crop,
      method: t.method as TestMethod,
      roundId: t.round_id,
      bagNumbers: t.firstBag === null || t.lastBag === null ? null : [t.firstBag, t.lastBag],
      planned: t.planned === 1,
      startedOn: t.started_on,
      warmFrom: t.warm_from,
      countDays,
      callOn: running ? t.call_on : null,
      closedOn: t.closed_on,
      seeds,
      replicates: t.replicates,
      marked: t.marked,
      normal: t.normal,
      alive: t.alive,
      step,
      next,
      due: t.closed_on !== null ? null : t.planned === 1 ? t.started_on : step !== null && step.due < first ? step.due : first,
    };
  });
  return which === 'open' ? tests.sort((a, b) => (a.due ?? '9').localeCompare(b.due ?? '9')) : tests;
}
