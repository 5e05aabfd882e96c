import type { Verdict } from '@esprel/core';

export interface WorkItem {
  readonly kind:
    'lay' | 'count' | 'warm' | 'sow' | 'cold' | 'tray' | 'care' | 'look' | 'fate' | 'promise' | 'quarantine' | 'reprint' | 'tell';
  readonly due: string;
  readonly title: string;
  readonly detail: string;
  readonly at: string;
  readonly lotCode: string;
  readonly minutes: number;
  readonly urgent?: boolean;
}

export interface LosingLot {
  readonly code: string;
  readonly variety: string;
  readonly crop: string;
  readonly year: number | null;
  readonly verdict: Verdict;
  readonly reason: string;
  readonly belowFortyOn: string | null;
  readonly median: number;
  readonly balance: number;
}

export interface TodayData {
  readonly headline: string;
  readonly items: readonly WorkItem[];
  readonly soon: readonly WorkItem[];
  readonly losing: readonly LosingLot[];
}
