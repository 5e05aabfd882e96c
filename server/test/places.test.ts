import { describe, expect, it } from 'vitest';
import { envelope, fridgeLog, openTestLibrary, rowCounts } from './library.ts';

const place = (name: string, over: Record<string, unknown> = {}) => ({
  name,
  kind: 'box',
  temperatureC: 18,
  rhPercent: 55,
  sealed: false,
  ...over,
});

describe('places', () => {
  it('stand in each other, and have the climate of what they stand in', async () => {
    const library = await openTestLibrary();
    const fridge = await library.done('/api/places', place('Fridge', { kind: 'fridge', temperatureC: 4, rhPercent: 60 }));
    const jar = await library.done('/api/places', {
      name: 'Jar 1',
      kind: 'box',
      parentId: fridge.id,
      temperatureC: null,
      rhPercent: 25,
      sealed: true,
    });
    const { places } = (await library.get('/api/places')).body;
    expect(places.map((p: any) => [p.path, p.depth, p.temperatureC, p.rhPercent])).toEqual([
      ['Fridge', 0, 4, 60],
      ['Fridge, Jar 1', 1, 4, 25],
    ]);
    const lot = await library.done('/api/lots', envelope({ placeId: jar.id, receivedOn: '2027-01-10' }));
    const model = (await library.get(`/api/lots/${lot.code}/model`)).body;
    expect(model.input.storage).toEqual([
      { from: '2023-10-01', temperatureC: 17, rhPercent: 50, assumed: true, open: true },
      { from: '2027-01-10', temperatureC: 4, rhPercent: 25 },
    ]);
  });

  it('refuse to stand in themselves, names that are taken beside them, and half a climate', async () => {
    const library = await openTestLibrary();
    const outer = await library.done('/api/places', place('Cellar', { kind: 'room' }));
    const inner = await library.done('/api/places', place('Shelf', { parentId: outer.id, temperatureC: null, rhPercent: null }));
    const ring = await library.send('PATCH', `/api/places/${String(outer.id)}`, { ...place('Cellar'), parentId: inner.id, version: 1 });
    expect(ring.body.errors).toEqual([{ path: 'parentId', message: 'stands in this very place; choose another' }]);
    const again = await library.post('/api/places', place('Shelf', { parentId: outer.id }));
    expect(again.body.errors[0].path).toBe('name');
    // The same name elsewhere is another shelf.
    expect((await library.post('/api/places', place('Shelf'))).status).toBe(200);
    const half = await library.post('/api/places', place('Attic', { rhPercent: null }));
    expect(half.body.errors[0].path).toBe('rhPercent');
    const stays = await library.send('DELETE', `/api/places/${String(outer.id)}`, { version: 1 });
    expect(stays.body).toMatchObject({ code: 'blocked', detail: expect.stringContaining('move them first') });
  });

  it('a fridge that fails one weekend ages the seed in it, and undo of the file takes that back', async () => {
    const library = await openTestLibrary();
    const fridge = await library.done('/api/places', place('Fridge', { kind: 'fridge', temperatureC: 4, rhPercent: 55 }));
    const lot = await library.done('/api/lots', envelope({ cropKey: 'onion', year: 2026, placeId: fridge.id, receivedOn: '2026-12-20' }));
    const age = async () => (await library.get(`/api/lots/${lot.code}/model`)).body.ages.at(-1) as number;
    const before = await age();
    const read = await library.done(`/api/places/${String(fridge.id)}/climate-log`, {
      fileName: 'logger.csv',
      text: fridgeLog(40, '2027-01-01', [15, 16]),
    });
    expect(read).toMatchObject({ days: 40, readings: 480 });
    expect(await age()).toBeGreaterThan(before);
    const sheet = (await library.get(`/api/places/${String(fridge.id)}`)).body;
    expect(sheet.climate.warmSpells).toEqual([{ from: '2027-01-16', days: 2, highC: 19.5 }]);
    await library.done(`/api/history/${String(read.step.id)}/undo`, {});
    expect(await age()).toBe(before);
  });

  it('a logger file that cannot be read names the row and writes nothing', async () => {
    const library = await openTestLibrary();
    const fridge = await library.done('/api/places', place('Fridge'));
    const before = rowCounts(library.db);
    const send = (text: string) => library.post(`/api/places/${String(fridge.id)}/climate-log`, { fileName: 'x.csv', text });
    for (const [text, words] of [
      ['time,temperature\n2027-01-01,4\n2027-02-30,4', 'row 3: "2027-02-30" is not a date'],
      ['time,temperature\n2027-01-01,warm', 'row 2: "warm" is not a temperature'],
      ['time,temperature,humidity\n2027-01-01,4,180', 'row 2: "180" is not a humidity'],
      ['time,height\n2027-01-01,4', 'no column of temperatures'],
      ['time,temperature\n2027-12-01,4', 'after today'],
      ['', 'is needed'],
    ] as const) {
      const answer = await send(text);
      expect(answer.status, text).toBe(400);
      expect(answer.body.errors[0].message).toContain(words);
    }
    expect(rowCounts(library.db)).toEqual(before);
  });

  it('reads Fahrenheit, and dates with the month first where the library writes them so', async () => {
    const library = await openTestLibrary();
    const settings = (await library.get('/api/settings')).body;
    await library.done('/api/settings', { ...settings, dateOrder: 'month-day' }, 'PUT');
    const fridge = await library.done('/api/places', place('Fridge'));
    await library.done(`/api/places/${String(fridge.id)}/climate-log`, {
      fileName: 'x.csv',
      text: 'Date,Temp °F\n02/13/2027 10:00,41\n02/14/2027 10:00,50',
    });
    const { days } = (await library.get(`/api/places/${String(fridge.id)}`)).body.climate;
    expect(days.map((d: any) => [d.day, d.temperatureC])).toEqual([
      ['2027-02-13', 5],
      ['2027-02-14', 10],
    ]);
  });

  it('says in years what moving lots to the fridge would gain', async () => {
    const library = await openTestLibrary();
    const attic = await library.done('/api/places', place('Attic', { temperatureC: 24, rhPercent: 55 }));
    const fridge = await library.done('/api/places', place('Fridge', { temperatureC: 4, rhPercent: 35 }));
    const lot = await library.done('/api/lots', envelope({ year: 2026, placeId: attic.id }));
    const acorn = await library.done('/api/lots', envelope({ varietyName: 'Hill Pear', cropKey: 'avocado', year: 2026 }));
    const { lots } = (await library.get(`/api/places/${String(fridge.id)}/gain?codes=${lot.code},${acorn.code}`)).body;
    expect(lots[0].movesYears).toBeGreaterThan(2 * lots[0].staysYears);
    expect(lots[1]).toMatchObject({ storable: false, staysYears: null });
  });
});

