import type {
  FoundAtHome,
  HomeStepKind,
  LabelSowing,
  LibraryCrop,
  LotEstimate,
  NOTHING_LEFT,
  ResolvedClimate,
  TestProtocol,
  Verdict,
  viability,
  ViabilityInput,
} from '../index.ts';
import type { HistoryStep } from './history.ts';
import type { EnvelopeText } from './varieties.ts';

export interface RibbonPoint {
  readonly date: string;
  readonly median: number;
  readonly low: number;
  readonly high: number;
}

export interface RibbonDot {
  readonly kind: 'test' | 'sowing';
  readonly date: string;
  readonly sown: number;
  readonly alive: number;
  readonly emergence: number | null;
  readonly used: boolean;
}

export interface EvidenceDot extends RibbonDot {
  readonly id: number;
  readonly why: string;
}

export interface MixUpShown {
  readonly id: number;
  readonly withCode: string;
  readonly withVariety: string;
  readonly kind: 'swapped' | 'spilled';
  readonly sinceDay: string | null;
  readonly markedOn: string;
  readonly reason: string;
  readonly clearedOn: string | null;
  readonly clearedHow: 'not-mixed' | 'put-right' | null;
  readonly version: number;
}

/** Work on seed in quarantine. */
export interface ReturnStep {
  readonly id: number;
  readonly kind: HomeStepKind;
  readonly dueOn: string;
  readonly doneOn: string | null;
  readonly version: number;
}

/** What a lot is called by. */
export interface LotNames {
  readonly variety: string;
  readonly crop: string;
  readonly scientific: string;
  readonly habit: string | null;
  readonly source: string;
}

