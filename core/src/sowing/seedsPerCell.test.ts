import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { seedsPerCell } from './seedsPerCell.ts';

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
