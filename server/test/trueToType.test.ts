import { beforeEach, describe, expect, it } from 'vitest';
import { openTestLibrary, type TestLibrary } from './library.ts';

let library: TestLibrary;
beforeEach(async () => {
  library = await openTestLibrary();
});
const takeIn = (over: Record<string, unknown> = {}): Promise<string> =>
  library.takeIn({
    cropKey: 'summer-squash',
    varietyName: 'Long Trailer',
    breeding: 'open-pollinated',
    floor: 0,
    seeds: 200,
    identity: 'sure',
    ...over,
  });
const truth = async (code: string) => (await library.get(`/api/lots/${code}/truth`)).body;
const mean = async (code: string): Promise<number> => (await truth(code)).share.mean;
const seen = (code: string, over: Record<string, unknown> = {}) =>
  library.post(`/api/lots/${code}/off-types`, { plants: 40, offTypes: 9, seenOn: '2027-03-14', ...over });
const identity = async (code: string): Promise<string> => (await library.lotSheet(code)).lot.identity;

async function lentTo(code: string, garden: Record<string, unknown> | null = null): Promise<number> {
  const { id: memberId } = await library.done('/api/members', { name: `Grower of ${code}` });
  if (garden) await library.done('/api/gardens', { name: `Garden of ${code}`, memberId, hemisphere: 'north', shiftDays: 0, ...garden });
  const loan = { lotCode: code, memberId, seeds: 10, purpose: 'save-seed', promise: 'some', dueOn: '2028-03-01', lentOn: '2027-03-14' };
  return (await library.done('/api/loans', loan)).id;
}
async function cameBack(loanId: number, over: Record<string, unknown> = {}): Promise<string> {
  library.today = '2027-10-20';
  return (await library.broughtHome(loanId, { plants: 8, isolated: 'unknown', ...over })).lotCode;
}

