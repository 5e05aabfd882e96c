import type { PlanPatch } from '@esprel/core/api';

/** A patch of a squash that something near would cross. */
export const planPatch = (over: Partial<PlanPatch> = {}): PlanPatch => ({
  key: 'loan-3',
  kind: 'library',
  varietyId: 1,
  variety: 'Long Trailer',
  crop: 'Summer squash',
  lotCode: 'SQ-041R',
  memberId: 7,
  grower: 'Fenna Marl',
  gardenId: 2,
  place: 'Quarry Foot',
  spot: { eastM: -600, northM: 200 },
  plants: 8,
  plantsKnown: 'said',
  flower: { from: '2027-06-20', to: '2027-08-10', sdDays: 6 },
  flowerSeen: false,
  apart: 'open',
  crossing: { share: 0.062, low: 0.041, high: 0.088, band: 'risky', instead: null },
  ...over,
});
