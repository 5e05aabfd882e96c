import { plural, type Verdict } from '@esprel/core';
import type { Stock } from '@esprel/core/api';
import { scaleLinear, scaleLog, scaleSqrt } from 'd3-scale';

interface Dot {
  readonly code: string;
  readonly words: string;
  readonly verdict: Verdict;
  readonly x: number;
  readonly y: number;
}

export interface StockLayout {
  readonly box: { readonly x0: number; readonly x1: number; readonly y0: number; readonly y1: number };
  readonly dots: readonly Dot[];
  /** Lots that are not drawn one by one: circles by how many lie there. */
  readonly circles: readonly { readonly x: number; readonly y: number; readonly r: number; readonly n: number }[];
  readonly shares: readonly { readonly x: number; readonly label: string }[];
  readonly amounts: readonly { readonly y: number; readonly label: string }[];
  /** Where little is left of what is hardly alive: what may be lost next. */
  readonly risk: { readonly x: number; readonly y: number; readonly width: number; readonly height: number };
}

const LEFT = 58;
const RIGHT = 14;
const TOP = 10;
const FOOT = 40;
/** A corner of so few seeds, and so little alive, is where lots are lost next. */
const FEW = 100;
const HARDLY = 0.4;

const amountLabel = (n: number): string => (n >= 1000 ? `${String(n / 1000)},000` : String(n));

/** All lots by how alive they are (across) and how many seeds there are (up, each line ten times the one below). */
export function stockLayout(
  stock: Pick<Stock, 'points' | 'cells'>,
  size: { readonly width: number; readonly height: number },
): StockLayout {
  const box = { x0: LEFT, x1: Math.max(LEFT + 20, size.width - RIGHT), y0: Math.max(TOP + 20, size.height - FOOT), y1: TOP };
  const most = Math.max(1000, ...stock.points.map((p) => p.seeds), ...stock.cells.map((c) => c.seeds * 10));
  const x = scaleLinear([0, 1], [box.x0, box.x1]);
  const y = scaleLog([1, most * 1.3], [box.y0, box.y1]);
  const lines: number[] = [];
  for (let n = 1; n <= most; n *= 10) lines.push(n);
  const largest = Math.max(1, ...stock.cells.map((c) => c.n));
  const r = scaleSqrt([0, largest], [0, Math.min(26, (box.x1 - box.x0) / 22)]);
  return {
    box,
    dots: stock.points.map((p) => ({
      code: p.code,
      verdict: p.verdict,
      words: `${p.variety}, ${p.code}: ${String(Math.round(p.alive * 100))} % alive, ${plural(p.seeds, 'seed')}`,
      x: x(p.alive),
      y: y(Math.max(1, p.seeds)),
    })),
    circles: stock.cells.map((c) => ({ x: x(c.alive + 0.05), y: y(c.seeds * Math.sqrt(10)), r: r(c.n), n: c.n })),
    shares: [0, 0.25, 0.5, 0.75, 1].map((s) => ({ x: x(s), label: `${String(s * 100)} %` })),
    amounts: lines.map((n) => ({ y: y(n), label: amountLabel(n) })),
    risk: { x: box.x0, y: y(FEW), width: x(HARDLY) - box.x0, height: box.y0 - y(FEW) },
  };
}
