import { emptyForm } from '../schemas/forms.ts';
import {
  swapBackForm,
  swapDayEditForm,
  swapDayForm,
  swapDeskForm,
  swapDeskWithdrawForm,
  swapFinishForm,
  swapInForm,
  swapMisfitForm,
  swapOutForm,
  swapPackedForm,
  swapPackingForm,
  swapVisitForm,
} from '../schemas/swapForms.ts';
import type { CodeBlock } from '../swap/codeBlocks.ts';
import type { HouseRule, Misfit } from '../swap/rules.ts';
import type { Restriction } from '../lots/restrictions.ts';
import type { Settings } from '../schemas/forms.ts';
import type { Verdict } from '../verdicts/verdict.ts';
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
  /** The share that comes up, by the estimate; null where there is none yet. */
  readonly alive: number | null;
  readonly verdict: Verdict | null;
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

/** A crop as a desk knows it. */
export interface SwapCopyCrop {
  readonly key: string;
  readonly letters: string;
  readonly name: string;
  readonly scientific: string;
  readonly seedsPerGram: number;
  readonly storageBehaviour: 'orthodox' | 'intermediate' | 'recalcitrant';
  readonly cautions: readonly string[];
}

/** What a desk keeps to work without a network; its lots come in pages of their own. */
export interface SwapCopy {
  /** The version of what desks say that the library takes. */
  readonly takes: number;
  /** The last step of the library that is in the copy. */
  readonly at: number;
  readonly settings: Pick<Settings, 'libraryName' | 'dateOrder' | 'lengthUnit' | 'temperatureUnit' | 'hemisphere'>;
  readonly crops: readonly SwapCopyCrop[];
  /** Names of the library's own crops, beside those of the reference. */
  readonly ownNames: readonly { readonly key: string; readonly name: string }[];
  readonly restricted: readonly Restriction[];
  /** What seed is, of which nobody knows the crop. */
  readonly unknown: Pick<SwapCopyCrop, 'key' | 'letters'>;
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

/** What happened elsewhere since a desk looked. */
export interface SwapNews {
  /** The version of what desks say that the library takes by now. */
  readonly takes: number;
  readonly at: number;
  /** Too much happened: the copy is made anew. */
  readonly again: boolean;
  readonly lots: readonly SwapCopyLot[];
  /** Codes of lots of which nothing is left. */
  readonly gone: readonly string[];
  readonly numbers: SwapNumbers;
  readonly toPutRight: number;
}

/** Packets of a lot that are brought along. */
export interface SwapPackingRow {
  readonly id: number;
  readonly lotCode: string;
  readonly variety: string;
  readonly crop: string;
  readonly place: string | null;
  readonly packets: number;
  readonly seedsEach: number;
  /** Packets that went out at the desks. */
  readonly gone: number;
  readonly packedOn: string | null;
  readonly backOn: string | null;
  readonly version: number;
}

/** A lot that is worth bringing, and why. */
export interface SwapPackingIdea {
  readonly lotCode: string;
  readonly variety: string;
  readonly crop: string;
  readonly place: string | null;
  readonly packets: number;
  readonly seedsEach: number;
  /** Packets of that size that are filled already. */
  readonly ready: number;
  /** Seeds above the floor that lie ready for nobody. */
  readonly free: number;
  readonly waiting: number;
  /** The share that comes up, by the estimate. */
  readonly alive: number;
  /** When it can be sown next. */
  readonly sowFrom: string | null;
}

export interface SwapPacking {
  readonly rows: readonly SwapPackingRow[];
  readonly ideas: readonly SwapPackingIdea[];
}

/** A lot that came in on the day. */
export interface SwapCame {
  readonly lotCode: string;
  readonly variety: string;
  readonly crop: string;
  readonly packets: number;
  readonly desk: string;
  /** What there is to know for what is done next. */
  readonly note: string | null;
}

/** What there is to do and to be glad of after the day. */
export interface SwapAfter {
  readonly desks: readonly { readonly name: string; readonly visitors: number; readonly packetsIn: number; readonly packetsOut: number }[];
  readonly wanted: readonly (SwapCame & { readonly why: SwapWanted['why'] })[];
  readonly dry: readonly SwapCame[];
  readonly growOut: readonly SwapCame[];
  /** Names that are like one that the library has. */
  readonly name: readonly SwapCame[];
  readonly test: readonly SwapCame[];
  /** Packets that were brought and went to nobody. */
  readonly home: readonly SwapPackingRow[];
  /** Members who came and were not thanked yet. */
  readonly toThank: number;
}

export const swapApi = {
  days: reads<{ readonly days: readonly SwapDay[] }>()('/swap', 'desk'),
  day: reads<SwapDay>()('/swap/:id', 'desk'),
  misfits: reads<{ readonly misfits: readonly SwapMisfit[] }>()('/swap/:id/misfits', 'desk'),
  /** What a desk keeps; the lots in pages. */
  copy: reads<SwapCopy>()('/swap/desks/:id/copy', 'desk'),
  copyLots: reads<SwapCopyPage>()('/swap/desks/:id/copy/lots', 'desk', { after: whole(0, 2_000_000_000) }),
  news: reads<SwapNews>()('/swap/desks/:id/news', 'desk', { after: whole(0, 2_000_000_000) }),
  packing: reads<SwapPacking>()('/swap/:id/packing', 'desk'),
  after: reads<SwapAfter>()('/swap/:id/after', 'desk'),
  add: changes<{ readonly id: number }>()('post', '/swap', swapDayForm, 'coordinator'),
  edit: changes<{ readonly id: number }>()('put', '/swap/:id', swapDayEditForm, 'coordinator'),
  finish: changes<{ readonly id: number }>()('post', '/swap/:id/finish', swapFinishForm, 'coordinator'),
  pack: changes<{ readonly rows: number }>()('post', '/swap/:id/packing', swapPackingForm, 'desk'),
  packed: changes<{ readonly id: number }>()('post', '/swap/packing/:id', swapPackedForm, 'desk'),
  addDesk: changes<{ readonly id: number }>()('post', '/swap/:id/desks', swapDeskForm, 'desk'),
  withdraw: changes<{ readonly id: number }>()('post', '/swap/desks/:id/withdraw', swapDeskWithdrawForm, 'coordinator'),
  moreCodes: changes<{ readonly first: number; readonly last: number }>()('post', '/swap/desks/:id/codes', emptyForm, 'desk'),
  visit: changes<SwapTaken>()('post', '/swap/desks/:id/visits', swapVisitForm, 'desk'),
  comeIn: changes<SwapTaken>()('post', '/swap/desks/:id/in', swapInForm, 'desk'),
  goOut: changes<SwapTaken>()('post', '/swap/desks/:id/out', swapOutForm, 'desk'),
  takeBack: changes<SwapTaken>()('post', '/swap/desks/:id/back', swapBackForm, 'desk'),
  putRight: changes<{ readonly id: number }>()('post', '/swap/misfits/:id', swapMisfitForm, 'desk'),
};
