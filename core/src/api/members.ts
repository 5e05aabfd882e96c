import { asSeenForm, loanForm, memberEditForm, memberForm } from '../schemas/forms.ts';
import type { PromiseKind, Purpose } from '../lots/vocabulary.ts';
import { changes, reads, text, whole } from './contract.ts';
import type { Errand } from './errands.ts';
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

export interface Member {
  readonly id: number;
  readonly name: string;
  readonly place: string | null;
  readonly contact: string | null;
  readonly note: string | null;
  readonly joinedOn: string;
  readonly version: number;
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
}

export interface MemberSheet {
  readonly member: Member;
  readonly loans: readonly MemberLoan[];
  readonly sowings: readonly MemberSowing[];
  readonly errands: readonly Errand[];
  readonly history: readonly HistoryStep[];
}

export const membersApi = {
  list: reads<{ readonly members: readonly ListedMember[]; readonly next: string | null }>()('/members', 'desk', {
    q: text(),
    limit: whole(1, 500),
    after: text(300),
  }),
  sheet: reads<MemberSheet>()('/members/:id', 'desk'),
  add: changes<{ readonly id: number }>()('post', '/members', memberForm, 'desk'),
  edit: changes<{ readonly id: number }>()('patch', '/members/:id', memberEditForm, 'desk'),
  lend: changes<{ readonly id: number; readonly lotCode: string; readonly balance: number }>()('post', '/loans', loanForm, 'desk'),
  letGo: changes<{ readonly id: number }>()('post', '/loans/:id/settle', asSeenForm, 'desk'),
};
