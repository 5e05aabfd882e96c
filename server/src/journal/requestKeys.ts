import { type Db, one, run } from '../db/db.ts';

/** What was answered to a request, under the key it came with: sent again, it changes nothing and is answered the same. */
interface KeptAnswer {
  readonly route: string;
  readonly body_hash: string;
  readonly status: number;
  readonly answer: string;
}

const KEY_LIFE_DAYS = 14;
/** So many of the latest keys stay whatever the clock says: one that was weeks ahead for an hour must not make room for a repeat. */
const KEYS_KEPT = 20_000;

export function keptAnswer(db: Db, key: string): KeptAnswer | undefined {
  return one<KeptAnswer>(db, 'SELECT route, body_hash, status, answer FROM request_keys WHERE key = ?', key);
}

/** Keeps an answer in the transaction of its change, and lets old ones go. */
export function keepAnswer(
  db: Db,
  { key, where, hash, json }: { readonly key: string; readonly where: string; readonly hash: string; readonly json: string },
): void {
  run(
    db,
    'INSERT INTO request_keys (key, route, body_hash, status, answer, at) VALUES (?, ?, ?, ?, ?, ?)',
    key,
    where,
    hash,
    200,
    json,
    new Date().toISOString(),
  );
  run(
    db,
    'DELETE FROM request_keys WHERE at < ? AND rowid <= (SELECT max(rowid) FROM request_keys) - ?',
    new Date(Date.now() - KEY_LIFE_DAYS * 86_400_000).toISOString(),
    KEYS_KEPT,
  );
}
