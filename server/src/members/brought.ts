import type { BroughtSeed } from '@esprel/core/api';
import { all, type Db } from '../db/db.ts';

const SHOWN = 100;

/** What became of the seed that a member brought, the latest first. */
export function broughtSeed(db: Db, memberId: number): BroughtSeed[] {
  return all<Omit<BroughtSeed, 'waits'> & { waits: 0 | 1 }>(
    db,
    `SELECT l.code, v.name AS variety, c.name AS crop, l.year, r.received_on AS receivedOn,
       coalesce((SELECT sum(seeds) FROM movements m WHERE m.lot_id = l.id AND m.seeds > 0), 0) AS seeds,
       (SELECT count(DISTINCT o2.member_id) FROM loans o2 WHERE o2.lot_id = l.id AND o2.member_id <> ?) AS gardens,
       e.median AS alive, r.released_on IS NULL AS waits
     FROM returns r JOIN lots l ON l.id = r.lot_id JOIN varieties v ON v.id = l.variety_id
     JOIN crops c ON c.key = v.crop_key LEFT JOIN lot_estimates e ON e.lot_id = l.id
     WHERE r.member_id = ? ORDER BY r.received_on DESC, r.id DESC LIMIT ${String(SHOWN)}`,
    memberId,
    memberId,
  ).map((r) => ({ ...r, waits: r.waits === 1 }));
}
