import type { RenewalRowShown, RenewalSheet, RenewalsPage } from '@esprel/core/api';
import { beforeEach, describe, expect, it } from 'vitest';
import { searchOf } from '../src/renewals/search.ts';
import { openTestLibrary, type TestLibrary, undoLast } from './library.ts';
import { phoneOf } from './phones.ts';
import { withCoordinator } from './signIns.ts';

let library: TestLibrary;
beforeEach(async () => {
  library = await openTestLibrary();
});

interface Home {
  readonly id: number;
  readonly memberId: number;
}
const garden = async (name: string, over: Record<string, unknown> = {}): Promise<Home> => {
  const { id: memberId } = await library.done('/api/members', { name: `Grower of ${name}` });
  const body = { name, memberId, hemisphere: 'north', shiftDays: 0, eastM: 0, northM: 0, roomPlants: 40, practised: 'practised', ...over };
  const { id } = await library.done('/api/gardens', body);
  return { id, memberId };
};
/** Old seed, little of it: what would be lost. */
const takeIn = (over: Record<string, unknown> = {}): Promise<string> =>
  library.takeIn({ cropKey: 'summer-squash', varietyName: 'Long Trailer', acquisition: 'saved', floor: 0, seeds: 40, year: 2021, ...over });
const page = async (): Promise<RenewalsPage> => (await library.get('/api/renewals/plan')).body;
/** The plan once the search is at rest. */
async function plan(): Promise<RenewalsPage> {
  for (;;) {
    const now = await page();
    if (now.search !== 'searching') return now;
    await new Promise((resolve) => setTimeout(resolve, 30));
  }
}
const rowsOf = (p: RenewalsPage): RenewalRowShown[] => p.varieties.flatMap((v) => [...v.rows]);
const varietyId = (name: string): number => (library.db.prepare('SELECT id FROM varieties WHERE name = ?').get(name) as { id: number }).id;
const sheet = async (name: string): Promise<RenewalSheet> =>
  (await library.get(`/api/renewals/plan/varieties/${String(varietyId(name))}`)).body;
const say = (body: object) => library.post('/api/renewals/rows', { version: 0, ...body });
const hold = async (name: string, gardenId: number, season: number, over: object = {}) =>
  say({ varietyId: varietyId(name), gardenId, season, covered: false, what: 'hold', ...over });
const asRow = ({ varietyId: v, gardenId, season, covered }: RenewalRowShown) => ({ varietyId: v, gardenId, season, covered });

