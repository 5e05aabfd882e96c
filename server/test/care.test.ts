import { beforeEach, describe, expect, it } from 'vitest';
import { envelope, openTestLibrary, type TestLibrary } from './library.ts';

const LAST_FROST = '2027-05-05';
let library: TestLibrary;
beforeEach(async () => {
  library = await openTestLibrary();
});

/** Sows a crop without any plan, and says how many came up. */
async function grown(
  cropKey: string,
  s: { on: string; seeds: number; cells: number; upOn: string; up: number; covered?: boolean },
): Promise<number> {
  const lot = await library.done(
    '/api/lots',
    envelope({ varietyName: 'Ashgate', cropKey, seeds: 400, floor: 0, receivedOn: '2026-11-02' }),
  );
  const { id } = await library.done('/api/sowings', {
    lotCode: lot.code,
    method: s.cells === 1 ? 'pot' : 'cells',
    cells: s.cells,
    seedsPerCell: s.seeds / s.cells,
    seeds: s.seeds,
    sownOn: s.on,
    ...(s.covered === undefined ? {} : { covered: s.covered }),
  });
  library.today = s.upOn;
  await library.done(`/api/sowings/${String(id)}/counts`, { version: 1, countedOn: s.upOn, emerged: s.up });
  return id as number;
}
const sheet = async (id: number): Promise<any> => (await library.get(`/api/sowings/${String(id)}`)).body;
const dueOf = async (id: number, kind: string): Promise<string> => (await sheet(id)).care.find((c: any) => c.kind === kind).due;
async function care(id: number, kind: string, doneOn: string, skippedWhy?: string): Promise<any> {
  const { sowing } = await sheet(id);
  return library.post(`/api/sowings/${String(id)}/care`, {
    version: sowing.version,
    kind,
    doneOn,
    ...(skippedWhy === undefined ? {} : { skippedWhy }),
  });
}
async function plants(id: number, body: Record<string, unknown>): Promise<any> {
  const { sowing } = await sheet(id);
  return library.post(`/api/sowings/${String(id)}/plants`, { version: sowing.version, onDay: library.today, ...body });
}

describe('care of what was sown without a plan', () => {
  it('never puts a tender plant out before the last frost of its garden, however early it was sown', async () => {
    library.today = '2027-01-20';
    const id = await grown('tomato', { on: '2027-01-20', seeds: 12, cells: 12, upOn: '2027-01-29', up: 10 });
    // No setting was touched: the library stands where the last frost falls on 5 May.
    expect((await dueOf(id, 'plant-out')) > LAST_FROST).toBe(true);
    expect((await dueOf(id, 'harden')) > '2027-05-01').toBe(true);
    // Everything done at once does not move it forward.
    for (const kind of ['cover-off', 'pot-on']) expect((await care(id, kind, library.today)).status).toBe(200);
    expect((await dueOf(id, 'plant-out')) > LAST_FROST).toBe(true);
  });

  it('can be done out of order, on another day, and left out with a word; the steps before stay to be done', async () => {
    const id = await grown('tomato', { on: '2027-02-20', seeds: 6, cells: 6, upOn: '2027-03-01', up: 6 });
    library.today = '2027-03-14';
    expect((await care(id, 'pot-on', '2027-03-12')).status).toBe(200);
    let steps = (await sheet(id)).care;
    expect(steps.find((c: any) => c.kind === 'cover-off').doneOn).toBeNull();
    expect((await care(id, 'cover-off', '2027-03-14', 'it had no lid')).status).toBe(200);
    steps = (await sheet(id)).care;
    expect(steps.find((c: any) => c.kind === 'cover-off')).toMatchObject({ doneOn: '2027-03-14', skippedWhy: 'it had no lid' });
    expect((await sheet(id)).history[0].summary).toContain('Left out (it had no lid)');
    expect((await care(id, 'cover-off', '2027-03-14')).body.errors[0]).toMatchObject({ path: 'kind' });
    expect((await care(id, 'harden', '2027-04-14')).body.errors[0]).toMatchObject({ path: 'doneOn' });
  });

  it('asks for no cover to be taken off where there is none', async () => {
    const id = await grown('tomato', { on: '2027-02-20', seeds: 6, cells: 6, upOn: '2027-03-01', up: 6, covered: false });
    expect((await sheet(id)).care.map((c: any) => c.kind)).not.toContain('cover-off');
  });
});

