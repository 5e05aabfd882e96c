import type { SwapCopyLot } from '@esprel/core/api';
import type { DeskStep } from './steps.ts';
/** The lots of a desk, as they are by what it was told and by what it did since. */
interface Shelved {
  readonly lot: SwapCopyLot;
  /** Names of the variety and of the crop in Latin letters, by which it is found. */
  readonly names: readonly string[];
}
export interface Shelf {
  readonly byCode: ReadonlyMap<string, Shelved>;
}
export declare function shelfOf(lots: readonly SwapCopyLot[], cropName: (key: string) => string): Shelf;
/** The same with lots that changed, and without those that are gone. */
export declare function withNews(
  shelf: Shelf,
  lots: readonly SwapCopyLot[],
  gone: readonly string[],
  cropName: (key: string) => string,
): Shelf;
/** What this desk did that its lots do not show yet, by lot code: seeds that came and packets that went. */
export interface Moved {
  readonly came: ReadonlyMap<
    string,
    DeskStep & {
      readonly said: {
        readonly what: 'in';
      };
    }
  >;
  readonly went: ReadonlyMap<
    string,
    {
      readonly packets: number;
      readonly seeds: number;
    }
  >;
}
export declare function movedBy(steps: readonly DeskStep[]): Moved;
/** A lot as the desk knows it now; null where it knows of none. `unknown` is the crop of what nobody knows. */
export declare function lotNow(shelf: Shelf, moved: Moved, code: string, unknown: string): SwapCopyLot | null;
/** Lots by their names, the best fit first; through typing mistakes where nothing is called so. */
export declare function findLots(shelf: Shelf, typed: string, most?: number): SwapCopyLot[];
export {};
