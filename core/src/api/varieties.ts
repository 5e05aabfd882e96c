import type { Breeding } from '../index.ts';
import {
  chooseEnvelopeForm,
  varietyEditForm,
  varietyForm,
  varietyJoinForm,
  varietyMoveForm,
  varietySplitForm,
} from '../schemas/keepForms.ts';
import { changes, reads, text, whole } from './contract.ts';
import type { HistoryStep } from './history.ts';

export interface VarietyListed {
  readonly id: number;
  readonly name: string;
  readonly cropKey: string;
  readonly crop: string;
  readonly breeding: Breeding;
  readonly habit: string | null;
  readonly heightCm: number | null;
  readonly spacingCm: number | null;
  readonly harvestDaysMin: number | null;
  readonly harvestDaysMax: number | null;
  readonly hardiness: 'tender' | 'half-hardy' | 'hardy' | null;
  readonly note: string | null;
  readonly version: number;
  /** The variety it was joined into. */
  readonly joinedInto: number | null;
  /** The envelope whose instructions are followed, and why. */
  readonly chosenEnvelopeId: number | null;
  readonly chosenReason: string | null;
  readonly lots: number;
  readonly synonyms: readonly string[];
}

/** What is printed on an envelope. */
export interface EnvelopeText {
  readonly id: number;
  readonly packedFor: number | null;
  readonly depthMm: number | null;
  readonly depthMaxMm: number | null;
  readonly spacingCm: number | null;
  readonly spacingMaxCm: number | null;
  readonly light: 'light' | 'dark' | 'either' | null;
  readonly maturityMin: number | null;
  readonly maturityMax: number | null;
  readonly habit: string | null;
  readonly weeksMin: number | null;
  readonly weeksMax: number | null;
  readonly anchor: 'last-frost' | 'plant-out' | null;
  readonly warmthC: number | null;
  readonly daysMin: number | null;
  readonly daysMax: number | null;
  readonly warnings: string | null;
  readonly words: string | null;
}

/** The same, with whose it is. */
export interface SupplierText extends EnvelopeText {
  readonly lotCode: string;
  readonly source: string;
  readonly year: number | null;
  readonly germination: number | null;
}

/** What a correction reaches: lots, labels to print again, members to tell. */
export interface Reach {
  readonly lots: readonly {
    readonly id: number;
    readonly code: string;
    readonly generation: number;
    readonly variety: string;
    readonly balance: number;
    readonly reprint: boolean;
  }[];
  readonly loans: readonly {
    readonly lotId: number;
    readonly lotCode: string;
    readonly memberId: number;
    readonly member: string;
    readonly lentOn: string;
    readonly seeds: number;
  }[];
}

export interface VarietySheetData {
  readonly variety: VarietyListed;
  readonly joinedInto: { readonly id: number; readonly name: string } | null;
  /** The variety that it was chosen from, and lines that were chosen from it. */
  readonly lineOf: { readonly id: number; readonly name: string } | null;
  readonly lines: readonly { readonly id: number; readonly name: string; readonly lots: number }[];
  readonly crop: {
    readonly key: string;
    readonly name: string;
    readonly scientific: string;
    readonly crossingGroup: string;
    readonly isolationM: number;
    readonly sowDepthMm: number;
    readonly spacingCm: number;
    readonly startWeeksMin: number | null;
    readonly startWeeksMax: number | null;
    readonly emergeMinD: number;
    readonly emergeMaxD: number;
    readonly anchor: 'last-frost' | 'plant-out';
  };
  readonly crossesWith: readonly { readonly id: number; readonly name: string; readonly crop: string }[];
  readonly lots: readonly {
    readonly code: string;
    readonly year: number | null;
    readonly balance: number;
    readonly identity: string;
    readonly state: string;
    readonly source: string;
    readonly median: number | null;
    readonly verdict: string | null;
  }[];
  readonly envelopes: readonly SupplierText[];
  readonly near: readonly NearVariety[];
  readonly reach: Reach;
  readonly history: readonly HistoryStep[];
}

/** A variety whose name is so near that it may be the same; `by` is the name it was found by. */
export interface NearVariety {
  readonly id: number;
  readonly name: string;
  readonly cropKey: string;
  readonly crop: string;
  readonly lots: number;
  readonly like: 'same' | 'near';
  readonly by: string;
}

/** A variety that was changed, and what that reached. */
interface Reached {
  readonly id: number;
  readonly reach: Reach;
}

export const varietiesApi = {
  list: reads<{ readonly varieties: readonly VarietyListed[]; readonly next: string | null }>()('/varieties', 'desk', {
    q: text(),
    crop: text(),
    limit: whole(1, 500),
    after: text(400),
  }),
  near: reads<{ readonly near: readonly NearVariety[] }>()('/varieties/near', 'desk', { name: text(120), crop: text(60) }),
  sheet: reads<VarietySheetData>()('/varieties/:id', 'desk'),
  sources: reads<{ readonly sources: readonly { readonly id: number; readonly name: string }[] }>()('/sources', 'desk', { q: text() }),
  add: changes<{ readonly id: number }>()('post', '/varieties', varietyForm, 'desk'),
  edit: changes<Reached>()('patch', '/varieties/:id', varietyEditForm, 'desk'),
  split: changes<Reached>()('post', '/varieties/:id/split', varietySplitForm, 'desk'),
  join: changes<Reached>()('post', '/varieties/:id/join', varietyJoinForm, 'desk'),
  move: changes<Reached>()('post', '/varieties/:id/move', varietyMoveForm, 'desk'),
  instructions: changes<{ readonly id: number }>()('put', '/varieties/:id/instructions', chooseEnvelopeForm, 'desk'),
};
