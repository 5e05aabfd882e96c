import { describe, expect, it } from 'vitest';
import { stockLayout } from '../charts/stockLayout.ts';
import { barsLayout, monthsLayout } from './yearLayout.ts';

const size = { width: 600, height: 240 };
const finite = (value: unknown): boolean => !/NaN|Infinity|null/.test(JSON.stringify(value));
const dot = (alive: number, seeds: number) => ({ code: 'ON-001A', variety: 'Millrace', seeds, alive, verdict: 'lend' as const });

describe('the pictures of the year', () => {
  it('stay within their box with nothing, one, all equal, and huge values', () => {
    for (const months of [
      [],
      [{ month: '2027-01', lent: 0, home: 0 }],
      Array.from({ length: 120 }, (_, i) => ({
        month: `20${String(20 + Math.floor(i / 12))}-${String((i % 12) + 1).padStart(2, '0')}`,
        lent: 3,
        home: 3,
      })),
      [{ month: '2027-01', lent: 1e7, home: 1 }],
    ]) {
      const layout = monthsLayout(months, size);
      expect(finite(layout)).toBe(true);
      for (const b of layout.bars) {
        expect(b.lent.y).toBeGreaterThanOrEqual(0);
        expect(b.home.y + b.home.height).toBeLessThanOrEqual(size.height);
      }
    }
    for (const points of [[], [dot(0, 0)], [dot(1, 5e7)], [dot(0.5, 1), dot(0.5, 1)]]) {
      const layout = stockLayout({ points, cells: [] }, size);
      expect(finite(layout)).toBe(true);
      for (const d of layout.dots) {
        expect(d.x).toBeGreaterThanOrEqual(layout.box.x0);
        expect(d.y).toBeLessThanOrEqual(layout.box.y0);
        expect(d.y).toBeGreaterThanOrEqual(layout.box.y1);
      }
    }
    expect(finite(stockLayout({ points: [], cells: [{ alive: 0.9, seeds: 10_000, n: 4000 }] }, { width: 10, height: 10 }))).toBe(true);
  });

  it('show twice as much as twice as long, by one measure for out and home', () => {
    expect(barsLayout([60, 30, 0], 300)).toEqual([300, 150, 0]);
    expect(barsLayout([], 300)).toEqual([]);
    const { bars } = monthsLayout(
      [
        { month: '2027-01', lent: 10, home: 5 },
        { month: '2027-02', lent: 20, home: 0 },
      ],
      size,
    );
    expect(bars[1]?.lent.height).toBeCloseTo(2 * (bars[0]?.lent.height ?? 0), 9);
    expect(bars[0]?.lent.height).toBeCloseTo(2 * (bars[0]?.home.height ?? 0), 9);
  });

  it('have what is hardly alive and scarce in the corner of what is lost next', () => {
    const { dots, risk } = stockLayout({ points: [dot(0.2, 30), dot(0.9, 30), dot(0.2, 5000)], cells: [] }, size);
    const inside = dots.map((d) => d.x >= risk.x && d.x <= risk.x + risk.width && d.y >= risk.y && d.y <= risk.y + risk.height);
    expect(inside).toEqual([true, false, false]);
  });
});
