import { refreshStale } from '@esprel/server';
import { manyLots } from './manyLots.ts';
import { manyNames } from './manyNames.ts';
import { getBytes, note, served } from './measure.ts';

/** Every lot of 10,000 judged again, while somebody goes on asking: how long it takes, and how long an answer may have to wait. */
export async function judging(): Promise<void> {
  const db = await manyLots(10_000);
  manyNames(db, 4000);
  const { base, close } = await served(db);
  db.prepare("UPDATE lot_estimates SET as_of = ''").run();
  const from = performance.now();
  let running = true;
  const job = refreshStale(db, '2027-03-14').finally(() => (running = false));
  const waits: number[] = [];
  while (running) {
    const asked = performance.now();
    await getBytes(`${base}/api/lots?tag=all&sort=seeds`);
    waits.push(performance.now() - asked);
    await new Promise((resolve) => setTimeout(resolve, 5));
  }
  const lots = await job;
  const seconds = (performance.now() - from) / 1000;
  waits.sort((a, b) => a - b);
  const [usual, worst] = [waits[Math.floor(waits.length * 0.99)] ?? NaN, waits[waits.length - 1] ?? NaN];
  console.log(`  ${String(lots)} lots judged in ${seconds.toFixed(1)} s; ${String(waits.length)} pages of the list asked for meanwhile`);
  note({
    what: `all estimates of 10,000 lots on a thread (${(lots / seconds).toFixed(0)} a second): wait for a page of the list meanwhile, 99 of 100 (longest ${worst.toFixed(0)} ms)`,
    measured: `${usual.toFixed(0)} ms`,
    budget: 'under 50 ms',
    kept: usual < 50,
  });
  close();
  db.close();
}
