import { wrong } from '@esprel/core';
import { accessApi, type AccessState } from '@esprel/core/api';
import { type Db, one, run } from '../db/db.ts';
import { Change } from '../journal/change.ts';
import { blocked, notFound, Problem } from '../problem.ts';
import { hasCoordinator, personRow } from '../records/person.ts';
import { readSettings } from '../records/settings.ts';
import { acts, type Route, SecretAnswer, serves, type Visit } from '../routing/route.ts';
import { accessState, callerOf } from './caller.ts';
import { hashPassphrase, isPassphrase, newSecret, secretHash } from './secrets.ts';
import { type Begun, signIn, signInsOf, signOut, signOutEverywhere, sit, unlockDesk } from './signIns.ts';
import { beginTry, rightTry } from './wrongTries.ts';

/** Wrong tries in a row of one name that the history tells of. */
const TOLD_TRIES = 5;

/** What a browser with this secret is to the library. */
function stateWith(db: Db, visit: Visit, secret: string | null, claimed: number | null): AccessState {
  return accessState(
    db,
    callerOf(db, { local: visit.local, secret, claimed, toOwnPage: false }),
    readSettings(db).libraryName,
    visit.private,
  );
}

const begun = (db: Db, visit: Visit, carried: Begun): SecretAnswer => new SecretAnswer(stateWith(db, visit, carried.secret, null), carried);

/** Writes down something that happened, with nothing in it to be taken back; `members` are those whom it is about. */
export function noteStep(
  db: Db,
  today: string,
  personId: number | null,
  kind: string,
  summary: string,
  members: readonly number[] = [],
): void {
  db.transaction(() => {
    const change = new Change(db, today, personId, kind);
    for (const id of members) change.touch('member', id);
    change.describe(summary);
  }).immediate();
}

const keptHash = (db: Db, personId: number): string | null =>
  one<{ hash: string }>(db, 'SELECT hash FROM passphrases WHERE person_id = ?', personId)?.hash ?? null;

export function setPassphrase(db: Db, personId: number, hash: string): void {
  run(
    db,
    'INSERT INTO passphrases (person_id, hash, set_at) VALUES (?, ?, ?) ON CONFLICT (person_id) DO UPDATE SET hash = excluded.hash, set_at = excluded.set_at',
    personId,
    hash,
    new Date().toISOString(),
  );
}

/**
 * Looks at a try to get in. Wrong ones are counted, slow down, and are told of in the history. Throws a Problem for a wrong one, and for one
 * that comes too soon after others.
 */
async function tryPassphrase(db: Db, today: string, name: string, passphrase: string, address: string): Promise<number> {
  const tries = db.transaction(() => beginTry(db, name, address)).immediate();
  const person = one<{ id: number; name: string }>(db, 'SELECT id, name FROM people WHERE name = ? COLLATE NOCASE', name.trim());
  if ((await isPassphrase(person ? keptHash(db, person.id) : null, passphrase)) && person) {
    db.transaction(() => {
      rightTry(db, name, address);
    }).immediate();
    return person.id;
  }
  if (tries === TOLD_TRIES)
    noteStep(
      db,
      today,
      null,
      'wrong tries',
      `${String(tries)} wrong tries to sign in as ${person?.name ?? 'nobody known'}, the last from ${address}`,
    );
  throw new Problem('wrong-sign-in', 'Name or passphrase is not right. Whoever forgot theirs can be given a new one by a coordinator.');
}

