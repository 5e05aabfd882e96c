import { wrong } from '@esprel/core';
import { peopleApi, type Person } from '@esprel/core/api';
import { all, one } from '../db/db.ts';
import { blocked, notFound } from '../problem.ts';
import { makes, type Route, serves } from '../routing/route.ts';

/** Who works at the desk. */
export function peopleRoutes(): Route[] {
  return [
    serves(peopleApi.list, ({ db }) => ({ people: all<Person>(db, 'SELECT id, name, version FROM people ORDER BY name') })),
    makes(peopleApi.add, 'person', (change, { body }) => {
      if (one(change.db, 'SELECT 1 FROM people WHERE name = ?', body.name.trim())) throw wrong('name', 'is at the desk already; choose it');
      const id = change.insert('people', { name: body.name.trim() });
      change.describe(`${body.name.trim()} works at the desk`);
      return { id };
    }),
    makes(peopleApi.remove, 'person', (change, { params: { id }, body }) => {
      const person = one<{ name: string }>(change.db, 'SELECT name FROM people WHERE id = ?', id);
      if (!person) throw notFound('That person');
      if (one(change.db, 'SELECT 1 FROM steps WHERE person_id = ?', id)) {
        throw blocked(`${person.name} has worked at the desk and stays in the record`);
      }
      change.remove('people', id, body.version);
      change.describe(`${person.name} no longer works at the desk`);
      return { id };
    }),
  ];
}
