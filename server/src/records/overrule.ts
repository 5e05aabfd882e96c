import type { Verdict } from '@esprel/core';
import { type Db, one } from '../db/db.ts';
import { writtenVersion } from '../journal/change.ts';

export interface Overrule {
  readonly id: number;
  readonly verdict: Verdict;
  readonly reason: string;
  readonly madeOn: string;
  readonly untilDay: string;
}

/** As it is shown, with the version that a change of it names. */
type SeenOverrule = Overrule & { readonly version: number };

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
