import { type Fate, FATE_FACTS, type LearnedEmergence, learnedEmergence, SOWING_METHOD_FACTS, type SowingMethod } from '@esprel/core';
import type { SowingAdvice } from '@esprel/core/api';
import { all, type Db } from '../db/db.ts';
import { countedOf } from '../records/sownCells.ts';
import type { StoredEstimate } from './stored.ts';

interface Finished {
  readonly id: number;
  readonly lotId: number;
  readonly method: SowingMethod;
  readonly benchId: number | null;
  readonly sownOn: string;
  readonly seeds: number;
  readonly emerged: number;
}

interface Counted {
  readonly method: SowingMethod;
  readonly benchId: number | null;
  readonly seeds: number;
  readonly viability: number;
  readonly emerged: number;
}

/** Speaking fates, as a list for SQL. */
const SPEAKING = (Object.keys(FATE_FACTS) as Fate[]).filter((f) => FATE_FACTS[f].speaksOfSeed);

/** The share of a lot believed alive on a day, from its stored course. */
function aliveOn(estimate: StoredEstimate, day: string): number {
  const { ribbon } = estimate;
  const at = ribbon.reduce((near, p) =>
    Math.abs(Date.parse(p.date) - Date.parse(day)) < Math.abs(Date.parse(near.date) - Date.parse(day)) ? p : near,
  );
  return at.median;
}

const MOST = 400;

function finished(db: Db): Counted[] {
  const rows = all<Finished & { estimate: string }>(
    db,
    `SELECT s.id, s.lot_id AS lotId, s.method, s.bench_id AS benchId, s.sown_on AS sownOn, s.seeds, e.estimate,
       coalesce((SELECT max(emerged) FROM emergence_counts WHERE sowing_id = s.id), 0) AS emerged
     FROM sowings s JOIN lot_estimates e ON e.lot_id = s.lot_id
     WHERE s.fate IN (SELECT value FROM json_each(?)) AND s.test_id IS NULL AND s.loan_id IS NULL ORDER BY s.sown_on DESC LIMIT ${String(MOST)}`,
    JSON.stringify(SPEAKING),
  );
  return rows.map((r) => ({
    method: r.method,
    benchId: r.benchId,
    viability: Math.min(1, Math.max(0, aliveOn(JSON.parse(r.estimate) as StoredEstimate, r.sownOn))),
    ...countedOf(db, r.id, r.seeds, r.emerged),
  }));
}

/** What the library learned of each method and each place of its bench, and from how many sowings. Member's gardens are not its own. */
export function learnedAll(db: Db): {
  readonly methods: readonly (LearnedEmergence & { readonly method: SowingMethod })[];
  readonly benches: readonly (LearnedEmergence & { readonly benchId: number; readonly method: SowingMethod })[];
} {
  const rows = finished(db);
  const methods = (Object.keys(SOWING_METHOD_FACTS) as SowingMethod[]).map((method) => ({
    method,
    ...learnedEmergence(
      SOWING_METHOD_FACTS[method].emergence,
      rows.filter((r) => r.method === method),
    ),
  }));
  const keys = [...new Set(rows.filter((r) => r.benchId !== null).map((r) => `${String(r.benchId)} ${r.method}`))];
  const benches = keys.map((key) => {
    const own = rows.filter((r) => `${String(r.benchId)} ${r.method}` === key);
    const { method, benchId } = own[0] as Counted;
    // A place begins with what is known of its method.
    const usual = methods.find((m) => m.method === method)?.emergence ?? SOWING_METHOD_FACTS[method].emergence;
    return { method, benchId: benchId as number, ...learnedEmergence(usual, own) };
  });
  return { methods, benches };
}

/** The share of live seed that comes up by a method, on a place of the bench where one is named. */
export function emergenceFor(db: Db, method: SowingMethod, benchId: number | null): SowingAdvice['learned'] {
  const { methods, benches } = learnedAll(db);
  const here = benches.find((b) => b.benchId === benchId && b.method === method);
  return here ?? (methods.find((m) => m.method === method) as SowingAdvice['learned']);
}
