import type { DescentLot } from '@esprel/core/api';
import { all, type Db } from '../db/db.ts';

/** A lot and everything that descends from its first known ancestor, with who grew each. */
export function descentOf(db: Db, lotId: number): DescentLot[] {
  return all<DescentLot>(
    db,
    `WITH RECURSIVE up (id, parent_id) AS (
       SELECT id, parent_id FROM lots WHERE id = ?
       UNION SELECT l.id, l.parent_id FROM lots l JOIN up ON l.id = up.parent_id),
     down (id) AS (
       SELECT id FROM up WHERE parent_id IS NULL
       UNION SELECT l.id FROM lots l JOIN down ON l.parent_id = down.id)
     SELECT l.id, l.code, l.parent_id AS parentId, l.generation, l.year, l.state, l.balance, l.identity, e.median, e.verdict,
       m.name AS grownBy, r.plants, r.isolated,
       (SELECT count(*) FROM loans o WHERE o.lot_id = l.id AND o.settled_on IS NULL) AS openLoans,
       (SELECT count(*) FROM loans o WHERE o.lot_id = l.id) AS loans
     FROM down d JOIN lots l ON l.id = d.id LEFT JOIN lot_estimates e ON e.lot_id = l.id
     LEFT JOIN returns r ON r.lot_id = l.id LEFT JOIN loans lo ON lo.id = r.loan_id LEFT JOIN members m ON m.id = lo.member_id
     ORDER BY l.generation, l.id`,
    lotId,
  );
}
