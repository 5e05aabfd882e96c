import { connect } from 'node:net';
import { brotliCompressSync, deflateSync, gzipSync } from 'node:zlib';
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { beforeEach, describe, expect, it } from 'vitest';
import { openLibrary } from '../src/db/open.ts';
import { createApp } from '../src/http/app.ts';
import { openTestLibrary, rowCounts, type TestLibrary } from './library.ts';

let library: TestLibrary;
beforeEach(async () => {
  library = await openTestLibrary();
});

/** Sends bytes as they are and answers the first line and the body. */
function raw(text: string): Promise<{ readonly status: number; readonly body: string }> {
  return new Promise((resolve, reject) => {
    const socket = connect(Number(new URL(library.base).port), '127.0.0.1', () => socket.write(text));
    let said = '';
    socket.on('data', (chunk: Buffer) => (said += chunk.toString()));
    socket.on('error', reject);
    socket.on('close', () => {
      resolve({ status: Number(/^HTTP\/1\.\d (\d+)/.exec(said)?.[1]), body: said.slice(said.indexOf('\r\n\r\n') + 4) });
    });
  });
}
const asked = (host: string | null, path = '/api/lots') =>
  raw(`GET ${path} HTTP/1.0\r\n${host === null ? '' : `Host: ${host}\r\n`}Connection: close\r\n\r\n`);

describe('the names of the library', () => {
  it('are those of this machine and those it was given; another name is served nothing, reads too', async () => {
    const port = new URL(library.base).port;
    for (const host of [`127.0.0.1:${port}`, `localhost:${port}`, 'LOCALHOST.', '[::1]:80'])
      expect([host, (await asked(host)).status]).toEqual([host, 200]);
    for (const host of ['elsewhere.example', `elsewhere.example:${port}`, '127.0.0.1.elsewhere.example', '203.0.113.9', 'a b', '@', '']) {
      const answer = await asked(host);
      expect([host, answer.status]).toEqual([host, host === 'a b' || host === '@' ? expect.any(Number) : 403]);
      expect(answer.status).toBeGreaterThanOrEqual(400);
    }
    expect((await asked('elsewhere.example')).body).toContain('ESPREL_HOSTS');
    // A request that does not say whom it is for.
    expect((await asked(null)).status).toBe(403);
    expect((await asked('elsewhere.example', '/')).status).toBe(403);
  });

  it('can be added to', async () => {
    const db = openLibrary(':memory:');
    const server = createApp({ db, today: () => '2027-03-14', hosts: ['seeds.mill-hall.example', ' box.local:8080'] }).listen(
      0,
      '127.0.0.1',
    );
    await new Promise((resolve) => server.once('listening', resolve));
    const { port } = server.address() as AddressInfo;
    const status = (host: string): Promise<number> =>
      new Promise((resolve) => {
        const socket = connect(port, '127.0.0.1', () =>
          socket.write(`GET /api/access HTTP/1.1\r\nHost: ${host}\r\nConnection: close\r\n\r\n`),
        );
        socket.once('data', (chunk: Buffer) => {
          resolve(Number(/ (\d+)/.exec(chunk.toString())?.[1]));
          socket.destroy();
        });
      });
    expect([await status('seeds.mill-hall.example'), await status('box.local'), await status('other.local')]).toEqual([200, 200, 403]);
    server.close();
    db.close();
  });
});

describe('pages of other sites', () => {
  it.each([
    ['an Origin of another site', { Origin: 'http://elsewhere.example' }],
    ['an Origin that is hidden', { Origin: 'null' }],
    ['a browser that says so', { 'Sec-Fetch-Site': 'cross-site' }],
    ['another port of the same machine', { 'Sec-Fetch-Site': 'same-site' }],
  ])('%s: nothing is written and nothing worked out', async (_what, headers) => {
    const before = rowCounts(library.db);
    expect(await library.post('/api/people', { name: 'Eve' }, headers)).toMatchObject({ status: 403, body: { code: 'not-allowed-host' } });
    expect((await library.post('/api/calc/weigh', {}, headers)).status).toBe(403);
    expect((await library.post('/api/imports?name=a.csv', 'Variety\nA', headers)).status).toBe(403);
    expect((await library.send('GET', '/api/labels/labels.pdf?codes=TM-001V', undefined, headers)).status).toBe(403);
    expect(rowCounts(library.db)).toEqual(before);
  });

  it('the library’s own pages, programs, and links that somebody follows are served', async () => {
    const own: Record<string, string>[] = [{}, { 'Sec-Fetch-Site': 'same-origin', Origin: library.base }, { 'Sec-Fetch-Site': 'none' }];
    for (const headers of own) expect((await library.post('/api/members', { name: 'Bram Holt' }, headers)).status).toBe(200);
    const link = 'Sec-Fetch-Site: cross-site\r\nSec-Fetch-Mode: navigate\r\nSec-Fetch-Dest: document\r\nConnection: close';
    expect((await raw(`GET /api/export/lots.csv HTTP/1.1\r\nHost: localhost\r\n${link}\r\n\r\n`)).status).toBe(200);
    const post = `POST /api/members HTTP/1.1\r\nHost: localhost\r\nContent-Type: application/json\r\nContent-Length: 13\r\n${link}\r\n\r\n{"name":"Eve"}`;
    expect((await raw(post)).status).toBe(403);
  });
});

