import { dayNumber } from '@esprel/core';
import { scaleLinear } from 'd3-scale';
import { area, line } from 'd3-shape';

export interface ClimatePoint {
  readonly day: string;
  readonly temperatureC: number;
  readonly rhPercent: number | null;
  readonly lowC: number;
  readonly highC: number;
}

export interface ClimateLayout {
  /** Band from the coldest to the warmest of each day. */
  readonly band: string;
  readonly mean: string;
  readonly limitY: number | null;
  readonly warm: readonly { readonly x: number; readonly y: number; readonly day: string; readonly highC: number }[];
  readonly ticks: readonly { readonly y: number; readonly value: number }[];
  readonly months: readonly { readonly x: number; readonly month: number; readonly year: string }[];
}

const LEFT = 44;
const FOOT = 22;
const TOP = 8;
const RIGHT = 8;

/** Days a logger saw, laid out in a box of `width` x `height`; a gap of more than a day is left open. */
export function climateLayout(
  days: readonly ClimatePoint[],
  size: { readonly width: number; readonly height: number },
  limitC: number | null,
  fromC: (c: number) => number = (c) => c,
): ClimateLayout {
  const first = days[0];
  const last = days[days.length - 1];
  if (!first || !last) return { band: '', mean: '', limitY: null, warm: [], ticks: [], months: [] };
  const lows = days.map((d) => fromC(d.lowC));
  const highs = days.map((d) => fromC(d.highC));
  const low = Math.min(...lows, limitC === null ? Infinity : fromC(limitC));
  const high = Math.max(...highs, limitC === null ? -Infinity : fromC(limitC));
  const x = scaleLinear([dayNumber(first.day), Math.max(dayNumber(last.day), dayNumber(first.day) + 1)], [LEFT, size.width - RIGHT]);
  const y = scaleLinear([low - 1, Math.max(high, low + 2) + 1], [size.height - FOOT, TOP]).nice();
  const at = (d: ClimatePoint): number => x(dayNumber(d.day));
  // A day that is missing splits the curve: nothing is known of it.
  const pieces: ClimatePoint[][] = [];
  for (const d of days) {
    const piece = pieces[pieces.length - 1];
    const before = piece?.[piece.length - 1];
    if (piece && before && dayNumber(d.day) - dayNumber(before.day) === 1) piece.push(d);
    else pieces.push([d]);
  }
  const bands = area<ClimatePoint>()
    .x(at)
    .y0((d) => y(fromC(d.lowC)))
    .y1((d) => y(fromC(d.highC)));
  const means = line<ClimatePoint>()
    .x(at)
    .y((d) => y(fromC(d.temperatureC)));
  const months: { x: number; month: number; year: string }[] = [];
  for (const d of days) {
    if (d.day.endsWith('-01')) months.push({ x: at(d), month: Number(d.day.slice(5, 7)) - 1, year: d.day.slice(0, 4) });
  }
  return {
    band: pieces.map((p) => bands(p) ?? '').join(''),
    mean: pieces.map((p) => means(p) ?? '').join(''),
    limitY: limitC === null ? null : y(fromC(limitC)),
    warm:
      limitC === null
        ? []
        : days.filter((d) => d.highC > limitC).map((d) => ({ x: at(d), y: y(fromC(d.highC)), day: d.day, highC: d.highC })),
    ticks: y.ticks(4).map((value) => ({ value, y: y(value) })),
    months,
  };
}
