import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { withOwnFigures } from '../crops/libraryCrop.ts';
import { CROP_REFERENCE } from '../crops/reference.ts';
import { addDays, daysBetween } from '../dates/day.ts';
import type { FrostDates } from '../season/frost.ts';
import { ageingCropOf, ageingStart, estimateLot, type LotFacts, ribbonDays, seasonOf } from './lotEstimate.ts';
import { viability, type ViabilityInput } from '../viability/viability.ts';

const cropOf = (key: string) =>
  withOwnFigures(
    CROP_REFERENCE.find((c) => c.key === key)!,
    {},
  );
const frost: FrostDates = { last: '04-27', lastSdDays: 10, first: '10-14', firstSdDays: 12 };
const today = '2027-03-14';
const facts = (over: Partial<LotFacts> = {}): LotFacts => ({
  crop: cropOf('tomato'),
  form: 'cleaned',
  acquisition: 'donated',
  start: '2024-10-01',
  stated: null,
  storage: [{ from: '2024-11-01', temperatureC: 15, rhPercent: 50 }],
  tests: [],
  sowings: [],
  threshold: 0.7,
  ...over,
});

describe('the estimate of a lot', () => {
  it('crosses a line on the day on which its median does', () => {
    const e = estimateLot(facts({ tests: [{ date: '2026-11-01', sown: 100, alive: 78 }] }), today, frost);
    expect(e.belowLineOn).not.toBeNull();
    const on = (at: string): number => {
      const f = facts({ tests: [{ date: '2026-11-01', sown: 100, alive: 78 }] });
      return viability({ ...f, crop: ageingCropOf(f.crop), at: [at], tests: f.tests }).points[0]!.median;
    };
    expect(on(e.belowLineOn!)).toBeLessThan(0.7);
    expect(on(addDays(e.belowLineOn!, -1))).toBeGreaterThanOrEqual(0.7);
    expect(e.belowFortyOn! > e.belowLineOn!).toBe(true);
  });

  it('has no day to come for a line that is behind it or out of sight', () => {
    const dead = estimateLot(facts({ tests: [{ date: '2026-11-01', sown: 100, alive: 5 }] }), today, frost);
    expect(dead).toMatchObject({ belowLineOn: null, belowFortyOn: null });
    const frozen = estimateLot(facts({ storage: [{ from: '2024-10-01', temperatureC: -18, rhPercent: 20 }], stated: 0.95 }), today, frost);
    expect(frozen.belowFortyOn).toBeNull();
    expect(frozen.today.median).toBeGreaterThan(0.9);
  });

  it('draws a ribbon that holds its median, falls, and has today inside', () => {
    const e = estimateLot(facts(), today, frost, 21);
    expect(e.ribbon).toHaveLength(21);
    e.ribbon.forEach((p, i) => {
      expect(p.low).toBeLessThanOrEqual(p.median);
      expect(p.median).toBeLessThanOrEqual(p.high);
      const before = e.ribbon[i - 1];
      if (before) {
        expect(p.median).toBeLessThanOrEqual(before.median + 1e-9);
        expect(p.date > before.date).toBe(true);
      }
    });
    expect(e.ribbon[0]!.date < today && today < e.ribbon[20]!.date).toBe(true);
  });

  it('advises more seeds in a cell the fewer are alive, and none when five do not help', () => {
    const perCell = (alive: number): number | null =>
      estimateLot(facts({ tests: [{ date: '2027-03-01', sown: 200, alive }] }), today, frost).perCell;
    const advised = [190, 150, 110, 80].map(perCell);
    expect(advised).toEqual([...advised].sort((a, b) => (a ?? 9) - (b ?? 9)));
    expect(perCell(10)).toBeNull();
  });

  it('uses the published constants of a crop, but not those of soya bean', () => {
    expect(ageingCropOf(cropOf('onion'))).toMatchObject({ cw: 3.47, ch: 0.04, cq: 0.000428 });
    expect(ageingCropOf(cropOf('tomato')).cw).toBeUndefined();
    const soya = CROP_REFERENCE.find((c) => c.key === 'soya-bean');
    if (soya) expect(ageingCropOf(withOwnFigures(soya, {})).cw).toBeUndefined();
  });
});

