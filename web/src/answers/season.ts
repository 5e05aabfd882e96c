import type {
  FrostDates,
  Lane,
  LaneInput,
  Preparation,
  SoilSays,
  SowingMethod,
  SowingPurpose,
  SpringOfRecord,
  Timing,
  Way,
  Weeks,
  Window,
} from '@esprel/core';
import type { LotEstimateShort } from './germination.ts';
import type { HistoryStep } from '@esprel/core/api';

export interface Garden {
  readonly id: number | null;
  readonly name: string;
  readonly memberId: number | null;
  readonly member: string | null;
  readonly hemisphere: 'north' | 'south';
  readonly shiftDays: number | null;
  readonly frost: FrostDates;
  readonly winterMinC: number | null;
  readonly ownWinterMinC: number | null;
  readonly note: string | null;
  readonly version: number;
}

export interface FrostRecordShown {
  readonly fileName: string;
  readonly from: string;
  readonly to: string;
  readonly belowC: number;
  readonly readOn: string;
  readonly yearsUsed: number;
  readonly typical: string | null;
  readonly risk10: string | null;
  readonly sdDays: number | null;
  readonly curve: readonly { readonly day: string; readonly risk: number }[];
  readonly years: readonly SpringOfRecord[];
}

export interface FrostPage {
  readonly garden: Garden;
  readonly year: number;
  readonly lastFrost: string;
  readonly fitted: readonly { readonly day: string; readonly risk: number }[];
  readonly record: FrostRecordShown | null;
  readonly soil: readonly { readonly id: number; readonly readOn: string; readonly temperatureC: number }[];
}

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

interface SeasonWindows {
  readonly plantOut: { readonly from: string | null; readonly target: string; readonly to: string | null } | null;
  readonly sow: Window | null;
  readonly direct: Window | null;
  readonly hardenFrom: string | null;
  readonly frostRiskAtPlantOut: number | null;
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

export interface LotSeason {
  readonly year: number;
  readonly lastFrost: string;
  readonly season: SeasonWindows;
  readonly table: SeasonWindows;
  readonly packet: {
    readonly lotCode: string;
    readonly weeks: Weeks;
    readonly anchor: 'last-frost' | 'plant-out';
    readonly window: Window | null;
    readonly used: boolean;
  } | null;
  readonly late: { readonly window: Window; readonly why: string } | null;
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

interface BenchOffer {
  readonly planId: number;
  readonly variety: string;
  readonly place: string;
  readonly day: string | null;
  readonly trayKind: { readonly id: number; readonly name: string } | null;
  readonly words: string;
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

export interface BenchPlaceShown {
  readonly id: number;
  readonly name: string;
  readonly kind: 'mat' | 'lamp' | 'sill' | 'dark' | 'fridge' | 'outdoors';
  readonly holds: number;
  readonly warmthC: number | null;
  readonly lampHours: number | null;
  readonly lampCm: number | null;
  readonly lampSetOn: string | null;
  readonly note: string | null;
  readonly version: number;
}

interface TrayKindShown {
  readonly id: number;
  readonly name: string;
  readonly rows: number;
  readonly columns: number;
  readonly gaps: readonly number[];
}

interface Learned {
  readonly emergence: number;
  readonly usual: number;
  readonly sowings: number;
  readonly seeds: number;
}

export interface BenchData {
  readonly places: readonly BenchPlaceShown[];
  readonly trayKinds: readonly TrayKindShown[];
  readonly learned: {
    readonly methods: readonly (Learned & { readonly method: SowingMethod })[];
    readonly benches: readonly (Learned & { readonly benchId: number; readonly method: SowingMethod })[];
  };
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
        readonly keys: readonly string[];
      }[];
    })[];
    readonly offers: readonly BenchOffer[];
  };
  readonly orders: readonly { readonly id: number; readonly name: string; readonly sowings: number; readonly plants: number }[];
}

export type { Lane };
