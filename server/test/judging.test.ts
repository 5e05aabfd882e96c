import { beforeEach, describe, expect, it } from 'vitest';
import { Estimator } from '../src/estimates/estimator.ts';
import { judgingState } from '../src/estimates/judgingState.ts';
import { refreshStale } from '../src/estimates/stale.ts';
import { envelope, openTestLibrary, type TestLibrary } from './library.ts';

let library: TestLibrary;
beforeEach(async () => {
  library = await openTestLibrary();
  for (let i = 0; i < 12; i++) {
    await library.done(
      '/api/lots',
      envelope({ varietyName: `Kind ${String(i)}`, year: 2015 + (i % 10), cropKey: i % 2 === 0 ? 'tomato' : 'parsnip' }),
    );
  }
});

/** What is kept of every lot, without the day. */
const kept = (): unknown[] =>
  library.db.prepare('SELECT lot_id, median, low, high, verdict, reason FROM lot_estimates ORDER BY lot_id').all();
const mark = (): void => {
  library.db.prepare("UPDATE lot_estimates SET as_of = ''").run();
};

describe('judging many lots on a thread', () => {
  it('says the same as judging them one by one', async () => {
    const before = kept();
    mark();
    const estimator = new Estimator();
    expect(await refreshStale(library.db, library.today, estimator)).toBe(12);
    expect(kept()).toEqual(before);
    await estimator.close();
  });

  it('is begun again when its thread dies, and done here when it keeps dying', async () => {
    const before = kept();
    mark();
    const seen: number[] = [];
    const estimator = new Estimator((n) => seen.push(n));
    const running = refreshStale(library.db, library.today, estimator);
    // Dies before it can have answered anything: a thread takes longer than this to start.
    for (let i = 0; i < 3; i++) await estimator.crash();
    expect(await running).toBe(12);
    expect(kept()).toEqual(before);
    expect(seen.length).toBeGreaterThan(0);
    await estimator.close();
  });

  it('never writes what a step in between has made out of date', async () => {
    mark();
    const estimator = new Estimator();
    const running = refreshStale(library.db, library.today, estimator);
    const { lots } = (await library.get('/api/lots?limit=20')).body;
    const code = lots[0].code as string;
    await library.done(`/api/lots/${code}/overrule`, { version: 0, verdict: 'rescue', reason: 'wet box', untilDay: '2027-09-01' });
    await running;
    expect((await library.get(`/api/lots/${code}`)).body.verdict).toMatchObject({ verdict: 'rescue' });
    await estimator.close();
  });

  it('is paused and goes on, and the desk says so', async () => {
    expect((await library.post('/api/judging', { paused: 'yes' })).status).toBe(400);
    await library.post('/api/judging', { paused: true });
    mark();
    expect(await refreshStale(library.db, library.today)).toBe(0);
    expect((await library.get('/api/session')).body).toMatchObject({ stale: 12, judging: { paused: true, restarts: 0 } });
    await library.post('/api/judging', { paused: false });
    for (let i = 0; i < 100 && (await library.get('/api/session')).body.stale > 0; i++)
      await new Promise((resolve) => setTimeout(resolve, 20));
    expect((await library.get('/api/session')).body).toMatchObject({ stale: 0, judging: { paused: false } });
    expect(judgingState(library.db)).toMatchObject({ running: false });
  });
});
