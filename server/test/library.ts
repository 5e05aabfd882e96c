import { copyFileSync, mkdtempSync, rmSync } from 'node:fs';
import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { expect } from 'vitest';
import { type AppOptions, createApp } from '../src/http/app.ts';
import type { Db } from '../src/db/db.ts';
import { answerChecker } from '../../scripts/contract/answers.mjs';
import { openLibrary } from '../src/db/open.ts';
import { closeSearches } from '../src/renewals/search.ts';

export interface Answer<T = Record<string, unknown>> {
  readonly status: number;
  readonly type: string;
  readonly body: T;
}

export interface TestLibrary {
  readonly db: Db;
  readonly file: string;
  readonly base: string;
  /** The program's today; tests move it on. */
  today: string;
  readonly get: (path: string) => Promise<Answer<any>>;
  readonly send: (method: string, path: string, body?: unknown, headers?: Record<string, string>) => Promise<Answer<any>>;
  readonly post: (path: string, body: unknown, headers?: Record<string, string>) => Promise<Answer<any>>;
  /** Posts and returns the body; fails the test unless it was taken. */
  readonly done: (path: string, body: unknown, method?: string) => Promise<any>;
  /** Takes an envelope in and returns its code. */
  readonly takeIn: (over?: Record<string, unknown>) => Promise<string>;
  /** What was saved of a loan comes home as one envelope; returns the loan's return and the code of its lot. */
  readonly broughtHome: (loanId: number, over?: Record<string, unknown>) => Promise<{ readonly id: number; readonly lotCode: string }>;
  readonly lotSheet: (code: string) => Promise<any>;
  /** The estimate of today, as it stands on the sheet. */
  readonly median: (code: string) => Promise<number>;
}

const open: (() => Promise<void>)[] = [];
/** Ends every library that a test opened; `setup.ts` does it after each. */
export async function closeLibraries(): Promise<void> {
  await closeSearches();
  for (const close of open.splice(0)) await close();
}

let checker: ReturnType<typeof answerChecker> | null = null;
const unlikeContract = (method: string, path: string, body: object): string | null => (checker ??= answerChecker())(method, path, body);

let template: string | null = null;

/** A file of a library with nothing in it: made once, since a copy costs a hundredth of making one. */
function emptyLibrary(): string {
  if (template === null) {
    template = join(mkdtempSync(join(tmpdir(), 'esprel-')), 'esprel.sqlite');
    openLibrary(template).close();
    const folder = dirname(template);
    process.once('exit', () => {
      rmSync(folder, { recursive: true, force: true });
    });
  }
  return template;
}

/** A library of its own in a real file, served over real HTTP until the test ends. */
export async function openTestLibrary(today = '2027-03-14', options: Partial<AppOptions> = {}): Promise<TestLibrary> {
  const folder = mkdtempSync(join(tmpdir(), 'esprel-'));
  const file = join(folder, 'esprel.sqlite');
  copyFileSync(emptyLibrary(), file);
  const db = openLibrary(file);
  // No test of these cuts the power; those that do have programs of their own.
  db.pragma('synchronous = OFF');
  const state = { today };
  const app = createApp({ ...options, db, today: () => state.today });
  const server = await new Promise<Server>((resolve) => {
    const s = app.listen(0, '127.0.0.1', () => {
      resolve(s);
    });
  });
  const base = `http://127.0.0.1:${String((server.address() as AddressInfo).port)}`;
  open.push(async () => {
    server.closeAllConnections();
    await new Promise((resolve) => server.close(resolve));
    db.close();
    rmSync(folder, { recursive: true, force: true });
  });
  async function call(path: string, init?: RequestInit): Promise<Answer<any>> {
    const response = await fetch(`${base}${path}`, init);
    const text = await response.text();
    const type = response.headers.get('content-type') ?? '';
    const answer = { status: response.status, type, body: type.includes('json') ? JSON.parse(text) : text };
    // Whatever a test is about: what is answered is what the contract says.
    const unlike = answer.status === 200 && type.includes('json') ? unlikeContract(init?.method ?? 'GET', path, answer.body) : null;
    if (unlike !== null) throw new Error(`${init?.method ?? 'GET'} ${path} does not answer as the contract says: ${unlike}`);
    return answer;
  }
  const send: TestLibrary['send'] = (method, path, body, headers = {}) =>
    call(path, {
      method,
      headers: { 'Content-Type': 'application/json', ...headers },
      ...(body === undefined ? {} : { body: typeof body === 'string' ? body : JSON.stringify(body) }),
    });
  const done: TestLibrary['done'] = async (path, body, method = 'POST') => {
    const answer = await send(method, path, body);
    if (answer.status !== 200) throw new Error(`${method} ${path}: ${String(answer.status)} ${JSON.stringify(answer.body)}`);
    return answer.body;
  };
  const lotSheet: TestLibrary['lotSheet'] = async (code) => (await call(`/api/lots/${code}`)).body;
  return {
    db,
    file,
    base,
    get today() {
      return state.today;
    },
    set today(day: string) {
      state.today = day;
    },
    get: (path) => call(path),
    send,
    post: (path, body, headers) => send('POST', path, body, headers),
    done,
    takeIn: async (over = {}) => (await done('/api/lots', envelope(over))).code,
    broughtHome: async (loanId, over = {}) => {
      const { member_id: member } = db.prepare('SELECT member_id FROM loans WHERE id = ?').get(loanId) as { member_id: number };
      const body = { receivedOn: state.today, envelopes: [savedOf(loanId, over)] };
      const { lots } = await done(`/api/members/${String(member)}/coming-home`, body);
      const { id } = db.prepare('SELECT r.id FROM returns r JOIN lots l ON l.id = r.lot_id WHERE l.code = ?').get(lots[0]) as {
        id: number;
      };
      return { id, lotCode: lots[0] };
    },
    lotSheet,
    median: async (code) => (await lotSheet(code)).estimate.today.median,
  };
}

