import { describe, expect, it } from 'vitest';
import { bandsLayout } from './whatIfLayout.ts';

const band = (from: number, to: number) =>
  [0, 1, 2].map((i) => ({ low: from - (i * (from - to)) / 2 - 1, middle: from - (i * (from - to)) / 2, high: from + 1 }));

describe('bands over the years', () => {
  const years = [2027, 2028, 2029];
  const at = bandsLayout({ width: 600, height: 300 }, years, [band(80, 60), band(80, 40)], false);

  it('stand on one scale, so that what ends lower is drawn lower', () => {
    expect(at.bands).toHaveLength(2);
    expect(at.bands[1]!.endY).toBeGreaterThan(at.bands[0]!.endY);
    for (const b of at.bands) {
      expect(b.endY).toBeGreaterThanOrEqual(at.plot.top);
      expect(b.endY).toBeLessThanOrEqual(at.plot.bottom);
      expect(b.area).toMatch(/^M/);
    }
  });

  it('name each year and some heights, shares in hundredths', () => {
    expect(at.years.map((y) => y.year)).toEqual(years);
    expect(at.years[0]!.x).toBe(at.plot.left);
    expect(at.ticks.length).toBeGreaterThan(2);
    const shares = bandsLayout({ width: 600, height: 300 }, years, [years.map(() => ({ low: 0.8, middle: 0.9, high: 1 }))], true);
    expect(shares.ticks.at(-1)!.words).toBe('100');
  });

  it('have a place also where nothing was worked out, or nothing is left', () => {
    expect(bandsLayout({ width: 600, height: 300 }, years, [], false).bands).toEqual([]);
    const nothing = bandsLayout({ width: 600, height: 300 }, years, [years.map(() => ({ low: 0, middle: 0, high: 0 }))], true);
    expect(nothing.bands[0]!.endY).toBe(nothing.plot.bottom);
  });
});
