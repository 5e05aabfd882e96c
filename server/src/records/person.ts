import type { Role } from '@esprel/core';
import { type Db, one } from '../db/db.ts';
import { blocked } from '../problem.ts';

export interface PersonRow {
  readonly id: number;
  readonly name: string;
  readonly role: Role;
  readonly version: number;
}

export function personRow(db: Db, id: number): PersonRow | undefined {
  return one<PersonRow>(db, 'SELECT id, name, role, version FROM people WHERE id = ?', id);
}

/** Whether there is a coordinator who can sign in. Until there is, everything is open on the computer itself, and nothing from elsewhere. */
export function hasCoordinator(db: Db): boolean {
  return one(db, "SELECT 1 FROM people p JOIN passphrases w ON w.person_id = p.id WHERE p.role = 'coordinator' LIMIT 1") !== undefined;
}

/** Refuses what leaves a library without its last coordinator: nobody could let anybody in any more, and its doors would stand open. */
export function keepCoordinator(db: Db, change: () => void): void {
  const had = hasCoordinator(db);
  change();
  if (had && !hasCoordinator(db)) throw blocked('The library would be without a coordinator. Make somebody else one first.');
}

/** Whether somebody at the desk has this secret address of the calendar; `hash` is what is kept of it. */
export function hasCalendar(db: Db, hash: string): boolean {
  return one(db, 'SELECT 1 FROM calendar_addresses WHERE secret_hash = ?', hash) !== undefined;
}
