import type { LaneInput, Preparation, Season, SoilSays, SowingMethod, SowingPurpose, Timing, Way, Weeks, Window } from '../index.ts';
import { WAYS } from '../season/ways.ts';
import { asSeenForm } from '../schemas/forms.ts';
import { chillForm, plannedEditForm, plannedForm, plannedManyForm, plannedMoveForm } from '../schemas/sowingForms.ts';
import { changes, oneOf, reads, whole } from './contract.ts';
import type { BenchOffer, BenchPlaceShown } from './bench.ts';
import type { Garden } from './gardens.ts';
import type { LotEstimateShort } from './germination.ts';
import type { HistoryStep } from './history.ts';

/** What rows and lanes name of a plan. */
interface NamedPlan {
  readonly id: number;
  readonly version: number;
  readonly lotCode: string;
  readonly variety: string;
  readonly cropKey: string;
  readonly crop: string;
  readonly person: string | null;
  readonly personId: number | null;
  readonly member: string | null;
  readonly bench: string | null;
  readonly benchId: number | null;
  readonly growBench: string | null;
  readonly gardenId: number | null;
  readonly purpose: SowingPurpose;
  readonly plants: number;
  readonly cells: number;
  readonly seeds: number;
  readonly seedsPerCell: number;
  readonly reserve: number;
  readonly balance: number;
  readonly trayKindId: number | null;
  readonly trayId: number | null;
  readonly tray: string | null;
  readonly sowingId: number | null;
  readonly sownOn: string | null;
  readonly upOn: string | null;
  readonly emerged: number | null;
  readonly sownSeeds: number | null;
  readonly chilledOn: string | null;
  readonly sproutedOn: string | null;
}

export interface SeasonLane extends Pick<
  NamedPlan,
  | 'id'
  | 'version'
  | 'lotCode'
  | 'variety'
  | 'cropKey'
  | 'crop'
  | 'person'
  | 'member'
  | 'bench'
  | 'growBench'
  | 'purpose'
  | 'sowingId'
  | 'sownOn'
> {
  readonly seedsPerCell: number;
  readonly sowOn: string;
  readonly plantOutOn: string | null;
  readonly way: Way;
  readonly method: SowingMethod;
  /** Days to its first crop where its packet or variety says other than its crop. */
  readonly cropDays: LaneInput['cropDays'];
  /** Which of the shared bases it is drawn from. */
  readonly base: number;
}

export type LaneBase = Pick<LaneInput, 'crop' | 'window' | 'lastFrost' | 'sdDays' | 'firstFrost' | 'cropDays'> & { readonly id: number };

export interface SeasonPage {
  readonly year: number;
  readonly from: string;
  readonly to: string;
  readonly today: string;
  readonly garden: Garden;
  readonly risk: readonly { readonly day: string; readonly risk: number }[];
  readonly bases: readonly LaneBase[];
  readonly lanes: readonly SeasonLane[];
}

/** What a sowing of a lot on any day is held against: the windows of each way, year by year. */
export interface LaneSeasons {
  readonly crop: LaneInput['crop'];
  readonly seasons: readonly (Pick<LaneInput, 'window' | 'lastFrost' | 'sdDays' | 'firstFrost' | 'cropDays'> & { readonly way: Way })[];
}

/** A window that is missed: over, or without time left for the weeks of cold before it. */
export interface Missed {
  readonly window: Window;
  readonly forPreparing: boolean;
}

/** When a lot is sown in one garden, as `GET /api/lots/:code/season` answers it. */
export interface LotSeasonData {
  readonly variety: string;
  readonly crop: string;
  readonly garden: Garden;
  readonly season: LotSeason;
  readonly ways: readonly {
    readonly way: Way;
    readonly window: Window;
    readonly missed: Missed | null;
    readonly shift: { readonly days: number; readonly verdicts: number };
    readonly why: string | null;
  }[];
  /** Why nothing of it is sown to stand the winter, where others are. */
  readonly winter: string | null;
  readonly lane: LaneSeasons;
  readonly rule: string;
  readonly verdicts: readonly TimingSaid[];
  readonly soil: SoilSays;
  readonly notes: readonly EarlierNote[];
}

/** When a lot is sown in one season and garden, by the table, by its packet, and as the library learned it. */
export interface LotSeason {
  readonly year: number;
  readonly lastFrost: string;
  readonly firstFrost: string;
  readonly sdDays: number;
  /** The windows by what is followed, before anything learned, and those of the table. */
  readonly season: Season;
  readonly table: Season;
  readonly packet: {
    readonly lotCode: string;
    readonly weeks: Weeks;
    readonly anchor: 'last-frost' | 'plant-out';
    readonly window: Window | null;
    readonly used: boolean;
  } | null;
  /** Sowing late; `through` where it stands the winter before there is a crop. */
  readonly late: { readonly window: Window; readonly why: string; readonly through: boolean } | null;
  readonly fresh: boolean;
  readonly shifts: Readonly<Record<Way, { readonly days: number; readonly verdicts: number }>>;
}

