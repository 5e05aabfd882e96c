import { type LowerWay, MOST_CROSSED, type OtherGarden, patchCrossing, type WayChoices, waysToLower } from '@esprel/core';
import type { PatchSheet } from '@esprel/core/api';
import { type Db } from '../db/db.ts';
import { freeFor } from '../estimates/free.ts';
import { historyOf } from '../journal/history.ts';
import { notFound } from '../problem.ts';
import { everyLibraryCrop } from '../records/crop.ts';
import { lotRow } from '../records/lot.ts';
import { listGardens } from '../season/gardens.ts';
import { SeasonReader } from '../season/windows.ts';
import { cautionsOf, isForSeed, seasonNow, shownPatch } from './growingPlan.ts';
import { allInSeason, type GrownPatch, grownPatches, groupOf, inSeason } from './patches.ts';

/** A patch by its key in a season, else in the one that is on or its first, with all that may cross with it and all that is grown beside it. Throws a not-found Problem. */
export function patchAmong(
  reader: SeasonReader,
  key: string,
  today: string,
  season: number | null = null,
): { readonly patch: GrownPatch; readonly others: GrownPatch[]; readonly beside: GrownPatch[] } {
  const crops = everyLibraryCrop(reader.db);
  const every = grownPatches(
    reader,
    crops.map((c) => c.key),
    today,
    true,
  );
  const first = every.find((p) => p.key === key);
  if (!first) throw notFound('That patch');
  const patch = inSeason(first, season ?? seasonNow(reader, today)) ?? first;
  const beside = allInSeason(every, patch.season).filter((p) => p.key !== key);
  const others = beside.filter((p) => p.crop.crossingGroup === patch.crop.crossingGroup);
  return { patch, others, beside };
}

export const nameOf = (p: GrownPatch): string =>
  [p.place ?? p.origin.grower ?? 'a neighbour', p.origin.variety].filter((t) => t !== null).join(', ');

/** Gardens on the plan with room for one more variety to be saved among all of that season, beside the one where it stands. */
function otherGardens(db: Db, patch: GrownPatch, every: readonly GrownPatch[]): OtherGarden[] {
  return listGardens(db).flatMap((g) => {
    if (g.spot === null || g.id === patch.gardenId) return [];
    const has = every.filter((p) => p.gardenId === g.id && isForSeed({ kind: p.kind })).length;
    const full = g.mostVarieties !== null && has >= g.mostVarieties;
    const small = g.roomPlants !== null && g.roomPlants < patch.plants;
    return full || small ? [] : [{ id: g.id, name: g.name, spot: g.spot }];
  });
}

/** What would lower the crossing of a patch; nothing of what is not saved. */
export function waysFor(
  db: Db,
  patch: GrownPatch,
  others: readonly GrownPatch[],
  beside: readonly GrownPatch[],
  may: Pick<WayChoices, 'movableFrom' | 'plantsMost' | 'nameOf' | 'askable'>,
): LowerWay[] {
  if (patch.saving === null) return [];
  return waysToLower(patch, others, patch.crop, patch.saving, {
    ...may,
    gardens: otherGardens(db, patch, beside),
    outFrom: patch.outFrom,
    autumn: patch.autumn ?? '9999-12-31',
    ripe: patch.ripeOn,
    out: patch.outOn,
  });
}

export function patchSheet(db: Db, key: string, season: number | null, today: string): PatchSheet {
  const reader = new SeasonReader(db);
  const { patch, others, beside } = patchAmong(reader, key, today, season);
  const crossing = patchCrossing(patch, others, patch.crop, patch.saving);
  const crops = everyLibraryCrop(db);
  const group = patch.crop.crossingGroup;
  const of = crops.filter((c) => c.crossingGroup === group);
  const byKey = new Map(others.map((o) => [o.key, o]));
  const begun = patch.origin.plantedOutOn !== null || (patch.origin.sownOn !== null && patch.origin.sownOn <= today);
  const row = patch.row;
  return {
    patch: shownPatch(patch, crossing),
    version: row?.version ?? 0,
    season: patch.season,
    group,
    groupName: groupOf(crops, group).name,
    mostCrossed: MOST_CROSSED,
    isolationM: patch.crop.isolationM,
    sources: crossing.sources.flatMap((s) => {
      const o = byKey.get(s.key);
      return o ? [{ ...s, place: o.place ?? o.origin.grower, variety: o.origin.variety, kind: o.kind, plants: o.plants }] : [];
    }),
    ways:
      crossing.share === 0 || row?.gone_on != null
        ? []
        : waysFor(db, patch, others, beside, {
            movableFrom: begun || (patch.outOn ?? '') < today ? null : today,
            plantsMost: plantsMost(db, patch),
            nameOf: (k) => {
              const o = byKey.get(k);
              return o ? nameOf(o) : k;
            },
            askable: (k) => ['table', 'neighbour'].includes(byKey.get(k)?.kind ?? ''),
          }),
    plantsMin: patch.crop.seedPlantsMin,
    plantsGood: patch.crop.seedPlantsGood,
    own: {
      garden: row?.stands === 'library' ? 'library' : row?.stands === 'garden' ? String(row.garden_id) : null,
      spot: row?.stands === 'spot' ? { eastM: row.east_m ?? 0, northM: row.north_m ?? 0 } : null,
      plants: row?.plants ?? null,
      flowerFrom: row?.flower_from ?? null,
      flowerTo: row?.flower_to ?? null,
      shiftDays: row?.shift_days ?? 0,
      kind: row?.kind ?? null,
      whose: row?.whose ?? null,
      note: row?.note ?? null,
    },
    gone: row?.gone_on == null ? null : { on: row.gone_on, why: row.gone_why },
    sownOn: patch.origin.sownOn !== null && patch.origin.sownOn <= today ? patch.origin.sownOn : null,
    outOn: patch.outOn,
    ripeOn: patch.ripeOn,
    loanId: patch.origin.loanId,
    cautions: cautionsOf(db, of),
    history: row === null ? [] : historyOf(db, 'patch', row.id),
  };
}

/** Plants that the seed of a loan, or what may go to be renewed of the lot, would still give; null of what has no lot. */
function plantsMost(db: Db, patch: GrownPatch): number | null {
  const { lotId, loanId, likely } = patch.origin;
  if (lotId === null) return null;
  if (loanId !== null) return likely;
  const lot = lotRow(db, lotId);
  return lot ? patch.plants + Math.floor(freeFor(db, lot, 'renew') * 0.7) : null;
}
