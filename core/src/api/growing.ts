import type { Apart, CrossesHere, CrossingBand, FlowerDates, LowerWay, OffTypesOfCrop, PatchCrossing, PatchKind, Spot } from '../index.ts';
import { PURPOSES } from '../lots/vocabulary.ts';
import { lineForm, offTypesForm, patchChangeForm, patchForm, patchGoneForm } from '../schemas/growingForms.ts';
import { changes, oneOf, reads, text, whole } from './contract.ts';
import type { HistoryStep } from './history.ts';

/** A patch as the plan has it. Its key is `loan-12`, `plan-3`, `sowing-4` or, of one that was seen, `seen-5`. */
export interface PlanPatch {
  readonly key: string;
  readonly kind: PatchKind;
  readonly varietyId: number | null;
  /** Null where nobody knows which it is. */
  readonly variety: string | null;
  readonly crop: string;
  readonly lotCode: string | null;
  readonly memberId: number | null;
  /** Who grows it. */
  readonly grower: string | null;
  /** Null where it is the library, or no garden. */
  readonly gardenId: number | null;
  /** What the place is called; null of a spot without a name. */
  readonly place: string | null;
  readonly spot: Spot | null;
  readonly plants: number;
  /** `said` by somebody, `counted` as they came up, `guessed` from the seed. */
  readonly plantsKnown: 'said' | 'counted' | 'guessed';
  readonly flower: FlowerDates | null;
  /** Somebody saw when it flowers. */
  readonly flowerSeen: boolean;
  readonly apart: Apart;
  readonly crossing: Omit<PatchCrossing, 'sources'>;
}

export interface GardenOnPlan {
  /** Null is the library. */
  readonly id: number | null;
  readonly name: string;
  readonly member: string | null;
  readonly spot: Spot | null;
  /** Patches for seed that it has in that season, of all crops, and how many it can have. */
  readonly forSeed: number;
  readonly mostVarieties: number | null;
  readonly cages: number;
}

/** Crossing between two patches: the part of `to`'s seed that `from` would father. */
export interface CrossingLine {
  readonly from: string;
  readonly to: string;
  readonly share: number;
}

/** A crossing group that grows in a season. */
export interface GrowingGroup {
  readonly group: string;
  /** Its crops: "Pumpkin, summer squash, marrow". */
  readonly name: string;
  readonly patches: number;
  /** Patches for seed of which too much would be crossed. */
  readonly risky: number;
}

export interface GrowingPlan {
  readonly group: string;
  readonly name: string;
  readonly crops: readonly { readonly key: string; readonly name: string }[];
  readonly season: number;
  readonly seasons: readonly number[];
  readonly groups: readonly GrowingGroup[];
  readonly isolationM: number;
  readonly patches: readonly PlanPatch[];
  readonly lines: readonly CrossingLine[];
  readonly gardens: readonly GardenOnPlan[];
  /** Bitter, poisonous or ruled: what holds for the whole group. */
  readonly cautions: readonly string[];
}

/** From whom crossing comes. */
export interface PatchSource {
  readonly key: string;
  readonly place: string | null;
  readonly variety: string | null;
  readonly kind: PatchKind;
  readonly plants: number;
  readonly share: number;
  readonly distanceM: number;
  readonly days: number | null;
}

export interface PatchSheet {
  readonly patch: PlanPatch;
  readonly version: number;
  readonly season: number;
  readonly group: string;
  readonly groupName: string;
  /** The share of crossed seed that the library would have at most. */
  readonly mostCrossed: number;
  readonly isolationM: number;
  readonly sources: readonly PatchSource[];
  readonly ways: readonly LowerWay[];
  readonly plantsMin: number;
  readonly plantsGood: number;
  /** The two numbers of the row as they stand, null where they are those of what it comes of. */
  readonly own: {
    readonly garden: string | null;
    readonly spot: Spot | null;
    readonly plants: number | null;
    readonly flowerFrom: string | null;
    readonly flowerTo: string | null;
    readonly shiftDays: number;
    readonly kind: PatchKind | null;
    readonly whose: string | null;
    readonly note: string | null;
  };
  readonly gone: { readonly on: string; readonly why: string | null } | null;
  readonly sownOn: string | null;
  readonly outOn: string | null;
  readonly ripeOn: string | null;
  readonly loanId: number | null;
  readonly cautions: readonly string[];
  readonly history: readonly HistoryStep[];
}

/** What should be known before seed of a lot is lent to be saved or renewed. */
export interface LendingWarning {
  readonly what:
    'crosses' | 'alone' | 'few' | 'hybrid' | 'rarely' | 'two-years' | 'practice' | 'room' | 'no-spot' | 'true' | 'short' | 'wild';
  readonly words: string;
  /** What would be better, where there is something. */
  readonly better: string | null;
}

export interface BeforeLending {
  readonly lotCode: string;
  readonly variety: string;
  /** How much of the seed would be crossed; null where it cannot be told. */
  readonly crossing: { readonly share: number; readonly low: number; readonly high: number; readonly band: CrossingBand } | null;
  readonly warnings: readonly LendingWarning[];
}

/** How true to type a lot is, and why. */
export interface LotTruthSheet {
  readonly code: string;
  readonly variety: string;
  readonly crop: string;
  readonly balance: number;
  /** Nothing can be said: it is a hybrid, or never comes true. */
  readonly never: 'hybrid' | 'rarely' | null;
  readonly share: { readonly mean: number; readonly low: number; readonly high: number } | null;
  /** What it goes by, a sentence each. */
  readonly why: readonly string[];
  readonly seen: readonly {
    readonly plants: number;
    readonly offTypes: number;
    readonly seenOn: string;
    readonly by: string | null;
    readonly note: string | null;
  }[];
  readonly sowings: readonly { readonly id: number; readonly sownOn: string; readonly seeds: number; readonly member: string | null }[];
}

/** What the library's own plants say of how much a crop crosses. */
export interface LearnedCrop extends OffTypesOfCrop, CrossesHere {
  readonly key: string;
  readonly name: string;
  readonly lots: number;
}

export const growingApi = {
  plan: reads<GrowingPlan>()('/growing', 'desk', { group: text(80), season: whole(1900, 2200) }),
  patch: reads<PatchSheet>()('/growing/patches/:key', 'desk', { season: whole(1900, 2200) }),
  add: changes<{ readonly key: string }>()('post', '/growing/patches', patchForm, 'desk'),
  change: changes<{ readonly key: string }>()('patch', '/growing/patches/:key', patchChangeForm, 'desk'),
  learned: reads<{ readonly crops: readonly LearnedCrop[] }>()('/growing/learned', 'desk'),
  truth: reads<LotTruthSheet>()('/lots/:code/truth', 'desk'),
  /** Plants of a lot were looked at; some were not as they should be. */
  offTypes: changes<{ readonly id: number }>()('post', '/lots/:code/off-types', offTypesForm, 'desk'),
  keepLine: changes<{ readonly varietyId: number }>()('post', '/lots/:code/line', lineForm, 'desk'),
  gone: changes<{ readonly key: string }>()('post', '/growing/patches/:key/gone', patchGoneForm, 'desk'),
  /** Before seed of these lots goes to a member. */
  before: reads<{ readonly lots: readonly BeforeLending[] }>()('/growing/before', 'desk', {
    member: whole(1, Number.MAX_SAFE_INTEGER),
    codes: text(1200),
    purpose: oneOf(PURPOSES),
  }),
};
