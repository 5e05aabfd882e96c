import type Database from 'better-sqlite3';

export type Db = Database.Database;

const cache = new WeakMap<Db, Map<string, Database.Statement>>();

function statementOf(
  kept: WeakMap<Db, Map<string, Database.Statement>>,
  db: Db,
  sql: string,
  set: (statement: Database.Statement) => Database.Statement = (s) => s,
): Database.Statement {
  let statements = kept.get(db);
  if (!statements) kept.set(db, (statements = new Map()));
  let statement = statements.get(sql);
  if (!statement) statements.set(sql, (statement = set(db.prepare(sql))));
  return statement;
}

/** A prepared statement, prepared once for each library. */
export function prepared(db: Db, sql: string): Database.Statement {
  return statementOf(cache, db, sql);
}

export function all<T>(db: Db, sql: string, ...params: unknown[]): T[] {
  return prepared(db, sql).all(...params) as T[];
}

const rawCache = new WeakMap<Db, Map<string, Database.Statement>>();

/** Rows as arrays, in the order of the columns: an object a row costs more than reading it, where there are thousands. */
export function allRaw<T extends readonly unknown[]>(db: Db, sql: string, ...params: unknown[]): T[] {
  return statementOf(rawCache, db, sql, (s) => s.raw()).all(...params) as T[];
}

export function one<T>(db: Db, sql: string, ...params: unknown[]): T | undefined {
  return prepared(db, sql).get(...params) as T | undefined;
}

export function run(db: Db, sql: string, ...params: unknown[]): Database.RunResult {
  return prepared(db, sql).run(...params);
}

/**
 * Writes what can be worked out again, as a transaction that is not waited for until the disk has it: a slow disk would keep everybody
 * waiting for each few lots that are judged. After a power cut the file is as it was before some of these, never after one and before an
 * earlier step: the next step that is answered is waited for, and with it all before it.
 */
export function writeDerived(db: Db, write: () => void): void {
  const before = db.pragma('synchronous', { simple: true }) as number;
  db.pragma('synchronous = NORMAL');
  try {
    db.transaction(write).immediate();
  } finally {
    db.pragma(`synchronous = ${String(before)}`);
  }
}
