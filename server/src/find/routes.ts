import { queryText } from '../routing/query.ts';
import { read, type Route } from '../routing/route.ts';
import { find } from './find.ts';

export function findRoutes(): Route[] {
  return [read('/find', ({ db }, { query }) => find(db, queryText(query, 'q', 100) ?? ''))];
}
