import { BY_ADDRESS, BY_PERSON, foldName, FORGOTTEN_AFTER_MS, plural, waitAfter } from '@esprel/core';
import { all, type Db, one, run } from '../db/db.ts';
import { Problem } from '../problem.ts';

interface Tries {
  readonly what: string;
  readonly tries: number;
  readonly last_at: string;
}

const byName = (name: string): string => `name ${foldName(name)}`.slice(0, 200);
const byAddress = (address: string): string => `address ${address}`.slice(0, 200);

/** A last try long ago counts no more. */
function triesOf(db: Db, what: string, now: number): Tries | null {
  const found = one<Tries>(db, 'SELECT what, tries, last_at FROM wrong_tries WHERE what = ?', what);
  return found && now - Date.parse(found.last_at) < FORGOTTEN_AFTER_MS ? found : null;
}

function waitMs(found: Tries | null, slowing: typeof BY_PERSON, now: number): number {
  return found === null ? 0 : Date.parse(found.last_at) + 1000 * waitAfter(found.tries, slowing) - now;
}

/**
 * Counts a try as wrong before it is looked at, so that a thousand at once are a thousand; `rightTry` takes it back. Throws a Problem
 * with the seconds to wait where it comes too soon: such a try is not looked at. Returns how many there were of this name.
 */
export function beginTry(db: Db, name: string, address: string, now = Date.now()): number {
  const named = triesOf(db, byName(name), now);
  const from = triesOf(db, byAddress(address), now);
  const wait = Math.max(waitMs(named, BY_PERSON, now), waitMs(from, BY_ADDRESS, now));
  if (wait > 0) {
    const seconds = Math.ceil(wait / 1000);
    const words = seconds < 90 ? plural(seconds, 'second') : plural(Math.ceil(seconds / 60), 'minute');
    throw new Problem('too-many', `That was wrong too often. Wait ${words} and try again.`, [], { waitSeconds: seconds });
  }
  const at = new Date(now).toISOString();
  run(db, 'DELETE FROM wrong_tries WHERE last_at < ?', new Date(now - FORGOTTEN_AFTER_MS).toISOString());
  for (const what of [byName(name), byAddress(address)]) {
    run(
      db,
      'INSERT INTO wrong_tries (what, tries, last_at) VALUES (?, 1, ?) ON CONFLICT (what) DO UPDATE SET tries = tries + 1, last_at = excluded.last_at',
      what,
      at,
    );
  }
  return (named?.tries ?? 0) + 1;
}

/** The try was right: what was wrong before it is forgotten of the name; of the address only this one was none. */
export function rightTry(db: Db, name: string, address: string): void {
  run(db, 'DELETE FROM wrong_tries WHERE what = ?', byName(name));
  run(db, 'DELETE FROM wrong_tries WHERE what = ? AND tries <= 1', byAddress(address));
  run(db, 'UPDATE wrong_tries SET tries = tries - 1 WHERE what = ?', byAddress(address));
}

/** Names and addresses that tries are kept of: for tests and for whoever looks after the program. */
export const keptTries = (db: Db): Tries[] => all<Tries>(db, 'SELECT what, tries, last_at FROM wrong_tries ORDER BY what');
