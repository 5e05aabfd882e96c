import { wrong } from '@esprel/core';
import { gardensApi } from '@esprel/core/api';
import { makes, type Route, serves } from '../routing/route.ts';
import { writeGarden } from './gardenSteps.ts';
import { frostPage, gardenId, gardenOf, gardenRow, listGardens, soilOf } from './gardens.ts';

export function gardenRoutes(): Route[] {
  return [
    serves(gardensApi.list, ({ db }) => ({ gardens: listGardens(db) })),
    serves(gardensApi.frost, ({ db, today }, { params }) => frostPage(db, gardenId(params.garden), today)),
    makes(gardensApi.add, 'garden', (change, { body }) => writeGarden(change, body, null)),
    makes(gardensApi.edit, 'garden', (change, { params, body }) => {
      const id = params.id;
      gardenRow(change.db, id);
      return writeGarden(change, body, id, body.version);
    }),
    makes(gardensApi.readSoil, 'soil', (change, { body }) => {
      if (body.readOn > change.today) throw wrong('readOn', `must not be after today, ${change.today}`);
      const garden = gardenOf(change.db, body.gardenId ?? null, 'gardenId');
      const id = change.insert('soil_readings', { garden_id: garden.id, read_on: body.readOn, temperature_c: body.temperatureC });
      if (garden.id !== null) change.touch('garden', garden.id);
      change.describe(`Read the soil of ${garden.name}: ${String(body.temperatureC)} °C`);
      return { id };
    }),
    serves(gardensApi.soil, ({ db, today }, { query }) => ({
      readings: soilOf(db, query.garden, today),
    })),
  ];
}
