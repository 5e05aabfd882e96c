import { plural } from '@esprel/core';
import type { Leaving } from '@esprel/core/api';
import { cardsOf, shutMemberOut } from '../access/memberSignIns.ts';
import { all, type Db, one, run } from '../db/db.ts';
import { blocked, notFound, stale } from '../problem.ts';

/** What a member who left is called from then on, in the record and in every text. */
export const FORMER = 'A former member';

/** Columns of a member that say who they are; all of them go. */
const PERSONAL = ['called', 'place', 'language', 'email', 'phone', 'post', 'contact', 'note'] as const;

interface LeavingRow {
  readonly id: number;
  readonly name: string;
  readonly folded: string;
  readonly called: string | null;
  readonly place: string | null;
  readonly language: string | null;
  readonly email: string | null;
  readonly phone: string | null;
  readonly post: string | null;
  readonly contact: string | null;
  readonly note: string | null;
  readonly left_on: string | null;
  readonly version: number;
}

/** A text of the library: a row of a table, and the column that it stands in. */
interface Place {
  readonly table: string;
  readonly column: string;
  readonly row: number;
  readonly text: string;
}

/** What a name stands in that is nobody’s but the library’s: what is computed from it, and what is looked after elsewhere. */
const NOT_TEXTS = new Set([
  'members',
  'people',
  'crops',
  'find_names',
  'note_texts',
  'request_keys',
  'row_numbers',
  'sign_ins',
  'passphrases',
  'member_cards',
  'member_links',
  'member_sign_ins',
]);

function memberToLeave(db: Db, id: number): LeavingRow {
  const member = one<LeavingRow>(db, `SELECT id, name, folded, ${PERSONAL.join(', ')}, left_on, version FROM members WHERE id = ?`, id);
  if (!member) throw notFound('That member');
  if (member.left_on !== null) throw blocked(`This member left already, on ${member.left_on}.`);
  return member;
}

/** The name as a whole: not inside of a longer one. */
function whole(name: string): RegExp {
  return new RegExp(`(?<![\\p{L}\\p{N}])${name.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')}(?![\\p{L}\\p{N}])`, 'gu');
}

/**
 * Whether the name can mean nobody and nothing else: a single word may be a variety or a village, and a namesake keeps theirs. Only then
 * every text that holds it is about this member.
 */
function isUnmistakable(db: Db, member: LeavingRow): boolean {
  const namesakes = one<{ n: number }>(
    db,
    `SELECT (SELECT count(*) FROM members WHERE folded = ? AND id <> ? AND left_on IS NULL)
       + (SELECT count(*) FROM people WHERE name = ? COLLATE NOCASE) AS n`,
    member.folded,
    member.id,
    member.name,
  );
  return member.name.trim().includes(' ') && namesakes?.n === 0;
}

const inJson = (name: string): string => JSON.stringify(name).slice(1, -1);
/** The name as a table has it: within JSON it is written as JSON writes it. */
const nameIn = (table: string, name: string): string => (table === 'events' ? inJson(name) : name);

/** Every text of the library that holds the name, by table and column. Tables without row numbers are lists that are made from others. */
function everyText(db: Db, name: string): Place[] {
  const tables = all<{ name: string }>(
    db,
    "SELECT name FROM sqlite_master WHERE type = 'table' AND sql NOT LIKE 'CREATE VIRTUAL%' AND sql NOT LIKE '%WITHOUT ROWID%'",
  )
    .map((t) => t.name)
    .filter((t) => !NOT_TEXTS.has(t) && !/^(sqlite_|find_|note_)/.test(t));
  return tables.flatMap((table) => {
    const said = nameIn(table, name);
    return all<{ name: string }>(db, "SELECT name FROM pragma_table_info(?) WHERE type = 'TEXT'", table).flatMap(({ name: column }) =>
      all<{ row: number; text: string }>(db, `SELECT rowid AS row, ${column} AS text FROM ${table} WHERE instr(${column}, ?) > 0`, said)
        .filter((p) => p.text.search(whole(said)) >= 0)
        .map((p) => ({ table, column, ...p })),
    );
  });
}