describe('the plan', () => {
  it('says who renews what and when, how much that keeps, and that nothing keeps more', async () => {
    await garden('Quarry Foot');
    await garden('Far Bank', { eastM: 5000 });
    await takeIn();
    await takeIn({ varietyName: 'Round Green' });
    // Plenty of young seed needs nobody.
    await takeIn({ varietyName: 'Young', cropKey: 'tomato', seeds: 2000, year: 2026 });
    const p = await plan();
    expect(p).toMatchObject({ seasons: [2027, 2028, 2029], search: 'proved', nothing: null, of: 2, left: 0, conflicts: [] });
    expect(p.gap).toBeLessThanOrEqual(1e-4);
    expect(p.varieties.map((v) => v.variety).sort()).toEqual(['Long Trailer', 'Round Green']);
    for (const v of p.varieties) {
      expect(v.rows.length).toBeGreaterThan(0);
      expect(v.kept).toBeGreaterThan(v.without);
    }
    expect(p.kept).toBeCloseTo(
      p.varieties.reduce((n, v) => n + v.kept, 0),
      9,
    );
    const { rows, lotWords, figures } = await sheet('Long Trailer');
    expect(lotWords).toContain('the library’s only lot');
    expect(rows[0]?.when).toMatch(/in 100 alive now/);
    expect(rows[0]?.where).toMatch(/^Room for 40 plants; this takes 6/);
    expect(rows[0]?.seed).toMatch(/of 40 of CZ-\w+/);
    expect(figures.map((f) => f.figure)).toEqual(expect.arrayContaining(['worth', 'keep', 'plants', 'chance']));
  });

  it('says so where there is nothing to renew, no garden, or hardly any seed', async () => {
    expect(await plan()).toMatchObject({ of: 0, nothing: expect.stringContaining('nothing to renew yet'), kept: 0 });
    await takeIn();
    const alone = await plan();
    expect(alone).toMatchObject({ of: 1, nothing: expect.stringContaining('No garden') });
    expect(alone.varieties[0]?.why).toBe('there is no garden');
    await garden('Quarry Foot');
    await takeIn({ varietyName: 'Three Left', seeds: 3 });
    expect((await plan()).varieties.find((v) => v.variety === 'Three Left')?.why).toBe(
      '3 seeds left, and one try takes 6 plants; more seed would do, or fewer plants than is good',
    );
    const young = await takeIn({ varietyName: 'Young', cropKey: 'tomato', seeds: 2000, year: 2026 });
    const fine = await library.get(`/api/renewals/plan/varieties/${String(varietyId('Young'))}`);
    expect([fine.status, fine.body.detail]).toEqual([409, expect.stringContaining('is kept well enough')]);
    expect((await library.get('/api/renewals/plan/varieties/999')).status).toBe(404);
    expect(young).toMatch(/^TM-/);
  });

  it('counts what grows already: its room, what it crosses with, and what is expected home', async () => {
    const home = await garden('Quarry Foot', { roomPlants: 12, mostVarieties: 1 });
    const code = await takeIn();
    await library.done('/api/growing/patches', {
      cropKey: 'summer-squash',
      season: 2027,
      kind: 'neighbour',
      whose: 'Lockhouse',
      eastM: 50,
      northM: 0,
      plants: 8,
    });
    // A neighbour's squashes this year: it waits, or its flowers are tied.
    const beside = await plan();
    expect(rowsOf(beside).filter((r) => r.season === 2027 && r.apart === 'open')).toEqual([]);
    await library.done('/api/loans', {
      lotCode: await takeIn({ varietyName: 'Round Green', seeds: 60 }),
      memberId: home.memberId,
      seeds: 20,
      purpose: 'renew',
      promise: 'some',
      dueOn: '2027-12-01',
      lentOn: '2027-03-14',
    });
    const p = await plan();
    expect(p.gardens[0]?.seasons[0]).toMatchObject({ varieties: 1 });
    expect(rowsOf(p).filter((r) => r.season === 2027)).toEqual([]);
    expect(p.varieties.find((v) => v.variety === 'Round Green')?.growing).toBeGreaterThan(0.3);
    expect(code).toMatch(/^CZ-/);
  });

  it('plans for the next season what it is too late for in this one', async () => {
    library.today = '2027-09-01';
    await garden('Quarry Foot');
    await takeIn({ receivedOn: '2027-08-20' });
    const p = await plan();
    expect(p.seasons[0]).toBe(2027);
    expect(rowsOf(p).map((r) => r.season)).not.toContain(2027);
    expect(rowsOf(p).length).toBeGreaterThan(0);
  });
});

it('goes by the seasons of the other hemisphere, too', async () => {
  const settings = (await library.get('/api/settings')).body as object;
  await library.done('/api/settings', { ...settings, hemisphere: 'south', lastFrost: '09-20', firstFrost: '05-10' }, 'PUT');
  await library.done('/api/gardens', { name: 'Hill', hemisphere: 'south', shiftDays: 0, eastM: 0, northM: 0, roomPlants: 40 });
  await takeIn();
  // In March the season of last September is over; the next is sown in the coming spring.
  const autumn = await plan();
  expect(autumn.seasons).toEqual([2026, 2027, 2028]);
  expect(rowsOf(autumn).every((r) => r.season > 2026)).toBe(true);
  library.today = '2027-08-01';
  const spring = await plan();
  expect(spring.seasons[0]).toBe(2027);
  expect(rowsOf(spring).length).toBeGreaterThan(0);
});

