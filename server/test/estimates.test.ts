import { beforeEach, describe, expect, it } from 'vitest';
import { refreshStale } from '../src/estimates/stale.ts';
import { openTestLibrary, testedLot, type TestLibrary } from './library.ts';

let library: TestLibrary;
beforeEach(async () => {
  library = await openTestLibrary('2027-03-14');
});

describe('the estimate follows what is known', () => {
  it('storage: a lot moved to the cold keeps longer than its sister', async () => {
    const warm = await library.done('/api/places', { name: 'Window', temperatureC: 25, rhPercent: 60, sealed: false });
    const cold = await library.done('/api/places', { name: 'Fridge', temperatureC: 5, rhPercent: 30, sealed: true });
    const [a, b] = [await library.takeIn({ placeId: warm.id }), await library.takeIn({ placeId: warm.id })];
    await library.done(`/api/lots/${b}/move`, { placeId: cold.id, movedOn: '2027-03-10' });
    const [sheetA, sheetB] = [await library.lotSheet(a), await library.lotSheet(b)];
    expect(sheetB.estimate.medianInAYear).toBeGreaterThan(sheetA.estimate.medianInAYear + 0.02);
    expect(sheetB.storage.map((s: any) => s.place)).toEqual(['Window', 'Fridge']);
    const { places } = (await library.get('/api/places')).body;
    expect(places.map((p: any) => [p.name, p.lots])).toEqual([
      ['Fridge', 1],
      ['Window', 1],
    ]);
  });

  it('a younger sound sister changes the verdict of an old lot, at once', async () => {
    const old = await library.takeIn({ year: 2019, seeds: 400 });
    await testedLot(library, old, 10, 50);
    expect((await library.lotSheet(old)).verdict.verdict).toMatch(/renew|rescue/);
    const young = await library.takeIn({ year: 2026, seeds: 400, statedGermination: 0.95, acquisition: 'purchased' });
    await testedLot(library, young, 48, 50);
    const sheet = await library.lotSheet(old);
    expect(sheet.verdict.verdict).toBe('let-go');
    expect(sheet.verdict.reason).toContain(young);
    // A sister whose name is in doubt is no comfort.
    const { version } = (await library.lotSheet(young)).lot;
    await library.done(`/api/lots/${young}/identity`, { version, identity: 'doubtful', reason: 'two leaf shapes' });
    expect((await library.lotSheet(old)).verdict.verdict).not.toBe('let-go');
  });

  it('the day: estimates are made again for a new one', async () => {
    const code = await library.takeIn({ cropKey: 'onion', year: 2026 });
    const before = await library.median(code);
    library.today = '2029-03-14';
    expect(await refreshStale(library.db, library.today)).toBe(1);
    expect((await library.get('/api/lots')).body.lots[0].median).toBeLessThan(before - 0.1);
    expect(await refreshStale(library.db, library.today)).toBe(0);
  });

  it('the day: what was counted comes along, and what was missed once is found within five days', async () => {
    const code = await library.takeIn({ seeds: 400 });
    await testedLot(library, code, 48, 50);
    const median = (): number =>
      library.db.prepare('SELECT median FROM lot_estimates JOIN lots ON lots.id = lot_id WHERE code = ?').pluck().get(code) as number;
    const before = median();
    library.today = '2027-03-15';
    expect(await refreshStale(library.db, library.today)).toBe(1);
    expect(Math.abs(median() - before)).toBeLessThan(0.01);
    // The record says something else, and nobody told the estimate: there were four times as many seeds in the bags.
    library.db.exec('UPDATE replicates SET seeds = seeds * 4');
    for (const day of ['16', '17', '18', '19', '20']) {
      library.today = `2027-03-${day}`;
      expect(await refreshStale(library.db, library.today)).toBe(1);
    }
    expect(median()).toBeLessThan(before - 0.3);
    expect((await library.lotSheet(code)).verdict.verdict).not.toBe('lend');
  });

  it('an open test and a fate that says nothing of the seed leave it alone', async () => {
    const code = await library.takeIn();
    const before = await library.median(code);
    await library.done('/api/tests', {
      lotCode: code,
      method: 'sand',
      replicates: [10],
      startedOn: '2027-03-10',
      nightC: 20,
      dayC: 20,
      light: 'dark',
      preparationDays: 2,
    });
    for (const fate of ['damped-off', 'eaten', 'dried-out', 'too-cold', 'washed-away', 'mixed-up', 'thrown-out']) {
      const { id } = await library.done('/api/sowings', {
        lotCode: code,
        method: 'cells',
        cells: 5,
        seedsPerCell: 1,
        seeds: 5,
        sownOn: '2027-03-02',
      });
      await library.done(`/api/sowings/${String(id)}/fate`, { version: 1, fate, fateOn: '2027-03-14' });
    }
    expect(await library.median(code)).toBeCloseTo(before, 9);
    const { evidence } = await library.lotSheet(code);
    expect(evidence.every((e: any) => !e.used && e.why !== '')).toBe(true);
    const { id } = await library.done('/api/sowings', {
      lotCode: code,
      method: 'cells',
      cells: 9,
      seedsPerCell: 1,
      seeds: 9,
      sownOn: '2027-03-02',
    });
    await library.done(`/api/sowings/${String(id)}/fate`, { version: 1, fate: 'not-come-up', fateOn: '2027-03-14' });
    expect(await library.median(code)).toBeLessThan(before - 0.02);
  });

  it('the model page shows what was taken in', async () => {
    const code = await library.takeIn();
    await testedLot(library, code, 30, 40);
    const { input, output } = (await library.get(`/api/lots/${code}/model`)).body;
    expect(input.tests).toEqual([{ date: '2027-03-05', sown: 40, alive: 30 }]);
    expect(output.points.map((p: any) => p.date)).toEqual(input.at);
  });
});
