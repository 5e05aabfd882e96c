import Database from 'better-sqlite3';
import { type ChildProcess, spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { expect, it } from 'vitest';
import { envelope } from './library.ts';

const MAIN = fileURLToPath(new URL('../src/main.ts', import.meta.url));

async function start(folder: string): Promise<{ readonly server: ChildProcess; readonly base: string }> {
  const server = spawn(process.execPath, ['--import', 'tsx', MAIN], {
    env: { ...process.env, PORT: '0', HOST: '127.0.0.1', ESPREL_DATA: folder, ESPREL_TODAY: '2027-03-14' },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const base = await new Promise<string>((resolve, reject) => {
    let said = '';
    server.stdout?.on('data', (chunk: Buffer) => {
      said += chunk.toString();
      const at = /http:\/\/\S+/.exec(said);
      if (at) resolve(at[0]);
    });
    server.on('exit', () => {
      reject(new Error('the server ended before it listened'));
    });
  });
  return { server, base };
}

it('a kill at any moment loses at most the requests in flight', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'esprel-kill-'));
  try {
    const answered: string[] = [];
    let sent = 0;
    for (let round = 0; round < 3; round++) {
      const { server, base } = await start(folder);
      const ended = new Promise((resolve) => server.once('exit', resolve));
      let killed = false;
      const writer = async (): Promise<void> => {
        while (!killed) {
          sent += 1;
          try {
            const response = await fetch(`${base}/api/lots`, {
              method: 'POST',
              headers: { 'Content-Type': 'application/json' },
              body: JSON.stringify(envelope({ varietyName: `Number ${String(sent)}`, seeds: 100 + (sent % 50) })),
            });
            answered.push(((await response.json()) as { code: string }).code);
          } catch {
            return;
          }
        }
      };
      const writers = [writer(), writer(), writer()];
      await new Promise((resolve) => setTimeout(resolve, 250 + round * 170));
      server.kill('SIGKILL');
      killed = true;
      await Promise.all([...writers, ended]);
    }
    expect(answered.length).toBeGreaterThan(10);
    // It opens again, whole: every answered step is there, and no step by halves.
    const again = await start(folder);
    const health = (await (await fetch(`${again.base}/api/health`)).json()) as { status: string };
    expect(health.status).toBe('ok');
    again.server.kill('SIGTERM');
    await new Promise((resolve) => again.server.once('exit', resolve));
    const db = new Database(join(folder, 'esprel.sqlite'), { readonly: true });
    expect(db.pragma('integrity_check', { simple: true })).toBe('ok');
    expect(db.pragma('foreign_key_check')).toEqual([]);
    const codes = new Set((db.prepare('SELECT code FROM lots').all() as { code: string }[]).map((r) => r.code));
    expect(answered.filter((c) => !codes.has(c))).toEqual([]);
    expect(codes.size).toBeLessThanOrEqual(sent);
    const halves = db.prepare(
      `SELECT count(*) AS n FROM lots l WHERE
         l.balance <> (SELECT coalesce(sum(seeds), 0) FROM movements WHERE lot_id = l.id)
         OR NOT EXISTS (SELECT 1 FROM lot_estimates e WHERE e.lot_id = l.id)
         OR NOT EXISTS (SELECT 1 FROM events e WHERE e.entity = 'lots' AND e.row_key = l.id)`,
    );
    expect(halves.get()).toEqual({ n: 0 });
    db.close();
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
});