describe('what somebody decides', () => {
  it('is held, barred and let go of; the rest is found again around it, and each can be taken back', async () => {
    const [quarry, bank] = [await garden('Quarry Foot'), await garden('Far Bank', { eastM: 5000, practised: 'new' })];
    await takeIn();
    expect((await hold('Long Trailer', bank.id, 2029)).status).toBe(200);
    const held = rowsOf(await plan()).find((r) => r.gardenId === bank.id);
    expect(held).toMatchObject({ season: 2029, state: 'held', version: 1 });
    // Barred from everywhere else too, it is grown there alone.
    await say({ varietyId: varietyId('Long Trailer'), gardenId: quarry.id, what: 'bar', note: 'too wet there' });
    expect(rowsOf(await plan()).map((r) => r.gardenId)).toEqual([bank.id]);
    expect((await sheet('Long Trailer')).bars).toMatchObject([{ words: 'Not at Quarry Foot (too wet there)', version: 1 }]);
    await say({ varietyId: varietyId('Long Trailer'), gardenId: bank.id, season: 2029, what: 'loosen', version: 1 });
    const loose = rowsOf(await plan());
    expect(loose.every((r) => r.gardenId === bank.id && r.state === 'found')).toBe(true);
    await undoLast(library);
    expect(rowsOf(await plan()).find((r) => r.gardenId === bank.id)).toMatchObject({ season: 2029, state: 'held' });
    // Nobody: what was held goes with it.
    await say({ varietyId: varietyId('Long Trailer'), what: 'bar' });
    const nobody = await plan();
    expect(rowsOf(nobody)).toEqual([]);
    expect(nobody.varieties[0]?.why).toContain('barred wherever it could go');
  });

  it('moves with its row', async () => {
    const quarry = await garden('Quarry Foot');
    await takeIn();
    await hold('Long Trailer', quarry.id, 2027);
    await hold('Long Trailer', quarry.id, 2028, { from: { gardenId: quarry.id, season: 2027 } });
    expect(rowsOf(await plan())).toMatchObject([{ season: 2028, state: 'held' }]);
    await undoLast(library);
    expect(rowsOf(await plan())).toMatchObject([{ season: 2027, state: 'held' }]);
  });

  it('is refused where it cannot hold beside what is held, and says with which', async () => {
    const quarry = await garden('Quarry Foot', { mostVarieties: 3 });
    await takeIn();
    await takeIn({ varietyName: 'Round Green' });
    await hold('Long Trailer', quarry.id, 2027);
    const crossing = await hold('Round Green', quarry.id, 2027);
    expect(crossing.status).toBe(400);
    expect(crossing.body.errors[0]).toMatchObject({
      path: 'gardenId',
      message: 'cannot be held there: they would cross (Long Trailer at Quarry Foot, 2027)',
    });
    for (const [body, path] of [
      [{ season: 2040 }, 'season'],
      [{ gardenId: 99 }, 'gardenId'],
      [{ varietyId: 99 }, 'varietyId'],
      [{ gardenId: null }, 'gardenId'],
      [{ season: null }, 'season'],
    ] as const) {
      const wrong = await hold('Round Green', quarry.id, 2027, body);
      expect([wrong.status, wrong.body.errors?.[0]?.path]).toEqual([400, path]);
    }
    const stale = await hold('Long Trailer', quarry.id, 2027);
    expect([stale.status, stale.body.code]).toEqual([409, 'stale']);
    expect((await say({ varietyId: varietyId('Round Green'), gardenId: quarry.id, season: 2027, what: 'loosen' })).status).toBe(409);
  });

  it('is said where it can no longer hold, and the last is let go', async () => {
    const quarry = await garden('Quarry Foot', { mostVarieties: 2, roomPlants: 40 });
    await takeIn();
    await takeIn({ varietyName: 'Red', cropKey: 'tomato', seeds: 12, year: 2015 });
    await hold('Long Trailer', quarry.id, 2027);
    await hold('Red', quarry.id, 2027);
    const { version } = (await page()).gardens[0]!;
    await library.done(`/api/renewals/gardens/${String(quarry.id)}`, { roomPlants: 6, mostVarieties: 2, version }, 'PUT');
    const { conflicts } = await plan();
    expect(conflicts).toMatchObject([
      {
        words: 'More plants than the garden has room for: Long Trailer at Quarry Foot, 2027; Red at Quarry Foot, 2027.',
        letGo: { varietyId: varietyId('Red'), season: 2027, version: 1 },
      },
    ]);
    await library.done('/api/renewals/rows', { ...conflicts[0]!.letGo, what: 'loosen' });
    expect((await plan()).conflicts).toEqual([]);
  });

  it('may be a figure that somebody knows better, with why', async () => {
    await garden('Quarry Foot');
    await takeIn();
    const figure = (body: object) =>
      library.send('PUT', '/api/renewals/figures', { varietyId: varietyId('Long Trailer'), version: 0, ...body });
    expect((await figure({ figure: 'worth', value: 3 })).body.errors).toMatchObject([{ path: 'why' }]);
    expect((await figure({ figure: 'worth', value: 30, why: 'x' })).body.errors).toMatchObject([{ path: 'value' }]);
    expect((await figure({ figure: 'keep', value: 2, why: 'x' })).body.errors).toMatchObject([{ path: 'value' }]);
    expect((await figure({ figure: 'plants', value: 1.5, why: 'x' })).body.errors).toMatchObject([{ path: 'value' }]);
    expect((await figure({ figure: 'chance', value: 0.5, why: 'x' })).body.errors).toMatchObject([{ path: 'gardenId' }]);
    const before = (await plan()).varieties[0]!;
    expect((await figure({ figure: 'worth', value: 3, why: 'the valley’s own' })).status).toBe(200);
    expect((await plan()).varieties[0]).toMatchObject({ worth: 3 * before.worth, worthSaid: true });
    await figure({ figure: 'keep', value: 0.05, why: 'mice were at it' });
    expect((await plan()).varieties[0]!.kept).toBeLessThan(before.kept);
    const said = (await sheet('Long Trailer')).figures.find((f) => f.figure === 'keep')!;
    expect(said.said).toEqual({ value: 0.05, why: 'mice were at it' });
    expect((await figure({ figure: 'keep', value: 0.9, why: 'no' })).body.code).toBe('stale');
    await figure({ figure: 'keep', value: null, version: said.version });
    expect((await plan()).varieties[0]!.kept).toBeCloseTo(before.kept, 6);
  });
});

