import { beforeEach, describe, expect, it } from 'vitest';
import { envelope, openTestLibrary, takeAllBack, type TestLibrary, undoLast } from './library.ts';

let library: TestLibrary;
const sheet = async (code: string): Promise<any> => (await library.get(`/api/lots/${code}`)).body;
const takeIn = async (over: object): Promise<string> => (await library.done('/api/lots', envelope({ ...over }))).code;

beforeEach(async () => {
  library = await openTestLibrary();
});

/** Lays, counts and closes a test of one bag; `kinds` says what each seed was. */
async function tested(code: string, startedOn: string, kinds: readonly string[]): Promise<void> {
  const { id } = await library.done('/api/tests', {
    lotCode: code,
    method: 'between-paper',
    replicates: [kinds.length],
    startedOn,
    nightC: 20,
    dayC: 20,
    light: 'either',
    preparationDays: 0,
  });
  const day = library.today;
  const test = (await library.get(`/api/tests/${String(id)}`)).body;
  const marks = kinds.map((kind, i) => ({ position: i + 1, kind, markedOn: day }));
  const counted = await library.done(`/api/tests/${String(id)}/counts`, {
    version: test.test.version,
    replicate: 1,
    countedOn: day,
    marks,
  });
  void counted;
  const now = (await library.get(`/api/tests/${String(id)}`)).body;
  await library.done(`/api/tests/${String(id)}/close`, { version: now.test.version, closedOn: day });
}

describe('a packet that got wet', () => {
  it('is dried now and tested after, and nothing figured of it is trusted until then; undo takes it back', async () => {
    const code = await takeIn({ seeds: 400, receivedOn: '2027-03-01' });
    const before = (await sheet(code)).verdict.verdict;
    const say = async (what: string, onDay = library.today): Promise<any> =>
      library.post(`/api/lots/${code}/wet`, { version: (await sheet(code)).lot.version, what, onDay });
    const work = async (): Promise<any> => (await library.get('/api/today')).body.items.find((i: any) => i.lotCode === code) ?? null;
    expect((await say('dry')).body.errors[0].path).toBe('what');
    expect((await say('wet', '2027-12-01')).body.errors[0].path).toBe('onDay');
    expect((await say('wet', '2027-02-01')).body.errors[0].path).toBe('onDay');
    expect((await say('wet')).status).toBe(200);
    expect(await work()).toMatchObject({ urgent: true, title: expect.stringMatching(/^Dry .* now$/), at: `/lots/${code}` });
    expect((await sheet(code)).verdict).toMatchObject({ verdict: 'test-first', reason: expect.stringContaining('dry it now') });
    await undoLast(library);
    expect((await sheet(code)).verdict.verdict).toBe(before);
    await say('wet');
    expect((await say('dry', '2027-03-01')).body.errors[0].path).toBe('onDay');
    expect((await say('dry')).status).toBe(200);
    expect(await work()).toMatchObject({ kind: 'lay', title: expect.stringContaining('it was wet'), at: `/lots/${code}/test` });
    await tested(code, library.today, Array(20).fill('normal'));
    expect(await work()).toBeNull();
    expect((await sheet(code)).wet).toBeNull();
    expect((await sheet(code)).verdict.reason).not.toContain('wet');
  });
});

describe('storage that nobody wrote down', () => {
  it('is assumed, shown as such, and changed in the settings for all lots', async () => {
    const code = await takeIn({ acquisition: 'purchased', year: 2024, receivedOn: '2026-03-01' });
    const storage = async (): Promise<any> => (await library.get(`/api/lots/${code}/model`)).body.input.storage;
    expect(await storage()).toEqual([
      { from: '2024-10-01', temperatureC: 10, rhPercent: 40, assumed: true },
      { from: '2026-03-01', temperatureC: 17, rhPercent: 50, assumed: true, open: true },
    ]);
    const before = (await sheet(code)).estimate.today.median;
    const settings = (await library.get('/api/settings')).body;
    await library.done('/api/settings', { ...settings, roomC: 26, roomRhPercent: 60 }, 'PUT');
    expect((await storage())[1]).toMatchObject({ temperatureC: 26, rhPercent: 60 });
    expect((await sheet(code)).estimate.today.median).toBeLessThan(before);
  });

  it('a place may swing over the day or the year, which ages its seed faster than its mean', async () => {
    const base = { name: 'Shed', kind: 'room', rhPercent: 60, sealed: false };
    const both = await library.post('/api/places', { ...base, temperatureC: 12, warmestC: 22, coldestC: 2 });
    expect(both.body.errors[0].path).toBe('temperatureC');
    const half = await library.post('/api/places', { ...base, warmestC: 22 });
    expect(half.body.errors[0].path).toBe('coldestC');
    const turned = await library.post('/api/places', { ...base, warmestC: 2, coldestC: 22 });
    expect(turned.body.errors[0].path).toBe('warmestC');
    const shed = await library.done('/api/places', { ...base, warmestC: 22, coldestC: 2, swings: 'year' });
    const even = await library.done('/api/places', { ...base, name: 'Even shed', temperatureC: 12 });
    const [swung, still] = [
      await takeIn({ placeId: shed.id, receivedOn: '2024-03-01' }),
      await takeIn({ placeId: even.id, receivedOn: '2024-03-01' }),
    ];
    expect((await library.get(`/api/places/${String(shed.id)}`)).body.place).toMatchObject({
      temperatureC: 12,
      swingC: 10,
      swings: 'year',
    });
    expect((await sheet(swung)).estimate.today.median).toBeLessThan((await sheet(still)).estimate.today.median);
  });
});

