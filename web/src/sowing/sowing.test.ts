import type { TraySowing } from '@esprel/core/api';
import { describe, expect, it } from 'vitest';
import { cellPicture } from '../shared/cellPicture.ts';
import { letterLook, seedSpots } from './letterLook.ts';
import { sowingCautions } from './sowingCautions.ts';
import { trayCountsLayout } from './trayCountsLayout.ts';
import { paintOf } from './useTrayPaint.ts';

describe('the picture of cells', () => {
  it('has as many squares as cells, the empty ones and those to thin as expected', () => {
    const p = cellPicture({ seedsPerCell: 2, emptyShare: 0.2, cells: 20, seeds: 40, thinned: 8 }, 10, 11)!;
    expect(p.each).toBe(1);
    expect(p.squares).toHaveLength(20);
    expect(p.squares.filter((s) => s.up === 0)).toHaveLength(4);
    expect(p.squares.reduce((n, s) => n + Math.max(0, s.up - 1), 0)).toBe(8);
    expect(p.height).toBe(22);
  });
  it('lets a square stand for several where there are many, and is none where nothing can come', () => {
    const p = cellPicture({ seedsPerCell: 1, emptyShare: 0.5, cells: 500, seeds: 500, thinned: 0 }, 10, 11)!;
    expect(p.each).toBe(9);
    expect(p.squares.length).toBeLessThanOrEqual(60);
    expect(cellPicture({ seedsPerCell: 1, emptyShare: 1, cells: null, seeds: null, thinned: null }, 10, 11)).toBeNull();
  });
});

describe('a tray', () => {
  it('shows what came up unwatched as between two looks, and keeps its letters apart', () => {
    const sowings = ['A', 'B', 'C'].map((letter) => ({ letter, seeds: 20 }) as TraySowing);
    const count = (letter: string, day: string, emerged: number) => ({ letter, day, emerged });
    const counts = [
      count('A', '2027-03-10', 0),
      count('A', '2027-03-11', 4),
      count('B', '2027-03-10', 6),
      count('B', '2027-03-20', 15),
      count('A', '2027-03-20', 15),
    ];
    const { courses } = trayCountsLayout(counts, '2027-03-01', sowings, 400, 150);
    const [a, b, c] = courses as [(typeof courses)[0], (typeof courses)[0], (typeof courses)[0]];
    // A was seen to come on day 10, then not looked at for nine days; B was first looked at on day 9.
    expect(a.unseen).toHaveLength(1);
    expect(a.unseen[0]!.x).toBe(a.points[1]!.x);
    expect(b.unseen.map((u) => u.x + u.width)).toEqual(b.points.map((p) => p.x));
    expect(Math.abs(a.label!.y - b.label!.y)).toBeGreaterThanOrEqual(13);
    expect(c).toMatchObject({ points: [], label: null });
  });
  it('has an ink for every letter and a place for every seed', () => {
    expect(letterLook('A')).not.toEqual(letterLook('B'));
    expect(letterLook('Z').ink).toMatch(/^var\(--/);
    for (let n = 0; n <= 6; n++) expect(seedSpots(n)).toHaveLength(n);
    expect(seedSpots(40)).toHaveLength(9);
  });
  it('is painted with seed, a marker, or nothing', () => {
    expect(paintOf({ letter: 'B', what: 'seed' })).toBe('B');
    expect(paintOf({ letter: 'B', what: 'marker' })).toBe('B*');
    expect(paintOf({ letter: 'B', what: 'clear' })).toBe('');
    expect(paintOf({ letter: '', what: 'seed' })).toBe('');
  });
});

describe('what to be careful of while sowing', () => {
  const prepare = [{ step: 'scarify', words: 'file the coat', days: 0, caution: 'Blades and files slip' }];
  it('is what this sowing asks for, each said once', () => {
    const seeds = [
      { letter: 'A', cautions: [], prepare },
      { letter: 'B', cautions: ['the seed is poisonous'], prepare },
      { letter: 'D', cautions: ['the seed is poisonous'], prepare: [] },
    ];
    const said = sowingCautions(seeds, 'mat');
    expect(said).toContain('B, D: the seed is poisonous');
    expect(said.filter((c) => c === 'Blades and files slip')).toHaveLength(1);
    expect(said.join(' ')).toContain('plugs above the tray');
    const plain = sowingCautions([{ letter: '', cautions: [], prepare: [] }], 'sill').join(' ');
    expect(plain).not.toContain('Blades');
    expect(plain).not.toContain('plugs');
  });
});