describe('how true a lot is', () => {
  it('goes by where it came from, and is said why', async () => {
    const [bought, given, saved, tomato] = [
      await takeIn({ acquisition: 'purchased' }),
      await takeIn({ acquisition: 'donated' }),
      await takeIn({ acquisition: 'saved' }),
      await takeIn({ cropKey: 'tomato', varietyName: 'Red', acquisition: 'donated' }),
    ];
    expect(await mean(bought)).toBeGreaterThan(0.99);
    expect(await mean(given)).toBeLessThan(0.99);
    expect(await mean(saved)).toBeLessThan(await mean(given));
    expect(await mean(tomato)).toBeGreaterThan(0.99);
    expect((await truth(given)).why.join()).toContain('Nobody knows what it grew beside');
    const f1 = await truth(await takeIn({ cropKey: 'tomato', varietyName: 'Quick', breeding: 'hybrid-f1' }));
    expect([f1.never, f1.share]).toEqual(['hybrid', null]);
    // Not quite true: in a list of its own, and on the label.
    await seen(saved, { plants: 30, offTypes: 4 });
    const { lots } = (await library.get('/api/lots?tag=surprises')).body;
    expect(lots.map((l: { code: string }) => l.code)).toEqual([saved]);
    const svg = (await library.get(`/api/labels/page.svg?codes=${saved}`)).body as unknown as string;
    expect(String(svg)).toMatch(/in 100 will/);
  });

  it('moves by what is seen, with the name, for all that was grown from it; taken back it is as before', async () => {
    const code = await takeIn({ acquisition: 'purchased' });
    const child = await cameBack(await lentTo(code), { isolated: 'yes' });
    const [before, childBefore] = [await mean(code), await mean(child)];
    const answer = await seen(code, { seenOn: '2027-09-01' });
    expect([answer.status, answer.body.step.summary]).toEqual([200, expect.stringContaining('9 of 40 plants were something else')]);
    expect(await mean(code)).toBeLessThan(before - 0.05);
    expect(await mean(child)).toBeLessThan(childBefore - 0.05);
    expect([await identity(code), await identity(child)]).toEqual(['likely', 'likely']);
    const listed = async () => (await library.get('/api/lots?tag=surprises')).body.lots.map((l: { code: string }) => l.code).sort();
    expect(await listed()).toEqual([code, child].sort());
    await library.done(`/api/history/${String(answer.body.step.id)}/undo`, {});
    expect([await mean(code), await mean(child), await identity(code)]).toEqual([before, childBefore, 'sure']);
    expect(await listed()).toEqual([]);
    // A person may say otherwise afterwards.
    await seen(code, { seenOn: '2027-09-01' });
    const { lot } = (await library.get(`/api/lots/${code}/identity`)).body;
    await library.done(`/api/lots/${code}/identity`, {
      version: lot.version,
      identity: 'sure',
      reason: 'grown beside the other',
    });
    expect(await identity(code)).toBe('sure');
  });

  it('of seed that came home goes by the plan of the season in which it grew', async () => {
    const spot = { eastM: 0, northM: 0 };
    const loan = await lentTo(await takeIn({ acquisition: 'purchased' }), spot);
    await library.done('/api/growing/patches', {
      cropKey: 'summer-squash',
      season: 2027,
      whose: 'Lockhouse',
      eastM: 100,
      northM: 0,
      plants: 8,
    });
    const { patch } = (await library.get(`/api/growing/patches/loan-${String(loan)}`)).body;
    const code = await cameBack(loan);
    const of = await truth(code);
    expect(1 - of.share.mean).toBeCloseTo(1 - (1 - patch.crossing.share) * (1 - 0.003), 3);
    expect(of.why.join()).toContain('would have crossed there, by the plan of that season');
    expect(of.why.join()).toContain('from 8 plants');
  });

  it('hears what members say of what they took out: what was odd, not what was sick', async () => {
    const code = await takeIn({ acquisition: 'purchased' });
    const loan = await lentTo(code);
    const insert = library.db.prepare(
      "INSERT INTO saving_steps (loan_id, step, done_on, plants, taken, how) VALUES (?, 'take-out', '2027-07-01', 20, ?, ?)",
    );
    insert.run(loan, 6, 'sick');
    const sick = await truth(code);
    expect(sick.seen).toMatchObject([{ plants: 14, offTypes: 0, by: `Grower of ${code}` }]);
    library.db.prepare('DELETE FROM saving_steps').run();
    insert.run(loan, 6, 'different');
    expect((await truth(code)).seen).toMatchObject([{ plants: 20, offTypes: 6 }]);
    expect(await mean(code)).toBeLessThan(sick.share.mean);
  });

  it.each([
    ['more than were looked at', { offTypes: 41 }, 'offTypes'],
    ['none looked at', { plants: 0 }, 'plants'],
    ['a day to come', { seenOn: '2027-03-15' }, 'seenOn'],
    ['a day before it came', { seenOn: '2001-01-01' }, 'seenOn'],
    ['a sowing of another', { sowingId: 99 }, 'sowingId'],
  ])('refuses %s, and writes nothing', async (_what, over, path) => {
    const code = await takeIn();
    const answer = await seen(code, over);
    expect([answer.status, answer.body.errors[0].path]).toEqual([400, path]);
    expect((await truth(code)).seen).toEqual([]);
  });

  it('warns before seed that is not quite true is lent to be grown on, with a truer lot', async () => {
    const [odd, truer] = [
      await takeIn({ acquisition: 'purchased', statedGermination: 0.95 }),
      await takeIn({ acquisition: 'purchased', statedGermination: 0.95 }),
    ];
    await seen(odd);
    const { lots } = (await library.get(`/api/growing/before?codes=${odd}&purpose=save-seed`)).body;
    const warning = lots[0].warnings.find((w: { what: string }) => w.what === 'true');
    expect(warning.words).toContain('will be something else');
    expect(warning.better).toContain(truer);
  });
});

describe('what was learned', () => {
  it('is which crops cross more here than expected, once enough was seen', async () => {
    const code = await takeIn({ acquisition: 'purchased' });
    const learned = async () => (await library.get('/api/growing/learned')).body.crops;
    expect(await learned()).toEqual([]);
    await seen(code, { plants: 20, offTypes: 1 });
    expect((await learned())[0]).toMatchObject({
      key: 'summer-squash',
      plants: 20,
      offTypes: 1,
      lots: 1,
      words: expect.stringContaining('as expected'),
    });
    await seen(code, { plants: 60, offTypes: 14 });
    const [squash] = await learned();
    expect(squash.words).toContain('crosses more here than expected');
    expect(squash.expected).toBeLessThan(1);
  });

  it('is how true the seed is that a member brings, drawn towards all', async () => {
    const child = await cameBack(await lentTo(await takeIn({ acquisition: 'purchased' })));
    const { id } = library.db.prepare('SELECT member_id AS id FROM returns').get() as { id: number };
    const shares = async () => (await library.get(`/api/members/${String(id)}/shares`)).body;
    expect((await shares()).trueness).toBeNull();
    await library.done(`/api/lots/${child}/off-types`, { plants: 30, offTypes: 3, seenOn: '2027-10-20' });
    expect((await shares()).trueness).toEqual({ plants: 30, share: expect.closeTo(0.9, 6) });
  });
});
