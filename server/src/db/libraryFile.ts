import { chmodSync, closeSync, existsSync, fsyncSync, openSync, readdirSync, readSync, renameSync, rmSync, statSync } from 'node:fs';
import { dirname, join } from 'node:path';
import Database from 'better-sqlite3';
import type { Db } from './db.ts';
import { LibraryProblem } from './faults.ts';

/** The file of a library, with what SQLite keeps beside it. */
export const SIDES = ['', '-wal', '-shm'] as const;

const HEADER = Buffer.from('SQLite format 3\0');

/**
 * Refuses, in a sentence, a file that cannot be a library before anything opens and perhaps changes it. Only before: closing any handle of a
 * file lets go of the locks that this process holds on it (POSIX), those of SQLite too.
 */
export function refuseOtherFiles(file: string): void {
  if (!existsSync(file)) return;
  const head = Buffer.alloc(HEADER.length);
  const handle = openSync(file, 'r');
  const read = readSync(handle, head, 0, head.length, 0);
  closeSync(handle);
  if (read === 0) {
    throw new LibraryProblem(
      `${file} is empty, where the library should be. Put a copy back with "npm run restore"; or take the empty file away to begin a new library.`,
    );
  }
  if (!head.equals(HEADER)) {
    throw new LibraryProblem(
      `${file} is not a library of Esprel. Put it somewhere else, or set ESPREL_DATA to the folder of yours; nothing was touched.`,
    );
  }
}

/** Refuses a database of another program, and a library that SQLite itself finds broken. */
export function checkLibrary(db: Db, file: string): void {
  const tables = new Set(
    (db.prepare("SELECT name FROM sqlite_master WHERE type = 'table'").all() as { readonly name: string }[]).map((t) => t.name),
  );
  if (tables.size > 0 && !(tables.has('lots') && (tables.has('steps') || tables.has('actions')) && tables.has('events'))) {
    throw new LibraryProblem(
      `${file} is a database of another program, not a library of Esprel. Put it somewhere else, or set ESPREL_DATA to the folder of yours; nothing was touched.`,
    );
  }
}

/** Reads every page once. Answers what is wrong, null where nothing is. */
export function damageOf(db: Db): string | null {
  const state = db.pragma('quick_check(1)', { simple: true });
  return state === 'ok' ? null : String(state);
}

/** What to do about a file that is damaged. */
const damagedLibrary = (file: string, damage: string, served: boolean): LibraryProblem =>
  new LibraryProblem(
    `${file} is damaged (${damage.slice(0, 120)}). ${served ? 'Nothing more is written into it' : 'It was not changed'}. Put a copy back with "npm run restore"; the damaged file is kept.`,
  );

/** A file of more bytes than this takes seconds to be read through: nobody waits for that. */
const READ_AT_ONCE = 100_000_000;

/**
 * Sees that a library is not damaged before anybody writes into it. Throws a LibraryProblem that says how to go on. A large file is read
 * through by `later` while the library is served already, and `damaged` is told if something is found.
 */
export function checkWhole(db: Db, file: string, later: () => Promise<string | null>, damaged: (problem: LibraryProblem) => void): void {
  if (statSync(file).size > READ_AT_ONCE) {
    void later().then(
      (damage) => {
        if (damage !== null) damaged(damagedLibrary(file, damage, true));
      },
      // It was stopped before it was through; the next start reads again.
      () => undefined,
    );
    return;
  }
  const damage = damageOf(db);
  if (damage !== null) throw damagedLibrary(file, damage, false);
}

/** Makes sure that what was written to a file, and its name in its folder, outlives a power cut. */
export function syncFile(file: string): void {
  for (const path of [file, dirname(file)]) {
    const handle = openSync(path, 'r');
    try {
      fsyncSync(handle);
    } catch (error) {
      // Some systems do not sync folders; the file itself they do.
      if (path === file) throw error;
    } finally {
      closeSync(handle);
    }
  }
}

/**
 * Writes a whole, checked copy of a library under `target`, while others read and write it. It has another name until it is whole, so that
 * a copy of that name is one that can be put back.
 */
export function copyLibrary(db: Db, target: string): void {
  const part = `${target}.part`;
  try {
    rmSync(part, { force: true });
    // Of one moment, the write-ahead log included, however long it takes and whoever writes meanwhile.
    db.prepare('VACUUM INTO ?').run(part);
    const copy = new Database(part);
    try {
      // One plain file, with nothing beside it.
      copy.pragma('journal_mode = DELETE');
      const state = copy.pragma('integrity_check(1)', { simple: true });
      if (state !== 'ok') throw new LibraryProblem(`The copy ${target} could not be made whole: ${String(state).slice(0, 120)}`);
    } finally {
      copy.close();
    }
    syncFile(part);
    renameSync(part, target);
    syncFile(target);
  } catch (error) {
    rmSync(part, { force: true });
    throw error;
  }
}

/** Which file on the disk a path leads to; null where there is none. */
export function fileIdentity(path: string): string | null {
  const stat = statSync(path, { bigint: true, throwIfNoEntry: false });
  return stat ? `${String(stat.dev)}-${String(stat.ino)}` : null;
}

/** Copies that wait to take the place of a library have this after their name; they are whole. */
export const RESTORING = '.restoring';

/** Ends a putting back that was cut off after the old file had made way. */
export function takeUpRestored(file: string): void {
  if (existsSync(file) || !existsSync(file + RESTORING)) return;
  setAside(file);
  renameSync(file + RESTORING, file);
  syncFile(file);
}

/** What a library that is gone left beside its name: played into another, it would break that. */
export function setAside(file: string): void {
  for (const side of SIDES.slice(1)) if (existsSync(file + side)) renameSync(file + side, `${file}.lost${side}`);
}

/** Refuses to begin a new library where there was one. Throws a LibraryProblem. */
export function refuseLost(file: string, copies: string): void {
  if (existsSync(file)) return;
  const copied = existsSync(copies) && readdirSync(copies).some((f) => f.endsWith('.sqlite'));
  if (!copied && !existsSync(`${file}-wal`)) return;
  throw new LibraryProblem(
    `The library ${file} is gone, though there was one. Put it back, or a copy with "npm run restore". To begin a new one, set ESPREL_DATA to another folder.`,
  );
}

/** Lets nobody but the program's own user read a library, its copies and its photographs; also those that were made before. */
export function keepPrivate(folder: string): void {
  for (const [dir, own] of [
    [folder, /^esprel\./],
    [join(folder, 'photos'), /\.jpg$/],
    [join(folder, 'backups'), /\.sqlite$/],
  ] as const) {
    if (!existsSync(dir)) continue;
    try {
      // The folder itself may hold more than the library.
      if (dir !== folder) chmodSync(dir, 0o700);
      for (const f of readdirSync(dir, { withFileTypes: true })) {
        if (f.isFile() && own.test(f.name)) chmodSync(join(dir, f.name), 0o600);
      }
    } catch {
      // Somebody else's folder, or a disk without rights: it stays as it is.
    }
  }
}
