import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { all, type Db, openLibrary, run } from '@esprel/server';
import Database from 'better-sqlite3';
import { builtServer } from './builtServer.ts';
import { decade } from './decade.ts';
import { quantile, timed, type Waits } from './load.ts';
import { note } from './measure.ts';

const TOMORROW = '2027-03-15';

/** Gives a hundred lots of one crop to one variety: all of them are held against each other. */
function hundredOfOne(db: Db): void {
  const [most] = all<{ crop: string; variety: number }>(
    db,
    `SELECT v.crop_key AS crop, min(v.id) AS variety FROM lots l JOIN varieties v ON v.id = l.variety_id WHERE l.balance > 0
     GROUP BY v.crop_key ORDER BY count(*) DESC LIMIT 1`,
  );
  run(
    db,
    `UPDATE lots SET variety_id = ? WHERE id IN (SELECT l.id FROM lots l JOIN varieties v ON v.id = l.variety_id
       WHERE v.crop_key = ? AND l.balance > 0 ORDER BY l.id LIMIT 100)`,
    most?.variety,
    most?.crop,
  );
}

/** The built program on the morning of a new day: every lot of 10,000 is judged again while ten people turn pages of the list. */
export async function judging(): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'esprel-judging-'));
  const file = join(folder, 'esprel.sqlite');
  try {
    await decade(file, 10_300);
    const db = openLibrary(file);
    hundredOfOne(db);
    const lots = db.prepare('SELECT count(*) FROM lots').pluck().get() as number;
    db.close();
    const server = await builtServer(folder, TOMORROW);
    const reader = new Database(file, { readonly: true });
    const left = reader.prepare('SELECT count(*) FROM lot_estimates WHERE as_of <> ?').pluck();
    const from = performance.now();
    const waits: Waits = { ms: [], failed: [] };
    let asked = 0;
    try {
      while (asked % 5 > 0 || (left.get(TOMORROW) as number) > 0) {
        asked += 1;
        await timed(waits, `${server.base}/api/lots?tag=all&sort=${asked % 2 === 0 ? 'seeds' : 'alive'}`);
        await new Promise((resolve) => setTimeout(resolve, 50));
      }
    } finally {
      reader.close();
      await server.close();
    }
    const seconds = (performance.now() - from) / 1000;
    if (waits.failed.length > 0) throw new Error(waits.failed.join(', '));
    note({
      what: `every lot of ${lots.toLocaleString('en')} judged anew for a new day (${(lots / seconds).toFixed(0)} a second)`,
      measured: `${seconds.toFixed(1)} s`,
      budget: 'under 12 s',
      kept: seconds < 12,
    });
    const [usual, worst] = [quantile(waits.ms, 0.99), Math.max(...waits.ms)];
    note({
      what: `a page of the list meanwhile, also while a hundred lots of one variety are judged, 99 of 100 (longest ${worst.toFixed(0)} ms)`,
      measured: `${usual.toFixed(0)} ms`,
      budget: 'under 50 ms',
      kept: usual < 50,
    });
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}
