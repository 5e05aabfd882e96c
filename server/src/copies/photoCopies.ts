import { copyFileSync, existsSync, mkdirSync, readFileSync, renameSync } from 'node:fs';
import { join } from 'node:path';
import type { Db } from '../db/db.ts';
import { syncFile } from '../db/libraryFile.ts';
import { photoName } from '../files/photos.ts';

/** Photographs that a library names, by how they were found in a folder. */
export interface PhotosFound {
  readonly copied: number;
  readonly missing: readonly string[];
  /** There, but not what their name says: cut short or changed. */
  readonly damaged: readonly string[];
}

/** Every photograph that rows of a library name. */
export function photosNamed(db: Db): string[] {
  return (
    db.prepare('SELECT file FROM photos UNION SELECT photo FROM trays WHERE photo IS NOT NULL').all() as { readonly file: string }[]
  ).map((r) => r.file);
}

/** Copies the photographs that are not in `to` yet; one that is there is never changed, since its name is its content. */
export function copyPhotos(names: readonly string[], from: string, to: string): PhotosFound {
  const missing: string[] = [];
  const damaged: string[] = [];
  let copied = 0;
  mkdirSync(to, { recursive: true, mode: 0o700 });
  for (const name of names) {
    const source = join(from, name);
    const target = join(to, name);
    if (existsSync(target) && photoName(readFileSync(target)) === name) continue;
    if (!existsSync(source)) missing.push(name);
    else if (photoName(readFileSync(source)) !== name) damaged.push(name);
    else {
      copyFileSync(source, `${target}.part`);
      syncFile(`${target}.part`);
      renameSync(`${target}.part`, target);
      copied += 1;
    }
  }
  return { copied, missing, damaged };
}

/** What has to be said of photographs that could not be copied; empty where all were. */
export function photosWords({ missing, damaged }: PhotosFound): string {
  const list = (names: readonly string[]): string => names.slice(0, 5).join(', ') + (names.length > 5 ? ', …' : '');
  return [
    missing.length === 0 ? '' : `Named by the library, but not there: ${String(missing.length)} of its photographs (${list(missing)}).`,
    damaged.length === 0
      ? ''
      : `Damaged, and so not copied: ${String(damaged.length)} of its photographs (${list(damaged)}). Added again from the picture, they are whole again.`,
  ]
    .filter((s) => s !== '')
    .join('\n');
}
