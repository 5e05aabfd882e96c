import { parseLotCode, wrong } from '@esprel/core';
import { type ListedStocktake, lotsApi, stocktakesApi } from '@esprel/core/api';
import { all, one } from '../db/db.ts';
import { notFound } from '../problem.ts';
import { lotByCode } from '../records/lot.ts';
import { placePath, placesById } from '../records/place.ts';
import { makes, type Route, serves } from '../routing/route.ts';
import { close, openTake, sheet, stateOf, writeScan } from './stocktake.ts';

export function stocktakeRoutes(): Route[] {
  return [
    serves(stocktakesApi.list, ({ db }) => ({
      stocktakes: all<ListedStocktake>(
        db,
        `SELECT t.id, t.place_id AS placeId, p.name AS place, t.started_on AS startedOn, t.closed_on AS closedOn,
           (SELECT count(*) FROM stocktake_scans s WHERE s.stocktake_id = t.id) AS scanned
         FROM stocktakes t JOIN places p ON p.id = t.place_id ORDER BY t.closed_on IS NOT NULL, t.id DESC LIMIT 50`,
      ),
    })),
    serves(stocktakesApi.sheet, ({ db }, { params }) => sheet(db, params.id)),
    makes(stocktakesApi.begin, 'stocktake', (change, { body }) => {
      const place = placesById(change.db).get(body.placeId);
      if (!place) throw wrong('placeId', 'is not a place here; choose again');
      const open = one<{ id: number }>(change.db, 'SELECT id FROM stocktakes WHERE place_id = ? AND closed_on IS NULL', body.placeId);
      if (open) throw wrong('placeId', `stock is being taken in ${place.name} already; go on with that`);
      const id = change.insert('stocktakes', { place_id: body.placeId, started_on: change.today });
      change.touch('place', body.placeId);
      change.describe(`Began to take stock of ${place.name}`);
      return { id };
    }),
    makes(stocktakesApi.scan, 'scan', (change, { params, body }) => {
      const take = openTake(change.db, params.id);
      const lot = lotByCode(change.db, body.lotCode, 'lotCode');
      if ((body.amount === 'counted') !== (body.counted != null)) {
        throw wrong('counted', body.amount === 'counted' ? 'say how many were counted' : 'leave it out unless it was counted');
      }
      writeScan(change, take, lot, body);
      const seen = stateOf(change.db, take).find((l) => l.lotId === lot.id);
      change.touch('place', take.placeId);
      change.describe(`Stocktake: scanned ${lot.code}`);
      return { code: lot.code, belongs: seen?.belongs ?? false, recordedIn: seen?.recordedIn ?? null };
    }),
    makes(stocktakesApi.unscan, 'scan', (change, { params, body }) => {
      const take = openTake(change.db, params.id);
      const code = parseLotCode(params.code);
      const row = one<{ id: number }>(
        change.db,
        'SELECT s.id FROM stocktake_scans s JOIN lots l ON l.id = s.lot_id WHERE s.stocktake_id = ? AND l.code = ?',
        take.id,
        code,
      );
      if (!row) throw notFound('That scan');
      change.remove('stocktake_scans', row.id, body.version);
      change.touch('place', take.placeId);
      change.describe(`Stocktake: took the scan of ${String(code)} back`);
      return { id: take.id };
    }),
    makes(stocktakesApi.close, 'stocktake', (change, { params, body }) => {
      const take = openTake(change.db, params.id);
      const words = close(change, take, body);
      change.touch('place', take.placeId);
      change.describe(`Took stock of ${placePath(placesById(change.db), take.placeId)}: ${words}`);
      return { id: take.id };
    }),
    makes(lotsApi.found, 'found', (change, { params, body }) => {
      const lot = lotByCode(change.db, params.code);
      if (lot.missing_since === null) throw wrong('code', `${lot.code} is not missing`);
      change.update('lots', lot.id, { missing_since: null }, body.version);
      change.touch('lot', lot.id);
      change.describe(`${lot.code} turned up again`);
      return { code: lot.code };
    }),
  ];
}
