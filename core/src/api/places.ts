import { asSeenForm, climateLogForm, placeEditForm, placeForm } from '../schemas/forms.ts';
import { stocktakeCloseForm, stocktakeForm, stocktakeScanForm } from '../schemas/keepForms.ts';
import { changes, reads, text } from './contract.ts';
import type { HistoryStep } from './history.ts';

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
  readonly readings: number;
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

/** What moving a lot to a place would gain: years until it falls to the line, where it is and there. */
export interface Gain {
  readonly code: string;
  readonly variety: string;
  readonly crop: string;
  readonly line: number;
  readonly staysYears: number | null;
  readonly movesYears: number | null;
  readonly tooLate: boolean;
  readonly storable: boolean;
}

export const placesApi = {
  list: reads<{ readonly places: readonly PlaceListed[] }>()('/places', 'desk'),
  sheet: reads<PlaceSheetData>()('/places/:id', 'desk'),
  gain: reads<{ readonly lots: readonly Gain[] }>()('/places/:id/gain', 'desk', { codes: text(4000) }),
  add: changes<{ readonly id: number }>()('post', '/places', placeForm, 'desk'),
  edit: changes<{ readonly id: number }>()('patch', '/places/:id', placeEditForm, 'desk'),
  remove: changes<{ readonly id: number }>()('delete', '/places/:id', asSeenForm, 'desk'),
  readClimate: changes<{ readonly id: number; readonly days: number; readonly readings: number }>()(
    'post',
    '/places/:id/climate-log',
    climateLogForm,
    'desk',
  ),
  removeClimate: changes<{ readonly id: number }>()('delete', '/climate-logs/:id', asSeenForm, 'desk'),
};

/** A lot in a stocktake: what the record has, and what was seen. */
export interface StocktakeLot {
  readonly lotId: number;
  readonly code: string;
  readonly variety: string;
  readonly crop: string;
  readonly year: number | null;
  readonly balance: number;
  readonly amountKnown: string;
  readonly missingSince: string | null;
  readonly scan: 'not-looked' | 'right' | 'in-doubt' | 'counted' | null;
  readonly counted: number | null;
  /** What the record had when it was looked at, and the version of that look. */
  readonly seen: number | null;
  readonly version: number | null;
  /** Where the record has it; null when nobody put it away. */
  readonly recordedIn: string | null;
  /** Whether it belongs in this place. */
  readonly belongs: boolean;
}

export interface StocktakeData {
  readonly stocktake: {
    readonly id: number;
    readonly placeId: number;
    readonly place: string;
    readonly startedOn: string;
    readonly closedOn: string | null;
  };
  readonly found: readonly StocktakeLot[];
  readonly missing: readonly StocktakeLot[];
  readonly strangers: readonly StocktakeLot[];
  readonly inDoubt: readonly string[];
}

export interface ListedStocktake {
  readonly id: number;
  readonly placeId: number;
  readonly place: string;
  readonly startedOn: string;
  readonly closedOn: string | null;
  readonly scanned: number;
}

/** What a scan says at once: whether the lot belongs there, and where the record has it. */
export interface Scanned {
  readonly code: string;
  readonly belongs: boolean;
  readonly recordedIn: string | null;
}

export const stocktakesApi = {
  list: reads<{ readonly stocktakes: readonly ListedStocktake[] }>()('/stocktakes', 'desk'),
  sheet: reads<StocktakeData>()('/stocktakes/:id', 'desk'),
  begin: changes<{ readonly id: number }>()('post', '/stocktakes', stocktakeForm, 'desk'),
  scan: changes<Scanned>()('post', '/stocktakes/:id/scans', stocktakeScanForm, 'desk'),
  unscan: changes<{ readonly id: number }>()('delete', '/stocktakes/:id/scans/:code', asSeenForm, 'desk'),
  close: changes<{ readonly id: number }>()('post', '/stocktakes/:id/close', stocktakeCloseForm, 'desk'),
};
