import { type ChildProcess, spawn } from 'node:child_process';
import { mkdtempSync, rmSync, statSync } from 'node:fs';
import { Agent, request } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { Worker } from 'node:worker_threads';
import type { Db } from '@esprel/server';

/** Milliseconds of answers, and what was wrong with those that failed. */
export interface Waits {
  readonly ms: number[];
  readonly failed: string[];
}

export interface ServedProcess {
  readonly base: string;
  /** Folder of the library's file. */
  readonly folder: string;
  readonly close: () => Promise<void>;
}

/** A library, copied into a file and served by another process. */
export async function servedByProcess(db: Db): Promise<ServedProcess> {
  const folder = mkdtempSync(join(tmpdir(), 'esprel-bench-'));
  const file = join(folder, 'esprel.sqlite');
  db.prepare('VACUUM INTO ?').run(file);
  const server: ChildProcess = spawn(
    process.execPath,
    ['--import', 'tsx', fileURLToPath(new URL('./servedFile.ts', import.meta.url)), file],
    { stdio: ['ignore', 'pipe', 'inherit', 'ipc'] },
  );
  const base = await new Promise<string>((resolve) => {
    server.stdout?.once('data', (said: Buffer) => {
      resolve(said.toString().trim());
    });
  });
  return {
    base,
    folder,
    close: async () => {
      const ended = new Promise((resolve) => server.once('exit', resolve));
      server.kill('SIGKILL');
      await ended;
      rmSync(folder, { recursive: true, force: true });
    },
  };
}

const agent = new Agent({ keepAlive: true, maxSockets: 200 });

/** Sends a request and answers its milliseconds; notes one that failed. */
export async function timed(waits: Waits, url: string, body?: Buffer | string, type = 'application/json'): Promise<void> {
  const from = performance.now();
  const status = await new Promise<number>((resolve, reject) => {
    const sent = request(
      url,
      { agent, method: body === undefined ? 'GET' : 'POST', headers: body === undefined ? {} : { 'Content-Type': type } },
      (response) => {
        response.resume();
        response.on('end', () => {
          resolve(response.statusCode ?? 0);
        });
      },
    );
    sent.on('error', reject);
    sent.end(body);
  });
  waits.ms.push(performance.now() - from);
  if (status !== 200) waits.failed.push(`${String(status)} ${url.slice(0, 80)}`);
}

export function quantile(ms: readonly number[], q: number): number {
  const sorted = [...ms].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * q))] ?? NaN;
}

/** What pages ask for most: Today, the frame, lists, a sheet. */
export const COMMON_READS = [
  '/today',
  '/session',
  '/lots?tag=all&sort=crop',
  '/lots?tag=test&sort=alive',
  '/lots/CODE',
  '/tests',
  '/sowings',
  '/members',
  '/season/list?rows=25',
  '/find?q=tollgate',
];

/** Fifty people who read, each looking at a page for a moment before the next, and one who writes, for some seconds. */
export async function manyClients(
  base: string,
  codes: readonly string[],
  seconds: number,
  pauseMs: number,
): Promise<{ readonly reads: Waits; readonly writes: Waits }> {
  const reads: Waits = { ms: [], failed: [] };
  const writes: Waits = { ms: [], failed: [] };
  const until = performance.now() + seconds * 1000;
  const pause = (ms: number): Promise<unknown> => new Promise((resolve) => setTimeout(resolve, ms));
  const reader = async (who: number): Promise<void> => {
    await pause((who * pauseMs) / 50);
    for (let i = who; performance.now() < until; i++) {
      const path = (COMMON_READS[i % COMMON_READS.length] as string).replace('CODE', codes[i % codes.length] as string);
      await timed(reads, `${base}/api${path}`);
      await pause(pauseMs);
    }
  };
  const writer = async (): Promise<void> => {
    for (let i = 0; performance.now() < until; i++) {
      const code = codes[i % codes.length] as string;
      await timed(writes, `${base}/api/lots/${code}/movements`, JSON.stringify({ kind: 'in', seeds: 5, reason: 'a few more' }));
      await pause(500);
    }
  };
  await Promise.all([writer(), ...Array.from({ length: 50 }, (_, i) => reader(i))]);
  return { reads, writes };
}

const SENDER = `
  const { parentPort, workerData: { url, body, type } } = require('node:worker_threads');
  const from = performance.now();
  const sent = require('node:http').request(url, { method: body ? 'POST' : 'GET', headers: body ? { 'Content-Type': type } : {} }, (r) => {
    r.resume();
    r.on('end', () => parentPort.postMessage({ status: r.statusCode, ms: performance.now() - from }));
  });
  sent.end(body && Buffer.from(body));
`;

/** As `timed`, by a thread of its own: who sends megabytes would keep whoever measures waiting, and not the server. */
async function sentElsewhere(waits: Waits, url: string, body: Buffer | string | undefined, type = 'application/json'): Promise<void> {
  const worker = new Worker(SENDER, { eval: true, workerData: { url, body, type } });
  const { status, ms } = await new Promise<{ status: number; ms: number }>((resolve, reject) => {
    worker.once('message', resolve);
    worker.once('error', reject);
  });
  waits.ms.push(ms);
  if (status !== 200) waits.failed.push(`${String(status)} ${url.slice(0, 80)}`);
}