/** Everything about one lot, as `GET /api/lots/:code` answers it. */
export interface LotSheetData {
  readonly lot: {
    readonly id: number;
    readonly code: string;
    readonly version: number;
    readonly varietyId: number;
    readonly variety: string;
    readonly habit: string | null;
    readonly crop: string;
    readonly scientific: string;
    readonly source: string;
    readonly synonyms: readonly string[];
    readonly breeding: 'open-pollinated' | 'hybrid-f1' | 'landrace' | 'clone' | 'unknown';
    readonly cropKey: string;
    readonly acquisition: 'donated' | 'purchased' | 'saved';
    readonly form: 'raw' | 'cleaned' | 'pelleted' | 'primed' | 'treated';
    readonly yearKind: 'harvest' | 'packing' | 'unknown';
    readonly year: number | null;
    readonly receivedOn: string;
    readonly agesFrom: string;
    readonly statedGermination: number | null;
    readonly identity: 'sure' | 'likely' | 'doubtful' | 'unknown';
    readonly state: 'kept' | 'quarantine';
    readonly amountKnown: 'counted' | 'weighed' | 'estimated';
    readonly balance: number;
    readonly floor: number;
    readonly lendable: number;
    /** Seeds that lie ready for whoever asked for them. */
    readonly laid: number;
    readonly note: string | null;
    readonly sealed: boolean;
    readonly sealedRhPercent: number | null;
    readonly openedOn: string | null;
    readonly pickedOn: string | null;
    readonly ripenedWhere: string | null;
    readonly ripenedInSeason: 'yes' | 'no' | null;
    readonly nightC: number | null;
    readonly missingSince: string | null;
    readonly generation: number;
    readonly parent: string | null;
  };
  /** The share that comes true to type, with its doubt; null of hybrids and of what never does. */
  readonly truth: { readonly mean: number; readonly low: number; readonly high: number } | null;
  readonly cautions: readonly string[];
  /** What the envelope says; null when nobody wrote it down. */
  readonly envelope: (EnvelopeText & { readonly version: number }) | null;
  /** How it is sown, by its packet where that is followed. */
  readonly sowing: Omit<LabelSowing, 'preparation' | 'perCell' | 'unit' | 'warmC'> & {
    /** Whose printed instructions these are; null when they are those of the crop. */
    readonly after: string | null;
  };
  readonly followsPacket: boolean;
  readonly photos: readonly { readonly id: number; readonly file: string; readonly takenOn: string; readonly version: number }[];
  readonly weighings: readonly {
    readonly id: number;
    readonly weighedOn: string;
    readonly seeds: number;
    readonly low: number | null;
    readonly high: number | null;
    readonly gramsPerThousand: number;
    readonly variationPercent: number | null;
  }[];
  readonly packets: readonly {
    readonly id: number;
    readonly seedsEach: number;
    readonly packets: number;
    readonly packetsLeft: number;
    readonly filledOn: string;
    readonly version: number;
  }[];
  /** Seeds that came in, as far as is known now. */
  readonly cameIn: number;
  /** Seeds that may go to be renewed, of the floor too. */
  readonly renewable: number;
  /** What sprouts without being woken, in words, where that is much less than what is alive. */
  readonly sprouting: string | null;
  /** The day until which fresh seed may still rest. */
  readonly restsUntil: string | null;
  /** What stands for the year of seed that does not keep. */
  readonly freshness: string | null;
  readonly unit: 'seed' | 'cluster';
  /** Since when it is wet, or was, without a test after it. */
  readonly wet: { readonly wetOn: string; readonly driedOn: string | null } | null;
  readonly mixUps: readonly MixUpShown[];
  readonly crop: LibraryCrop;
  readonly estimate: LotEstimate & { readonly threshold: number };
  readonly verdict: {
    readonly verdict: Verdict | typeof NOTHING_LEFT;
    readonly beside: Verdict | null;
    readonly reason: string;
    readonly nextLook?: string | null;
  } | null;
  /** A coordinator's word over the verdict, while it stands. */
  readonly overrule: {
    readonly id: number;
    readonly verdict: Verdict;
    readonly reason: string;
    readonly madeOn: string;
    readonly untilDay: string;
    readonly version: number;
  } | null;
  readonly evidence: readonly EvidenceDot[];
  readonly storage: readonly ({
    readonly from: string;
    readonly placeId: number;
    readonly place: string;
  } & ResolvedClimate)[];
  readonly movements: readonly {
    readonly id: number;
    readonly kind: string;
    readonly seeds: number;
    readonly day: string;
    readonly reason: string;
  }[];
  readonly tests: readonly {
    readonly id: number;
    readonly method: string;
    readonly startedOn: string;
    readonly warmFrom: string;
    readonly closedOn: string | null;
    /** 1 while no seed has left its envelope. */
    readonly planned: 0 | 1;
    readonly seeds: number;
  }[];
  readonly loans: readonly {
    readonly id: number;
    readonly seeds: number;
    readonly purpose: string;
    readonly promise: string;
    readonly dueOn: string | null;
    readonly lentOn: string;
    readonly settledOn: string | null;
    readonly memberId: number;
    readonly member: string;
  }[];
  readonly sowings: readonly {
    readonly id: number;
    readonly seeds: number;
    readonly sownOn: string;
    readonly method: string;
    readonly fate: string | null;
    readonly member: string | null;
    readonly emerged: number | null;
  }[];
  readonly quarantine: {
    readonly id: number;
    readonly version: number;
    readonly receivedOn: string;
    readonly plants: number | null;
    readonly grownBeside: string | null;
    readonly isolated: string;
    readonly releasedOn: string | null;
    readonly grownBy: string;
    readonly found: readonly FoundAtHome[];
    readonly steps: readonly ReturnStep[];
  } | null;
  readonly protocol: TestProtocol;
  readonly testSize: number;
  readonly history: readonly HistoryStep[];
}

/** How the estimate of a lot was worked out: everything that went in. */
export interface LotModel {
  readonly input: ViabilityInput;
  readonly ages: readonly number[];
  readonly output: ReturnType<typeof viability>;
}
