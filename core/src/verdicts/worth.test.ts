import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { testValue, testWorth, worthWords } from './worth.ts';

const lot = { alpha: 5, beta: 3, threshold: 0.7, seeds: 25, free: 300, wanted: 4, sound: 0 };
const worthOf = (l: typeof lot): number => testWorth(testValue(l), l);

describe('what a test is worth', () => {
  it('is most for a lot that lies between treatments, and nothing for one that is known', () => {
    expect(testValue(lot).change).toBeGreaterThan(0.2);
    expect(worthOf({ ...lot, alpha: 950, beta: 50 })).toBeLessThan(worthOf(lot) / 1000);
    expect(testValue({ ...lot, alpha: 950, beta: 50 })).toMatchObject({ now: 'lend', instead: null });
    expect(testValue({ ...lot, alpha: 2, beta: 60 })).toMatchObject({ now: 'give-up' });
  });

  it('agrees with a plain sum over shares and outcomes', () => {
    const cost = [
      [0, 1, 3],
      [0.3, 0, 1.5],
      [2, 1, 0],
    ];
    const least = (n: number[]): number => Math.min(...cost.map((c) => c.reduce((sum, x, i) => sum + x * n[i]!, 0)));
    const ways = [1, 10, 45, 120, 210, 252, 210, 120, 45, 10, 1];
    const byCount = ways.map(() => [0, 0, 0]);
    const before = [0, 0, 0];
    for (let v = 0.00005; v < 1; v += 0.0001) {
      // 105 v^4 (1 - v)^2 is the density of Beta(5, 3).
      const p = 105 * v ** 4 * (1 - v) ** 2 * 0.0001;
      const truth = v >= 0.7 ? 0 : v >= 0.4 ? 1 : 2;
      before[truth]! += p;
      ways.forEach((w, k) => (byCount[k]![truth]! += p * w * v ** k * (1 - v) ** (10 - k)));
    }
    const spared = least(before) - byCount.reduce((sum, n) => sum + least(n), 0);
    expect(worthOf({ ...lot, seeds: 10, free: 1e9, wanted: 0, sound: 1 })).toBeCloseTo(spared, 4);
  });

  it('is more where it is wanted and rare, less where it eats the lot up, and never negative', () => {
    const worth = worthOf(lot);
    expect(worthOf({ ...lot, wanted: 20 })).toBeGreaterThan(worth);
    expect(worthOf({ ...lot, sound: 2 })).toBeLessThan(worth);
    expect(worthOf({ ...lot, free: 30 })).toBeLessThan(worth / 2);
    expect(() => worthOf({ ...lot, free: 20 })).toThrow('free');
    const share = fc.double({ min: 0.05, max: 200, noNaN: true });
    fc.assert(
      fc.property(share, share, fc.integer({ min: 1, max: 60 }), (alpha, beta, seeds) => {
        const value = testValue({ ...lot, alpha, beta, seeds });
        expect(testWorth(value, { ...lot, seeds, free: 100 })).toBeGreaterThanOrEqual(0);
        expect(value.change).toBeLessThanOrEqual(1 + 1e-9);
      }),
      { numRuns: 60 },
    );
  });

  it('says why in one sentence', () => {
    const words = worthWords(testValue(lot), lot);
    expect(words).toMatch(
      /^One chance in \w+ that it .*; 4 loans in three years, and no other lot of it can be lent\. It costs 25 of 300 seeds\.$/,
    );
    expect(worthWords(testValue({ ...lot, alpha: 950, beta: 50 }), { ...lot, wanted: 0, sound: 1 })).toBe(
      'It would hardly change anything. It costs 25 of 300 seeds.',
    );
  });
});
