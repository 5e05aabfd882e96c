import type { FrostDates, FrostRecord, Practised, Spot } from '../index.ts';
import { frostRecordForm, gardenEditForm, gardenForm, soilReadingForm } from '../schemas/sowingForms.ts';
import { changes, does, reads, whole } from './contract.ts';

/** When frost is usual in a garden; `id` null is the library itself. */
export interface Garden {
  readonly id: number | null;
  readonly name: string;
  readonly memberId: number | null;
  readonly member: string | null;
  readonly hemisphere: 'north' | 'south';
  /** Days later than the library; null where the frosts are its own. */
  readonly shiftDays: number | null;
  readonly frost: FrostDates;
  /** The usual lowest degrees of a winter, C; null when nobody said. */
  readonly winterMinC: number | null;
  /** What was said of this garden itself. */
  readonly ownWinterMinC: number | null;
  /** Where it lies on the plan; null where nobody said. */
  readonly spot: Spot | null;
  /** What it has room for, for seed: plants at one time, varieties in a season; null where nobody said. */
  readonly roomPlants: number | null;
  readonly mostVarieties: number | null;
  readonly cages: number;
  readonly practised: Practised | null;
  readonly note: string | null;
  readonly version: number;
}

export interface FrostRecordShown extends FrostRecord {
  readonly id: number;
  readonly fileName: string;
  readonly from: string;
  readonly to: string;
  readonly belowC: number;
  readonly readOn: string;
}

export interface FrostPage {
  readonly garden: Garden;
  readonly year: number;
  readonly lastFrost: string;
  readonly fitted: readonly { readonly day: string; readonly risk: number }[];
  readonly record: FrostRecordShown | null;
  readonly soil: readonly { readonly id: number; readonly readOn: string; readonly temperatureC: number }[];
}

/** A soil reading of a garden. */
export interface SoilReading {
  readonly id: number;
  readonly readOn: string;
  readonly temperatureC: number;
}

/** What a file of minima says, before it is taken. */
export interface FrostLook {
  readonly record: FrostRecord;
  readonly from: string;
  readonly to: string;
  readonly days: number;
  readonly fahrenheit: boolean;
  readonly doubts: readonly string[];
}

export const gardensApi = {
  list: reads<{ readonly gardens: readonly Garden[] }>()('/gardens', 'desk'),
  /** `garden` is its number, or "library". */
  frost: reads<FrostPage>()('/gardens/:garden/frost', 'desk'),
  add: changes<{ readonly id: number }>()('post', '/gardens', gardenForm, 'desk'),
  edit: changes<{ readonly id: number }>()('put', '/gardens/:id', gardenEditForm, 'desk'),
  lookAtRecord: does<FrostLook>()('/gardens/:garden/frost-record/look', frostRecordForm, 'desk'),
  takeRecord: changes<FrostRecord & { readonly id: number }>()('post', '/gardens/:garden/frost-record', frostRecordForm, 'coordinator'),
  readSoil: changes<{ readonly id: number }>()('post', '/soil-readings', soilReadingForm, 'desk'),
  soil: reads<{ readonly readings: readonly SoilReading[] }>()('/soil-readings', 'desk', { garden: whole(1, Number.MAX_SAFE_INTEGER) }),
};
