import type { Calibration, SourceQuality } from '@esprel/core';

export interface PredictedCount {
  readonly testId: number;
  readonly code: string;
  readonly variety: string;
  readonly date: string;
  readonly sown: number;
  readonly alive: number;
  readonly expected: number;
  /** Fewest and most alive that were expected. */
  readonly low: number;
  readonly high: number;
  readonly inside: boolean;
}

export interface FamilyCalibration {
  readonly family: string;
  readonly crops: readonly string[];
  readonly tests: number;
  readonly inside: number;
  readonly firsts: number;
  readonly spread: number | null;
  readonly used: number;
}

export interface CalibrationData extends Calibration {
  readonly families: readonly FamilyCalibration[];
  readonly counts: readonly PredictedCount[];
}

export interface SourcesData {
  readonly typical: number;
  readonly differ: number;
  readonly sources: readonly (SourceQuality & { readonly source: string })[];
}
