import { beforeEach, describe, expect, it } from 'vitest';
import { envelope, openTestLibrary, rowCounts, takeAllBack, type TestLibrary } from './library.ts';

let library: TestLibrary;
let code: string;
const sheet = async (of = code): Promise<any> => (await library.get(`/api/lots/${of}`)).body;
const right = async (body: object, of = code): Promise<any> =>
  library.send('PATCH', `/api/lots/${of}`, { version: (await sheet(of)).lot.version, ...body });
const look = async (body: object): Promise<any> =>
  library.post(`/api/lots/${code}/put-right`, { version: (await sheet()).lot.version, ...body });

beforeEach(async () => {
  library = await openTestLibrary();
  code = (await library.done('/api/lots', envelope())).code;
});

describe('what was said of a lot, put right', () => {
  it('shows first what follows, and writes nothing of it', async () => {
    const before = rowCounts(library.db);
    const was = await sheet();
    const { body } = await look({ year: 2018 });
    expect(body.before.agesFrom).toBe('2023-10-01');
    expect(body.after.agesFrom).toBe('2018-10-01');
    expect(body.after.alive).not.toBe(body.before.alive);
    expect(body.labels).toBe(1);
    expect(rowCounts(library.db)).toEqual(before);
    expect((await sheet()).estimate).toEqual(was.estimate);
  });

  it('reaches everything: year, form, packet, source, acquisition, day and amount, as one step that can be taken back', async () => {
    const was = await sheet();
    const answer = await right({
      year: 2025,
      yearKind: 'packing',
      form: 'pelleted',
      statedGermination: 0.9,
      source: 'Hollow Lane Seeds',
      acquisition: 'purchased',
      receivedOn: '2026-02-01',
      seeds: 150,
      amountKnown: 'estimated',
    });
    expect(answer.status).toBe(200);
    const { lot, movements, history } = await sheet();
    expect(lot).toMatchObject({
      year: 2025,
      yearKind: 'packing',
      form: 'pelleted',
      statedGermination: 0.9,
      source: 'Hollow Lane Seeds',
      acquisition: 'purchased',
      receivedOn: '2026-02-01',
      agesFrom: '2024-10-01',
      balance: 150,
      amountKnown: 'estimated',
    });
    expect(movements.map((m: any) => [m.kind, m.seeds, m.day])).toEqual([
      ['in', 200, '2026-02-01'],
      ['correction', -50, '2027-03-14'],
    ]);
    expect(history[0].summary).toContain('harvest 2023 to packed for 2025');
    expect((await library.get('/api/errands')).body.errands).toMatchObject([{ kind: 'reprint', lotCode: code }]);
    // Said once more, nothing moves twice.
    const again = await right({ seeds: 150 });
    expect((await sheet()).movements).toHaveLength(2);
    await takeAllBack(library, [answer.body.step, again.body.step]);
    const back = await sheet();
    expect({ ...back.lot, version: 0 }).toEqual({ ...was.lot, version: 0 });
    expect(back.estimate).toEqual(was.estimate);
  });

  it('keeps days and amounts that fit together, names the field and changes nothing else', async () => {
    const member = await library.done('/api/members', { name: 'Bram Holt' });
    const loan = { lotCode: code, memberId: member.id, seeds: 150, purpose: 'garden', promise: 'nothing', lentOn: '2027-03-05' };
    await library.done('/api/loans', loan);
    for (const [body, field, says] of [
      [{ receivedOn: '2027-03-10' }, 'receivedOn', '2027-03-05'],
      [{ receivedOn: '2027-03-20' }, 'receivedOn', 'after today'],
      [{ seeds: 100 }, 'seeds', 'cannot leave it'],
      [{ year: null }, 'year', 'is needed'],
      [{ yearKind: 'unknown', year: 2020 }, 'year', 'leave it out'],
      [{ year: 2030 }, 'year', 'must not be after'],
      [{ floor: 500 }, 'floor', 'must not be more'],
      [{ identity: 'doubtful' }, 'identity', 'not a field here'],
      [{ openedOn: '2027-03-05' }, 'openedOn', 'unless the supplier sealed'],
      [{ pickedOn: '2027-03-08' }, 'pickedOn', 'must not be after it came'],
      [{ colour: 'red' }, 'colour', 'not a field here'],
    ] as const) {
      const { status, body: problem } = await right(body);
      expect([field, status, problem.errors?.[0].path]).toEqual([field, 400, field]);
      expect(problem.errors[0].message).toContain(says);
    }
    expect((await sheet()).lot).toMatchObject({ balance: 50, receivedOn: '2027-03-01', year: 2023 });
    const stale = await library.send('PATCH', `/api/lots/${code}`, { version: 99, note: 'x' });
    expect(stale).toMatchObject({ status: 409, body: { code: 'stale' } });
  });
});

