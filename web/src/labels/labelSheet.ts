import type { Settings } from '@esprel/core';
import { depth } from '../app/format.ts';

/** A sheet of sticky labels on A4, all measures in millimetres. */
export interface LabelSheet {
  readonly words: string;
  readonly columns: number;
  readonly rows: number;
  readonly widthMm: number;
  readonly heightMm: number;
  readonly topMm: number;
  readonly leftMm: number;
  readonly gapXMm: number;
}

export const SHEETS = {
  envelopes: {
    words: 'envelopes: 21 on A4, 63.5 x 38.1 mm',
    columns: 3,
    rows: 7,
    widthMm: 63.5,
    heightMm: 38.1,
    topMm: 15.1,
    leftMm: 7.2,
    gapXMm: 2.5,
  },
  packets: {
    words: 'packets: 14 on A4, 99.1 x 38.1 mm',
    columns: 2,
    rows: 7,
    widthMm: 99.1,
    heightMm: 38.1,
    topMm: 15.1,
    leftMm: 4.7,
    gapXMm: 2.5,
  },
  tags: {
    words: 'pot tags: 36 strips on A4, 66 x 22 mm',
    columns: 3,
    rows: 12,
    widthMm: 66,
    heightMm: 22,
    topMm: 16,
    leftMm: 6,
    gapXMm: 0,
  },
} as const satisfies Record<string, LabelSheet>;
export type SheetName = keyof typeof SHEETS;

export interface LabelLot {
  readonly code: string;
  readonly variety: string;
  readonly crop: string;
  readonly scientific: string;
  readonly year: number | null;
  readonly yearKind: string;
  readonly generation: number;
  readonly identity: string;
  readonly form: string;
  readonly sowing: {
    readonly depthMm: number;
    readonly light: 'light' | 'dark' | 'either';
    readonly spacingCm: number;
    readonly emergeMinD: number;
    readonly emergeMaxD: number;
  };
  readonly cautions: readonly string[];
}

/** The cells of each sheet in order: nulls for labels that are used already, then each lot `copies` times. */
export function labelCells(lots: readonly LabelLot[], sheet: LabelSheet, skip: number, copies: number): (LabelLot | null)[][] {
  const perPage = sheet.columns * sheet.rows;
  const used = Math.min(Math.max(0, Math.floor(skip)), perPage - 1);
  const each = Math.min(50, Math.max(1, Math.floor(copies)));
  const cells: (LabelLot | null)[] = [...Array<null>(used).fill(null), ...lots.flatMap((l) => Array<LabelLot>(each).fill(l))];
  const pages: (LabelLot | null)[][] = [];
  for (let i = 0; i < cells.length; i += perPage) pages.push(cells.slice(i, i + perPage));
  return lots.length === 0 ? [] : pages;
}

/** The lines under the name: what the gardener needs when the envelope is all there is. */
export function labelLines(lot: LabelLot, library: string, lengthUnit: Settings['lengthUnit']): string[] {
  const year = lot.year === null ? 'year not known' : `${lot.yearKind === 'packing' ? 'packed for' : 'harvest'} ${String(lot.year)}`;
  const { sowing: s } = lot;
  const depthWords = s.depthMm === 0 ? 'on the surface' : `${depth(s.depthMm, lengthUnit)} deep`;
  const apart = lengthUnit === 'mm' ? `${String(s.spacingCm)} cm` : `${String(Math.round(s.spacingCm / 2.54))} inch`;
  const light = s.light === 'either' ? '' : `, in the ${s.light}`;
  const doubtful = lot.identity === 'doubtful' || lot.identity === 'unknown';
  return [
    `${lot.crop.replace(/ \(.*\)/, '')}, ${year}${lot.generation > 0 ? `, generation ${String(lot.generation)}` : ''}`,
    ...(doubtful ? ['The name is in doubt'] : []),
    `${capital(depthWords)}${light}, ${apart} apart, up in ${String(s.emergeMinD)} to ${String(s.emergeMaxD)} days`,
    // A caution needs the room more than our name does.
    ...(lot.cautions.length === 0 ? [library] : []),
  ];
}

function capital(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1);
}
