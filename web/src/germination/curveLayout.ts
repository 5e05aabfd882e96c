import { scaleLinear } from 'd3-scale';
import { area, curveMonotoneX, line } from 'd3-shape';

export interface CurveData {
  /** Cumulative share by day of the test. */
  readonly points: readonly { readonly day: number; readonly cumulative: number }[];
  /** Days on which it was looked at, the earliest first; between two of them nobody knows. */
  readonly looks?: readonly number[];
  readonly countDays: readonly number[];
  /** Usual first and last days on which live seed of the crop sprouts. */
  readonly usual: { readonly min: number; readonly max: number };
  /** Share that was expected alive before this test: its low and high. */
  readonly expected: { readonly low: number; readonly high: number } | null;
  readonly today: number | null;
  /** What may still come, from the last count on. */
  readonly ahead?: readonly { readonly day: number; readonly median: number; readonly low: number; readonly high: number }[];
  /** Day on which to call it. */
  readonly callOn?: number | null;
  /** Curves of other tests, to hold this one against, and of each bag of this one. */
  readonly others?: readonly { readonly key: number; readonly curve: CurveData['points'] }[];
  readonly bags?: readonly { readonly key: number; readonly curve: CurveData['points']; readonly looks: readonly number[] }[];
}

export interface CurveLayout {
  readonly seen: string;
  readonly band: string;
  /** Between two looks the course runs somewhere through these. */
  readonly unseen: readonly { readonly x: number; readonly y: number; readonly width: number; readonly height: number }[];
  readonly dots: readonly { readonly x: number; readonly y: number }[];
  readonly ticks: readonly { readonly x: number; readonly label: string; readonly count: boolean }[];
  readonly shares: readonly { readonly y: number; readonly label: string }[];
  readonly todayX: number | null;
  readonly ahead: string;
  readonly aheadMiddle: string;
  readonly callX: number | null;
  readonly others: readonly { readonly key: number; readonly path: string }[];
  readonly bags: readonly { readonly key: number; readonly path: string }[];
  readonly box: { readonly x0: number; readonly x1: number; readonly y0: number; readonly y1: number };
}

/** A smooth rise from 0 before the usual first day to 1 after the usual last one; the shape of the expected band. */
function rise(day: number, min: number, max: number): number {
  const t = Math.min(1, Math.max(0, (day - min * 0.7) / Math.max(1, max - min * 0.7)));
  return t * t * (3 - 2 * t);
}

/** The course of what came, from day 0 on. A look that found nothing new still is a look: the line runs level to it. */
function course(points: CurveData['points'], looks: readonly number[]): { readonly day: number; readonly cumulative: number }[] {
  const soFar = (day: number): number => Math.max(0, ...points.filter((p) => p.day <= day).map((p) => p.cumulative));
  const days = new Set([0, ...points.map((p) => p.day), ...looks]);
  return [...days]
    .filter((d) => d >= 0)
    .sort((a, b) => a - b)
    .map((day) => ({ day, cumulative: soFar(day) }));
}

/** The germination curve in a box: what was seen, what was expected, the count days. No NaN without counts. */
export function curveLayout(data: CurveData, width: number, height: number): CurveLayout {
  const box = { x0: 34, x1: Math.max(80, width - 8), y0: 20, y1: Math.max(60, height - 42) };
  const lastDay =
    Math.max(1, ...data.countDays, ...data.points.map((p) => p.day), data.today ?? 0, data.usual.max, data.callOn ?? 0) * 1.06;
  const x = scaleLinear([0, lastDay], [box.x0, box.x1]).clamp(true);
  const y = scaleLinear([0, 1], [box.y1, box.y0]).clamp(true);
  const seen = course(data.points, data.looks ?? []);
  const days = Array.from({ length: 33 }, (_, i) => (lastDay * i) / 32);
  const expected = data.expected;
  const band = area<number>()
    .x((d) => x(d))
    .y0((d) => y((expected?.low ?? 0) * rise(d, data.usual.min, data.usual.max)))
    .y1((d) => y((expected?.high ?? 0) * rise(d, data.usual.min, data.usual.max)))
    .curve(curveMonotoneX);
  const curve = line<{ day: number; cumulative: number }>()
    .x((p) => x(p.day))
    .y((p) => y(p.cumulative));
  const ahead = data.ahead ?? [];
  const may = area<(typeof ahead)[number]>()
    .x((p) => x(p.day))
    .y0((p) => y(p.low))
    .y1((p) => y(p.high));
  const thin = (
    curves: readonly { readonly key: number; readonly curve: CurveData['points']; readonly looks?: readonly number[] }[] | undefined,
  ): { key: number; path: string }[] => (curves ?? []).map((o) => ({ key: o.key, path: curve([...course(o.curve, o.looks ?? [])]) ?? '' }));
  return {
    ahead: ahead.length > 1 ? (may(ahead) ?? '') : '',
    aheadMiddle: ahead.length > 1 ? (curve(ahead.map((p) => ({ day: p.day, cumulative: p.median }))) ?? '') : '',
    callX: data.callOn == null ? null : x(data.callOn),
    others: thin(data.others),
    bags: thin(data.bags),
    seen: seen.length > 1 ? (curve(seen) ?? '') : '',
    band: expected === null ? '' : (band(days) ?? ''),
    unseen: seen.slice(1).flatMap((p, i) => {
      const before = seen[i] as (typeof seen)[number];
      if (p.cumulative <= before.cumulative || p.day - before.day <= 1) return [];
      return [{ x: x(before.day), y: y(p.cumulative), width: x(p.day) - x(before.day), height: y(before.cumulative) - y(p.cumulative) }];
    }),
    dots: seen.slice(1).map((p) => ({ x: x(p.day), y: y(p.cumulative) })),
    ticks: [{ x: x(0), label: '0', count: false }, ...data.countDays.map((d) => ({ x: x(d), label: String(d), count: true }))],
    shares: [0, 0.25, 0.5, 0.75, 1].map((s) => ({ y: y(s), label: String(s * 100) })),
    todayX: data.today === null ? null : x(Math.max(0, data.today)),
    box,
  };
}
