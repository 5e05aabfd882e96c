import { checkSpan, costs, diversityByCrop, flows, promisesKept, varietiesLost, varietiesSaved, type YearLot } from '@esprel/core';
import type { YearReport } from '@esprel/core/api';
import { all, type Db, one } from '../db/db.ts';
import { readSettings } from '../records/settings.ts';
import { yearLots, yearPromises } from './gather.ts';

/** So many crops, places and sources stand in a list; the rest would be read by nobody. */
const MOST = 12;

function grouped<T>(rows: readonly T[], by: (row: T) => string): [string, T[]][] {
  const groups = new Map<string, T[]>();
  for (const row of rows) groups.set(by(row), [...(groups.get(by(row)) ?? []), row]);
  return [...groups];
}
const seedsOf = (lots: readonly YearLot[]): number => lots.reduce((n, l) => n + l.came, 0);

function months(db: Db, from: string, to: string): YearReport['months'] {
  const counted = new Map<string, { lent: number; home: number }>();
  // Every month of the report, also one in which nothing went over the desk.
  for (let month = from.slice(0, 7); month <= to.slice(0, 7);) {
    counted.set(month, { lent: 0, home: 0 });
    const [y = 0, m = 0] = month.split('-').map(Number);
    month = m === 12 ? `${String(y + 1)}-01` : `${String(y)}-${String(m + 1).padStart(2, '0')}`;
  }
  const count = (what: 'lent' | 'home', sql: string): void => {
    for (const { month, n } of all<{ month: string; n: number }>(db, sql, from, to)) {
      const now = counted.get(month);
      if (now) now[what] = n;
    }
  };
  count('lent', 'SELECT substr(lent_on, 1, 7) AS month, count(*) AS n FROM loans WHERE lent_on BETWEEN ? AND ? GROUP BY month');
  count('home', 'SELECT substr(received_on, 1, 7) AS month, count(*) AS n FROM returns WHERE received_on BETWEEN ? AND ? GROUP BY month');
  return [...counted].map(([month, n]) => ({ month, ...n }));
}

/** The report from one day to another. Throws an InputError that names the day that cannot be. */
export function yearReport(db: Db, from: string, to: string, today: string): YearReport {
  checkSpan(from, to, today);
  const settings = readSettings(db);
  const lots = yearLots(db, from, to);
  const came = lots.filter((l) => l.came > 0);
  const count = (sql: string, ...values: (string | number)[]): number => one<{ n: number }>(db, sql, ...values)?.n ?? 0;
  const tests = one<{ closed: number; seeds: number | null; alive: number | null; varieties: number }>(
    db,
    `WITH found AS (
       SELECT t.id, l.variety_id, sum(r.seeds) AS seeds,
         sum((SELECT count(*) FROM seed_marks m WHERE m.replicate_id = r.id AND m.kind IN ('normal', 'hard', 'fresh'))) AS alive
       FROM tests t JOIN lots l ON l.id = t.lot_id JOIN replicates r ON r.test_id = t.id AND r.dropped_why IS NULL
       WHERE t.closed_on BETWEEN ? AND ? AND t.planned = 0 GROUP BY t.id)
     SELECT count(*) AS closed, sum(seeds) AS seeds, sum(alive) AS alive, count(DISTINCT variety_id) AS varieties FROM found`,
    from,
    to,
  );
  const sound = (alive: (l: YearLot) => number, seeds: (l: YearLot) => number): number =>
    new Set(lots.filter((l) => seeds(l) > 0 && alive(l) >= 0.4).map((l) => l.varietyId)).size;
  const live = (alive: (l: YearLot) => number, seeds: (l: YearLot) => number): number =>
    Math.round(lots.reduce((n, l) => n + seeds(l) * alive(l), 0));
  const [aliveBefore, aliveAfter] = [(l: YearLot): number => l.aliveBefore, (l: YearLot): number => l.aliveAfter];
  const [before, after] = [(l: YearLot): number => l.before, (l: YearLot): number => l.after];
  return {
    libraryName: settings.libraryName,
    hemisphere: settings.hemisphere,
    from,
    to,
    flows: flows(lots),
    cameByCrop: grouped(came, (l) => l.crop)
      .map(([crop, of]) => ({ crop, lots: of.length, seeds: seedsOf(of) }))
      .sort((a, b) => b.lots - a.lots || a.crop.localeCompare(b.crop))
      .slice(0, MOST),
    lentByCrop: all(
      db,
      `SELECT c.name AS crop, count(*) AS packets, sum(o.seeds) AS seeds
       FROM loans o JOIN lots l ON l.id = o.lot_id JOIN varieties v ON v.id = l.variety_id JOIN crops c ON c.key = v.crop_key
       WHERE o.lent_on BETWEEN ? AND ? GROUP BY c.key ORDER BY packets DESC, c.name LIMIT ?`,
      from,
      to,
      MOST,
    ),
    sources: grouped(
      came.filter((l) => l.acquisition !== 'saved'),
      (l) => l.source,
    )
      .map(([name, of]) => ({ name, lots: of.length, seeds: seedsOf(of) }))
      .sort((a, b) => b.lots - a.lots || a.name.localeCompare(b.name))
      .slice(0, MOST),
    people: {
      atDesk: count('SELECT count(DISTINCT person_id) AS n FROM steps WHERE on_day BETWEEN ? AND ?', from, to),
      steps: count('SELECT count(*) AS n FROM steps WHERE on_day BETWEEN ? AND ? AND undone_by IS NULL AND undoes IS NULL', from, to),
      members: count('SELECT count(*) AS n FROM members WHERE joined_on <= ? AND (left_on IS NULL OR left_on > ?)', to, to),
      joined: count('SELECT count(*) AS n FROM members WHERE joined_on BETWEEN ? AND ?', from, to),
      borrowers: count('SELECT count(DISTINCT member_id) AS n FROM loans WHERE lent_on BETWEEN ? AND ?', from, to),
      packets: count('SELECT count(*) AS n FROM loans WHERE lent_on BETWEEN ? AND ?', from, to),
      savers: count(
        `SELECT count(DISTINCT coalesce(r.member_id, o.member_id)) AS n FROM returns r LEFT JOIN loans o ON o.id = r.loan_id
         WHERE r.received_on BETWEEN ? AND ?`,
        from,
        to,
      ),
      envelopesHome: count('SELECT count(*) AS n FROM returns WHERE received_on BETWEEN ? AND ?', from, to),
    },
    promises: promisesKept(yearPromises(db, from, to)),
    tests: {
      closed: tests?.closed ?? 0,
      seeds: tests?.seeds ?? 0,
      alive: tests?.seeds ? (tests.alive ?? 0) / tests.seeds : null,
      varieties: tests?.varieties ?? 0,
    },
    lost: varietiesLost(lots),
    saved: varietiesSaved(lots),
    diversity: diversityByCrop(lots),
    varieties: { before: sound(aliveBefore, before), after: sound(aliveAfter, after) },
    live: { before: live(aliveBefore, before), after: live(aliveAfter, after) },
    costs: {
      crops: costs(lots, (l) => l.crop, 8),
      places: costs(lots, (l) => l.place, 8),
      sources: costs(lots, (l) => l.source, 8),
    },
    months: months(db, from, to),
  };
}
