import Database from 'better-sqlite3';
import { existsSync, mkdirSync, readdirSync, readFileSync, renameSync, rmSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { foldName, latinName } from '@esprel/core';
import { CROP_REFERENCE } from '@esprel/core/crops/reference';
import { SERVER_FOLDER } from '../home.ts';
import type { Db } from './db.ts';
import { LibraryProblem } from './faults.ts';
import { checkLibrary, copyLibrary, refuseOtherFiles, setAside, syncFile } from './libraryFile.ts';

/** Folder of the copies of a library, beside its file. */
export const COPIES = 'backups';

/** A write waits this long for another program that holds the file; all others wait with it. */
const WAIT_MS = 50;

const MIGRATIONS = join(SERVER_FOLDER, 'src/db/migrations');

interface Migration {
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
  if (file !== ':memory:') {
    mkdirSync(dirname(file), { recursive: true, mode: 0o700 });
    refuseOtherFiles(file);
    if (!existsSync(file)) makeLibrary(file, migrations);
  }
  const db = new Database(file, { timeout: WAIT_MS });
  try {
    checkLibrary(db, file);
    prepare(db);
    migrate(db, file, migrations);
    enforceReferences(db);
    syncCrops(db);
  } catch (error) {
    db.close();
    throw error;
  }
  return db;
}

/** A new library has its name once it is whole: an empty file under that name is one that was lost. */
function makeLibrary(file: string, migrations: readonly Migration[]): void {
  const part = `${file}.part`;
  rmSync(part, { force: true });
  const db = new Database(part);
  db.pragma('synchronous = OFF');
  addFunctions(db);
  migrate(db, ':memory:', migrations);
  db.close();
  syncFile(part);
  setAside(file);
  renameSync(part, file);
}

/** One more connection to a library that is open already, for long work on a thread of its own. */
export function joinLibrary(file: string): Db {
  // Never makes a file: one that is gone is not begun anew behind the back of the program that serves it.
  const db = new Database(file, { timeout: WAIT_MS, fileMustExist: true });
  prepare(db);
  // It reads much once: what it keeps of pages is little use to it, and stays with the program when it is gone.
  db.pragma('cache_size = -4000');
  enforceReferences(db);
  return db;
}

function prepare(db: Db): void {
  db.pragma('journal_mode = WAL');
  // FULL, so that a power cut loses nothing that was answered.
  db.pragma('synchronous = FULL');
  addFunctions(db);
}

function addFunctions(db: Db): void {
  // The triggers that keep names findable call it.
  db.function('latin_name', { deterministic: true }, (name: unknown) => latinName(String(name)));
  // Names are looked for as people type them: without capitals and accents.
  db.function('fold_name', { deterministic: true }, (name: unknown) => (name === null ? null : foldName(String(name))));
}

function enforceReferences(db: Db): void {
  db.pragma('foreign_keys = ON');
  if (db.pragma('foreign_keys', { simple: true }) !== 1) throw new Error('this SQLite does not enforce foreign keys');
}

function migrate(db: Db, file: string, migrations: readonly Migration[]): void {
  const from = db.pragma('user_version', { simple: true }) as number;
  const last = migrations.length;
  if (from > last) {
    throw new LibraryProblem(
      `${file} was written by a newer Esprel (schema ${String(from)}, this one knows ${String(last)}). Start that one; nothing was touched.`,
    );
  }
  if (from === last) return;
  if (from > 0 && file !== ':memory:') {
    const copies = join(dirname(file), COPIES);
    mkdirSync(copies, { recursive: true, mode: 0o700 });
    const at = new Date().toISOString().replace(/[:.]/g, '-');
    copyLibrary(db, join(copies, `before-schema-${String(last).padStart(4, '0')}-${at}.sqlite`));
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