describe('growers', () => {
  it('are asked, answer yes, no or another one, and the plan goes by it', async () => {
    const [quarry, bank] = [await garden('Quarry Foot'), await garden('Far Bank', { eastM: 5000 })];
    await takeIn();
    await takeIn({ varietyName: 'Red', cropKey: 'tomato', seeds: 12, year: 2015 });
    await hold('Long Trailer', quarry.id, 2027);
    const row = rowsOf(await plan()).find((r) => r.gardenId === quarry.id && r.varietyId === varietyId('Long Trailer'))!;
    expect((await library.done('/api/renewals/asks', { rows: [asRow(row)] })).asked).toBe(1);
    expect((await library.post('/api/renewals/asks', { rows: [asRow(row)] })).status).toBe(409);
    const asked = rowsOf(await plan()).find((r) => r.rowId === row.rowId)!;
    expect(asked).toMatchObject({ state: 'asked', askedOn: '2027-03-14' });
    expect((await page()).waiting).toBe(1);
    // The message lies ready for whoever writes to them.
    const { messages } = (await library.get('/api/messages/proposed')).body;
    expect(messages).toMatchObject([{ memberId: quarry.memberId, kind: 'who-can-grow' }]);
    expect(messages[0].text).toContain('Long Trailer (summer squash and courgette): 6 plants at Quarry Foot in 2027');
    const answer = (body: object) => library.post(`/api/renewals/rows/${String(row.rowId)}/answer`, { version: asked.version, ...body });
    expect((await answer({ answer: 'another' })).body.errors).toMatchObject([{ path: 'otherVarietyId' }]);
    await answer({ answer: 'no', note: 'no water this summer' });
    const no = await plan();
    expect(rowsOf(no).some((r) => r.gardenId === quarry.id && r.varietyId === varietyId('Long Trailer') && r.season === 2027)).toBe(false);
    expect((await sheet('Long Trailer')).bars[0]?.words).toBe(
      'Grower of Quarry Foot said no: not at Quarry Foot in 2027 (no water this summer)',
    );
    await undoLast(library);
    await library.done(`/api/renewals/rows/${String(row.rowId)}/answer`, {
      answer: 'another',
      otherVarietyId: varietyId('Red'),
      version: 3,
    });
    expect(rowsOf(await plan()).find((r) => r.varietyId === varietyId('Red'))).toMatchObject({
      gardenId: quarry.id,
      season: 2027,
      state: 'yes',
    });
    expect(bank.id).toBeGreaterThan(0);
  });

  it('find it on their own page, and may take the answer back', async () => {
    const [quarry, bank] = [await garden('Quarry Foot'), await garden('Far Bank', { eastM: 5000, practised: 'new' })];
    await takeIn();
    await takeIn({ varietyName: 'Red', cropKey: 'tomato', seeds: 12, year: 2015 });
    await hold('Long Trailer', quarry.id, 2027, { covered: true });
    await library.done('/api/renewals/asks', {
      rows: [{ varietyId: varietyId('Long Trailer'), gardenId: quarry.id, season: 2027, covered: true }],
    });
    const desk = await withCoordinator(library);
    const [phone, other] = [await phoneOf(library, desk, quarry.memberId), await phoneOf(library, desk, bank.memberId)];
    const grow = async () => (await phone.send('GET', '/my')).body.grow;
    const [asked] = await grow();
    expect(asked).toMatchObject({
      variety: 'Long Trailer',
      season: 2027,
      garden: 'Quarry Foot',
      plants: 6,
      apart: 'tied',
      years: 1,
      ready: false,
    });
    expect(asked).toMatchObject({ answer: null, undo: null, others: [{ variety: 'Red' }] });
    expect((await other.send('GET', '/my')).body.grow).toEqual([]);
    const said = { on: '2027-03-14', phoneToday: '2027-03-14' };
    const answer = (by: typeof phone, body: object) => by.send('POST', `/my/grow/${String(asked.id)}/answer`, { ...said, ...body });
    expect((await answer(other, { answer: 'yes' })).status).toBe(404);
    expect((await answer(phone, { answer: 'yes', otherVarietyId: 1 })).body.errors).toMatchObject([{ path: 'otherVarietyId' }]);
    expect((await answer(phone, { answer: 'yes' })).status).toBe(200);
    const [yes] = await grow();
    expect(yes.answer).toBe('yes');
    const state = async () =>
      ((await desk.send('GET', '/renewals/plan')).body as RenewalsPage).varieties.find((v) => v.variety === 'Long Trailer')!.rows[0]?.state;
    expect(await state()).toBe('yes');
    expect((await phone.send('POST', `/my/steps/${String(yes.undo)}/undo`, {})).status).toBe(200);
    expect(await state()).toBe('asked');
    expect((await answer(phone, { answer: 'another', otherVarietyId: varietyId('Red'), note: 'no room to tie' })).status).toBe(200);
    expect((await grow()).map((g: { variety: string; answer: string }) => [g.variety, g.answer])).toEqual([
      ['Long Trailer', 'another'],
      ['Red', 'yes'],
    ]);
    expect((await phone.send('GET', '/my/facts.json')).body.askedToGrow).toHaveLength(2);
  });

  it('who left are planned with no more, and what was held of them is gone', async () => {
    const home = await garden('Quarry Foot');
    await takeIn();
    await hold('Long Trailer', home.id, 2027);
    expect(rowsOf(await plan())).toHaveLength(1);
    const { version } = (await library.get(`/api/members/${String(home.memberId)}/leaving`)).body;
    await library.done(`/api/members/${String(home.memberId)}/leave`, { version });
    const p = await plan();
    expect([p.gardens, rowsOf(p)]).toEqual([[], []]);
    expect(p.nothing).toContain('No garden');
    expect(library.db.prepare('SELECT count(*) AS n FROM renewal_rows').get()).toEqual({ n: 0 });
  });
});

