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

/**
 * What is wrong with a library's file, or null if it is whole. Asked over a connection of its own: SQLite's check of a full-text index goes by
 * the outline of the index that the connection read last, and calls it damaged when another connection has written since (3.53; a query
 * reads the outline anew).
 */
export function damageOf(file: string): string | null {
  const db = openLibrary(file);
  try {
    const state = String(db.pragma('integrity_check(1)', { simple: true }));
    if (state !== 'ok') return `the file is damaged: ${state}`;
    return (db.pragma('foreign_key_check') as unknown[]).length > 0 ? 'references lead nowhere' : null;
  } finally {
    db.close();
  }
}

/** A tomato envelope of a variety of that name. */
export const envelopeOf = (name: string): object => ({
  varietyName: name,
  cropKey: 'tomato',
  identity: 'sure',
  source: 'The attic',
  acquisition: 'donated',
  yearKind: 'harvest',
  year: 2024,
  form: 'cleaned',
  seeds: 100,
  amountKnown: 'counted',
  receivedOn: '2027-03-01',
  floor: 0,
});
