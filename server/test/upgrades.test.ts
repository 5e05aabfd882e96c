import Database from 'better-sqlite3';
import { copyFileSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { all, type Db } from '../src/db/db.ts';
import { openLibrary, readMigrations } from '../src/db/open.ts';
import { refreshStale } from '../src/estimates/stale.ts';
import { undoStep } from '../src/journal/undo.ts';
import { Change } from '../src/journal/change.ts';

let folder: string;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'esprel-'));
});
afterEach(() => {
  rmSync(folder, { recursive: true, force: true });
});

/** A library as the first release wrote it: seed that came in, was tested, lent and sown, and a setting that was changed. */
const FIRST = `
  INSERT INTO crops VALUES ('tomato', 'TM', 'Tomato', 'Solanum lycopersicum');
  INSERT INTO places (id, name, temperature_c, rh_percent, sealed) VALUES (4, 'Jars', 5, 30, 1);
  INSERT INTO varieties (id, crop_key, name, folded, breeding) VALUES (1, 'tomato', 'Tollgate Red', 'tollgate red', 'unknown');
  INSERT INTO variety_synonyms (id, variety_id, name, folded) VALUES (1, 1, 'The red one', 'the red one');
  INSERT INTO sources (id, name, folded) VALUES (1, 'Swap', 'swap');
  INSERT INTO lots (id, code, variety_id, source_id, acquisition, form, year_kind, year, received_on, ages_from, identity, state, amount_known, floor)
    VALUES (1, 'TM-001V', 1, 1, 'donated', 'cleaned', 'harvest', 2024, '2025-01-01', '2024-10-01', 'sure', 'kept', 'counted', 20);
  INSERT INTO lot_serials VALUES ('tomato', 1);
  INSERT INTO movements (id, lot_id, kind, seeds, moved_on, reason) VALUES
    (1, 1, 'in', 300, '2025-01-01', 'taken in'), (2, 1, 'test', -50, '2025-02-01', 'test of 50'),
    (3, 1, 'lent', -10, '2025-03-01', 'lent'), (4, 1, 'sown', -20, '2025-03-10', 'sown by the library');
  INSERT INTO storage_periods (lot_id, place_id, from_day) VALUES (1, 4, '2025-01-01');
  INSERT INTO tests (id, lot_id, method, night_c, day_c, light, started_on, warm_from, count_days, closed_on)
    VALUES (1, 1, 'on-paper', 20, 30, 'either', '2025-02-01', '2025-02-01', '[5,14]', '2025-02-15');
  INSERT INTO replicates (id, test_id, number, seeds, counted_on) VALUES (1, 1, 1, 50, '2025-02-15');
  INSERT INTO seed_marks (replicate_id, position, kind, marked_on) VALUES (1, 1, 'normal', '2025-02-08'), (1, 2, 'dead', '2025-02-15');
  INSERT INTO members (id, name, folded, joined_on) VALUES (1, 'Ottilie Vane', 'ottilie vane', '2025-01-01');
  INSERT INTO loans (id, lot_id, member_id, movement_id, seeds, purpose, promise, due_on, lent_on)
    VALUES (1, 1, 1, 3, 10, 'save-seed', 'some', '2025-11-01', '2025-03-01');
  INSERT INTO sowings (id, lot_id, movement_id, method, cells, seeds_per_cell, seeds, sown_on, emergence, fate, fate_on)
    VALUES (1, 1, 4, 'cells', 20, 1, 20, '2025-03-10', 0.8, 'came-up', '2025-03-30');
  INSERT INTO emergence_counts (sowing_id, counted_on, emerged) VALUES (1, '2025-03-20', 15);
  INSERT INTO settings (key, value) VALUES ('lendingThreshold', '0.6');
  INSERT INTO actions (id, at, on_day, kind, summary) VALUES (7, '2025-03-11T10:00:00Z', '2025-03-11', 'settings', 'Changed the settings');
  INSERT INTO events (action_id, entity, row_key, before, after)
    VALUES (7, 'settings', 'lendingThreshold', NULL, '{"key":"lendingThreshold","value":"0.6"}');`;

/** What a person finds again: every row of what was written, by the names it has today. */
function found(db: Db): unknown {
  return [
    all(db, 'SELECT code, balance, floor, identity, ages_from, missing_since FROM lots'),
    all(db, 'SELECT kind, seeds, moved_on FROM movements ORDER BY id'),
    all(db, 'SELECT method, planned, warm_from, closed_on FROM tests'),
    all(db, 'SELECT number, seeds, counted_on, dropped_why FROM replicates'),
    all(db, 'SELECT position, kind FROM seed_marks ORDER BY position'),
    all(db, 'SELECT name, joined_on FROM members'),
    all(db, 'SELECT seeds, promise, due_on, unsown FROM loans'),
    all(db, 'SELECT seeds, fate, planned_id FROM sowings'),
    all(db, 'SELECT name, kind, temperature_c FROM places'),
    all(db, "SELECT kind, latin FROM find_names WHERE kind IN ('variety', 'member', 'synonym') ORDER BY kind, latin"),
    all(db, 'SELECT key, value FROM settings'),
    all(db, 'SELECT subject, subject_id FROM step_subjects WHERE step_id = 7'),
  ];
}

describe('a library of an earlier release', () => {
  it('comes along from each of them, whole, by one way or by all the steps between', async () => {
    const migrations = readMigrations();
    const way = join(folder, 'way.sqlite');
    const first = new Database(way);
    first.exec(migrations[0]?.sql ?? '');
    first.pragma('user_version = 1');
    first.exec(FIRST);
    first.close();
    const seen: unknown[] = [];
    for (let n = 1; n <= migrations.length; n++) {
      openLibrary(way, migrations.slice(0, n)).close();
      const file = join(folder, `of-${String(n)}.sqlite`);
      copyFileSync(way, file);
      const db = openLibrary(file);
      expect([n, db.pragma('integrity_check', { simple: true }), db.pragma('foreign_key_check')]).toEqual([n, 'ok', []]);
      seen.push(found(db));
      db.close();
    }
    expect(seen.map((s) => JSON.stringify(s)).filter((s, n) => s !== JSON.stringify(seen[0]) && n > 0)).toEqual([]);
    const [lots, movements] = seen[0] as [{ code: string; balance: number }[], unknown[]];
    expect(lots).toMatchObject([{ code: 'TM-001V', balance: 220, floor: 20, missing_since: null }]);
    expect(movements).toHaveLength(4);
    // It works: what is believed of the lot goes by its test, and the old step can be taken back and moves every lot.
    const db = openLibrary(join(folder, 'of-1.sqlite'));
    expect(await refreshStale(db, '2027-03-14')).toBe(1);
    expect(all<{ median: number }>(db, 'SELECT median FROM lot_estimates')[0]?.median).toBeLessThan(0.3);
    const change = new Change(db, '2027-03-14', null, 'undo');
    undoStep(change, 7);
    expect([all(db, 'SELECT * FROM settings'), change.touched('library')]).toEqual([[], [1]]);
    db.close();
  });
});