describe('the plan that is taken', () => {
  it('lays packets ready that stand on the plan of gardens, and are loans to renew as they were planned', async () => {
    const quarry = await garden('Quarry Foot');
    await garden('Second', { eastM: 5000, practised: 'new' });
    await takeIn({ seeds: 60 });
    await hold('Long Trailer', quarry.id, 2027, { covered: true });
    const row = rowsOf(await plan()).find((r) => r.gardenId === quarry.id)!;
    expect(row.apart).toBe('tied');
    expect((await library.done('/api/renewals/take', { rows: [asRow(row)] })).taken).toBe(1);
    const taken = rowsOf(await plan()).find((r) => r.gardenId === quarry.id)!;
    expect(taken).toMatchObject({ state: 'taken', askedOn: '2027-03-14' });
    const growing = async () => (await library.get('/api/growing?group=cucurbita-pepo&season=2027')).body.patches;
    expect(await growing()).toMatchObject([{ key: `renewal-${String(taken.rowId)}`, kind: 'library', apart: 'tied', plants: 6 }]);
    expect((await library.send('PATCH', `/api/growing/patches/renewal-${String(taken.rowId)}`, { version: 0, plants: 9 })).status).toBe(
      409,
    );
    expect((await hold('Long Trailer', quarry.id, 2027, { version: taken.version })).body.detail).toContain('is taken for Quarry Foot');
    const { asks } = (await library.get('/api/asks')).body;
    expect(asks[0]).toMatchObject({ id: taken.askId, kind: 'offer', laid: { purpose: 'renew', promise: 'some' } });
    const loan = await library.done(`/api/asks/${String(taken.askId)}/hand-over`, { version: asks[0].version });
    expect(await growing()).toMatchObject([{ key: `loan-${String(loan.loanId)}`, kind: 'library', apart: 'tied', gardenId: quarry.id }]);
    const p = await plan();
    expect(p.varieties[0]!.growing).toBeGreaterThan(0.3);
    expect(rowsOf(p).some((r) => r.state === 'taken')).toBe(false);
    await undoLast(library);
    expect(rowsOf(await plan()).find((r) => r.gardenId === quarry.id)).toMatchObject({ state: 'taken' });
  });

  it('is found again where a grower says no, and its packet goes back', async () => {
    const quarry = await garden('Quarry Foot');
    await takeIn();
    await hold('Long Trailer', quarry.id, 2027);
    const row = rowsOf(await plan())[0]!;
    await library.done('/api/renewals/take', { rows: [asRow(row)] });
    const { askId, rowId, version } = rowsOf(await plan())[0]!;
    await library.done(`/api/renewals/rows/${String(rowId)}/answer`, { answer: 'no', version });
    expect((await library.get('/api/asks')).body.asks).toEqual([]);
    expect(rowsOf(await plan()).every((r) => r.season !== 2027)).toBe(true);
    expect(askId).not.toBeNull();
    await undoLast(library);
    expect((await library.get('/api/asks')).body.asks).toHaveLength(1);
    // At the desk it is declined with the packet: the same for the plan.
    const { version: askVersion } = (await library.get('/api/asks')).body.asks[0];
    await library.done(`/api/asks/${String(askId)}/decline`, { version: askVersion, why: 'moved away' });
    expect((await sheet('Long Trailer')).bars[0]?.words).toContain('moved away');
  });

  it('plans the sowing of what the library grows itself', async () => {
    const { id } = await library.done('/api/gardens', {
      name: 'Behind the hall',
      hemisphere: 'north',
      shiftDays: 0,
      eastM: 0,
      northM: 0,
      roomPlants: 30,
    });
    await takeIn({ seeds: 60 });
    await hold('Long Trailer', id, 2027);
    await library.done('/api/renewals/take', { rows: [asRow(rowsOf(await plan()).find((r) => r.season === 2027)!)] });
    const { patches } = (await library.get('/api/growing?group=cucurbita-pepo&season=2027')).body;
    expect(patches).toMatchObject([{ kind: 'library', gardenId: id, plants: 6 }]);
    expect((await plan()).varieties[0]!.growing).toBeGreaterThan(0.2);
  });

  it('takes all of it or nothing, and names each row that cannot be', async () => {
    const quarry = await garden('Quarry Foot');
    await takeIn();
    const red = await takeIn({ varietyName: 'Red', cropKey: 'tomato', seeds: 12, year: 2015 });
    await hold('Long Trailer', quarry.id, 2027);
    await hold('Red', quarry.id, 2027);
    const rows = rowsOf(await plan()).filter((r) => r.season === 2027);
    library.db.prepare('UPDATE lots SET missing_since = ? WHERE code = ?').run('2027-03-10', red);
    const refused = await library.post('/api/renewals/take', { rows: rows.map(asRow) });
    expect(refused.status).toBe(400);
    expect(refused.body.errors).toMatchObject([
      { path: `rows[${String(rows.findIndex((r) => r.varietyId === varietyId('Red')))}].varietyId` },
    ]);
    expect((await library.get('/api/asks')).body.asks).toEqual([]);
    const later = await library.post('/api/renewals/take', { rows: [{ ...asRow(rows[0]!), season: 2028 }] });
    expect(later.body.errors).toMatchObject([{ path: 'rows[0].season' }]);
  });
});

