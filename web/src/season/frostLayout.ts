import { addDays, type Day, dayInYear, daysBetween } from '@esprel/core';
import type { FrostPage } from '@esprel/core/api';
import { scaleLinear } from 'd3-scale';
import { area, curveMonotoneX, curveStepAfter, line } from 'd3-shape';
import { MONTHS } from '../base/format.ts';

export interface FrostLayout {
  readonly box: { readonly x0: number; readonly x1: number; readonly y0: number; readonly y1: number };
  readonly months: readonly { readonly x: number; readonly label: string }[];
  readonly shares: readonly { readonly y: number; readonly label: string }[];
  /** The fitted risk as an area, and what the record counted as steps; empty without a record. */
  readonly fitted: string;
  readonly counted: string;
  readonly marks: readonly { readonly x: number; readonly label: string; readonly level: number }[];
  /** Last frost of each used spring along the foot. */
  readonly springs: readonly { readonly x: number; readonly year: number }[];
}

/** Share of risk below which the curve is flat at nothing, and above which it is flat at certain. */
const FLAT = 0.001;

/** Where the frost curve of a garden lies, in a box of `width` x `height`; from when it begins to fall to when it is nothing. */
export function frostLayout(page: FrostPage, width: number, height: number): FrostLayout {
  const box = { x0: 52, x1: width - 12, y0: 26, y1: height - 46 };
  const dayOf = (monthDay: string): Day => dayInYear(page.year, monthDay);
  const counted = page.record?.curve ?? [];
  const moving = [...page.fitted, ...counted].filter((c) => c.risk > FLAT && c.risk < 1 - FLAT).map((c) => dayOf(c.day));
  const last = page.lastFrost;
  const from = moving.reduce((a, b) => (b < a ? b : a), addDays(last, -28));
  const to = moving.reduce((a, b) => (b > a ? b : a), addDays(last, 28));
  const x = scaleLinear([0, daysBetween(from, to)], [box.x0, box.x1]);
  const y = scaleLinear([0, 1], [box.y1, box.y0]);
  const at = (day: Day): number => x(daysBetween(from, day));
  const inside = (c: { day: string }): boolean => dayOf(c.day) >= from && dayOf(c.day) <= to;
  const months: { x: number; label: string }[] = [];
  for (let day = `${addDays(from, 31).slice(0, 7)}-01`; day <= to; day = `${addDays(day, 31).slice(0, 7)}-01`) {
    months.push({ x: at(day), label: MONTHS[Number(day.slice(5, 7)) - 1] ?? '' });
  }
  const points = (curve: readonly { day: string; risk: number }[]): [number, number][] =>
    curve.filter(inside).map((c) => [at(dayOf(c.day)), y(c.risk)]);
  const risk10 = page.fitted.find((c) => c.risk <= 0.1)?.day;
  const early = page.fitted.find((c) => c.risk <= 0.9)?.day;
  return {
    box,
    months,
    shares: [0, 0.5, 1].map((s) => ({ y: y(s), label: `${String(s * 100)} %` })),
    fitted: area<[number, number]>().y0(box.y1).curve(curveMonotoneX)(points(page.fitted)) ?? '',
    counted: line<[number, number]>().curve(curveStepAfter)(points(counted)) ?? '',
    marks: [
      ...(early === undefined ? [] : [{ x: at(dayOf(early)), label: '9 in 10', level: y(0.9) }]),
      { x: at(last), label: 'usual last frost', level: y(0.5) },
      ...(risk10 === undefined ? [] : [{ x: at(dayOf(risk10)), label: '1 in 10', level: y(0.1) }]),
    ].filter((m) => m.x >= box.x0 && m.x <= box.x1),
    springs: (page.record?.years ?? []).flatMap((s) =>
      s.used && s.lastFrost !== null ? [{ x: Math.min(box.x1, Math.max(box.x0, at(dayOf(s.lastFrost)))), year: s.year }] : [],
    ),
  };
}
