import { beforeEach, describe, expect, it } from 'vitest';
import { openTestLibrary, plan as sowingPlan, undoLast, type TestLibrary } from './library.ts';

let library: TestLibrary;
beforeEach(async () => {
  library = await openTestLibrary();
});

const garden = async (name: string, over: Record<string, unknown> = {}): Promise<{ id: number; memberId: number }> => {
  const { id: memberId } = await library.done('/api/members', { name: `Grower of ${name}` });
  const body = { name, memberId, hemisphere: 'north', shiftDays: 0, eastM: 0, northM: 0, ...over };
  const { id } = await library.done('/api/gardens', body);
  return { id, memberId };
};
const takeIn = (over: Record<string, unknown> = {}): Promise<string> =>
  library.takeIn({ cropKey: 'summer-squash', varietyName: 'Long Trailer', floor: 0, seeds: 200, ...over });
const lend = async (lotCode: string, memberId: number, purpose = 'save-seed', seeds = 10): Promise<number> =>
  (
    await library.done('/api/loans', {
      lotCode,
      memberId,
      seeds,
      purpose,
      ...(purpose === 'garden' ? { promise: 'nothing' } : { promise: 'some', dueOn: '2028-03-01' }),
      lentOn: '2027-03-14',
    })
  ).id;
const plan = async (query = 'group=cucurbita-pepo&season=2027') => (await library.get(`/api/growing?${query}`)).body;
const sheet = async (key: string) => (await library.get(`/api/growing/patches/${key}`)).body;
const change = (key: string, body: object) => library.done(`/api/growing/patches/${key}`, body, 'PATCH');
const seen = (over: Record<string, unknown> = {}) => ({
  cropKey: 'summer-squash',
  season: 2027,
  kind: 'neighbour',
  whose: 'Lockhouse',
  eastM: 200,
  northM: 0,
  plants: 6,
  ...over,
});

