import Database from 'better-sqlite3';
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { one, run, writeDerived } from '../src/db/db.ts';
import { openLibrary, readMigrations } from '../src/db/open.ts';
import { PROBLEMS } from '../src/problem.ts';
import { envelope, openTestLibrary } from './library.ts';

let folder: string;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'esprel-'));
});
afterEach(() => {
  rmSync(folder, { recursive: true, force: true });
});

const copiesIn = (f: string): string[] => (existsSync(join(f, 'backups')) ? readdirSync(join(f, 'backups')) : []);

describe('migrations', () => {
  it('bring an empty file to the newest schema, and open it again without a change', () => {
    const file = join(folder, 'esprel.sqlite');
    openLibrary(file).close();
    const db = openLibrary(file);
    expect(db.pragma('user_version', { simple: true })).toBe(readMigrations().length);
    expect(db.pragma('integrity_check', { simple: true })).toBe('ok');
    db.close();
    expect(copiesIn(folder)).toEqual([]);
  });

  it('copy the file before they change it, and leave all as it was when one fails', () => {
    const file = join(folder, 'esprel.sqlite');
    const db = openLibrary(file);
    db.prepare("INSERT INTO people (name) VALUES ('Ottilie')").run();
    db.close();
    const later = (sql: string) => [...readMigrations(), { number: readMigrations().length + 1, name: 'try', sql }];
    expect(() => openLibrary(file, later('ALTER TABLE people ADD COLUMN hat TEXT; SELECT nonsense;'))).toThrow();
    const still = new Database(file, { readonly: true });
    expect(still.pragma('user_version', { simple: true })).toBe(readMigrations().length);
    expect(still.prepare('SELECT * FROM people').all()).toEqual([{ id: 1, name: 'Ottilie', version: 1, role: 'volunteer' }]);
    still.close();
    openLibrary(file, later('ALTER TABLE people ADD COLUMN hat TEXT;')).close();
    const copies = copiesIn(folder);
    expect(copies.length).toBeGreaterThan(0);
    const copy = new Database(join(folder, 'backups', copies[0] as string), { readonly: true });
    expect(copy.prepare('SELECT name FROM people').all()).toEqual([{ name: 'Ottilie' }]);
    copy.close();
  });

  it('bring a library of the first release along: places stay what they were, and names are found', () => {
    const file = join(folder, 'esprel.sqlite');
    const old = new Database(file);
    old.exec(readMigrations()[0]?.sql ?? '');
    old.pragma('user_version = 1');
    old.exec(`INSERT INTO crops VALUES ('tomato', 'TM', 'Tomato', 'Solanum lycopersicum');
      INSERT INTO places (id, name, temperature_c, rh_percent, sealed) VALUES (4, 'Jars', 5, 30, 1);
      INSERT INTO varieties (id, crop_key, name, folded, breeding) VALUES (1, 'tomato', 'Tollgate Red', 'tollgate red', 'unknown');
      INSERT INTO sources (id, name, folded) VALUES (1, 'Swap', 'swap');
      INSERT INTO lots (id, code, variety_id, source_id, acquisition, form, year_kind, year, received_on, ages_from, identity, state, amount_known)
        VALUES (1, 'TM-001C', 1, 1, 'donated', 'cleaned', 'harvest', 2024, '2025-01-01', '2024-10-01', 'sure', 'kept', 'counted');
      INSERT INTO storage_periods (lot_id, place_id, from_day) VALUES (1, 4, '2025-01-01');`);
    old.close();
    const db = openLibrary(file);
    expect(db.prepare('SELECT name, kind, temperature_c, rh_percent, sealed, parent_id FROM places').all()).toEqual([
      { name: 'Jars', kind: 'box', temperature_c: 5, rh_percent: 30, sealed: 1, parent_id: null },
    ]);
    expect(db.pragma('foreign_key_check')).toEqual([]);
    expect(() => db.prepare('DELETE FROM places').run()).toThrow('FOREIGN KEY');
    expect(db.prepare("SELECT kind FROM find_names WHERE latin = 'tollgate red'").all()).toEqual([{ kind: 'variety' }]);
    db.close();
  });

  it('refuse a file of a newer program', () => {
    const file = join(folder, 'esprel.sqlite');
    openLibrary(file).close();
    const db = new Database(file);
    db.pragma('user_version = 99');
    db.close();
    expect(() => openLibrary(file)).toThrow('newer');
  });
});

