import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { CROP_REFERENCE } from '../crops/reference.ts';
import {
  cellsOf,
  checkShape,
  countFills,
  fillCells,
  gapsFromText,
  layOut,
  mapFromText,
  mapToText,
  type TrayFill,
  trayWarnings,
} from './tray.ts';

const crop = (key: string) => CROP_REFERENCE.find((c) => c.key === key)!;
const fill = (letter: string, key: string, over: Partial<TrayFill> = {}): TrayFill => ({
  letter,
  variety: `Kind ${letter}`,
  cropKey: key,
  seedsPerCell: 2,
  available: 100,
  crop: crop(key),
  ...over,
});
const small = { rows: 2, columns: 3, gaps: [] };

describe('filling cells', () => {
  it('goes cell by cell while the seed lasts, and spreads what is more', () => {
    expect(fillCells(4, 2, 7)).toEqual([2, 2, 2, 1]);
    expect(fillCells(4, 2, 3)).toEqual([2, 1]);
    expect(fillCells(3, 1, 4)).toEqual([2, 1, 1]);
    expect(fillCells(2, 2, 100)).toEqual([50, 50]);
    expect(fillCells(2, 2, 0)).toEqual([]);
    expect(fillCells(32, 1, 33).filter((n) => n === 2)).toHaveLength(1);
  });
});
const kinds = (texts: readonly string[], fills: readonly TrayFill[], shape = small) =>
  trayWarnings(
    mapFromText(
      texts,
      shape,
      fills.map((f) => f.letter),
    ),
    shape,
    fills,
  ).map((w) => w.kind);

describe('a tray map', () => {
  it('counts cells, markers and seeds against those that are there', () => {
    const fills = [fill('A', 'tomato', { available: 5 }), fill('B', 'basil', { seedsPerCell: 4 })];
    const map = mapFromText(['A*', 'A', 'B*', 'A', 'A', 'B'], small, ['A', 'B']);
    expect(countFills(map, fills)).toEqual([
      { letter: 'A', cells: 3, markers: 1, seeds: 6, short: 1 },
      { letter: 'B', cells: 1, markers: 1, seeds: 4, short: 0 },
    ]);
    expect(trayWarnings(map, small, fills)[0]?.text).toContain('needs 6 seeds of Kind A and 5 are there');
    expect(mapToText(map)).toEqual(['A*', 'A', 'B*', 'A', 'A', 'B']);
  });

  it('refuses what does not fit its tray, naming the cell', () => {
    expect(() => mapFromText(['A'], small, ['A'])).toThrow('map holds 1 cell, but the tray has 6');
    expect(() => mapFromText(['A', 'A', 'A', 'A', 'A', 'C'], small, ['A'])).toThrow('map[5]');
    expect(() => mapFromText(['A', '', '', '', '', ''], { ...small, gaps: [0] }, ['A'])).toThrow('no cell there');
    expect(() => checkShape({ rows: 0, columns: 3, gaps: [] })).toThrow('rows');
    expect(() => checkShape({ rows: 60, columns: 60, gaps: [] })).toThrow('600 at most');
    expect(() => checkShape({ rows: 1, columns: 2, gaps: [0, 1] })).toThrow('leaves no cell');
    expect(cellsOf({ rows: 4, columns: 5, gaps: [0, 4] })).toBe(18);
  });

  it('reads which cells a tray lacks, and never takes one for another', () => {
    expect(gapsFromText('1.1, 3.5', 4, 5)).toEqual([0, 14]);
    expect(gapsFromText(' 2:3;4.1 ', 4, 5)).toEqual([7, 15]);
    expect(gapsFromText('', 4, 5)).toEqual([]);
    // Place 6 of a row of five would be the first of the next row.
    expect(() => gapsFromText('1.6', 4, 5)).toThrow('the tray has no cell 1.6; it has 4 rows of 5');
    expect(() => gapsFromText('0.1', 4, 5)).toThrow('no cell 0.1');
    expect(() => gapsFromText('1.1, corner', 4, 5)).toThrow('"corner" is not a cell');
  });

  it('keeps look-alikes apart: a marker or an empty cell between does', () => {
    const two = [fill('A', 'tomato'), fill('B', 'tomato')];
    expect(kinds(['A*', 'A', 'B', 'A', 'A', 'B*'], two)).toContain('look-alike');
    expect(kinds(['A*', '', 'B', 'A', '', 'B*'], two)).not.toContain('look-alike');
    expect(kinds(['A*', 'B*', 'B', 'A', '', 'B'], two)).not.toContain('look-alike');
    // Cells at the end of one row and the head of the next do not touch.
    expect(kinds(['A*', '', 'A', 'B', '', 'B*'], two)).not.toContain('look-alike');
    expect(kinds(['A*', 'A', 'B', 'A', 'A', 'B*'], [fill('A', 'tomato'), fill('B', 'eggplant')])).not.toContain('look-alike');
  });

  it('warns of two warmths, of light and dark, and of three days beside four weeks under one cover', () => {
    const both = (a: string, b: string) => kinds(['A*', '', 'B*', 'A', '', 'B'], [fill('A', a), fill('B', b)]);
    expect(both('spinach', 'melon')).toContain('warmth');
    expect(both('nigella', 'thyme')).toContain('light');
    expect(both('zinnia', 'coneflower')).toContain('pace');
    expect(both('tomato', 'eggplant')).toEqual([]);
  });

  it('says who has no marker', () => {
    expect(kinds(['A*', 'A', '', '', '', 'B'], [fill('A', 'tomato'), fill('B', 'basil')])).toContain('no-marker');
  });
});

