import { asSeenForm, plantsForm } from '@esprel/core';
import { pathId } from '../routing/query.ts';
import { changes, read, type Route } from '../routing/route.ts';
import { count, forget, spare } from './plants.ts';

export function plantRoutes(): Route[] {
  return [
    read('/plants', ({ db }) => ({ plants: spare(db) })),
    changes('post', '/sowings/:id/plants', 'plants', plantsForm, (change, { params, body }) =>
      count(change, pathId(params.id, 'id'), body),
    ),
    changes('delete', '/plant-counts/:id', 'plants', asSeenForm, (change, { params, body }) => {
      forget(change, pathId(params.id, 'id'), body.version);
      return {};
    }),
  ];
}
