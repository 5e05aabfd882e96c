import { daysBetween } from '../dates/day.ts';
import { type FlowerDays, flowerOverlap } from './crossing.ts';
import type { Apart } from './apart.ts';
import type { FlowerDates } from './growingDays.ts';
import type { Spot } from './spot.ts';

/** What a patch is grown for. */
export const PATCH_KINDS = ['library', 'seed', 'table', 'neighbour'] as const;
export type PatchKind = (typeof PATCH_KINDS)[number];
export const PATCH_KIND_WORDS: Readonly<Record<PatchKind, string>> = {
  library: 'to be renewed',
  seed: 'for seed',
  table: 'for the table',
  neighbour: 'a neighbour’s',
};

/** Plants of one variety, or of a crossing group, that flower in one place in one season. */
export interface Patch {
  readonly key: string;
  /** Null where nobody knows what it is: it is foreign to everything. */
  readonly varietyId: number | null;
  readonly plants: number;
  /** Null where it is not on the plan. */
  readonly spot: Spot | null;
  /** Metres from that spot, in a direction that nobody said. */
  readonly offM?: number;
  /** Null where nobody can tell when it flowers. */
  readonly flower: FlowerDates | null;
  readonly apart: Apart;
}

export const isKeptApart = (patch: Pick<Patch, 'apart'>): boolean => patch.apart !== 'open';

/** Share of the own days in flower on which the other is in flower too; where nobody can tell, all of them. */
export function together(own: FlowerDates | null, other: FlowerDates | null): number {
  if (own === null || other === null) return 1;
  const days = (w: FlowerDates): FlowerDays => ({ from: daysBetween(own.from, w.from), to: daysBetween(own.from, w.to), sdDays: w.sdDays });
  return flowerOverlap(days(own), days(other));
}
