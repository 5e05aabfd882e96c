import type { Ask } from '@esprel/core/api';

/** Somebody asks for a packet of tomato seed, and two lots could serve it. */
export const ask = (over: Partial<Ask> = {}): Ask => ({
  id: 3,
  kind: 'ask',
  memberId: 7,
  member: 'Brisa Marl',
  varietyId: 5,
  variety: 'Tollgate Red',
  crop: 'Tomato',
  cautions: [],
  askedOn: '2027-03-12',
  note: 'For the school garden.',
  version: 4,
  laid: null,
  serving: [
    { code: 'TM-001V', year: 2023, free: 40, why: '76 in 100 alive, and will be lost the soonest', usualSeeds: 24 },
    { code: 'TM-002W', year: 2026, free: 90, why: '92 in 100 alive', usualSeeds: 24 },
  ],
  noneBecause: null,
  before: 0,
  had: 2,
  fairShare: 6,
  ...over,
});
/** A packet that lies ready. */
export const laid = {
  lotCode: 'TM-001V',
  seeds: 24,
  purpose: 'garden',
  promise: 'nothing',
  promisedSeeds: null,
  dueOn: null,
  packetNote: null,
  laidOn: '2027-03-13',
  waitsUntil: '2027-04-03',
  overdue: false,
} as const;