describe('what counts of a test', () => {
  it('an early failure of seed that after-ripens does not blame the lot; a good count counts', async () => {
    library.today = '2026-10-20';
    const fresh = { cropKey: 'sunflower', varietyName: 'Mill Face', year: 2026, receivedOn: '2026-10-05' };
    const failed = await takeIn(fresh);
    const before = (await sheet(failed)).estimate.today.median;
    expect((await sheet(failed)).restsUntil).toBe('2026-11-26');
    await tested(failed, '2026-10-10', [...Array<string>(6).fill('normal'), ...Array<string>(14).fill('dead')]);
    const after = await sheet(failed);
    expect(after.evidence[0]).toMatchObject({ used: false });
    expect(after.evidence[0].why).toContain('rested');
    expect(after.estimate.today.median).toBeCloseTo(before, 6);
    const good = await takeIn({ ...fresh, varietyName: 'Mill Moon' });
    await tested(good, '2026-10-10', Array<string>(20).fill('normal'));
    expect((await sheet(good)).evidence[0].used).toBe(true);
  });

  it('alive and sprouting untreated are told apart where much of it is asleep', async () => {
    const code = await takeIn({ cropKey: 'sweet-pea', varietyName: 'Mill Lane' });
    expect((await sheet(code)).sprouting).toBeNull();
    await tested(code, '2027-03-01', [...Array<string>(10).fill('normal'), ...Array<string>(9).fill('hard'), 'dead']);
    expect((await sheet(code)).sprouting).toMatch(
      /^About \d+ in 100 are alive, but only \d+ sprout untreated; the rest is asleep\. To wake it: nick it/,
    );
  });
});

describe('verdicts', () => {
  it('a lot without seeds has none, and says who may have some', async () => {
    const code = await takeIn({ seeds: 30, floor: 0 });
    const member = await library.done('/api/members', { name: 'Bram Holt' });
    await library.done('/api/loans', {
      lotCode: code,
      memberId: member.id,
      seeds: 30,
      purpose: 'garden',
      promise: 'nothing',
      lentOn: '2027-03-10',
    });
    expect((await sheet(code)).verdict).toEqual({
      verdict: 'nothing-left',
      beside: null,
      reason: 'Nothing is left in the envelope, but one member may have some.',
      nextLook: null,
    });
  });

  it('the verdict and the estimate shown are of the same moment, also when the stored one is of another day', async () => {
    const code = await takeIn({ cropKey: 'parsnip', varietyName: 'Long Mill', year: 2026 });
    library.today = '2034-03-14';
    const later = await sheet(code);
    const alive = Math.round(100 * later.estimate.today.median);
    expect(alive).toBeLessThan(15);
    expect(later.verdict.reason).not.toContain('for seed this season');
    expect(['rescue', 'test-first']).toContain(later.verdict.verdict);
    // Looking again is never put off beyond what can be alive.
    const fresh = await takeIn({
      cropKey: 'avocado',
      varietyName: 'Green Court',
      yearKind: 'unknown',
      year: null,
      receivedOn: '2034-03-10',
      seeds: 5,
      floor: 0,
    });
    expect((await sheet(fresh)).verdict.nextLook < '2034-06-01').toBe(true);
  });
});

