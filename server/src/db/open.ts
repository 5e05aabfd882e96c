import Database from 'better-sqlite3';
import { mkdirSync, readdirSync, readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { latinName } from '@esprel/core';
import { CROP_REFERENCE } from '@esprel/core/crops/reference';
import type { Db } from './db.ts';

const MIGRATIONS = join(dirname(fileURLToPath(import.meta.url)), 'migrations');

export interface Migration {
  readonly number: number;
  readonly name: string;
  readonly sql: string;
}

/** The numbered migrations in order. Throws when numbers are missing or doubled: they are append-only. */
export function readMigrations(folder: string = MIGRATIONS): readonly Migration[] {
  const files = readdirSync(folder)
    .filter((f) => f.endsWith('.sql'))
    .sort();
  return files.map((file, i) => {
    const number = Number(file.slice(0, 4));
    if (number !== i + 1) throw new Error(`migrations: expected number ${String(i + 1)}, found ${file}`);
    return { number, name: file.slice(5, -4), sql: readFileSync(join(folder, file), 'utf8') };
  });
}

/**
 * Opens the library file, migrates it and returns it. `:memory:` opens a library that is gone with the
 * process. Before a file with data is migrated, a whole copy is made beside it.
 */
export function openLibrary(file: string, migrations: readonly Migration[] = readMigrations()): Db {
  if (file !== ':memory:') mkdirSync(dirname(file), { recursive: true });
  const db = connect(file);
  migrate(db, file, migrations);
  enforceReferences(db);
  syncCrops(db);
  return db;
}

/** One more connection to a library that is open already, for long work on a thread of its own. */
export function joinLibrary(file: string): Db {
  const db = connect(file);
  enforceReferences(db);
  return db;
}

function connect(file: string): Db {
  const db = new Database(file);
  db.pragma('journal_mode = WAL');
  // FULL, so that a power cut loses nothing that was answered.
  db.pragma('synchronous = FULL');
  // The triggers that keep names findable call it.
  db.function('latin_name', { deterministic: true }, (name: unknown) => latinName(String(name)));
  return db;
}

function enforceReferences(db: Db): void {
  db.pragma('foreign_keys = ON');
  if (db.pragma('foreign_keys', { simple: true }) !== 1) throw new Error('this SQLite does not enforce foreign keys');
}

function migrate(db: Db, file: string, migrations: readonly Migration[]): void {
  const from = db.pragma('user_version', { simple: true }) as number;
  const last = migrations.length;
  if (from > last) {
    throw new Error(`${file} was written by a newer Esprel (schema ${String(from)}, this one knows ${String(last)})`);
  }
  if (from === last) return;
  if (from > 0 && file !== ':memory:') {
    const copy = `${file}.before-${String(last).padStart(4, '0')}-${new Date().toISOString().replace(/[:.]/g, '-')}`;
    // VACUUM INTO writes a consistent copy, the write-ahead log included.
    db.prepare('VACUUM INTO ?').run(copy);
  }
  // A table that others refer to can be made anew only while references are not enforced; they are checked before it counts.
  db.pragma('foreign_keys = OFF');
  db.transaction(() => {
    for (const m of migrations.slice(from)) db.exec(m.sql);
    const broken = db.pragma('foreign_key_check') as unknown[];
    if (broken.length > 0) throw new Error(`${file}: a migration left ${String(broken.length)} references that lead nowhere`);
    db.pragma(`user_version = ${String(last)}`);
  }).immediate();
}

function syncCrops(db: Db): void {
  const put = db.prepare(
    `INSERT INTO crops (key, letters, name, scientific) VALUES (?, ?, ?, ?)
     ON CONFLICT (key) DO UPDATE SET letters = excluded.letters, name = excluded.name, scientific = excluded.scientific`,
  );
  db.transaction(() => {
    for (const c of CROP_REFERENCE) put.run(c.key, c.letters, c.name, c.scientific);
  }).immediate();
}
