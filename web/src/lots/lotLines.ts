import type { CropCount } from '@esprel/core/api';
/** A crop of the list, with how many of its lots stand there. */

/** What stands in a line: a crop's heading, or the lot with so many lots before it. */
export type LotLine = { readonly crop: CropCount } | { readonly lot: number };

/** The lines of a list of lots, without the lots: where the heading of each crop stands follows from how many there are of each. */
export class LotLines {
  readonly length: number;
  /** Lots in the list. */
  readonly lots: number;
  private readonly heads: readonly { readonly line: number; readonly crop: CropCount }[];

  /** `crops` in the order of the list; none where it has no headings. */
  constructor(lots: number, crops: readonly CropCount[]) {
    let line = 0;
    this.heads = crops.map((crop) => {
      const head = { line, crop };
      line += 1 + crop.n;
      return head;
    });
    this.lots = lots;
    this.length = crops.length > 0 ? line : lots;
  }

  /** The last heading at or above a line, by its number; -1 where there is none. */
  private headOver(line: number): number {
    let low = 0;
    let high = this.heads.length;
    while (low < high) {
      const middle = (low + high) >> 1;
      if ((this.heads[middle]?.line ?? 0) <= line) low = middle + 1;
      else high = middle;
    }
    return low - 1;
  }

  at(line: number): LotLine {
    const over = this.headOver(line);
    const head = this.heads[over];
    return head?.line === line ? { crop: head.crop } : { lot: line - over - 1 };
  }

  /** The line of the lot with `lot` lots before it. */
  lineOf(lot: number): number {
    // Each heading above it moves it down by one.
    let low = 0;
    let high = this.heads.length;
    while (low < high) {
      const middle = (low + high) >> 1;
      if ((this.heads[middle]?.line ?? 0) - middle <= lot) low = middle + 1;
      else high = middle;
    }
    return lot + low;
  }
}
