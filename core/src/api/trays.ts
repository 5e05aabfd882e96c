import type { Crop, Fate, Preparation } from '../index.ts';
import { asSeenForm } from '../schemas/forms.ts';
import { trayPhotoForm } from '../schemas/keepForms.ts';
import {
  careForm,
  sowTrayForm,
  trayCellForm,
  trayClearForm,
  trayEditForm,
  trayForm,
  trayLookForm,
  trayMapForm,
} from '../schemas/sowingForms.ts';
import { changes, oneOf, reads } from './contract.ts';
import type { HistoryStep } from './history.ts';
import type { LotNames } from './lotSheet.ts';
import type { CareShown } from './sowing.ts';

export interface TrayFillShown extends LotNames {
  readonly letter: string;
  readonly lotCode: string;
  readonly cropKey: string;
  readonly plannedId: number | null;
  readonly wanted: { readonly plants: number; readonly cells: number } | null;
  readonly seedsPerCell: number;
  readonly available: number;
  readonly figures: Pick<
    Crop,
    | 'name'
    | 'lightNeed'
    | 'soilOptLowC'
    | 'soilOptHighC'
    | 'emergeMinD'
    | 'emergeMaxD'
    | 'sowDepthMm'
    | 'clumpSeeds'
    | 'seedsPerGram'
    | 'transplant'
  > & { readonly prepare: readonly Preparation[] };
  readonly cautions: readonly string[];
  readonly estimate: { readonly median: number; readonly low: number; readonly high: number; readonly verdict: string } | null;
}

export interface TraySowing {
  readonly id: number;
  readonly letter: string;
  readonly seeds: number;
  readonly cells: number;
  readonly version: number;
  readonly fate: Fate | null;
  readonly fateOn: string | null;
  readonly emerged: number | null;
  readonly lastLook: string | null;
  /** What is to be done with it next; null before anything is up. */
  readonly care: CareShown | null;
}

/** What may become of one cell. */
export type FateOfCell = Exclude<Fate, 'came-up'>;

export interface TrayCellShown {
  readonly cell: number;
  readonly letter: string;
  readonly seeds: number;
  readonly up: number;
  readonly upOn: string | null;
  readonly fate: FateOfCell | null;
  readonly fateOn: string | null;
}

export interface TraySheetData {
  readonly tray: {
    readonly id: number;
    readonly version: number;
    readonly name: string;
    readonly rows: number;
    readonly columns: number;
    readonly gaps: readonly number[];
    readonly map: readonly string[];
    readonly bench: { readonly id: number; readonly name: string; readonly kind: string; readonly warmthC: number | null } | null;
    readonly benchId: number | null;
    readonly covered: boolean;
    readonly sowOn: string;
    readonly sownOn: string | null;
    readonly clearedOn: string | null;
    readonly photo: string | null;
    readonly note: string | null;
  };
  readonly fills: readonly TrayFillShown[];
  readonly sowings: readonly TraySowing[];
  readonly cells: readonly TrayCellShown[];
  readonly counts: readonly { readonly day: string; readonly letter: string; readonly emerged: number }[];
  readonly history: readonly HistoryStep[];
}

export interface ListedTray {
  readonly id: number;
  readonly name: string;
  readonly rows: number;
  readonly columns: number;
  readonly gaps: readonly number[];
  readonly map: readonly string[];
  readonly sowOn: string;
  readonly sownOn: string | null;
  readonly clearedOn: string | null;
  readonly bench: string | null;
  readonly kinds: number;
  readonly names: string | null;
  readonly cellsUp: number | null;
  readonly cellsSown: number;
}

export const traysApi = {
  list: reads<{ readonly trays: readonly ListedTray[] }>()('/trays', 'desk', { state: oneOf(['planned', 'growing', 'cleared']) }),
  sheet: reads<TraySheetData>()('/trays/:id', 'desk'),
  /** `left` is what did not find room: cells by letter. */
  layOut: changes<{ readonly id: number; readonly left: Readonly<Record<string, number>> }>()('post', '/trays', trayForm, 'desk'),
  change: changes<TraySheetData>()('put', '/trays/:id', trayEditForm, 'desk'),
  paint: changes<TraySheetData>()('put', '/trays/:id/map', trayMapForm, 'desk'),
  sow: changes<TraySheetData>()('post', '/trays/:id/sow', sowTrayForm, 'desk'),
  look: changes<TraySheetData>()('post', '/trays/:id/looks', trayLookForm, 'desk'),
  putRight: changes<TraySheetData>()('post', '/trays/:id/cells', trayCellForm, 'desk'),
  care: changes<TraySheetData>()('post', '/trays/:id/care', careForm, 'desk'),
  clear: changes<TraySheetData>()('post', '/trays/:id/clear', trayClearForm, 'desk'),
  photo: changes<{ readonly id: number }>()('put', '/trays/:id/photo', trayPhotoForm, 'desk'),
  drop: changes<{ readonly id: number }>()('delete', '/trays/:id', asSeenForm, 'desk'),
};
