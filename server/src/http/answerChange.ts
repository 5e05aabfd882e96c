import { createHash } from 'node:crypto';
import { parse } from '@esprel/core';
import { type Db, one, run } from '../db/db.ts';
import { Change } from '../journal/change.ts';
import { refreshOrMark } from '../lots/estimates.ts';
import { Problem } from './problem.ts';
import type { ChangeRoute } from './route.ts';

const KEY_LIFE_DAYS = 14;
/** So many of the latest keys stay whatever the clock says: one that was weeks ahead for an hour must not make room for a repeat. */
const KEYS_KEPT = 20_000;

/** A request for a change, as plain data: it can go to another thread. */
export interface ChangeCall {
  readonly key: string | null;
  readonly where: string;
  readonly personId: number | null;
  readonly params: Readonly<Record<string, string>>;
  readonly query: Readonly<Record<string, unknown>>;
  readonly body: unknown;
}

export interface ChangeAnswer {
  readonly status: number;
  readonly json: string;
}

/**
 * Runs a change in one transaction with its journal, the estimates it touches and the answer kept under its request
 * key. All of it is written, or none.
 */
export function answerChange(db: Db, today: string, route: ChangeRoute, call: ChangeCall): ChangeAnswer {
  const hash = createHash('sha256').update(JSON.stringify(call.body)).digest('hex');
  return db
    .transaction(() => {
      if (call.key !== null) {
        const done = one<{ route: string; body_hash: string; status: number; answer: string }>(
          db,
          'SELECT route, body_hash, status, answer FROM request_keys WHERE key = ?',
          call.key,
        );
        if (done) {
          if (done.route !== call.where || done.body_hash !== hash) {
            throw new Problem('key-reused', 'This request key was used for another request. Send a new key with a new request.');
          }
          return { status: done.status, json: done.answer };
        }
      }
      const body = parse(route.schema, call.body);
      const change = new Change(db, today, call.personId, route.step);
      const result = route.handle(change, { params: call.params, query: call.query, body });
      refreshOrMark(db, change.touched('lot'), today);
      const json = JSON.stringify({ ...result, action: { id: change.actionId, summary: change.description } });
      if (call.key !== null) {
        run(
          db,
          'INSERT INTO request_keys (key, route, body_hash, status, answer, at) VALUES (?, ?, ?, ?, ?, ?)',
          call.key,
          call.where,
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
      return { status: 200, json };
    })
    .immediate();
}
