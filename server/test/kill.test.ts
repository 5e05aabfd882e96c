import Database from 'better-sqlite3';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, it } from 'vitest';
import { envelope } from './library.ts';
import { startProcess } from './process.ts';

it('a kill at any moment loses at most the requests in flight', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'esprel-kill-'));
  try {
    const answered: string[] = [];
    let sent = 0;
    for (let round = 0; round < 3; round++) {
      const { server, base } = await startProcess(folder);
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
      // In the middle of its work, however slow this machine is.
      const enough = answered.length + 5 + 4 * round;
      while (answered.length < enough) await new Promise((resolve) => setTimeout(resolve, 7));
      server.kill('SIGKILL');
      killed = true;
      await Promise.all([...writers, ended]);
    }
    // It opens again, whole: every answered step is there, and no step by halves.
    const again = await startProcess(folder);
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

it('a kill in the middle of an import leaves nothing of it', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'esprel-kill-'));
  try {
    const { server, base } = await startProcess(folder);
    const send = async (path: string, body: string, type: string) =>
      (await (await fetch(`${base}/api${path}`, { method: 'POST', headers: { 'Content-Type': type }, body })).json()) as any;
    const rows = Array.from({ length: 6000 }, (_, i) => `Number ${String(i)},Tomato,2025,${String(50 + (i % 90))}`);
    const file = await send('/imports?name=many.csv', ['Variety,Crop,Year,Seeds', ...rows].join('\n'), 'text/csv');
    await send(`/imports/${file.id as string}/read`, JSON.stringify({ mapping: file.mapping, source: 'The attic' }), 'application/json');
    const state = async () => (await (await fetch(`${base}/api/imports/${file.id as string}`)).json()) as { state: string; done: number };
    while ((await state()).state !== 'read') await new Promise((resolve) => setTimeout(resolve, 50));
    await send(`/imports/${file.id as string}/accept`, JSON.stringify({ same: [] }), 'application/json');
    for (let now = await state(); now.state === 'writing' && now.done < 500; now = await state())
      await new Promise((resolve) => setTimeout(resolve, 5));
    expect(await state()).toMatchObject({ state: 'writing' });
    server.kill('SIGKILL');
    await new Promise((resolve) => server.once('exit', resolve));
    const db = new Database(join(folder, 'esprel.sqlite'));
    for (const table of ['lots', 'movements', 'varieties', 'steps', 'events', 'imports', 'lot_serials']) {
      expect(db.prepare(`SELECT count(*) AS n FROM ${table}`).get(), table).toEqual({ n: 0 });
    }
    expect(db.pragma('integrity_check', { simple: true })).toBe('ok');
    db.close();
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
});