/** A valid envelope; tests change a field or two. */
export function envelope(over: Record<string, unknown> = {}): Record<string, unknown> {
  return {
    varietyName: 'Tollgate Red',
    cropKey: 'tomato',
    breeding: 'open-pollinated',
    identity: 'sure',
    source: 'Swap at the mill hall',
    acquisition: 'donated',
    yearKind: 'harvest',
    year: 2023,
    form: 'cleaned',
    seeds: 200,
    amountKnown: 'counted',
    receivedOn: '2027-03-01',
    floor: 20,
    ...over,
  };
}

/** What differs in an envelope of a bean that insects cross; tests change a field or two. */
export function runnerBean(over: Record<string, unknown> = {}): Record<string, unknown> {
  return {
    cropKey: 'runner-bean',
    varietyName: 'Weir Scarlet',
    breeding: 'open-pollinated',
    floor: 0,
    seeds: 200,
    acquisition: 'purchased',
    ...over,
  };
}

/** An envelope of what was saved of a loan; tests change a field or two. */
export function savedOf(loanId: number, over: Record<string, unknown> = {}): Record<string, unknown> {
  return {
    loanIds: [loanId],
    isIt: 'right',
    harvestYear: 2027,
    seeds: 150,
    amountKnown: 'counted',
    form: 'cleaned',
    isolated: 'yes',
    ...over,
  };
}

/** A library whose frost is set, so that windows are known. */
export async function openSeasonLibrary(): Promise<TestLibrary> {
  const library = await openTestLibrary();
  const settings = (await library.get('/api/settings')).body as object;
  await library.done('/api/settings', { ...settings, lastFrost: '04-27', lastFrostSdDays: 10, firstFrost: '10-14' }, 'PUT');
  return library;
}

/** A valid plan of a sowing; tests change a field or two. */
export function plan(lotCode: string, over: Record<string, unknown> = {}): Record<string, unknown> {
  return {
    lotCode,
    purpose: 'beds',
    way: 'start',
    method: 'cells',
    plants: 10,
    seedsPerCell: 2,
    cells: 12,
    reserve: 0,
    sowOn: '2027-03-09',
    plantOutOn: '2027-05-11',
    ...over,
  };
}

/** Takes back the step that was made last. */
export async function undoLast(library: TestLibrary): Promise<void> {
  const { steps } = (await library.get('/api/history')).body;
  await library.done(`/api/history/${String(steps[0].id)}/undo`, {});
}

/** Takes steps back, the last first; each has to go. */
export async function takeAllBack(
  library: TestLibrary,
  steps: readonly { readonly id: number; readonly summary: string }[],
): Promise<void> {
  for (const s of [...steps].reverse()) {
    const undo = await library.post(`/api/history/${String(s.id)}/undo`, {});
    expect([s.summary, undo.status, undo.body.detail]).toEqual([s.summary, 200, undefined]);
  }
}

