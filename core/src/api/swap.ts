import { emptyForm } from '../schemas/forms.ts';
import {
  swapBackForm,
  swapDayEditForm,
  swapDayForm,
  swapDeskForm,
  swapDeskWithdrawForm,
  swapInForm,
  swapMisfitForm,
  swapOutForm,
  swapVisitForm,
} from '../schemas/swapForms.ts';
import type { CodeBlock } from '../swap/codeBlocks.ts';
import type { HouseRule, Misfit } from '../swap/rules.ts';
import type { SeedForm } from '../viability/prior.ts';
import { changes, reads, whole } from './contract.ts';

/** What a day came to. */
export interface SwapNumbers {
  /** Visits at all desks; a member who came twice is one. */
  readonly visitors: number;
  readonly packetsIn: number;
  readonly packetsOut: number;
  /** Varieties of which the library had no lot before. */
  readonly newVarieties: number;
  readonly withoutName: number;
}

export interface SwapDesk {
  readonly id: number;
  readonly number: number;
  readonly name: string;
  readonly blocks: readonly CodeBlock[];
  readonly codesLeft: number;
  /** The last that the library has of what it said; 0 where nothing came yet. */
  readonly lastN: number;
  readonly withdrawnOn: string | null;
  readonly version: number;
}

/** Something that does not fit, with both sides and one proposal. */
export interface SwapMisfit {
  readonly id: number;
  readonly kind: Misfit;
  readonly words: string;
  readonly desk: string;
  readonly otherDesk: string | null;
  /** What taking the proposal does; null where only a person can put it right. */
  readonly proposal: string | null;
  readonly lotCode: string | null;
  readonly version: number;
}

export interface SwapDay {
  readonly id: number;
  readonly name: string;
  readonly heldOn: string;
  readonly hall: string | null;
  readonly rule: HouseRule;
  readonly ruleWords: string | null;
  readonly finishedOn: string | null;
  readonly desks: readonly SwapDesk[];
  readonly numbers: SwapNumbers;
  readonly toPutRight: number;
  readonly version: number;
}

/** What became of something that a desk said. */
export interface SwapTaken {
  readonly id: number;
  /** The code that it has in the library. */
  readonly code: string | null;
  /** It waits to be put right. */
  readonly misfit: number | null;
}

/** What is wanted on the day, and why. */
export interface SwapWanted {
  readonly varietyId: number;
  readonly variety: string;
  readonly cropKey: string;
  readonly crop: string;
  readonly why: 'waited-for' | 'nearly-lost';
  /** Members who wait for it. */
  readonly waiting: number;
}

/** A lot as a desk knows it without a network. */
export interface SwapCopyLot {
  readonly code: string;
  readonly variety: string;
  /** Other names of the variety. */
  readonly names: readonly string[];
  readonly cropKey: string;
  readonly form: SeedForm;
  readonly year: number | null;
  /** Seeds that may leave it, above its floor and what lies ready for somebody. */
  readonly free: number;
  readonly packets: readonly { readonly id: number; readonly seedsEach: number; readonly left: number }[];
  /** Seeds that are put in one place; null where nobody knows yet. */
  readonly perCell: number | null;
  readonly doubtful: boolean;
  readonly cautions: readonly string[];
  /** Why it is given to nobody; null where it may be. */
  readonly notLent: string | null;
}

export interface SwapCopyPage {
  readonly lots: readonly SwapCopyLot[];
  /** After which the next page begins; null: that was the last. */
  readonly after: number | null;
}

/** What a desk keeps to work without a network; its lots come in pages of their own. */
export interface SwapCopy {
  readonly swap: Pick<SwapDay, 'id' | 'name' | 'heldOn' | 'hall' | 'rule' | 'ruleWords'>;
  readonly desk: Pick<SwapDesk, 'id' | 'number' | 'name' | 'blocks' | 'codesLeft'> & {
    /** Numbers of its blocks that stand on labels already. */
    readonly used: readonly number[];
  };
  /** Names and cards, the cards as SHA-256 of what they say; nothing of how somebody is reached. */
  readonly members: readonly {
    readonly id: number;
    readonly name: string;
    readonly garden: string | null;
    readonly cards: readonly string[];
  }[];
  /** How many lots there are to come. */
  readonly lots: number;
  readonly wanted: readonly SwapWanted[];
}

export const swapApi = {
  days: reads<{ readonly days: readonly SwapDay[] }>()('/swap', 'desk'),
  day: reads<SwapDay>()('/swap/:id', 'desk'),
  misfits: reads<{ readonly misfits: readonly SwapMisfit[] }>()('/swap/:id/misfits', 'desk'),
  /** What a desk keeps; the lots in pages. */
  copy: reads<SwapCopy>()('/swap/desks/:id/copy', 'desk'),
  copyLots: reads<SwapCopyPage>()('/swap/desks/:id/copy/lots', 'desk', { after: whole(0, 2_000_000_000) }),
  add: changes<{ readonly id: number }>()('post', '/swap', swapDayForm, 'coordinator'),
  edit: changes<{ readonly id: number }>()('put', '/swap/:id', swapDayEditForm, 'coordinator'),
  addDesk: changes<{ readonly id: number }>()('post', '/swap/:id/desks', swapDeskForm, 'desk'),
  withdraw: changes<{ readonly id: number }>()('post', '/swap/desks/:id/withdraw', swapDeskWithdrawForm, 'coordinator'),
  moreCodes: changes<{ readonly first: number; readonly last: number }>()('post', '/swap/desks/:id/codes', emptyForm, 'desk'),
  visit: changes<SwapTaken>()('post', '/swap/desks/:id/visits', swapVisitForm, 'desk'),
  comeIn: changes<SwapTaken>()('post', '/swap/desks/:id/in', swapInForm, 'desk'),
  goOut: changes<SwapTaken>()('post', '/swap/desks/:id/out', swapOutForm, 'desk'),
  takeBack: changes<SwapTaken>()('post', '/swap/desks/:id/back', swapBackForm, 'desk'),
  putRight: changes<{ readonly id: number }>()('post', '/swap/misfits/:id', swapMisfitForm, 'desk'),
};
