import Database from 'better-sqlite3';
import { spawn, spawnSync } from 'node:child_process';
import { mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { openLibrary } from '../src/db/open.ts';

const ROOT = fileURLToPath(new URL('../..', import.meta.url));
const MAIN = join(ROOT, 'server/src/main.ts');

let folder: string;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'esprel-process-'));
});
afterEach(() => {
  rmSync(folder, { recursive: true, force: true });
});
const start = (env: Record<string, string>): ReturnType<typeof spawnSync> =>
  spawnSync(process.execPath, ['--import', 'tsx', MAIN], {
    env: { ...process.env, ESPREL_DATA: folder, ...env },
    encoding: 'utf8',
    timeout: 30_000,
  });

describe('starting the program', () => {
  it.each([
    ['a port that is none', { PORT: 'http' }, 'PORT must be a number from 0 to 65535'],
    ['a port too far', { PORT: '70000' }, 'PORT must be a number'],
    ['a day that does not exist', { PORT: '0', ESPREL_TODAY: '2027-02-30' }, 'ESPREL_TODAY must be a date that exists'],
  ])('with %s says what is wrong and touches no library', (_name, env, says) => {
    const done = start(env);
    expect(done.status).not.toBe(0);
    expect(String(done.stderr)).toContain(says);
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

  it('makes an empty library where there is none, answers, and ends in good order when asked to', async () => {
    const server = spawn(process.execPath, ['--import', 'tsx', MAIN], {
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

describe('npm run backup', () => {
  const backup = (): ReturnType<typeof spawnSync> =>
    spawnSync(process.execPath, [join(ROOT, 'scripts/backup.mjs')], { env: { ...process.env, ESPREL_DATA: folder }, encoding: 'utf8' });

  it('writes a whole copy while the library is in use', () => {
    const db = openLibrary(join(folder, 'esprel.sqlite'));
    db.prepare("INSERT INTO people (name) VALUES ('Ottilie')").run();
    const done = backup();
    expect(done.status, String(done.stderr)).toBe(0);
    const copies = readdirSync(join(folder, 'backups'));
    expect(copies).toHaveLength(1);
    const copy = new Database(join(folder, 'backups', copies[0] as string), { readonly: true });
    expect(copy.prepare('SELECT name FROM people').all()).toEqual([{ name: 'Ottilie' }]);
    copy.close();
    db.close();
  });

  it('says where to look when there is no library', () => {
    const done = backup();
    expect(done.status).toBe(1);
    expect(String(done.stderr)).toContain('Set ESPREL_DATA');
  });
});
