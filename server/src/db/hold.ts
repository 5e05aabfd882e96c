import Database from 'better-sqlite3';
import { mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { faultOf, LibraryProblem } from './faults.ts';

/** A library that this program alone serves or changes as a whole. */
interface HeldLibrary {
  /** Says where it is served, to whoever tries to serve it too. */
  readonly at: (address: string) => void;
  readonly release: () => void;
}

/**
 * Holds a library's folder until released or until the program ends, however it ends: the lock is one of the operating system, not a file
 * that a crash leaves behind. Throws a LibraryProblem where another program holds it.
 */
export function holdLibrary(folder: string): HeldLibrary {
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const lock = new Database(join(folder, 'esprel.lock'), { timeout: 0 });
  const note = join(folder, 'esprel.address');
  try {
    lock.pragma('locking_mode = EXCLUSIVE');
    lock.exec('BEGIN EXCLUSIVE');
  } catch (error) {
    lock.close();
    if (faultOf(error) !== 'locked') throw error;
    throw new LibraryProblem(
      `The library in ${folder} is in use by an Esprel that runs already${addressIn(note)}. Use that one, or stop it first; nothing was touched.`,
    );
  }
  return {
    at: (address) => {
      writeFileSync(note, address);
    },
    release: () => {
      if (!lock.open) return;
      rmSync(note, { force: true });
      lock.close();
    },
  };
}

function addressIn(note: string): string {
  try {
    return `, at ${readFileSync(note, 'utf8').trim()}`;
  } catch {
    return '';
  }
}
