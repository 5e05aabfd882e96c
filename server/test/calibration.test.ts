import { beforeEach, describe, expect, it } from 'vitest';
import { envelope, openTestLibrary, rowCounts, type TestLibrary } from './library.ts';

let library: TestLibrary;
beforeEach(async () => {
  library = await openTestLibrary();
});

/** A lot that was tested once and closed, with so many of 40 alive. */
async function tested(alive: number, over: Record<string, unknown> = {}): Promise<{ code: string; test: number }> {
  const { code } = await library.done('/api/lots', envelope({ seeds: 400, ...over }));
  const { id } = await library.done('/api/tests', {
    lotCode: code,
    method: 'on-paper',
    replicates: [40],
    startedOn: '2027-03-02',
    nightC: 20,
    dayC: 30,
    light: 'either',
    preparationDays: 0,
  });
  const marks = Array.from({ length: alive }, (_, i) => ({ position: i + 1, kind: 'normal', markedOn: '2027-03-10' }));
  await library.done(`/api/tests/${String(id)}/counts`, { version: 1, replicate: 1, countedOn: '2027-03-14', marks });
  await library.done(`/api/tests/${String(id)}/close`, { version: 2, closedOn: '2027-03-14' });
  return { code, test: id };
}
const calibration = async (): Promise<any> => (await library.get('/api/calibration')).body;
const stale = async (): Promise<number> => (await library.get('/api/session')).body.stale;
async function settled(): Promise<void> {
  while ((await stale()) > 0) await new Promise((resolve) => setTimeout(resolve, 20));
}

describe('calibration', () => {
  it('holds each closed test against what was believed the day before, never against itself', async () => {
    const { code, test } = await tested(33);
    const { counts, tests } = await calibration();
    expect(tests).toBe(1);
    expect(counts[0]).toMatchObject({ code, testId: test, sown: 40, alive: 33 });
    const before = counts[0].expected;
    // A second test of the lot is predicted from the first; the first stays as it was.
    await library.done('/api/tests', {
      lotCode: code,
      method: 'on-paper',
      replicates: [40],
      startedOn: '2027-03-14',
      nightC: 20,
      dayC: 30,
      light: 'either',
      preparationDays: 0,
    });
    library.today = '2027-03-28';
    await library.done('/api/tests/2/counts', { version: 1, replicate: 1, countedOn: '2027-03-28', marks: [] });
    await library.done('/api/tests/2/close', { version: 2, closedOn: '2027-03-28' });
    const both = (await calibration()).counts;
    expect(both[0].expected).toBe(before);
    expect(both[1]).toMatchObject({ alive: 0, inside: false });
    expect(both[1].expected).toBeGreaterThan(0.7);
    // Opened again, it predicts nothing any more.
    const { steps } = (await library.get('/api/history')).body;
    await library.done(`/api/history/${String(steps[0].id)}/undo`, {});
    expect((await calibration()).tests).toBe(1);
  });

  it('a family whose counts scatter is believed less surely once that is accepted, and again as published when it is taken back', async () => {
    for (let i = 0; i < 10; i++) await tested(i % 2 === 0 ? 40 : 4, { varietyName: `Kind ${String(i)}` });
    const { code } = await library.done('/api/lots', envelope({ varietyName: 'Untested' }));
    const width = async (): Promise<number> => {
      await settled();
      const { today } = (await library.get(`/api/lots/${String(code)}`)).body.estimate;
      return today.high - today.low;
    };
    const before = await width();
    const [family] = (await calibration()).families;
    expect(family).toMatchObject({ family: 'Solanaceae', firsts: 10, used: 1 });
    expect(family.spread).toBeGreaterThan(1.1);
    const few = await library.post('/api/calibration/spreads', { families: ['Brassicaceae'] });
    expect(few.body.errors[0]).toMatchObject({ path: 'families[0]', message: expect.stringContaining('it takes 8') });
    await library.done('/api/calibration/spreads', { families: ['Solanaceae'] });
    expect(await width()).toBeGreaterThan(before + 0.01);
    expect((await calibration()).families[0].used).toBeCloseTo(family.spread, 6);
    // What was predicted, and so what is taught, does not move with it.
    expect((await calibration()).families[0].spread).toBeCloseTo(family.spread, 6);
    const { steps } = (await library.get('/api/history')).body;
    await library.done(`/api/history/${String(steps[0].id)}/undo`, {});
    expect(await width()).toBeCloseTo(before, 6);
  });

  it('one bad packet is no verdict on its source', async () => {
    for (let i = 0; i < 4; i++) await tested(34, { varietyName: `Good ${String(i)}`, source: 'Mill hall' });
    await tested(2, { varietyName: 'Bad', source: 'Market stall' });
    const before = rowCounts(library.db);
    const { sources, typical } = (await library.get('/api/calibration/sources')).body;
    expect(rowCounts(library.db)).toEqual(before);
    const [stall, hall] = sources;
    expect(stall).toMatchObject({ source: 'Market stall', lots: 1, alive: 2, sown: 40 });
    expect(hall.source).toBe('Mill hall');
    expect(stall.median).toBeGreaterThan(0.15);
    expect(stall.median).toBeLessThan(typical);
    expect(stall.high).toBeGreaterThan(stall.median + 0.1);
  });
});