describe('what the schema itself refuses', () => {
  it('amounts below zero, orphans, unknown words, more sprouted than sown', async () => {
    const library = await openTestLibrary();
    const { id } = await library.done('/api/lots', envelope());
    const refuse = (sql: string, ...values: unknown[]): void => {
      expect(() => library.db.prepare(sql).run(...values), sql).toThrow();
    };
    refuse("INSERT INTO movements (lot_id, kind, seeds, moved_on, reason) VALUES (?, 'out', -201, '2027-03-14', 'x')", id);
    refuse("INSERT INTO movements (lot_id, kind, seeds, moved_on, reason) VALUES (?, 'lent', 5, '2027-03-14', 'x')", id);
    refuse("INSERT INTO movements (lot_id, kind, seeds, moved_on, reason) VALUES (999, 'in', 5, '2027-03-14', 'x')");
    refuse("UPDATE lots SET identity = 'perhaps' WHERE id = ?", id);
    refuse('UPDATE lots SET parent_id = id WHERE id = ?', id);
    refuse('UPDATE lots SET balance = ? WHERE id = ?', 'many', id);
    refuse('DELETE FROM varieties');
  });
});

describe('the documented errors', () => {
  it('are those that the program has', () => {
    const page = readFileSync(new URL('../../docs/api.md', import.meta.url), 'utf8');
    const rows = [...page.matchAll(/^\| `([a-z-]+)` \| (\d{3}) \|/gm)].map((m) => [m[1], Number(m[2])]);
    expect(rows).toEqual(Object.entries(PROBLEMS).map(([code, p]) => [code, p.status]));
  });
});

describe('who may ask', () => {
  it('pages of other sites may not write, and nothing but our own is loaded', async () => {
    const library = await openTestLibrary();
    expect(await library.post('/api/people', { name: 'Eve' }, { Origin: 'http://elsewhere.example' })).toMatchObject({ status: 403 });
    expect((await library.post('/api/people', { name: 'Bram' }, { Origin: library.base })).status).toBe(200);
    const response = await fetch(`${library.base}/api/health`);
    expect(response.headers.get('content-security-policy')).toContain("script-src 'self'");
    expect(response.headers.get('x-powered-by')).toBeNull();
  });
});

describe('what can be worked out again', () => {
  it('is not waited for on the disk; every step after it is', async () => {
    const library = await openTestLibrary();
    const sync = (): unknown => library.db.pragma('synchronous', { simple: true });
    const waited = 2;
    const opened = openLibrary(library.file);
    expect(opened.pragma('synchronous', { simple: true })).toBe(waited);
    opened.close();
    library.db.pragma('synchronous = FULL');
    await library.takeIn();
    let meanwhile: unknown = null;
    writeDerived(library.db, () => {
      meanwhile = sync();
      run(library.db, "UPDATE lot_estimates SET as_of = ''");
    });
    expect([meanwhile, sync()]).toEqual([1, waited]);
    expect(one(library.db, 'SELECT as_of FROM lot_estimates')).toEqual({ as_of: '' });
    expect(() => {
      writeDerived(library.db, () => {
        run(library.db, 'DELETE FROM lot_estimates');
        throw new Error('broke');
      });
    }).toThrow('broke');
    expect(sync()).toBe(waited);
    expect(one(library.db, 'SELECT as_of FROM lot_estimates')).toEqual({ as_of: '' });
  });
});
