import Database from 'better-sqlite3';
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { request } from 'node:https';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { openLibrary } from '../src/db/open.ts';
import { CERTIFICATE, KEY } from './certificate.ts';
import { MAIN, startProcess } from './process.ts';

let folder: string;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'esprel-process-'));
});
afterEach(() => {
  rmSync(folder, { recursive: true, force: true });
});
const start = (env: Record<string, string>): ReturnType<typeof spawnSync> =>
  spawnSync(process.execPath, [MAIN], {
    env: { ...process.env, ESPREL_DATA: folder, ...env },
    encoding: 'utf8',
    timeout: 30_000,
  });

/** What a program says to its makers, not to whoever starts it. */
const TRACE = /\n\s+at |node:internal|Error:/;

describe('starting the program', () => {
  it.each([
    ['a port that is none', { PORT: 'http' }, 'PORT must be a number from 0 to 65535'],
    ['a port too far', { PORT: '70000' }, 'PORT must be a number'],
    ['hops that are none', { PORT: '0', ESPREL_TRUST_PROXY: 'everybody' }, 'ESPREL_TRUST_PROXY must be a number of hops, or addresses'],
    ['a certificate without its key', { PORT: '0', ESPREL_CERT: 'cert.pem' }, 'ESPREL_CERT and ESPREL_KEY go together'],
    [
      'a certificate that is not there',
      { PORT: '0', ESPREL_CERT: 'none.pem', ESPREL_KEY: 'none.key' },
      'ESPREL_CERT is none.pem, which cannot be read',
    ],
    ['a day that does not exist', { PORT: '0', ESPREL_TODAY: '2027-02-30' }, 'ESPREL_TODAY must be a date that exists'],
  ])('with %s says what is wrong and touches no library', (_name, env, says) => {
    const done = start(env);
    expect(done.status).not.toBe(0);
    expect(String(done.stderr)).toContain(says);
    expect(String(done.stderr)).not.toMatch(TRACE);
    expect(readdirSync(folder)).toEqual([]);
  });

  it('on a library of a newer program says so and leaves it alone', () => {
    const db = openLibrary(join(folder, 'esprel.sqlite'));
    db.pragma('user_version = 99');
    db.close();
    const done = start({ PORT: '0' });
    expect(String(done.stderr)).toContain('written by a newer Esprel');
    const after = new Database(join(folder, 'esprel.sqlite'), { readonly: true });
    expect(after.pragma('user_version', { simple: true })).toBe(99);
    after.close();
  });

  const foreign = (file: string): void => {
    const db = new Database(file);
    db.exec('CREATE TABLE songs (title TEXT)');
    db.close();
  };
  const broken = (file: string): void => {
    openLibrary(file).close();
    const bytes = readFileSync(file);
    writeFileSync(file, Buffer.concat([bytes.subarray(0, 9000), Buffer.alloc(60_000, 7), bytes.subarray(69_000)]));
  };
  it.each([
    [
      'an empty file',
      (f: string) => {
        writeFileSync(f, '');
      },
      'is empty, where the library should be',
    ],
    [
      'a file of something else',
      (f: string) => {
        writeFileSync(f, 'Dear diary, today'.repeat(300));
      },
      'is not a library of Esprel',
    ],
    ['a database of another program', foreign, 'is a database of another program'],
    ['a damaged library', broken, 'npm run restore'],
    [
      'a library that is gone',
      (f: string) => {
        mkdirSync(join(folder, 'backups'));
        openLibrary(join(folder, 'backups', 'a.sqlite')).close();
        void f;
      },
      'is gone, though there was one',
    ],
  ])('on %s says so in a sentence and changes nothing', (_name, prepare, says) => {
    const file = join(folder, 'esprel.sqlite');
    prepare(file);
    const before = existsSync(file) ? readFileSync(file) : null;
    const done = start({ PORT: '0' });
    expect(done.status).toBe(1);
    expect(String(done.stderr)).toContain(says);
    expect(String(done.stderr)).not.toMatch(TRACE);
    expect(existsSync(file) ? readFileSync(file) : null).toEqual(before);
  });

  it('twice on one library is refused, and so is a port that is taken, each in a sentence', async () => {
    const first = await startProcess(folder);
    const second = start({ PORT: '0' });
    expect([second.status, String(second.stderr)]).toEqual([1, expect.stringContaining(`runs already, at ${first.base}`)]);
    const elsewhere = mkdtempSync(join(tmpdir(), 'esprel-process-'));
    const third = start({ PORT: new URL(first.base).port, HOST: '127.0.0.1', ESPREL_DATA: elsewhere });
    expect([third.status, String(third.stderr)]).toEqual([1, expect.stringContaining('is taken by another program')]);
    expect(`${String(second.stderr)}${String(third.stderr)}`).not.toMatch(TRACE);
    rmSync(elsewhere, { recursive: true });
    // A crash leaves nothing behind that keeps the next one out.
    const gone = new Promise((resolve) => first.server.once('exit', resolve));
    first.server.kill('SIGKILL');
    await gone;
    const again = await startProcess(folder);
    const ended = new Promise((resolve) => again.server.once('exit', resolve));
    again.server.kill('SIGTERM');
    expect(await ended).toBe(0);
  });

  it('ends when the program that started it does, however that ends', async () => {
    const starter = spawn(
      process.execPath,
      [
        '-e',
        `const s = require('node:child_process').spawn(process.execPath, [process.argv[1]], { stdio: ['ignore', 'pipe', 'inherit', 'ipc'] });
         s.stdout.once('data', () => console.log(s.pid));`,
        MAIN,
      ],
      { env: { ...process.env, ESPREL_DATA: folder, PORT: '0' }, stdio: ['ignore', 'pipe', 'inherit'] },
    );
    const pid = await new Promise<number>((resolve) => {
      starter.stdout.once('data', (said: Buffer) => {
        resolve(Number(said.toString()));
      });
    });
    const runs = (): boolean => {
      try {
        return process.kill(pid, 0);
      } catch {
        return false;
      }
    };
    expect(runs()).toBe(true);
    starter.kill('SIGKILL');
    for (let i = 0; runs() && i < 600; i++) await new Promise((resolve) => setTimeout(resolve, 50));
    expect(runs()).toBe(false);
  });

  it('lets nobody but its own user read the library', async () => {
    const { server } = await startProcess(join(folder, 'own'));
    const mode = (path: string): string => (statSync(path).mode & 0o777).toString(8);
    expect([mode(join(folder, 'own')), mode(join(folder, 'own', 'esprel.sqlite'))]).toEqual(['700', '600']);
    const ended = new Promise((resolve) => server.once('exit', resolve));
    server.kill('SIGTERM');
    await ended;
  });

  it('makes an empty library where there is none, answers, and ends in good order when asked to', async () => {
    const server = spawn(process.execPath, [MAIN], {
      env: { ...process.env, ESPREL_DATA: folder, PORT: '0', HOST: '127.0.0.1' },
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    const base = await new Promise<string>((resolve) => {
      let said = '';
      server.stdout.on('data', (chunk: Buffer) => {
        said += chunk.toString();
        const at = /http:\/\/\S+/.exec(said);
        if (at) resolve(at[0]);
      });
    });
    const health = (await (await fetch(`${base}/api/health`)).json()) as { status: string; today: string };
    expect(health.status).toBe('ok');
    // Without a fixed day it is the one of the machine.
    expect(Math.abs(Date.parse(health.today) - Date.now())).toBeLessThan(2 * 86_400_000);
    const ended = new Promise((resolve) => server.once('exit', resolve));
    server.kill('SIGTERM');
    expect(await ended).toBe(0);
    expect(readdirSync(folder)).toContain('esprel.sqlite');
  });
});

describe('over https, and behind a server that passes requests on', () => {
  /** Asks over https without trusting anybody but the certificate of these tests. */
  const ask = (
    port: number,
    path: string,
    headers: Record<string, string>,
    body?: object,
  ): Promise<{ status: number; cookie: string; text: string }> =>
    new Promise((resolve, reject) => {
      const sent = request(
        {
          host: '127.0.0.1',
          port,
          path,
          method: body ? 'POST' : 'GET',
          ca: CERTIFICATE,
          servername: 'localhost',
          headers: { 'Content-Type': 'application/json', ...headers },
        },
        (answer) => {
          let text = '';
          answer.on('data', (chunk: Buffer) => (text += chunk.toString()));
          answer.on('end', () => {
            resolve({ status: answer.statusCode ?? 0, cookie: String(answer.headers['set-cookie'] ?? ''), text });
          });
        },
      );
      sent.on('error', reject);
      sent.end(body ? JSON.stringify(body) : undefined);
    });

  it('serves with its own certificate, and the cookie is for https alone', async () => {
    writeFileSync(join(folder, 'cert.pem'), CERTIFICATE);
    writeFileSync(join(folder, 'key.pem'), KEY);
    const env = { ESPREL_CERT: join(folder, 'cert.pem'), ESPREL_KEY: join(folder, 'key.pem') };
    const { server, base } = await startProcess(join(folder, 'library'), env);
    try {
      expect(base).toMatch(/^https:/);
      const port = Number(new URL(base).port);
      const made = await ask(port, '/api/access/first', {}, { name: 'Ottilie Vane', passphrase: 'grey kettle on the shelf' });
      expect([made.status, made.cookie]).toEqual([
        200,
        expect.stringMatching(/^__Host-esprel=[\w-]{43};.*Path=\/.*HttpOnly; Secure; SameSite=Lax$/),
      ]);
      const [cookie = ''] = made.cookie.split(';');
      expect((await ask(port, '/api/lots', { Cookie: cookie })).status).toBe(200);
    } finally {
      server.kill();
    }
  });

  it('with a certificate that is none says so', () => {
    writeFileSync(join(folder, 'cert.pem'), 'no certificate');
    const done = start({
      PORT: '0',
      ESPREL_DATA: join(folder, 'library'),
      ESPREL_CERT: join(folder, 'cert.pem'),
      ESPREL_KEY: join(folder, 'cert.pem'),
    });
    expect(String(done.stderr)).toContain('The certificate or its key cannot be used');
    expect(String(done.stderr)).not.toMatch(TRACE);
  });

  it('believes the server in front of it, where it was told to', async () => {
    const { server, base } = await startProcess(folder, { ESPREL_TRUST_PROXY: '1' });
    try {
      const passedOn = { 'X-Forwarded-For': '192.0.2.7', 'X-Forwarded-Proto': 'https' };
      const far = (await (await fetch(`${base}/api/access`, { headers: passedOn })).json()) as object;
      expect(far).toMatchObject({ state: 'closed', private: true });
      expect(await (await fetch(`${base}/api/access`)).json()).toMatchObject({ state: 'open' });
    } finally {
      server.kill();
    }
  });
});
