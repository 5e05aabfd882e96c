import type { Cost, CropDiversity, Flows, PromisesKept, Settings, VarietyChange, VarietyLost, Verdict } from '../index.ts';
import { reads, text } from './contract.ts';

/** A lot in the stock picture. */
export interface StockLot {
  readonly code: string;
  readonly variety: string;
  readonly seeds: number;
  /** Share alive, most likely. */
  readonly alive: number;
  readonly verdict: Verdict;
}

/** All lots with seed, by how much there is and how alive it is. */
export interface Stock {
  readonly lots: number;
  readonly varieties: number;
  readonly seeds: number;
  /** Live seeds, most likely. */
  readonly live: number;
  /** Every lot; where there are too many to be drawn one by one, only those that are to be renewed or rescued. */
  readonly points: readonly StockLot[];
  /** Lots by tenths of being alive and by powers of ten of their seeds, where not every one is in `points`. */
  readonly cells: readonly { readonly alive: number; readonly seeds: number; readonly n: number }[];
}

/** What happened in a library from one day to another, both counted. */
export interface YearReport {
  readonly libraryName: string;
  readonly from: string;
  readonly to: string;
  readonly flows: Flows;
  /** Lots and seeds that came in, by crop, the most first. */
  readonly cameByCrop: readonly { readonly crop: string; readonly lots: number; readonly seeds: number }[];
  readonly lentByCrop: readonly { readonly crop: string; readonly packets: number; readonly seeds: number }[];
  readonly sources: readonly { readonly name: string; readonly lots: number; readonly seeds: number }[];
  readonly people: {
    readonly atDesk: number;
    readonly steps: number;
    readonly members: number;
    readonly joined: number;
    readonly borrowers: number;
    readonly packets: number;
    /** Members who brought seed home. */
    readonly savers: number;
    readonly envelopesHome: number;
  };
  readonly promises: PromisesKept;
  readonly tests: { readonly closed: number; readonly seeds: number; readonly alive: number | null; readonly varieties: number };
  readonly lost: readonly VarietyLost[];
  readonly saved: readonly VarietyChange[];
  readonly diversity: readonly CropDiversity[];
  readonly varieties: { readonly before: number; readonly after: number };
  /** Live seeds at the start and at the end. */
  readonly live: { readonly before: number; readonly after: number };
  readonly costs: { readonly crops: readonly Cost[]; readonly places: readonly Cost[]; readonly sources: readonly Cost[] };
  /** By month: packets lent and envelopes that came home. */
  readonly months: readonly { readonly month: string; readonly lent: number; readonly home: number }[];
  readonly hemisphere: Settings['hemisphere'];
}

export const yearApi = {
  report: reads<YearReport>()('/year', 'desk', { from: text(), to: text() }),
  stock: reads<Stock>()('/stock', 'desk'),
};
