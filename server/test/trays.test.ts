import { beforeEach, describe, expect, it } from 'vitest';
import { envelope, openTestLibrary, rowCounts, tinyJpeg, type TestLibrary } from './library.ts';

let library: TestLibrary;
let codes: string[];
beforeEach(async () => {
  library = await openTestLibrary();
  codes = [];
  for (const [varietyName, cropKey, seeds] of [
    ['Tollgate Red', 'tomato', 40],
    ['Lantern', 'tomato', 200],
    ['Bell Yard', 'basil', 300],
  ] as const) {
    codes.push((await library.done('/api/lots', envelope({ varietyName, cropKey, seeds, floor: 0 }))).code as string);
  }
});
const undoLast = async (): Promise<void> => {
  const { steps } = (await library.get('/api/history')).body;
  await library.done(`/api/history/${String(steps[0].id)}/undo`, {});
};
const fill = (letter: string, i: number, seedsPerCell = 2): object => ({ letter, lotCode: codes[i], seedsPerCell });
const tray = (over: Record<string, unknown> = {}): Record<string, unknown> => ({
  name: 'Tray 1',
  rows: 3,
  columns: 4,
  gaps: [],
  covered: true,
  sowOn: '2027-03-14',
  fills: [fill('A', 0), fill('B', 1)],
  wish: [
    { letter: 'A', cells: 2 },
    { letter: 'B', cells: 2 },
  ],
  ...over,
});
const sheet = async (id: number): Promise<any> => (await library.get(`/api/trays/${String(id)}`)).body;
const lot = async (i: number): Promise<any> => (await library.get(`/api/lots/${codes[i]!}`)).body;
const sown = async (over: Record<string, unknown> = {}): Promise<any> => {
  const { id } = await library.done('/api/trays', tray());
  return library.done(`/api/trays/${String(id)}/sow`, {
    version: 1,
    sownOn: '2027-03-14',
    covered: true,
    warmthC: 24,
    rows: [
      { letter: 'A', seedsPerCell: 2, seeds: 3, depthMm: 6, coveredWith: 'sifted mix' },
      { letter: 'B', seedsPerCell: 2, seeds: 4 },
    ],
    ...over,
  });
};
const look = async (id: number, day: string, cells: object[]): Promise<any> => {
  library.today = day;
  return library.done(`/api/trays/${String(id)}/looks`, { version: (await sheet(id)).tray.version, lookedOn: day, cells });
};

describe('a tray map', () => {
  it('is laid out by itself, painted over, and every stroke can be taken back', async () => {
    const { id, left } = await library.done('/api/trays', tray());
    expect(left).toEqual({});
    const first = await sheet(id);
    expect(first.tray.map).toEqual(['A*', '', 'B*', '', 'A', '', 'B', '', 'A', '', 'B', '']);
    expect(first.fills[0]).toMatchObject({ letter: 'A', variety: 'Tollgate Red', available: 40, figures: { name: 'Tomato' } });
    const map = [...first.tray.map];
    map[3] = 'C';
    map[0] = '';
    const body = { version: 1, fills: [fill('A', 0), fill('B', 1), fill('C', 2, 4)], map };
    const painted = await library.done(`/api/trays/${String(id)}/map`, body, 'PUT');
    expect(painted.tray).toMatchObject({ map, version: 2 });
    expect(painted.fills.map((f: any) => f.letter)).toEqual(['A', 'B', 'C']);
    expect((await library.send('PUT', `/api/trays/${String(id)}/map`, body)).status).toBe(409);
    await undoLast();
    expect((await sheet(id)).tray.map).toEqual(first.tray.map);
    expect((await sheet(id)).fills).toHaveLength(2);
  });

  it.each([
    ['a map larger than the tray', { map: Array(20).fill('') }, 'map'],
    ['a letter that is not on it', { map: [...Array(11).fill(''), 'Q'] }, 'map[11]'],
    ['a letter twice', { fills: [{ letter: 'A' }, { letter: 'A' }] }, 'fills[1].letter'],
    ['a lot that is not here', { fills: [{ letter: 'A', lotCode: 'TM-999Z' }] }, 'fills[0].lotCode'],
    ['no cells', { rows: 0 }, 'rows'],
    ['a gap outside', { gaps: [12] }, 'gaps'],
    ['seed in a gap', { gaps: [0], map: ['A', ...Array(11).fill('')] }, 'map[0]'],
    ['a day that is none', { sowOn: '2027-02-30' }, 'sowOn'],
    ['a place that is not here', { benchId: 3 }, 'benchId'],
  ])('refuses %s and writes nothing', async (_name, over, path) => {
    const before = rowCounts(library.db);
    const body = tray(over);
    body.fills = (body.fills as object[]).map((f, i) => ({ ...fill('A', i), ...f }));
    const answer = await library.post('/api/trays', body);
    expect(answer.status).toBe(400);
    expect(answer.body.errors.map((e: any) => e.path)).toContain(path);
    expect(rowCounts(library.db)).toEqual(before);
  });

  it('may be irregular, keeps what is painted when it grows, and does not lose it when it shrinks', async () => {
    const { id } = await library.done('/api/trays', tray({ gaps: [0] }));
    const was = (await sheet(id)).tray;
    expect(was.map[0]).toBe('');
    const change = { name: 'Tray 1', rows: 3, columns: 5, gaps: [0], covered: true, sowOn: '2027-03-14' };
    const grown = await library.done(`/api/trays/${String(id)}`, { ...change, version: 1 }, 'PUT');
    expect(grown.tray.map.filter((c: string) => c !== '')).toEqual(was.map.filter((c: string) => c !== ''));
    const answer = await library.send('PUT', `/api/trays/${String(id)}`, { ...change, columns: 1, version: 2 });
    expect(answer.body.errors[0]).toMatchObject({ path: 'rows', message: expect.stringContaining('fall off') });
  });
});

