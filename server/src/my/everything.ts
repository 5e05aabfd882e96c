import { all, type Db } from '../db/db.ts';
import { myPage } from './page.ts';

/** All that is kept about a member, as a file that they can read and take along. No secrets: what opens their page is kept as a hash only. */
export function everythingOf(db: Db, memberId: number, today: string): string {
  const page = myPage(db, memberId, today);
  const of = (sql: string): Record<string, unknown>[] => all<Record<string, unknown>>(db, sql, memberId);
  return JSON.stringify(
    {
      library: page.library.name,
      madeOn: today,
      facts: page.me,
      noteOfTheDesk: of('SELECT note FROM members WHERE id = ?')[0]?.note ?? null,
      gardens: of('SELECT name, hemisphere, shift_days, last_frost, first_frost, winter_min_c, note FROM gardens WHERE member_id = ?'),
      loans: of(
        `SELECT l.code AS lot, v.name AS variety, o.seeds, o.purpose, o.promise, o.promised_seeds, o.due_on, o.lent_on, o.settled_on, o.unsown, o.packet_note
         FROM loans o JOIN lots l ON l.id = o.lot_id JOIN varieties v ON v.id = l.variety_id WHERE o.member_id = ? ORDER BY o.id`,
      ),
      sowings: of(
        `SELECT l.code AS lot, s.seeds, s.sown_on, s.method, s.fate, s.fate_on, s.note FROM sowings s JOIN loans o ON o.id = s.loan_id
         JOIN lots l ON l.id = s.lot_id WHERE o.member_id = ? ORDER BY s.id`,
      ),
      counts: of(
        `SELECT c.sowing_id, c.counted_on, c.emerged FROM emergence_counts c JOIN sowings s ON s.id = c.sowing_id
         JOIN loans o ON o.id = s.loan_id WHERE o.member_id = ? ORDER BY c.id`,
      ),
      grownForSeed: of(
        `SELECT l.code AS lot, s.step, s.done_on, s.plants, s.taken, s.note FROM saving_steps s JOIN loans o ON o.id = s.loan_id
         JOIN lots l ON l.id = o.lot_id WHERE o.member_id = ? ORDER BY s.id`,
      ),
      broughtBack: page.returns,
      asks: of(
        `SELECT v.name AS variety, a.kind, a.asked_on, a.note, a.laid_on, a.closed_on, a.closed_as, a.closed_why
         FROM asks a JOIN varieties v ON v.id = a.variety_id WHERE a.member_id = ? ORDER BY a.id`,
      ),
      askedToGrow: of(
        `SELECT v.name AS variety, g.name AS garden, r.season, r.asked_on, r.answer, r.answered_on, r.note FROM renewal_rows r
         JOIN gardens g ON g.id = r.garden_id JOIN varieties v ON v.id = r.variety_id WHERE g.member_id = ? AND r.asked_on IS NOT NULL ORDER BY r.id`,
      ),
      cards: of('SELECT made_at, used_at FROM member_cards WHERE member_id = ? ORDER BY id'),
      phones: of('SELECT device, begun_at, seen_at FROM member_sign_ins WHERE member_id = ? ORDER BY id'),
      history: of(
        `SELECT s.at, s.summary FROM step_subjects t JOIN steps s ON s.id = t.step_id
         WHERE t.subject = 'member' AND t.subject_id = ? ORDER BY s.id`,
      ),
    },
    null,
    2,
  );
}
