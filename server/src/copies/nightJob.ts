import { copiesToThin } from '@esprel/core';
import Database from 'better-sqlite3';
import { copyFileSync, existsSync, mkdirSync, readdirSync, renameSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { copyLibrary, syncFile } from '../db/libraryFile.ts';
import { COPIES } from '../db/open.ts';
import { Problem } from '../problem.ts';
import { photosOfCopies } from './backup.ts';
import { copyPhotos, photosNamed, photosWords } from './photoCopies.ts';

const NIGHT = /^night-(\d{4}-\d{2}-\d{2})\.sqlite$/;
export const nightName = (day: string): string => `night-${day}.sqlite`;

export interface NightJob {
  /** The library's file, and the folder that it lies in. */
  readonly file: string;
  readonly folder: string;
  readonly today: string;
  readonly second: string | null;
}

/** The copies of nights in a folder, by their day. */
export function nightsIn(copies: string): string[] {
  if (!existsSync(copies)) return [];
  return readdirSync(copies)
    .map((f) => NIGHT.exec(f)?.[1])
    .filter((d) => d !== undefined)
    .sort();
}

function thin(copies: string, today: string): void {
  for (const day of copiesToThin(nightsIn(copies), today)) rmSync(join(copies, nightName(day)), { force: true });
}

const lastStep = (db: Database.Database): unknown => db.prepare('SELECT max(id) FROM steps').pluck().get();

/** Whether nothing was done since the last copy of a night: then another would only take room. */
function unchanged(db: Database.Database, copies: string): boolean {
  const last = nightsIn(copies).at(-1);
  if (last === undefined) return false;
  const copy = new Database(join(copies, nightName(last)), { readonly: true, fileMustExist: true });
  try {
    return lastStep(copy) === lastStep(db);
  } catch {
    return false;
  } finally {
    copy.close();
  }
}

/**
 * Makes the copy of a night beside the library and in the second folder, and thins the old ones in both. Answers what has to be said of
 * it, '' where all is well. On a thread of the pool, with a connection of its own: the desk goes on meanwhile.
 */
export default function nightJob({ file, folder, today, second }: NightJob): string {
  const copies = join(folder, COPIES);
  mkdirSync(copies, { recursive: true, mode: 0o700 });
  const db = new Database(file, { fileMustExist: true, timeout: 5000 });
  try {
    const name = nightName(today);
    if (!unchanged(db, copies)) copyLibrary(db, join(copies, name));
    const photos = copyPhotos(photosNamed(db), join(folder, 'photos'), photosOfCopies(folder));
    thin(copies, today);
    if (second !== null) {
      if (!existsSync(second))
        throw new Problem('blocked', `The second folder for copies, ${second}, is not there. Is its disk plugged in?`);
      const latest = nightsIn(copies).at(-1);
      if (latest !== undefined && !existsSync(join(second, nightName(latest)))) {
        const target = join(second, nightName(latest));
        copyFileSync(join(copies, nightName(latest)), `${target}.part`);
        syncFile(`${target}.part`);
        renameSync(`${target}.part`, target);
      }
      copyPhotos(photosNamed(db), join(folder, 'photos'), join(second, 'photos'));
      thin(second, today);
    }
    return photosWords(photos);
  } finally {
    db.close();
  }
}
