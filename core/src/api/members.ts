import { asSeenForm, emptyForm, loanForm, loansForm } from '../schemas/forms.ts';
import { cardsForm, joinMembersForm, memberEditForm, memberForm, membersFileForm, wayInForm } from '../schemas/memberForms.ts';
import type { PromiseKind, Purpose } from '../lots/vocabulary.ts';
import type { Ask } from './asks.ts';
import { changes, does, givesFile, oneOf, reads, takesFile, text, whole } from './contract.ts';
import type { Errand } from './errands.ts';
import type { HistoryStep } from './history.ts';
import type { LotSheetData } from './lotSheet.ts';
import type { BroughtSeed, MyFacts } from './mySeen.ts';
import type { LoanSlip } from './slip.ts';

/** Why somebody is worth asking: a promise is over its day, or due within a month; or nothing was heard since seed was handed over. */
export const ASK_WHY = ['overdue', 'due', 'silent'] as const;
export type AskWhy = (typeof ASK_WHY)[number];

/** Somebody as they are chosen. */
export interface NamedMember {
  readonly id: number;
  readonly name: string;
  readonly called: string | null;
  readonly place: string | null;
}

export interface ListedMember extends NamedMember {
  readonly loans: number;
  /** Packets that are still in hand, as far as anybody knows. */
  readonly out: number;
  readonly promises: number;
  readonly overdue: number;
  readonly nextDue: string | null;
  readonly returns: number;
  /** The last day on which anything was heard of what they have. */
  readonly lastHeard: string | null;
  /** What they asked for that is not handed over yet. */
  readonly asks: number;
  readonly ask: AskWhy | null;
}

/** How heavy the seed of a lot is: as it was weighed, or as is usual for its crop. */
export interface SeedWeight {
  readonly seedsPerGram: number;
  /** True where samples of this very lot were weighed. */
  readonly weighed: boolean;
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
  /** Codes of the lots that came of it. */
  readonly cameBack: string | null;
}

export interface Member extends MyFacts {
  readonly note: string | null;
  /** Who they were is forgotten since then. */
  readonly leftOn: string | null;
}

export interface MemberSowing {
  readonly id: number;
  readonly loanId: number;
  readonly seeds: number;
  readonly sownOn: string;
  readonly fate: string | null;
  readonly lotCode: string;
  readonly variety: string;
  readonly emerged: number | null;
  /** Whether it still grows, as far as was said. */
  readonly growing: boolean;
}

/** A card that opens a member's page. */
export interface MemberCard {
  readonly id: number;
  readonly madeAt: string;
  /** When it was used last. */
  readonly usedAt: string | null;
}

/** A phone on which a member is in. */
export interface MemberPhone {
  readonly id: number;
  readonly device: string;
  readonly seenAt: string;
  readonly byCard: number | null;
}

/** A card that was made just now: what it holds is kept nowhere else. */
export interface NewCard {
  readonly memberId: number;
  readonly name: string;
  readonly code: string;
}

/** Cards with the sheet that they are printed on, as PDF in base64. */
export interface NewCards {
  readonly cards: readonly NewCard[];
  readonly pdf: string;
}

/** How it goes with somebody, drawn towards all members; for coordinators, in kind words, never as a rank. */
export interface MemberShares {
  readonly promises: { readonly kept: number; readonly of: number; readonly share: number; readonly words: string };
  /** Of what they brought, how alive it is by its estimates, drawn towards all that ever came back; null where nothing did. */
  readonly soundness: { readonly lots: number; readonly share: number } | null;
  /** Of plants grown from what they brought, how many were what they should be, drawn towards all; null where nobody looked. */
  readonly trueness: { readonly plants: number; readonly share: number } | null;
}

/** What becomes of two records of one person when they are joined: nothing is lost, and what both say stays as the first has it. */
export interface JoinPreview {
  readonly into: { readonly id: number; readonly name: string; readonly version: number };
  readonly other: { readonly id: number; readonly name: string; readonly version: number };
  /** In words, each thing that moves over or is filled in. */
  readonly moves: readonly string[];
  /** What both say differently: the first is kept, the other noted. */
  readonly differ: readonly { readonly what: string; readonly kept: string; readonly noted: string }[];
}

export interface MemberSheet {
  readonly member: Member;
  readonly cards: readonly MemberCard[];
  readonly phones: readonly MemberPhone[];
  readonly asks: readonly Ask[];
  readonly loans: readonly MemberLoan[];
  readonly sowings: readonly MemberSowing[];
  /** Seed that they brought, and what became of it, the latest first. */
  readonly brought: readonly BroughtSeed[];
  readonly errands: readonly Errand[];
  readonly history: readonly HistoryStep[];
}

