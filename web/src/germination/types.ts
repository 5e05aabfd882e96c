import type { CountsDue, GerminationSummary, SeedKind, TestMethod, TestProtocol, Verdict } from '@esprel/core';

export interface SeedMark {
  readonly position: number;
  readonly kind: SeedKind;
  readonly markedOn: string;
}

export interface Replicate {
  readonly number: number;
  readonly seeds: number;
  readonly countedOn: string | null;
  readonly marks: readonly SeedMark[];
}

export interface LotEstimateShort {
  readonly median: number;
  readonly low: number;
  readonly high: number;
  readonly verdict: Verdict;
  readonly reason: string;
}

/** A test as `GET /api/tests/:id` answers it. */
export interface TestSheetData {
  readonly test: {
    readonly id: number;
    readonly version: number;
    readonly lotCode: string;
    readonly variety: string;
    readonly crop: string;
    readonly cropKey: string;
    readonly method: TestMethod;
    readonly nightC: number;
    readonly dayC: number;
    readonly light: 'light' | 'dark' | 'either';
    readonly startedOn: string;
    readonly warmFrom: string;
    readonly countDays: readonly number[];
    readonly closedOn: string | null;
    readonly note: string | null;
  };
  readonly replicates: readonly Replicate[];
  readonly summary: GerminationSummary;
  readonly next: CountsDue | null;
  readonly seedsOut: number;
  readonly protocol: TestProtocol;
  readonly estimate: LotEstimateShort | null;
}

export interface ListedTest {
  readonly id: number;
  readonly lotCode: string;
  readonly variety: string;
  readonly crop: string;
  readonly method: TestMethod;
  readonly startedOn: string;
  readonly warmFrom: string;
  readonly closedOn: string | null;
  readonly seeds: number;
  readonly bags: number;
  readonly marked: number;
  readonly normal: number;
  readonly alive: number;
  readonly next: CountsDue | null;
}
