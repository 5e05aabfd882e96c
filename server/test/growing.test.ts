import { beforeEach, describe, expect, it } from 'vitest';
import { envelope, openTestLibrary, type TestLibrary } from './library.ts';

let library: TestLibrary;
let code: string;
beforeEach(async () => {
  library = await openTestLibrary();
  code = await takeIn({});
});
const takeIn = async (over: Record<string, unknown>): Promise<string> =>
  ((await library.done('/api/lots', envelope({ floor: 0, seeds: 400, ...over }))) as { code: string }).code;
const versionOf = async (id: number): Promise<number> => (await library.get(`/api/sowings/${String(id)}`)).body.sowing.version;

interface Sown {
  readonly lot?: string;
  readonly on: string;
  readonly seeds: number;
  readonly benchId?: number;
  readonly note?: string;
}
/** Sows in cells, one seed in each, a lot of the library. */
async function sow({ lot = code, on, seeds, benchId, note }: Sown): Promise<number> {
  const body = { lotCode: lot, method: 'cells', cells: seeds, seedsPerCell: 1, seeds, sownOn: on };
  const { id } = await library.done('/api/sowings', {
    ...body,
    ...(benchId === undefined ? {} : { benchId }),
    ...(note === undefined ? {} : { note }),
  });
  return id as number;
}
async function count(id: number, countedOn: string, emerged: number): Promise<void> {
  await library.done(`/api/sowings/${String(id)}/counts`, { version: await versionOf(id), countedOn, emerged });
}
async function end(id: number, fate: string, fateOn: string): Promise<void> {
  await library.done(`/api/sowings/${String(id)}/fate`, { version: await versionOf(id), fate, fateOn });
}

describe('labels of a tray', () => {
  it('are a marker for each letter, and a tag for every plant that came up', async () => {
    const other = await takeIn({ varietyName: 'Lantern' });
    const { id } = await library.done('/api/trays', {
      name: 'Tray 1',
      rows: 2,
      columns: 4,
      gaps: [],
      covered: true,
      sowOn: '2027-03-14',
      fills: [
        { letter: 'A', lotCode: code, seedsPerCell: 1 },
        { letter: 'B', lotCode: other, seedsPerCell: 1 },
      ],
      map: ['A*', 'A', 'A', 'A', 'B*', 'B', 'B', ''],
    });
    const rows = [
      { letter: 'A', seedsPerCell: 1, seeds: 3 },
      { letter: 'B', seedsPerCell: 1, seeds: 2 },
    ];
    await library.done(`/api/trays/${String(id)}/sow`, { version: 1, sownOn: '2027-03-14', covered: true, rows });
    const plan = async (each: string) => (await library.get(`/api/labels/plan?kind=pot&tray=${String(id)}&each=${each}`)).body;
    expect(await plan('marker')).toMatchObject({ labels: 2, problems: [] });
    const markers = (await library.get(`/api/labels/page.svg?kind=pot&tray=${String(id)}&each=marker`)).body as string;
    expect(markers).toContain('A: Tollgate Red');
    expect(markers).toContain('B: Lantern');
    expect(await plan('plant')).toMatchObject({ labels: 0 });
    library.today = '2027-03-24';
    const { tray } = (await library.get(`/api/trays/${String(id)}`)).body;
    await library.done(`/api/trays/${String(id)}/looks`, {
      version: tray.version,
      lookedOn: '2027-03-24',
      cells: [
        { cell: 1, up: 1 },
        { cell: 2, up: 1 },
        { cell: 5, up: 1 },
      ],
    });
    expect(await plan('plant')).toMatchObject({ labels: 3 });
    const tags = (await library.get(`/api/labels/page.svg?kind=pot&tray=${String(id)}&each=plant`)).body as string;
    expect(tags.match(/<title>[^<]*Tollgate Red/g)).toHaveLength(2);
    expect(tags.match(/<title>[^<]*Lantern/g)).toHaveLength(1);
    expect((await library.get(`/api/labels/plan?kind=pot&tray=${String(id)}&each=pot`)).body.errors[0].path).toBe('each');
  });
});

describe('a packet', () => {
  it('carries the days of the window where the library stands, as moved, and next season’s once they are over', async () => {
    const says = async () =>
      /Sow (?:in|out)doors[^<.]* here/.exec((await library.get(`/api/labels/page.svg?kind=packet&codes=${code}`)).body)?.[0];
    expect(await says()).toBe('Sow indoors 10 to 24 Mar here');
    const id = await sow({ on: '2027-03-13', seeds: 10 });
    await library.done(`/api/sowings/${String(id)}/timing`, { version: 0, timing: 'too-early' });
    // Four days before the middle and too early asks for three days later; with the table as a second voice it moves one whole day.
    expect(await says()).toBe('Sow indoors 11 to 25 Mar here');
    library.today = '2027-03-27';
    expect(await says()).toBe('Sow indoors 11 to 25 Mar here');
    const beans = await takeIn({ cropKey: 'bush-bean', varietyName: 'Long Pod' });
    const outdoors = (await library.get(`/api/labels/page.svg?kind=packet&codes=${beans}`)).body as string;
    expect(outdoors).toContain('Sow outdoors');
  });
});

