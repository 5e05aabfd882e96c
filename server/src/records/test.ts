import type { SeedKind } from '@esprel/core';
import { all, type Db, one } from '../db/db.ts';
import type { Mark } from '../journal/marks.ts';
import { notFound } from '../problem.ts';

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

/** Day of the earliest last count of the bags that count; null while one of them was never counted. */
export function lastCounted(replicates: readonly Replicate[]): string | null {
  const days = replicates.filter((r) => r.dropped_why === null).map((r) => r.counted_on);
  return days.length === 0 || days.includes(null) ? null : (days as string[]).reduce((a, b) => (a < b ? a : b));
}

/** Bags that went into the warm on one day: a first or a second batch. */
interface Batch {
  readonly warmFrom: string;
  readonly replicates: readonly Replicate[];
}

/** The bags that count, by the day they went into the warm. */
export function batchesOf(test: TestRow, replicates: readonly Replicate[]): Batch[] {
  const kept = replicates.filter((r) => r.dropped_why === null);
  const days = [...new Set(kept.map((r) => r.warm_from ?? test.warm_from))].sort();
  return days.map((warmFrom) => ({ warmFrom, replicates: kept.filter((r) => (r.warm_from ?? test.warm_from) === warmFrom) }));
}

export const markOf = (m: Mark): { kind: SeedKind; markedOn: string } => ({ kind: m.kind as SeedKind, markedOn: m.marked_on });
