import { all, openLibrary, refreshStale } from '@esprel/server';
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { beforeAll, describe, expect, it } from 'vitest';
import { generateDemo } from '../src/generate.ts';
import { DEMO_TODAY } from '../src/names.ts';

const make = () => {
  const db = openLibrary(':memory:');
  generateDemo(db);
  return db;
};
let db: ReturnType<typeof make>;
const count = (sql: string): number => (all<{ n: number }>(db, `SELECT count(*) AS n FROM ${sql}`)[0] as { n: number }).n;

beforeAll(async () => {
  db = make();
  await refreshStale(db, DEMO_TODAY);
});

describe('the demo library', () => {
  it('is of the size of a real one', () => {
    // Sixty, and one who joined at two desks of a swap.
    expect(count('members')).toBe(62);
    expect(count('lots')).toBeGreaterThan(230);
    expect(count('lots')).toBeLessThan(330);
    expect(count('(SELECT DISTINCT crop_key FROM varieties)')).toBeGreaterThanOrEqual(58);
    expect(count('tests WHERE closed_on IS NOT NULL')).toBeGreaterThanOrEqual(150);
    expect(count('returns')).toBeGreaterThan(30);
    expect(count('lots WHERE generation >= 2')).toBeGreaterThan(3);
  });

  it('calls each variety by a name of its own', () => {
    // What came misspelt is the one exception; that is a story of its own.
    const twice = all<{ name: string; n: number }>(
      db,
      'SELECT name, count(*) AS n FROM varieties WHERE joined_into IS NULL GROUP BY name HAVING n > 1',
    );
    expect(twice).toEqual([]);
  });

  it('hangs together', () => {
    expect(count('lots l WHERE balance <> (SELECT coalesce(sum(seeds), 0) FROM movements WHERE lot_id = l.id)')).toBe(0);
    expect(
      count(
        `lots c JOIN lots p ON p.id = c.parent_id JOIN varieties v ON v.id = p.variety_id
         WHERE NOT EXISTS (SELECT 1 FROM lot_parents m WHERE m.lot_id = c.id)
           AND (c.received_on <= p.received_on OR c.generation <> p.generation + 1
             OR (c.variety_id <> p.variety_id AND v.breeding <> 'hybrid-f1'))`,
      ),
    ).toBe(0);
    expect(count('lot_parents m JOIN lots c ON c.id = m.lot_id JOIN lots p ON p.id = m.parent_id WHERE c.variety_id <> p.variety_id')).toBe(
      0,
    );
    expect(count('(SELECT lot_id FROM lot_parents GROUP BY lot_id HAVING count(*) > 1)')).toBeGreaterThan(0);
    expect(count(`steps WHERE on_day > '${DEMO_TODAY}' OR summary = ''`)).toBe(0);
    expect(count('sowings s JOIN loans o ON o.id = s.loan_id WHERE s.sown_on < o.lent_on')).toBe(0);
    expect(db.pragma('foreign_key_check')).toEqual([]);
  });

  it('has work due, failures, doubts and every verdict to look at', () => {
    expect(count('tests WHERE closed_on IS NULL')).toBeGreaterThan(3);
    expect(count("lots WHERE state = 'quarantine' AND balance > 0")).toBeGreaterThan(1);
    expect(count('(SELECT DISTINCT fate FROM sowings WHERE fate IS NOT NULL)')).toBeGreaterThanOrEqual(8);
    expect(count("lots WHERE identity = 'doubtful'")).toBeGreaterThan(3);
    expect(count('steps WHERE undone_by IS NOT NULL')).toBeGreaterThan(0);
    const verdicts = all<{ verdict: string }>(db, 'SELECT DISTINCT verdict FROM lot_estimates').map((r) => r.verdict);
    expect(verdicts.sort()).toEqual(['lend', 'let-go', 'nothing-left', 'renew', 'rescue', 'sow-thicker', 'test-first']);
  });

  it('has a catalogue to keep true: a failed fridge, errands, a mix-up, packets, printed instructions, a stocktake under way', () => {
    expect(count('places WHERE parent_id IS NOT NULL')).toBeGreaterThan(5);
    expect(count('climate_logs')).toBe(1);
    expect(count("errands WHERE kind = 'reprint' AND done_on IS NULL")).toBeGreaterThan(0);
    expect(count("errands WHERE kind = 'tell' AND done_on IS NULL")).toBeGreaterThan(0);
    expect(count('mix_ups WHERE cleared_on IS NULL')).toBe(1);
    expect(count('packet_fills WHERE packets_left > 0')).toBeGreaterThan(1);
    expect(count('envelope_texts')).toBeGreaterThan(3);
    expect(count('varieties WHERE chosen_envelope_id IS NOT NULL')).toBe(1);
    expect(count('stocktake_scans')).toBeGreaterThan(4);
    expect(count('restricted_plants')).toBe(2);
  });

  it('has a swap day that is over, with what does not fit, and one that is being packed for', () => {
    expect(count('swap_days WHERE finished_on IS NOT NULL')).toBe(1);
    expect(count('(SELECT DISTINCT kind FROM swap_misfits WHERE settled_on IS NULL)')).toBeGreaterThanOrEqual(4);
    expect(count("swap_lines WHERE way = 'in' AND lot_id IS NOT NULL")).toBeGreaterThan(5);
    expect(count('swap_packing WHERE packed_on IS NOT NULL')).toBe(2);
  });

  it('is the same every time', () => {
    const other = make();
    const fingerprint = (library: typeof db): unknown =>
      all(
        library,
        'SELECT l.code, l.balance, v.name, (SELECT count(*) FROM seed_marks) AS marks FROM lots l JOIN varieties v ON v.id = l.variety_id ORDER BY l.id',
      );
    expect(fingerprint(other)).toEqual(fingerprint(db));
    other.close();
  });
});

describe('making the demo', () => {
  const MAKE = fileURLToPath(new URL('../dist/make.js', import.meta.url));

  it('never makes way for a library of somebody’s own', () => {
    const folder = mkdtempSync(join(tmpdir(), 'esprel-own-'));
    try {
      const own = openLibrary(join(folder, 'esprel.sqlite'));
      own.prepare("INSERT INTO people (name) VALUES ('Ottilie')").run();
      own.close();
      const done = spawnSync(process.execPath, [MAKE], {
        env: { ...process.env, ESPREL_DATA: folder },
        encoding: 'utf8',
      });
      expect(done.status).toBe(1);
      expect(done.stderr).toContain('that is not the demo');
      const still = openLibrary(join(folder, 'esprel.sqlite'));
      expect(all(still, 'SELECT name FROM people')).toEqual([{ name: 'Ottilie' }]);
      still.close();
    } finally {
      rmSync(folder, { recursive: true, force: true });
    }
  });
});
