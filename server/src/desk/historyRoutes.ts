import { historyApi } from '@esprel/core/api';
import { one } from '../db/db.ts';
import type { Change } from '../journal/change.ts';
import { eventsOf, historyPage, rowsOf } from '../journal/history.ts';
import { undoStep } from '../journal/undo.ts';
import { blocked, Problem } from '../problem.ts';
import { keepCoordinator } from '../records/person.ts';
import { makes, type Route, serves } from '../routing/route.ts';

/** A step that wrote more rows is taken back on a thread of its own: a file of thousands of lots. */
const LONG_ROWS = 1000;

/** Everybody takes back their own steps, and those that nobody put a name to; a coordinator anybody’s. */
function mayTakeBack({ db, standing, personId }: Change, stepId: number): void {
  const step = one<{ person_id: number | null; member_id: number | null; name: string | null }>(
    db,
    `SELECT s.person_id, s.member_id, coalesce(p.name, m.name) AS name FROM steps s
     LEFT JOIN people p ON p.id = s.person_id LEFT JOIN members m ON m.id = s.member_id WHERE s.id = ?`,
    stepId,
  );
  const nobodys = step !== undefined && step.person_id === null && step.member_id === null;
  if (step && !nobodys && standing !== 'coordinator' && step.person_id !== personId) {
    throw new Problem('not-allowed', `That was ${step.name ?? 'somebody else'}’s step. They can take it back, or a coordinator.`);
  }
  if (step && rowsOf(db, stepId) === 0) throw blocked('That is a note of what happened. There is nothing to take back.');
}

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
      (change, { params }) => {
        mayTakeBack(change, params.id);
        let done = { undone: params.id };
        keepCoordinator(change.db, () => {
          done = undoStep(change, params.id);
        });
        return done;
      },
      (db, { id }) => rowsOf(db, id) > LONG_ROWS,
    ),
  ];
}
