import { asSeenForm, overruleForm, VERDICT_WORDS, type Verdict, wrong } from '@esprel/core';
import { type Db, one } from '../db/db.ts';
import { Problem } from '../http/problem.ts';
import { holdWritten, writtenVersion } from '../journal/change.ts';
import { changes, type Route } from '../http/route.ts';
import { lotByCode, lotNames } from './queries.ts';

export interface Overrule {
  readonly id: number;
  readonly verdict: Verdict;
  readonly reason: string;
  readonly madeOn: string;
  readonly untilDay: string;
}
/** As it is shown, with the version that a change of it names. */
export type SeenOverrule = Overrule & { readonly version: number };

/** The word that stands over the verdict of a lot on a day. */
export function overruleOn(db: Db, lotId: number, day: string): Overrule | undefined {
  return one<Overrule>(
    db,
    `SELECT id, verdict, reason, made_on AS madeOn, until_day AS untilDay FROM overrules
     WHERE lot_id = ? AND ended_on IS NULL AND made_on <= ? AND until_day >= ? ORDER BY id DESC LIMIT 1`,
    lotId,
    day,
    day,
  );
}

export function seenOverrule(db: Db, lotId: number, day: string): SeenOverrule | null {
  const now = overruleOn(db, lotId, day);
  return now ? { ...now, version: writtenVersion(db, 'overrules', now.id) } : null;
}

export function overruleRoutes(): Route[] {
  return [
    changes('post', '/lots/:code/overrule', 'overrule', overruleForm, (change, { params, body }) => {
      const { db, today } = change;
      const lot = lotByCode(db, params.code ?? '');
      if (body.untilDay < today) throw wrong('untilDay', `must not be before today, ${today}`);
      const now = overruleOn(db, lot.id, today);
      holdWritten(db, 'overrules', now, body.version, body);
      if (now) change.update('overrules', now.id, { ended_on: today });
      const id = change.insert('overrules', {
        lot_id: lot.id,
        verdict: body.verdict,
        reason: body.reason.trim(),
        made_on: today,
        until_day: body.untilDay,
      });
      change.touch('lot', lot.id);
      change.describe(
        `Set ${lot.code} ${lotNames(db, lot.id).variety} to "${VERDICT_WORDS[body.verdict]}" until ${body.untilDay}: ${body.reason.trim()}`,
      );
      return { id };
    }),
    changes('post', '/lots/:code/overrule/end', 'end overrule', asSeenForm, (change, { params, body }) => {
      const { db, today } = change;
      const lot = lotByCode(db, params.code ?? '');
      const now = overruleOn(db, lot.id, today);
      if (!now) throw new Problem('blocked', `The verdict of ${lot.code} is not set by hand.`);
      holdWritten(db, 'overrules', now, body.version, {});
      change.update('overrules', now.id, { ended_on: today });
      change.touch('lot', lot.id);
      change.describe(`Let the figures judge ${lot.code} again`);
      return { id: now.id };
    }),
  ];
}
