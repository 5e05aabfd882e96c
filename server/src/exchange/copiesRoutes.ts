import type { CopiesPage, LibraryCopyListed } from '@esprel/core/api';
import { copiesApi } from '@esprel/core/api';
import { basename, dirname } from 'node:path';
import { noteStep } from '../access/accessRoutes.ts';
import type { Db } from '../db/db.ts';
import { LibraryProblem } from '../db/faults.ts';
import { notFound, Problem } from '../problem.ts';
import { personRow } from '../records/person.ts';
import { acts, type Route, serves } from '../routing/route.ts';
import { backup } from '../copies/backup.ts';
import type { CopiesKeeper } from '../copies/keeper.ts';
import { lossBy } from './loss.ts';
import { type LibraryCopy, listCopies, restore } from '../copies/restore.ts';

const KINDS: readonly [RegExp, LibraryCopyListed['kind']][] = [
  [/^night-/, 'night'],
  [/^before-/, 'before'],
  [/^package-/, 'package'],
];

function listed({ name, bytes, written, holds, problem }: LibraryCopy): LibraryCopyListed {
  const kind = KINDS.find(([pattern]) => pattern.test(name))?.[1] ?? 'hand';
  return { name, kind, bytes, writtenAt: written.toISOString(), holds, problem };
}

function found(db: Db, name: string): LibraryCopy {
  const copy = listCopies(dirname(db.name)).find((c) => c.name === name);
  if (!copy) throw notFound('That copy');
  if (copy.problem !== null) throw new Problem('blocked', `The copy ${name} cannot be put back: ${copy.problem}.`);
  return copy;
}

/** A library in memory has no folder to keep copies in. */
function needFile(db: Db): void {
  if (db.memory) throw new Problem('blocked', 'This library lies in memory alone; there are no copies of it.');
}

/** Has the library closed, a copy put in its place, and opened again; that it was done stands in the history of what is opened. */
export function putInPlace(keeper: CopiesKeeper, folder: string, name: string, summary: string, personId: number | null): void {
  let done = false;
  const put = (): void => {
    try {
      restore(folder, name);
      done = true;
    } catch (error) {
      if (!(error instanceof LibraryProblem)) throw error;
      // Nothing was touched; the library opens again as it was.
      process.stderr.write(`${error.message}\n`);
    }
  };
  keeper.reopen(put, (opened, today) => {
    if (!done) return;
    // Whoever did it may not have been there yet when the copy was made.
    const person = personId !== null && personRow(opened, personId) ? personId : null;
    noteStep(opened, today, person, 'copies', summary);
  });
}

export function copiesRoutes(keeper: CopiesKeeper | null): Route[] {
  return [
    serves(copiesApi.page, ({ db }): CopiesPage => ({
      copies: db.memory ? [] : listCopies(dirname(db.name)).map(listed),
      lastNight: keeper?.state().lastNight ?? null,
      problem: keeper?.state().problem ?? null,
      second: keeper?.second ?? null,
      byItself: keeper !== null,
    })),
    acts(copiesApi.make, ({ db }) => {
      needFile(db);
      return { name: basename(backup(dirname(db.name)).file) };
    }),
    serves(copiesApi.loss, ({ db }, { params }) => {
      needFile(db);
      return lossBy(db, dirname(db.name), found(db, params.name).name);
    }),
    acts(copiesApi.putBack, ({ db, by }, { params }) => {
      needFile(db);
      const { name } = found(db, params.name);
      if (keeper === null) {
        throw new Problem('blocked', `This program cannot close the library by itself. Stop it, and run: npm run restore -- ${name}`);
      }
      const folder = dirname(db.name);
      // What is there now can be put back in its turn.
      backup(folder);
      putInPlace(keeper, folder, name, `Put the copy ${name} in the place of the library`, by.personId);
      return { name };
    }),
  ];
}
