import { type Day, dayInYear, dayNumber, yearOf } from '@esprel/core';
import type { RibbonDot, RibbonPoint } from '@esprel/core/api';
import { scaleLinear } from 'd3-scale';
import { area, line } from 'd3-shape';

export interface RibbonData {
  readonly points: readonly RibbonPoint[];
  readonly dots: readonly RibbonDot[];
  readonly threshold: number;
  readonly today: Day;
  /** Median today; read off the points when left out. */
  readonly now?: number | undefined;
  readonly belowOn?: Day | null | undefined;
  /** A second ribbon over the first: how it would be otherwise. */
  readonly against?: readonly RibbonPoint[] | undefined;
}

export interface RibbonMargins {
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
  readonly left: number;
}

export interface PlacedDot extends RibbonDot {
  readonly x: number;
  readonly y: number;
  readonly r: number;
}

export interface DotLabel {
  readonly x: number;
  readonly y: number;
  readonly anchor: 'start' | 'middle' | 'end';
  readonly text: string;
  readonly kind: 'test' | 'sowing';
}

export interface RibbonLayout {
  readonly known: string;
  readonly ahead: string;
  readonly median: string;
  readonly againstBand: string;
  readonly againstMedian: string;
  readonly dots: readonly PlacedDot[];
  readonly todayX: number;
  readonly todayY: number | null;
  readonly now: number | null;
  readonly lineY: number;
  readonly belowX: number | null;
  readonly years: readonly { readonly x: number; readonly label: string }[];
  readonly shares: readonly { readonly y: number; readonly label: string }[];
  readonly box: { readonly x0: number; readonly x1: number; readonly y0: number; readonly y1: number };
}

function between(points: readonly RibbonPoint[], n: number): RibbonPoint | null {
  const i = points.findIndex((p) => dayNumber(p.date) >= n);
  const b = points[i];
  if (!b) return null;
  const a = points[i - 1];
  if (!a) return dayNumber(b.date) === n ? b : null;
  const [from, to] = [dayNumber(a.date), dayNumber(b.date)];
  const t = to === from ? 1 : (n - from) / (to - from);
  const mix = (u: number, v: number): number => u + (v - u) * t;
  return { date: b.date, median: mix(a.median, b.median), low: mix(a.low, b.low), high: mix(a.high, b.high) };
}

/**
 * The survival ribbon in a box of `width` x `height`: the 90 % band until today and, paler, ahead; the median; every
 * count as a dot whose area grows with its seeds. A sowing is shown where its live share would lie: emerged over
 * sown over emergence. Never a NaN: without points the paths are empty.
 */
export function ribbonLayout(data: RibbonData, width: number, height: number, margins: RibbonMargins): RibbonLayout {
  const box = {
    x0: margins.left,
    x1: Math.max(margins.left + 1, width - margins.right),
    y0: margins.top,
    y1: Math.max(margins.top + 1, height - margins.bottom),
  };
  const days = data.points.map((p) => dayNumber(p.date));
  const todayN = dayNumber(data.today);
  const from = days[0] ?? todayN - 365;
  const to = Math.max(from + 1, days[days.length - 1] ?? todayN + 365);
  const x = scaleLinear([from, to], [box.x0, box.x1]).clamp(true);
  const y = scaleLinear([0, 1], [box.y1, box.y0]).clamp(true);
  const at = between(data.points, todayN);
  const past = [...data.points.filter((p) => dayNumber(p.date) < todayN), ...(at ? [{ ...at, date: data.today }] : [])];
  const future = [...(at ? [{ ...at, date: data.today }] : []), ...data.points.filter((p) => dayNumber(p.date) > todayN)];
  const band = area<RibbonPoint>()
    .x((p) => x(dayNumber(p.date)))
    .y0((p) => y(p.low))
    .y1((p) => y(p.high));
  const curve = line<RibbonPoint>()
    .x((p) => x(dayNumber(p.date)))
    .y((p) => y(p.median));
  const now = data.now ?? at?.median ?? null;
  const firstYear = yearOf(data.points[0]?.date ?? data.today);
  const lastYear = yearOf(data.points[data.points.length - 1]?.date ?? data.today);
  const step = Math.max(1, Math.ceil((lastYear - firstYear) / 6));
  const years: { x: number; label: string }[] = [];
  for (let year = firstYear + 1; year <= lastYear; year += step) {
    const n = dayNumber(dayInYear(year, '01-01'));
    if (n >= from && n <= to) years.push({ x: x(n), label: String(year) });
  }
  return {
    known: band(past) ?? '',
    ahead: band(future) ?? '',
    median: curve([...past, ...future.slice(1)]) ?? '',
    againstBand: band(data.against ?? []) ?? '',
    againstMedian: curve(data.against ?? []) ?? '',
    dots: data.dots.map((d) => ({
      ...d,
      x: x(dayNumber(d.date)),
      y: y(d.sown > 0 ? Math.min(1, d.alive / d.sown / (d.emergence ?? 1)) : 0),
      r: Math.min(9, 2 + Math.sqrt(d.sown) * 0.55),
    })),
    todayX: x(todayN),
    todayY: now === null ? null : y(now),
    now,
    lineY: y(data.threshold),
    belowX: data.belowOn != null && dayNumber(data.belowOn) <= to && dayNumber(data.belowOn) >= from ? x(dayNumber(data.belowOn)) : null,
    years,
    shares: [0, 0.25, 0.5, 0.75, 1].map((s) => ({ y: y(s), label: String(s * 100) })),
    box,
  };
}

const LETTER = 7.2;
const LINE = 15;

/**
 * Labels for the dots that count, where they neither cover each other nor leave the box: tests before sowings, the
 * larger first, above the dot or else below it. What finds no room goes without; the numbers are in the table.
 */
export function dotLabels(layout: RibbonLayout): DotLabel[] {
  const { box } = layout;
  const rank = (d: PlacedDot): number => (d.kind === 'test' ? 1e9 : 0) + d.sown;
  const wanted = layout.dots.filter((d) => d.used).sort((a, b) => rank(b) - rank(a));
  const taken: { x0: number; x1: number; y0: number; y1: number }[] = [];
  const labels: DotLabel[] = [];
  for (const d of wanted) {
    const text = `${String(d.alive)} of ${String(d.sown)}`;
    const width = text.length * LETTER;
    const x = Math.min(box.x1 - width / 2, Math.max(box.x0 + width / 2, d.x));
    for (const y of [d.y - d.r - 5, d.y + d.r + 14]) {
      const area = { x0: x - width / 2, x1: x + width / 2, y0: y - LINE + 3, y1: y + 3 };
      const inside = area.y0 >= 0 && area.y1 <= box.y1;
      const free = taken.every((t) => area.x1 < t.x0 || area.x0 > t.x1 || area.y1 < t.y0 || area.y0 > t.y1);
      const clear = layout.dots.every(
        (o) => o === d || o.x + o.r < area.x0 || o.x - o.r > area.x1 || o.y + o.r < area.y0 || o.y - o.r > area.y1,
      );
      if (!inside || !free || !clear) continue;
      taken.push(area);
      labels.push({ x, y, anchor: 'middle', text, kind: d.kind });
      break;
    }
  }
  return labels;
}
