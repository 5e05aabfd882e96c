import { all } from '@esprel/server';
import { COMMON_READS, copiedUnderWrites, heavyWork, manyClients, quantile, servedByProcess, takenIn, timed, type Waits } from './load.ts';
import { manyLots } from './manyLots.ts';
import { manyNames } from './manyNames.ts';
import { manySowings } from './manySowings.ts';
import { note } from './measure.ts';

/** A library of 5,000 lots in a process of its own: long work beside short, many people at once, and a copy under writes. */
export async function manyPeople(): Promise<void> {
  const db = await manyLots(5000);
  manyNames(db, 2000);
  manySowings(db, 500);
  const codes = all<{ code: string }>(db, 'SELECT code FROM lots ORDER BY id LIMIT 500').map((r) => r.code);
  const library = await servedByProcess(db);
  const idle: Waits = { ms: [], failed: [] };
  // Everybody's first page finds a program that has been running for a while.
  for (let i = 0; i < 200; i++)
    await timed(idle, `${library.base}/api${(COMMON_READS[i % 10] as string).replace('CODE', codes[i] as string)}`);
  let worst = { what: '', ms: 0 };
  for (const { what, seconds, waits, answer } of await heavyWork(library.base, codes)) {
    const ms = quantile(waits.ms, 0.99);
    console.log(`  ${what}: ${seconds.toFixed(1)} s${answer.failed.length > 0 ? ', refused' : ''}; a page of the list ${ms.toFixed(0)} ms`);
    if (ms > worst.ms) worst = { what, ms };
  }
  note({
    what: `a page of the list while long work is done, 99 of 100 (worst: ${worst.what})`,
    measured: `${worst.ms.toFixed(0)} ms`,
    budget: 'under 50 ms',
    kept: worst.ms < 50,
  });
  const { reads, writes } = await manyClients(library.base, codes, 15, 500);
  const [usual, slow] = [quantile(reads.ms, 0.5), quantile(reads.ms, 0.99)];
  const failed = [...reads.failed, ...writes.failed];
  note({
    what: `50 people reading, a page each half second, and one writing: ${String(reads.ms.length)} reads, half of them within ${usual.toFixed(0)} ms, 99 of 100`,
    measured: failed.length > 0 ? `failed: ${String(failed[0])}` : `${slow.toFixed(0)} ms`,
    budget: 'under 250 ms',
    kept: failed.length === 0 && slow < 250,
  });
  const written = await takenIn(library.base, 20_000);
  note({
    what: `20,000 envelopes read in and taken in (${written.seconds.toFixed(0)} s): wait for a page of the list meanwhile, 99 of 100`,
    measured: `${quantile(written.waits.ms, 0.99).toFixed(0)} ms`,
    budget: 'under 250 ms',
    kept: written.waits.failed.length === 0 && quantile(written.waits.ms, 0.99) < 250,
  });
  await library.close();
  db.close();
  await copyUnderWrites();
}

/** A checked copy of a large library while others write into it. */
async function copyUnderWrites(): Promise<void> {
  const db = await manyLots(50_000);
  const library = await servedByProcess(db);
  db.close();
  const { seconds, megabytes, writes } = await copiedUnderWrites(library);
  note({
    what: `a checked copy of ${megabytes.toFixed(0)} MB while eight steps a second are written (${String(writes.ms.length)} written, 99 of 100 within ${quantile(writes.ms, 0.99).toFixed(0)} ms)`,
    measured: writes.failed.length > 0 ? `failed: ${String(writes.failed[0])}` : `${seconds.toFixed(0)} s`,
    budget: 'under 60 s',
    kept: writes.failed.length === 0 && seconds < 60,
  });
  await library.close();
}
