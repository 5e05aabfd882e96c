import type { Calibration, Prediction, SourceQuality } from '../index.ts';
import { spreadsForm } from '../schemas/testForms.ts';
import { changes, reads } from './contract.ts';

export interface PredictedCount extends Prediction {
  readonly testId: number;
  readonly code: string;
  readonly variety: string;
  readonly date: string;
  readonly sown: number;
  readonly alive: number;
  readonly expected: number;
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

export const calibrationApi = {
  sheet: reads<CalibrationData>()('/calibration', 'desk'),
  sources: reads<SourcesData>()('/calibration/sources', 'desk'),
  take: changes<{ readonly moved: number }>()('post', '/calibration/spreads', spreadsForm, 'coordinator'),
};