/** Texts that the program itself wrote about this member: the steps about them, and what those wrote. */
function ownTexts(db: Db, member: LeavingRow, texts: readonly Place[]): Place[] {
  const steps = "SELECT step_id FROM step_subjects WHERE subject = 'member' AND subject_id = ?";
  const own = new Set([
    ...all<{ id: number }>(db, steps.replace('step_id', 'step_id AS id'), member.id).map(({ id }) => `steps ${String(id)}`),
    ...all<{ id: number; entity: string; key: string }>(
      db,
      `SELECT id, entity, row_key AS key FROM events WHERE step_id IN (${steps})`,
      member.id,
    ).flatMap(({ id, entity, key }) => [`events ${String(id)}`, ...(entity === 'sources' ? [] : [`${entity} ${key}`])]),
  ]);
  return texts.filter((t) => own.has(`${t.table} ${String(t.row)}`));
}

function textsToForget(db: Db, member: LeavingRow): { readonly forget: readonly Place[]; readonly stay: number } {
  const texts = everyText(db, member.name);
  const forget = isUnmistakable(db, member) ? texts : ownTexts(db, member, texts);
  return { forget, stay: texts.length - forget.length };
}

const openPromises = (db: Db, id: number): number =>
  one<{ n: number }>(db, "SELECT count(*) AS n FROM loans WHERE member_id = ? AND settled_on IS NULL AND promise <> 'nothing'", id)?.n ?? 0;

/** What will be gone for good, and what stays, before anybody says yes. */
export function leaving(db: Db, id: number): Leaving {
  const member = memberToLeave(db, id);
  const { forget, stay } = textsToForget(db, member);
  const said = (words: string, value: string | null): string[] => (value === null ? [] : [`${words}: ${value}`]);
  const gardens = all<{ name: string }>(db, 'SELECT name FROM gardens WHERE member_id = ?', id);
  const cards = cardsOf(db, id).length;
  const told = one<{ n: number }>(db, 'SELECT count(*) AS n FROM messages WHERE member_id = ?', id)?.n ?? 0;
  const asks = one<{ n: number }>(db, 'SELECT count(*) AS n FROM asks WHERE member_id = ? AND closed_on IS NULL', id)?.n ?? 0;
  return {
    name: member.name,
    version: member.version,
    gone: [
      `the name: ${member.name}`,
      ...said('where they live', member.place),
      ...said('what they like to be called', member.called),
      ...said('their language', member.language),
      ...[member.email, member.phone, member.post, member.contact].flatMap((way) => said('how to reach them', way)),
      ...said('what was noted of them', member.note),
      ...gardens.map((g) => `that “${g.name}” is theirs, where it lies, and the note on it`),
      ...(told > 0 ? [`${plural(told, 'message')} that they were sent`] : []),
      ...(cards > 0 ? [`${plural(cards, 'card')} that ${cards === 1 ? 'opens' : 'open'} their page`] : []),
      ...(asks > 0 ? [`${plural(asks, 'thing')} that they asked for`] : []),
      ...(forget.length > 0 ? [`their name in ${plural(forget.length, 'text')} of the record and its history`] : []),
    ],
    promises: openPromises(db, id),
    stay,
  };
}

/**
 * Forgets who somebody was. What became of their seed stays, as that of a former member; their open promises are let go. None of it is in
 * the journal, so that nothing brings it back.
 */
