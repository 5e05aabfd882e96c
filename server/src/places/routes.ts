import { plural, wrong } from '@esprel/core';
import { placesApi, readList } from '@esprel/core/api';
import { all, one } from '../db/db.ts';
import { blocked, notFound } from '../problem.ts';
import { lotsEverIn, placesById, placesWithin } from '../records/place.ts';
import { readSettings } from '../records/settings.ts';
import { makes, type Route, serves } from '../routing/route.ts';
import { readClimateLog } from './climateLog.ts';
import { gains, listPlaces, placeOf, placeSheet } from './placeSheet.ts';
import { checkPlace, placeColumns, touchLots } from './placeSteps.ts';

export function placeRoutes(): Route[] {
  return [
    serves(placesApi.list, ({ db }) => listPlaces(db)),
    serves(placesApi.sheet, ({ db }, { params }) => placeSheet(db, params.id)),
    serves(placesApi.gain, ({ db, today }, { params, query }) => {
      const codes = readList('codes', query.codes, 60);
      return gains(db, today, params.id, codes);
    }),
    makes(placesApi.add, 'place', (change, { body }) => {
      checkPlace(change.db, body, null);
      const id = change.insert('places', placeColumns(body));
      change.touch('place', id);
      change.describe(`Made the place ${body.name.trim()}`);
      return { id };
    }),
    makes(placesApi.edit, 'place', (change, { params, body }) => {
      const id = params.id;
      const before = placeOf(placesById(change.db), id);
      checkPlace(change.db, body, id);
      touchLots(change, id);
      change.update('places', id, placeColumns(body), body.version);
      change.describe(
        before.name === body.name.trim() ? `Changed the place ${before.name}` : `Renamed the place ${before.name} to ${body.name.trim()}`,
      );
      return { id };
    }),
    makes(placesApi.remove, 'place', (change, { params, body }) => {
      const id = params.id;
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
    makes(placesApi.readClimate, 'climate', (change, { params, body }) => {
      const id = params.id;
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
    makes(placesApi.removeClimate, 'climate', (change, { params, body }) => {
      const id = params.id;
      const log = one<{ place_id: number; file_name: string }>(change.db, 'SELECT place_id, file_name FROM climate_logs WHERE id = ?', id);
      if (!log) throw notFound('That file of a logger');
      change.remove('climate_logs', id, body.version);
      touchLots(change, log.place_id);
      change.describe(`Took out the climate file ${log.file_name}`);
      return { id };
    }),
  ];
}
