import { aheadIf, type FutureLibrary, type FutureYear, type LotFacts, oneFuture, type StoragePeriod } from '@esprel/core';

/** Lots of one crop whose years ahead are believed anew, kept as `storage` says from today on. */
export interface ColdLots {
  readonly today: string;
  readonly storage: readonly StoragePeriod[];
  readonly lots: readonly { readonly v: number; readonly lot: number; readonly facts: LotFacts }[];
  /** Seed of the crop that comes home. */
  readonly fresh: { readonly varieties: readonly number[]; readonly facts: LotFacts } | null;
}

export interface WhatIfWork {
  readonly library: FutureLibrary;
  readonly cold: ColdLots | null;
  readonly from: number;
  readonly runs: number;
}

/** Some runs of the years ahead, on a thread of the pool. */
export default function whatIfJob({ library, cold, from, runs }: WhatIfWork): FutureYear[][] {
  const changed = cold === null ? library : keptCold(library, cold);
  return Array.from({ length: runs }, (_, i) => oneFuture(changed, from + i));
}

function keptCold(library: FutureLibrary, { today, storage, lots, fresh }: ColdLots): FutureLibrary {
  const ahead = new Map(lots.map((l) => [`${String(l.v)} ${String(l.lot)}`, aheadIf(l.facts, today, storage)]));
  const anew = fresh === null ? null : aheadIf(fresh.facts, today, storage);
  return {
    ...library,
    varieties: library.varieties.map((v, i) => ({
      ...v,
      fresh: anew !== null && fresh?.varieties.includes(i) === true ? anew : v.fresh,
      lots: v.lots.map((l, j) => ({ ...l, ahead: ahead.get(`${String(i)} ${String(j)}`) ?? l.ahead })),
    })),
  };
}
