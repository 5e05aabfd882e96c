import type { ScriptKey } from '@esprel/core/api';
import { all, type Db, one, run } from '../db/db.ts';
import type { By } from '../journal/by.ts';
import { notFound } from '../problem.ts';
import { newSecret, secretHash } from './secrets.ts';

/** Keys are told from other secrets by how they begin, so that one that was left in a script is noticed. */
const BEGINS = 'esprel_';

export const scriptKeys = (db: Db): ScriptKey[] =>
  all<ScriptKey>(db, 'SELECT id, name, made_on AS madeOn, used_on AS usedOn FROM script_keys ORDER BY id');

/** Makes a key; what it is, is told this once. */
export function makeScriptKey(db: Db, name: string, today: string, personId: number | null): string {
  const secret = `${BEGINS}${newSecret()}`;
  run(db, 'INSERT INTO script_keys (name, secret_hash, made_on, made_by) VALUES (?, ?, ?, ?)', name, secretHash(secret), today, personId);
  return secret;
}

/** Ends a key, and answers its name. */
export function endScriptKey(db: Db, id: number): string {
  const key = one<{ name: string }>(db, 'SELECT name FROM script_keys WHERE id = ?', id);
  if (!key) throw notFound('That key');
  run(db, 'DELETE FROM script_keys WHERE id = ?', id);
  return key.name;
}

/** Who a script is, by the key that it sends (`Authorization: Bearer ...`); null where there is no such key. */
export function scriptBy(db: Db, sent: string, today: string): By | null {
  const key = one<{ id: number; used_on: string | null }>(
    db,
    'SELECT id, used_on FROM script_keys WHERE secret_hash = ?',
    secretHash(sent),
  );
  if (!key) return null;
  if (key.used_on !== today) run(db, 'UPDATE script_keys SET used_on = ? WHERE id = ?', today, key.id);
  return { standing: 'volunteer', personId: null, memberId: null, signInId: null, atOpenDesk: false };
}
