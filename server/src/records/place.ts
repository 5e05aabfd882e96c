import {
  type ASSUMED_CLIMATES,
  type ClimateDay,
  type KnownPlaces,
  placeChain,
  type PlaceClimate,
  resolveClimate,
  type ResolvedClimate,
  type StoragePeriod,
  storagePeriods,
} from '@esprel/core';
import { all, type Db } from '../db/db.ts';
import type { LotRow } from './lot.ts';

export interface PlaceRow extends PlaceClimate {
  readonly name: string;
  readonly kind: string;
  /** Whether the warmth swings over the day or the year. */
  readonly swings: 'day' | 'year' | null;
  readonly version: number;
}

/** Every place by its id. */
export function placesById(db: Db): Map<number, PlaceRow> {
  const rows = all<Omit<PlaceRow, 'sealed'> & { sealed: number }>(
    db,
    `SELECT id, parent_id AS parentId, kind, name, temperature_c AS temperatureC, swing_c AS swingC, swings,
       rh_percent AS rhPercent, sealed, version FROM places ORDER BY name`,
  );
  return new Map(rows.map((r) => [r.id, { ...r, sealed: r.sealed === 1 }]));
}

/** The days that loggers saw in a place, in order; a later file holds over an earlier one. */
export function loggedDays(db: Db, placeId: number): ClimateDay[] {
  const logs = all<{ days: string }>(db, 'SELECT days FROM climate_logs WHERE place_id = ? ORDER BY id', placeId);
  if (logs.length === 0) return [];
  const days = new Map<string, ClimateDay>();
  for (const log of logs) for (const d of JSON.parse(log.days) as ClimateDay[]) days.set(d.day, d);
  return [...days.values()].sort((a, b) => (a.day < b.day ? -1 : 1));
}

/** What is known of all places, each logger read once. */
export function knownPlaces(db: Db): KnownPlaces & { readonly places: ReadonlyMap<number, PlaceRow> } {
  const cache = new Map<number, ClimateDay[]>();
  return {
    places: placesById(db),
    logged: (id) => {
      let days = cache.get(id);
      if (!days) cache.set(id, (days = loggedDays(db, id)));
      return days;
    },
  };
}

/** What the storage of a lot is told by, beside the places it was in. */
type KeptLot = Pick<LotRow, 'id' | 'ages_from' | 'received_on' | 'acquisition' | 'sealed' | 'sealed_rh_percent' | 'opened_on'>;

/** The storage periods of a lot, as the viability model takes them. */
export function storageOfLot(db: Db, lot: KeptLot, assume: typeof ASSUMED_CLIMATES, known: KnownPlaces = knownPlaces(db)): StoragePeriod[] {
  const stays = all<{ from: string; placeId: number }>(
    db,
    'SELECT from_day AS "from", place_id AS placeId FROM storage_periods WHERE lot_id = ? ORDER BY from_day',
    lot.id,
  );
  return storagePeriods(
    {
      start: lot.ages_from,
      receivedOn: lot.received_on,
      bought: lot.acquisition === 'purchased',
      sealed: lot.sealed === 1 ? { rhPercent: lot.sealed_rh_percent, openedOn: lot.opened_on } : null,
      stays,
      assume,
    },
    known,
  );
}

/** "Cellar, Fridge, Box 2": a place and what it stands in, the outermost first. */
export function placePath(places: ReadonlyMap<number, PlaceRow>, id: number): string {
  return placeChain(places, id)
    .map((p) => p.name)
    .reverse()
    .join(', ');
}

export function climateIn(places: ReadonlyMap<number, PlaceRow>, id: number): ResolvedClimate {
  return resolveClimate(placeChain(places, id));
}

/** A place and everything that stands in it. */
export function placesWithin(places: ReadonlyMap<number, PlaceRow>, id: number): number[] {
  return [...places.keys()].filter((other) => placeChain(places, other).some((p) => p.id === id));
}

/** Lots that ever were in one of these places. */
export function lotsEverIn(db: Db, placeIds: readonly number[]): number[] {
  return all<{ id: number }>(
    db,
    'SELECT DISTINCT lot_id AS id FROM storage_periods WHERE place_id IN (SELECT value FROM json_each(?))',
    JSON.stringify(placeIds),
  ).map((r) => r.id);
}

/** Lots whose last known place is one of these, with the place. */
export function lotsNowIn(db: Db, placeIds: readonly number[]): { readonly lotId: number; readonly placeId: number }[] {
  return all(
    db,
    `SELECT s.lot_id AS lotId, s.place_id AS placeId FROM storage_periods s WHERE s.place_id IN (SELECT value FROM json_each(?))
       AND NOT EXISTS (SELECT 1 FROM storage_periods t WHERE t.lot_id = s.lot_id AND t.from_day > s.from_day) ORDER BY s.lot_id`,
    JSON.stringify(placeIds),
  );
}
