import { addDays } from '@esprel/core';
import { describe, expect, it } from 'vitest';
import { all, type Db } from '../src/db/db.ts';
import { doAllAgain, envelope, openTestLibrary, takeAllBack, twoDesks, tinyJpeg } from './library.ts';

const TABLES = [
  'gardens',
  'frost_records',
  'soil_readings',
  'bench_places',
  'tray_kinds',
  'planned_sowings',
  'trays',
  'tray_fills',
  'sowings',
  'sowing_cells',
  'sowing_steps',
  'plant_counts',
  'emergence_counts',
  'timing_verdicts',
  'movements',
] as const;

/** Everything that people wrote, without the versions, which only go up; and what is derived of it. */
function everything(db: Db): unknown {
  const rows = TABLES.map((t) =>
    all<Record<string, unknown>>(db, `SELECT * FROM ${t} ORDER BY id`).map(({ version: _version, ...row }) => row),
  );
  return {
    rows,
    settings: all(db, 'SELECT * FROM settings ORDER BY key'),
    balances: all(db, 'SELECT id, balance FROM lots ORDER BY id'),
  };
}

const springs = [
  'Date,Minimum (°C)',
  ...Array.from({ length: 12 }, (_, y) => y + 2010).flatMap((year) =>
    Array.from({ length: 181 }, (_, i) => addDays(`${String(year)}-01-01`, i)).map(
      (day) => `${day},${day.slice(5) === `04-${String(10 + (year % 9))}` ? '-1' : '6'}`,
    ),
  ),
].join('\n');

describe('every step of sowing', () => {
  it('is a sentence in the history, and all of them taken back in reverse leave no trace', async () => {
    const library = await openTestLibrary();
    const { db } = library;
    const codes: string[] = [];
    for (const [varietyName, cropKey] of [
      ['Tollgate Red', 'tomato'],
      ['Long Lane', 'columbine'],
    ] as const)
      codes.push((await library.done('/api/lots', envelope({ varietyName, cropKey, seeds: 300, floor: 0 }))).code as string);
    const before = everything(db);
    const { step, steps } = twoDesks(library);
    const trayVersion = async (id: number): Promise<number> => (await library.get(`/api/trays/${String(id)}`)).body.tray.version;
    const plan = { purpose: 'beds', way: 'start', method: 'cells', plants: 4, seedsPerCell: 2, cells: 4, reserve: 10, sowOn: '2027-03-14' };

    await step('/gardens/library/frost-record', { fileName: 'minima.csv', text: springs, belowC: 0 });
    const garden = await step('/gardens', { name: 'Upper field', hemisphere: 'north', shiftDays: 9 });
    await step(`/gardens/${String(garden.id)}`, { name: 'Upper field', hemisphere: 'north', shiftDays: 11, version: 1 }, 'PUT');
    await step('/soil-readings', { gardenId: garden.id, readOn: '2027-03-14', temperatureC: 6.5 });
    const mat = await step('/bench', { name: 'Mat 1', kind: 'mat', holds: 1, warmthC: 24 });
    await step(`/bench/${String(mat.id)}`, { name: 'Mat 1', kind: 'mat', holds: 2, warmthC: 25, version: 1 }, 'PUT');
    await step('/tray-kinds', { name: 'Six large', rows: 2, columns: 3, gaps: [] });
    const tomato = await step('/planned', { ...plan, lotCode: codes[0], gardenId: garden.id, benchId: mat.id });
    const cold = await step('/planned', { ...plan, lotCode: codes[1], sowOn: '2027-04-01' });
    await step(`/planned/${String(tomato.id)}/move`, { version: 1, sowOn: '2027-03-15', plantOutOn: '2027-05-20' });
    await step(`/planned/${String(tomato.id)}`, { ...plan, version: 2, note: 'by the gate' }, 'PUT');
    await step(`/planned/${String(cold.id)}/cold`, { version: 1, what: 'into-the-cold', on: '2027-03-10' });
    await step(`/planned/${String(cold.id)}/cold`, { version: 2, what: 'sprouted', on: '2027-03-14' });
    await step('/planned/many', { lotCodes: codes, plants: 3, purpose: 'sale' });
    const tray = await step('/trays', {
      name: 'Tray 1',
      rows: 2,
      columns: 4,
      gaps: [],
      covered: true,
      sowOn: '2027-03-14',
      fills: [{ letter: 'A', lotCode: codes[0], plannedId: tomato.id, seedsPerCell: 2 }],
      wish: [{ letter: 'A', cells: 4 }],
    });
    const fills = [
      { letter: 'A', lotCode: codes[0], plannedId: tomato.id, seedsPerCell: 2 },
      { letter: 'B', lotCode: codes[1], seedsPerCell: 3 },
    ];
    await step(`/trays/${String(tray.id)}/map`, { version: 1, fills, map: ['A*', 'A', 'B', '', 'A', 'A', 'B', ''] }, 'PUT');
    await step(
      `/trays/${String(tray.id)}`,
      { name: 'Tray 1', rows: 2, columns: 4, gaps: [], covered: true, sowOn: '2027-03-14', benchId: mat.id, version: 2 },
      'PUT',
    );
    await step(`/trays/${String(tray.id)}/photo`, { version: await trayVersion(tray.id), jpeg: tinyJpeg('tray') }, 'PUT');
    await step(`/trays/${String(tray.id)}/sow`, {
      version: await trayVersion(tray.id),
      sownOn: '2027-03-14',
      covered: true,
      rows: [
        { letter: 'A', seedsPerCell: 2, seeds: 6 },
        { letter: 'B', seedsPerCell: 3, seeds: 5 },
      ],
    });
    library.today = '2027-03-22';
    await step(`/trays/${String(tray.id)}/looks`, {
      version: await trayVersion(tray.id),
      lookedOn: '2027-03-22',
      cells: [
        { cell: 1, up: 2 },
        { cell: 4, up: 0, fate: 'dried-out' },
        { cell: 2, up: 1 },
      ],
    });
    await step(`/trays/${String(tray.id)}/care`, { version: await trayVersion(tray.id), kind: 'cover-off', doneOn: '2027-03-22' });
    const { sowings } = (await library.get(`/api/trays/${String(tray.id)}`)).body;
    for (const s of sowings) {
      const { version } = (await library.get(`/api/sowings/${String(s.id)}`)).body.sowing;
      await step(`/sowings/${String(s.id)}/fate`, { version, fate: 'came-up', fateOn: '2027-03-22' });
    }
    const timing = async (): Promise<number> => (await library.get(`/api/sowings/${String(sowings[0].id)}`)).body.timing.version;
    const said = await step(`/sowings/${String(sowings[0].id)}/timing`, { version: 0, timing: 'too-late' });
    expect(said.shift.verdicts).toBe(1);
    await step(`/sowings/${String(sowings[0].id)}/timing`, { version: await timing(), timing: 'right' });
    await step('/timings/1', { version: await timing() }, 'DELETE');
    await step(`/trays/${String(tray.id)}/clear`, { version: await trayVersion(tray.id), clearedOn: '2027-03-22' });
    const after = everything(db);

    for (const s of steps) {
      expect(s.summary).toMatch(/^\S.{7,}[^:,\s]$/);
      expect(s.summary).not.toMatch(/undefined|null|NaN|\[object/);
    }
    await takeAllBack(library, steps);
    expect(everything(db)).toEqual(before);
    // And done again, in order, it is all there once more.
    await doAllAgain(library);
    expect(everything(db)).toEqual(after);
  });
});