export interface TimingSaid {
  readonly id: number;
  readonly version: number;
  readonly way: Way;
  readonly offsetDays: number;
  readonly timing: Timing;
  readonly madeOn: string;
  readonly sowingId: number;
  readonly sownOn: string;
  readonly variety: string;
}

export interface EarlierNote {
  readonly id: number;
  readonly sownOn: string;
  readonly note: string | null;
  readonly variety: string;
  readonly seeds: number;
  readonly emerged: number | null;
  readonly timing: Timing | null;
}

export interface PlannedSheetData {
  readonly planned: NamedPlan & {
    readonly memberId: number | null;
    readonly way: Way;
    readonly method: SowingMethod;
    readonly growBenchId: number | null;
    readonly sowOn: string;
    readonly plantOutOn: string | null;
    readonly chillLookedOn: string | null;
    readonly note: string | null;
  };
  readonly garden: Garden;
  readonly input: LaneInput;
  readonly season: LotSeason;
  readonly rule: string;
  readonly verdicts: readonly TimingSaid[];
  readonly others: number;
  readonly soil: SoilSays | null;
  readonly prepare: readonly Preparation[];
  readonly notes: readonly EarlierNote[];
  readonly offer: BenchOffer | null;
  readonly estimate: LotEstimateShort | null;
  readonly history: readonly HistoryStep[];
}

export interface SeasonListRow extends Pick<
  NamedPlan,
  | 'id'
  | 'variety'
  | 'crop'
  | 'cropKey'
  | 'member'
  | 'bench'
  | 'purpose'
  | 'plants'
  | 'cells'
  | 'seeds'
  | 'seedsPerCell'
  | 'balance'
  | 'trayId'
  | 'tray'
  | 'sowingId'
  | 'sownOn'
  | 'sownSeeds'
  | 'emerged'
> {
  readonly method: SowingMethod;
  readonly sowOn: string;
  /** Seeds that are missing for all open plans of its lot; 0 when there are enough. */
  readonly short: number;
}

export interface SeasonListData {
  readonly year: number;
  /** Seeds of all that is not sown yet. */
  readonly toSow: number;
  /** All there is of each purpose; `rows` may hold only the first of each. */
  readonly groups: readonly { readonly purpose: SowingPurpose; readonly rows: number; readonly plants: number }[];
  readonly rows: readonly SeasonListRow[];
  readonly bench: {
    readonly weeks: readonly string[];
    readonly places: readonly (BenchPlaceShown & {
      readonly load: readonly {
        readonly monday: string;
        readonly trays: number;
        readonly clash: boolean;
      }[];
    })[];
    readonly offers: readonly BenchOffer[];
  };
  readonly orders: readonly { readonly id: number; readonly name: string; readonly sowings: number; readonly plants: number }[];
}

/** The plan that a lot usually gets. */
export interface UsualPlan {
  readonly variety: string;
  readonly crop: string;
  readonly lotCode: string;
  readonly gardenId: number | null;
  readonly purpose: SowingPurpose;
  readonly way: Way;
  readonly method: SowingMethod;
  readonly trayKindId: number | null;
  readonly benchId: number | null;
  readonly plants: number;
  readonly seedsPerCell: number;
  readonly cells: number;
  readonly reserve: number;
  readonly sowOn: string;
  readonly plantOutOn: string | null;
}

const GARDEN = { garden: whole(1, Number.MAX_SAFE_INTEGER) } as const;
const YEAR = { year: whole(1900, 2200) } as const;

/** A plan that was written: its number, and the version to go on from. */
interface Planned {
  readonly id: number;
  readonly version: number;
}

export const seasonApi = {
  page: reads<SeasonPage>()('/season', 'desk', YEAR),
  list: reads<SeasonListData>()('/season/list', 'desk', { ...YEAR, rows: whole(1, 100_000) }),
  ofLot: reads<LotSeasonData>()('/lots/:code/season', 'desk', GARDEN),
  usual: reads<{ readonly plan: UsualPlan; readonly missed: Missed | null; readonly there: number; readonly others: number }>()(
    '/lots/:code/usual-plan',
    'desk',
    { ...GARDEN, way: oneOf(WAYS), plants: whole(1, 10_000) },
  ),
  sheet: reads<PlannedSheetData>()('/planned/:id', 'desk'),
  plan: changes<Planned & { readonly ids: readonly number[] }>()('post', '/planned', plannedForm, 'desk'),
  planMany: changes<{ readonly ids: readonly number[] }>()('post', '/planned/many', plannedManyForm, 'desk'),
  replan: changes<Planned>()('put', '/planned/:id', plannedEditForm, 'desk'),
  move: changes<Planned>()('post', '/planned/:id/move', plannedMoveForm, 'desk'),
  cold: changes<Planned>()('post', '/planned/:id/cold', chillForm, 'desk'),
  drop: changes<{ readonly id: number }>()('delete', '/planned/:id', asSeenForm, 'desk'),
};
