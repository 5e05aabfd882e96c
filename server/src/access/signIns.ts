import type { SignIn } from '@esprel/core/api';
import { all, type Db, one, run } from '../db/db.ts';
import { isWrittenElsewhere } from '../db/writer.ts';
import { newSecret, secretHash } from './secrets.ts';

const HOUR = 3_600_000;
/** A browser that nobody used for so long is signed out. */
const IDLE_MS = 12 * HOUR;
/** However much it is used, so long at most. */
const LONGEST_MS = 14 * 24 * HOUR;
/** That a browser is still used is written down so often at most. */
const SEEN_MS = 5 * 60_000;
/** A desk is unlocked for the day: until the small hours, so that a swap that lasts past midnight goes on. */
const DESK_ENDS_AT_HOUR = 4;

export interface SignInRow {
  readonly id: number;
  readonly kind: 'person' | 'desk';
  readonly person_id: number | null;
  readonly seen_at: string;
  readonly ends_at: string;
}

/** A sign-in that was just begun: the secret is for the browser alone, and is kept nowhere else. */
export interface Begun {
  readonly secret: string;
  readonly endsAt: Date;
}

function nextMorning(now: Date): Date {
  const end = new Date(now);
  end.setHours(DESK_ENDS_AT_HOUR, 0, 0, 0);
  if (end.getTime() <= now.getTime() + HOUR) end.setDate(end.getDate() + 1);
  return end;
}

function begin(db: Db, who: { kind: 'person' | 'desk'; personId: number | null; unlockedBy: number | null }, device: string): Begun {
  const now = new Date();
  const endsAt = who.kind === 'desk' ? nextMorning(now) : new Date(now.getTime() + LONGEST_MS);
  const secret = newSecret();
  run(db, 'DELETE FROM sign_ins WHERE ends_at < ?', now.toISOString());
  run(
    db,
    'INSERT INTO sign_ins (secret_hash, kind, person_id, unlocked_by, device, begun_at, seen_at, ends_at) VALUES (?, ?, ?, ?, ?, ?, ?, ?)',
    secretHash(secret),
    who.kind,
    who.personId,
    who.unlockedBy,
    device.slice(0, 200),
    now.toISOString(),
    now.toISOString(),
    endsAt.toISOString(),
  );
  return { secret, endsAt };
}

export const signIn = (db: Db, personId: number, device: string): Begun =>
  begin(db, { kind: 'person', personId, unlockedBy: null }, device);

export const unlockDesk = (db: Db, coordinatorId: number, device: string): Begun =>
  begin(db, { kind: 'desk', personId: null, unlockedBy: coordinatorId }, device);

/** The sign-in that a secret belongs to, unless it ended. That it is used is written down now and then. */
export function findSignIn(db: Db, secret: string, now = Date.now()): SignInRow | null {
  const found = one<SignInRow>(db, 'SELECT id, kind, person_id, seen_at, ends_at FROM sign_ins WHERE secret_hash = ?', secretHash(secret));
  if (!found || now >= Date.parse(found.ends_at)) return null;
  const unused = now - Date.parse(found.seen_at);
  if (found.kind === 'person' && unused >= IDLE_MS) return null;
  // Long work holds the library just now: it is written down with a later request.
  if (unused >= SEEN_MS && !isWrittenElsewhere(db)) {
    run(db, 'UPDATE sign_ins SET seen_at = ? WHERE id = ?', new Date(now).toISOString(), found.id);
  }
  return found;
}

export const signOut = (db: Db, signInId: number): void => void run(db, 'DELETE FROM sign_ins WHERE id = ?', signInId);

/** Ends every sign-in of a person, and every desk that they unlocked. */
export function signOutEverywhere(db: Db, personId: number): void {
  run(db, "DELETE FROM sign_ins WHERE (kind = 'person' AND person_id = ?) OR unlocked_by = ?", personId, personId);
}

/** Who sits at an unlocked desk. */
export const sit = (db: Db, signInId: number, personId: number | null): void =>
  void run(db, "UPDATE sign_ins SET person_id = ? WHERE id = ? AND kind = 'desk'", personId, signInId);

/** Where somebody is signed in, and the desks that they unlocked. */
export function signInsOf(db: Db, personId: number, here: number | null): SignIn[] {
  const now = new Date();
  return all<Omit<SignIn, 'here'>>(
    db,
    `SELECT id, kind, device, begun_at AS begunAt, seen_at AS seenAt, ends_at AS endsAt FROM sign_ins
     WHERE ((kind = 'person' AND person_id = ?) OR unlocked_by = ?) AND ends_at > ? AND (kind = 'desk' OR seen_at > ?)
     ORDER BY seen_at DESC`,
    personId,
    personId,
    now.toISOString(),
    new Date(now.getTime() - IDLE_MS).toISOString(),
  ).map((s) => ({ ...s, here: s.id === here }));
}