describe('who grows what', () => {
  it('has a patch for each loan, bed and plan without typing it again, and what neighbours grow', async () => {
    const home = await garden('Quarry Foot');
    const code = await takeIn();
    const forSeed = await lend(code, home.memberId);
    const table = await lend(
      await takeIn({ varietyName: 'Tall Yellow' }),
      (await garden('Walled yard', { eastM: 300 })).memberId,
      'garden',
    );
    await library.done('/api/growing/patches', seen());
    await library.done('/api/sowings', { lotCode: code, method: 'open-ground', cells: 4, seedsPerCell: 1, seeds: 4, sownOn: '2027-03-14' });
    // Carrots for the table are eaten before they flower; those that go to be saved flower next year.
    await lend(await takeIn({ cropKey: 'carrot', varietyName: 'Red Root' }), home.memberId, 'garden');
    const { patches, lines } = await plan();
    expect(patches.map((p: { key: string; kind: string }) => [p.key, p.kind])).toEqual([
      [`loan-${String(forSeed)}`, 'seed'],
      [`loan-${String(table)}`, 'table'],
      ['sowing-1', 'table'],
      ['seen-1', 'neighbour'],
    ]);
    const own = patches[0];
    expect(own).toMatchObject({ place: 'Quarry Foot', variety: 'Long Trailer', plantsKnown: 'guessed', apart: 'open' });
    expect(own.flower.from > '2027-06-01' && own.flower.from < '2027-07-20').toBe(true);
    expect(own.crossing.share).toBeGreaterThan(0.01);
    expect(lines.some((l: { from: string; to: string }) => l.from === 'seen-1' && l.to === own.key)).toBe(true);
    expect((await plan('group=daucus-carota&season=2027')).patches).toEqual([]);
  });

  it('has what stands on for years in every season from its first flower, until it is gone', async () => {
    const home = await garden('Quarry Foot');
    const chives = (name: string) => takeIn({ cropKey: 'chives', varietyName: name });
    const loan = await lend(await chives('Fine Leaf'), home.memberId);
    await library.done('/api/growing/patches', seen({ cropKey: 'chives', season: 2028 }));
    const inYear = async (year: number) => (await plan(`group=allium-schoenoprasum&season=${String(year)}`)).patches;
    expect(await inYear(2027)).toEqual([]);
    const [second, third] = [await inYear(2028), await inYear(2029)];
    const key = `loan-${String(loan)}`;
    expect([second, third].map((p) => p.map((x: { key: string }) => x.key))).toEqual([
      [key, 'seen-1'],
      [key, 'seen-1'],
    ]);
    expect(third[0].flower.from).toBe(second[0].flower.from.replace('2028', '2029'));
    expect(third[0].crossing.share).toBeCloseTo(second[0].crossing.share, 2);
    expect((await library.get(`/api/growing/patches/${key}?season=2029`)).body).toMatchObject({ season: 2029 });
    // Opened without a season, it is the one that is on, or its first.
    expect(await sheet(key)).toMatchObject({ season: 2028 });
    library.today = '2029-02-10';
    expect(await sheet(key)).toMatchObject({ season: 2029 });
    await library.done(`/api/growing/patches/${key}/gone`, { version: 0, goneOn: '2029-02-10', why: 'dug up by a dog' });
    expect((await inYear(2029)).map((x: { key: string }) => x.key)).toEqual(['seen-1']);
    // The year before it had flowered.
    expect((await inYear(2028)).map((x: { key: string }) => x.key)).toEqual([key, 'seen-1']);
  });

  it('follows what is said on the way: planted out, taken out, failed', async () => {
    const home = await garden('Quarry Foot');
    const loan = await lend(await takeIn(), home.memberId);
    const { id } = await library.done('/api/sowings', {
      lotCode: (await plan()).patches[0].lotCode,
      loanId: loan,
      method: 'pot',
      cells: 1,
      seedsPerCell: 10,
      seeds: 10,
      sownOn: '2027-03-14',
    });
    library.today = '2027-04-01';
    await library.done(`/api/sowings/${String(id)}/counts`, { version: 1, countedOn: '2027-04-01', emerged: 7 });
    expect((await plan()).patches[0]).toMatchObject({ plants: 7, plantsKnown: 'counted' });
    await library.done(`/api/sowings/${String(id)}/fate`, { version: 2, fate: 'eaten', fateOn: '2027-04-01' });
    expect((await plan()).patches).toEqual([]);
  });

  it('opens a patch with whence, what would lower it, and does it; undone it is as before', async () => {
    const home = await garden('Quarry Foot');
    await garden('Kiln Hill', { eastM: -1500, cages: 1 });
    const key = `loan-${String(await lend(await takeIn(), home.memberId))}`;
    await library.done('/api/growing/patches', seen());
    const before = await sheet(key);
    expect(before.sources[0]).toMatchObject({ place: 'Lockhouse', distanceM: 200, plants: 6 });
    expect(before.ways.map((w: { words: string }) => w.words)).toEqual(
      expect.arrayContaining([
        'Tie the flowers, pollinate by hand',
        'Grow it at Kiln Hill instead',
        'Without Lockhouse: ask whether it may go before it flowers',
      ]),
    );
    const { step } = await change(key, { version: 0, apart: 'tied' });
    const tied = await sheet(key);
    expect(tied.patch).toMatchObject({ apart: 'tied', crossing: { band: 'safe' } });
    expect(tied.version).toBeGreaterThan(0);
    expect(step.summary).toContain('Long Trailer at Quarry Foot: its flowers are tied and pollinated by hand');
    await library.done(`/api/history/${String(step.id)}/undo`, {});
    expect((await sheet(key)).patch.apart).toBe('open');
    // Somebody else was first: said, nothing written.
    await change(key, { version: 0, plants: 9 });
    const late = await library.send('PATCH', `/api/growing/patches/${key}`, { version: 0, plants: 12 });
    expect([late.status, late.body.code]).toEqual([409, 'stale']);
    expect((await sheet(key)).patch.plants).toBe(9);
  });

  it('moves a patch to another garden, to another week, and takes one off the plan that a dog dug up', async () => {
    const home = await garden('Quarry Foot');
    const hill = await garden('Kiln Hill', { eastM: -1500 });
    const key = `loan-${String(await lend(await takeIn(), home.memberId))}`;
    await library.done('/api/growing/patches', seen());
    const before = await sheet(key);
    await change(key, { version: 0, garden: String(hill.id), shiftDays: 14 });
    const after = await sheet(key);
    expect(after.patch.place).toBe('Kiln Hill');
    expect(after.patch.crossing.share).toBeLessThan(before.patch.crossing.share / 5);
    expect(Date.parse(after.patch.flower.from) - Date.parse(before.patch.flower.from)).toBe(14 * 86_400_000);
    await library.done(`/api/growing/patches/seen-1/gone`, { version: 1, goneOn: '2027-03-14', why: 'the dog dug it up' });
    expect((await sheet(key)).patch.crossing.share).toBe(0);
    expect((await plan()).patches.map((p: { key: string }) => p.key)).toEqual([key]);
    expect((await sheet('seen-1')).gone).toEqual({ on: '2027-03-14', why: 'the dog dug it up' });
  });

  it('begins a bed that is only planned on another day by its plan, so that lane and calendar go along', async () => {
    const code = await takeIn();
    const { id } = await library.done('/api/planned', sowingPlan(code, { sowOn: '2027-04-20', plantOutOn: '2027-05-18' }));
    const key = `plan-${String(id)}`;
    const before = await sheet(key);
    await change(key, { version: 0, shiftDays: 14 });
    expect((await library.get(`/api/planned/${String(id)}`)).body.planned).toMatchObject({ sowOn: '2027-05-04', plantOutOn: '2027-06-01' });
    const after = await sheet(key);
    expect(Date.parse(after.patch.flower.from) - Date.parse(before.patch.flower.from)).toBe(14 * 86_400_000);
    expect(after.patch.shiftDays ?? 0).toBe(0);
    const late = await library.send('PATCH', `/api/growing/patches/${key}`, { version: 0, shiftDays: 14 });
    expect([late.status, late.body.code]).toEqual([409, 'stale']);
    await undoLast(library);
    expect((await library.get(`/api/planned/${String(id)}`)).body.planned.sowOn).toBe('2027-04-20');
  });

  it('is offered no garden that is full of what is saved there of other crops', async () => {
    const home = await garden('Quarry Foot');
    const hill = await garden('Kiln Hill', { eastM: -1500, mostVarieties: 1 });
    const key = `loan-${String(await lend(await takeIn(), home.memberId))}`;
    await library.done('/api/growing/patches', seen());
    const offered = async (): Promise<number[]> => (await sheet(key)).ways.flatMap((w: any) => w.change.gardenId ?? []);
    expect(await offered()).toContain(hill.id);
    await lend(await takeIn({ cropKey: 'runner-bean', varietyName: 'Weir Scarlet' }), hill.memberId);
    expect(await offered()).not.toContain(hill.id);
  });

  it('is laid out for the other half of the world, too', async () => {
    const south = await garden('Sister plot', {
      hemisphere: 'south',
      shiftDays: null,
      lastFrost: '10-05',
      lastFrostSdDays: 9,
      firstFrost: '05-22',
      firstFrostSdDays: 10,
    });
    await lend(await takeIn(), south.memberId);
    const [patch] = (await plan()).patches;
    expect(patch.flower.from > '2027-11-01' && patch.flower.from < '2028-01-31').toBe(true);
  });

  it.each([
    ['half a spot', { northM: null }, 'northM'],
    ['40,000 km', { eastM: 40_000_000 }, 'eastM'],
    ['no place at all', { eastM: null, northM: null }, 'garden'],
    ['a garden and a spot', { garden: 'library' }, 'garden'],
    ['a garden that is gone', { eastM: null, northM: null, garden: '999' }, 'garden'],
    ['flowers that end before they begin', { flowerFrom: '2027-07-20', flowerTo: '2027-07-01' }, 'flowerTo'],
    ['half a flowering', { flowerFrom: '2027-07-20' }, 'flowerTo'],
    ['no plants', { plants: 0 }, 'plants'],
    ['nobody’s', { whose: ' ' }, 'whose'],
    ['an unknown crop', { cropKey: 'moon-melon' }, 'cropKey'],
    ['an unknown variety', { varietyId: 999 }, 'varietyId'],
  ])('refuses %s, and writes nothing', async (_what, over, path) => {
    const answer = await library.post('/api/growing/patches', seen(over));
    expect([answer.status, answer.body.errors?.map((e: { path: string }) => e.path)]).toEqual([400, [path]]);
    expect((await plan()).patches).toEqual([]);
  });

  it('refuses what cannot be: a cage that is not there, another week for what is sown, a patch that is none', async () => {
    const home = await garden('Quarry Foot');
    const code = await takeIn();
    const loan = await lend(code, home.memberId);
    const key = `loan-${String(loan)}`;
    const refused = async (body: object) => (await library.send('PATCH', `/api/growing/patches/${key}`, body)).body.errors?.[0];
    expect(await refused({ version: 0, apart: 'caged' })).toMatchObject({ path: 'apart', message: expect.stringContaining('no cage') });
    await library.done('/api/sowings', {
      lotCode: code,
      loanId: loan,
      method: 'pot',
      cells: 1,
      seedsPerCell: 5,
      seeds: 5,
      sownOn: '2027-03-14',
    });
    expect(await refused({ version: 0, shiftDays: 7 })).toMatchObject({ path: 'shiftDays', message: expect.stringContaining('sown on') });
    expect(await refused({ version: 0 })).toMatchObject({ message: 'nothing is changed' });
    expect((await library.get('/api/growing/patches/loan-99')).status).toBe(404);
    expect((await library.get('/api/growing/patches/moon')).status).toBe(404);
    expect((await library.get('/api/growing?group=moon')).status).toBe(404);
  });
});

