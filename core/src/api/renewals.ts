import type { Apart, Practised, RenewalFigure, Verdict } from '../index.ts';
import { emptyForm } from '../schemas/forms.ts';
import {
  gardenRoomForm,
  renewalAnswerForm,
  renewalFigureForm,
  renewalRowsForm,
  renewalSayForm,
  whatIfForm,
} from '../schemas/renewalForms.ts';
import { changes, does, reads } from './contract.ts';
import type { HistoryStep } from './history.ts';

/** `found` by the program, `held` by hand, `asked` of the grower, answered `yes`, or `taken`: the packet lies ready, or is planned. */
export type RenewalState = 'found' | 'held' | 'asked' | 'yes' | 'taken';

/** One attempt of the plan: a variety in a garden, in the season in which it begins. */
export interface RenewalRowShown {
  readonly varietyId: number;
  readonly gardenId: number;
  readonly garden: string;
  readonly memberId: number | null;
  /** Null of the library's own. */
  readonly grower: string | null;
  readonly season: number;
  /** How it is kept to itself; `open` where nothing is done. */
  readonly apart: Apart;
  readonly covered: boolean;
  readonly state: RenewalState;
  /** The row of what was said, and its version; 0 where nothing was. */
  readonly rowId: number | null;
  readonly version: number;
  readonly askedOn: string | null;
  /** The ask under which its packet lies ready. */
  readonly askId: number | null;
}

export interface RenewedVariety {
  readonly varietyId: number;
  readonly variety: string;
  readonly crop: string;
  /** The lot that would go out, and what is thought of it. */
  readonly lotCode: string;
  readonly verdict: Verdict | null;
  /** What keeping it is worth to the library; 1 is an only lot that nobody asks for. */
  readonly worth: number;
  /** Somebody said what it is worth. */
  readonly worthSaid: boolean;
  readonly twoYears: boolean;
  readonly rows: readonly RenewalRowShown[];
  /** The chance that it is still here after the seasons of the plan, with it and without. */
  readonly kept: number;
  readonly without: number;
  /** Seed of it that growers have already, and are expected to bring home. */
  readonly growing: number;
  /** Why nobody renews it; null where somebody does, or need not. */
  readonly why: string | null;
  /** It is kept well enough as it is. */
  readonly fine: boolean;
}

/** Rows that were held and cannot all hold. */
export interface RenewalConflict {
  readonly words: string;
  readonly rows: readonly { readonly varietyId: number; readonly gardenId: number; readonly season: number; readonly words: string }[];
  /** The row that is not held because of it. */
  readonly letGo: { readonly varietyId: number; readonly gardenId: number; readonly season: number; readonly version: number };
}

/** How far the search has come. `searching`; `proved`: nothing keeps more; `time`: what was found in the time; `stopped` by somebody; `broke`: it ended before its time. */
export type RenewalSearch = 'searching' | 'proved' | 'time' | 'stopped' | 'broke';

export interface RenewalsPage {
  readonly seasons: readonly number[];
  readonly varieties: readonly RenewedVariety[];
  /** Varieties that the library would lose least of are not planned for: so many. */
  readonly left: number;
  /** How many of them are kept: with the plan, without, and all there are. */
  readonly kept: number;
  readonly without: number;
  readonly of: number;
  /** How far the plan can still be from the best there is, 0..1. */
  readonly gap: number;
  readonly search: RenewalSearch;
  /** Changes with each better plan. */
  readonly found: string;
  readonly conflicts: readonly RenewalConflict[];
  readonly gardens: readonly RenewalGardenShown[];
  /** What stands in the way of any plan at all; null where nothing does. */
  readonly nothing: string | null;
  /** Growers who were asked and did not answer yet; rows of the first season that are not taken. */
  readonly waiting: number;
  readonly toTake: number;
  readonly cautions: readonly string[];
}

/** A garden with what the plan asks of it, by season. */
export interface RenewalGardenShown {
  readonly id: number;
  readonly name: string;
  readonly memberId: number | null;
  readonly grower: string | null;
  readonly onPlan: boolean;
  readonly roomPlants: number;
  readonly roomSaid: boolean;
  readonly mostVarieties: number;
  readonly mostSaid: boolean;
  readonly cages: number;
  readonly practised: Practised | null;
  readonly version: number;
  readonly seasons: readonly {
    /** Plants and varieties that stand there already, and that the plan adds. */
    readonly plants: number;
    readonly varieties: number;
    readonly planned: number;
    readonly plannedVarieties: number;
  }[];
}

