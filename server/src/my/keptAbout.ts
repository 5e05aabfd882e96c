import type { KeptAboutMe, KeptPart } from '@esprel/core/api';
import { all, type Db } from '../db/db.ts';
import { readSettings } from '../records/settings.ts';
import { myFacts } from './page.ts';

interface Part {
  readonly title: string;
  /** Rows about the member :id, with columns named as they are read; what is found out of a lot is the library's, and stands on its sheet. */
  readonly sql: string;
}

const LOT = 'l.code AS packet, v.name AS variety';
const LOTS = 'JOIN lots l ON l.id = o.lot_id JOIN varieties v ON v.id = l.variety_id';
/** Gardens of a member. */
const GARDENS = '(SELECT id FROM gardens WHERE member_id = :id)';

/**
 * All that is kept about a member, part by part. No secrets: what opens their page is kept as a hash only, and a link that was sent and
 * not used is gone within half an hour.
 */
export const KEPT_PARTS: readonly Part[] = [
  { title: 'Noted at the desk', sql: 'SELECT note FROM members WHERE id = :id AND note IS NOT NULL' },
  {
    title: 'My garden',
    sql: `SELECT name, hemisphere, shift_days AS days_after_the_library, last_frost, first_frost, winter_min_c AS coldest_c, east_m AS metres_east,
      north_m AS metres_north, room_plants AS room_for_plants, most_varieties, cages, practised, note FROM gardens WHERE member_id = :id ORDER BY id`,
  },
  {
    title: 'Measured in my garden',
    sql: `SELECT read_on AS day, 'soil, °C' AS what, temperature_c AS value FROM soil_readings WHERE garden_id IN ${GARDENS}
      UNION ALL SELECT read_on, 'frost file', file_name FROM frost_records WHERE garden_id IN ${GARDENS} ORDER BY 1`,
  },
  {
    title: 'Lent to me',
    sql: `SELECT ${LOT}, o.seeds, o.purpose, o.promise, o.promised_seeds, o.due_on, o.lent_on, o.settled_on, nullif(o.unsown, 0) AS back_unsown, o.packet_note
      FROM loans o ${LOTS} WHERE o.member_id = :id ORDER BY o.id`,
  },
  {
    title: 'Sown',
    sql: `SELECT ${LOT}, s.seeds, s.sown_on, s.method, s.where_sown AS place, s.fate AS what_happened, s.fate_on AS happened_on, s.note
      FROM sowings s JOIN loans o ON o.id = s.loan_id ${LOTS} WHERE o.member_id = :id ORDER BY s.id`,
  },
  {
    title: 'Counted',
    sql: `SELECT ${LOT}, c.counted_on, c.emerged AS up FROM emergence_counts c JOIN sowings s ON s.id = c.sowing_id
      JOIN loans o ON o.id = s.loan_id ${LOTS} WHERE o.member_id = :id ORDER BY c.id`,
  },
  {
    title: 'Grown for seed',
    sql: `SELECT ${LOT}, s.step, s.done_on, s.plants, s.taken AS taken_out, s.apart AS kept_apart, s.near_m AS metres_to_another, s.how, s.grams, s.note,
      CASE WHEN s.photo IS NULL THEN NULL ELSE 'yes' END AS picture
      FROM saving_steps s JOIN loans o ON o.id = s.loan_id ${LOTS} WHERE o.member_id = :id ORDER BY s.id`,
  },
  {
    title: 'Where it flowers',
    sql: `SELECT v.name AS variety, c.name AS crop, p.season, p.plants, p.flower_from, p.flower_to, p.apart AS kept_apart, p.gone_on, p.gone_why, p.note
      FROM patches p LEFT JOIN loans o ON o.id = p.loan_id LEFT JOIN lots l ON l.id = o.lot_id
        LEFT JOIN varieties v ON v.id = coalesce(p.variety_id, l.variety_id) LEFT JOIN crops c ON c.key = coalesce(p.crop_key, v.crop_key)
      WHERE o.member_id = :id OR p.garden_id IN ${GARDENS} ORDER BY p.id`,
  },
  {
    title: 'Brought back',
    sql: `SELECT l.code AS packet, v.name AS variety, r.received_on, r.plants AS mothers, r.grown_beside, r.isolated, r.found, r.released_on, r.note,
        (SELECT group_concat(p.code, ', ') FROM loans_home h JOIN loans o ON o.id = h.loan_id JOIN lots p ON p.id = o.lot_id WHERE h.return_id = r.id) AS grown_from
      FROM returns r JOIN lots l ON l.id = r.lot_id JOIN varieties v ON v.id = l.variety_id WHERE r.member_id = :id ORDER BY r.id`,
  },
  {
    title: 'Asked for, waited for, offered',
    sql: `SELECT v.name AS variety, a.kind, a.asked_on, a.note, a.seeds, a.laid_on, a.closed_on, a.closed_as, a.closed_why AS answer
      FROM asks a JOIN varieties v ON v.id = a.variety_id WHERE a.member_id = :id ORDER BY a.id`,
  },
  {
    title: 'Asked to grow',
    sql: `SELECT v.name AS variety, g.name AS garden, r.season, r.plants, r.asked_on, r.answer, r.answered_on, r.note FROM renewal_rows r
      JOIN gardens g ON g.id = r.garden_id JOIN varieties v ON v.id = r.variety_id
      WHERE g.member_id = :id AND r.asked_on IS NOT NULL ORDER BY r.id`,
  },
  {
    title: 'Plants for me',
    sql: `SELECT v.name AS variety, p.plants, 'ordered' AS what, p.sow_on AS day, p.note FROM planned_sowings p JOIN lots l ON l.id = p.lot_id
        JOIN varieties v ON v.id = l.variety_id WHERE p.member_id = :id
      UNION ALL SELECT v.name, n.plants, n.kind, n.on_day, n.note FROM plant_counts n JOIN sowings s ON s.id = n.sowing_id
        JOIN lots l ON l.id = s.lot_id JOIN varieties v ON v.id = l.variety_id WHERE n.member_id = :id ORDER BY 4`,
  },
  {
    title: 'Swap days',
    sql: `SELECT d.name AS swap_day, w.came_on AS day, coalesce(sum(CASE WHEN i.way = 'in' THEN i.packets END), 0) AS packets_brought,
        coalesce(sum(CASE WHEN i.way = 'out' THEN i.packets END), 0) AS packets_taken
      FROM swap_visits w JOIN swap_desks k ON k.id = w.desk_id JOIN swap_days d ON d.id = k.swap_id LEFT JOIN swap_lines i ON i.visit_id = w.id
      WHERE w.member_id = :id GROUP BY w.id ORDER BY w.came_on, w.id`,
  },
  {
    title: 'Told to me',
    sql: 'SELECT told_on AS day, way, subject, text, problem FROM messages WHERE member_id = :id ORDER BY id',
  },
  {
    title: 'To be told to me',
    sql: 'SELECT made_on AS day, words FROM errands WHERE member_id = :id AND done_on IS NULL ORDER BY id',
  },
  {
    title: 'My cards',
    sql: 'SELECT substr(made_at, 1, 10) AS made_on, substr(used_at, 1, 10) AS last_used FROM member_cards WHERE member_id = :id ORDER BY id',
  },
  {
    title: 'Phones that are in',
    sql: 'SELECT device AS phone, substr(begun_at, 1, 10) AS since, substr(seen_at, 1, 10) AS last_seen FROM member_sign_ins WHERE member_id = :id ORDER BY id',
  },
  {
    title: 'History',
    sql: `SELECT s.on_day AS day, s.summary AS what FROM steps s
      WHERE s.member_id = :id OR s.id IN (SELECT step_id FROM step_subjects WHERE subject = 'member' AND subject_id = :id) ORDER BY s.id DESC`,
  },
];

/** All that is kept about a member, to be read and taken along. */
export function keptAbout(db: Db, memberId: number, today: string): KeptAboutMe {
  const parts = KEPT_PARTS.map(({ title, sql }): KeptPart => ({ title, rows: all<KeptPart['rows'][number]>(db, sql, { id: memberId }) }));
  return {
    library: readSettings(db).libraryName,
    madeOn: today,
    facts: myFacts(db, memberId),
    parts: parts.filter((p) => p.rows.length > 0),
  };
}