describe('bodies that are none', () => {
  const send = (body: Uint8Array | string, encoding: string, path = '/api/members') =>
    fetch(`${library.base}${path}`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json', 'Content-Encoding': encoding },
      body: typeof body === 'string' ? body : Buffer.from(body),
    });
  it.each(['gzip', 'deflate', 'br', 'zstd', 'nonsense'])('said to be %s and not so: 400, and nothing broke', async (encoding) => {
    for (const path of ['/api/members', '/api/calc/weigh', '/api/imports']) {
      const answer = await send('this is no such thing', encoding, path);
      expect([path, answer.status]).toEqual([path, 400]);
      expect(((await answer.json()) as { code: string }).code).toBe('not-json');
    }
  });
  it('that are compressed are read', async () => {
    const body = JSON.stringify({ name: 'Bram Holt' });
    for (const [encoding, bytes] of [
      ['gzip', gzipSync(body)],
      ['deflate', deflateSync(body)],
      ['br', brotliCompressSync(body)],
    ] as const)
      expect((await send(new Uint8Array(bytes), encoding)).status).toBe(200);
  });
  it('nested thousands deep: 400', async () => {
    for (const path of ['/api/members', '/api/calc/viability', '/api/trays']) {
      for (const body of ['['.repeat(20_000) + ']'.repeat(20_000), `${'{"a":'.repeat(5000)}1${'}'.repeat(5000)}`]) {
        expect((await library.post(path, body)).status).toBe(400);
      }
    }
  });
});

describe('what is answered', () => {
  it('is not kept by anybody on the way, but for what says so', async () => {
    const kept = async (path: string): Promise<string | null> => (await fetch(`${library.base}${path}`)).headers.get('cache-control');
    expect(await kept('/api/find?q=x')).toBe('no-store');
    expect(await kept('/api/nothing')).toBe('no-store');
    expect(await kept('/api/season')).toBe('no-cache');
    expect(await kept('/api/labels/TM-001V.svg')).toBe('max-age=86400');
  });

  it('for a file that is not there is 404; for a page of the program, the program', async () => {
    const web = mkdtempSync(join(tmpdir(), 'esprel-web-'));
    mkdirSync(join(web, 'assets'));
    writeFileSync(join(web, 'index.html'), '<title>Esprel</title>');
    writeFileSync(join(web, 'assets', 'a.js'), '1');
    const db = openLibrary(':memory:');
    const server = createApp({ db, today: () => '2027-03-14', web }).listen(0, '127.0.0.1');
    await new Promise((resolve) => server.once('listening', resolve));
    const base = `http://127.0.0.1:${String((server.address() as AddressInfo).port)}`;
    const status = async (path: string): Promise<number> => (await fetch(base + path)).status;
    expect([await status('/'), await status('/lots/TM-001V'), await status('/assets/a.js')]).toEqual([200, 200, 200]);
    expect([await status('/assets/old-1234.js'), await status('/favicon.ico'), await status('/x.map')]).toEqual([404, 404, 404]);
    server.closeAllConnections();
    server.close();
    db.close();
    rmSync(web, { recursive: true });
  });

  it('a name with a line break never gets in, and a calendar and a label stay whole all the same', async () => {
    const settings = (await library.get('/api/settings')).body as object;
    const named = await library.send('PUT', '/api/settings', { ...settings, libraryName: 'Seeds\r\nX-EVIL:1' });
    expect(named.body.errors).toMatchObject([{ path: 'libraryName' }]);
    expect((await library.post('/api/members', { name: 'Bram\nHolt' })).body.errors).toMatchObject([{ path: 'name' }]);
    library.db.prepare("INSERT INTO settings (key, value) VALUES ('libraryName', ?)").run(JSON.stringify('Seeds\r\nX-EVIL:1'));
    expect((await library.get('/api/calendar.ics')).body).not.toMatch(/^X-EVIL/m);
    const code = await library.takeIn();
    library.db.prepare("UPDATE varieties SET name = 'Red ' || char(65534) || ' one'").run();
    expect((await library.get(`/api/labels/page.svg?codes=${code}`)).body).not.toContain('\uFFFE');
  });
});

it('reads and writes have limits of their own, from one address', async () => {
  const db = openLibrary(':memory:');
  const server = createApp({ db, today: () => '2027-03-14', limits: { reads: 5, writes: 2, calculations: 1 } }).listen(0, '127.0.0.1');
  await new Promise((resolve) => server.once('listening', resolve));
  const base = `http://127.0.0.1:${String((server.address() as AddressInfo).port)}`;
  const post = (path: string, body: object) =>
    fetch(base + path, { method: 'POST', headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) });
  const codes = [];
  for (let i = 0; i < 3; i++) codes.push((await post('/api/members', { name: `Bram ${String(i)}` })).status);
  expect(codes).toEqual([200, 200, 429]);
  expect((await fetch(`${base}/api/members`)).status).toBe(200);
  expect([(await post('/api/calc/weigh', {})).status, (await post('/api/calc/weigh', {})).status]).toEqual([400, 429]);
  server.closeAllConnections();
  server.close();
  db.close();
});
