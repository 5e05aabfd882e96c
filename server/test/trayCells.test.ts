import { describe, expect, it } from 'vitest';
import { rowCounts, undoLast } from './library.ts';
import { eachTrayLibrary } from './trayLibrary.ts';

const trays = eachTrayLibrary();
const { tray, sheet, lot, sown, look } = trays;

describe('the cells of a sown tray', () => {
  it('takes one seed more than its cells, and many in a section without cells, and a look counts them', async () => {
    const { id } = await trays.library.done('/api/trays', tray());
    const rows = [
      { letter: 'A', seedsPerCell: 2, seeds: 5 },
      { letter: 'B', seedsPerCell: 2, seeds: 90 },
    ];
    const { cells } = await trays.library.done(`/api/trays/${String(id)}/sow`, { version: 1, sownOn: '2027-03-14', covered: true, rows });
    const seedsOf = (letter: string) => cells.filter((c: any) => c.letter === letter).map((c: any) => c.seeds);
    expect(seedsOf('A')).toEqual([3, 2]);
    expect(seedsOf('B')).toEqual([45, 45]);
    const { cell } = cells.find((c: any) => c.letter === 'B');
    await look(id, '2027-03-22', [{ cell, up: 38, fate: null }]);
    expect((await sheet(id)).sowings[1].emerged).toBe(38);
  });

  describe('with one wrong cell', () => {
    const right = async (id: number, over: object): Promise<any> =>
      trays.library.post(`/api/trays/${String(id)}/cells`, {
        version: (await sheet(id)).tray.version,
        cell: 4,
        letter: 'B',
        seeds: 3,
        ...over,
      });
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
      await undoLast(trays.library);
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
      const before = rowCounts(trays.library.db);
      const answer = await right(id, over);
      expect(answer.body.errors?.[0]?.path).toBe(path);
      expect(rowCounts(trays.library.db)).toEqual(before);
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
});
