import type { Crop } from '@esprel/core';
import { cropsApi, findApi, type ListedMember, membersApi, varietiesApi, type VarietyListed } from '@esprel/core/api';
import { readOnce } from '../base/calls.ts';

/** Crops by any of their names, for a field that finds. */
export async function findCrops(q: string): Promise<readonly (Crop & { readonly as?: string | null })[]> {
  return (await readOnce(cropsApi.list, { q: q.slice(0, 60) })).crops;
}

export interface FoundMember {
  readonly id: number;
  readonly name: string;
  readonly place?: string | null;
}

/** Members by name, for a field that finds. */
export async function findMembers(q: string): Promise<readonly ListedMember[]> {
  return (await readOnce(membersApi.list, { q: q.slice(0, 60), limit: 12 })).members;
}

/** Varieties by any of their names, for a field that finds. */
export async function findVarieties(q: string): Promise<readonly VarietyListed[]> {
  return (await readOnce(varietiesApi.list, { q: q.slice(0, 100) })).varieties;
}

/** A lot as the find field answers it. */
export interface FoundLot {
  readonly kind: string;
  readonly code?: string;
  readonly title: string;
  readonly detail: string;
}

/** Lots by code, variety, crop or source, through typing mistakes. */
export async function findLots(q: string): Promise<readonly FoundLot[]> {
  const { found } = await readOnce(findApi.find, { q: q.slice(0, 100) });
  return found.filter((f) => f.kind === 'lot' && f.code !== undefined);
}