describe('crops of one’s own', () => {
  const herb = {
    name: 'Mill mint',
    scientific: 'Mentha molae',
    fromKey: 'mint',
    names: ['quarry mint'],
    figures: { seedsPerGram: 9000, halfLifeYears: 3, lightNeed: 'light', cautions: ['skin-irritant'] },
  };

  it('begin from the most similar one, and work wherever a crop does', async () => {
    const { key, letters } = await library.done('/api/crops', herb);
    expect(key).toBe('own-mill-mint');
    const crop = (await library.get(`/api/crops/${String(key)}`)).body;
    expect(crop.crop).toMatchObject({ name: 'Mill mint', halfLifeYears: 3, family: 'Lamiaceae', cautions: ['skin-irritant'] });
    expect((await library.get('/api/crops?q=quarry')).body.crops.map((c: any) => c.key)).toEqual([key]);
    const look = (await library.get('/api/intake/look?name=Old&crop=Mill%20mint')).body;
    expect(look.crop).toMatchObject({ key, by: 'typed' });
    const code = await takeIn({ cropKey: key, varietyName: 'Tall Green' });
    expect(code.startsWith(`${String(letters)}-`)).toBe(true);
    expect((await sheet(code)).crop).toMatchObject({ halfLifeYears: 3 });
    expect((await library.get('/api/find?q=mill%20mint')).body.found.map((f: any) => f.kind)).toContain('crop');
    expect((await library.get('/api/labels/plan?kind=packet&codes=' + code)).status).toBe(200);
    expect((await library.get('/api/export/lots.csv')).body).toContain('Mill mint');
    await library.done(`/api/crops/${String(key)}/own-figure`, { version: 0, field: 'sowDepthMm', value: 2 }, 'PUT');
    expect((await sheet(code)).crop.own).toEqual(['sowDepthMm']);
    const used = await library.send('DELETE', `/api/crops/${String(key)}`, { version: 1 });
    expect(used).toMatchObject({ status: 409, body: { code: 'blocked' } });
  });

  it('name every figure that does not fit, and can be changed and taken back', async () => {
    const bad = await library.post('/api/crops', {
      ...herb,
      figures: { seedsPerGram: -1, lightNeed: 'moon', colour: 'red', testTempC: 'warm' },
    });
    expect(bad.body.errors.map((e: any) => e.path).sort()).toEqual([
      'figures.colour',
      'figures.lightNeed',
      'figures.seedsPerGram',
      'figures.testTempC',
    ]);
    const turned = await library.post('/api/crops', { ...herb, figures: { emergeMinD: 30, emergeMaxD: 10 } });
    expect(turned.body.errors[0].path).toBe('figures.emergeMaxD');
    expect((await library.post('/api/crops', { ...herb, name: 'Tomato' })).body.errors[0].path).toBe('name');
    expect((await library.post('/api/crops', { ...herb, letters: 'TM' })).body.errors[0].path).toBe('letters');
    expect((await library.post('/api/crops', { ...herb, fromKey: 'moonflower' })).body.errors[0].path).toBe('fromKey');
    const added = await library.done('/api/crops', { ...herb, letters: 'XZ' });
    const { key } = added;
    const version = (await library.get(`/api/crops/${String(key)}`)).body.ownCrop.version;
    const renamed = await library.done(`/api/crops/${String(key)}`, { ...herb, name: 'Quarry mint', version }, 'PATCH');
    expect((await library.get(`/api/crops/${String(key)}`)).body.crop.name).toBe('Quarry mint');
    await takeAllBack(library, [added.step, renamed.step]);
    expect((await library.get(`/api/crops/${String(key)}`)).status).toBe(404);
  });

  it('every figure of the reference can be set, words and lists too', async () => {
    const figure = async (field: string): Promise<number> =>
      (await library.get('/api/crops/tomato')).body.figures.find((f: any) => f.field === field)?.version ?? 0;
    const put = async (field: string, value: unknown) =>
      library.send('PUT', '/api/crops/tomato/own-figure', { version: await figure(field), field, value });
    expect((await put('lightNeed', 'dark')).body.crop.lightNeed).toBe('dark');
    expect((await put('chillWeeks', 2)).body.crop.chillWeeks).toBe(2);
    expect((await put('soakHours', 12)).status).toBe(200);
    expect((await put('pretreatments', ['soak'])).body.crop.pretreatments).toEqual(['soak']);
    expect((await put('directWeeksMin', 2)).body.errors[0].path).toBe('value');
    expect((await put('lightNeed', 'moon')).body.errors[0].path).toBe('value');
    const back = await library.send('PUT', '/api/crops/tomato/own-figure', {
      field: 'lightNeed',
      reference: true,
      version: await figure('lightNeed'),
    });
    expect(back.body.crop.lightNeed).toBe('either');
  });
});

describe('notes', () => {
  it('are found by the words in them, wherever they stand, and no longer when they are gone', async () => {
    const code = await takeIn({ note: 'from the garden behind the Förster house, climbs well' });
    await library.done('/api/members', { name: 'Bram Holt', note: 'prefers climbing plants' });
    const found = async (q: string): Promise<any> =>
      (await library.get(`/api/find?q=${encodeURIComponent(q)}`)).body.found.filter((f: any) => f.kind === 'note');
    expect(await found('forster')).toMatchObject([{ at: `/lots/${code}` }]);
    expect((await found('climb')).map((f: any) => f.at)).toEqual(expect.arrayContaining([`/lots/${code}`, '/members/1']));
    expect(await found('behind house')).toHaveLength(1);
    const { lot } = await sheet(code);
    await library.done(`/api/lots/${code}`, { version: lot.version, note: null }, 'PATCH');
    expect(await found('forster')).toEqual([]);
    await undoLast(library);
    expect(await found('forster')).toHaveLength(1);
    // A search that holds no words, or signs of a query language, is no error.
    for (const q of ['"', 'a OR b', '*', 'NEAR(x)']) expect((await library.get(`/api/find?q=${encodeURIComponent(q)}`)).status).toBe(200);
  });
});
