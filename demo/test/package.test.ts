import { all, type Db, openLibrary, packageTables, readPackage, refreshStale, writePackage } from '@esprel/server';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { generateDemo } from '../src/generate.ts';
import { DEMO_TODAY } from '../src/names.ts';

let folder: string;
let db: Db;
let back: Db;
beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'esprel-package-test-'));
  db = openLibrary(join(folder, 'esprel.sqlite'));
  db.pragma('synchronous = OFF');
  generateDemo(db);
  // What no demo has: texts that look like formulas, empty ones beside nulls, numbers with every digit.
  db.prepare('UPDATE lots SET note = ? WHERE id = 1').run('=cmd|" /c"!A1, "and\nmore"');
  db.prepare('UPDATE lots SET note = ? WHERE id = 2').run('');
  db.prepare('UPDATE lots SET note = ? WHERE id = 3').run("'tis ~null~");
  db.prepare('UPDATE lots SET stated_germination = ? WHERE id = 4').run(0.1 + 0.2);
  await refreshStale(db, DEMO_TODAY);
  const zip = join(folder, 'library.zip');
  writePackage(db, {
    photosFolder: join(folder, 'photos'),
    photos: [],
    title: 'Osierbeck',
    created: `${DEMO_TODAY}T00:00:00Z`,
    members: 'all',
    target: zip,
    tell: () => undefined,
  });
  readPackage(zip, join(folder, 'back.sqlite'), join(folder, 'photos-back'));
  back = openLibrary(join(folder, 'back.sqlite'));
  await refreshStale(back, DEMO_TODAY);
}, 180_000);
afterAll(() => {
  db.close();
  back.close();
  rmSync(folder, { recursive: true, force: true });
});

describe('the whole library as a package and back', () => {
  it('has every row of every table exactly as it was', () => {
    const tables = packageTables(db);
    expect(tables.length).toBeGreaterThan(70);
    for (const { name, order } of tables) {
      expect(all(back, `SELECT * FROM "${name}" ORDER BY ${order}`), name).toEqual(all(db, `SELECT * FROM "${name}" ORDER BY ${order}`));
    }
  });

  it('leaves no table behind but secrets, which stay, and what is made anew and comes out the same', () => {
    const packed = new Set(packageTables(db).map((t) => t.name));
    const names = all<{ name: string }>(db, "SELECT name FROM sqlite_master WHERE type = 'table' AND name NOT LIKE 'sqlite_%'").map(
      (t) => t.name,
    );
    const secret = names.filter((n) => !packed.has(n) && !/^(find_|note_|lot_estimates|lot_listing|lot_list_counts)/.test(n));
    const fresh = openLibrary(':memory:');
    for (const name of secret) expect(all(back, `SELECT * FROM "${name}"`), name).toEqual(all(fresh, `SELECT * FROM "${name}"`));
    fresh.close();
    // Only the texts of what is found by: the order in which they were written is nobody's business.
    for (const [table, columns] of [
      ['find_names', 'origin, kind, thing, latin'],
      ['note_texts', 'origin, kind, thing, text'],
      ['lot_listing', '*'],
      ['lot_list_counts', '*'],
      ['lot_estimates', 'lot_id, median, low, high, verdict, verdict_beside, reason, below_forty_on, next_look'],
    ]) {
      const rows = (of: Db): unknown[] =>
        all(of, `SELECT ${String(columns)} FROM ${String(table)}`)
          .map((r) => JSON.stringify(r))
          .sort();
      expect(rows(back).length, table).toBe(rows(db).length);
      if (table !== 'lot_list_counts') expect(rows(back), table).toEqual(rows(db));
    }
  });
});