describe('sowing a tray', () => {
  it('takes out the seeds that were really sown, cell by cell, and leaves the rest of the map empty', async () => {
    const page = await sown();
    expect(page.tray).toMatchObject({ sownOn: '2027-03-14', map: ['A*', '', 'B*', '', 'A', '', 'B', '', 'A', '', 'B', ''] });
    expect(page.cells.map((c: any) => [c.cell, c.letter, c.seeds])).toEqual([
      [4, 'A', 2],
      [6, 'B', 2],
      [8, 'A', 1],
      [10, 'B', 2],
    ]);
    expect((await lot(0)).lot.balance).toBe(37);
    expect((await lot(1)).lot.balance).toBe(196);
    const care = (await library.get(`/api/sowings/${String(page.sowings[0].id)}`)).body;
    expect(care.sowing).toMatchObject({ trayId: page.tray.id, letter: 'A', depthMm: 6, coveredWith: 'sifted mix', warmthC: 24 });
    expect(care.care.map((s: any) => s.kind)).toEqual(['cover-off', 'thin', 'pot-on', 'feed', 'harden', 'plant-out']);
    await undoLast();
    expect((await lot(0)).lot.balance).toBe(40);
    expect((await sheet(page.tray.id)).cells).toEqual([]);
  });

  it('writes fewer seeds than planned as they were found, and refuses more than there are', async () => {
    const page = await sown({
      rows: [
        { letter: 'A', seedsPerCell: 2, seeds: 2 },
        { letter: 'B', seedsPerCell: 2, seeds: 0 },
      ],
    });
    expect(page.tray.map).toEqual(['A*', '', 'B*', '', 'A', '', '', '', '', '', '', '']);
    expect(page.sowings).toHaveLength(1);
    const { id } = await library.done('/api/trays', tray({ name: 'Tray 2' }));
    const before = rowCounts(library.db);
    const refuse = async (rows: object[], over: object = {}): Promise<any> => {
      const answer = await library.post(`/api/trays/${String(id)}/sow`, { version: 1, sownOn: '2027-03-14', covered: true, rows, ...over });
      expect(answer.status).toBe(400);
      expect(rowCounts(library.db)).toEqual(before);
      return answer.body.errors[0];
    };
    const b = { letter: 'B', seedsPerCell: 2, seeds: 4 };
    expect(await refuse([{ letter: 'A', seedsPerCell: 2, seeds: 2001 }, b])).toMatchObject({
      path: 'rows[0].seeds',
      message: expect.stringContaining('more than 1000 in each'),
    });
    expect(await refuse([{ letter: 'A', seedsPerCell: 50, seeds: 60 }, b])).toMatchObject({
      path: 'rows[0].seeds',
      message: expect.stringContaining('holds 38'),
    });
    expect(await refuse([b])).toMatchObject({ path: 'rows', message: expect.stringContaining('A') });
    expect(
      await refuse([
        { ...b, seeds: 0 },
        { letter: 'A', seedsPerCell: 1, seeds: 0 },
      ]),
    ).toMatchObject({ path: 'rows' });
    expect(await refuse([{ letter: 'A', seedsPerCell: 2, seeds: 2 }, b], { sownOn: '2027-03-15' })).toMatchObject({ path: 'sownOn' });
    expect(
      (await library.post(`/api/trays/${String(page.tray.id)}/sow`, { version: 2, sownOn: '2027-03-14', covered: true, rows: [b] })).status,
    ).toBe(400);
  });

  it('has one day with all plans that lie on it, whichever of them is moved, until it is taken back', async () => {
    const base = { purpose: 'sale', way: 'start', method: 'cells', plants: 2, seedsPerCell: 2, cells: 2, reserve: 0 };
    const plans = [];
    for (const [i, sowOn, plantOutOn] of [
      [0, '2027-03-20', '2027-05-15'],
      [1, '2027-03-23', '2027-03-25'],
    ] as const) {
      plans.push((await library.done('/api/planned', { ...base, lotCode: codes[i], sowOn, plantOutOn })).id as number);
    }
    const fills = [
      { ...fill('A', 0), plannedId: plans[0] },
      { ...fill('B', 1), plannedId: plans[1] },
    ];
    const { id } = await library.done('/api/trays', tray({ fills, sowOn: '2027-03-22' }));
    const days = async (): Promise<string[]> => [
      (await sheet(id)).tray.sowOn,
      ...(await library.get('/api/season')).body.lanes.map((l: any) => l.sowOn),
      (await library.get('/api/today')).body.items.find((x: any) => x.title === 'Sow Tray 1')?.due,
    ];
    library.today = '2027-03-22';
    expect(await days()).toEqual(Array(4).fill('2027-03-22'));
    await library.done(`/api/planned/${String(plans[0])}/move`, { version: 2, sowOn: '2027-03-21', plantOutOn: '2027-05-15' });
    expect(await days()).toEqual(Array(4).fill('2027-03-21'));
    const { steps } = (await library.get('/api/history')).body;
    expect(steps[0].summary).toContain('with Tray 1');
    await undoLast();
    expect(await days()).toEqual(Array(4).fill('2027-03-22'));
    // What would go out before it is sown goes out as much later.
    const { tray: now } = await sheet(id);
    await library.done(
      `/api/trays/${String(id)}`,
      { version: now.version, name: now.name, rows: 3, columns: 4, gaps: [], covered: true, sowOn: '2027-04-01' },
      'PUT',
    );
    expect((await library.get(`/api/planned/${String(plans[1])}`)).body.planned).toMatchObject({
      sowOn: '2027-04-01',
      plantOutOn: '2027-04-04',
    });
  });

  it('under a lamp asks every week for the lamp to be raised once something is up, until it is hung', async () => {
    const lamp = { name: 'Lamp rack', kind: 'lamp', holds: 2, lampHours: 15, lampCm: 20 };
    const { id: benchId } = await library.done('/api/bench', lamp);
    const { id } = await library.done('/api/trays', tray({ benchId }));
    const rows = [
      { letter: 'A', seedsPerCell: 2, seeds: 4 },
      { letter: 'B', seedsPerCell: 2, seeds: 4 },
    ];
    await library.done(`/api/trays/${String(id)}/sow`, { version: 1, sownOn: '2027-03-14', covered: true, rows });
    const raise = async (): Promise<any> =>
      (await library.get('/api/today')).body.items.find((i: any) => i.title === 'Raise Lamp rack') ?? null;
    expect(await raise()).toBeNull();
    await look(id, '2027-03-20', [{ cell: 4, up: 1, fate: null }]);
    expect(await raise()).toMatchObject({
      due: '2027-03-20',
      at: '/sowing/bench',
      detail: '20 cm above the tallest leaves, on 6:00, off 21:00; Tray 1 under it',
    });
    const hung = { version: 1, setOn: '2027-03-21' };
    expect((await library.post(`/api/bench/${String(benchId)}/lamp`, hung)).body.errors[0].path).toBe('setOn');
    await library.done(`/api/bench/${String(benchId)}/lamp`, { ...hung, setOn: '2027-03-20' });
    expect(await raise()).toBeNull();
    library.today = '2027-03-27';
    expect(await raise()).toMatchObject({ due: '2027-03-27' });
    await undoLast();
    library.today = '2027-03-22';
    expect(await raise()).toMatchObject({ due: '2027-03-22' });
  });

  it('takes one seed more than its cells, and many in a section without cells, and a look counts them', async () => {
    const { id } = await library.done('/api/trays', tray());
    const rows = [
      { letter: 'A', seedsPerCell: 2, seeds: 5 },
      { letter: 'B', seedsPerCell: 2, seeds: 90 },
    ];
    const { cells } = await library.done(`/api/trays/${String(id)}/sow`, { version: 1, sownOn: '2027-03-14', covered: true, rows });
    const seedsOf = (letter: string) => cells.filter((c: any) => c.letter === letter).map((c: any) => c.seeds);
    expect(seedsOf('A')).toEqual([3, 2]);
    expect(seedsOf('B')).toEqual([45, 45]);
    const { cell } = cells.find((c: any) => c.letter === 'B');
    await look(id, '2027-03-22', [{ cell, up: 38, fate: null }]);
    expect((await sheet(id)).sowings[1].emerged).toBe(38);
  });

  describe('with one wrong cell', () => {
    const right = async (id: number, over: object): Promise<any> =>
      library.post(`/api/trays/${String(id)}/cells`, { version: (await sheet(id)).tray.version, cell: 4, letter: 'B', seeds: 3, ...over });
    const all = async (id: number): Promise<object> => {
      const { sowings, cells, counts } = await sheet(id);
      const balances = [(await lot(0)).lot.balance, (await lot(1)).lot.balance];
      return { sowings: sowings.map((s: any) => [s.letter, s.seeds, s.cells, s.emerged]), cells, counts, balances };
    };

    it('is put right by itself, with its seeds, what came up in it and both lots; undo brings all back', async () => {
      const { id } = (await sown()).tray;
      await look(id, '2027-03-20', [{ cell: 4, up: 1, fate: null }]);
      const before = await all(id);
      expect((before as any).sowings).toEqual([
        ['A', 3, 2, 1],
        ['B', 4, 2, 0],
      ]);
      expect((await right(id, {})).status).toBe(200);
      const after: any = await all(id);
      expect(after.sowings).toEqual([
        ['A', 1, 1, 0],
        ['B', 7, 3, 1],
      ]);
      expect(after.balances).toEqual([39, 193]);
      expect((await sheet(id)).tray.map[4]).toBe('B');
      await undoLast();
      expect(await all(id)).toEqual(before);
    });

    it('holds more, fewer or no seeds than were written', async () => {
      const { id } = (await sown()).tray;
      expect((await right(id, { letter: 'A', seeds: 6 })).status).toBe(200);
      expect((await lot(0)).lot.balance).toBe(33);
      expect((await right(id, { letter: null, seeds: 0 })).status).toBe(200);
      expect((await lot(0)).lot.balance).toBe(39);
      expect((await sheet(id)).cells.some((c: any) => c.cell === 4)).toBe(false);
    });

    it.each([
      ['no such cell', { cell: 99 }, 'cell'],
      ['a letter that was not sown', { letter: 'C' }, 'letter'],
      ['a letter without seeds', { seeds: 0 }, 'seeds'],
      ['more than the lot has', { letter: 'A', seeds: 900 }, 'seeds'],
    ])('refuses %s', async (_name, over, path) => {
      const { id } = (await sown()).tray;
      const before = rowCounts(library.db);
      const answer = await right(id, over);
      expect(answer.body.errors?.[0]?.path).toBe(path);
      expect(rowCounts(library.db)).toEqual(before);
    });

    it('keeps the last cell of a letter', async () => {
      const { id } = (await sown()).tray;
      await right(id, {});
      const { cells } = await sheet(id);
      const last = cells.find((c: any) => c.letter === 'A').cell;
      expect((await right(id, { cell: last })).body.errors[0]).toMatchObject({
        path: 'letter',
        message: expect.stringContaining('only cell'),
      });
    });
  });

  it('fulfils the plans it was laid out for', async () => {
    const { id: plannedId } = await library.done('/api/planned', {
      lotCode: codes[0],
      purpose: 'sale',
      way: 'start',
      method: 'cells',
      plants: 2,
      seedsPerCell: 2,
      cells: 2,
      reserve: 0,
      sowOn: '2027-03-14',
      plantOutOn: '2027-05-15',
    });
    const { id } = await library.done('/api/trays', tray({ fills: [{ ...fill('A', 0), plannedId }, fill('B', 1)] }));
    expect((await library.get('/api/today')).body.items).toEqual([expect.objectContaining({ kind: 'sow', title: 'Sow Tray 1' })]);
    await library.done(`/api/trays/${String(id)}/sow`, {
      version: 1,
      sownOn: '2027-03-14',
      covered: true,
      rows: [
        { letter: 'A', seedsPerCell: 2, seeds: 4 },
        { letter: 'B', seedsPerCell: 2, seeds: 4 },
      ],
    });
    expect((await library.get('/api/season/list')).body.rows[0]).toMatchObject({ sownOn: '2027-03-14', sownSeeds: 4, tray: 'Tray 1' });
    expect((await library.get('/api/today')).body.items).toEqual([]);
    // It is planted out when the plan says, not sooner.
    const { sowings } = await sheet(id);
    const { care } = (await library.get(`/api/sowings/${String(sowings[0].id)}`)).body;
    expect(care.at(-1)).toMatchObject({ kind: 'plant-out', due: '2027-05-15' });
  });
});

