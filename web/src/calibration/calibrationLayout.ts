import type { PredictedCount } from '@esprel/core/api';
import { scaleLinear } from 'd3-scale';

export interface PlacedCount {
  readonly count: PredictedCount;
  readonly x: number;
  readonly y: number;
  readonly yLow: number;
  readonly yHigh: number;
}

export interface CalibrationLayout {
  readonly counts: readonly PlacedCount[];
  readonly shares: readonly { readonly y: number; readonly label: string }[];
  readonly box: { readonly x0: number; readonly x1: number; readonly y0: number; readonly y1: number };
}

/** Every count beside the interval that was predicted for it, from the least to the most that was expected. */
export function calibrationLayout(counts: readonly PredictedCount[], width: number, height: number): CalibrationLayout {
  const box = { x0: 38, x1: Math.max(80, width - 10), y0: 10, y1: Math.max(60, height - 30) };
  const x = scaleLinear([0, Math.max(1, counts.length - 1)], [box.x0 + 6, box.x1 - 6]);
  const y = scaleLinear([0, 1], [box.y1, box.y0]);
  const sorted = [...counts].sort((a, b) => a.expected - b.expected || a.testId - b.testId);
  return {
    counts: sorted.map((count, i) => ({
      count,
      x: counts.length === 1 ? (box.x0 + box.x1) / 2 : x(i),
      y: y(count.alive / count.sown),
      // Half a seed at each end, so that a certain prediction is still a line.
      yLow: y(Math.max(0, (count.low - 0.5) / count.sown)),
      yHigh: y(Math.min(1, (count.high + 0.5) / count.sown)),
    })),
    shares: [0, 0.25, 0.5, 0.75, 1].map((s) => ({ y: y(s), label: String(s * 100) })),
    box,
  };
}
