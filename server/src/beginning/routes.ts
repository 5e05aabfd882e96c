import { BEGIN_STEPS, type BeginStepName, nextBeginStep } from '@esprel/core';
import { beginningApi } from '@esprel/core/api';
import { type Change, holdWritten } from '../journal/change.ts';
import { notFound, Problem } from '../problem.ts';
import { acts, makes, type Route, serves } from '../routing/route.ts';
import { beginning, saidOf } from './beginning.ts';
import type { LookRounds } from './lookRound.ts';

const STEP_WORDS: Readonly<Record<BeginStepName, string>> = {
  place: 'name and place',
  frost: 'frost',
  people: 'who works here',
  shelves: 'where seed is kept',
  seed: 'the first envelopes',
  labels: 'labels',
  test: 'a first test',
  members: 'letting members in',
};

function say(change: Change, step: BeginStepName, { said, version }: { said: 'open' | 'done' | 'not-for-us'; version: number }): void {
  const now = saidOf(change.db, step);
  holdWritten(change.db, 'begin_said', now, version, { said });
  if (said === 'open') {
    if (now) change.remove('begin_said', now.id);
  } else if (now) change.update('begin_said', now.id, { said, said_on: change.today });
  else change.insert('begin_said', { step, said, said_on: change.today });
  const words = { open: 'took up again', done: 'said to be done', 'not-for-us': 'set aside' }[said];
  change.describe(`Beginning: ${STEP_WORDS[step]} ${words}`);
}

export function beginningRoutes(lookRounds: LookRounds): Route[] {
  return [
    serves(beginningApi.page, ({ db }) => beginning(db)),
    makes(beginningApi.say, 'beginning', (change, { params, body }) => {
      const step = BEGIN_STEPS.find((s) => s === params.step);
      if (!step) throw notFound('That step');
      say(change, step, body);
      return { next: nextBeginStep(beginning(change.db).steps) };
    }),
    serves(beginningApi.lookRound, ({ visit }) => lookRounds.state(visit.local)),
    acts(beginningApi.openLookRound, ({ visit }) => {
      const { state } = lookRounds.state(visit.local);
      if (state === 'elsewhere') {
        throw new Problem('blocked', 'The demo library opens on the computer itself. Open Esprel there, or start it with "npm run demo".');
      }
      if (state === 'nowhere') throw new Problem('blocked', 'This program came without its demo. Start it with "npm run demo" instead.');
      return lookRounds.open();
    }),
    acts(beginningApi.closeLookRound, ({ visit }) => lookRounds.close(visit.local)),
  ];
}