/** A lot that may be handed over with others: what may leave it, and what is usual. */
export interface LendableLot {
  readonly code: string;
  readonly variety: string;
  readonly crop: string;
  readonly unit: 'seed' | 'cluster';
  readonly balance: number;
  readonly floor: number;
  /** What may leave it for a garden, and to be renewed. */
  readonly lendable: number;
  readonly renewable: number;
  readonly packets: LotSheetData['packets'];
  /** As much as was lent of the variety the last time, else enough for a dozen places. */
  readonly usualSeeds: number | null;
  /** When its seed could be back at the earliest, dried and cleaned. */
  readonly usualDue: string;
  /** Its name is in doubt: what is known has to be written on the packet. */
  readonly doubtful: boolean;
  readonly cautions: readonly string[];
  /** Why it cannot be lent; null where it can. */
  readonly problem: string | null;
}

/** A row of a file of members, as it would be taken. */
export interface MemberRow {
  readonly row: number;
  readonly name: string;
  /** `new`; `known`: somebody of that name is here, and what the file says is filled in where nothing stands; `wrong`: it is left out. */
  readonly state: 'new' | 'known' | 'wrong';
  readonly words: string | null;
}
export interface MembersRead {
  readonly rows: readonly MemberRow[];
  /** Columns that were not understood. */
  readonly left: readonly string[];
  /** What is sent to take it: the rows that are not wrong. */
  readonly members: readonly ({ readonly name: string } & Readonly<Record<string, string>>)[];
}

/** What will be gone for good when a member leaves, and what stays. */
export interface Leaving {
  readonly name: string;
  /** What the leaving is made from. */
  readonly version: number;
  /** Each thing that is forgotten, in words. */
  readonly gone: readonly string[];
  /** Promises that are still open; they are let go. */
  readonly promises: number;
  /** Texts that hold the name and stay, since it may mean somebody or something else there. */
  readonly stay: number;
}

export const membersApi = {
  list: reads<{ readonly members: readonly ListedMember[]; readonly next: string | null }>()('/members', 'desk', {
    q: text(),
    limit: whole(1, 5000),
    after: text(300),
    /** Those alone who are worth asking, the most urgent first. */
    which: oneOf(['to-ask']),
  }),
  sheet: reads<MemberSheet>()('/members/:id', 'desk'),
  add: changes<{ readonly id: number }>()('post', '/members', memberForm, 'desk'),
  edit: changes<{ readonly id: number }>()('patch', '/members/:id', memberEditForm, 'desk'),
  lend: changes<{ readonly id: number; readonly lotCode: string; readonly balance: number }>()('post', '/loans', loanForm, 'desk'),
  /** Prints onto label sheets; each opens its member's page until it is withdrawn. */
  makeCards: does<NewCards>()('/members/cards', cardsForm, 'desk'),
  withdrawCard: does<{ readonly cards: readonly MemberCard[] }>()('/members/:id/cards/:cardId/withdraw', emptyForm, 'desk'),
  /** Opens the member's page once, within half an hour. */
  makeLink: does<{ readonly code: string; readonly endsAt: string }>()('/members/:id/link', emptyForm, 'desk'),
  /** Out on every phone, and no card opens the page any more. */
  shutOut: does<{ readonly phones: number; readonly cards: number }>()('/members/:id/shut-out', emptyForm, 'desk'),
  /** Whose card that is. */
  byCard: does<{ readonly id: number }>()('/members/by-card', wayInForm, 'desk'),
  shares: reads<MemberShares>()('/members/:id/shares', 'coordinator'),
  joining: reads<JoinPreview>()('/members/:id/joining/:otherId', 'coordinator'),
  /** The other goes into this one, in one step. */
  join: changes<{ readonly id: number }>()('post', '/members/:id/join', joinMembersForm, 'coordinator'),
  csv: givesFile('/export/members.csv', 'text/csv', 'coordinator'),
  /** What a file of members says, row by row, before it is taken. */
  readFile: takesFile<MembersRead>()('/members/read', 'coordinator'),
  takeFile: changes<{ readonly added: number; readonly changed: number }>()('post', '/members/file', membersFileForm, 'coordinator'),
  leaving: reads<Leaving>()('/members/:id/leaving', 'coordinator'),
  /** Cannot be taken back. */
  leave: does<{ readonly left: string }>()('/members/:id/leave', asSeenForm, 'coordinator'),
  lendable: reads<{ readonly lots: readonly LendableLot[] }>()('/loans/lots', 'desk', { codes: text(1200) }),
  lendMany: changes<{ readonly memberId: number; readonly ids: readonly number[] }>()('post', '/loans/many', loansForm, 'desk'),
  slip: reads<LoanSlip>()('/members/:id/slip', 'desk', { loans: text(1000) }),
  letGo: changes<{ readonly id: number }>()('post', '/loans/:id/settle', asSeenForm, 'desk'),
};