/**
 * Makes steps at one desk; whatever names a version is then sent once more by a second desk that saw the same, and has to be refused
 * with nothing written.
 */
export function twoDesks(library: TestLibrary, headers: Record<string, string> = {}) {
  const steps: { readonly id: number; readonly summary: string }[] = [];
  const step = async (path: string, body: object = {}, method = 'POST'): Promise<any> => {
    const answer = await library.send(method, `/api${path}`, body, headers);
    if (answer.status !== 200) throw new Error(`${method} ${path}: ${JSON.stringify(answer.body)}`);
    steps.push(answer.body.step);
    if ('version' in body) {
      const before = rowCounts(library.db);
      const second = await library.send(method, `/api${path}`, body, headers);
      expect([method, path, second.status >= 400 && second.status < 500]).toEqual([method, path, true]);
      expect(rowCounts(library.db)).toEqual(before);
    }
    return answer.body;
  };
  return { step, steps };
}

/** Does all that was taken back again, in its order. */
export async function doAllAgain(library: TestLibrary): Promise<void> {
  const redo = (await library.get('/api/history?limit=100')).body.steps.filter((x: any) => x.undoes !== null);
  for (const s of redo) expect((await library.post(`/api/history/${String(s.id)}/undo`, {})).status).toBe(200);
}

/** How many rows every table has: what a refused request must not change. */
export function rowCounts(db: Db): Record<string, number> {
  const tables = db.prepare("SELECT name FROM sqlite_master WHERE type = 'table' AND name NOT LIKE 'sqlite_%'").all() as { name: string }[];
  return Object.fromEntries(tables.map(({ name }) => [name, (db.prepare(`SELECT count(*) AS n FROM ${name}`).get() as { n: number }).n]));
}

/** A segment of a JPEG file. */
export function jpegSegment(marker: number, body: Uint8Array): Buffer {
  const length = body.length + 2;
  return Buffer.concat([Buffer.from([0xff, marker, length >> 8, length & 255]), body]);
}

/** A photograph of one grey pixel, in the order of a real file; `picture` stands for what is coded in it, `beside` before its frame. */
export function tinyJpeg(picture: string, beside: readonly Buffer[] = []): string {
  return Buffer.concat([
    Buffer.from([0xff, 0xd8]),
    jpegSegment(0xe0, Buffer.from('JFIF\0\x01\x02\0\0\x01\0\x01\0\0', 'latin1')),
    ...beside,
    jpegSegment(0xdb, Buffer.alloc(65, 1)),
    jpegSegment(0xc0, Buffer.from([8, 0, 1, 0, 1, 1, 1, 0x11, 0])),
    jpegSegment(0xda, Buffer.from([1, 1, 0, 0, 63, 0])),
    Buffer.from(picture.padEnd(300, '.')),
    Buffer.from([0xff, 0xd9]),
  ]).toString('base64');
}

/** What a logger in a fridge writes: a reading every two hours, and a weekend in which the fridge stood still. */
export function fridgeLog(days: number, from = '2027-01-01', failsOn: readonly number[] = []): string {
  const start = Date.parse(`${from}T00:00:00Z`);
  const rows = Array.from({ length: days * 12 }, (_, i) => {
    const at = new Date(start + i * 2 * 3_600_000).toISOString().slice(0, 16).replace('T', ' ');
    const day = Math.floor(i / 12);
    return `${at};${String(failsOn.includes(day) ? 19.5 : 4 + (i % 3) * 0.2).replace('.', ',')};55`;
  });
  return ['Time;Temperature (°C);Relative humidity (%)', ...rows].join('\r\n');
}

/** Lays, counts and closes a test of one bag on paper; so many of so many are alive. */
export async function testedLot(library: TestLibrary, code: string, alive: number, of: number, closedOn = '2027-03-14'): Promise<void> {
  const test = await library.done('/api/tests', {
    lotCode: code,
    method: 'on-paper',
    replicates: [of],
    startedOn: '2027-03-05',
    nightC: 20,
    dayC: 30,
    light: 'either',
    preparationDays: 0,
  });
  const marks = Array.from({ length: alive }, (_, i) => ({ position: i + 1, kind: 'normal', markedOn: '2027-03-12' }));
  await library.done(`/api/tests/${String(test.id)}/counts`, { version: 1, replicate: 1, countedOn: '2027-03-12', marks });
  await library.done(`/api/tests/${String(test.id)}/close`, { version: 2, closedOn });
}
