import type * as yup from 'yup';
import { foldName, isDay, type membersFileForm, wrong } from '@esprel/core';
import type { MemberRow, MembersRead } from '@esprel/core/api';
import { all, type Db, one } from '../db/db.ts';
import { readCsv, writeCsv } from '../files/csv.ts';
import type { Change } from '../journal/change.ts';

/** The columns of a file of members, and by what else they are known. */
const COLUMNS = [
  { field: 'name', column: 'name', words: ['name', 'member', 'full name'] },
  { field: 'called', column: 'called', words: ['called', 'likes to be called', 'nickname', 'first name'] },
  { field: 'place', column: 'place', words: ['place', 'garden', 'where', 'part of town', 'district'] },
  { field: 'language', column: 'language', words: ['language'] },
  { field: 'email', column: 'email', words: ['e-mail', 'email', 'mail'] },
  { field: 'phone', column: 'phone', words: ['telephone', 'phone', 'mobile'] },
  { field: 'post', column: 'post', words: ['letters go to', 'address', 'post', 'postal address'] },
  { field: 'contact', column: 'contact', words: ['another way', 'contact'] },
  { field: 'joinedOn', column: 'joined_on', words: ['member since', 'joined', 'since'] },
  { field: 'note', column: 'note', words: ['note', 'notes', 'remarks'] },
] as const;
type Field = (typeof COLUMNS)[number]['field'];
const LONGEST: Readonly<Record<Field, number>> = {
  name: 120,
  called: 80,
  place: 120,
  language: 60,
  email: 200,
  phone: 60,
  post: 2000,
  contact: 200,
  joinedOn: 10,
  note: 2000,
};
const MOST_ROWS = 2000;

/** Every member as a CSV that is read in again unchanged. Who left is nobody, and not in it. */
export function exportMembers(db: Db): string {
  const rows = all<Record<string, string | null>>(
    db,
    `SELECT ${COLUMNS.map((c) => c.column).join(', ')} FROM members WHERE left_on IS NULL ORDER BY folded, id`,
  );
  return writeCsv(
    COLUMNS.map((c) => c.words[0]),
    rows.map((r) => COLUMNS.map((c) => r[c.column] ?? null)),
  );
}

const plain = (text: string): string =>
  text
    .toLowerCase()
    .replace(/[^\p{L}]+/gu, ' ')
    .trim();

function problemOf(member: Readonly<Partial<Record<Field, string>>>): string | null {
  if ((member.name ?? '') === '') return 'has no name';
  for (const { field, words } of COLUMNS) {
    if ((member[field]?.length ?? 0) > LONGEST[field]) return `${words[0]} is too long; ${String(LONGEST[field])} characters at most`;
  }
  if (member.email !== undefined && !/^\S+@\S+\.\S+$/.test(member.email)) return 'the e-mail address is none';
  if (member.joinedOn !== undefined && !isDay(member.joinedOn)) return 'the day has to be written as 2027-03-14';
  return null;
}

/** What a file of members says, row by row; nothing is written. Throws an InputError for a file that is none. */
export function readMembers(db: Db, bytes: Buffer): MembersRead {
  const { header, rows } = readCsv(bytes);
  if (rows.length > MOST_ROWS) throw wrong('file', `has more than ${String(MOST_ROWS)} members; send it in parts`);
  const columns = header.map((h) => COLUMNS.find((c) => c.words.some((w) => plain(w) === plain(h)))?.field ?? null);
  if (!columns.includes('name')) throw wrong('file', 'has no column of names; call it "name"');
  const seen = new Set<string>();
  const read = rows.map(({ row, cells }) => {
    const member: Partial<Record<Field, string>> = {};
    columns.forEach((field, i) => {
      const cell = cells[i] ?? '';
      if (field !== null && cell !== '') member[field] ??= cell;
    });
    const folded = foldName(member.name ?? '');
    const twice = folded !== '' && seen.has(folded) ? 'stands in the file twice; the first row is taken' : null;
    seen.add(folded);
    return { row, member, problem: problemOf(member) ?? twice, known: folded !== '' && knownBy(db, folded) !== undefined };
  });
  return {
    rows: read.map(({ row, member, problem, known }): MemberRow => ({
      row,
      name: member.name ?? '',
      state: problem !== null ? 'wrong' : known ? 'known' : 'new',
      words: problem ?? (known ? 'what is missing is filled in' : null),
    })),
    left: header.filter((h, i) => columns[i] === null && h !== ''),
    members: read.filter((r) => r.problem === null).map((r) => ({ ...r.member, name: r.member.name ?? '' })),
  };
}

interface KnownMember {
  readonly id: number;
  readonly [column: string]: string | number | null;
}

const knownBy = (db: Db, folded: string): KnownMember | undefined =>
  one<KnownMember>(
    db,
    `SELECT id, ${COLUMNS.map((c) => c.column).join(', ')} FROM members WHERE folded = ? AND left_on IS NULL ORDER BY id LIMIT 1`,
    folded,
  );

/** Takes members of a file over in one step: new ones are written down, of those who are here only what is missing. */
export function takeMembers(
  change: Change,
  { members }: yup.InferType<typeof membersFileForm>,
): { readonly added: number; readonly changed: number } {
  const { db, today } = change;
  let added = 0;
  let changed = 0;
  for (const member of members as Record<Field, string | null | undefined>[]) {
    const name = (member.name ?? '').trim();
    const folded = foldName(name);
    const said = Object.fromEntries(
      COLUMNS.flatMap(({ field, column }) => {
        const value = member[field]?.trim() || null;
        return field === 'name' || value === null ? [] : [[column, value]];
      }),
    );
    if (typeof said.joined_on === 'string' && said.joined_on > today) throw wrong('members', `${name} cannot have joined after today`);
    const known = knownBy(db, folded);
    if (known) {
      const missing = Object.fromEntries(Object.entries(said).filter(([column]) => known[column] === null));
      if (Object.keys(missing).length === 0) continue;
      change.update('members', known.id, missing);
      change.touch('member', known.id);
      changed += 1;
    } else {
      const id = change.insert('members', { joined_on: today, ...said, name, folded });
      change.touch('member', id);
      added += 1;
    }
  }
  change.describe(`Read members in: ${String(added)} new, ${String(changed)} filled in`);
  return { added, changed };
}
