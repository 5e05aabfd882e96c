import type { LotFacts } from '@esprel/core';
import { all, type Db, run } from '../db/db.ts';
import type { Belief } from './estimator.ts';
import type { EvidenceDot } from './evidence.ts';

/** A closed test whose prediction has to be made again. */
export interface WantedPrediction {
  readonly testId: number;
  readonly date: string;
  readonly sown: number;
  readonly alive: number;
  /** What it is made from. */
  readonly basis: string;
}

/**
 * The closed tests of a lot whose prediction (what was believed the day before they began) is missing or made from something that
 * has changed since; those that no longer count lose theirs. A test in two batches is predicted for its first day, with all its seeds.
 */
export function wantedPredictions(db: Db, lotId: number, facts: LotFacts, dots: readonly EvidenceDot[]): WantedPrediction[] {
  const there = new Map(
    all<{ id: number; basis: string }>(
      db,
      'SELECT p.test_id AS id, p.basis FROM test_predictions p JOIN tests t ON t.id = p.test_id WHERE t.lot_id = ?',
      lotId,
    ).map((p) => [p.id, p.basis]),
  );
  const used = dots.filter((d) => d.kind === 'test' && d.used && d.date >= facts.start && d.sown > 0);
  const wanted: WantedPrediction[] = [];
  for (const testId of new Set(used.map((d) => d.id))) {
    const batches = used.filter((d) => d.id === testId);
    const date = batches.reduce((first, d) => (d.date < first ? d.date : first), '9999-12-31');
    const sown = batches.reduce((n, d) => n + d.sown, 0);
    const alive = batches.reduce((n, d) => n + d.alive, 0);
    const basis = JSON.stringify([
      date,
      sown,
      alive,
      facts.start,
      facts.form,
      facts.acquisition,
      facts.stated,
      facts.crop.halfLifeYears,
      facts.crop.freshGermination,
      facts.storage.filter((p) => p.from <= date),
      facts.tests.filter((t) => t.date < date),
      facts.sowings.filter((s) => s.date < date),
    ]);
    if (there.get(testId) !== basis) wanted.push({ testId, date, sown, alive, basis });
    there.delete(testId);
  }
  for (const id of there.keys()) run(db, 'DELETE FROM test_predictions WHERE test_id = ?', id);
  return wanted;
}

export function keepPrediction(db: Db, wanted: WantedPrediction, { alpha, beta, first }: Belief): void {
  if (alpha === null || beta === null) return;
  run(
    db,
    `INSERT INTO test_predictions (test_id, alpha, beta, sown, alive, first, basis) VALUES (?, ?, ?, ?, ?, ?, ?)
     ON CONFLICT (test_id) DO UPDATE SET alpha = excluded.alpha, beta = excluded.beta, sown = excluded.sown, alive = excluded.alive,
       first = excluded.first, basis = excluded.basis`,
    wanted.testId,
    alpha,
    beta,
    wanted.sown,
    wanted.alive,
    first ? 1 : 0,
    wanted.basis,
  );
}
