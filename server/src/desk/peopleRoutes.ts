import { asSeenForm, personForm, wrong } from '@esprel/core';
import { all, one } from '../db/db.ts';
import { blocked, notFound } from '../problem.ts';
import { pathId } from '../routing/query.ts';
import { changes, read, type Route } from '../routing/route.ts';

/** Who works at the desk. */
export function peopleRoutes(): Route[] {
  return [
    read('/people', ({ db }) => ({ people: all(db, 'SELECT id, name, version FROM people ORDER BY name') })),
    changes('post', '/people', 'person', personForm, (change, { body }) => {
      if (one(change.db, 'SELECT 1 FROM people WHERE name = ?', body.name.trim())) throw wrong('name', 'is at the desk already; choose it');
      const id = change.insert('people', { name: body.name.trim() });
      change.describe(`${body.name.trim()} works at the desk`);
      return { id };
    }),
    changes('delete', '/people/:id', 'person', asSeenForm, (change, { params, body }) => {
      const id = pathId(params.id, 'id');
      const person = one<{ name: string }>(change.db, 'SELECT name FROM people WHERE id = ?', id);
      if (!person) throw notFound('That person');
      if (one(change.db, 'SELECT 1 FROM actions WHERE person_id = ?', id)) {
        throw blocked(`${person.name} has worked at the desk and stays in the record`);
      }
      change.remove('people', id, body.version);
      change.describe(`${person.name} no longer works at the desk`);
      return { id };
    }),
  ];
}
