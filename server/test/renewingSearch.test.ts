import { describe, expect, it } from 'vitest';
import { searchOf } from '../src/renewals/search.ts';
import { eachRenewing, rowsOf } from './renewing.ts';

const renewing = eachRenewing();
const { garden, takeIn, page, plan, varietyId, hold } = renewing;

describe('the search', () => {
  it('can be stopped and goes on, and what it found stands when its thread dies', async () => {
    await garden('Quarry Foot');
    await takeIn();
    const found = await plan();
    expect((await renewing.library.done('/api/renewals/plan/go-on', {})).search).toBe('proved');
    expect((await renewing.library.done('/api/renewals/plan/stop', {})).search).toBe('proved');
    // Enough gardens and varieties that it is not proved at once.
    for (let i = 0; i < 9; i++) await garden(`Garden ${String(i)}`, { eastM: 300 * i, northM: 100 * (i % 3), mostVarieties: 2 });
    const crops = ['summer-squash', 'pepo-pumpkin', 'runner-bean', 'onion', 'kale', 'carrot', 'leek', 'radish'];
    for (let i = 0; i < 32; i++)
      await takeIn({ varietyName: `Kind ${String(i)}`, cropKey: crops[i % crops.length], seeds: 60 + 7 * i, year: 2019 + (i % 4) });
    const first = await page();
    expect(first.search).toBe('searching');
    await searchOf(renewing.library.db).crash();
    await expect.poll(async () => (await page()).search).toBe('broke');
    expect(rowsOf(await page())).not.toEqual([]);
    expect((await renewing.library.done('/api/renewals/plan/go-on', {})).search).toBe('searching');
    expect((await renewing.library.done('/api/renewals/plan/stop', {})).search).toBe('stopped');
    const stopped = await page();
    expect(stopped.kept).toBeGreaterThanOrEqual(first.kept - 1e-9);
    expect(stopped.search).toBe('stopped');
    expect(found.search).toBe('proved');
  });
});

describe('what else it could be', () => {
  it('costs what is kept less, and what would help is ranked', async () => {
    const quarry = await garden('Quarry Foot', { mostVarieties: 1, practised: 'practised' });
    await garden('Far Bank', { eastM: 5000, mostVarieties: 1, practised: 'new' });
    await takeIn();
    await takeIn({ varietyName: 'Round Green', seeds: 14 });
    await hold('Long Trailer', quarry.id, 2027);
    await plan();
    const { ways } = (await renewing.library.get(`/api/renewals/plan/varieties/${String(varietyId('Long Trailer'))}/others`)).body;
    expect(ways.length).toBeGreaterThan(1);
    const nobody = ways.find((w: { words: string }) => w.words === 'Nobody');
    expect(nobody).toMatchObject({ rows: [] });
    expect(nobody.kept).toBeLessThan(0);
    const { helps } = (await renewing.library.get('/api/renewals/plan/helps')).body;
    expect(helps.length).toBeGreaterThan(0);
    for (const h of helps) expect(h.kept).toBeGreaterThanOrEqual(0.05);
    expect(helps.map((h: { worth: number }) => h.worth)).toEqual([...helps.map((h: { worth: number }) => h.worth)].sort((a, b) => b - a));
  });

  it('is ten years of many runs, the same for the same question', async () => {
    const quarry = await garden('Quarry Foot');
    await takeIn();
    await takeIn({ varietyName: 'Keeper', cropKey: 'onion', seeds: 400, year: 2024 });
    const ask = (body: object) => renewing.library.post('/api/renewals/what-if', { from: 0, runs: 10, ...body });
    const planned = (await ask({ what: 'as-planned' })).body;
    expect(planned).toMatchObject({ years: Array.from({ length: 11 }, (_, i) => 2027 + i), of: { varieties: 2, lots: 2 } });
    expect(planned.runs).toHaveLength(10);
    expect((await ask({ what: 'as-planned' })).body).toEqual(planned);
    const last = (body: { runs: { varieties: number }[][] }): number => body.runs.reduce((n, r) => n + r.at(-1)!.varieties, 0);
    const nothing = (await ask({ what: 'nothing' })).body;
    expect(last(nothing)).toBeLessThan(last(planned));
    expect(last((await ask({ what: 'fridge', cropKey: 'onion' })).body)).toBeGreaterThanOrEqual(last(nothing));
    expect((await ask({ what: 'grower' })).status).toBe(200);
    expect((await ask({ what: 'cage', gardenId: quarry.id })).status).toBe(200);
    for (const [body, path] of [
      [{ what: 'cage' }, 'gardenId'],
      [{ what: 'cage', gardenId: 99 }, 'gardenId'],
      [{ what: 'fridge' }, 'cropKey'],
      [{ what: 'fridge', cropKey: 'leek' }, 'cropKey'],
      [{ what: 'rain' }, 'what'],
      [{ what: 'nothing', runs: 51 }, 'runs'],
    ] as const)
      expect((await ask(body)).body.errors).toMatchObject([{ path }]);
  });
});
