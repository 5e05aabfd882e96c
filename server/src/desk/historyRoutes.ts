import { emptyForm } from '@esprel/core';
import { eventsOf, historyPage, rowsOf } from '../journal/history.ts';
import { undoAction } from '../journal/undo.ts';
import { pathId, queryWhole } from '../routing/query.ts';
import { changes, read, type Route } from '../routing/route.ts';

/** A step that wrote more rows is taken back on a thread of its own: a file of thousands of lots. */
const LONG_ROWS = 1000;

export function journalRoutes(): Route[] {
  return [
    read('/history', ({ db }, { query }) => {
      const limit = queryWhole(query, 'limit', 1, 500) ?? 100;
      const before = queryWhole(query, 'before', 1, Number.MAX_SAFE_INTEGER) ?? Number.MAX_SAFE_INTEGER;
      const steps = historyPage(db, before, limit);
      return { steps, next: steps.length === limit ? (steps[steps.length - 1]?.id ?? null) : null };
    }),
    read('/history/:id', ({ db }, { params }) => ({ events: eventsOf(db, pathId(params.id, 'id')) })),
    changes(
      'post',
      '/history/:id/undo',
      'undo',
      emptyForm,
      (change, { params }) => undoAction(change, pathId(params.id, 'id')),
      (db, params) => rowsOf(db, pathId(params.id, 'id')) > LONG_ROWS,
    ),
  ];
}
