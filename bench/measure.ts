import { Agent, get } from 'node:http';
import type { AddressInfo } from 'node:net';
import { createApp, type Db } from '@esprel/server';

/** One measurement, held against its budget. */
export interface Row {
  readonly what: string;
  readonly measured: string;
  readonly budget: string;
  readonly kept: boolean;
}

const rows: Row[] = [];

/** Notes a measurement for the table at the end. */
export function note(row: Row): void {
  rows.push(row);
}

/** Prints the table; answers whether every budget was kept. */
export function printRows(): boolean {
  console.log('\n| what | measured | budget | kept |\n|---|---|---|---|');
  for (const r of rows) console.log(`| ${r.what} | ${r.measured} | ${r.budget} | ${r.kept ? 'yes' : 'NO'} |`);
  return rows.every((r) => r.kept);
}

/**
 * Milliseconds of each of `calls`, taken in turns so that a machine whose speed wanders slows all alike; the lower
 * quartile of `rounds`, after as many to warm up.
 */
export async function inTurns(calls: readonly (() => unknown)[], rounds = 60): Promise<number[]> {
  const times = calls.map((): number[] => []);
  for (let round = 0; round < 2 * rounds; round++) {
    for (const [i, call] of calls.entries()) {
      const from = performance.now();
      await call();
      if (round >= rounds) times[i]?.push(performance.now() - from);
    }
  }
  return times.map((t) => t.sort((a, b) => a - b)[Math.floor(rounds / 4)] as number);
}

const agent = new Agent({ keepAlive: true });

/** Length of what a GET answers, over a connection that is kept open. */
export function getBytes(url: string): Promise<number> {
  return new Promise((resolve, reject) => {
    get(url, { agent }, (response) => {
      let length = 0;
      response.on('data', (chunk: Buffer) => (length += chunk.length));
      response.on('end', () => {
        resolve(length);
      });
    }).on('error', reject);
  });
}

export async function served(db: Db): Promise<{ base: string; close: () => void }> {
  const server = createApp({ db, today: () => '2027-03-14', limits: { reads: 1e9, writes: 1e9, calculations: 1e9 } }).listen(
    0,
    '127.0.0.1',
  );
  await new Promise((resolve) => server.once('listening', resolve));
  // As the program does: a connection that waits behind long work is not closed under the one who asks.
  server.keepAliveTimeout = 75_000;
  return {
    base: `http://127.0.0.1:${String((server.address() as AddressInfo).port)}`,
    close: () => {
      server.closeAllConnections();
      server.close();
    },
  };
}
