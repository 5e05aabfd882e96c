import { randomBytes } from 'node:crypto';
import { createWriteStream, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { Request } from 'express';
import { Problem } from '../problem.ts';

/** A library of fifty thousand lots, ten years, and its photographs. */
const MOST_BYTES = 8_000_000_000;

/** Writes the body of a request to a file of its own as it comes, and answers where that lies. Nothing is left where it is cut off. */
export async function receiveFile(request: Request): Promise<string> {
  const file = join(tmpdir(), `esprel-sent-${randomBytes(9).toString('hex')}`);
  let bytes = 0;
  const within = new Transform({
    transform(chunk: Buffer, _encoding, next) {
      bytes += chunk.length;
      next(bytes > MOST_BYTES ? new Problem('too-large', 'A file of more than 8 GB cannot be taken.') : null, chunk);
    },
  });
  try {
    await pipeline(request, within, createWriteStream(file, { mode: 0o600, flags: 'wx' }));
  } catch (error) {
    rmSync(file, { force: true });
    throw error;
  }
  return file;
}