describe('what is learned of coming up', () => {
  const learned = async () => (await library.get('/api/bench')).body.learned;
  const cells = async () => (await learned()).methods.find((m: any) => m.method === 'cells');

  it('is counted from finished sowings that speak of the seed, by method and by place, and used for the next', async () => {
    const bench = await library.done('/api/bench', { name: 'South sill', kind: 'sill', holds: 3 });
    expect(await cells()).toMatchObject({ sowings: 0, emergence: 0.85, usual: 0.85 });
    const advice = async (query = '') =>
      (await library.get(`/api/lots/${code}/sowing-advice?plants=10&method=cells${query}`)).body.emergence as number;
    const before = await advice();
    const id = await sow({ on: '2027-03-02', seeds: 100, benchId: bench.id });
    await count(id, '2027-03-12', 20);
    expect(await cells()).toMatchObject({ sowings: 0 });
    await end(id, 'came-up', '2027-03-14');
    const after = await cells();
    expect(after).toMatchObject({ sowings: 1, seeds: 100 });
    // Part of what did not come up is put down to the seed of the lot.
    expect(after.emergence).toBeLessThan(0.82);
    expect((await learned()).benches).toEqual([expect.objectContaining({ benchId: bench.id, method: 'cells', sowings: 1 })]);
    expect(await advice()).toBeLessThan(before);
    // On the place itself the same count speaks once more.
    expect(await advice(`&bench=${String(bench.id)}`)).toBeLessThan(await advice());
  });

  it('takes nothing from what dried out, and nothing from a member’s garden', async () => {
    const dry = await sow({ on: '2027-03-02', seeds: 60 });
    await end(dry, 'dried-out', '2027-03-12');
    const member = await library.done('/api/members', { name: 'Ottoline Brask' });
    const loan = await library.done('/api/loans', {
      lotCode: code,
      memberId: member.id,
      seeds: 20,
      purpose: 'garden',
      promise: 'some',
      dueOn: '2027-10-01',
      lentOn: '2027-03-01',
    });
    const { id } = await library.done('/api/sowings', {
      loanId: loan.id,
      lotCode: code,
      method: 'cells',
      cells: 20,
      seedsPerCell: 1,
      seeds: 20,
      sownOn: '2027-03-02',
    });
    await count(id, '2027-03-12', 2);
    await end(id, 'came-up', '2027-03-13');
    expect(await cells()).toMatchObject({ sowings: 0, emergence: 0.85 });
  });
});

describe('what worked', () => {
  it('adds up each season by crop and method, with the days, what was lost, what was said and what was noted', async () => {
    library.today = '2027-03-14';
    const a = await sow({ on: '2027-03-01', seeds: 20, note: 'under the lid too long' });
    await count(a, '2027-03-07', 15);
    await end(a, 'came-up', '2027-03-10');
    const b = await sow({ on: '2027-03-02', seeds: 20 });
    await count(b, '2027-03-12', 5);
    await end(b, 'damped-off', '2027-03-13');
    await library.done(`/api/sowings/${String(a)}/timing`, { version: 0, timing: 'right' });
    const kale = await takeIn({ cropKey: 'kale', varietyName: 'Rookery Green' });
    await sow({ lot: kale, on: '2027-03-10', seeds: 12 });
    const { rows } = (await library.get('/api/sowing/worked')).body;
    expect(rows.map((r: any) => r.cropKey)).toEqual(['kale', 'tomato']);
    expect(rows[0].seasons[0]).toMatchObject({ sowings: 1, seeds: 0, emerged: 0, daysUp: null });
    expect(rows[1].seasons).toEqual([
      {
        year: 2027,
        sowings: 2,
        // Damping off says nothing of the seed.
        seeds: 20,
        emerged: 15,
        lost: 20,
        daysUp: { after: null, by: 10 },
        from: '2027-03-01',
        to: '2027-03-02',
        timings: { right: 1 },
        notes: [expect.objectContaining({ id: a, note: 'under the lid too long' })],
      },
    ]);
    const one = (await library.get('/api/sowing/worked?crop=tomato')).body;
    expect(one.rows).toHaveLength(1);
    expect(one.shifts.start.verdicts).toBe(1);
    // The note is found again on the next plan of the crop.
    const { notes } = (await library.get(`/api/lots/${code}/season`)).body;
    expect(notes[0]).toMatchObject({ id: a, note: 'under the lid too long', emerged: 15, timing: 'right' });
  });
});
