import type { HistoryStep, TableRow, WrittenRow } from '@esprel/core/api';
import { all, type Db, one } from '../db/db.ts';

/** Who made a step: a person at the desk, or a member on their own page. */
const WHO = "coalesce(p.name, m.name || CASE WHEN m.left_on IS NULL THEN ', member' ELSE '' END)";
const PEOPLE = 'LEFT JOIN people p ON p.id = a.person_id LEFT JOIN members m ON m.id = a.member_id';
const COLUMNS = `a.id, a.at, a.on_day AS day, ${WHO} AS person, a.kind, a.summary, a.undoes, a.undone_by AS undoneBy,
  NOT EXISTS (SELECT 1 FROM events e WHERE e.step_id = a.id) AS note`;

/** Steps about one subject, latest first. */
export function historyOf(db: Db, subject: string, id: number, limit = 200): HistoryStep[] {
  return all<HistoryStep>(
    db,
    `SELECT ${COLUMNS} FROM step_subjects s JOIN steps a ON a.id = s.step_id ${PEOPLE}
     WHERE s.subject = ? AND s.subject_id = ? ORDER BY a.id DESC LIMIT ?`,
    subject,
    id,
    limit,
  );
}

/** All steps before step `before`, latest first. */
export function historyPage(db: Db, before: number, limit: number): HistoryStep[] {
  return all<HistoryStep>(db, `SELECT ${COLUMNS} FROM steps a ${PEOPLE} WHERE a.id < ? ORDER BY a.id DESC LIMIT ?`, before, limit);
}

/** What one step wrote: each row before and after. */
export function eventsOf(db: Db, stepId: number): WrittenRow[] {
  return all<{ entity: string; key: string; before: string | null; after: string | null }>(
    db,
    'SELECT entity, row_key AS key, before, after FROM events WHERE step_id = ? ORDER BY id',
    stepId,
  ).map((e) => ({
    ...e,
    before: e.before === null ? null : (JSON.parse(e.before) as TableRow),
    after: e.after === null ? null : (JSON.parse(e.after) as TableRow),
  }));
}

/** How many rows a step wrote. */
export function rowsOf(db: Db, stepId: number): number {
  return one<{ n: number }>(db, 'SELECT count(*) AS n FROM events WHERE step_id = ?', stepId)?.n ?? 0;
}
