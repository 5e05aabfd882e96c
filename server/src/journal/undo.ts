import { all, type Db, one, run } from '../db/db.ts';
import { notFound, Problem } from '../problem.ts';
import type { Change, Row, Subject } from './change.ts';
import { brokenLotRules } from './lotRules.ts';

interface ActionRow {
  readonly id: number;
  readonly summary: string;
  readonly undoes: number | null;
  readonly undone_by: number | null;
}

interface EventRow {
  readonly id: number;
  readonly action_id: number;
  readonly entity: string;
  readonly row_key: string;
  readonly before: string | null;
  readonly after: string | null;
}

/**
 * Takes one step back: every row it wrote returns to what it was before. Both the step and its undoing stay
 * in the journal, and an undoing can be undone. Refuses when a later step has changed one of
 * the rows or stands on them, and names that step.
 */
export function undoAction(change: Change, actionId: number): { readonly undone: number } {
  const { db } = change;
  const action = one<ActionRow>(db, 'SELECT id, summary, undoes, undone_by FROM actions WHERE id = ?', actionId);
  if (!action) throw notFound('That step');
  if (action.undone_by !== null) {
    throw new Problem('blocked', 'This step has been taken back already.', [], { blockedBy: action.undone_by });
  }
  const events = all<EventRow>(db, 'SELECT * FROM events WHERE action_id = ? ORDER BY id DESC', actionId);
  for (const subject of all<{ subject: string; subject_id: number }>(
    db,
    'SELECT subject, subject_id FROM action_subjects WHERE action_id = ?',
    actionId,
  )) {
    change.touch(subject.subject as Subject, subject.subject_id);
  }
  const lots = change.touched('lot');
  const brokenBefore = new Set(lots.flatMap((id) => brokenLotRules(db, id)).map((r) => r.rule));
  const seen = new Set<string>();
  for (const event of events) {
    const row = `${event.entity} ${event.row_key}`;
    // Of the events of a row within the step the last is looked at first: it has to be what the row is now.
    if (!seen.has(row)) refuseIfChanged(db, change, event);
    seen.add(row);
    const parsed = (image: string | null): Row | null => (image === null ? null : (JSON.parse(image) as Row));
    try {
      if (change.takeBack({ ...event, before: parsed(event.before), after: parsed(event.after) })) continue;
    } catch (error) {
      if (isConstraint(error)) throw blockedBy(db, actionId, change.actionId);
      throw error;
    }
    throw blockedByRow(db, event, change.actionId);
  }
  for (const { rule, words } of lots.flatMap((id) => brokenLotRules(db, id))) {
    if (!brokenBefore.has(rule)) throw blockedBy(db, actionId, change.actionId, words);
  }
  run(db, 'UPDATE actions SET undoes = ? WHERE id = ?', actionId, change.actionId);
  run(db, 'UPDATE actions SET undone_by = ? WHERE id = ?', change.actionId, actionId);
  if (action.undoes !== null) run(db, 'UPDATE actions SET undone_by = NULL WHERE id = ?', action.undoes);
  change.describe(action.undoes === null ? `Took back: ${action.summary}` : `Did again: ${action.summary.replace(/^Took back: /, '')}`);
  return { undone: actionId };
}

function refuseIfChanged(db: Db, change: Change, event: EventRow): void {
  const later = one<{ action_id: number }>(
    db,
    `SELECT e.action_id FROM events e JOIN actions a ON a.id = e.action_id
     WHERE e.entity = ? AND e.row_key = ? AND e.action_id > ? AND e.action_id <> ?
       AND a.undone_by IS NULL AND a.undoes IS NULL
     ORDER BY e.id DESC LIMIT 1`,
    event.entity,
    event.row_key,
    event.action_id,
    change.actionId,
  );
  if (later) throw blocked(db, later.action_id);
}

function isConstraint(error: unknown): boolean {
  return error instanceof Error && 'code' in error && String(error.code).startsWith('SQLITE_CONSTRAINT');
}

/** The latest step that wrote the same row, whatever it was. */
function blockedByRow(db: Db, event: EventRow, undoing: number): Problem {
  const later = one<{ action_id: number }>(
    db,
    'SELECT action_id FROM events WHERE entity = ? AND row_key = ? AND action_id > ? AND action_id <> ? ORDER BY id DESC LIMIT 1',
    event.entity,
    event.row_key,
    event.action_id,
    undoing,
  );
  return later ? blocked(db, later.action_id) : new Problem('blocked', STANDS_ON);
}

const STANDS_ON = 'Later steps stand on this one. Take them back first.';

/** The latest step about the same lots or members that still stands; `why` says what would be wrong without it. */
function blockedBy(db: Db, actionId: number, undoing: number, why = ''): Problem {
  const later = one<{ id: number }>(
    db,
    `SELECT a.id FROM actions a JOIN action_subjects s ON s.action_id = a.id
     WHERE a.id > ? AND a.id <> ? AND a.undone_by IS NULL AND a.undoes IS NULL
       AND EXISTS (SELECT 1 FROM action_subjects t WHERE t.action_id = ? AND t.subject = s.subject AND t.subject_id = s.subject_id)
     ORDER BY a.id DESC LIMIT 1`,
    actionId,
    undoing,
    actionId,
  );
  return later ? blocked(db, later.id, why) : new Problem('blocked', `${why}${STANDS_ON}`);
}

function blocked(db: Db, actionId: number, why = ''): Problem {
  const later = one<ActionRow>(db, 'SELECT id, summary FROM actions WHERE id = ?', actionId);
  return new Problem('blocked', `${why}A later step stands on this one. Take back first: ${later?.summary ?? ''}`, [], {
    blockedBy: actionId,
  });
}