/** A figure of a row as it was worked out, with what somebody said instead. */
export interface RenewalFigureShown {
  readonly figure: RenewalFigure;
  readonly gardenId: number | null;
  readonly name: string;
  /** By the library's rules. */
  readonly computed: number;
  readonly because: string;
  readonly said: { readonly value: number; readonly why: string } | null;
  readonly version: number;
}

/** Another way of renewing a variety. */
export interface OtherWayShown {
  readonly rows: readonly { readonly gardenId: number; readonly season: number; readonly covered: boolean; readonly version: number }[];
  readonly words: string;
  /** What others would do then. */
  readonly then: string | null;
  /** Varieties that would be kept more; below zero, fewer. */
  readonly kept: number;
  readonly worth: number;
}

/** All that can be said of one variety of the plan. */
export interface RenewalSheet {
  readonly variety: RenewedVariety;
  readonly scientific: string;
  /** The year of the lot, and that it is the only one, in words. */
  readonly lotWords: string;
  /** Each row in words: when, where, how kept apart, which seed. */
  readonly rows: readonly {
    readonly row: RenewalRowShown;
    readonly when: string;
    readonly where: string;
    readonly crossing: string;
    readonly seed: string;
    /** What has to be looked out for there. */
    readonly warnings: readonly string[];
  }[];
  readonly bars: readonly {
    readonly rowId: number;
    readonly gardenId: number | null;
    readonly season: number | null;
    readonly words: string;
    readonly version: number;
  }[];
  readonly figures: readonly RenewalFigureShown[];
  readonly cautions: readonly string[];
  readonly history: readonly HistoryStep[];
}

/** What would help, in words, with what would be kept by it. */
export interface HelpShown {
  readonly words: string;
  readonly why: string;
  readonly kept: number;
  readonly worth: number;
}

/** A year of one run: how many varieties and lots are alive, and how much diversity is left (mean share over varieties). */
export interface WhatIfYear {
  readonly varieties: number;
  readonly lots: number;
  readonly diversity: number;
}

/** Some runs of a question about ten years; years count from this one. */
export interface WhatIfRuns {
  readonly years: readonly number[];
  readonly runs: readonly (readonly WhatIfYear[])[];
  readonly of: { readonly varieties: number; readonly lots: number };
}

export const renewalsApi = {
  /** The best plan so far; while it is searched for, what is found is better each time. */
  page: reads<RenewalsPage>()('/renewals/plan', 'desk'),
  sheet: reads<RenewalSheet>()('/renewals/plan/varieties/:id', 'desk'),
  others: reads<{ readonly ways: readonly OtherWayShown[] }>()('/renewals/plan/varieties/:id/others', 'desk'),
  helps: reads<{ readonly helps: readonly HelpShown[] }>()('/renewals/plan/helps', 'desk'),
  /** Ends the search; what was found stands. */
  stop: does<{ readonly search: RenewalSearch }>()('/renewals/plan/stop', emptyForm, 'desk'),
  /** Looks further. */
  goOn: does<{ readonly search: RenewalSearch }>()('/renewals/plan/go-on', emptyForm, 'desk'),
  say: changes<{ readonly id: number | null }>()('post', '/renewals/rows', renewalSayForm, 'desk'),
  figure: changes<{ readonly id: number | null }>()('put', '/renewals/figures', renewalFigureForm, 'coordinator'),
  ask: changes<{ readonly asked: number }>()('post', '/renewals/asks', renewalRowsForm, 'desk'),
  answer: changes<{ readonly id: number }>()('post', '/renewals/rows/:id/answer', renewalAnswerForm, 'desk'),
  take: changes<{ readonly taken: number }>()('post', '/renewals/take', renewalRowsForm, 'coordinator'),
  room: changes<{ readonly id: number }>()('put', '/renewals/gardens/:id', gardenRoomForm, 'desk'),
  whatIf: does<WhatIfRuns>()('/renewals/what-if', whatIfForm, 'desk'),
};
