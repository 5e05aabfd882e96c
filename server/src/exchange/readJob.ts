import { mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { photosOfCopies } from '../copies/backup.ts';
import { copyLibrary } from '../db/libraryFile.ts';
import { COPIES, joinLibrary } from '../db/open.ts';
import { readPackage } from './readPackage.ts';

export interface ReadJob {
  /** The package. */
  readonly path: string;
  /** The folder of the library, where the copies lie. */
  readonly folder: string;
  /** The name of the copy that is made of the package. */
  readonly name: string;
}

/** Makes a copy that can be put back of a package, on a thread of the pool. */
export default function readJob({ path, folder, name }: ReadJob): string {
  const copies = join(folder, COPIES);
  mkdirSync(copies, { recursive: true, mode: 0o700 });
  const room = mkdtempSync(join(folder, 'incoming-'));
  try {
    const file = join(room, 'esprel.sqlite');
    readPackage(path, file, photosOfCopies(folder));
    const db = joinLibrary(file);
    try {
      copyLibrary(db, join(copies, name));
    } finally {
      db.close();
    }
    return name;
  } finally {
    rmSync(room, { recursive: true, force: true });
  }
}
