import { findApi } from '@esprel/core/api';
import { type Route, serves } from '../routing/route.ts';
import { find } from './find.ts';

export function findRoutes(): Route[] {
  return [serves(findApi.find, ({ db }, { query }) => find(db, query.q ?? ''))];
}
