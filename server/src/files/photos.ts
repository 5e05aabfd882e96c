import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { wrong } from '@esprel/core';
import type { Db } from '../db/db.ts';
import { notFound } from '../http/problem.ts';

/** Photographs lie beside the library's file, so that one copy of the folder holds everything. */
function photoFolder(db: Db): string {
  return join(dirname(db.name), 'photos');
}

/** Keeps a photograph under the name of its content; the same picture twice is one file, and undo leaves it in the folder. */
export function keepPhoto(db: Db, base64: string): string {
  const bytes = Buffer.from(base64, 'base64');
  if (bytes.length < 200 || bytes[0] !== 0xff || bytes[1] !== 0xd8 || bytes[2] !== 0xff) {
    throw wrong('jpeg', 'is not a photograph; choose a JPEG picture, or take it again');
  }
  const file = `${createHash('sha256').update(bytes).digest('hex').slice(0, 40)}.jpg`;
  const folder = photoFolder(db);
  mkdirSync(folder, { recursive: true });
  const path = join(folder, file);
  if (!existsSync(path)) {
    // Whole or not at all, also when the power goes.
    writeFileSync(`${path}.part`, bytes, { flush: true });
    renameSync(`${path}.part`, path);
  }
  return file;
}

/** A photograph by the name of its file. Throws a not-found Problem. */
export function readPhoto(db: Db, file: string): Buffer {
  const path = join(photoFolder(db), file);
  if (!/^[0-9a-f]{40}\.jpg$/.test(file) || !existsSync(path)) throw notFound('That photo');
  return readFileSync(path);
}
