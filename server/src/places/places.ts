import {
  asSeenForm,
  climateLogForm,
  type LotFacts,
  movingGain,
  placeChain,
  placeEditForm,
  placeForm,
  plural,
  warmSpells,
  wrong,
} from '@esprel/core';
import { all, type Db, one } from '../db/db.ts';
import { evidenceOf } from '../estimates/evidence.ts';
import { lotFacts } from '../estimates/facts.ts';
import type { Change } from '../journal/change.ts';
import { historyOf } from '../journal/history.ts';
import { blocked, notFound } from '../problem.ts';
import { libraryCrop } from '../records/crop.ts';
import { lotByCode } from '../records/lot.ts';
import {
  climateIn,
  knownPlaces,
  loggedDays,
  lotsEverIn,
  lotsNowIn,
  placePath,
  type PlaceRow,
  placesById,
  placesWithin,
} from '../records/place.ts';
import { readSettings } from '../records/settings.ts';
import { pathId, queryText } from '../routing/query.ts';
import { changes, read, type Route } from '../routing/route.ts';
import { readClimateLog } from './climateLog.ts';

/** Fridges should stay below this, in C; spells above it are named. */
const WARM_LIMIT_C = { fridge: 10, freezer: -10 } as const;
const SHOWN_LOTS = 300;

function placeOf(places: ReadonlyMap<number, PlaceRow>, id: number): PlaceRow {
  const place = places.get(id);
  if (!place) throw notFound('That place');
  return place;
}

