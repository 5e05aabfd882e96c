import { beforeEach, describe, expect, it } from 'vitest';
import { openTestLibrary, runnerBean, type TestLibrary } from './library.ts';

let library: TestLibrary;
beforeEach(async () => {
  library = await openTestLibrary();
});
const takeIn = (over: Record<string, unknown> = {}): Promise<string> => library.takeIn(runnerBean(over));
let growers = 0;
/** Seed of a lot, grown by somebody from so many plants, and released. */
async function grown(code: string, plants: number | null, isolated = 'yes'): Promise<string> {
  const { id: memberId } = await library.done('/api/members', { name: `Grower ${String(++growers)}` });
  const lent = library.today;
  const loan = { lotCode: code, memberId, seeds: 10, purpose: 'save-seed', promise: 'some', dueOn: '2031-03-01', lentOn: lent };
  const { id: loanId } = await library.done('/api/loans', loan);
  const year = Number(lent.slice(0, 4));
  library.today = `${String(year)}-10-20`;
  const { id, lotCode } = await library.broughtHome(loanId, { harvestYear: year, plants, isolated });
  await library.done(`/api/returns/${String(id)}/release`, { version: 1, dried: true, clean: true, named: true });
  library.today = lent;
  return lotCode;
}
const mixed = (codes: string[], seeds = 60, over: Record<string, unknown> = {}) => ({
  parts: codes.map((lotCode) => ({ lotCode, seeds })),
  mixedOn: library.today,
  ...over,
});
const descent = async (code: string) => (await library.get(`/api/lots/${code}/descent`)).body.lots;
const balance = async (code: string): Promise<number> => (await library.lotSheet(code)).lot.balance;

describe('lots that are mixed on purpose', () => {
  it('become one with all of them for its parents; looked at before, and undone as a whole', async () => {
    const first = await takeIn();
    const [a, b] = [await grown(first, 6), await grown(first, 12)];
    library.today = '2027-10-21';
    const look = (await library.post('/api/mixes/look', mixed([a, b]))).body;
    expect(look).toMatchObject({ variety: 'Weir Scarlet', seeds: 120, parts: [{ code: a }, { code: b }] });
    // More of the variety than in either alone, and as alive and as true as their parts.
    for (const p of look.parts) expect(look.kept).toBeGreaterThan(p.kept);
    expect(look.words[0]).toContain('more of the variety');
    expect(await balance(a)).toBe(150);
    const { code, step } = await library.done('/api/mixes', mixed([a, b]));
    expect([await balance(code), await balance(a), await balance(b)]).toEqual([120, 90, 90]);
    const sheet = await library.lotSheet(code);
    expect(sheet.estimate.today.median).toBeGreaterThan(look.alive - 0.08);
    expect(sheet.estimate.today.median).toBeLessThan(look.alive + 0.08);
    expect(sheet.truth.mean).toBeCloseTo(look.trueMean, 6);
    const net = await descent(first);
    const of = net.find((l: { code: string }) => l.code === code);
    expect(of).toMatchObject({ mixed: true, kept: look.kept, keptUnsure: false });
    expect(of.parentIds.length).toBe(2);
    expect(net.map((l: { code: string }) => l.code).sort()).toEqual([first, a, b, code].sort());
    await library.done(`/api/history/${String(step.id)}/undo`, {});
    expect([(await library.get(`/api/lots/${code}`)).status, await balance(a)]).toEqual([404, 150]);
  });

  it('follow their parts: an off-type seen in one makes all that holds it less true, and its name', async () => {
    const [a, b] = [await takeIn(), await takeIn()];
    const { code } = await library.done('/api/mixes', mixed([a, b]));
    const before = (await library.lotSheet(code)).truth.mean;
    await library.done(`/api/lots/${a}/off-types`, { plants: 60, offTypes: 40, seenOn: library.today });
    const after = await library.lotSheet(code);
    expect(after.truth.mean).toBeLessThan(before - 0.05);
    expect(after.lot.identity).toBe('doubtful');
  });

  it('hold what is left of the variety along the line, and say where nobody knows', async () => {
    const first = await takeIn();
    const one = await grown(first, 4);
    library.today = '2028-03-14';
    const two = await grown(one, null);
    const net = await descent(two);
    const kept = (code: string) => net.find((l: { code: string }) => l.code === code);
    expect(kept(first)).toMatchObject({ kept: 1, keptUnsure: false });
    expect(kept(one).kept).toBeLessThan(0.9);
    expect(kept(two).kept).toBeLessThan(kept(one).kept);
    expect([kept(one).keptUnsure, kept(two).keptUnsure]).toEqual([false, true]);
  });

  it.each<[string, (a: string, b: string) => Promise<object> | object, string]>([
    ['two varieties', async (a) => mixed([a, await takeIn({ varietyName: 'Other' })]), 'parts[1].lotCode'],
    ['one lot twice', (a) => mixed([a, a]), 'parts[1].lotCode'],
    ['one lot alone', (a) => mixed([a]), 'parts'],
    ['more than there is', (a, b) => mixed([a, b], 201), 'parts[0].seeds'],
    ['nothing of one', (a, b) => mixed([a, b], 0), 'parts[0].seeds'],
    ['a lot that is none', (a) => mixed([a, 'ZZ-999Z']), 'parts[1].lotCode'],
    ['treated seed with other', async (a) => mixed([a, await takeIn({ form: 'treated' })]), 'parts[1].lotCode'],
    ['a day to come', (a, b) => mixed([a, b], 10, { mixedOn: '2030-01-01' }), 'mixedOn'],
    ['a place that is none', (a, b) => mixed([a, b], 10, { placeId: 99 }), 'placeId'],
  ])('refuses %s, and writes nothing', async (_what, body, path) => {
    const [a, b] = [await takeIn(), await takeIn()];
    const sent = await body(a, b);
    const lots = (library.db.prepare('SELECT count(*) AS n FROM lots').get() as { n: number }).n;
    const answer = await library.post('/api/mixes', sent);
    expect(answer.status).toBe(400);
    expect(answer.body.errors.map((e: { path: string }) => e.path)).toContain(path);
    expect((library.db.prepare('SELECT count(*) AS n FROM lots').get() as { n: number }).n).toBe(lots);
    expect(await balance(a)).toBe(200);
  });
});
