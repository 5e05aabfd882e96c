import { type Db, prepared } from './db.ts';

/** A word that changes with every write to a library, by this connection or another. */
export function libraryState(db: Db): string {
  const others = db.pragma('data_version', { simple: true }) as number;
  const { n } = prepared(db, 'SELECT total_changes() AS n').get() as { readonly n: number };
  return `${String(others)}-${String(n)}`;
}
