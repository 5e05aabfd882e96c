import { addDays } from '@esprel/core';
import { describe, expect, it } from 'vitest';
import { climateLayout, type ClimatePoint } from './climateLayout.ts';

const size = { width: 600, height: 190 };
const days = (n: number, t: (i: number) => number, from = '2027-01-01'): ClimatePoint[] =>
  Array.from({ length: n }, (_, i) => ({ day: addDays(from, i), temperatureC: t(i), rhPercent: 50, lowC: t(i) - 1, highC: t(i) + 1 }));
const sound = (l: ReturnType<typeof climateLayout>): void => {
  expect(`${l.band} ${l.mean} ${JSON.stringify(l)}`).not.toMatch(/NaN|Infinity|null,null/);
};

describe('the climate of a place', () => {
  it('with nothing, one day, all days alike, or huge swings has sound paths', () => {
    expect(climateLayout([], size, 10)).toMatchObject({ band: '', mean: '', warm: [] });
    for (const d of [days(1, () => 4), days(30, () => 4), days(5, (i) => (i % 2 === 0 ? -40 : 80))]) sound(climateLayout(d, size, 10));
    sound(
      climateLayout(
        days(400, (i) => i / 20),
        size,
        null,
      ),
    );
  });
  it('leaves days without readings open', () => {
    const gap = [...days(5, () => 4), ...days(5, () => 4, '2027-01-20')];
    expect(climateLayout(gap, size, null).mean.match(/M/g)).toHaveLength(2);
    expect(
      climateLayout(
        days(10, () => 4),
        size,
        null,
      ).mean.match(/M/g),
    ).toHaveLength(1);
  });
  it('marks the days that were too warm, and keeps the limit in the picture', () => {
    const l = climateLayout(
      days(10, (i) => (i === 4 ? 15 : 4)),
      size,
      10,
    );
    expect(l.warm.map((w) => w.day)).toEqual(['2027-01-05']);
    expect(l.limitY).toBeGreaterThan(0);
    expect(l.limitY).toBeLessThan(size.height);
  });
  it('counts in Fahrenheit where the library does', () => {
    const f = climateLayout(
      days(5, () => 4),
      size,
      null,
      (c) => c * 1.8 + 32,
    );
    expect(Math.min(...f.ticks.map((t) => t.value))).toBeGreaterThan(30);
  });
});
