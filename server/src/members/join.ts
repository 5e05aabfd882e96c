import type * as yup from 'yup';
import { type joinMembersForm, plural, wrong } from '@esprel/core';
import type { JoinPreview, Member } from '@esprel/core/api';
import { all, type Db, one, run } from '../db/db.ts';
import type { Change } from '../journal/change.ts';
import { blocked, stale } from '../problem.ts';
import { isMember } from '../records/loan.ts';
import { memberRecord } from './memberSheet.ts';

type JoinedTable = 'loans' | 'gardens' | 'asks' | 'errands' | 'returns' | 'planned_sowings' | 'plant_counts' | 'swap_visits';

/** Records that belong to a member, with what they are called. */
const BELONGS: readonly { readonly table: JoinedTable; readonly one: string; readonly many?: string }[] = [
  { table: 'loans', one: 'loan' },
  { table: 'gardens', one: 'garden' },
  { table: 'asks', one: 'thing asked for', many: 'things asked for' },
  { table: 'errands', one: 'thing to be told', many: 'things to be told' },
  { table: 'returns', one: 'envelope brought home', many: 'envelopes brought home' },
  { table: 'planned_sowings', one: 'planned sowing' },
  { table: 'plant_counts', one: 'count of plants' },
  { table: 'swap_visits', one: 'visit to a swap', many: 'visits to a swap' },
];

/** What is filled in from the other where nothing stands. */
const FILLED = [
  { column: 'called', field: 'called', words: 'what they like to be called' },
  { column: 'place', field: 'place', words: 'the garden' },
  { column: 'language', field: 'language', words: 'the language' },
  { column: 'email', field: 'email', words: 'the e-mail address' },
  { column: 'phone', field: 'phone', words: 'the telephone' },
  { column: 'post', field: 'post', words: 'where letters go' },
  { column: 'contact', field: 'contact', words: 'another way to be reached' },
] as const;

function two(db: Db, id: number, otherId: number): { readonly into: Member; readonly other: Member } {
  if (id === otherId) throw wrong('otherId', 'is the same record; choose the other one');
  if (!isMember(db, id) || !isMember(db, otherId)) throw wrong('otherId', 'is not a member; choose again');
  return { into: memberRecord(db, id), other: memberRecord(db, otherId) };
}

const owned = (db: Db, table: string, id: number): number[] =>
  all<{ id: number }>(db, `SELECT id FROM ${table} WHERE member_id = ? ORDER BY id`, id).map((r) => r.id);

/** What joining two records of one person does, before anybody says yes. */
export function joining(db: Db, id: number, otherId: number): JoinPreview {
  const { into, other } = two(db, id, otherId);
  const counted = BELONGS.map(({ table, one: what, many }) => ({ what, many, n: owned(db, table, otherId).length })).filter((b) => b.n > 0);
  const cards = one<{ n: number }>(db, 'SELECT count(*) AS n FROM member_cards WHERE member_id = ?', otherId)?.n ?? 0;
  return {
    into: { id: into.id, name: into.name, version: into.version },
    other: { id: other.id, name: other.name, version: other.version },
    moves: [
      ...counted.map((b) => `${plural(b.n, b.what, b.many)} of ${other.name}`),
      ...FILLED.filter((f) => into[f.field] === null && other[f.field] !== null).map((f) => `${f.words}: ${other[f.field] ?? ''}`),
      ...(cards > 0 ? [`${plural(cards, 'card')}, which ${cards === 1 ? 'opens' : 'open'} this page from then on`] : []),
      ...(other.joinedOn < into.joinedOn ? [`member since ${other.joinedOn}`] : []),
    ],
    differ: [
      ...(into.name === other.name ? [] : [{ what: 'the name', kept: into.name, noted: other.name }]),
      ...FILLED.flatMap((f) => {
        const [kept, noted] = [into[f.field], other[f.field]];
        return kept === null || noted === null || kept === noted ? [] : [{ what: f.words, kept, noted }];
      }),
    ],
  };
}

/** Joins a doubled member, in one step: what both have stays as the first has it, and what the other said beside it is noted. */
export function join(change: Change, id: number, body: yup.InferType<typeof joinMembersForm>): { readonly id: number } {
  const { db } = change;
  const { into, other } = two(db, id, body.otherId);
  if (into.version !== body.version) throw stale(body.version, into.version, into, {});
  if (other.version !== body.otherVersion) throw stale(body.otherVersion, other.version, other, {});
  const { differ } = joining(db, id, body.otherId);
  const twice = one<{ name: string }>(
    db,
    `SELECT v.name FROM asks a JOIN asks b ON b.variety_id = a.variety_id JOIN varieties v ON v.id = a.variety_id
     WHERE a.member_id = ? AND b.member_id = ? AND a.closed_on IS NULL AND b.closed_on IS NULL LIMIT 1`,
    id,
    body.otherId,
  );
  if (twice) throw blocked(`Both ask for ${twice.name}. Answer one of the two first.`);
  for (const { table } of BELONGS) for (const row of owned(db, table, body.otherId)) change.update(table, row, { member_id: id });
  const notes = [
    into.note,
    other.note,
    differ.length === 0 ? null : `Also written down: ${differ.map((d) => `${d.what} ${d.noted}`).join('; ')}`,
  ].filter((n) => n !== null);
  change.update(
    'members',
    id,
    {
      ...Object.fromEntries(FILLED.map((f) => [f.column, into[f.field] ?? other[f.field]])),
      ...(into.consentFor.length > 0 ? {} : { consent_for: JSON.stringify(other.consentFor), consent_on: other.consentOn }),
      joined_on: other.joinedOn < into.joinedOn ? other.joinedOn : into.joinedOn,
      note: notes.length === 0 ? null : notes.join('\n').slice(0, 2000),
    },
    body.version,
  );
  // What was told, and what opens the page, goes along; it is no part of the journal, and stays with this one if the step is taken back.
  for (const table of ['messages', 'member_cards', 'member_links', 'member_sign_ins', 'steps']) {
    run(db, `UPDATE ${table} SET member_id = ? WHERE member_id = ?`, id, body.otherId);
  }
  run(
    db,
    `INSERT OR IGNORE INTO step_subjects (step_id, subject, subject_id) SELECT step_id, subject, ? FROM step_subjects
     WHERE subject = 'member' AND subject_id = ?`,
    id,
    body.otherId,
  );
  change.remove('members', body.otherId, body.otherVersion);
  change.touch('member', id);
  change.describe(`Joined ${other.name} into ${into.name}: they are one person`);
  return { id };
}