export function forgetMember(db: Db, id: number, version: number, today: string): string {
  const member = memberToLeave(db, id);
  if (member.version !== version) throw stale(version, member.version, member, {});
  const { forget } = textsToForget(db, member);
  for (const { table, column, row, text } of forget) {
    // A source is found by its name, so no two former members may be called the same.
    const former = table === 'sources' ? `${FORMER} (${String(id)})` : FORMER.toLowerCase();
    run(db, `UPDATE ${table} SET ${column} = ? WHERE rowid = ?`, text.replace(whole(nameIn(table, member.name)), former), row);
  }
  run(
    db,
    `UPDATE members SET name = ?, folded = ?, ${PERSONAL.map((c) => `${c} = NULL`).join(', ')}, consent_on = NULL, consent_for = '[]',
       left_on = ?, version = version + 1 WHERE id = ?`,
    FORMER,
    '',
    today,
    id,
  );
  // Nobody is found by what all of them are called.
  run(db, 'DELETE FROM find_names WHERE origin = ?', `m${String(id)}`);
  // Nothing is planned for their garden any more, and nobody knows what it has room for.
  run(db, 'DELETE FROM renewal_rows WHERE garden_id IN (SELECT id FROM gardens WHERE member_id = ?)', id);
  run(db, 'DELETE FROM renewal_figures WHERE garden_id IN (SELECT id FROM gardens WHERE member_id = ?)', id);
  run(
    db,
    'UPDATE gardens SET room_plants = NULL, most_varieties = NULL, cages = 0, member_id = NULL, note = NULL, east_m = NULL, north_m = NULL, practised = NULL, version = version + 1 WHERE member_id = ?',
    id,
  );
  run(
    db,
    "UPDATE loans SET settled_on = ?, version = version + 1 WHERE member_id = ? AND settled_on IS NULL AND promise <> 'nothing'",
    today,
    id,
  );
  // What they asked for ends; in which words is nobody's any more.
  run(
    db,
    `UPDATE asks SET note = NULL, closed_on = coalesce(closed_on, ?), closed_as = coalesce(closed_as, 'withdrawn'),
       version = version + 1 WHERE member_id = ?`,
    today,
    id,
  );
  run(
    db,
    'UPDATE asks SET lot_id = NULL, seeds = NULL, purpose = NULL, laid_on = NULL, packet_note = NULL WHERE member_id = ? AND loan_id IS NULL',
    id,
  );
  run(db, 'DELETE FROM messages WHERE member_id = ?', id);
  shutMemberOut(db, id);
  forgetInJournal(db, id);
  // An answer that waits for a send that is repeated may hold the name; repeated, it is a new step.
  run(db, 'DELETE FROM request_keys WHERE instr(answer, ?) > 0', inJson(member.name));
  return member.name;
}

/** What the journal has of the row of a member, and of whose a garden was. */
function forgetInJournal(db: Db, id: number): void {
  for (const side of ['before', 'after']) {
    run(
      db,
      `UPDATE events SET ${side} = json_set(${side}, '$.name', ?, '$.folded', '', '$.consent_on', NULL, '$.consent_for', '[]',
         ${PERSONAL.map((c) => `'$.${c}', NULL`).join(', ')})
       WHERE entity = 'members' AND row_key = ? AND ${side} IS NOT NULL`,
      FORMER,
      String(id),
    );
    run(
      db,
      `UPDATE events SET ${side} = json_set(${side}, '$.note', NULL)
       WHERE entity = 'asks' AND ${side} IS NOT NULL AND json_extract(${side}, '$.member_id') = ?`,
      id,
    );
    run(
      db,
      `UPDATE events SET ${side} = json_set(${side}, '$.member_id', NULL, '$.note', NULL, '$.east_m', NULL, '$.north_m', NULL,
         '$.practised', NULL)
       WHERE entity = 'gardens' AND ${side} IS NOT NULL AND json_extract(${side}, '$.member_id') = ?`,
      id,
    );
  }
}

/**
 * Writes the whole file anew: what was written over, then or long before, lies in it no more. It takes a moment, once. False where there is
 * no room for it, or others hold the file.
 */
export function writeAnew(db: Db): boolean {
  try {
    db.exec('VACUUM');
    db.pragma('wal_checkpoint(TRUNCATE)');
    return true;
  } catch {
    return false;
  }
}
