import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { perCellFor, seedsPerCell } from './seedsPerCell.ts';

/** A small generator of even numbers (Park & Miller 1988), for draws that are the same every time. */
function drawer(seed: number): () => number {
  let x = seed;
  return () => (x = (x * 16807) % 2147483647) / 2147483647;
}

/** One draw of Beta(a, b) from two gammas, for shapes in halves. */
function beta(random: () => number, a: number, b: number): number {
  const gamma = (shape: number): number => {
    let sum = 0;
    for (let i = 0; i < Math.floor(shape); i++) sum -= Math.log(random());
    // A half: half of a squared normal.
    if (shape % 1 === 0.5) sum += Math.log(random()) * -1 * Math.cos(2 * Math.PI * random()) ** 2;
    return sum;
  };
  const x = gamma(a);
  return x / (x + gamma(b));
}

describe('seeds per cell', () => {
  it('is the binomial when viability is known', () => {
    const out = seedsPerCell({ viability: { share: 0.8 }, emergence: 0.9, plants: 10, certainty: 0.9 });
    expect(out.options[0]?.emptyShare).toBeCloseTo(0.28, 12);
    expect(out.options[1]?.emptyShare).toBeCloseTo(0.28 ** 2, 12);
    // P(Bin(16, 0.72) >= 10) = 0.867, P(Bin(17, 0.72) >= 10) = 0.927
    expect(out.options[0]?.cells).toBe(17);
    expect(out.options[1]?.thinned).toBeCloseTo((out.options[1]?.cells as number) * (1.44 - 0.9216), 9);
    expect(out.recommended).toBe(2);
  });

  it('matches the closed form of a beta belief: E[(1 - e v)^2]', () => {
    const [a, b, e] = [8, 4, 0.85];
    const m1 = a / (a + b);
    const m2 = (a * (a + 1)) / ((a + b) * (a + b + 1));
    const out = seedsPerCell({ viability: { alpha: a, beta: b }, emergence: e, plants: 5, certainty: 0.8 });
    expect(out.options[1]?.emptyShare).toBeCloseTo(1 - 2 * e * m1 + e * e * m2, 9);
  });

  it('asks for more cells when the same viability is in doubt', () => {
    const sure = seedsPerCell({ viability: { share: 0.6 }, emergence: 0.85, plants: 20, certainty: 0.9 });
    const doubt = seedsPerCell({ viability: { alpha: 3, beta: 2 }, emergence: 0.85, plants: 20, certainty: 0.9 });
    expect(doubt.options[0]?.cells as number).toBeGreaterThan(sure.options[0]?.cells as number);
  });

  it('counts the luck of the tray: the wanted plants are there as often as was asked', () => {
    const known = { viability: { share: 0.9 }, emergence: 0.85, plants: 48, certainty: 0.9 } as const;
    const cells = (traySpread?: number) => seedsPerCell({ ...known, traySpread }).options[0]?.cells as number;
    // Against trays drawn one by one: emergence of each from Beta(25.5, 4.5), then its cells.
    const random = drawer(7);
    const reached = (c: number): number => {
      let good = 0;
      for (let tray = 0; tray < 4000; tray++) {
        const e = beta(random, 25.5, 4.5);
        let up = 0;
        for (let i = 0; i < c; i++) if (random() < 0.9 * e) up++;
        if (up >= 48) good++;
      }
      return good / 4000;
    };
    expect(reached(cells(30))).toBeGreaterThan(0.88);
    expect(reached(cells(30))).toBeLessThan(0.93);
    expect(reached(cells())).toBeLessThan(0.87);
    expect(cells(9)).toBeGreaterThan(cells(30));
    // An emergence that hardly scatters is the exact one.
    expect(cells(1e7)).toBe(cells());
  });

  it('empty cells under both doubts have a closed form, and one advice', () => {
    const [a, b, e, t] = [8, 4, 0.8, 9];
    const second = (x: number, y: number): number => (x * (x + 1)) / ((x + y) * (x + y + 1));
    const expected = 1 - (2 * e * a) / (a + b) + second(t * e, t * (1 - e)) * second(a, b);
    const out = seedsPerCell({ viability: { alpha: a, beta: b }, emergence: e, plants: 5, certainty: 0.8, traySpread: t });
    expect(out.options[1]?.emptyShare).toBeCloseTo(expected, 8);
    for (const [alpha, beta] of [
      [30, 2],
      [12, 3],
      [4, 2],
    ] as const) {
      const belief = { alpha, beta };
      const table = seedsPerCell({ viability: belief, emergence: 0.85, plants: 5, certainty: 0.8, traySpread: 30 });
      const first = table.options.find((o) => o.emptyShare <= 0.1)?.seedsPerCell ?? null;
      expect(perCellFor(belief, 0.85, 5, 30)).toBe(first);
    }
  });

  it('needs fewer cells and more seeds the more go into each', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.5, max: 60, noNaN: true }), fc.double({ min: 0.5, max: 60, noNaN: true }), (alpha, beta) => {
        const { options } = seedsPerCell({ viability: { alpha, beta }, emergence: 0.85, plants: 6, certainty: 0.8 });
        options.forEach((o, i) => {
          const before = options[i - 1];
          if (!before || before.cells === null || o.cells === null) return;
          expect(o.cells).toBeLessThanOrEqual(before.cells);
          expect(o.emptyShare).toBeLessThan(before.emptyShare);
        });
      }),
      { numRuns: 30 },
    );
  });

  it('keeps to the seeds that are there, and says null when nothing can come', () => {
    const few = seedsPerCell({ viability: { share: 0.4 }, emergence: 0.85, plants: 10, certainty: 0.9, available: 60 });
    // Nothing up to five leaves a tenth empty at 0.34 a seed: as many as the 60 allow.
    expect(few.recommended).toBe(4);
    expect(few.options[4]?.seeds as number).toBeGreaterThan(60);
    const none = seedsPerCell({ viability: { share: 0.4 }, emergence: 0.85, plants: 10, certainty: 0.9, available: 8 });
    expect(none.recommended).toBeNull();
    const dead = seedsPerCell({ viability: { share: 0 }, emergence: 0.85, plants: 1, certainty: 0.9 });
    expect(dead.options[0]).toEqual({ seedsPerCell: 1, emptyShare: 1, cells: null, seeds: null, thinned: null });
    expect(dead.recommended).toBeNull();
    expect(() => seedsPerCell({ viability: { share: 1 }, emergence: 1, plants: 1, certainty: 1 })).toThrow('certainty');
  });
});
