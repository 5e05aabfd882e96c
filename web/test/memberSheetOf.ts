import type { Member, MemberLoan, MemberSheet } from '@esprel/core/api';

/** The sheet of a member who has nothing yet. */
export const memberSheetOf = (member: Partial<Member> = {}, over: Partial<MemberSheet> = {}): MemberSheet => ({
  member: {
    id: 7,
    name: 'Brisa Marl',
    called: null,
    place: null,
    language: null,
    email: null,
    phone: null,
    post: null,
    contact: null,
    consentOn: null,
    consentFor: [],
    note: null,
    joinedOn: '2026-01-01',
    leftOn: null,
    version: 1,
    ...member,
  },
  cards: [],
  phones: [],
  asks: [],
  loans: [],
  sowings: [],
  brought: [],
  errands: [],
  history: [],
  ...over,
});

/** Tomato seed that was lent for a garden, with nothing promised. */
export const memberLoanOf = (over: Partial<MemberLoan> = {}): MemberLoan => ({
  id: 5,
  seeds: 400,
  purpose: 'garden',
  promise: 'nothing',
  promisedSeeds: null,
  dueOn: null,
  lentOn: '2026-11-01',
  settledOn: null,
  unsown: 0,
  version: 1,
  weight: { seedsPerGram: 350, weighed: false },
  lotCode: 'TM-001V',
  variety: 'Tollgate Red',
  crop: 'Tomato',
  cameBack: null,
  ...over,
});
