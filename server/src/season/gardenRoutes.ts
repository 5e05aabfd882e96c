import { gardenEditForm, gardenForm, soilReadingForm, wrong } from '@esprel/core';
import { pathId, queryWhole } from '../routing/query.ts';
import { changes, read, type Route } from '../routing/route.ts';
import { writeGarden } from './gardenSteps.ts';
import { frostPage, gardenId, gardenOf, gardenRow, listGardens, soilOf } from './gardens.ts';

export function gardenRoutes(): Route[] {
  return [
    read('/gardens', ({ db }) => ({ gardens: listGardens(db) })),
    read('/gardens/:garden/frost', ({ db, today }, { params }) => frostPage(db, gardenId(params.garden), today)),
    changes('post', '/gardens', 'garden', gardenForm, (change, { body }) => writeGarden(change, body, null)),
    changes('put', '/gardens/:garden', 'garden', gardenEditForm, (change, { params, body }) => {
      const id = pathId(params.garden, 'garden');
      gardenRow(change.db, id);
      return writeGarden(change, body, id, body.version);
    }),
    changes('post', '/soil-readings', 'soil', soilReadingForm, (change, { body }) => {
      if (body.readOn > change.today) throw wrong('readOn', `must not be after today, ${change.today}`);
      const garden = gardenOf(change.db, body.gardenId ?? null, 'gardenId');
      const id = change.insert('soil_readings', { garden_id: garden.id, read_on: body.readOn, temperature_c: body.temperatureC });
      if (garden.id !== null) change.touch('garden', garden.id);
      change.describe(`Read the soil of ${garden.name}: ${String(body.temperatureC)} °C`);
      return { id };
    }),
    read('/soil-readings', ({ db, today }, { query }) => ({
      readings: soilOf(db, queryWhole(query, 'garden', 1, Number.MAX_SAFE_INTEGER), today),
    })),
  ];
}
