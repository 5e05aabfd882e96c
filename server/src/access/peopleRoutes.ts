import { ROLE_WORDS, type Role, wrong } from '@esprel/core';
import { peopleApi, type Person, scriptKeysApi } from '@esprel/core/api';
import { all, type Db, one } from '../db/db.ts';
import { blocked, notFound } from '../problem.ts';
import { keepCoordinator, personRow, type PersonRow } from '../records/person.ts';
import { acts, makes, type Route, serves } from '../routing/route.ts';
import { noteStep, setPassphrase } from './accessRoutes.ts';
import { endScriptKey, makeScriptKey, scriptKeys } from './scriptKeys.ts';
import { hashPassphrase } from './secrets.ts';
import { signInsOf, signOutEverywhere } from './signIns.ts';

function people(db: Db): Person[] {
  return all<Omit<Person, 'signIns'>>(
    db,
    `SELECT p.id, p.name, p.role, substr(w.set_at, 1, 10) AS passphraseSetOn, p.version
     FROM people p LEFT JOIN passphrases w ON w.person_id = p.id ORDER BY p.role, p.name`,
  ).map((p) => ({ ...p, signIns: signInsOf(db, p.id, null).length }));
}

function need(db: Db, id: number): PersonRow {
  const person = personRow(db, id);
  if (!person) throw notFound('That person');
  return person;
}

function freeName(db: Db, name: string, but: number | null): string {
  const taken = one<{ id: number }>(db, 'SELECT id FROM people WHERE name = ? COLLATE NOCASE', name.trim());
  if (taken && taken.id !== but) throw wrong('name', 'is at the desk already; choose it');
  return name.trim();
}

/** Who works at the desk. */
/** Keys by which scripts read. */
export function scriptKeyRoutes(): Route[] {
  return [
    serves(scriptKeysApi.list, ({ db }) => ({ keys: scriptKeys(db) })),
    acts(scriptKeysApi.make, ({ db, today, by }, { body }) => {
      const secret = makeScriptKey(db, body.name, today, by.personId);
      noteStep(db, today, by.personId, 'script key', `Made a key for scripts: ${body.name}`);
      return { keys: scriptKeys(db), secret };
    }),
    acts(scriptKeysApi.end, ({ db, today, by }, { params }) => {
      noteStep(db, today, by.personId, 'script key', `Ended the key for scripts: ${endScriptKey(db, params.id)}`);
      return { keys: scriptKeys(db) };
    }),
  ];
}

export function peopleRoutes(): Route[] {
  return [
    serves(peopleApi.list, ({ db }) => ({ people: people(db) })),
    makes(peopleApi.add, 'person', (change, { body }) => {
      const name = freeName(change.db, body.name, null);
      const id = change.insert('people', { name, role: (body.role ?? 'volunteer') satisfies Role });
      change.describe(`${name} works at the desk${body.role === 'coordinator' ? ' as a coordinator' : ''}`);
      return { id };
    }),
    makes(peopleApi.edit, 'person', (change, { params: { id }, body }) => {
      const person = need(change.db, id);
      const name = freeName(change.db, body.name, id);
      keepCoordinator(change.db, () => {
        change.update('people', id, { name, role: body.role }, body.version);
      });
      const said = [
        ...(name === person.name ? [] : [`${person.name} is called ${name}`]),
        ...(body.role === person.role ? [] : [`${name} is a ${ROLE_WORDS[body.role].words} now`]),
      ];
      change.describe(said.length === 0 ? `Looked at what ${name} may do` : said.join('; '));
      return { id };
    }),
    makes(peopleApi.remove, 'person', (change, { params: { id }, body }) => {
      const person = need(change.db, id);
      if (one(change.db, 'SELECT 1 FROM steps WHERE person_id = ?', id)) {
        throw blocked(`${person.name} has worked at the desk and stays in the record. Make them a volunteer and sign them out instead.`);
      }
      keepCoordinator(change.db, () => {
        change.remove('people', id, body.version);
      });
      change.describe(`${person.name} no longer works at the desk`);
      return { id };
    }),
    acts(peopleApi.passphrase, async ({ db, today, by }, { params: { id }, body }) => {
      const person = need(db, id);
      const hash = await hashPassphrase(body.passphrase);
      db.transaction(() => {
        setPassphrase(db, id, hash);
        signOutEverywhere(db, id);
      }).immediate();
      noteStep(db, today, by.personId, 'passphrase', `Gave ${person.name} a new passphrase`);
      return { people: people(db) };
    }),
    acts(peopleApi.signOut, ({ db, today, by }, { params: { id } }) => {
      const person = need(db, id);
      signOutEverywhere(db, id);
      noteStep(db, today, by.personId, 'signed out', `Signed ${person.name} out everywhere`);
      return { people: people(db) };
    }),
  ];
}
