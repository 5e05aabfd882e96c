import type { Breeding } from '@esprel/core';
import type { HistoryStep } from '@esprel/core/api';

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
  readonly lots: readonly { readonly code: string; readonly variety: string; readonly balance: number; readonly reprint: boolean }[];
  readonly loans: readonly {
    readonly lotCode: string;
    readonly memberId: number;
    readonly member: string;
    readonly lentOn: string;
    readonly seeds: number;
  }[];
}

export interface VarietySheetData {
  readonly variety: VarietyListed & { readonly chosenEnvelopeId: number | null; readonly chosenReason: string | null };
  readonly joinedInto: { readonly id: number; readonly name: string } | null;
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
  readonly near: readonly {
    readonly id: number;
    readonly name: string;
    readonly crop: string;
    readonly lots: number;
    readonly like: 'same' | 'near';
  }[];
  readonly reach: Reach;
  readonly history: readonly HistoryStep[];
}