describe('care of a sowing that is over', () => {
  async function end(id: number, fate: string): Promise<any> {
    const { sowing } = await sheet(id);
    return library.done(`/api/sowings/${String(id)}/fate`, { version: sowing.version, fate, fateOn: library.today });
  }

  it('ends with what ended it; the steps that were done stay', async () => {
    const id = await grown('tomato', { on: '2027-02-20', seeds: 6, cells: 6, upOn: '2027-03-01', up: 6 });
    expect((await sheet(id)).nextCare).toMatchObject({ kind: 'cover-off' });
    await care(id, 'cover-off', library.today);
    await end(id, 'thrown-out');
    const after = await sheet(id);
    expect(after.nextCare).toBeNull();
    expect(after.care.map((c: any) => c.kind)).toEqual(['cover-off']);
  });

  it('goes on where only no more comes up, and is not asked for months late', async () => {
    const id = await grown('tomato', { on: '2027-02-20', seeds: 6, cells: 6, upOn: '2027-03-01', up: 5 });
    await end(id, 'came-up');
    expect((await sheet(id)).nextCare).toMatchObject({ kind: 'cover-off' });
    library.today = '2027-08-01';
    expect((await sheet(id)).nextCare).toBeNull();
    expect((await sheet(id)).care.some((c: any) => c.kind === 'pot-on' && c.doneOn === null)).toBe(true);
  });
});

describe('plants of a box that was pricked out', () => {
  it('are counted from the box to the sale', async () => {
    const id = await grown('cauliflower', { on: '2027-03-01', seeds: 60, cells: 1, upOn: '2027-03-08', up: 48 });
    expect((await sheet(id)).care.map((c: any) => c.kind)).toContain('prick-out');
    library.today = '2027-03-22';
    await care(id, 'prick-out', '2027-03-22');
    expect((await plants(id, { kind: 'pricked-out', plants: 40 })).status).toBe(200);
    expect((await plants(id, { kind: 'kept', plants: 12 })).status).toBe(200);
    library.today = '2027-04-20';
    const { id: memberId } = await library.done('/api/members', { name: 'Ebba Thorne' });
    expect((await plants(id, { kind: 'given', plants: 6, memberId })).status).toBe(200);
    expect((await plants(id, { kind: 'sold', plants: 15, note: 'the spring swap' })).status).toBe(200);
    expect((await sheet(id)).plants).toMatchObject({ standing: 19, kept: 12, spare: 7, gone: { given: 6, sold: 15 } });
    expect((await library.get('/api/plants')).body.plants).toMatchObject([{ id, standing: 19, kept: 12, spare: 7, given: 6, sold: 15 }]);
    // More than stand, or more than one thing at a time, is refused beside the field and writes nothing.
    expect((await plants(id, { kind: 'sold', plants: 20 })).body.errors).toMatchObject([{ path: 'plants' }]);
    expect((await plants(id, { kind: 'sold', plants: 1, memberId })).body.errors).toMatchObject([{ path: 'memberId' }]);
    expect((await plants(id, { kind: 'sold', plants: 1, onDay: '2027-03-01' })).body.errors).toMatchObject([{ path: 'onDay' }]);
    const { counts } = (await sheet(id)).plants;
    expect(counts).toHaveLength(4);
    // A count on which others stand is not simply forgotten, one that was wrong is.
    expect((await library.send('DELETE', `/api/plant-counts/${String(counts[3].id)}`, { version: 1 })).status).toBe(200);
    expect((await sheet(id)).plants).toMatchObject({ standing: 34, spare: 22 });
  });
});
