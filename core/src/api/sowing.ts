import type {
  Between,
  Fate,
  HowToSow,
  LearnedEmergence,
  LibraryCrop,
  LookDue,
  PlantCount,
  PlantsOfSowing,
  SeedsPerCellOption,
  SowingMethod,
  StepDue,
  Timing,
  Way,
} from '../index.ts';
import { SOWING_METHODS } from '../sowing/fates.ts';
import { asSeenForm, emergenceForm, fateForm, sowingForm } from '../schemas/forms.ts';
import { careForm, plantsForm, timingForm } from '../schemas/sowingForms.ts';
import { changes, decimal, oneOf, reads, text, whole } from './contract.ts';
import type { LotEstimateShort } from './germination.ts';
import type { HistoryStep } from './history.ts';
import type { LotNames } from './lotSheet.ts';
import type { BenchData } from './bench.ts';
import type { LotSeason, TimingSaid } from './season.ts';

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
  readonly learned: LearnedEmergence & { readonly method: SowingMethod; readonly benchId?: number };
  readonly crop: Pick<LibraryCrop, 'key' | 'transplant' | 'seedsPerGram' | 'clumpSeeds'>;
  readonly how: HowToSow;
  readonly certainty: number;
  readonly clumpSeeds: number;
  readonly options: readonly SeedsPerCellOption[];
  readonly recommended: number | null;
}

/** A step of the care of a sowing, with its day. */
export interface CareShown extends StepDue {
  readonly number: number;
}

export interface SowingSheetData {
  readonly sowing: LotNames & {
    readonly id: number;
    readonly version: number;
    readonly lotCode: string;
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
  readonly care: readonly CareShown[];
  /** The step to ask for; null where there is none. */
  readonly nextCare: CareShown | null;
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
  readonly care: CareShown | null;
}

/** Sowings of one crop by one method in one season, added up. */
export interface WorkedSeason {
  readonly year: number;
  readonly sowings: number;
  /** Seeds whose cells say something of the seed, and how many of those came up. */
  readonly seeds: number;
  readonly emerged: number;
  readonly lost: number;
  /** Days from sowing to the first seedling, in the middle of the sowings: between two looks. */
  readonly daysUp: Between | null;
  readonly from: string;
  readonly to: string;
  readonly timings: Readonly<Partial<Record<Timing, number>>>;
  readonly notes: readonly { readonly id: number; readonly sownOn: string; readonly variety: string; readonly note: string }[];
}

/** What worked: by crop and method, season against season, and what it moved. */
export interface WorkedData {
  readonly rows: readonly {
    readonly cropKey: string;
    readonly crop: string;
    readonly method: SowingMethod;
    readonly seasons: readonly WorkedSeason[];
  }[];
  readonly methods: BenchData['learned']['methods'];
  readonly benches: BenchData['learned']['benches'];
  readonly rule: string;
  readonly shifts: LotSeason['shifts'] | null;
  readonly verdicts: readonly TimingSaid[];
}

/** Plants of a sowing that stand now, and what is to spare of them. */
export interface StandingPlants {
  readonly id: number;
  readonly lotCode: string;
  readonly variety: string;
  readonly crop: string;
  readonly sownOn: string;
  readonly standing: number;
  readonly kept: number;
  readonly spare: number;
  readonly given: number;
  readonly sold: number;
}

const ID = whole(1, Number.MAX_SAFE_INTEGER);

export const sowingsApi = {
  list: reads<{ readonly sowings: readonly ListedSowing[] }>()('/sowings', 'desk', { state: oneOf(['open', 'finished']) }),
  sheet: reads<SowingSheetData>()('/sowings/:id', 'desk'),
  advice: reads<SowingAdvice>()('/lots/:code/sowing-advice', 'desk', {
    plants: whole(1, 10_000),
    method: oneOf(SOWING_METHODS),
    reserve: whole(0, 10_000_000),
    certainty: decimal(0.5, 0.99),
    loan: ID,
    plan: ID,
    bench: ID,
  }),
  sow: changes<{ readonly id: number; readonly lotCode: string }>()('post', '/sowings', sowingForm, 'desk'),
  count: changes<SowingSheetData>()('post', '/sowings/:id/counts', emergenceForm, 'desk'),
  care: changes<SowingSheetData>()('post', '/sowings/:id/care', careForm, 'desk'),
  timing: changes<{ readonly way: Way; readonly shift: { readonly days: number; readonly verdicts: number } }>()(
    'post',
    '/sowings/:id/timing',
    timingForm,
    'desk',
  ),
  removeTiming: changes<{ readonly id: number }>()('delete', '/timings/:id', asSeenForm, 'desk'),
  fate: changes<SowingSheetData>()('post', '/sowings/:id/fate', fateForm, 'desk'),
  plants: reads<{ readonly plants: readonly StandingPlants[] }>()('/plants', 'desk'),
  countPlants: changes<{ readonly standing: number; readonly spare: number }>()('post', '/sowings/:id/plants', plantsForm, 'desk'),
  removePlants: changes<{ readonly id: number }>()('delete', '/plant-counts/:id', asSeenForm, 'desk'),
  worked: reads<WorkedData>()('/sowing/worked', 'desk', { crop: text() }),
};
