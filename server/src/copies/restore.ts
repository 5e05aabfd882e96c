import Database from 'better-sqlite3';
import { copyFileSync, existsSync, mkdirSync, readdirSync, renameSync, rmSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { faultOf, FAULT_WORDS, LibraryProblem } from '../db/faults.ts';
import { checkLibrary, refuseOtherFiles, RESTORING, SIDES, syncFile } from '../db/libraryFile.ts';
import { holdLibrary } from '../db/hold.ts';
import { COPIES, readMigrations } from '../db/open.ts';
import { photosOfCopies, timeName } from './backup.ts';
import { copyPhotos, type PhotosFound, photosNamed } from './photoCopies.ts';

/** A copy as it is chosen from. */
export interface LibraryCopy {
  readonly name: string;
  readonly bytes: number;
  readonly written: Date;
  /** What is in it; null where it cannot be put back. */
  readonly holds: { readonly lots: number; readonly steps: number; readonly lastStep: string | null } | null;
  readonly problem: string | null;
}

interface Restored {
  /** Folder of the files that made way. */
  readonly moved: string | null;
  readonly photos: PhotosFound;
}

/** Every copy in the folder of a library, the latest first, each looked into. */
export function listCopies(folder: string): LibraryCopy[] {
  const copies = join(folder, COPIES);
  if (!existsSync(copies)) return [];
  return readdirSync(copies)
    .filter((f) => f.endsWith('.sqlite'))
    .map((name): LibraryCopy => {
      const { size, mtime } = statSync(join(copies, name));
      const { problem, ...copy } = { ...lookInto(join(copies, name), false) };
      return { name, bytes: size, written: mtime, holds: problem === null ? copy.holds : null, problem };
    })
    .sort((a, b) => b.written.getTime() - a.written.getTime() || b.name.localeCompare(a.name));
}

interface Look {
  readonly holds: LibraryCopy['holds'];
  readonly photos: readonly string[];
  readonly problem: string | null;
}

/** What is in a copy, and whether it can be put back; `whole` reads every page of it. */
function lookInto(file: string, whole: boolean): Look {
  const nothing = { holds: null, photos: [] };
  let db: Database.Database | null = null;
  try {
    refuseOtherFiles(file);
    db = new Database(file, { readonly: true, fileMustExist: true });
    checkLibrary(db, file);
    const schema = db.pragma('user_version', { simple: true }) as number;
    const known = readMigrations().length;
    if (schema === 0) return { ...nothing, problem: 'it holds no library' };
    if (schema > known) return { ...nothing, problem: `it was written by a newer Esprel (schema ${String(schema)})` };
    if (whole) {
      const state = db.pragma('integrity_check(1)', { simple: true });
      if (state !== 'ok') return { ...nothing, problem: `it is damaged: ${String(state).slice(0, 120)}` };
    }
    const { lots } = db.prepare('SELECT count(*) AS lots FROM lots').get() as { lots: number };
    // Copies of libraries from before version 16 call them actions.
    const table = db.pragma('table_info(steps)', { simple: true }) === undefined ? 'actions' : 'steps';
    const steps = db.prepare(`SELECT count(*) AS steps, max(on_day) AS lastStep FROM ${table}`).get() as {
      steps: number;
      lastStep: string | null;
    };
    return { holds: { lots, ...steps }, photos: whole ? photosNamed(db) : [], problem: null };
  } catch (error) {
    if (error instanceof LibraryProblem) return { ...nothing, problem: error.message };
    const fault = faultOf(error);
    if (fault === null) throw error;
    return { ...nothing, problem: fault === 'damaged' ? 'it is damaged' : FAULT_WORDS[fault] };
  } finally {
    db?.close();
  }
}

/**
 * Puts a copy in the place of the library. What is there makes way into a folder of its own, its write-ahead log with it: a log that
 * stays would be played into the copy. Refuses while the program runs, and a copy that is not whole. Throws a LibraryProblem.
 */
export function restore(folder: string, name: string, now: Date = new Date()): Restored {
  const copies = listCopies(folder).map((c) => c.name);
  if (!copies.includes(name)) {
    throw new LibraryProblem(
      `There is no copy "${name.slice(0, 80)}" in ${join(folder, COPIES)}. Run "npm run restore" to see those there are.`,
    );
  }
  const held = holdLibrary(folder);
  try {
    const source = join(folder, COPIES, name);
    const { problem, photos } = lookInto(source, true);
    if (problem !== null) throw new LibraryProblem(`The copy ${name} cannot be put back: ${problem}. Choose another; nothing was touched.`);
    const file = join(folder, 'esprel.sqlite');
    const part = file + RESTORING;
    rmSync(part, { force: true });
    try {
      copyFileSync(source, part);
      syncFile(part);
    } catch (error) {
      rmSync(part, { force: true });
      throw error;
    }
    const there = SIDES.map((side) => `esprel.sqlite${side}`).filter((f) => existsSync(join(folder, f)));
    const moved = there.length === 0 ? null : join(folder, `replaced-${timeName(now)}`);
    if (moved !== null) {
      mkdirSync(moved, { recursive: true, mode: 0o700 });
      for (const f of there) renameSync(join(folder, f), join(moved, f));
    }
    renameSync(part, file);
    syncFile(file);
    return { moved, photos: copyPhotos(photos, photosOfCopies(folder), join(folder, 'photos')) };
  } finally {
    held.release();
  }
}
