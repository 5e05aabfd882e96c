import { beliefBefore, type LotFacts } from '@esprel/core';
import { all, type Db, one, run } from '../db/db.ts';
import type { EvidenceDot } from '../lots/estimates.ts';

/** The factor on the spread of the prior that the library accepted for a family of crops. */
export function spreadOf(db: Db, family: string): number {
  return one<{ factor: number }>(db, 'SELECT factor FROM prior_spreads WHERE family = ?', family)?.factor ?? 1;
}

/**
 * Keeps, for each closed test of a lot, what was believed the day before it began. Made again only when what it was made from
 * has changed. A test in two batches is predicted for its first day, with all its seeds.
 */
export function predictTests(db: Db, lotId: number, facts: LotFacts, dots: readonly EvidenceDot[]): void {
  const there = new Map(
    all<{ id: number; basis: string }>(
      db,
      'SELECT p.test_id AS id, p.basis FROM test_predictions p JOIN tests t ON t.id = p.test_id WHERE t.lot_id = ?',
      lotId,
    ).map((p) => [p.id, p.basis]),
  );
  const used = dots.filter((d) => d.kind === 'test' && d.used && d.date >= facts.start && d.sown > 0);
  for (const id of new Set(used.map((d) => d.id))) {
    const batches = used.filter((d) => d.id === id);
    const date = batches.reduce((first, d) => (d.date < first ? d.date : first), '9999-12-31');
    const sown = batches.reduce((n, d) => n + d.sown, 0);
    const alive = batches.reduce((n, d) => n + d.alive, 0);
    const before = { tests: facts.tests.filter((t) => t.date < date), sowings: facts.sowings.filter((s) => s.date < date) };
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
      before,
    ]);
    const kept = there.get(id);
    there.delete(id);
    if (kept === basis) continue;
    const { point, first } = beliefBefore(facts, date);
    if (point.alpha === null || point.beta === null) continue;
    run(
      db,
      `INSERT INTO test_predictions (test_id, alpha, beta, sown, alive, first, basis) VALUES (?, ?, ?, ?, ?, ?, ?)
       ON CONFLICT (test_id) DO UPDATE SET alpha = excluded.alpha, beta = excluded.beta, sown = excluded.sown, alive = excluded.alive,
         first = excluded.first, basis = excluded.basis`,
      id,
      point.alpha,
      point.beta,
      sown,
      alive,
      first ? 1 : 0,
      basis,
    );
  }
  // Tests that were opened again, or no longer count.
  for (const id of there.keys()) run(db, 'DELETE FROM test_predictions WHERE test_id = ?', id);
}
