import { scaleLinear } from 'd3-scale';
import { area, curveMonotoneX, line } from 'd3-shape';

/** A year of a band: the middle, and where eight of ten runs lie. */
export interface BandYear {
  readonly low: number;
  readonly middle: number;
  readonly high: number;
}

export interface BandShape {
  readonly area: string;
  readonly line: string;
  /** Where the middle ends, for its name. */
  readonly endY: number;
}

export interface BandsLayout {
  readonly bands: readonly BandShape[];
  readonly years: readonly { readonly x: number; readonly year: number }[];
  readonly ticks: readonly { readonly y: number; readonly words: string }[];
  readonly plot: { readonly left: number; readonly right: number; readonly top: number; readonly bottom: number };
}

const MARGIN = { left: 44, right: 16, top: 12, bottom: 28 } as const;

/** Bands over the years, all on one scale that begins where the lowest of them needs it; `share` says ticks in hundredths. */
export function bandsLayout(
  size: { readonly width: number; readonly height: number },
  years: readonly number[],
  bands: readonly (readonly BandYear[])[],
  share: boolean,
): BandsLayout {
  const plot = { left: MARGIN.left, right: size.width - MARGIN.right, top: MARGIN.top, bottom: size.height - MARGIN.bottom };
  const all = bands.flat();
  const highest = Math.max(share ? 0.01 : 1, ...all.map((b) => b.high));
  const lowest = Math.min(highest, ...all.map((b) => b.low));
  // What hardly moves is not blown up: a third of the height at least stands for what is there.
  const from = Math.max(0, lowest - Math.max((highest - lowest) / 2, highest / 8));
  const y = scaleLinear().domain([from, highest]).nice(5).range([plot.bottom, plot.top]);
  const x = scaleLinear()
    .domain([0, Math.max(1, years.length - 1)])
    .range([plot.left, plot.right]);
  const round = (n: number): number => Math.round(n * 10) / 10;
  const shape = (band: readonly BandYear[]): BandShape => ({
    area:
      area<BandYear>()
        .x((_, i) => round(x(i)))
        .y0((b) => round(y(b.low)))
        .y1((b) => round(y(b.high)))
        .curve(curveMonotoneX)([...band]) ?? '',
    line:
      line<BandYear>()
        .x((_, i) => round(x(i)))
        .y((b) => round(y(b.middle)))
        .curve(curveMonotoneX)([...band]) ?? '',
    endY: round(y(band.at(-1)?.middle ?? 0)),
  });
  return {
    bands: bands.filter((b) => b.length > 0).map(shape),
    years: years.map((year, i) => ({ x: round(x(i)), year })),
    ticks: y.ticks(5).map((t) => ({ y: round(y(t)), words: share ? `${String(Math.round(100 * t))}` : String(t) })),
    plot,
  };
}
