import { createHash } from 'node:crypto';
import { parse } from '@esprel/core';
import type { Db } from '../db/db.ts';
import { markStale, refreshOrMark } from '../estimates/make.ts';
import { markAllStale } from '../estimates/stale.ts';
import type { By } from '../journal/by.ts';
import { Change } from '../journal/change.ts';
import { keepAnswer, keptAnswer } from '../journal/requestKeys.ts';
import { Problem } from '../problem.ts';
import type { ChangeRoute } from '../routing/route.ts';

/** A request for a change, as plain data: it can go to another thread. */
export interface ChangeCall {
  readonly key: string | null;
  readonly where: string;
  readonly by: By;
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
        const done = keptAnswer(db, call.key);
        if (done) {
          if (done.route !== call.where || done.body_hash !== hash) {
            throw new Problem('key-reused', 'This request key was used for another request. Send a new key with a new request.');
          }
          return { status: done.status, json: done.answer };
        }
      }
      const body = parse(route.schema, call.body);
      const change = new Change(db, today, call.by.personId, route.step, call.by.standing, call.by.memberId);
      const result = route.handle(change, { params: call.params, query: call.query, body });
      if (change.touched('library').length > 0) markAllStale(db);
      if (route.estimatesFollow) markStale(db, change.touched('lot'));
      else refreshOrMark(db, change.touched('lot'), today);
      const json = JSON.stringify({ ...result, step: { id: change.stepId, summary: change.description } });
      if (call.key !== null) keepAnswer(db, { key: call.key, where: call.where, hash, json });
      return { status: 200, json };
    })
    .immediate();
}
