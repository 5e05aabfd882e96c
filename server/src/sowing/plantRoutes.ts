import { sowingsApi } from '@esprel/core/api';
import { makes, type Route, serves } from '../routing/route.ts';
import { count, forget, spare } from './plants.ts';

export function plantRoutes(): Route[] {
  return [
    serves(sowingsApi.plants, ({ db }) => ({ plants: spare(db) })),
    makes(sowingsApi.countPlants, 'plants', (change, { params, body }) => count(change, params.id, body)),
    makes(sowingsApi.removePlants, 'plants', (change, { params, body }) => {
      forget(change, params.id, body.version);
      return { id: params.id };
    }),
  ];
}
