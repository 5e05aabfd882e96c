import { describe, expect, it } from 'vitest';
import { CROP_REFERENCE } from '../crops/reference.ts';
import { clopperPearson, wilson } from './intervals.ts';
import { countDaysBetween, sensibleTestSize, testProtocol } from './protocol.ts';
import { germinationSummary } from './summary.ts';

describe('intervals', () => {
  it('match published worked examples', () => {
    // Newcombe 1998, Statistics in Medicine 17, table I: 81 of 263.
    expect(wilson(81, 263)?.low).toBeCloseTo(0.2553, 4);
    expect(wilson(81, 263)?.high).toBeCloseTo(0.3662, 4);
    expect(clopperPearson(81, 263)?.low).toBeCloseTo(0.2527, 4);
    expect(clopperPearson(81, 263)?.high).toBeCloseTo(0.3676, 4);
    expect(clopperPearson(0, 20)).toEqual({ low: 0, high: expect.closeTo(0.1684, 4) as number });
    expect(wilson(0, 0)).toBeNull();
    expect(() => wilson(3, 2)).toThrow('x');
  });
});

describe('germination summary', () => {
  const counts = (...n: number[]) => n.map((normal, i) => ({ day: 4 + 2 * i, normal }));

  it('computes shares, mean time and T50', () => {
    const out = germinationSummary([
      { sown: 25, counts: counts(4, 10, 6), hard: 2, dead: 1 },
      { sown: 25, counts: counts(6, 8, 6), fresh: 1 },
    ]);
    expect(out.normal).toBe(40);
    expect(out.alive).toBe(43);
    expect(out.share).toBe(0.8);
    // 10 x 4 + 18 x 6 + 12 x 8 = 244
    expect(out.meanTime).toBeCloseTo(6.1, 12);
    // half of 40 is reached between day 4 (10) and day 6 (28): 4 + 10 x 2 / 18
    expect(out.t50).toBeCloseTo(4 + 20 / 18, 12);
    expect(out.curve).toEqual([
      { day: 4, cumulative: 0.2 },
      { day: 6, cumulative: 0.56 },
      { day: 8, cumulative: 0.8 },
    ]);
    expect(out.consistent).toBe(true);
  });

  it('notices replicates that do not agree', () => {
    const four = (...normal: number[]) => germinationSummary(normal.map((n) => ({ sown: 100, counts: [{ day: 7, normal: n }] })));
    // For four replicates of 100 at 90 % the tolerated range is 3.98 x 3 % = 12 seeds.
    expect(four(84, 96, 92, 88).toleratedRange).toBeCloseTo(0.1195, 3);
    expect(four(84, 96, 92, 88).consistent).toBe(true);
    expect(four(82, 96, 93, 89).consistent).toBe(false);
  });

  it('answers null, not zero or NaN, when there is nothing to compute', () => {
    const none = germinationSummary([{ sown: 20, counts: [{ day: 5, normal: 0 }], dead: 20 }]);
    expect(none).toMatchObject({ meanTime: null, t50: null, range: null, consistent: null, share: 0 });
    expect(germinationSummary([])).toMatchObject({ share: null, interval: null, curve: [] });
    expect(germinationSummary([{ sown: 5, counts: [{ day: 0, normal: 5 }] }]).t50).toBe(0);
  });

  it('refuses more than was sown and days that do not rise', () => {
    expect(() => germinationSummary([{ sown: 10, counts: counts(5, 4), hard: 2 }])).toThrow('replicates[0].sown');
    expect(() =>
      germinationSummary([
        {
          sown: 10,
          counts: [
            { day: 5, normal: 1 },
            { day: 5, normal: 1 },
          ],
        },
      ]),
    ).toThrow('counts[1].day');
  });
});

describe('test protocol', () => {
  const crop = (key: string) => CROP_REFERENCE.find((c) => c.key === key)!;

  it('reads method, warmth, light, preparation and count days from the crop', () => {
    const rose = testProtocol(crop('rose'));
    expect(rose.preparation.map((p) => p.step)).toEqual(['scarify', 'prechill']);
    expect(rose.preparationDays).toBe(98);
    expect(rose.preparation[0]?.caution).toMatch(/slip/);
    const lettuce = testProtocol(crop('lettuce'));
    expect(lettuce).toMatchObject({ method: 'on-paper', light: 'light', warmth: { nightC: 20, dayC: 20 } });
    expect(testProtocol(crop('tomato'))).toMatchObject({ warmth: { nightC: 20, dayC: 30 }, countDays: [5, 8, 11, 14] });
  });

  it('puts count days between first and last, for every crop', () => {
    for (const c of CROP_REFERENCE) {
      const days = testProtocol(c).countDays;
      expect(days[0]).toBe(c.testFirstCountD);
      expect(days[days.length - 1]).toBe(c.testFinalCountD);
      expect([...days].sort((a, b) => a - b)).toEqual(days);
    }
    expect(countDaysBetween(7, 7)).toEqual([7]);
  });

  it('never lets a test eat a small lot', () => {
    expect(sensibleTestSize(400, 20)).toBe(35);
    expect(sensibleTestSize(2000, 0)).toBe(50);
    expect(sensibleTestSize(60, 20)).toBe(10);
    expect(sensibleTestSize(24, 20)).toBe(4);
    expect(sensibleTestSize(5, 20)).toBe(0);
  });
});
