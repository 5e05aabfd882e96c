import type { MixUpShown } from '@esprel/core/api';
import { all, type Db } from '../db/db.ts';

/** The mix-ups a lot was ever in, with the other lot of each. */
export function mixUpsOf(db: Db, lotId: number): MixUpShown[] {
  return all<MixUpShown>(
    db,
    `SELECT x.id, o.code AS withCode, v.name AS withVariety, x.kind, x.since_day AS sinceDay, x.marked_on AS markedOn, x.reason,
       x.cleared_on AS clearedOn, x.cleared_how AS clearedHow, x.version
     FROM mix_ups x JOIN lots o ON o.id = CASE WHEN x.lot_a = ? THEN x.lot_b ELSE x.lot_a END JOIN varieties v ON v.id = o.variety_id
     WHERE x.lot_a = ? OR x.lot_b = ? ORDER BY x.id DESC`,
    lotId,
    lotId,
    lotId,
  );
}

/**
 * Why what was counted on `day` says nothing certain of a lot, or null. While a mix-up stands, everything since the day it
 * may have happened is in doubt (all, when nobody knows the day). Once the two were told apart, what was counted in
 * between stays in doubt; when they were never mixed, nothing does.
 */
export function doubtOn(mixUps: readonly MixUpShown[], day: string): string | null {
  const x = mixUps.find((m) => {
    if (m.clearedHow === 'not-mixed' || (m.sinceDay !== null && day < m.sinceDay)) return false;
    return m.clearedOn === null || (day >= (m.sinceDay ?? m.markedOn) && day < m.clearedOn);
  });
  if (!x) return null;
  return x.clearedOn === null ? `may be mixed up with ${x.withCode}` : `was mixed up with ${x.withCode} then`;
}