describe('laying out', () => {
  it('fills whole columns with a marker at the head and an empty column between look-alikes', () => {
    const shape = { rows: 3, columns: 6, gaps: [] };
    const { map, left } = layOut(
      [
        { letter: 'A', cropKey: 'tomato', cells: 4 },
        { letter: 'B', cropKey: 'tomato', cells: 2 },
        { letter: 'C', cropKey: 'basil', cells: 2 },
      ],
      shape,
    );
    expect(left).toEqual({});
    expect(mapToText(map)).toEqual(['A*', 'A', '', 'B*', 'C*', '', 'A', 'A', '', 'B', 'C', '', 'A', '', '', 'B', 'C', '']);
  });

  it('gives up the empty columns before it gives up seed, and says what found no place', () => {
    const wishes = [
      { letter: 'A', cropKey: 'tomato', cells: 4 },
      { letter: 'B', cropKey: 'tomato', cells: 4 },
    ];
    expect(layOut(wishes, { rows: 2, columns: 5, gaps: [] }).left).toEqual({});
    expect(layOut(wishes, { rows: 2, columns: 4, gaps: [] }).left).toEqual({ B: 2 });
  });

  it('never sows a gap, and places or reports every cell', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 9 }),
        fc.integer({ min: 1, max: 9 }),
        fc.array(fc.integer({ min: 0, max: 20 }), { maxLength: 5 }),
        fc.array(fc.integer({ min: 0, max: 80 }), { maxLength: 6 }),
        (rows, columns, wanted, some) => {
          const gaps = [...new Set(some.filter((g) => g < rows * columns))].slice(0, rows * columns - 1);
          const wishes = wanted.map((cells, i) => ({ letter: 'ABCDE'.charAt(i), cropKey: i % 2 ? 'basil' : 'tomato', cells }));
          const { map, left } = layOut(wishes, { rows, columns, gaps });
          expect(gaps.every((g) => map[g] === null)).toBe(true);
          for (const w of wishes) {
            const sown = map.filter((c) => c?.letter === w.letter && !c.marker).length;
            expect(sown + (left[w.letter] ?? 0)).toBe(w.cells);
          }
        },
      ),
      { numRuns: 80 },
    );
  });
});
