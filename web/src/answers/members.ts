import type { PromiseKind, Purpose } from '@esprel/core';
import type { SeedWeight } from './lots.ts';
import type { HistoryStep } from './history.ts';

export interface ListedMember {
  readonly id: number;
  readonly name: string;
  readonly place: string | null;
  readonly loans: number;
  readonly promises: number;
  readonly nextDue: string | null;
  readonly returns: number;
}

export interface MemberLoan {
  readonly id: number;
  readonly seeds: number;
  readonly purpose: Purpose;
  readonly promise: PromiseKind;
  readonly promisedSeeds: number | null;
  readonly dueOn: string | null;
  readonly lentOn: string;
  readonly settledOn: string | null;
  readonly unsown: number;
  readonly version: number;
  readonly weight: SeedWeight;
  readonly lotCode: string;
  readonly variety: string;
  readonly crop: string;
  readonly cameBack: string | null;
}

export interface MemberSheetData {
  readonly member: {
    readonly id: number;
    readonly name: string;
    readonly place: string | null;
    readonly contact: string | null;
    readonly note: string | null;
    readonly joinedOn: string;
    readonly version: number;
  };
  readonly loans: readonly MemberLoan[];
  readonly sowings: readonly {
    readonly id: number;
    readonly loanId: number;
    readonly seeds: number;
    readonly sownOn: string;
    readonly fate: string | null;
    readonly lotCode: string;
    readonly variety: string;
    readonly emerged: number | null;
  }[];
  readonly errands: readonly { readonly id: number; readonly lotCode: string; readonly words: string }[];
  readonly history: readonly HistoryStep[];
}
