import { mkdtempSync, rmSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createApp, type Db, openLibrary } from '@esprel/server';

/** A library of its own in a file, served over HTTP without limits a minute. */
export interface ServedLibrary {
  readonly db: Db;
  /** Address of its API. */
  readonly base: string;
  readonly close: () => void;
}

/** `broke` is told of every error that nobody foresaw. */
export async function serveLibrary(broke: (words: string) => void = () => undefined): Promise<ServedLibrary> {
  const folder = mkdtempSync(join(tmpdir(), 'esprel-attack-'));
  const db = openLibrary(join(folder, 'esprel.sqlite'));
  const app = createApp({
    db,
    today: () => '2027-03-14',
    limits: { reads: 1e9, writes: 1e9, calculations: 1e9 },
    log: ({ message, error }) => {
      broke(`${message}: ${error instanceof Error ? error.message.slice(0, 120) : ''}`);
    },
  });
  const server = app.listen(0, '127.0.0.1');
  await new Promise((resolve) => server.once('listening', resolve));
  return {
    db,
    base: `http://127.0.0.1:${String((server.address() as AddressInfo).port)}/api`,
    close: () => {
      server.closeAllConnections();
      server.close();
      db.close();
      rmSync(folder, { recursive: true, force: true });
    },
  };
}