describe('looks at a tray', () => {
  it('count each variety by its cells, bring the care, and move what is done late', async () => {
    const { tray: t, sowings } = await sown();
    expect((await library.get('/api/today?week=2027-03-15')).body.items).toEqual([
      expect.objectContaining({ kind: 'tray', due: '2027-03-19', title: 'Look at Tray 1' }),
    ]);
    await look(t.id, '2027-03-19', []);
    const page = await look(t.id, '2027-03-21', [
      { cell: 4, up: 2, fate: null },
      { cell: 6, up: 1, fate: null },
    ]);
    expect(page.counts).toEqual([
      { day: '2027-03-19', letter: 'A', emerged: 0 },
      { day: '2027-03-19', letter: 'B', emerged: 0 },
      { day: '2027-03-21', letter: 'A', emerged: 2 },
      { day: '2027-03-21', letter: 'B', emerged: 1 },
    ]);
    library.today = '2027-03-22';
    const care = async () => (await library.get('/api/today')).body.items.filter((i: any) => i.kind === 'care');
    expect(await care()).toEqual([expect.objectContaining({ title: 'Take the cover off: Tray 1', due: '2027-03-22' })]);
    library.today = '2027-04-02';
    const done = (kind: string, version: number) =>
      library.post(`/api/trays/${String(t.id)}/care`, { version, kind, doneOn: '2027-04-02' });
    const { version } = (await sheet(t.id)).tray;
    expect((await done('pot-on', version)).body.errors[0].path).toBe('kind');
    expect((await done('cover-off', version)).body.action.summary).toBe('Take the cover off: Tray 1, Tollgate Red, Lantern');
    expect((await done('thin', version)).status).toBe(409);
    const steps = (await library.get(`/api/sowings/${String(sowings[0].id)}`)).body.care;
    expect(steps[1]).toMatchObject({ kind: 'thin', due: '2027-04-09', movedDays: 11 });
  });

  it('know what is lost by cell, and only the rest speaks of the lot', async () => {
    const { tray: t } = await sown();
    await look(t.id, '2027-03-24', [
      { cell: 4, up: 2, fate: null },
      { cell: 8, up: 0, fate: 'dried-out' },
      { cell: 6, up: 1, fate: 'damped-off' },
      { cell: 10, up: 2, fate: null },
    ]);
    const { sowings } = await sheet(t.id);
    for (const s of sowings) {
      const { version } = (await library.get(`/api/sowings/${String(s.id)}`)).body.sowing;
      await library.done(`/api/sowings/${String(s.id)}/fate`, { version, fate: 'came-up', fateOn: '2027-03-24' });
    }
    const dots = (await library.get(`/api/lots/${codes[0]!}/model`)).body;
    expect(JSON.stringify(dots)).toContain('"sown":2,"emerged":2');
    expect((await library.get(`/api/sowings/${String(sowings[0].id)}`)).body.lost).toEqual([{ fate: 'dried-out', cells: 1, seeds: 1 }]);
    const worked = (await library.get('/api/sowing/worked?crop=tomato')).body;
    expect(worked.rows[0].seasons[0]).toMatchObject({
      year: 2027,
      sowings: 2,
      seeds: 4,
      emerged: 4,
      lost: 3,
      daysUp: { after: null, by: 10 },
    });
    // Both spoke for the method.
    expect(worked.methods.find((m: any) => m.method === 'cells')).toMatchObject({ sowings: 2, seeds: 4 });
    library.today = '2027-03-25';
    const { version } = (await sheet(t.id)).tray;
    await library.done(`/api/trays/${String(t.id)}/clear`, { version, clearedOn: '2027-03-25' });
    expect((await library.get('/api/trays?state=cleared')).body.trays).toHaveLength(1);
  });

  it('refuse what cannot be, and write nothing', async () => {
    const { tray: t } = await sown();
    await look(t.id, '2027-03-22', [{ cell: 4, up: 2, fate: null }]);
    const before = rowCounts(library.db);
    const refuse = async (lookedOn: string, cells: object[]): Promise<string> => {
      const answer = await library.post(`/api/trays/${String(t.id)}/looks`, { version: (await sheet(t.id)).tray.version, lookedOn, cells });
      expect(answer.status).toBe(400);
      expect(rowCounts(library.db)).toEqual(before);
      return answer.body.errors[0].path as string;
    };
    library.today = '2027-03-23';
    expect(await refuse('2027-03-23', [{ cell: 4, up: 3 }])).toBe('cells[0].up');
    expect(await refuse('2027-03-23', [{ cell: 5, up: 1 }])).toBe('cells[0].cell');
    expect(await refuse('2027-03-23', [{ cell: 4, up: 2, fate: 'not-come-up' }])).toBe('cells[0].fate');
    expect(await refuse('2027-03-23', [{ cell: 4, up: 1 }])).toBe('cells');
    expect(await refuse('2027-03-24', [])).toBe('lookedOn');
    expect(await refuse('2027-03-13', [])).toBe('lookedOn');
    expect(await refuse('2027-03-20', [{ cell: 8, up: 1 }])).toBe('lookedOn');
    const s = (await sheet(t.id)).sowings[0];
    expect(
      (await library.post(`/api/sowings/${String(s.id)}/counts`, { version: s.version, countedOn: '2027-03-23', emerged: 3 })).body
        .errors[0].message,
    ).toContain('tray');
    expect((await library.post(`/api/trays/${String(t.id)}/clear`, { version: 9, clearedOn: '2027-03-23' })).body.errors[0].path).toBe(
      'clearedOn',
    );
    // Taken back, the cell is as it was before the look.
    library.today = '2027-03-22';
    await undoLast();
    expect((await sheet(t.id)).cells.every((c: any) => c.up === 0)).toBe(true);
  });

  it('keep a photograph of the sown tray', async () => {
    const { tray: t } = await sown();
    await library.done(`/api/trays/${String(t.id)}/photo`, { jpeg: tinyJpeg('tray') }, 'PUT');
    const { photo } = (await sheet(t.id)).tray;
    expect((await library.get(`/api/photos/${String(photo)}`)).type).toBe('image/jpeg');
    expect((await library.send('PUT', `/api/trays/${String(t.id)}/photo`, { jpeg: 'AAAA' })).status).toBe(400);
  });
});