describe('properties of the posterior', () => {
  const input = (over: Partial<ViabilityInput>): ViabilityInput => ({
    crop: { halfLifeYears: 5, oilClass: 'oily', freshGermination: 0.9 },
    form: 'cleaned',
    acquisition: 'saved',
    start: '2023-10-01',
    storage: [{ from: '2023-10-01', temperatureC: 15, rhPercent: 50 }],
    tests: [],
    sowings: [],
    at: [today],
    ...over,
  });
  const point = (over: Partial<ViabilityInput>) => viability(input(over)).points[0]!;

  it('more seeds alive in a test never make a lot look worse', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 200 }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (sown, a, b) => {
          const [few, many] = [Math.round(Math.min(a, b) * sown), Math.round(Math.max(a, b) * sown)];
          const date = '2027-01-10';
          expect(point({ tests: [{ date, sown, alive: few }] }).median).toBeLessThanOrEqual(
            point({ tests: [{ date, sown, alive: many }] }).median + 1e-6,
          );
        },
      ),
      { numRuns: 25 },
    );
  });

  it('more evidence of the same never widens the interval', () => {
    const width = (n: number): number => {
      const p = point({ tests: Array.from({ length: n }, () => ({ date: '2027-01-10', sown: 50, alive: 40 })) });
      return p.high - p.low;
    };
    const widths = [0, 1, 2, 4, 8].map(width);
    for (let i = 1; i < widths.length; i++) expect(widths[i]!).toBeLessThan(widths[i - 1]!);
  });

  it('all evidence speaks for all dates: a good old test says that the lot was good', () => {
    const before = point({ at: ['2024-01-01'] });
    const after = point({ at: ['2024-01-01'], tests: [{ date: '2027-01-10', sown: 100, alive: 90 }] });
    expect(after.low).toBeGreaterThan(before.low);
  });

  it('a sowing that emerged in full says no more than that', () => {
    const p = point({ sowings: [{ date: '2026-04-01', sown: 20, emerged: 20, emergence: 0.85 }] });
    expect(p.high).toBeLessThan(1);
    expect(p.median).toBeGreaterThan(point({}).median);
    const failed = point({ sowings: [{ date: '2026-04-01', sown: 20, emerged: 0, emergence: 0.85 }] });
    expect(failed.median).toBeLessThan(point({}).median);
    // The seeds of one tray share its luck: one dead tray does not condemn a lot as a dead test would.
    expect(failed.high).toBeGreaterThan(point({ tests: [{ date: '2026-04-01', sown: 20, alive: 0 }] }).high);
  });

  it('colder and drier keeping never shortens life', () => {
    const kept = (temperatureC: number, rhPercent: number): number =>
      point({ storage: [{ from: '2023-10-01', temperatureC, rhPercent }], at: ['2032-01-01'] }).median;
    expect(kept(5, 30)).toBeGreaterThan(kept(15, 30));
    expect(kept(15, 30)).toBeGreaterThan(kept(15, 60));
    expect(kept(-18, 20)).toBeGreaterThan(kept(5, 30));
  });

  it('a storage period that begins later changes nothing before it', () => {
    const one = point({ at: ['2025-01-01'] });
    const two = point({
      at: ['2025-01-01'],
      storage: [
        { from: '2023-10-01', temperatureC: 15, rhPercent: 50 },
        { from: '2026-01-01', temperatureC: 35, rhPercent: 80 },
      ],
    });
    expect(two).toEqual(one);
  });
});

describe('where a lot’s time begins and what of it is shown', () => {
  it('takes the ripe season of the hemisphere, and never a day after it came', () => {
    expect(ageingStart('harvest', 2025, '2026-02-01', 'north')).toBe('2025-10-01');
    expect(ageingStart('harvest', 2025, '2025-09-01', 'north')).toBe('2025-09-01');
    expect(ageingStart('packing', 2025, '2025-03-01', 'north')).toBe('2024-10-01');
    expect(ageingStart('harvest', 2025, '2026-02-01', 'south')).toBe('2025-04-01');
    expect(ageingStart('unknown', null, '2026-02-01', 'north')).toBe('2024-02-02');
  });

  it('shows at least two and at most five years ahead', () => {
    for (const start of ['2010-10-01', '2024-10-01', '2027-03-14']) {
      const days = ribbonDays(start, today, 9);
      const ahead = daysBetween(today, days[8]!);
      expect(days[0]).toBe(start);
      expect(ahead).toBeGreaterThanOrEqual(729);
      expect(ahead).toBeLessThanOrEqual(1826);
    }
  });

  it('names the season of a day in either hemisphere', () => {
    expect(seasonOf('2029-04-10', 'north')).toBe('spring 2029');
    expect(seasonOf('2029-04-10', 'south')).toBe('autumn 2029');
    expect(seasonOf('2029-12-10', 'north')).toBe('winter 2029');
    expect(seasonOf('2029-01-10', 'south')).toBe('summer 2029');
  });
});
