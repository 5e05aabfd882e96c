import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { studentT975 } from '../numeric/studentT.ts';
import { isChaffy, weigh } from './weigh.ts';

it('the t table of the textbooks', () => {
  // Snedecor & Cochran, Statistical Methods, table of t, two-tailed 5 %.
  for (const [df, t] of [
    [1, 12.706],
    [2, 4.303],
    [4, 2.776],
    [7, 2.365],
    [29, 2.045],
    [1000, 1.962],
  ] as const)
    expect(studentT975(df)).toBeCloseTo(t, 3);
});

describe('weigh', () => {
  it('eight samples of a hundred, worked by hand', () => {
    const grams = [0.3, 0.31, 0.29, 0.3, 0.32, 0.3, 0.29, 0.31];
    const w = weigh(
      grams.map((g) => ({ seeds: 100, grams: g })),
      15.13,
    );
    // Mean 0.3025 g a hundred; sd 0.0103510; cv 3.4218 %; h = 2.36462 x 0.034218 / sqrt 8 = 0.028607.
    expect(w.gramsPerThousand).toBeCloseTo(3.025, 10);
    expect(w.seeds).toBe(5002);
    expect(w.variationPercent).toBeCloseTo(3.4218, 3);
    expect([w.low, w.high]).toEqual([4861, 5147]);
    expect(w.trustworthy).toBe(true);
  });
  it('agrees at 4 % of variation, chaffy seed at 6 %', () => {
    // 0.95, 1 and 1.05 g vary by exactly 5 %.
    const samples = [0.95, 1, 1.05].map((grams) => ({ seeds: 50, grams }));
    expect(weigh(samples, 10)).toMatchObject({ trustworthy: false });
    expect(weigh(samples, 10, true)).toMatchObject({ trustworthy: true });
    expect(weigh(samples, 10).variationPercent).toBeCloseTo(5, 9);
    expect(isChaffy('fountain-grass')).toBe(true);
    expect(isChaffy('tomato')).toBe(false);
  });
  it('one sample gives a number, and no bounds', () => {
    expect(weigh([{ seeds: 50, grams: 2 }], 10)).toEqual({
      seeds: 250,
      low: null,
      high: null,
      gramsPerThousand: 40,
      variationPercent: null,
      trustworthy: false,
    });
  });
  it('samples that disagree are not trusted', () => {
    expect(
      weigh(
        [
          { seeds: 20, grams: 1 },
          { seeds: 20, grams: 1.3 },
        ],
        10,
      ).trustworthy,
    ).toBe(false);
  });
  it('samples with nothing in common still give whole numbers or null', () => {
    const w = weigh(
      [
        { seeds: 1, grams: 1e-9 },
        { seeds: 1, grams: 1e6 },
      ],
      1,
    );
    expect(w.low === null || Number.isInteger(w.low)).toBe(true);
    expect(w.high === null || Number.isFinite(w.high)).toBe(true);
  });
  it('does not care for the unit: grams of both in the same one', () => {
    fc.assert(
      fc.property(
        fc.array(fc.record({ seeds: fc.integer({ min: 5, max: 100 }), grams: fc.double({ min: 0.1, max: 5, noNaN: true }) }), {
          minLength: 2,
          maxLength: 6,
        }),
        fc.double({ min: 1, max: 100, noNaN: true }),
        (samples, total) => {
          const a = weigh(samples, total);
          const b = weigh(
            samples.map((s) => ({ ...s, grams: s.grams * 28.35 })),
            total * 28.35,
          );
          expect(Math.abs(a.seeds - b.seeds)).toBeLessThanOrEqual(1);
          expect(b.variationPercent as number).toBeCloseTo(a.variationPercent as number, 6);
        },
      ),
    );
  });
  it('names what is wrong', () => {
    expect(() => weigh([], 1)).toThrow(/samples/);
    expect(() => weigh([{ seeds: 0, grams: 1 }], 1)).toThrow(/samples\[0\].seeds/);
    expect(() => weigh([{ seeds: 1, grams: Number.NaN }], 1)).toThrow(/samples\[0\].grams/);
  });
});