describe('before seed is lent to be saved', () => {
  const before = async (code: string, memberId: number, purpose = 'save-seed') =>
    (await library.get(`/api/growing/before?codes=${code}&member=${String(memberId)}&purpose=${purpose}`)).body.lots[0];
  const whats = (lot: { warnings: { what: string }[] }): string[] => lot.warnings.map((w) => w.what);

  it('warns of what it would cross with there, with what would be better', async () => {
    const home = await garden('Quarry Foot');
    await garden('Kiln Hill', { eastM: -1500 });
    await library.done('/api/growing/patches', seen());
    const code = await takeIn();
    const lot = await before(code, home.memberId);
    expect(lot.crossing.share).toBeGreaterThan(0.01);
    const [crosses] = lot.warnings.filter((w: { what: string }) => w.what === 'crosses');
    expect(crosses.words).toContain('most by Lockhouse, 200 m away');
    expect(crosses.better).toContain('Tie the flowers, pollinate by hand');
    expect(crosses.better).toContain('Grow it at Kiln Hill instead');
    expect((await library.get(`/api/growing/before?codes=${code}&member=${String(home.memberId)}&purpose=garden`)).body.lots).toEqual([]);
  });

  it('warns of hybrids with a variety that comes true, of two years, of one plant alone, of room and practice', async () => {
    const { memberId } = await garden('Balcony', { roomPlants: 6, practised: 'new' });
    const hybrid = await takeIn({ cropKey: 'tomato', varietyName: 'Quick F1', breeding: 'hybrid-f1' });
    await takeIn({ cropKey: 'tomato', varietyName: 'Old Red', breeding: 'open-pollinated', statedGermination: 0.95 });
    const f1 = await before(hybrid, memberId);
    expect(whats(f1)).toEqual(['hybrid']);
    expect(f1.warnings[0].better).toContain('Old Red is no hybrid');
    const kale = await before(await takeIn({ cropKey: 'kale', varietyName: 'Curly' }), memberId);
    expect(whats(kale)).toEqual(expect.arrayContaining(['two-years', 'alone', 'few']));
    expect(kale.warnings[0].words).toContain('seed comes in 2028');
    // A hybrid of two years: that it is none to save is all there is to say.
    const beet = await takeIn({ cropKey: 'beetroot', varietyName: 'Round F1', breeding: 'hybrid-f1' });
    expect(whats(await before(beet, memberId))).toEqual(['hybrid']);
    const { id } = await library.done('/api/members', { name: 'Somebody new' });
    expect(whats(await before(await takeIn(), id as number))).toEqual(['no-spot', 'wild']);
    expect((await library.get(`/api/growing/before?codes=XX-1&member=${String(id)}&purpose=renew`)).body.errors[0].path).toBe('codes[0]');
  });

  it('warns of seed that the frosts would come before, and of wild plants that stand on no plan', async () => {
    const { memberId } = await garden('Quarry Foot');
    const luffa = (await before(await takeIn({ cropKey: 'luffa', varietyName: 'Long Sponge' }), memberId)).warnings;
    expect(luffa.find((w: { what: string }) => w.what === 'short').words).toMatch(
      /^Its seed would be ripe about .*, after the usual first frost at Quarry Foot, /,
    );
    expect(whats(await before(await takeIn(), memberId))).not.toContain('short');
    const carrot = (await before(await takeIn({ cropKey: 'carrot', varietyName: 'Red Root' }), memberId)).warnings;
    expect(carrot.find((w: { what: string }) => w.what === 'wild')).toMatchObject({
      better: 'A cage, opened every other day: that keeps them out.',
    });
    // Lettuce pollinates itself: its weeds are no matter.
    expect(whats(await before(await takeIn({ cropKey: 'lettuce', varietyName: 'Brown Leaf' }), memberId))).not.toContain('wild');
  });
});