describe('stocktake', () => {
  it('says what is missing, what does not belong, and what amount is in doubt; closing makes it the record', async () => {
    const library = await openTestLibrary();
    const box = await library.done('/api/places', place('Box 1'));
    const other = await library.done('/api/places', place('Box 2'));
    const lots: Record<string, string> = {};
    for (const [name, placeId] of [
      ['Here', box.id],
      ['Gone', box.id],
      ['Thin', box.id],
      ['Counted', box.id],
      ['Stranger', other.id],
    ]) {
      lots[name] = (await library.done('/api/lots', envelope({ varietyName: name, placeId, receivedOn: '2027-03-01' }))).code;
    }
    const take = await library.done('/api/stocktakes', { placeId: box.id });
    const scan = (lotCode: string, amount = 'right', counted: number | null = null) =>
      library.done(`/api/stocktakes/${String(take.id)}/scans`, { lotCode, amount, counted });
    await scan(lots.Here as string);
    await scan(lots.Thin as string, 'in-doubt');
    await scan(lots.Counted as string, 'counted', 150);
    expect(await scan(lots.Stranger as string)).toMatchObject({ belongs: false, recordedIn: 'Box 2' });
    const sheet = (await library.get(`/api/stocktakes/${String(take.id)}`)).body;
    const codes = (rows: { code: string }[]) => rows.map((r) => r.code).sort();
    expect(codes(sheet.missing)).toEqual([lots.Gone]);
    expect(codes(sheet.strangers)).toEqual([lots.Stranger]);
    expect(codes(sheet.found)).toEqual([lots.Here, lots.Thin, lots.Counted].sort());
    expect(sheet.inDoubt.sort()).toEqual([lots.Thin, lots.Counted].sort());
    const closed = await library.done(`/api/stocktakes/${String(take.id)}/close`, { markMissing: true, moveHere: true });
    expect(closed.step.summary).toBe('Took stock of Box 1: 1 lot missing, 1 lot moved here, 1 lot counted anew, 1 lot of doubtful amount');
    const lot = async (name: string) => (await library.get(`/api/lots/${lots[name] as string}`)).body;
    expect((await lot('Gone')).lot.missingSince).toBe('2027-03-14');
    expect((await lot('Stranger')).storage.at(-1).place).toBe('Box 1');
    expect((await lot('Counted')).lot.balance).toBe(150);
    expect((await lot('Thin')).lot.amountKnown).toBe('estimated');
    // One step, taken back as one.
    await library.done(`/api/history/${String(closed.step.id)}/undo`, {});
    expect((await lot('Gone')).lot.missingSince).toBeNull();
    expect((await lot('Counted')).lot.balance).toBe(200);
  });

  it('keeps what came and went since an envelope was counted, and what another desk counted of it', async () => {
    const library = await openTestLibrary();
    const box = await library.done('/api/places', place('Box 1'));
    const lot = await library.done('/api/lots', envelope({ placeId: box.id }));
    const take = await library.done('/api/stocktakes', { placeId: box.id });
    const scan = (more: object) => library.post(`/api/stocktakes/${String(take.id)}/scans`, { lotCode: lot.code, ...more });
    const seen = async () => (await library.get(`/api/stocktakes/${String(take.id)}`)).body.found[0];
    await scan({ amount: 'counted', counted: 190 });
    // Scanned once more at the second desk, which has not seen the count; then counted there as well.
    expect((await scan({ amount: 'not-looked' })).status).toBe(200);
    expect(await seen()).toMatchObject({ scan: 'counted', counted: 190 });
    expect((await scan({ amount: 'counted', counted: 160 })).body).toMatchObject({ code: 'stale', current: { counted: 190 } });
    expect((await scan({ amount: 'counted', counted: 185, version: (await seen()).version })).status).toBe(200);
    await library.done(`/api/lots/${lot.code}/movements`, { kind: 'out', seeds: -20, reason: 'given to the school' });
    await library.done(`/api/stocktakes/${String(take.id)}/close`, { markMissing: true, moveHere: true });
    // 185 of 200 were there; 20 left after that.
    expect((await library.lotSheet(lot.code)).lot.balance).toBe(165);
  });

  it('missing seed is neither lent, sown nor tested until it is found', async () => {
    const library = await openTestLibrary();
    const box = await library.done('/api/places', place('Box 1'));
    const lot = await library.done('/api/lots', envelope({ placeId: box.id }));
    const take = await library.done('/api/stocktakes', { placeId: box.id });
    expect((await library.post('/api/stocktakes', { placeId: box.id })).body.errors[0].message).toContain('go on with that');
    await library.done(`/api/stocktakes/${String(take.id)}/close`, { markMissing: true, moveHere: true });
    const member = await library.done('/api/members', { name: 'Ottilie Vane' });
    const loan = { lotCode: lot.code, memberId: member.id, seeds: 10, purpose: 'garden', promise: 'nothing', lentOn: '2027-03-14' };
    expect((await library.post('/api/loans', loan)).body.errors[0].message).toContain('missing since');
    const sowing = { lotCode: lot.code, method: 'cells', cells: 2, seedsPerCell: 1, seeds: 2, sownOn: '2027-03-14' };
    expect((await library.post('/api/sowings', sowing)).body.errors).toEqual([
      { path: 'lotCode', message: `${String(lot.code)} is missing since 2027-03-14; say first that it was found` },
    ]);
    const test = {
      lotCode: lot.code,
      method: 'on-paper',
      nightC: 20,
      dayC: 30,
      light: 'either',
      startedOn: '2027-03-14',
      preparationDays: 0,
      replicates: [10],
    };
    expect((await library.post('/api/tests', test)).body.errors[0].message).toContain('missing since');
    expect((await library.get('/api/lots?tag=missing')).body.lots).toHaveLength(1);
    await library.done(`/api/lots/${lot.code}/found`, { version: (await library.get(`/api/lots/${lot.code}`)).body.lot.version });
    expect((await library.post('/api/loans', loan)).status).toBe(200);
    expect((await library.post('/api/sowings', sowing)).status).toBe(200);
    expect((await library.post('/api/tests', test)).status).toBe(200);
    const late = await library.post(`/api/stocktakes/${String(take.id)}/scans`, { lotCode: lot.code, amount: 'right' });
    expect(late.body).toMatchObject({ code: 'blocked', detail: expect.stringContaining('was closed on 2027-03-14') });
  });
});
