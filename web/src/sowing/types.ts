import type { Fate, LibraryCrop, LookDue, SeedsPerCellOption, SowingMethod } from '@esprel/core';
import type { LotEstimateShort } from '../germination/types.ts';
import type { HistoryStep } from '../lots/types.ts';

/** How many seeds to put in a cell, as `GET /api/lots/:code/sowing-advice` answers it. */
export interface SowingAdvice {
  readonly plants: number;
  readonly method: SowingMethod;
  readonly available: number;
  readonly emergence: number;
  readonly certainty: number;
  readonly clumpSeeds: number;
  readonly options: readonly SeedsPerCellOption[];
  readonly recommended: number | null;
}

export interface SowingSheetData {
  readonly sowing: {
    readonly id: number;
    readonly version: number;
    readonly lotCode: string;
    readonly variety: string;
    readonly crop: string;
    readonly cropKey: string;
    readonly loanId: number | null;
    readonly memberId: number | null;
    readonly member: string | null;
    readonly method: SowingMethod;
    readonly cells: number;
    readonly seedsPerCell: number;
    readonly seeds: number;
    readonly sownOn: string;
    readonly whereSown: string | null;
    readonly toIdentify: boolean;
    readonly emergence: number;
    readonly fate: Fate | null;
    readonly fateOn: string | null;
    readonly note: string | null;
  };
  readonly counts: readonly { readonly id: number; readonly countedOn: string; readonly emerged: number }[];
  readonly next: LookDue | null;
  readonly crop: LibraryCrop;
  readonly estimate: LotEstimateShort | null;
  readonly history: readonly HistoryStep[];
}

export interface ListedSowing {
  readonly id: number;
  readonly lotCode: string;
  readonly variety: string;
  readonly crop: string;
  readonly seeds: number;
  readonly sownOn: string;
  readonly member: string | null;
  readonly fate: Fate | null;
  readonly emerged: number | null;
  readonly next: LookDue | null;
}
