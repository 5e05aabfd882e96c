import { formatLotCode } from '@esprel/core';
import type { SwapCopy, SwapCopyPage } from '@esprel/core/api';
import { findLots, shelfOf } from '../web/src/swapDesk/shelf.ts';
import { manyLots } from './manyLots.ts';
import { manyNames } from './manyNames.ts';
import { getBytes, note, served } from './measure.ts';

const TODAY = '2027-03-14';

/** A desk made ready for a day without a network, and a thousand steps that it kept coming in, while others go on reading. */
export async function swapDay(): Promise<void> {
  const db = await manyLots(10_000);
  manyNames(db, 4000);
  const join = db.prepare("INSERT INTO members (name, folded, joined_on) VALUES (?, ?, '2026-01-01')");
  db.transaction(() => {
    for (let i = 0; i < 1000; i++) join.run(`Bench Member ${String(i)}`, `bench member ${String(i)}`);
  }).immediate();
  const library = await served(db);
  const post = async (path: string, body: object): Promise<{ id: number }> => {
    const answer = await fetch(`${library.base}/api${path}`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify(body),
    });
    if (!answer.ok) throw new Error(`${path}: ${await answer.text()}`);
    return (await answer.json()) as { id: number };
  };
  const read = async (path: string): Promise<{ text: string }> => ({ text: await (await fetch(`${library.base}/api${path}`)).text() });
  const { id: swap } = await post('/swap', { name: 'Bench swap', heldOn: TODAY, rule: 'free' });
  const { id: desk } = await post(`/swap/${String(swap)}/desks`, { name: 'Desk 1' });

  const alone: number[] = [];
  for (let i = 0; i < 100; i++) {
    // Each after a step of somebody: an answer that is kept says nothing.
    await post(`/swap/desks/${String(desk)}/visits`, {
      n: 900_000 + i,
      key: `a${String(i)}`,
      on: TODAY,
      minute: 600,
      deskToday: TODAY,
      visit: `a${String(i)}`,
    });
    const asked = performance.now();
    await getBytes(`${library.base}/api/lots?limit=60`);
    alone.push(performance.now() - asked);
  }
  alone.sort((a, b) => a - b);
  const usualAlone = alone[98] ?? NaN;
  const waits: number[] = [];
  let busy = true;
  const others = (async () => {
    while (busy) {
      const asked = performance.now();
      await getBytes(`${library.base}/api/lots?limit=60`);
      waits.push(performance.now() - asked);
      await new Promise((resolve) => setTimeout(resolve, 10));
    }
  })();

  const from = performance.now();
  const first = await read(`/swap/desks/${String(desk)}/copy`);
  const copy = JSON.parse(first.text) as SwapCopy;
  let bytes = first.text.length;
  const lots: SwapCopyPage['lots'][number][] = [];
  for (let after: number | null = 0; after !== null;) {
    const { text } = await read(`/swap/desks/${String(desk)}/copy/lots?after=${String(after)}`);
    const page = JSON.parse(text) as SwapCopyPage;
    bytes += text.length;
    lots.push(...page.lots);
    after = page.after;
  }
  const ready = performance.now() - from;
  console.log(`  ${String(lots.length)} lots, ${String(copy.members.length)} members, codes for ${String(copy.desk.codesLeft)} envelopes`);
  note({
    what: `what a desk keeps of 10,000 lots and 1,000 members, read in pages: ${(bytes / 1e6).toFixed(1)} MB`,
    measured: `${(ready / 1000).toFixed(1)} s`,
    budget: 'under 10 s and 30 MB',
    kept: ready < 10_000 && bytes < 30e6,
  });

  const shelf = shelfOf(lots, (key) => copy.crops.find((c) => c.key === key)?.name ?? key);
  const finds: number[] = [];
  for (const text of ['kil', 'tollgate', 'long white trailer', 'tomatoe', 'qwertz', 'rd', 'marl pit keper', 'bench']) {
    for (let i = 0; i < 20; i++) {
      const asked = performance.now();
      findLots(shelf, text);
      finds.push(performance.now() - asked);
    }
  }
  finds.sort((a, b) => a - b);
  const found = finds[Math.floor(finds.length * 0.95)] ?? NaN;
  note({
    what: 'finding a lot of 10,000 at a desk without a network, also through typing mistakes, 95 of 100',
    measured: `${found.toFixed(0)} ms`,
    budget: 'under 50 ms',
    kept: found < 50,
  });

  const given = lots.filter((l) => l.notLent === null && l.free >= 5).slice(0, 500);
  const begun = performance.now();
  for (let n = 1; n <= 1000; n++) {
    const said = { n, key: `b${String(n)}`, on: TODAY, minute: 600, deskToday: TODAY };
    if (n % 2 === 0) {
      const lot = given[(n / 2) % given.length];
      await post(`/swap/desks/${String(desk)}/out`, {
        ...said,
        visit: `v${String(n % 80)}`,
        lotCode: lot?.code ?? '',
        packets: 1,
        seedsEach: 1,
        forSeed: false,
      });
    } else {
      const number = copy.desk.blocks[0]?.first ?? 1;
      const code = n < 600 ? formatLotCode('TM', number + (n - 1) / 2) : null;
      await post(`/swap/desks/${String(desk)}/in`, {
        ...said,
        visit: null,
        code,
        name: `Bench sort ${String(n)}`,
        cropKey: 'tomato',
        yearKind: 'harvest',
        year: 2026,
        form: 'cleaned',
        packets: 2,
        seedsEach: 20,
        amountKnown: 'estimated',
        saved: true,
        wet: false,
      });
    }
  }
  const seconds = (performance.now() - begun) / 1000;
  busy = false;
  await others;
  waits.sort((a, b) => a - b);
  const [usual, worst] = [waits[Math.floor(waits.length * 0.99)] ?? NaN, waits.at(-1) ?? NaN];
  note({
    what: '1,000 steps that a desk kept, taken in one after the other',
    measured: `${seconds.toFixed(1)} s`,
    budget: 'within 20 s',
    kept: seconds < 20,
  });
  note({
    what: `a page of the list meanwhile, 99 of 100 (longest ${worst.toFixed(0)} ms; with nothing else to do ${usualAlone.toFixed(0)} ms, ${(usual / usualAlone).toFixed(1)}x)`,
    measured: `${usual.toFixed(0)} ms`,
    budget: 'under 50 ms',
    kept: usual < 50,
  });
  library.close();
  db.close();
}