describe('how a packet was closed, and seed that does not keep', () => {
  it('a packet sealed by its supplier stays dry until it is opened', async () => {
    const bought = { acquisition: 'purchased', cropKey: 'onion', year: 2023, receivedOn: '2024-03-01' };
    const open = (await library.done('/api/lots', envelope(bought))).code;
    const shut = (await library.done('/api/lots', envelope({ ...bought, varietyName: 'Mill Brown', sealed: true }))).code;
    const median = async (of: string): Promise<number> => (await sheet(of)).estimate.today.median;
    const sealed = await median(shut);
    expect(sealed).toBeGreaterThan((await median(open)) + 0.05);
    expect((await right({ openedOn: '2025-03-01' }, shut)).status).toBe(200);
    const opened = await median(shut);
    expect(opened).toBeLessThan(sealed);
    expect(opened).toBeGreaterThan(await median(open));
    const model = (await library.get(`/api/lots/${shut}/model`)).body;
    expect(model.input.storage.map((p: any) => [p.from, p.rhPercent])).toEqual([
      ['2023-10-01', 30],
      ['2024-03-01', 30],
      ['2025-03-01', 50],
    ]);
  });

  it('without a year is as old as the day it came, or as the day of picking, and says so as its evidence', async () => {
    const fresh = { cropKey: 'lemon', varietyName: 'Mill Court', yearKind: 'unknown', year: null, receivedOn: '2027-03-01', seeds: 30 };
    const lemon = (await library.done('/api/lots', envelope(fresh))).code;
    expect((await sheet(lemon)).lot.agesFrom).toBe('2027-03-01');
    expect((await sheet(lemon)).freshness).toBe('It came 13 days ago; taken as picked then');
    await right({ pickedOn: '2027-02-21', ripenedWhere: 'the south coast', ripenedInSeason: 'yes', nightC: 12 }, lemon);
    const after = await sheet(lemon);
    expect(after.lot.agesFrom).toBe('2027-02-21');
    expect(after.freshness).toBe('Picked 3 weeks ago in the south coast, in season there, nights of 12 °C');
    // A tomato without a year is a guess over years.
    const gift = (await library.done('/api/lots', envelope({ varietyName: 'Old Jar', yearKind: 'unknown', year: null }))).code;
    expect((await sheet(gift)).lot.agesFrom).toBe('2025-03-01');
    expect((await sheet(gift)).freshness).toBeNull();
  });
});

describe('seed of a hybrid', () => {
  it('is kept as "from" the hybrid at intake, and at return', async () => {
    await library.done('/api/lots', envelope({ varietyName: 'Copper Gate', breeding: 'hybrid-f1' }));
    const saved = (await library.done('/api/lots', envelope({ varietyName: 'Copper Gate', acquisition: 'saved' }))).code;
    expect((await sheet(saved)).lot).toMatchObject({ variety: 'from Copper Gate', breeding: 'unknown' });
    const bought = (await library.done('/api/lots', envelope({ varietyName: 'Copper Gate', acquisition: 'purchased' }))).code;
    expect((await sheet(bought)).lot).toMatchObject({ variety: 'Copper Gate', breeding: 'hybrid-f1' });
    const member = await library.done('/api/members', { name: 'Bram Holt' });
    const loan = await library.done('/api/loans', {
      lotCode: bought,
      memberId: member.id,
      seeds: 20,
      purpose: 'save-seed',
      promise: 'some',
      dueOn: '2027-11-01',
      lentOn: '2027-03-10',
    });
    library.today = '2027-10-10';
    const back = await library.broughtHome(loan.id, { seeds: 300 });
    expect((await sheet(back.lotCode)).lot).toMatchObject({ variety: 'from Copper Gate', breeding: 'unknown', generation: 1 });
  });
});

describe('the floor', () => {
  it('is there for renewing, down to what a second try needs; for nothing else', async () => {
    const member = await library.done('/api/members', { name: 'Bram Holt' });
    const few = (await library.done('/api/lots', envelope({ varietyName: 'Last One', seeds: 30, floor: 25 }))).code;
    const lend = (purpose: string, seeds: number) =>
      library.post('/api/loans', {
        lotCode: few,
        memberId: member.id,
        seeds,
        purpose,
        promise: 'some',
        dueOn: '2027-11-01',
        lentOn: '2027-03-10',
      });
    expect((await lend('garden', 10)).body.errors[0].message).toBe('at most 5 may be lent; 25 of the 30 always stay');
    expect((await lend('save-seed', 10)).status).toBe(400);
    const { renewable } = await sheet(few);
    expect(renewable).toBeGreaterThan(5);
    expect(renewable).toBeLessThan(30);
    expect((await lend('renew', renewable + 1)).body.errors[0].message).toContain(
      `${String(30 - renewable)} of the 30 stay for a second try`,
    );
    expect((await lend('renew', renewable)).status).toBe(200);
  });
});

describe('plants whose exchange is forbidden in places', () => {
  it('are not lent until somebody says that they may be', async () => {
    const member = await library.done('/api/members', { name: 'Bram Holt' });
    const plume = (await library.done('/api/lots', envelope({ cropKey: 'fountain-grass', varietyName: 'White Plume' }))).code;
    const lend = () =>
      library.post('/api/loans', {
        lotCode: plume,
        memberId: member.id,
        seeds: 10,
        purpose: 'garden',
        promise: 'nothing',
        lentOn: '2027-03-10',
      });
    expect((await sheet(plume)).cautions.some((c: string) => c.startsWith('Do not lend'))).toBe(true);
    expect((await lend()).body.errors[0]).toMatchObject({ path: 'lotCode' });
    expect((await library.get('/api/restricted')).body.undecided).toEqual([
      { key: 'fountain-grass', name: 'Feathertop and fountain grass', lots: 1 },
    ]);
    const nameless = await library.post('/api/restricted', { name: 'Plume', rule: 'may-lend', why: 'asked' });
    expect(nameless.body.errors[0].path).toBe('rule');
    await library.done('/api/restricted', { cropKey: 'fountain-grass', rule: 'may-lend', why: 'asked the county office in March' });
    expect((await library.get('/api/restricted')).body.undecided).toEqual([]);
    expect((await sheet(plume)).cautions.some((c: string) => c.startsWith('Do not lend'))).toBe(false);
    expect((await lend()).status).toBe(200);
  });
});