/** Who somebody is here, getting in, and getting out again. */
export function accessRoutes(): Route[] {
  return [
    serves(accessApi.state, ({ db, by, visit }) => stateWith(db, visit, visit.secret, by.personId)),
    acts(accessApi.signIn, async ({ db, today, by, visit }, { body }) => {
      if (!hasCoordinator(db)) throw blocked('There is nobody to sign in as yet: a coordinator has to be made first.');
      const personId = await tryPassphrase(db, today, body.name, body.passphrase, visit.address);
      // A secret that was there before stays behind: nobody can have had it put there.
      if (by.signInId !== null) signOut(db, by.signInId);
      return begun(db, visit, signIn(db, personId, visit.device));
    }),
    acts(accessApi.signOut, async ({ db, by, visit }) => {
      if (by.signInId !== null) signOut(db, by.signInId);
      return Promise.resolve(new SecretAnswer(stateWith(db, visit, null, null), null));
    }),
    acts(accessApi.first, async ({ db, today, visit }, { body }) => {
      const hash = await hashPassphrase(body.passphrase);
      const name = body.name.trim();
      const id = db
        .transaction(() => {
          // Looked at again: two windows may have been open.
          if (hasCoordinator(db)) throw blocked('The library has a coordinator already. Sign in.');
          const there = one<{ id: number }>(db, 'SELECT id FROM people WHERE name = ? COLLATE NOCASE', name);
          const change = new Change(db, today, there?.id ?? null, 'person');
          if (there) change.update('people', there.id, { role: 'coordinator' });
          const made = there?.id ?? change.insert('people', { name, role: 'coordinator' });
          setPassphrase(db, made, hash);
          change.describe(`${name} is the first coordinator; from now on everybody signs in`);
          return made;
        })
        .immediate();
      return begun(db, visit, signIn(db, id, visit.device));
    }),
    serves(accessApi.signIns, ({ db, by }) => ({ signIns: by.personId === null ? [] : signInsOf(db, by.personId, by.signInId) })),
    acts(accessApi.everywhere, async ({ db, by, visit }) => {
      if (by.signInId !== null) {
        if (by.atOpenDesk) signOut(db, by.signInId);
        else if (by.personId !== null) signOutEverywhere(db, by.personId);
      }
      return Promise.resolve(new SecretAnswer(stateWith(db, visit, null, null), null));
    }),
    acts(accessApi.passphrase, async ({ db, today, by, visit }, { body }) => {
      if (by.atOpenDesk || by.signInId === null || by.personId === null)
        throw blocked('Sign in with your own passphrase first; this is a desk of all.');
      const { name } = personRow(db, by.personId) as { name: string };
      await tryPassphrase(db, today, name, body.old, visit.address).catch((error: unknown) => {
        throw error instanceof Problem && error.code === 'wrong-sign-in' ? wrong('old', 'is not your passphrase') : error;
      });
      const hash = await hashPassphrase(body.passphrase);
      const { personId } = by;
      db.transaction(() => {
        setPassphrase(db, personId, hash);
        // Whoever knew the old one is out; this browser goes on with a new secret.
        signOutEverywhere(db, personId);
      }).immediate();
      noteStep(db, today, personId, 'passphrase', `${name} chose a new passphrase`);
      return begun(db, visit, signIn(db, personId, visit.device));
    }),
    acts(accessApi.unlock, async ({ db, today, by, visit }) => {
      if (by.signInId === null || by.personId === null) throw blocked('Everything is open here; there is nothing to unlock.');
      signOut(db, by.signInId);
      noteStep(db, today, by.personId, 'desk', `Unlocked a desk for the day`);
      return Promise.resolve(begun(db, visit, unlockDesk(db, by.personId, visit.device)));
    }),
    acts(accessApi.calendarAddress, ({ db, today, by }) => {
      if (by.personId === null || by.signInId === null) throw blocked('Nobody is signed in here: the calendar is at /api/calendar.ics.');
      const secret = newSecret();
      run(
        db,
        'INSERT INTO calendar_addresses (person_id, secret_hash, made_at) VALUES (?, ?, ?) ON CONFLICT (person_id) DO UPDATE SET secret_hash = excluded.secret_hash, made_at = excluded.made_at',
        by.personId,
        secretHash(secret),
        new Date().toISOString(),
      );
      noteStep(db, today, by.personId, 'calendar', 'Made a new secret address of the calendar');
      return { secret };
    }),
    acts(accessApi.sit, ({ db, by, visit }, { body }) => {
      if (!by.atOpenDesk || by.signInId === null) throw blocked('Only at a desk that was unlocked is somebody chosen by name.');
      const personId = body.personId ?? null;
      if (personId !== null && !personRow(db, personId)) throw notFound('That person');
      sit(db, by.signInId, personId);
      return stateWith(db, visit, visit.secret, by.personId);
    }),
  ];
}
