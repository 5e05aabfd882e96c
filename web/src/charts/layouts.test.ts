import type { DescentLot, RibbonDot } from '@esprel/core/api';
import { describe, expect, it } from 'vitest';
import { descentLayout, NODE, ownLine } from './descentLayout.ts';
import { dotLabels, type RibbonData, ribbonLayout } from './ribbonLayout.ts';

const margins = { top: 20, right: 5, bottom: 20, left: 30 };
const point = (date: string, median: number) => ({ date, median, low: median - 0.1, high: median + 0.1 });
const dot = (over: Partial<RibbonDot> = {}): RibbonDot => ({
  kind: 'test',
  date: '2025-03-01',
  sown: 50,
  alive: 40,
  emergence: null,
  used: true,
  ...over,
});
const data = (over: Partial<RibbonData> = {}): RibbonData => ({
  points: [point('2023-01-01', 0.9), point('2025-01-01', 0.8), point('2027-01-01', 0.7), point('2029-01-01', 0.5)],
  dots: [],
  threshold: 0.7,
  today: '2026-01-01',
  ...over,
});
const numbers = (text: string): number[] => (text.match(/-?\d+(\.\d+)?(e-?\d+)?/g) ?? []).map(Number);

describe('the survival ribbon', () => {
  it('cuts the band at today, where both parts meet', () => {
    const layout = ribbonLayout(data(), 400, 200, margins);
    expect(layout.now).toBeCloseTo(0.75, 2);
    expect(Math.max(...numbers(layout.known).filter((_n, i) => i % 2 === 0))).toBeCloseTo(layout.todayX, 0);
    expect(Math.min(...numbers(layout.ahead).filter((_n, i) => i % 2 === 0))).toBeCloseTo(layout.todayX, 0);
  });

  it.each([
    ['nothing', data({ points: [] })],
    ['one point', data({ points: [point('2026-01-01', 0.5)] })],
    ['all equal', data({ points: [point('2025-01-01', 0.5), point('2025-01-01', 0.5)] })],
    ['today before all', data({ today: '2020-01-01' })],
    ['today after all', data({ today: '2040-01-01' })],
    ['a test of nothing', data({ dots: [dot({ sown: 0, alive: 0 })] })],
    ['a test of four thousand', data({ dots: [dot({ sown: 4000, alive: 4000 })] })],
  ])('draws no NaN with %s', (_name, d) => {
    for (const [w, h] of [
      [400, 200],
      [0, 0],
    ] as const) {
      const layout = ribbonLayout(d, w, h, margins);
      expect(JSON.stringify(layout)).not.toMatch(/NaN|Infinity/);
      expect(`${layout.known}${layout.ahead}${layout.median}`).not.toMatch(/NaN/);
      for (const p of layout.dots) expect(Number.isFinite(p.x + p.y + p.r)).toBe(true);
    }
  });

  it('puts a sowing where its live share would lie', () => {
    const [tested, sown] = ribbonLayout(
      data({ dots: [dot({ sown: 20, alive: 16 }), dot({ kind: 'sowing', sown: 20, alive: 16, emergence: 0.8 })] }),
      400,
      200,
      margins,
    ).dots;
    expect(sown!.y).toBeLessThan(tested!.y);
    expect(sown!.y).toBeCloseTo(margins.top, 6);
  });

  it('writes no label over another, and the larger test first', () => {
    const dots = [
      dot({ sown: 10, alive: 8, kind: 'sowing' }),
      dot({ sown: 100, alive: 80 }),
      dot({ sown: 30, alive: 24 }),
      dot({ used: false, sown: 500, alive: 1 }),
    ];
    const labels = dotLabels(ribbonLayout(data({ dots }), 400, 200, margins));
    expect(labels[0]?.text).toBe('80 of 100');
    expect(labels.map((l) => l.text)).not.toContain('1 of 500');
    const ys = labels.map((l) => l.y).sort((a, b) => a - b);
    for (let i = 1; i < ys.length; i++) expect(ys[i]! - ys[i - 1]!).toBeGreaterThan(13);
  });
});

describe('the descent', () => {
  const lot = (id: number, ...parentIds: number[]): DescentLot => ({
    id,
    parentIds,
    mixed: parentIds.length > 1,
    kept: 1,
    keptUnsure: false,
    trueMean: null,
    code: `TM-${String(id)}`,
    generation: 0,
    year: 2020,
    state: 'kept',
    balance: 1,
    identity: 'sure',
    median: 0.5,
    verdict: 'lend',
    grownBy: null,
    plants: null,
    isolated: null,
    openLoans: 0,
    loans: 0,
  });

  it('puts each lot below all that it comes from, no two on one another, and draws no line across another where it need not', () => {
    const { nodes, links } = descentLayout([lot(1), lot(2, 1), lot(3, 1), lot(4, 2), lot(5, 2), lot(6, 3), lot(7, 4, 5)]);
    const at = new Map(nodes.map((n) => [n.lot.id, n]));
    expect(links.map((l) => [l.from, l.to])).toEqual(
      expect.arrayContaining([
        [4, 7],
        [5, 7],
      ]),
    );
    expect(links).toHaveLength(7);
    for (const l of links) {
      expect(at.get(l.to)!.y).toBeGreaterThanOrEqual(at.get(l.from)!.y + NODE.height);
      expect(l.path).not.toMatch(/NaN/);
    }
    for (const a of nodes)
      for (const b of nodes) if (a !== b && a.y === b.y) expect(Math.abs(a.x - b.x)).toBeGreaterThanOrEqual(NODE.width);
    // What comes of the left stands left of what comes of the right.
    const side = Math.sign(at.get(2)!.x - at.get(3)!.x);
    expect(Math.sign(at.get(4)!.x - at.get(6)!.x)).toBe(side);
    expect(Math.sign(at.get(5)!.x - at.get(6)!.x)).toBe(side);
  });

  it('holds two hundred lots, each in its place', () => {
    const many = Array.from({ length: 200 }, (_, i) =>
      i < 3 ? lot(i + 1) : i % 17 === 0 ? lot(i + 1, i, i - 2) : lot(i + 1, Math.floor(i / 2)),
    );
    const { nodes } = descentLayout(many);
    expect(new Set(nodes.map((n) => `${String(n.x)} ${String(n.y)}`)).size).toBe(200);
  });

  it('leaves only what a lot comes from and what comes of it, where its own line is asked for', () => {
    // 3 and 4 come of 1 and 2; 5 is a mix of both; 6 comes of 4; 7 has nothing to do with it but for 2.
    const net = [lot(1), lot(2), lot(3, 1), lot(4, 2), lot(5, 3, 4), lot(6, 4), lot(7, 2)];
    const line = (id: number): number[] => ownLine(net, lot(id).code).map((l) => l.id);
    expect(line(3)).toEqual([1, 3, 5]);
    expect(line(4)).toEqual([2, 4, 5, 6]);
    expect(line(5)).toEqual([1, 2, 3, 4, 5]);
    expect(ownLine(net, 'none')).toHaveLength(7);
  });

  it('shows a lot whose parent is not there as a beginning', () => {
    expect(descentLayout([lot(2, 1)]).nodes).toHaveLength(1);
    expect(descentLayout([])).toMatchObject({ nodes: [], width: 0, height: 0 });
  });
});
