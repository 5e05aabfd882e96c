import { mkdtempSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { openLibrary } from '@esprel/server';
import { builtServer } from './builtServer.ts';
import { decade } from './decade.ts';
import { COMMON_READS, quantile, timed, type Waits } from './load.ts';
import { manySowings } from './manySowings.ts';
import { note } from './measure.ts';
import { pageChanges } from './pageChanges.ts';

const TODAY = '2027-03-14';

/** The built program with 50,000 lots, ten years of history and a season of 2,000 sowings: disk, start, memory, pages in a browser, its calendar. */
export async function large(): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'esprel-decade-'));
  const file = join(folder, 'esprel.sqlite');
  try {
    await decade(file, 53_000);
    const db = openLibrary(file);
    manySowings(db, 2000);
    const count = (sql: string): number => db.prepare(sql).pluck().get() as number;
    const steps = count('SELECT count(*) FROM steps');
    const code = db.prepare('SELECT code FROM lots ORDER BY id DESC LIMIT 1').pluck().get() as string;
    const lots = count('SELECT count(*) FROM lots');
    db.pragma('wal_checkpoint(TRUNCATE)');
    db.close();
    const gigabytes = statSync(file).size / 1e9;
    note({
      what: `a library of ${lots.toLocaleString('en')} lots and ${steps.toLocaleString('en')} steps of people, on the disk`,
      measured: `${gigabytes.toFixed(2)} GB`,
      budget: 'under 2 GB',
      kept: gigabytes < 2,
    });
    // Once before, so that the program's own files are in the memory of the machine, as they are wherever it ran before.
    await (await builtServer(folder, TODAY)).close();
    const server = await builtServer(folder, TODAY);
    try {
      note({
        what: 'the same: from starting the program to its first healthy answer',
        measured: `${(server.healthyMs / 1000).toFixed(2)} s`,
        budget: 'under 2 s',
        kept: server.healthyMs < 2000,
      });
      const api = `${server.base}/api`;
      const waits: Waits = { ms: [], failed: [] };
      for (const path of COMMON_READS) await timed(waits, api + path.replace('CODE', code));
      await timed(waits, `${api}/calendar.ics`);
      // The report reads every lot and every movement.
      await timed(waits, `${api}/year`);
      const megabytes = server.mostMegabytes();
      if (waits.failed.length > 0) throw new Error(waits.failed.join(', '));
      if (megabytes !== null) {
        note({
          what: 'the most memory that it took for its pages, a calendar and the report of a year (a search for renewals has a budget of its own)',
          measured: `${megabytes.toFixed(0)} MB`,
          budget: 'under 350 MB',
          kept: megabytes < 350,
        });
      }
      const calendar = await calendarMeanwhile(api);
      note({
        what: `a page of the list while the calendar of 2,000 sowings is made (${calendar.each.toFixed(0)} ms each), 99 of 100`,
        measured: `${calendar.wait.toFixed(0)} ms`,
        budget: 'under 50 ms',
        kept: calendar.wait < 50,
      });
      const pages = await pageChanges(server.base);
      if (pages === null) console.log('  no browser here: page changes are not measured');
      else {
        const [name, worst] = [...pages].sort((a, b) => b[1] - a[1])[0] as [string, number];
        console.log(`  page changes: ${[...pages].map(([n, ms]) => `${n} ${ms.toFixed(0)} ms`).join(', ')}`);
        note({
          what: `a page change in the browser, click to drawn (the slowest place: ${name})`,
          measured: `${worst.toFixed(0)} ms`,
          budget: 'under 100 ms',
          kept: worst < 100,
        });
      }
    } finally {
      await server.close();
    }
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

/** Asks for calendars one after the other, each made anew, while somebody turns pages of the list. */
async function calendarMeanwhile(api: string): Promise<{ readonly wait: number; readonly each: number }> {
  const waits: Waits = { ms: [], failed: [] };
  const calendars: Waits = { ms: [], failed: [] };
  let running = true;
  const asked = (async () => {
    for (let i = 0; i < 8; i++) await timed(calendars, `${api}/calendar.ics?again=${String(i)}`);
  })().finally(() => (running = false));
  while (running) {
    await timed(waits, `${api}/lots?tag=all&sort=crop`);
    await new Promise((resolve) => setTimeout(resolve, 3));
  }
  await asked;
  if (calendars.failed.length > 0) throw new Error(calendars.failed.join(', '));
  return { wait: quantile(waits.ms, 0.99), each: quantile(calendars.ms, 0.5) };
}
