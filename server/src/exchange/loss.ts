import Database from 'better-sqlite3';
import type { CopyLoss } from '@esprel/core/api';
import { join } from 'node:path';
import { all, type Db, one } from '../db/db.ts';
import { COPIES } from '../db/open.ts';

const COUNTED = [
  ['lots', 'lots'],
  ['members', 'members'],
  ['tests', 'tests'],
  ['loans', 'loans'],
  ['sowings', 'sowings'],
] as const;
const LATEST = 12;

interface Step {
  readonly id: number;
  readonly at: string;
  readonly summary: string;
}

/** What the library in `folder` has that a copy of it has not. The copy must be one that can be put back. */
export function lossBy(db: Db, folder: string, name: string): CopyLoss {
  const copy = new Database(join(folder, COPIES, name), { readonly: true, fileMustExist: true });
  try {
    const table = copy.pragma('table_info(steps)', { simple: true }) === undefined ? 'actions' : 'steps';
    const last = copy.prepare(`SELECT id, at, summary FROM ${table} ORDER BY id DESC LIMIT 1`).get() as Step | undefined;
    const here = last ? one<Step>(db, 'SELECT id, at, summary FROM steps WHERE id = ?', last.id) : undefined;
    // The same step at the same moment: the copy is an earlier state of this library, and what came after it is lost.
    const same = last === undefined || (here?.at === last.at && here.summary === last.summary);
    const since = same ? (last?.id ?? 0) : 0;
    const steps = one<{ n: number; first: string | null; last: string | null }>(
      db,
      'SELECT count(*) AS n, min(on_day) AS first, max(on_day) AS last FROM steps WHERE id > ?',
      since,
    );
    const count = (of: Database.Database, what: string): number =>
      (of.prepare(`SELECT count(*) AS n FROM ${what}`).get() as { readonly n: number }).n;
    return {
      name,
      same,
      steps: steps?.n ?? 0,
      firstOn: steps?.first ?? null,
      lastOn: steps?.last ?? null,
      latest: all(db, 'SELECT on_day AS onDay, summary FROM steps WHERE id > ? ORDER BY id DESC LIMIT ?', since, LATEST),
      counts: COUNTED.map(([what, from]) => ({ what, now: count(db, from), then: count(copy, from) })),
    };
  } finally {
    copy.close();
  }
}
