import type { ViabilityInput } from '@esprel/core';
import { describe, expect, it } from 'vitest';
import { belowOn, onDay, rateIn, ribbonOf, tried, whatMoved } from './whatIf.ts';

const TODAY = '2027-03-14';
const input: ViabilityInput = {
  crop: { halfLifeYears: 4.5, oilClass: 'oily', freshGermination: 0.9 },
  form: 'cleaned',
  acquisition: 'donated',
  start: '2024-10-01',
  storage: [{ from: '2024-10-01', temperatureC: 20, rhPercent: 55 }],
  tests: [{ date: '2026-02-01', sown: 50, alive: 41 }],
  sowings: [{ date: '2025-04-01', sown: 20, emerged: 9 }],
  at: [],
  threshold: 0.7,
};
const nothing = { storage: null, form: null, tested: null };

describe('what if', () => {
  it('changes only what lies ahead when the storage changes, and keeps the lot good for longer', () => {
    const fridge = tried(input, { ...nothing, storage: { temperatureC: 5, rhPercent: 30 } }, TODAY);
    expect(onDay(fridge, TODAY)).toEqual(onDay(input, TODAY));
    const [stays, would] = [belowOn(input, TODAY, 0.4), belowOn(fridge, TODAY, 0.4)];
    expect(stays).not.toBeNull();
    expect(would === null || would > stays!).toBe(true);
  });

  it('takes a test of today as evidence, and a primed lot as short-lived', () => {
    const tested = tried(input, { ...nothing, tested: { sown: 100, alive: 20 } }, TODAY);
    expect(onDay(tested, TODAY).median).toBeLessThan(onDay(input, TODAY).median - 0.2);
    expect(onDay(tried({ ...input, tests: [], sowings: [] }, { ...nothing, form: 'primed' }, TODAY), TODAY).median).toBeLessThan(
      onDay({ ...input, tests: [], sowings: [] }, TODAY).median,
    );
    expect(tried(input, nothing, TODAY)).toEqual(input);
  });

  it('draws over the same days as the sheet', () => {
    const ribbon = ribbonOf(input, TODAY, 13);
    expect(ribbon).toHaveLength(13);
    expect(ribbon[0]!.date).toBe(input.start);
    expect(ribbon.at(-1)!.date > TODAY).toBe(true);
  });
});

describe('the rate of a storage', () => {
  it('is one in reference storage, whenever the period began, and less in the cold', () => {
    expect(rateIn(input, { from: '2030-01-01', temperatureC: 15, rhPercent: 50 } as never)).toBeCloseTo(1, 6);
    expect(rateIn(input, { temperatureC: 5, rhPercent: 50 })).toBeLessThan(0.5);
    expect(rateIn(input, { temperatureC: 25, rhPercent: 50 })).toBeGreaterThan(2);
  });
});

describe('what moved the estimate', () => {
  it('is each count in turn, from the belief before any to what is shown today', () => {
    const steps = whatMoved(input, TODAY);
    expect(steps.map((s) => [s.kind, s.date])).toEqual([
      ['start', null],
      ['sowing', '2025-04-01'],
      ['test', '2026-02-01'],
    ]);
    expect(steps.at(-1)!.after).toEqual(onDay(input, TODAY));
    expect(steps[1]!.before).toBe(steps[0]!.after.median);
    // 9 of 20 up speaks for less than was believed, 41 of 50 for more again.
    expect(steps[1]!.after.median).toBeLessThan(steps[0]!.after.median);
    expect(steps[2]!.after.median).toBeGreaterThan(steps[1]!.after.median);
  });
});
