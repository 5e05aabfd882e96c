import { beforeEach, describe, expect, it } from 'vitest';
import { openSeasonLibrary, plan, rowCounts, undoLast, type TestLibrary } from './library.ts';

let library: TestLibrary;
beforeEach(async () => {
  library = await openSeasonLibrary();
});

describe('a planned sowing', () => {
  it('stands on a lane, is moved with what hangs on it, and becomes work', async () => {
    const code = await library.takeIn();
    const { id } = await library.done('/api/planned', plan(code));
    const page = (await library.get('/api/season')).body;
    expect(page).toMatchObject({ year: 2027, from: '2026-11-28' });
    expect(page.lanes[0]).toMatchObject({ lotCode: code, sowOn: '2027-03-09', plantOutOn: '2027-05-11', seedsPerCell: 2 });
    expect(page.bases[page.lanes[0].base].window).toEqual({ from: '2027-03-02', target: '2027-03-09', to: '2027-03-16' });
    // Its day has come and gone.
    expect((await library.get('/api/today')).body.items).toEqual([
      expect.objectContaining({ kind: 'sow', due: '2027-03-09', at: `/sowing/planned/${String(id)}` }),
    ]);
    await library.done(`/api/planned/${String(id)}/move`, { version: 1, sowOn: '2027-03-23', plantOutOn: '2027-05-25' });
    expect((await library.get('/api/season')).body.lanes[0]).toMatchObject({ sowOn: '2027-03-23', plantOutOn: '2027-05-25', version: 2 });
    expect((await library.post(`/api/planned/${String(id)}/move`, { version: 1, sowOn: '2027-03-23' })).status).toBe(409);
    await undoLast(library);
    expect((await library.get('/api/season')).body.lanes[0].sowOn).toBe('2027-03-09');
    await library.done(`/api/planned/${String(id)}`, { version: 3 }, 'DELETE');
    expect((await library.get('/api/season')).body.lanes).toEqual([]);
    await undoLast(library);
    expect((await library.get('/api/season')).body.lanes).toHaveLength(1);
  });

  it.each([
    ['more seeds than the lot has', { cells: 101 }, 'cells'],
    ['no cells', { cells: 0 }, 'cells'],
    ['planting out before sowing', { plantOutOn: '2027-03-01' }, 'plantOutOn'],
    ['open ground under cover', { method: 'open-ground' }, 'method'],
    ['an order of nobody', { purpose: 'order' }, 'memberId'],
    ['a garden that is not here', { gardenId: 9 }, 'gardenId'],
    ['a place that is not here', { benchId: 9 }, 'benchId'],
    ['a lot that is not here', { lotCode: 'TM-999Z' }, 'lotCode'],
  ])('refuses %s', async (_name, over, path) => {
    const code = await library.takeIn();
    const before = rowCounts(library.db);
    const answer = await library.post('/api/planned', { ...plan(code), ...over });
    expect(answer.status).toBe(400);
    expect(answer.body.errors.map((e: any) => e.path)).toContain(path);
    expect(rowCounts(library.db)).toEqual(before);
  });

  it('counts what other plans take of the same lot, and what they keep back for a second try', async () => {
    const code = await library.takeIn({ seeds: 40 });
    await library.done('/api/planned', plan(code, { reserve: 6 }));
    const answer = await library.post('/api/planned', plan(code, { cells: 6 }));
    expect(answer.body.errors[0]).toMatchObject({ path: 'cells', message: expect.stringContaining('other plans take or keep back 30') });
    expect((await library.get(`/api/lots/${code}/sowing-advice?plants=5`)).body.available).toBe(10);
    expect((await library.post('/api/planned', plan(code, { cells: 5 }))).status).toBe(200);
  });

  it('is made again every few weeks in one step, outdoors over into its later sowing, and taken back in one', async () => {
    const code = await library.takeIn({ varietyName: 'Quick Round', cropKey: 'radish', seeds: 500 });
    const outdoors = plan(code, {
      way: 'direct',
      method: 'open-ground',
      plantOutOn: null,
      cells: 20,
      seedsPerCell: 1,
      sowOn: '2027-04-20',
      againDays: 21,
      againUntil: '2027-09-20',
    });
    const { ids } = await library.done('/api/planned', outdoors);
    const { lanes } = (await library.get('/api/season')).body;
    expect(lanes.map((l: any) => [l.sowOn, l.way])).toEqual([
      ['2027-04-20', 'direct'],
      ['2027-05-11', 'direct'],
      ['2027-06-01', 'direct'],
      ['2027-06-22', 'direct'],
      ['2027-07-13', 'direct'],
      ['2027-08-03', 'direct'],
      ['2027-08-24', 'late'],
      ['2027-09-14', 'late'],
    ]);
    expect(ids).toEqual(lanes.map((l: any) => l.id));
    const { steps } = (await library.get('/api/history')).body;
    expect(steps[0].summary).toContain('Planned 8 sowings of Quick Round');
    await undoLast(library);
    expect((await library.get('/api/season')).body.lanes).toEqual([]);
  });

  it.each([
    ['no days between', { againUntil: '2027-09-20' }, 'againDays'],
    ['no end', { againDays: 21 }, 'againUntil'],
    ['room for one only', { againDays: 21, againUntil: '2027-03-20' }, 'againUntil'],
    ['far too many', { againDays: 1, againUntil: '2029-04-01' }, 'againUntil'],
    ['more seed than there is', { againDays: 7, againUntil: '2027-06-01' }, 'cells'],
  ])('that is made again refuses %s, and plans none', async (_name, over, path) => {
    const code = await library.takeIn();
    const answer = await library.post('/api/planned', plan(code, over));
    expect(answer.status).toBe(400);
    expect(answer.body.errors[0].path).toBe(path);
    expect((await library.get('/api/season')).body.lanes).toEqual([]);
  });

  it('goes by the days to the first crop of its variety, else of its crop', async () => {
    const code = await library.takeIn();
    const { id } = await library.done('/api/planned', plan(code));
    const sheetOf = async (): Promise<any> => (await library.get(`/api/planned/${String(id)}`)).body.input;
    expect((await sheetOf()).cropDays).toEqual({ min: 55, max: 90 });
    const { lot } = (await library.get(`/api/lots/${code}`)).body;
    const { variety } = (await library.get(`/api/varieties/${String(lot.varietyId)}`)).body;
    await library.done(
      `/api/varieties/${String(lot.varietyId)}`,
      { name: variety.name, breeding: variety.breeding, synonyms: [], harvestDaysMin: 100, harvestDaysMax: 110, version: variety.version },
      'PATCH',
    );
    expect((await sheetOf()).cropDays).toEqual({ min: 100, max: 110 });
    expect((await library.get('/api/season')).body.lanes[0].cropDays).toEqual({ min: 100, max: 110 });
  });

  it('is made for all lots on the table, each in its usual way and window', async () => {
    const codes = [
      await library.takeIn(),
      await library.takeIn({ varietyName: 'Pale Hill', cropKey: 'carrot', seeds: 900 }),
      await library.takeIn({ varietyName: 'Long Lane', cropKey: 'columbine', seeds: 300 }),
    ];
    await library.done('/api/bench', { name: 'Mat 1', kind: 'mat', holds: 2, warmthC: 25 });
    await library.done('/api/planned/many', { lotCodes: codes, plants: 12, purpose: 'sale' });
    const { rows } = (await library.get('/api/season/list')).body;
    const of = (crop: string) => rows.find((l: any) => l.cropKey === crop);
    expect(of('tomato')).toMatchObject({ method: 'heated-cells', bench: 'Mat 1', plants: 12, purpose: 'sale' });
    expect(of('carrot')).toMatchObject({ method: 'open-ground' });
    // Its four weeks of cold leave no time for sowing under cover; outdoors there is, and nothing is asked for that is past.
    expect(of('columbine')).toMatchObject({ method: 'open-ground', sowOn: '2027-04-11' });
  });

  describe('suggested', () => {
    const usual = async (code: string, query = ''): Promise<any> => (await library.get(`/api/lots/${code}/usual-plan${query}`)).body;
    const season = async (code: string, query = ''): Promise<any> => (await library.get(`/api/lots/${code}/season${query}`)).body;

    it('in a garden of the other hemisphere is its coming spring, also in March', async () => {
      const code = await library.takeIn();
      const { id } = await library.done('/api/gardens', {
        name: 'South plot',
        hemisphere: 'south',
        lastFrost: '10-05',
        lastFrostSdDays: 10,
        firstFrost: '05-20',
        firstFrostSdDays: 12,
      });
      const inSouth = `?garden=${String(id)}`;
      expect((await usual(code, inSouth)).plan).toMatchObject({ gardenId: id, way: 'start', sowOn: '2027-08-17' });
      const { ways, season: own } = await season(code, inSouth);
      expect(ways[0]).toMatchObject({ way: 'start', window: { from: '2027-08-10', to: '2027-08-24' }, missed: null });
      expect(own).toMatchObject({ lastFrost: '2027-10-05' });
      expect(own.season.plantOut.from).toBe('2027-10-12');
    });

    it('after its window is today with a fortnight’s grace, then the next year’s, and says that it was missed', async () => {
      const code = await library.takeIn();
      library.today = '2027-03-20';
      const late = await usual(code);
      expect(late).toMatchObject({ plan: { sowOn: '2027-03-20' }, missed: null });
      // Plants that are begun late go out no earlier than they are ready.
      expect(late.plan.plantOutOn >= '2027-05-11').toBe(true);
      library.today = '2027-06-02';
      const over = await usual(code);
      expect(over.plan.sowOn).toBe('2028-03-09');
      expect(over.missed).toEqual({ window: { from: '2027-03-02', target: '2027-03-09', to: '2027-03-16' }, forPreparing: false });
      expect((await season(code)).ways[0]).toMatchObject({ window: { from: '2028-03-02' }, missed: { forPreparing: false } });
    });

    it('is the way that is still open this season, before the next year’s of the usual one', async () => {
      const code = await library.takeIn({ varietyName: 'Butter Leaf', cropKey: 'lettuce', seeds: 900 });
      library.today = '2027-08-06';
      expect((await usual(code)).plan).toMatchObject({ way: 'late', plantOutOn: null });
      expect((await usual(code, '?way=start')).plan.sowOn > '2028-01-01').toBe(true);
    });

    it('by how cold the winter gets, which the settings can say', async () => {
      const code = await library.takeIn({ varietyName: 'Long Pod', cropKey: 'broad-bean', seeds: 60 });
      expect((await season(code)).winter).toContain('the settings can say how cold yours gets');
      const settings = (await library.get('/api/settings')).body;
      await library.done('/api/settings', { ...settings, winterMinC: -5 }, 'PUT');
      const { ways, winter } = await season(code);
      expect(winter).toBeNull();
      expect(ways.find((w: any) => w.way === 'late').why).toContain('stands the winter');
      const { version } = (await library.get('/api/settings')).body;
      await library.done('/api/settings', { ...settings, version, winterMinC: -20, temperatureUnit: 'F' }, 'PUT');
      expect((await season(code)).winter).toContain('above 16 °F; here it usually goes down to -4 °F');
    });

    it('by the winters of the garden, which are not the library’s where it lies elsewhere', async () => {
      const settings = (await library.get('/api/settings')).body;
      await library.done('/api/settings', { ...settings, winterMinC: -5 }, 'PUT');
      const code = await library.takeIn({ varietyName: 'Long Pod', cropKey: 'broad-bean', seeds: 60 });
      const garden = async (more: object): Promise<number> =>
        (await library.done('/api/gardens', { name: `Plot ${JSON.stringify(more).slice(-60)}`, hemisphere: 'north', ...more })).id;
      const winter = async (id: number) => (await season(code, `?garden=${String(id)}`)).winter;
      expect(await winter(await garden({ shiftDays: 4 }))).toBeNull();
      expect(await winter(await garden({ shiftDays: 9, winterMinC: -12 }))).toContain('here it usually goes down to -12 °C');
      const elsewhere = { lastFrost: '05-20', lastFrostSdDays: 9, firstFrost: '09-20', firstFrostSdDays: 9 };
      expect(await winter(await garden(elsewhere))).toContain('its own page can say how cold this garden gets');
      expect(await winter(await garden({ ...elsewhere, winterMinC: -4 }))).toBeNull();
    });
  });

  it('opens the season with the first of its work, also where forty weeks of cold go before', async () => {
    const code = await library.takeIn({ varietyName: 'Hedge Rose', cropKey: 'columbine', seeds: 300 });
    await library.done('/api/crops/columbine/own-figure', { version: 0, field: 'chillWeeks', value: 40, reason: 'double dormant' }, 'PUT');
    await library.done('/api/planned', plan(code, { sowOn: '2027-03-30' }));
    expect((await library.get('/api/season')).body.from).toBe('2026-06-23');
  });

  it('goes into the cold, is looked at there, and jumps to the top when it sprouts early', async () => {
    const code = await library.takeIn({ varietyName: 'Long Lane', cropKey: 'columbine', seeds: 300 });
    const { id } = await library.done('/api/planned', plan(code, { sowOn: '2027-03-30' }));
    const first = async () => (await library.get('/api/today')).body.items[0];
    // Four weeks of cold end on the day it is sown.
    expect(await first()).toMatchObject({ kind: 'cold', due: '2027-03-02' });
    const cold = (version: number, what: string, on: string) => library.done(`/api/planned/${String(id)}/cold`, { version, what, on });
    await cold(1, 'into-the-cold', '2027-03-02');
    library.today = '2027-03-21';
    expect(await first()).toMatchObject({ kind: 'cold', due: '2027-03-21', title: expect.stringContaining('Look at Long Lane') });
    await cold(2, 'sprouted', '2027-03-21');
    expect(await first()).toMatchObject({ kind: 'sow', urgent: true, title: expect.stringContaining('sprouts in the cold') });
    expect(
      (await library.post(`/api/planned/${String(id)}/cold`, { version: 3, what: 'looked', on: '2027-02-01' })).body.errors[0].path,
    ).toBe('on');
  });

  it('waits for the soil where it is sown outdoors', async () => {
    const code = await library.takeIn({ varietyName: 'Long Pod', cropKey: 'bush-bean', seeds: 60 });
    library.today = '2027-05-20';
    const { id } = await library.done(
      '/api/planned',
      plan(code, { way: 'direct', method: 'open-ground', sowOn: '2027-05-20', plantOutOn: null, seedsPerCell: 1 }),
    );
    const soil = async () => (await library.get(`/api/planned/${String(id)}`)).body.soil;
    expect(await soil()).toMatchObject({ state: 'unknown', wantsC: 17 });
    await library.done('/api/soil-readings', { readOn: '2027-05-20', temperatureC: 14 });
    expect(await soil()).toMatchObject({ state: 'wait', soilC: 14 });
    expect((await library.get('/api/today')).body.items[0].detail).toContain('wait: 14 °C, wants 17 °C');
    expect((await library.post('/api/soil-readings', { readOn: '2027-06-20', temperatureC: 14 })).body.errors[0].path).toBe('readOn');
    const probe = (await library.get('/api/devices/probe')).body;
    expect(probe).toMatchObject({ simulated: true, readOn: '2027-05-20' });
  });

  it('sends of each purpose the first rows that are asked for, what is still to sow first, and counts all', async () => {
    const code = await library.takeIn();
    const days = ['2027-03-02', '2027-03-09', '2027-03-16', '2027-03-23'];
    const ids: number[] = [];
    for (const sowOn of days) ids.push((await library.done('/api/planned', plan(code, { sowOn }))).id);
    await library.done('/api/planned', plan(code, { purpose: 'sale', plants: 3, cells: 4, sowOn: '2027-03-01' }));
    await library.done('/api/sowings', {
      lotCode: code,
      method: 'cells',
      cells: 12,
      seedsPerCell: 2,
      seeds: 24,
      sownOn: '2027-03-02',
      plannedId: ids[0],
    });
    const list = (await library.get('/api/season/list?rows=2')).body;
    expect(list.rows.map((r: any) => `${r.purpose as string} ${r.sowOn as string}`)).toEqual([
      'beds 2027-03-09',
      'beds 2027-03-16',
      'sale 2027-03-01',
    ]);
    expect(list.groups).toEqual([
      { purpose: 'beds', rows: 4, plants: 40 },
      { purpose: 'sale', rows: 1, plants: 3 },
    ]);
    expect(list.toSow).toBe(3 * 24 + 8);
    const all = (await library.get('/api/season/list')).body.rows;
    expect(all.map((r: any) => r.sowingId === null)).toEqual([true, true, true, false, true]);
  });

  it('is counted against the places on the bench, with another week where there is none', async () => {
    const bench = await library.done('/api/bench', { name: 'Mat 1', kind: 'mat', holds: 1, warmthC: 25 });
    const kinds = (await library.get('/api/bench')).body.trayKinds;
    const large = kinds.find((k: any) => k.rows * k.columns === 24).id;
    for (const name of ['Tollgate Red', 'Pale Hill']) {
      const code = await library.takeIn({ varietyName: name });
      await library.done('/api/planned', plan(code, { method: 'heated-cells', benchId: bench.id, trayKindId: large, cells: 16 }));
    }
    const list = (await library.get('/api/season/list')).body;
    expect(list.bench.places[0].load.some((w: any) => w.clash && w.trays === 2)).toBe(true);
    expect(list.bench.offers).toHaveLength(2);
    // Sixteen of sixty cells and two thirds of a tray make one; no day of the window is free.
    expect(list.bench.offers[0]).toMatchObject({ day: null, trayKind: { name: '60 small cells' } });
    expect((await library.send('DELETE', `/api/bench/${String(bench.id)}`, { version: 1 })).body).toMatchObject({
      code: 'blocked',
      detail: expect.stringContaining('is named by plans'),
    });
  });
});