describe('the search', () => {
  it('can be stopped and goes on, and what it found stands when its thread dies', async () => {
    await garden('Quarry Foot');
    await takeIn();
    const found = await plan();
    expect((await library.done('/api/renewals/plan/go-on', {})).search).toBe('proved');
    expect((await library.done('/api/renewals/plan/stop', {})).search).toBe('proved');
    // Enough gardens and varieties that it is not proved at once.
    for (let i = 0; i < 9; i++) await garden(`Garden ${String(i)}`, { eastM: 300 * i, northM: 100 * (i % 3), mostVarieties: 2 });
    const crops = ['summer-squash', 'pepo-pumpkin', 'runner-bean', 'onion', 'kale', 'carrot', 'leek', 'radish'];
    for (let i = 0; i < 32; i++)
      await takeIn({ varietyName: `Kind ${String(i)}`, cropKey: crops[i % crops.length], seeds: 60 + 7 * i, year: 2019 + (i % 4) });
    const first = await page();
    expect(first.search).toBe('searching');
    await searchOf(library.db).crash();
    await expect.poll(async () => (await page()).search).toBe('broke');
    expect(rowsOf(await page())).not.toEqual([]);
    expect((await library.done('/api/renewals/plan/go-on', {})).search).toBe('searching');
    expect((await library.done('/api/renewals/plan/stop', {})).search).toBe('stopped');
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
    const { ways } = (await library.get(`/api/renewals/plan/varieties/${String(varietyId('Long Trailer'))}/others`)).body;
    expect(ways.length).toBeGreaterThan(1);
    const nobody = ways.find((w: { words: string }) => w.words === 'Nobody');
    expect(nobody).toMatchObject({ rows: [] });
    expect(nobody.kept).toBeLessThan(0);
    const { helps } = (await library.get('/api/renewals/plan/helps')).body;
    expect(helps.length).toBeGreaterThan(0);
    for (const h of helps) expect(h.kept).toBeGreaterThanOrEqual(0.05);
    expect(helps.map((h: { worth: number }) => h.worth)).toEqual([...helps.map((h: { worth: number }) => h.worth)].sort((a, b) => b - a));
  });

  it('is ten years of many runs, the same for the same question', async () => {
    const quarry = await garden('Quarry Foot');
    await takeIn();
    await takeIn({ varietyName: 'Keeper', cropKey: 'onion', seeds: 400, year: 2024 });
    const ask = (body: object) => library.post('/api/renewals/what-if', { from: 0, runs: 10, ...body });
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