/** All places with their climates, as a flat tree: a parent before what stands in it. */
function listPlaces(db: Db): object {
  const places = placesById(db);
  const counts = new Map(
    all<{ id: number; n: number }>(
      db,
      `SELECT s.place_id AS id, count(*) AS n FROM storage_periods s JOIN lots l ON l.id = s.lot_id WHERE l.balance > 0
         AND NOT EXISTS (SELECT 1 FROM storage_periods t WHERE t.lot_id = s.lot_id AND t.from_day > s.from_day) GROUP BY s.place_id`,
    ).map((r) => [r.id, r.n]),
  );
  const logged = new Set(all<{ id: number }>(db, 'SELECT DISTINCT place_id AS id FROM climate_logs').map((r) => r.id));
  const rows: object[] = [];
  const walk = (parentId: number | null, depth: number): void => {
    for (const p of places.values()) {
      if (p.parentId !== parentId) continue;
      const climate = climateIn(places, p.id);
      rows.push({
        id: p.id,
        parentId,
        depth,
        kind: p.kind,
        name: p.name,
        path: placePath(places, p.id),
        temperatureC: climate.temperatureC,
        swingC: climate.swingC,
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

function placeSheet(db: Db, id: number): object {
  const places = placesById(db);
  const place = placeOf(places, id);
  const inside = placesWithin(places, id);
  const now = lotsNowIn(db, inside);
  const logPlace = placeChain(places, id).find((p) => one(db, 'SELECT 1 FROM climate_logs WHERE place_id = ?', p.id));
  const days = logPlace ? loggedDays(db, logPlace.id) : [];
  const kind = placeChain(places, id).find((p) => p.kind === 'fridge' || p.kind === 'freezer')?.kind as 'fridge' | 'freezer' | undefined;
  return {
    place: { ...place, path: placePath(places, id), climate: climateIn(places, id) },
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
      logs: all(
        db,
        'SELECT id, file_name AS fileName, from_day AS fromDay, to_day AS toDay, readings, version FROM climate_logs WHERE place_id = ? ORDER BY id DESC',
        id,
      ),
    },
    lotCount: now.length,
    lots:
      now.length === 0
        ? []
        : all(
            db,
            `SELECT l.code, v.name AS variety, c.name AS crop, l.year, l.balance, e.median, e.verdict FROM lots l
       JOIN varieties v ON v.id = l.variety_id JOIN crops c ON c.key = v.crop_key LEFT JOIN lot_estimates e ON e.lot_id = l.id
       WHERE l.balance > 0 AND l.id IN (SELECT value FROM json_each(?)) ORDER BY c.name, v.folded, l.code LIMIT ${String(SHOWN_LOTS)}`,
            JSON.stringify(now.map((n) => n.lotId)),
          ),
    stocktakes: all(
      db,
      'SELECT id, started_on AS startedOn, closed_on AS closedOn FROM stocktakes WHERE place_id = ? ORDER BY id DESC',
      id,
    ),
    history: historyOf(db, 'place', id),
  };
}

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

function checkPlace(db: Db, body: PlaceBody, own: number | null): void {
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

function placeColumns(body: PlaceBody): Record<string, unknown> {
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
function touchLots(change: Change, placeId: number): void {
  change.touch('place', placeId);
  for (const id of lotsEverIn(change.db, placesWithin(placesById(change.db), placeId))) change.touch('lot', id);
}

/** What moving each of these lots to a place would gain, in years of good enough seed. */
function gains(db: Db, today: string, placeId: number, codes: readonly string[]): object {
  const known = knownPlaces(db);
  placeOf(known.places, placeId);
  const climate = climateIn(known.places, placeId);
  if (climate.temperatureC === null || climate.rhPercent === null) {
    throw wrong('placeId', 'has no climate yet; write down its warmth and humidity first');
  }
  const there = { temperatureC: climate.temperatureC, rhPercent: climate.rhPercent };
  const settings = readSettings(db);
  return {
    climate: there,
    lots: codes.map((code) => {
      const lot = lotByCode(db, code, 'codes');
      const crop = libraryCrop(db, lot.crop_key);
      const facts: LotFacts = lotFacts(db, lot, evidenceOf(db, lot.id), settings, known);
      const names = one<{ variety: string; crop: string }>(
        db,
        'SELECT v.name AS variety, c.name AS crop FROM varieties v JOIN crops c ON c.key = v.crop_key WHERE v.id = ?',
        lot.variety_id,
      );
      return {
        code: lot.code,
        ...names,
        storable: crop.storageBehaviour === 'orthodox',
        ...(crop.storageBehaviour === 'orthodox'
          ? movingGain(facts, today, there)
          : { line: facts.threshold, staysYears: null, movesYears: null, tooLate: false }),
      };
    }),
  };
}

export function placeRoutes(): Route[] {
  return [
    read('/places', ({ db }) => listPlaces(db)),
    read('/places/:id', ({ db }, { params }) => placeSheet(db, pathId(params.id, 'id'))),
    read('/places/:id/gain', ({ db, today }, { params, query }) => {
      const codes = (queryText(query, 'codes', 4000) ?? '').split(',').filter((c) => c !== '');
      if (codes.length > 60) throw wrong('codes', 'holds too many; 60 at most');
      return gains(db, today, pathId(params.id, 'id'), codes);
    }),
    changes('post', '/places', 'place', placeForm, (change, { body }) => {
      checkPlace(change.db, body, null);
      const id = change.insert('places', placeColumns(body));
      change.touch('place', id);
      change.describe(`Made the place ${body.name.trim()}`);
      return { id };
    }),
    changes('patch', '/places/:id', 'place', placeEditForm, (change, { params, body }) => {
      const id = pathId(params.id, 'id');
      const before = placeOf(placesById(change.db), id);
      checkPlace(change.db, body, id);
      touchLots(change, id);
      change.update('places', id, placeColumns(body), body.version);
      change.describe(
        before.name === body.name.trim() ? `Changed the place ${before.name}` : `Renamed the place ${before.name} to ${body.name.trim()}`,
      );
      return { id };
    }),
    changes('delete', '/places/:id', 'place', asSeenForm, (change, { params, body }) => {
      const id = pathId(params.id, 'id');
      const place = placeOf(placesById(change.db), id);
      const lots = lotsEverIn(change.db, [id]).length;
      if (lots > 0) throw blocked(`${plural(lots, 'lot')} are or were kept in ${place.name}; it stays in the record`);
      const inside = placesWithin(placesById(change.db), id).length - 1;
      if (inside > 0) throw blocked(`${plural(inside, 'place')} stand in ${place.name}; move them first`);
      for (const log of all<{ id: number }>(change.db, 'SELECT id FROM climate_logs WHERE place_id = ?', id))
        change.remove('climate_logs', log.id);
      if (one(change.db, 'SELECT 1 FROM stocktakes WHERE place_id = ?', id)) {
        throw blocked(`stock was taken in ${place.name}; it stays in the record`);
      }
      change.touch('place', id);
      change.remove('places', id, body.version);
      change.describe(`Took away the place ${place.name}`);
      return { id };
    }),
    changes('post', '/places/:id/climate-log', 'climate', climateLogForm, (change, { params, body }) => {
      const id = pathId(params.id, 'id');
      const place = placeOf(placesById(change.db), id);
      const days = readClimateLog(Buffer.from(body.text, 'utf8'), readSettings(change.db).dateOrder === 'month-day');
      const first = days[0]?.day ?? '';
      const last = days[days.length - 1]?.day ?? '';
      if (last > change.today) throw wrong('file', `goes on to ${last}, after today; is the clock of the logger right?`);
      const round = (x: number): number => Math.round(x * 100) / 100;
      const readings = days.reduce((n, d) => n + d.readings, 0);
      change.insert('climate_logs', {
        place_id: id,
        file_name: body.fileName,
        from_day: first,
        to_day: last,
        readings,
        days: JSON.stringify(
          days.map((d) => ({
            ...d,
            temperatureC: round(d.temperatureC),
            rhPercent: d.rhPercent === null ? null : round(d.rhPercent),
            lowC: round(d.lowC),
            highC: round(d.highC),
          })),
        ),
      });
      touchLots(change, id);
      change.describe(`Read the climate of ${place.name}, ${first} to ${last}, ${plural(readings, 'reading')}`);
      return { id, days: days.length, readings };
    }),
    changes('delete', '/climate-logs/:id', 'climate', asSeenForm, (change, { params, body }) => {
      const id = pathId(params.id, 'id');
      const log = one<{ place_id: number; file_name: string }>(change.db, 'SELECT place_id, file_name FROM climate_logs WHERE id = ?', id);
      if (!log) throw notFound('That file of a logger');
      change.remove('climate_logs', id, body.version);
      touchLots(change, log.place_id);
      change.describe(`Took out the climate file ${log.file_name}`);
      return { id };
    }),
  ];
}
