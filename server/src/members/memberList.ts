import { addDays, foldName, ASKED_BEFORE_DAYS, wrong } from '@esprel/core';
import { type Answer, ASK_WHY, type AskWhy, type ListedMember, type membersApi, type Query } from '@esprel/core/api';
import { all, type Db } from '../db/db.ts';

/** Seed that was handed over so long ago, with not a word since, is worth a question. */
const SILENT_DAYS = 60;

interface Row extends Omit<ListedMember, 'ask'> {
  readonly folded: string;
  /** The first day on which seed that is still out was handed over. */
  readonly outSince: string | null;
}

/** Members with what is out, promised, came back and was heard; all of it in one walk along each table, since lists show hundreds. */
const LIST = `WITH
  sown AS (SELECT s.loan_id, sum(s.seeds) AS seeds FROM loans o JOIN sowings s ON s.loan_id = o.id WHERE o.settled_on IS NULL GROUP BY s.loan_id),
  worked AS (SELECT o.member_id, max(coalesce(s.fate_on, s.sown_on)) AS last FROM sowings s JOIN loans o ON o.id = s.loan_id GROUP BY o.member_id),
  -- What is over was counted before it was.
  counted AS (SELECT o.member_id, max(c.counted_on) AS last FROM sowings s JOIN loans o ON o.id = s.loan_id
    JOIN emergence_counts c ON c.sowing_id = s.id WHERE s.fate_on IS NULL GROUP BY o.member_id),
  brought AS (SELECT member_id, count(*) AS n, max(received_on) AS last FROM returns GROUP BY member_id),
  lent AS (SELECT o.member_id, count(*) AS loans,
      sum(o.settled_on IS NULL AND o.seeds - o.unsown - coalesce(sown.seeds, 0) > 0) AS out,
      sum(o.settled_on IS NULL AND o.due_on IS NOT NULL) AS promises,
      sum(o.settled_on IS NULL AND o.due_on < :today) AS overdue,
      min(CASE WHEN o.settled_on IS NULL THEN o.due_on END) AS next_due,
      min(CASE WHEN o.settled_on IS NULL AND o.seeds - o.unsown - coalesce(sown.seeds, 0) > 0 THEN o.lent_on END) AS out_since
    FROM loans o LEFT JOIN sown ON sown.loan_id = o.id
    GROUP BY o.member_id),
  said AS (SELECT member_id, max(on_day) AS last FROM steps WHERE member_id IS NOT NULL GROUP BY member_id),
  asked AS (SELECT member_id, count(*) AS n FROM asks WHERE closed_on IS NULL GROUP BY member_id)
  SELECT m.id, m.name, m.folded, m.called, m.place, coalesce(lent.loans, 0) AS loans, coalesce(lent.out, 0) AS out,
    coalesce(lent.promises, 0) AS promises, coalesce(lent.overdue, 0) AS overdue, lent.next_due AS nextDue, coalesce(brought.n, 0) AS returns,
    nullif(max(coalesce(worked.last, ''), coalesce(counted.last, ''), coalesce(brought.last, ''), coalesce(said.last, '')), '') AS lastHeard, coalesce(asked.n, 0) AS asks, lent.out_since AS outSince
  FROM members m LEFT JOIN lent ON lent.member_id = m.id LEFT JOIN worked ON worked.member_id = m.id LEFT JOIN counted ON counted.member_id = m.id
    LEFT JOIN brought ON brought.member_id = m.id LEFT JOIN said ON said.member_id = m.id LEFT JOIN asked ON asked.member_id = m.id
  WHERE m.left_on IS NULL AND (:q = '' OR m.folded LIKE :like ESCAPE '\\' OR fold_name(m.called) LIKE :like ESCAPE '\\' OR fold_name(m.place) LIKE :like ESCAPE '\\')
    AND (m.folded, m.id) > (:name, :id) ORDER BY m.folded, m.id LIMIT :limit`;

/** Why somebody is worth asking today; null where nothing is to be asked. */
function askWhy(m: Row, today: string): AskWhy | null {
  if (m.overdue > 0) return 'overdue';
  if (m.nextDue !== null && m.nextDue <= addDays(today, ASKED_BEFORE_DAYS)) return 'due';
  const waited = m.outSince !== null && m.outSince <= addDays(today, -SILENT_DAYS);
  return waited && (m.lastHeard === null || m.lastHeard < (m.outSince ?? '')) ? 'silent' : null;
}

/** A page of the members by name; or all who are worth asking, the most urgent first. */
export function listMembers(db: Db, query: Query<(typeof membersApi.list)['query']>, today: string): Answer<typeof membersApi.list> {
  const q = foldName(query.q ?? '');
  const limit = query.limit ?? 200;
  const { after, which } = query;
  const at = after === null ? -1 : after.lastIndexOf('~');
  const [name, id] = at < 0 || after === null ? ['', 0] : [after.slice(0, at), Number(after.slice(at + 1))];
  if (after !== null && (at < 0 || !Number.isInteger(id))) throw wrong('after', 'is not a place in this list; begin again without it');
  const rows = all<Row>(db, LIST, {
    today,
    q,
    like: `%${q.replace(/[%_\\]/g, '\\$&')}%`,
    name,
    id,
    limit: which === null ? limit + 1 : -1,
  });
  const shown = rows.map(({ folded, outSince, ...m }) => ({ folded, ...m, ask: askWhy({ folded, outSince, ...m }, today) }));
  if (which === 'to-ask') {
    const urgent = shown
      .filter((m) => m.ask !== null)
      .sort(
        (a, b) =>
          ASK_WHY.indexOf(a.ask ?? 'silent') - ASK_WHY.indexOf(b.ask ?? 'silent') ||
          (a.nextDue ?? '9999').localeCompare(b.nextDue ?? '9999') ||
          a.folded.localeCompare(b.folded),
      );
    return { members: urgent.slice(0, limit).map(({ folded: _folded, ...m }) => m), next: null };
  }
  const page = shown.slice(0, limit);
  const last = page[page.length - 1];
  return {
    members: page.map(({ folded: _folded, ...m }) => m),
    next: rows.length > limit && last ? `${last.folded}~${String(last.id)}` : null,
  };
}
