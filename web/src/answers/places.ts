import type { HistoryStep } from '@esprel/core/api';

/** A place of the tree, as `GET /api/places` answers it: a parent before what stands in it. */
export interface PlaceListed {
  readonly id: number;
  readonly parentId: number | null;
  readonly depth: number;
  readonly kind: PlaceKind;
  readonly name: string;
  readonly path: string;
  readonly temperatureC: number | null;
  readonly rhPercent: number | null;
  readonly sealed: boolean;
  readonly ownTemperatureC: number | null;
  readonly ownRhPercent: number | null;
  readonly ownSealed: boolean;
  readonly logged: boolean;
  readonly version: number;
  readonly lots: number;
}

export type PlaceKind = 'building' | 'room' | 'cupboard' | 'drawer' | 'box' | 'fridge' | 'freezer';

interface ClimateDayShown {
  readonly day: string;
  readonly temperatureC: number;
  readonly rhPercent: number | null;
  readonly lowC: number;
  readonly highC: number;
}

/** Everything about one place, as `GET /api/places/:id` answers it. */
export interface PlaceSheetData {
  readonly place: {
    readonly id: number;
    readonly parentId: number | null;
    readonly kind: PlaceKind;
    readonly name: string;
    readonly path: string;
    readonly temperatureC: number | null;
    readonly swingC: number;
    readonly swings: 'day' | 'year' | null;
    readonly rhPercent: number | null;
    readonly sealed: boolean;
    readonly version: number;
    readonly climate: {
      readonly temperatureC: number | null;
      readonly swingC: number;
      readonly rhPercent: number | null;
      readonly sealed: boolean;
      readonly temperatureFrom: number | null;
      readonly rhFrom: number | null;
    };
  };
  readonly parents: readonly { readonly id: number; readonly name: string }[];
  readonly within: readonly { readonly id: number; readonly name: string; readonly path: string }[];
  readonly climate: {
    readonly loggerIn: { readonly id: number; readonly name: string } | null;
    readonly days: readonly ClimateDayShown[];
    readonly limitC: number | null;
    readonly warmSpells: readonly { readonly from: string; readonly days: number; readonly highC: number }[];
    readonly logs: readonly {
      readonly id: number;
      readonly fileName: string;
      readonly fromDay: string;
      readonly toDay: string;
      readonly readings: number;
      readonly version: number;
    }[];
  };
  readonly lotCount: number;
  readonly lots: readonly {
    readonly code: string;
    readonly variety: string;
    readonly crop: string;
    readonly year: number | null;
    readonly balance: number;
    readonly median: number | null;
    readonly verdict: string | null;
  }[];
  readonly stocktakes: readonly { readonly id: number; readonly startedOn: string; readonly closedOn: string | null }[];
  readonly history: readonly HistoryStep[];
}
