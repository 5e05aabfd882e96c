import Database from 'better-sqlite3';
import { existsSync, mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { LibraryProblem } from '../db/faults.ts';
import { checkLibrary, copyLibrary, refuseOtherFiles } from '../db/libraryFile.ts';
import { COPIES } from '../db/open.ts';
import { copyPhotos, type PhotosFound, photosNamed } from './photoCopies.ts';

interface Backup {
  /** The copy of the library's file. */
  readonly file: string;
  readonly photos: PhotosFound;
}

/** Photographs of all copies lie together: a picture that did not change is kept once. */
export const photosOfCopies = (folder: string): string => join(folder, COPIES, 'photos');

/** The moment as it stands in the name of a file. */
export const timeName = (now: Date): string => now.toISOString().slice(0, 19).replaceAll(':', '-');

/**
 * Writes a whole copy of the library in `folder`, photographs included, while it may be in use. Throws a LibraryProblem where there is
 * none, and whatever the disk throws; then no copy of that name is there.
 */
export function backup(folder: string, now: Date = new Date()): Backup {
  const file = join(folder, 'esprel.sqlite');
  if (!existsSync(file)) throw new LibraryProblem(`There is no library in ${folder}. Set ESPREL_DATA to the folder of yours.`);
  refuseOtherFiles(file);
  mkdirSync(join(folder, COPIES), { recursive: true, mode: 0o700 });
  const db = new Database(file, { fileMustExist: true, timeout: 5000 });
  try {
    checkLibrary(db, file);
    const name = `esprel-${timeName(now)}`;
    let copy = join(folder, COPIES, `${name}.sqlite`);
    for (let n = 2; existsSync(copy); n++) copy = join(folder, COPIES, `${name}-${String(n)}.sqlite`);
    copyLibrary(db, copy);
    return { file: copy, photos: copyPhotos(photosNamed(db), join(folder, 'photos'), photosOfCopies(folder)) };
  } finally {
    db.close();
  }
}
