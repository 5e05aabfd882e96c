import type { SeedsPerCellOption } from '@esprel/core';

/** One square of the picture: a plant with how many to thin beside it, or an empty cell. */
export interface CellSquare {
  readonly x: number;
  readonly y: number;
  readonly up: number;
}

export interface CellPicture {
  readonly squares: readonly CellSquare[];
  /** Cells that one square stands for. */
  readonly each: number;
  readonly width: number;
  readonly height: number;
}

const MOST_SQUARES = 60;

/**
 * The cells of one way of sowing as squares: as many empty ones as are expected, the plants to be thinned spread over the
 * others. Null where the number of cells is not known.
 */
export function cellPicture(option: SeedsPerCellOption, columns: number, size: number): CellPicture | null {
  if (option.cells === null || option.thinned === null) return null;
  const each = Math.max(1, Math.ceil(option.cells / MOST_SQUARES));
  const n = Math.max(1, Math.round(option.cells / each));
  const empty = Math.min(n, Math.round(option.emptyShare * n));
  const full = n - empty;
  const thinned = option.thinned / each;
  const squares = Array.from({ length: n }, (_, i): CellSquare => {
    // Extra plants one after the other, so that rows are even.
    const extra = full > 0 ? Math.floor(((i + 1) * thinned) / full) - Math.floor((i * thinned) / full) : 0;
    return { x: (i % columns) * size, y: Math.floor(i / columns) * size, up: i < full ? 1 + extra : 0 };
  });
  return { squares, each, width: columns * size, height: Math.ceil(n / columns) * size };
}
