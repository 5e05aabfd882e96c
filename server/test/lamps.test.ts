import { describe, expect, it } from 'vitest';
import { undoLast } from './library.ts';
import { eachTrayLibrary } from './trayLibrary.ts';

const trays = eachTrayLibrary();
const { tray, look } = trays;

describe('a tray', () => {
  it('under a lamp asks every week for the lamp to be raised once something is up, until it is hung', async () => {
    const lamp = { name: 'Lamp rack', kind: 'lamp', holds: 2, lampHours: 15, lampCm: 20 };
    const { id: benchId } = await trays.library.done('/api/bench', lamp);
    const { id } = await trays.library.done('/api/trays', tray({ benchId }));
    const rows = [
      { letter: 'A', seedsPerCell: 2, seeds: 4 },
      { letter: 'B', seedsPerCell: 2, seeds: 4 },
    ];
    await trays.library.done(`/api/trays/${String(id)}/sow`, { version: 1, sownOn: '2027-03-14', covered: true, rows });
    const raise = async (): Promise<any> =>
      (await trays.library.get('/api/today')).body.items.find((i: any) => i.title === 'Raise Lamp rack') ?? null;
    expect(await raise()).toBeNull();
    await look(id, '2027-03-20', [{ cell: 4, up: 1, fate: null }]);
    expect(await raise()).toMatchObject({
      due: '2027-03-20',
      at: '/sowing/bench',
      detail: '20 cm above the tallest leaves, on 6:00, off 21:00; Tray 1 under it',
    });
    const hung = { version: 1, setOn: '2027-03-21' };
    expect((await trays.library.post(`/api/bench/${String(benchId)}/lamp`, hung)).body.errors[0].path).toBe('setOn');
    await trays.library.done(`/api/bench/${String(benchId)}/lamp`, { ...hung, setOn: '2027-03-20' });
    expect(await raise()).toBeNull();
    trays.library.today = '2027-03-27';
    expect(await raise()).toMatchObject({ due: '2027-03-27' });
    await undoLast(trays.library);
    trays.library.today = '2027-03-22';
    expect(await raise()).toMatchObject({ due: '2027-03-22' });
  });
});
