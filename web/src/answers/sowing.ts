import type {
  CareKind,
  Fate,
  HowToSow,
  LibraryCrop,
  LookDue,
  PlantCount,
  PlantsOfSowing,
  SeedsPerCellOption,
  SowingMethod,
  StepDue,
  Timing,
} from '@esprel/core';
import type { LotEstimateShort } from './germination.ts';
import type { HistoryStep } from '@esprel/core/api';

/** How many seeds to put in a cell, as `GET /api/lots/:code/sowing-advice` answers it. */
export interface SowingAdvice {
  readonly plants: number;
  readonly method: SowingMethod;
  /** Seeds that may be used now, all that are there, and those kept back. */
  readonly available: number;
  readonly there: number;
  readonly reserve: number;
  readonly emergence: number;
  /** Where the emergence comes from. */
  readonly learned: { readonly usual: number; readonly sowings: number; readonly seeds: number };
  readonly crop: Pick<LibraryCrop, 'key' | 'transplant' | 'seedsPerGram' | 'clumpSeeds'>;
  readonly how: HowToSow;
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
    readonly trayId: number | null;
    readonly tray: string | null;
    readonly letter: string | null;
    readonly depthMm: number | null;
    readonly coveredWith: string | null;
    readonly warmthC: number | null;
  };
  readonly care: readonly (StepDue & { readonly number: number })[];
  readonly nextCare: StepDue | null;
  readonly plants: PlantsOfSowing & {
    readonly counts: readonly (PlantCount & {
      readonly id: number;
      readonly version: number;
      readonly memberId: number | null;
      readonly member: string | null;
      readonly note: string | null;
    })[];
  };
  readonly timing: { readonly id: number; readonly version: number; readonly timing: Timing; readonly offsetDays: number } | null;
  readonly lost: readonly { readonly fate: Fate; readonly cells: number; readonly seeds: number }[];
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
  readonly trayId: number | null;
  readonly tray: string | null;
  readonly bench: string | null;
  readonly next: LookDue | null;
  readonly care: { readonly kind: CareKind; readonly due: string; readonly movedDays: number } | null;
}
