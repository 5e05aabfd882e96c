import type Database from 'better-sqlite3';

export type Db = Database.Database;

const cache = new WeakMap<Db, Map<string, Database.Statement>>();

/** A prepared statement, prepared once for each library. */
export function prepared(db: Db, sql: string): Database.Statement {
  let statements = cache.get(db);
  if (!statements) cache.set(db, (statements = new Map()));
  let statement = statements.get(sql);
  if (!statement) statements.set(sql, (statement = db.prepare(sql)));
  return statement;
}

export function all<T>(db: Db, sql: string, ...params: unknown[]): T[] {
  return prepared(db, sql).all(...params) as T[];
}

export function one<T>(db: Db, sql: string, ...params: unknown[]): T | undefined {
  return prepared(db, sql).get(...params) as T | undefined;
}

export function run(db: Db, sql: string, ...params: unknown[]): Database.RunResult {
  return prepared(db, sql).run(...params);
}
