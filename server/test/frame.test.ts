import { beforeEach, describe, expect, it } from 'vitest';
import { envelope, openTestLibrary, type TestLibrary } from './library.ts';

let library: TestLibrary;
beforeEach(async () => {
  library = await openTestLibrary('2027-03-14');
});

describe('the frame', () => {
  it('says the season, how much is due, and the year ahead with its frost', async () => {
    const session = (await library.get('/api/session')).body;
    expect(session).toMatchObject({ today: '2027-03-14', demo: false, due: 0, openTests: 0, people: [] });
    expect(session.season).toMatch(/to the usual last frost/);
    const band = (await library.get('/api/band')).body;
    expect(band.from <= '2027-02-01' && band.to >= '2028-03-01').toBe(true);
    const risk = (day: string): number =>
      band.risk.reduce((a: any, b: any) =>
        Math.abs(Date.parse(b.day) - Date.parse(day)) < Math.abs(Date.parse(a.day) - Date.parse(day)) ? b : a,
      ).risk;
    expect(risk('2027-03-14')).toBeGreaterThan(0.95);
    expect(risk('2027-07-15')).toBeLessThan(0.01);
    expect(risk('2027-12-15')).toBeGreaterThan(0.95);
  });

  it('settings that somebody else changed meanwhile are not written over', async () => {
    const opened = (await library.get('/api/settings')).body;
    expect((await library.get('/api/session')).body.settingsVersion).toBe(opened.version);
    const first = await library.done('/api/settings', { ...opened, lastFrost: '05-20' }, 'PUT');
    const second = await library.send('PUT', '/api/settings', { ...opened, libraryName: 'Mill Hall Seeds' });
    expect(second.body).toMatchObject({ code: 'stale', current: { lastFrost: '05-20', version: first.version } });
    expect((await library.get('/api/settings')).body.lastFrost).toBe('05-20');
    // Taken back is changed as well.
    await library.done(`/api/history/${String(first.step.id)}/undo`, {});
    for (const { version } of [opened, first]) {
      expect((await library.send('PUT', '/api/settings', { ...opened, version })).body.code).toBe('stale');
    }
    expect((await library.send('PUT', '/api/settings', { ...opened, version: undefined })).status).toBe(400);
  });

  it('settings move the lending line of every lot that has none of its own', async () => {
    const code = await library.takeIn({ statedGermination: 0.8, acquisition: 'purchased', year: 2026 });
    const settings = (await library.get('/api/settings')).body;
    await library.done('/api/settings', { ...settings, lendingThreshold: 0.5 }, 'PUT');
    expect((await library.lotSheet(code)).estimate.threshold).toBe(0.5);
    await library.done(
      '/api/crops/tomato/own-figure',
      { version: 0, field: 'lendingThreshold', value: 0.9, reason: 'we are strict' },
      'PUT',
    );
    expect((await library.lotSheet(code)).estimate.threshold).toBe(0.9);
  });

  it('a change that touches very many lots is answered at once and followed up', async () => {
    const codes: string[] = [];
    for (let i = 0; i < 45; i++) codes.push(await library.takeIn({ varietyName: `Row ${String(i % 7)}`, year: 2024 }));
    const before = await library.median(codes[0]!);
    await library.done('/api/crops/tomato/own-figure', { version: 0, field: 'halfLifeYears', value: 2, reason: 'ours do not last' }, 'PUT');
    const stale = async (): Promise<number> => (await library.get('/api/session')).body.stale;
    await expect.poll(stale, { timeout: 15_000 }).toBe(0);
    const { lots } = (await library.get('/api/lots?limit=100')).body;
    expect(lots).toHaveLength(45);
    for (const lot of lots) expect(lot.median).toBeLessThan(before - 0.05);
  });

  it('people at the desk are named once and stay in the record once they worked', async () => {
    const { id } = await library.done('/api/people', { name: 'Sunniva' });
    expect(await library.post('/api/people', { name: 'Sunniva' })).toMatchObject({ status: 400, body: { errors: [{ path: 'name' }] } });
    await library.post('/api/lots', envelope(), { 'X-Esprel-Person': String(id) });
    expect((await library.send('DELETE', `/api/people/${String(id)}`, { version: 1 })).body).toMatchObject({
      code: 'blocked',
      detail: 'Sunniva has worked at the desk and stays in the record. Make them a volunteer and sign them out instead.',
    });
    const idle = await library.done('/api/people', { name: 'Tobin' });
    expect((await library.send('DELETE', `/api/people/${String(idle.id)}`, { version: 1 })).status).toBe(200);
  });

  it('the label of a code is a picture, and of no code an error', async () => {
    const svg = await library.get('/api/labels/TM-001V.svg');
    expect([svg.status, svg.type.includes('svg')]).toEqual([200, true]);
    expect((await library.get('/api/labels/hello.svg')).status).toBe(400);
  });
});
