import { describe, expect, it } from 'vitest';
import { undoLast } from './library.ts';
import { eachTrayLibrary } from './trayLibrary.ts';

const trays = eachTrayLibrary();
const { fill, tray, sheet } = trays;

describe('the day of a tray', () => {
  it('is that of all plans that lie on it, whichever of them is moved, until it is taken back', async () => {
    const base = { purpose: 'sale', way: 'start', method: 'cells', plants: 2, seedsPerCell: 2, cells: 2, reserve: 0 };
    const plans = [];
    for (const [i, sowOn, plantOutOn] of [
      [0, '2027-03-20', '2027-05-15'],
      [1, '2027-03-23', '2027-03-25'],
    ] as const) {
      plans.push((await trays.library.done('/api/planned', { ...base, lotCode: trays.codes[i], sowOn, plantOutOn })).id as number);
    }
    const fills = [
      { ...fill('A', 0), plannedId: plans[0] },
      { ...fill('B', 1), plannedId: plans[1] },
    ];
    const { id } = await trays.library.done('/api/trays', tray({ fills, sowOn: '2027-03-22' }));
    const days = async (): Promise<string[]> => [
      (await sheet(id)).tray.sowOn,
      ...(await trays.library.get('/api/season')).body.lanes.map((l: any) => l.sowOn),
      (await trays.library.get('/api/today')).body.items.find((x: any) => x.title === 'Sow Tray 1')?.due,
    ];
    trays.library.today = '2027-03-22';
    expect(await days()).toEqual(Array(4).fill('2027-03-22'));
    await trays.library.done(`/api/planned/${String(plans[0])}/move`, { version: 2, sowOn: '2027-03-21', plantOutOn: '2027-05-15' });
    expect(await days()).toEqual(Array(4).fill('2027-03-21'));
    const { steps } = (await trays.library.get('/api/history')).body;
    expect(steps[0].summary).toContain('with Tray 1');
    await undoLast(trays.library);
    expect(await days()).toEqual(Array(4).fill('2027-03-22'));
    // What would go out before it is sown goes out as much later.
    const { tray: now } = await sheet(id);
    await trays.library.done(
      `/api/trays/${String(id)}`,
      { version: now.version, name: now.name, rows: 3, columns: 4, gaps: [], covered: true, sowOn: '2027-04-01' },
      'PUT',
    );
    expect((await trays.library.get(`/api/planned/${String(plans[1])}`)).body.planned).toMatchObject({
      sowOn: '2027-04-01',
      plantOutOn: '2027-04-04',
    });
  });
});
