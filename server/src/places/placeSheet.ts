import { type LotFacts, movingGain, placeChain, warmSpells, wrong } from '@esprel/core';
import type { Answer, PlaceKind, PlaceListed, placesApi, PlaceSheetData } from '@esprel/core/api';
import { all, type Db, one } from '../db/db.ts';
import { evidenceOf } from '../estimates/evidence.ts';
import { lotFacts } from '../estimates/facts.ts';
import { historyOf } from '../journal/history.ts';
import { notFound } from '../problem.ts';
import { libraryCrop } from '../records/crop.ts';
import { lotByCode, lotNames } from '../records/lot.ts';
import { climateIn, knownPlaces, loggedDays, lotsNowIn, placePath, type PlaceRow, placesById, placesWithin } from '../records/place.ts';
import { readSettings } from '../records/settings.ts';
import { WARM_LIMIT_C } from './placeSteps.ts';

const SHOWN_LOTS = 300;
export function placeOf(places: ReadonlyMap<number, PlaceRow>, id: number): PlaceRow {
  const place = places.get(id);
  if (!place) throw notFound('That place');
  return place;
}

/** All places with their climates, as a flat tree: a parent before what stands in it. */
export function listPlaces(db: Db): Answer<typeof placesApi.list> {
  const places = placesById(db);
  const counts = new Map(
    all<{ id: number; n: number }>(
      db,
      `SELECT s.place_id AS id, count(*) AS n FROM storage_periods s JOIN lots l ON l.id = s.lot_id WHERE l.balance > 0
         AND NOT EXISTS (SELECT 1 FROM storage_periods t WHERE t.lot_id = s.lot_id AND t.from_day > s.from_day) GROUP BY s.place_id`,
    ).map((r) => [r.id, r.n]),
  );
  const logged = new Set(all<{ id: number }>(db, 'SELECT DISTINCT place_id AS id FROM climate_logs').map((r) => r.id));
  const rows: PlaceListed[] = [];
  const walk = (parentId: number | null, depth: number): void => {
    for (const p of places.values()) {
      if (p.parentId !== parentId) continue;
      const climate = climateIn(places, p.id);
      rows.push({
        id: p.id,
        parentId,
        depth,
        kind: p.kind as PlaceKind,
        name: p.name,
        path: placePath(places, p.id),
        temperatureC: climate.temperatureC,
        rhPercent: climate.rhPercent,
        sealed: climate.sealed,
        ownTemperatureC: p.temperatureC,
        ownRhPercent: p.rhPercent,
        ownSealed: p.sealed,
        logged: logged.has(p.id),
        version: p.version,
        lots: counts.get(p.id) ?? 0,
      });
      walk(p.id, depth + 1);
    }
  };
  walk(null, 0);
  return { places: rows };
}

export function placeSheet(db: Db, id: number): PlaceSheetData {
  const places = placesById(db);
  const place = placeOf(places, id);
  const inside = placesWithin(places, id);
  const now = lotsNowIn(db, inside);
  const logPlace = placeChain(places, id).find((p) => one(db, 'SELECT 1 FROM climate_logs WHERE place_id = ?', p.id));
  const days = logPlace ? loggedDays(db, logPlace.id) : [];
  const kind = placeChain(places, id).find((p) => p.kind === 'fridge' || p.kind === 'freezer')?.kind as 'fridge' | 'freezer' | undefined;
  return {
    place: { ...place, kind: place.kind as PlaceKind, path: placePath(places, id), climate: climateIn(places, id) },
    parents: placeChain(places, id)
      .slice(1)
      .reverse()
      .map((p) => ({ id: p.id, name: p.name })),
    within: inside.filter((i) => i !== id).map((i) => ({ id: i, name: placeOf(places, i).name, path: placePath(places, i) })),
    climate: {
      loggerIn: logPlace ? { id: logPlace.id, name: logPlace.name } : null,
      days,
      limitC: kind === undefined ? null : WARM_LIMIT_C[kind],
      warmSpells: kind === undefined ? [] : warmSpells(days, WARM_LIMIT_C[kind]),
      logs: all<PlaceSheetData['climate']['logs'][number]>(
        db,
        'SELECT id, file_name AS fileName, from_day AS fromDay, to_day AS toDay, readings, version FROM climate_logs WHERE place_id = ? ORDER BY id DESC',
        id,
      ),
    },
    lotCount: now.length,
    lots:
      now.length === 0
        ? []
        : all<PlaceSheetData['lots'][number]>(
            db,
            `SELECT l.code, v.name AS variety, c.name AS crop, l.year, l.balance, e.median, e.verdict FROM lots l
       JOIN varieties v ON v.id = l.variety_id JOIN crops c ON c.key = v.crop_key LEFT JOIN lot_estimates e ON e.lot_id = l.id
       WHERE l.balance > 0 AND l.id IN (SELECT value FROM json_each(?)) ORDER BY c.name, v.folded, l.code LIMIT ${String(SHOWN_LOTS)}`,
            JSON.stringify(now.map((n) => n.lotId)),
          ),
    stocktakes: all<PlaceSheetData['stocktakes'][number]>(
      db,
      'SELECT id, started_on AS startedOn, closed_on AS closedOn FROM stocktakes WHERE place_id = ? ORDER BY id DESC',
      id,
    ),
    history: historyOf(db, 'place', id),
  };
}

/** What moving each of these lots to a place would gain, in years of good enough seed. */
export function gains(db: Db, today: string, placeId: number, codes: readonly string[]): Answer<typeof placesApi.gain> {
  const known = knownPlaces(db);
  placeOf(known.places, placeId);
  const climate = climateIn(known.places, placeId);
  if (climate.temperatureC === null || climate.rhPercent === null) {
    throw wrong('placeId', 'has no climate yet; write down its warmth and humidity first');
  }
  const there = { temperatureC: climate.temperatureC, rhPercent: climate.rhPercent };
  const settings = readSettings(db);
  return {
    lots: codes.map((code) => {
      const lot = lotByCode(db, code, 'codes');
      const crop = libraryCrop(db, lot.crop_key);
      const facts: LotFacts = lotFacts(db, lot, evidenceOf(db, lot.id), settings, known);
      const { variety, crop: cropName } = lotNames(db, lot.id);
      return {
        code: lot.code,
        variety,
        crop: cropName,
        storable: crop.storageBehaviour === 'orthodox',
        ...(crop.storageBehaviour === 'orthodox'
          ? movingGain(facts, today, there)
          : { line: facts.threshold, staysYears: null, movesYears: null, tooLate: false }),
      };
    }),
  };
}
