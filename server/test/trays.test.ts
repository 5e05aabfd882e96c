import { describe, expect, it } from 'vitest';
import { rowCounts, tinyJpeg, undoLast } from './library.ts';
import { eachTrayLibrary } from './trayLibrary.ts';

const trays = eachTrayLibrary();
const { fill, tray, sheet, lot, sown, look } = trays;

describe('a tray map', () => {
  it('is laid out by itself, painted over, and every stroke can be taken back', async () => {
    const { id, left } = await trays.library.done('/api/trays', tray());
    expect(left).toEqual({});
    const first = await sheet(id);
    expect(first.tray.map).toEqual(['A*', '', 'B*', '', 'A', '', 'B', '', 'A', '', 'B', '']);
    expect(first.fills[0]).toMatchObject({ letter: 'A', variety: 'Tollgate Red', available: 40, figures: { name: 'Tomato' } });
    const map = [...first.tray.map];
    map[3] = 'C';
    map[0] = '';
    const body = { version: 1, fills: [fill('A', 0), fill('B', 1), fill('C', 2, 4)], map };
    const painted = await trays.library.done(`/api/trays/${String(id)}/map`, body, 'PUT');
    expect(painted.tray).toMatchObject({ map, version: 2 });
    expect(painted.fills.map((f: any) => f.letter)).toEqual(['A', 'B', 'C']);
    expect((await trays.library.send('PUT', `/api/trays/${String(id)}/map`, body)).status).toBe(409);
    await undoLast(trays.library);
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
    const before = rowCounts(trays.library.db);
    const body = tray(over);
    body.fills = (body.fills as object[]).map((f, i) => ({ ...fill('A', i), ...f }));
    const answer = await trays.library.post('/api/trays', body);
    expect(answer.status).toBe(400);
    expect(answer.body.errors.map((e: any) => e.path)).toContain(path);
    expect(rowCounts(trays.library.db)).toEqual(before);
  });

  it('may be irregular, keeps what is painted when it grows, and does not lose it when it shrinks', async () => {
    const { id } = await trays.library.done('/api/trays', tray({ gaps: [0] }));
    const was = (await sheet(id)).tray;
    expect(was.map[0]).toBe('');
    const change = { name: 'Tray 1', rows: 3, columns: 5, gaps: [0], covered: true, sowOn: '2027-03-14' };
    const grown = await trays.library.done(`/api/trays/${String(id)}`, { ...change, version: 1 }, 'PUT');
    expect(grown.tray.map.filter((c: string) => c !== '')).toEqual(was.map.filter((c: string) => c !== ''));
    const answer = await trays.library.send('PUT', `/api/trays/${String(id)}`, { ...change, columns: 1, version: 2 });
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
    const care = (await trays.library.get(`/api/sowings/${String(page.sowings[0].id)}`)).body;
    expect(care.sowing).toMatchObject({ trayId: page.tray.id, letter: 'A', depthMm: 6, coveredWith: 'sifted mix', warmthC: 24 });
    expect(care.care.map((s: any) => s.kind)).toEqual(['cover-off', 'thin', 'pot-on', 'feed', 'harden', 'plant-out']);
    await undoLast(trays.library);
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
    const { id } = await trays.library.done('/api/trays', tray({ name: 'Tray 2' }));
    const before = rowCounts(trays.library.db);
    const refuse = async (rows: object[], over: object = {}): Promise<any> => {
      const answer = await trays.library.post(`/api/trays/${String(id)}/sow`, {
        version: 1,
        sownOn: '2027-03-14',
        covered: true,
        rows,
        ...over,
      });
      expect(answer.status).toBe(400);
      expect(rowCounts(trays.library.db)).toEqual(before);
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
      (await trays.library.post(`/api/trays/${String(page.tray.id)}/sow`, { version: 2, sownOn: '2027-03-14', covered: true, rows: [b] }))
        .body,
    ).toMatchObject({ code: 'blocked', detail: expect.stringContaining('was sown on 2027-03-14') });
  });

  it('fulfils the plans it was laid out for', async () => {
    const { id: plannedId } = await trays.library.done('/api/planned', {
      lotCode: trays.codes[0],
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
    const { id } = await trays.library.done('/api/trays', tray({ fills: [{ ...fill('A', 0), plannedId }, fill('B', 1)] }));
    expect((await trays.library.get('/api/today')).body.items).toEqual([expect.objectContaining({ kind: 'sow', title: 'Sow Tray 1' })]);
    await trays.library.done(`/api/trays/${String(id)}/sow`, {
      version: 1,
      sownOn: '2027-03-14',
      covered: true,
      rows: [
        { letter: 'A', seedsPerCell: 2, seeds: 4 },
        { letter: 'B', seedsPerCell: 2, seeds: 4 },
      ],
    });
    expect((await trays.library.get('/api/season/list')).body.rows[0]).toMatchObject({
      sownOn: '2027-03-14',
      sownSeeds: 4,
      tray: 'Tray 1',
    });
    expect((await trays.library.get('/api/today')).body.items).toEqual([]);
    // It is planted out when the plan says, not sooner.
    const { sowings } = await sheet(id);
    const { care } = (await trays.library.get(`/api/sowings/${String(sowings[0].id)}`)).body;
    expect(care.at(-1)).toMatchObject({ kind: 'plant-out', due: '2027-05-15' });
  });
});

describe('looks at a tray', () => {
  it('count each variety by its cells, bring the care, and move what is done late', async () => {
    const { tray: t, sowings } = await sown();
    expect((await trays.library.get('/api/today?week=2027-03-15')).body.items).toEqual([
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
    trays.library.today = '2027-03-22';
    const care = async () => (await trays.library.get('/api/today')).body.items.filter((i: any) => i.kind === 'care');
    expect(await care()).toEqual([expect.objectContaining({ title: 'Take the cover off: Tray 1', due: '2027-03-22' })]);
    trays.library.today = '2027-04-02';
    const done = (kind: string, version: number) =>
      trays.library.post(`/api/trays/${String(t.id)}/care`, { version, kind, doneOn: '2027-04-02' });
    const { version } = (await sheet(t.id)).tray;
    expect((await done('pot-on', version)).body.errors[0].path).toBe('kind');
    expect((await done('cover-off', version)).body.step.summary).toBe('Take the cover off: Tray 1, Tollgate Red, Lantern');
    expect((await done('thin', version)).status).toBe(409);
    const steps = (await trays.library.get(`/api/sowings/${String(sowings[0].id)}`)).body.care;
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
      const { version } = (await trays.library.get(`/api/sowings/${String(s.id)}`)).body.sowing;
      await trays.library.done(`/api/sowings/${String(s.id)}/fate`, { version, fate: 'came-up', fateOn: '2027-03-24' });
    }
    const dots = (await trays.library.get(`/api/lots/${trays.codes[0]!}/model`)).body;
    expect(JSON.stringify(dots)).toContain('"sown":2,"emerged":2');
    expect((await trays.library.get(`/api/sowings/${String(sowings[0].id)}`)).body.lost).toEqual([
      { fate: 'dried-out', cells: 1, seeds: 1 },
    ]);
    const worked = (await trays.library.get('/api/sowing/worked?crop=tomato')).body;
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
    trays.library.today = '2027-03-25';
    const { version } = (await sheet(t.id)).tray;
    await trays.library.done(`/api/trays/${String(t.id)}/clear`, { version, clearedOn: '2027-03-25' });
    expect((await trays.library.get('/api/trays?state=cleared')).body.trays).toHaveLength(1);
  });

  it('refuse what cannot be, and write nothing', async () => {
    const { tray: t } = await sown();
    await look(t.id, '2027-03-22', [{ cell: 4, up: 2, fate: null }]);
    const before = rowCounts(trays.library.db);
    const refuse = async (lookedOn: string, cells: object[]): Promise<string> => {
      const answer = await trays.library.post(`/api/trays/${String(t.id)}/looks`, {
        version: (await sheet(t.id)).tray.version,
        lookedOn,
        cells,
      });
      expect(answer.status).toBe(400);
      expect(rowCounts(trays.library.db)).toEqual(before);
      return answer.body.errors[0].path as string;
    };
    trays.library.today = '2027-03-23';
    expect(await refuse('2027-03-23', [{ cell: 4, up: 3 }])).toBe('cells[0].up');
    expect(await refuse('2027-03-23', [{ cell: 5, up: 1 }])).toBe('cells[0].cell');
    expect(await refuse('2027-03-23', [{ cell: 4, up: 2, fate: 'not-come-up' }])).toBe('cells[0].fate');
    expect(await refuse('2027-03-23', [{ cell: 4, up: 1 }])).toBe('cells');
    expect(await refuse('2027-03-24', [])).toBe('lookedOn');
    expect(await refuse('2027-03-13', [])).toBe('lookedOn');
    expect(await refuse('2027-03-20', [{ cell: 8, up: 1 }])).toBe('lookedOn');
    const s = (await sheet(t.id)).sowings[0];
    expect(
      (await trays.library.post(`/api/sowings/${String(s.id)}/counts`, { version: s.version, countedOn: '2027-03-23', emerged: 3 })).body
        .errors[0].message,
    ).toContain('tray');
    expect(
      (await trays.library.post(`/api/trays/${String(t.id)}/clear`, { version: 9, clearedOn: '2027-03-23' })).body.errors[0].path,
    ).toBe('clearedOn');
    // Taken back, the cell is as it was before the look.
    trays.library.today = '2027-03-22';
    await undoLast(trays.library);
    expect((await sheet(t.id)).cells.every((c: any) => c.up === 0)).toBe(true);
  });

  it('keep a photograph of the sown tray', async () => {
    const { tray: t } = await sown();
    const { version } = (await sheet(t.id)).tray;
    await trays.library.done(`/api/trays/${String(t.id)}/photo`, { version, jpeg: tinyJpeg('tray') }, 'PUT');
    const { photo } = (await sheet(t.id)).tray;
    expect((await trays.library.get(`/api/photos/${String(photo)}`)).type).toBe('image/jpeg');
    expect((await trays.library.send('PUT', `/api/trays/${String(t.id)}/photo`, { version, jpeg: 'AAAA' })).status).toBe(400);
  });
});
