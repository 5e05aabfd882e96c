import type { YearReport } from '@esprel/core/api';
import { scaleBand, scaleLinear } from 'd3-scale';

export interface MonthsLayout {
  readonly bars: readonly {
    readonly month: string;
    readonly label: string;
    /** Packets lent, upwards; envelopes that came home, downwards. */
    readonly lent: { readonly x: number; readonly y: number; readonly width: number; readonly height: number; readonly n: number };
    readonly home: { readonly x: number; readonly y: number; readonly width: number; readonly height: number; readonly n: number };
  }[];
  readonly zero: number;
}

const MONTH_LETTERS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'] as const;
const TOP = 20;
const FOOT = 24;

/** Months beside each other: what went out upwards from a line, what came home downwards, both by the same measure. */
export function monthsLayout(months: YearReport['months'], size: { readonly width: number; readonly height: number }): MonthsLayout {
  const lent = Math.max(0, ...months.map((m) => m.lent));
  const home = Math.max(0, ...months.map((m) => m.home));
  const room = Math.max(20, size.height - TOP - FOOT - 16);
  const unit = room / Math.max(1, lent + home);
  const zero = TOP + lent * unit;
  const x = scaleBand(
    months.map((m) => m.month),
    [0, Math.max(20, size.width)],
  )
    .paddingInner(0.24)
    .paddingOuter(0.1);
  const every = Math.ceil(months.length / Math.max(1, Math.floor(size.width / 34)));
  return {
    zero,
    bars: months.map((m, i) => {
      const at = { x: x(m.month) ?? 0, width: x.bandwidth() };
      const month = Number(m.month.slice(5)) - 1;
      return {
        month: m.month,
        label: i % every === 0 ? (MONTH_LETTERS[month] ?? '') : '',
        lent: { ...at, y: zero - m.lent * unit, height: m.lent * unit, n: m.lent },
        home: { ...at, y: zero, height: m.home * unit, n: m.home },
      };
    }),
  };
}

/** Rows with a bar each, by one measure: `[60, 30]` in 300 are 300 and 150 long. */
export function barsLayout(values: readonly number[], width: number): number[] {
  const x = scaleLinear([0, Math.max(1e-9, ...values)], [0, Math.max(0, width)]);
  return values.map((v) => x(Math.max(0, v)));
}
