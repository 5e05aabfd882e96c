/** Fridges should stay below this, in C; spells above it are named. */

import { placeChain, wrong } from '@esprel/core';
import { type Db, one } from '../db/db.ts';
import type { Change } from '../journal/change.ts';
import { lotsEverIn, placesById, placesWithin } from '../records/place.ts';

export const WARM_LIMIT_C = { fridge: 10, freezer: -10 } as const;
interface PlaceBody {
  readonly name: string;
  readonly kind?: string | undefined;
  readonly parentId?: number | null | undefined;
  readonly temperatureC?: number | null | undefined;
  readonly warmestC?: number | null | undefined;
  readonly coldestC?: number | null | undefined;
  readonly swings?: 'day' | 'year' | null | undefined;
  readonly rhPercent?: number | null | undefined;
  readonly sealed: boolean;
}

export function checkPlace(db: Db, body: PlaceBody, own: number | null): void {
  const parent = body.parentId ?? null;
  const places = placesById(db);
  if (parent !== null) {
    if (!places.has(parent)) throw wrong('parentId', 'is not a place here; choose again');
    if (own !== null && placeChain(places, parent).some((p) => p.id === own)) {
      throw wrong('parentId', 'stands in this very place; choose another');
    }
  }
  const same = one<{ id: number }>(
    db,
    'SELECT id FROM places WHERE coalesce(parent_id, 0) = ? AND name = ?',
    parent ?? 0,
    body.name.trim(),
  );
  if (same && same.id !== own) throw wrong('name', 'there is a place of this name already');
  if (body.sealed && body.rhPercent == null) throw wrong('rhPercent', 'say how dry the seed was sealed, in percent of humidity');
  if ((body.warmestC == null) !== (body.coldestC == null))
    throw wrong(body.warmestC == null ? 'warmestC' : 'coldestC', 'is needed beside the other; or leave both out');
  if (body.warmestC != null && body.coldestC != null && body.warmestC < body.coldestC)
    throw wrong('warmestC', 'must not be colder than the coldest');
  if (body.temperatureC != null && body.warmestC != null)
    throw wrong('temperatureC', 'give one usual warmth, or the warmest and the coldest; not both');
  const warm = body.temperatureC ?? body.warmestC;
  if (parent === null && (warm == null) !== (body.rhPercent == null)) {
    throw wrong(warm == null ? 'temperatureC' : 'rhPercent', 'is needed beside the other; or leave both out');
  }
}

/** The mean and the swing, from one figure or from the warmest and the coldest. */
function warmthColumns({ temperatureC, warmestC, coldestC, swings }: PlaceBody): Record<string, unknown> {
  if (warmestC == null || coldestC == null) return { temperature_c: temperatureC ?? null, swing_c: 0, swings: null };
  return { temperature_c: (warmestC + coldestC) / 2, swing_c: (warmestC - coldestC) / 2, swings: swings ?? 'year' };
}

export function placeColumns(body: PlaceBody): Record<string, unknown> {
  return {
    name: body.name.trim(),
    kind: body.kind ?? 'box',
    parent_id: body.parentId ?? null,
    ...warmthColumns(body),
    rh_percent: body.rhPercent ?? null,
    sealed: body.sealed ? 1 : 0,
  };
}

/** The estimates of every lot that ever was in a place depend on its climate. */
export function touchLots(change: Change, placeId: number): void {
  change.touch('place', placeId);
  for (const id of lotsEverIn(change.db, placesWithin(placesById(change.db), placeId))) change.touch('lot', id);
}
