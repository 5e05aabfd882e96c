import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import type { Db } from '../db/db.ts';
import { notFound } from '../problem.ts';
import { plainJpeg } from './plainJpeg.ts';

/** Photographs lie beside the library's file, so that one copy of the folder holds everything. */
function photoFolder(db: Db): string {
  return join(dirname(db.name), 'photos');
}

/** The name of a photograph's file: its content decides it, so that the same picture twice is one file. */
export function photoName(bytes: Uint8Array): string {
  return `${createHash('sha256').update(bytes).digest('hex').slice(0, 40)}.jpg`;
}

/**
 * Keeps a photograph, without what the camera wrote beside the picture, under the name of its content: the same picture twice is one file,
 * and undo leaves it in the folder. One that lies there damaged is whole again.
 */
export function keepPhoto(db: Db, base64: string): string {
  const bytes = plainJpeg(Buffer.from(base64, 'base64'));
  const file = photoName(bytes);
  const folder = photoFolder(db);
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const path = join(folder, file);
  if (existsSync(path) && bytes.equals(readFileSync(path))) return file;
  const part = `${path}.part`;
  try {
    // Whole or not at all, also when the power goes.
    writeFileSync(part, bytes, { flush: true, mode: 0o600 });
    renameSync(part, path);
  } catch (error) {
    rmSync(part, { force: true });
    throw error;
  }
  return file;
}

/** A photograph by the name of its file. Throws a not-found Problem. */
export function readPhoto(db: Db, file: string): Buffer {
  const path = join(photoFolder(db), file);
  if (!/^[0-9a-f]{40}\.jpg$/.test(file) || !existsSync(path)) throw notFound('That photo');
  return readFileSync(path);
}

/** Takes away what a crash left of photographs that were just being written. */
export function clearHalfPhotos(db: Db): void {
  const folder = photoFolder(db);
  if (!existsSync(folder)) return;
  for (const f of readdirSync(folder)) if (f.endsWith('.part')) rmSync(join(folder, f), { force: true });
}
