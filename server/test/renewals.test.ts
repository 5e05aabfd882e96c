import { describe, expect, it } from 'vitest';
import { undoLast } from './library.ts';
import { eachRenewing, rowsOf } from './renewing.ts';

const renewing = eachRenewing();
const { garden, takeIn, page, plan, varietyId, sheet, say, hold } = renewing;

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
    const fine = await renewing.library.get(`/api/renewals/plan/varieties/${String(varietyId('Young'))}`);
    expect([fine.status, fine.body.detail]).toEqual([409, expect.stringContaining('is kept well enough')]);
    expect((await renewing.library.get('/api/renewals/plan/varieties/999')).status).toBe(404);
    expect(young).toMatch(/^TM-/);
  });

  it('counts what grows already: its room, what it crosses with, and what is expected home', async () => {
    const home = await garden('Quarry Foot', { roomPlants: 12, mostVarieties: 1 });
    const code = await takeIn();
    await renewing.library.done('/api/growing/patches', {
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
    await renewing.library.done('/api/loans', {
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
    renewing.library.today = '2027-09-01';
    await garden('Quarry Foot');
    await takeIn({ receivedOn: '2027-08-20' });
    const p = await plan();
    expect(p.seasons[0]).toBe(2027);
    expect(rowsOf(p).map((r) => r.season)).not.toContain(2027);
    expect(rowsOf(p).length).toBeGreaterThan(0);
  });
});

it('goes by the seasons of the other hemisphere, too', async () => {
  const settings = (await renewing.library.get('/api/settings')).body as object;
  await renewing.library.done('/api/settings', { ...settings, hemisphere: 'south', lastFrost: '09-20', firstFrost: '05-10' }, 'PUT');
  await renewing.library.done('/api/gardens', { name: 'Hill', hemisphere: 'south', shiftDays: 0, eastM: 0, northM: 0, roomPlants: 40 });
  await takeIn();
  // In March the season of last September is over; the next is sown in the coming spring.
  const autumn = await plan();
  expect(autumn.seasons).toEqual([2026, 2027, 2028]);
  expect(rowsOf(autumn).every((r) => r.season > 2026)).toBe(true);
  renewing.library.today = '2027-08-01';
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
    await undoLast(renewing.library);
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
    await undoLast(renewing.library);
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
    await renewing.library.done(`/api/renewals/gardens/${String(quarry.id)}`, { roomPlants: 6, mostVarieties: 2, version }, 'PUT');
    const { conflicts } = await plan();
    expect(conflicts).toMatchObject([
      {
        words: 'More plants than the garden has room for: Long Trailer at Quarry Foot, 2027; Red at Quarry Foot, 2027.',
        letGo: { varietyId: varietyId('Red'), season: 2027, version: 1 },
      },
    ]);
    await renewing.library.done('/api/renewals/rows', { ...conflicts[0]!.letGo, what: 'loosen' });
    expect((await plan()).conflicts).toEqual([]);
  });

  it('may be a figure that somebody knows better, with why', async () => {
    await garden('Quarry Foot');
    await takeIn();
    const figure = (body: object) =>
      renewing.library.send('PUT', '/api/renewals/figures', { varietyId: varietyId('Long Trailer'), version: 0, ...body });
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
