import type { PredictedCount } from '@esprel/core/api';
import { describe, expect, it } from 'vitest';
import { calibrationLayout } from './calibrationLayout.ts';

const count = (testId: number, expected: number, alive: number): PredictedCount => ({
  testId,
  place: 0.5,
  below: 0.4,
  upTo: 0.6,
  code: 'TM-001C',
  variety: 'V',
  date: '2027-03-01',
  sown: 20,
  alive,
  expected,
  low: 8,
  high: 8,
  inside: alive === 8,
});

describe('counts beside what was predicted', () => {
  it('lie in order of what was expected, the count at its share, and a certain prediction still is a line', () => {
    const { counts, box } = calibrationLayout([count(1, 0.9, 20), count(2, 0.2, 0), count(3, 0.5, 10)], 400, 200);
    expect(counts.map((c) => c.count.testId)).toEqual([2, 3, 1]);
    expect(counts[0]!.x).toBeLessThan(counts[1]!.x);
    expect(counts[0]!.y).toBe(box.y1);
    expect(counts[2]!.y).toBe(box.y0);
    for (const c of counts) expect(c.yLow).toBeGreaterThan(c.yHigh);
  });

  it('draws one count in the middle, and nothing without any', () => {
    const one = calibrationLayout([count(1, 0.5, 10)], 400, 200);
    expect(one.counts[0]!.x).toBeCloseTo((one.box.x0 + one.box.x1) / 2);
    expect(calibrationLayout([], 0, 0).counts).toEqual([]);
  });
});
