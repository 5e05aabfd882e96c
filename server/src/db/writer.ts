import type { Db } from './db.ts';

/**
 * Long work writes through a connection of its own, in one transaction. While it does, this connection must not write:
 * it would hold the thread until the other is done. Whoever writes looks here first.
 */
const writing = new WeakSet<Db>();

export function isWrittenElsewhere(db: Db): boolean {
  return writing.has(db);
}

export function setWrittenElsewhere(db: Db, now: boolean): void {
  if (now) writing.add(db);
  else writing.delete(db);
}