describe('too early, right, too late', () => {
  it('moves the window of the crop by the stated rule, and back when it is taken back', async () => {
    const code = await library.takeIn();
    const { id: plannedId } = await library.done('/api/planned', plan(code));
    const { id } = await library.done('/api/sowings', {
      lotCode: code,
      method: 'cells',
      cells: 5,
      seedsPerCell: 2,
      seeds: 10,
      sownOn: '2027-03-13',
      plannedId,
    });
    const said = await library.done(`/api/sowings/${String(id)}/timing`, { version: 0, timing: 'too-early' });
    // Four days after the middle and too early: eleven days, with the table as a second voice.
    expect(said).toMatchObject({ way: 'start', shift: { days: 5, verdicts: 1 } });
    const season = async () => (await library.get(`/api/lots/${code}/season`)).body;
    expect((await season()).season.shifts.start).toEqual({ days: 5, verdicts: 1 });
    const lanes = (await library.get('/api/season')).body;
    expect(lanes.bases[lanes.lanes[0].base].window.target).toBe('2027-03-14');
    const { verdicts } = await season();
    await library.done(`/api/timings/${String(verdicts[0].id)}`, { version: verdicts[0].version }, 'DELETE');
    expect((await season()).season.shifts.start.days).toBe(0);
    await undoLast(library);
    expect((await season()).season.shifts.start.days).toBe(5);
  });
});

describe('what the packet says', () => {
  it('stands beside the table, and holds once the library follows it', async () => {
    const code = await library.takeIn();
    await library.done(`/api/lots/${code}/envelope`, { version: 0, weeksMin: 3, weeksMax: 5, anchor: 'last-frost' }, 'PUT');
    const season = async () => (await library.get(`/api/lots/${code}/season`)).body.season;
    expect(await season()).toMatchObject({
      packet: { used: false, window: { from: '2027-03-23', target: '2027-03-30', to: '2027-04-06' } },
      season: { sow: { target: '2027-03-09' } },
    });
    const { lot } = (await library.get(`/api/lots/${code}`)).body;
    const variety = (await library.get(`/api/varieties/${String(lot.varietyId)}`)).body;
    const envelopeId = (library.db.prepare('SELECT id FROM envelope_texts').get() as { id: number }).id;
    await library.done(
      `/api/varieties/${String(lot.varietyId)}/instructions`,
      { version: variety.variety.version, envelopeId, reason: 'it worked' },
      'PUT',
    );
    expect(await season()).toMatchObject({
      packet: { used: true },
      season: { sow: { target: '2027-03-30' } },
      table: { sow: { target: '2027-03-09' } },
    });
  });
});