/** What may stand in everybody's way: each is asked for once, while one person goes on turning pages of the list. */
export async function heavyWork(
  base: string,
  codes: readonly string[],
): Promise<{ readonly what: string; readonly seconds: number; readonly waits: Waits; readonly answer: Waits }[]> {
  const day = (i: number): string => new Date(Date.parse('2000-01-01') + i * 432_000_000).toISOString().slice(0, 10);
  const viability = {
    crop: { halfLifeYears: 5, oilClass: 'starchy', freshGermination: 0.9 },
    form: 'raw',
    acquisition: 'saved',
    start: '2000-01-01',
    storage: [{ from: '2000-01-01', temperatureC: 15, rhPercent: 50 }],
    tests: Array.from({ length: 1000 }, (_, i) => ({ date: day(i), sown: 100_000, alive: 90_000 - 60 * i })),
    at: Array.from({ length: 1000 }, (_, i) => day(i + 1000)),
  };
  const envelopes = Array.from(
    { length: 20_000 },
    (_, i) => `Number ${String(i)},Tomato,2025,${String(50 + (i % 90))},a note on the envelope that says where it lay`,
  );
  const jobs: readonly (readonly [string, string, (Buffer | string)?, string?])[] = [
    ['the plan of the labels of 500 lots', `/labels/plan?kind=packet&codes=${codes.join(',')}`],
    ['2,000 labels as PDF', `/labels/labels.pdf?codes=${codes.slice(0, 4).join(',')}&copies=500`],
    ['viability at its limits', '/calc/viability', JSON.stringify(viability)],
    [
      'seeds a cell at their limits',
      '/calc/seeds-per-cell',
      JSON.stringify({
        viability: { alpha: 0.6, beta: 0.5 },
        emergence: 0.4,
        plants: 10_000,
        certainty: 0.999999,
        maxPerCell: 50,
        available: 100_000,
        traySpread: 1,
      }),
    ],
    ['a file of 20,000 envelopes', '/imports?name=a.csv', ['Variety,Crop,Year,Seeds,Notes', ...envelopes].join('\n'), 'text/csv'],
    ['19 MB of line ends', '/imports?name=b.csv', Buffer.alloc(19_000_000, 10), 'text/csv'],
    ['30,000 columns', '/imports?name=c.csv', `Variety${','.repeat(30_000)}\n1`, 'text/csv'],
  ];
  const out = [];
  for (const [what, path, body, type] of jobs) {
    const waits: Waits = { ms: [], failed: [] };
    const answer: Waits = { ms: [], failed: [] };
    let running = true;
    const job = sentElsewhere(answer, `${base}/api${path}`, body, type).finally(() => (running = false));
    while (running) {
      await timed(waits, `${base}/api/lots?tag=all&sort=seeds`);
      await new Promise((resolve) => setTimeout(resolve, 5));
    }
    await job;
    out.push({ what, seconds: (answer.ms[0] ?? NaN) / 1000, waits, answer });
  }
  return out;
}

/** Reads a file of `rows` envelopes in and takes them in, while one person goes on turning pages of the list. */
export async function takenIn(base: string, rows: number): Promise<{ readonly seconds: number; readonly waits: Waits }> {
  const waits: Waits = { ms: [], failed: [] };
  const post = async (path: string, body: string): Promise<Record<string, unknown>> =>
    (await (await fetch(`${base}/api${path}`, { method: 'POST', headers: { 'Content-Type': 'application/json' }, body })).json()) as Record<
      string,
      unknown
    >;
  const envelopes = Array.from({ length: rows }, (_, i) => `New name ${String(i % 900)},Tomato,2025,${String(50 + (i % 90))}`);
  const from = performance.now();
  const file = await post('/imports?name=new.csv', ['Variety,Crop,Year,Seeds', ...envelopes].join('\n'));
  const id = String(file.id);
  const until = async (state: string): Promise<void> => {
    for (;;) {
      const now = (await (await fetch(`${base}/api/imports/${id}`)).json()) as { state: string; message: string | null };
      if (now.state === state) return;
      if (now.state === 'failed') throw new Error(now.message ?? 'failed');
      await timed(waits, `${base}/api/lots?tag=all&sort=seeds`);
      await new Promise((resolve) => setTimeout(resolve, 5));
    }
  };
  await post(`/imports/${id}/read`, JSON.stringify({ mapping: file.mapping, source: 'The attic' }));
  await until('read');
  await post(`/imports/${id}/accept`, JSON.stringify({ same: [] }));
  await until('done');
  return { seconds: (performance.now() - from) / 1000, waits };
}

/** Copies a library while eight steps a second are written into it; answers its seconds and megabytes. */
export async function copiedUnderWrites({
  base,
  folder,
}: ServedProcess): Promise<{ readonly seconds: number; readonly megabytes: number; readonly writes: Waits }> {
  const writes: Waits = { ms: [], failed: [] };
  const from = performance.now();
  const copying = spawn(process.execPath, [fileURLToPath(new URL('../server/dist/copies/main.js', import.meta.url)), 'backup'], {
    env: { ...process.env, ESPREL_DATA: folder },
    stdio: ['ignore', 'ignore', 'inherit'],
  });
  let running = true;
  const ended = new Promise<number | null>((resolve) => copying.once('exit', resolve)).finally(() => (running = false));
  for (let i = 0; running; i++) {
    await timed(writes, `${base}/api/members`, JSON.stringify({ name: `Member ${String(i)}` }));
    await new Promise((resolve) => setTimeout(resolve, 125));
  }
  if ((await ended) !== 0) writes.failed.push('the copy failed');
  return { seconds: (performance.now() - from) / 1000, megabytes: statSync(join(folder, 'esprel.sqlite')).size / 1e6, writes };
}
