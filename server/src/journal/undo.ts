import { all, type Db, one, run } from '../db/db.ts';
import { notFound, Problem } from '../problem.ts';
import type { Change, Row, Subject } from './change.ts';
import { brokenLotRules } from './lotRules.ts';

interface StepRow {
  readonly id: number;
  readonly summary: string;
  readonly undoes: number | null;
  readonly undone_by: number | null;
}

interface EventRow {
  readonly id: number;
  readonly step_id: number;
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
export function undoStep(change: Change, stepId: number): { readonly undone: number } {
  const { db } = change;
  const step = one<StepRow>(db, 'SELECT id, summary, undoes, undone_by FROM steps WHERE id = ?', stepId);
  if (!step) throw notFound('That step');
  if (step.undone_by !== null) {
    throw new Problem('blocked', 'This step has been taken back already.', [], { blockedBy: step.undone_by });
  }
  const events = all<EventRow>(db, 'SELECT * FROM events WHERE step_id = ? ORDER BY id DESC', stepId);
  for (const subject of all<{ subject: string; subject_id: number }>(
    db,
    'SELECT subject, subject_id FROM step_subjects WHERE step_id = ?',
    stepId,
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
      if (isConstraint(error)) throw blockedBy(db, stepId, change.stepId);
      throw error;
    }
    throw blockedByRow(db, event, change.stepId);
  }
  for (const { rule, words } of lots.flatMap((id) => brokenLotRules(db, id))) {
    if (!brokenBefore.has(rule)) throw blockedBy(db, stepId, change.stepId, words);
  }
  run(db, 'UPDATE steps SET undoes = ? WHERE id = ?', stepId, change.stepId);
  run(db, 'UPDATE steps SET undone_by = ? WHERE id = ?', change.stepId, stepId);
  if (step.undoes !== null) run(db, 'UPDATE steps SET undone_by = NULL WHERE id = ?', step.undoes);
  change.describe(step.undoes === null ? `Took back: ${step.summary}` : `Did again: ${step.summary.replace(/^Took back: /, '')}`);
  return { undone: stepId };
}

function refuseIfChanged(db: Db, change: Change, event: EventRow): void {
  const later = one<{ step_id: number }>(
    db,
    `SELECT e.step_id FROM events e JOIN steps a ON a.id = e.step_id
     WHERE e.entity = ? AND e.row_key = ? AND e.step_id > ? AND e.step_id <> ?
       AND a.undone_by IS NULL AND a.undoes IS NULL
     ORDER BY e.id DESC LIMIT 1`,
    event.entity,
    event.row_key,
    event.step_id,
    change.stepId,
  );
  if (later) throw blocked(db, later.step_id);
}

function isConstraint(error: unknown): boolean {
  return error instanceof Error && 'code' in error && String(error.code).startsWith('SQLITE_CONSTRAINT');
}

/** The latest step that wrote the same row, whatever it was. */
function blockedByRow(db: Db, event: EventRow, undoing: number): Problem {
  const later = one<{ step_id: number }>(
    db,
    'SELECT step_id FROM events WHERE entity = ? AND row_key = ? AND step_id > ? AND step_id <> ? ORDER BY id DESC LIMIT 1',
    event.entity,
    event.row_key,
    event.step_id,
    undoing,
  );
  return later ? blocked(db, later.step_id) : new Problem('blocked', STANDS_ON);
}

const STANDS_ON = 'Later steps stand on this one. Take them back first.';

/** The latest step about the same lots or members that still stands; `why` says what would be wrong without it. */
function blockedBy(db: Db, stepId: number, undoing: number, why = ''): Problem {
  const later = one<{ id: number }>(
    db,
    `SELECT a.id FROM steps a JOIN step_subjects s ON s.step_id = a.id
     WHERE a.id > ? AND a.id <> ? AND a.undone_by IS NULL AND a.undoes IS NULL
       AND EXISTS (SELECT 1 FROM step_subjects t WHERE t.step_id = ? AND t.subject = s.subject AND t.subject_id = s.subject_id)
     ORDER BY a.id DESC LIMIT 1`,
    stepId,
    undoing,
    stepId,
  );
  return later ? blocked(db, later.id, why) : new Problem('blocked', `${why}${STANDS_ON}`);
}

function blocked(db: Db, stepId: number, why = ''): Problem {
  const later = one<StepRow>(db, 'SELECT id, summary FROM steps WHERE id = ?', stepId);
  return new Problem('blocked', `${why}A later step stands on this one. Take back first: ${later?.summary ?? ''}`, [], {
    blockedBy: stepId,
  });
}
