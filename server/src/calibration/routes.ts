import { calibrate, type FirstTest, plural, type PredictedTest, predictionOf, sourceQuality, wrong } from '@esprel/core';
import { calibrationApi, type CalibrationData, type FamilyCalibration, type SourcesData } from '@esprel/core/api';
import { all, type Db, one } from '../db/db.ts';
import type { Change } from '../journal/change.ts';
import { libraryCrop } from '../records/crop.ts';
import { makes, type Route, serves } from '../routing/route.ts';

/** Fewer first tests than this tell too little of a family. */
const LEAST_FIRSTS = 8;
/** A factor this near to one changes nothing that anybody sees. */
const TINY = 0.03;

interface Row {
  readonly testId: number;
  readonly lotId: number;
  readonly code: string;
  readonly variety: string;
  readonly cropKey: string;
  readonly date: string;
  readonly alpha: number;
  readonly beta: number;
  readonly sown: number;
  readonly alive: number;
  readonly first: 0 | 1;
  readonly sourceId: number;
  readonly source: string;
}

function predicted(db: Db): Row[] {
  return all<Row>(
    db,
    `SELECT p.test_id AS testId, l.id AS lotId, l.code, v.name AS variety, v.crop_key AS cropKey, t.warm_from AS date, p.alpha, p.beta, p.sown,
       p.alive, p.first, s.id AS sourceId, s.name AS source
     FROM test_predictions p JOIN tests t ON t.id = p.test_id JOIN lots l ON l.id = t.lot_id JOIN varieties v ON v.id = l.variety_id
     JOIN sources s ON s.id = l.source_id ORDER BY t.warm_from, p.test_id`,
  );
}

const asTest = (r: Row): PredictedTest => ({ sown: r.sown, alive: r.alive, alpha: r.alpha, beta: r.beta, first: r.first === 1 });

function familiesOf(db: Db, rows: readonly Row[]): FamilyCalibration[] {
  const used = new Map(
    all<{ family: string; factor: number }>(db, 'SELECT family, factor FROM prior_spreads').map((r) => [r.family, r.factor]),
  );
  const byFamily = new Map<string, Row[]>();
  for (const r of rows) {
    const { family } = libraryCrop(db, r.cropKey);
    byFamily.set(family, [...(byFamily.get(family) ?? []), r]);
  }
  for (const family of used.keys()) if (!byFamily.has(family)) byFamily.set(family, []);
  return [...byFamily]
    .map(([family, tests]): FamilyCalibration => {
      const c = calibrate(tests.map(asTest));
      return {
        family,
        crops: [...new Set(tests.map((t) => libraryCrop(db, t.cropKey).name))].sort(),
        tests: c.tests,
        inside: c.inside,
        firsts: c.firsts,
        spread: c.firsts >= LEAST_FIRSTS ? c.spread : null,
        used: used.get(family) ?? 1,
      };
    })
    .sort((a, b) => b.tests - a.tests || a.family.localeCompare(b.family));
}

function calibration(db: Db): CalibrationData {
  const rows = predicted(db);
  return {
    ...calibrate(rows.map(asTest)),
    families: familiesOf(db, rows),
    counts: rows.map((r) => ({
      testId: r.testId,
      code: r.code,
      variety: r.variety,
      date: r.date,
      sown: r.sown,
      alive: r.alive,
      expected: r.alpha / (r.alpha + r.beta),
      ...predictionOf(asTest(r)),
    })),
  };
}

function takeSpreads(change: Change, families: readonly string[]) {
  const { db } = change;
  const known = new Map(familiesOf(db, predicted(db)).map((f) => [f.family, f]));
  families.forEach((name, i) => {
    const f = known.get(name);
    if (!f || f.spread === null) {
      throw wrong(
        `families[${String(i)}]`,
        `${name} has ${plural(f?.firsts ?? 0, 'first test')}; it takes ${String(LEAST_FIRSTS)} to learn from`,
      );
    }
  });
  const moved: string[] = [];
  for (const f of known.values()) {
    const row = one<{ id: number }>(db, 'SELECT id FROM prior_spreads WHERE family = ?', f.family);
    const wanted = families.includes(f.family) && f.spread !== null && Math.abs(f.spread - 1) >= TINY ? f.spread : null;
    if (wanted === null ? row === undefined : Math.abs(wanted - f.used) < 1e-9) continue;
    if (wanted === null) {
      if (row) change.remove('prior_spreads', row.id);
    } else if (row) change.update('prior_spreads', row.id, { factor: wanted, tests: f.firsts });
    else change.insert('prior_spreads', { family: f.family, factor: wanted, tests: f.firsts });
    moved.push(`${f.family} ${wanted === null ? 'as published' : `x ${String(Math.round(wanted * 100) / 100)}`}`);
  }
  change.describe(moved.length === 0 ? 'Left the doubt of new lots as it was' : `Set how much new lots are doubted: ${moved.join(', ')}`);
  // Every lot follows in its turn: it happens once a year.
  change.touchLibrary();
  return { moved: moved.length };
}

/** First tests by source, each held against what was expected of it. */
function sources(db: Db): SourcesData {
  const bySource = new Map<number, { name: string; tests: FirstTest[]; seen: Set<number> }>();
  for (const r of predicted(db)) {
    const there = bySource.get(r.sourceId) ?? { name: r.source, tests: [], seen: new Set<number>() };
    bySource.set(r.sourceId, there);
    // The first test of each lot, whatever was sown of it before.
    if (there.seen.has(r.lotId)) continue;
    there.seen.add(r.lotId);
    there.tests.push({ sown: r.sown, alive: r.alive, expected: Math.min(0.999, Math.max(0.001, r.alpha / (r.alpha + r.beta))) });
  }
  const list = [...bySource.values()];
  const { typical, differ, sources: quality } = sourceQuality(list.map((s) => s.tests));
  return {
    typical,
    differ,
    sources: list.map((s, i) => ({ source: s.name, ...(quality[i] as (typeof quality)[number]) })).sort((a, b) => a.median - b.median),
  };
}

export function calibrationRoutes(): Route[] {
  return [
    serves(calibrationApi.sheet, ({ db }) => calibration(db)),
    serves(calibrationApi.sources, ({ db }) => sources(db)),
    makes(calibrationApi.take, 'prior spreads', (change, { body }) => takeSpreads(change, body.families as string[])),
  ];
}
