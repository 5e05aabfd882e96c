import { historyApi } from '@esprel/core/api';
import { eventsOf, historyPage, rowsOf } from '../journal/history.ts';
import { undoStep } from '../journal/undo.ts';
import { makes, type Route, serves } from '../routing/route.ts';

/** A step that wrote more rows is taken back on a thread of its own: a file of thousands of lots. */
const LONG_ROWS = 1000;

export function journalRoutes(): Route[] {
  return [
    serves(historyApi.steps, ({ db }, { query }) => {
      const limit = query.limit ?? 100;
      const steps = historyPage(db, query.before ?? Number.MAX_SAFE_INTEGER, limit);
      return { steps, next: steps.length === limit ? (steps[steps.length - 1]?.id ?? null) : null };
    }),
    serves(historyApi.rows, ({ db }, { params }) => ({ events: eventsOf(db, params.id) })),
    makes(
      historyApi.undo,
      'undo',
      (change, { params }) => undoStep(change, params.id),
      (db, { id }) => rowsOf(db, id) > LONG_ROWS,
    ),
  ];
}
