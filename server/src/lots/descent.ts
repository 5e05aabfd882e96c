import type { DescentLot } from '@esprel/core/api';
import { all, type Db } from '../db/db.ts';
import { groupBy } from '../db/groupBy.ts';
import { type Kept, keptOf } from './diversity.ts';

type Row = Omit<DescentLot, 'parentIds' | 'mixed' | 'kept' | 'keptUnsure'>;

/** A lot with all that it comes from and all that comes of those, with who grew each and what is left of the diversity. */
export function descentOf(db: Db, lotId: number): DescentLot[] {
  const rows = all<Row>(
    db,
    `WITH RECURSIVE up (id) AS (
       SELECT ? UNION SELECT n.parent_id FROM lot_lines n JOIN up ON n.lot_id = up.id),
     down (id) AS (
       SELECT id FROM up WHERE NOT EXISTS (SELECT 1 FROM lot_lines n WHERE n.lot_id = up.id)
       UNION SELECT n.lot_id FROM lot_lines n JOIN down ON n.parent_id = down.id),
     -- What came into a mix from elsewhere belongs to the picture too.
     net (id) AS (SELECT id FROM down UNION SELECT n.parent_id FROM lot_lines n JOIN net ON n.lot_id = net.id)
     SELECT l.id, l.code, l.generation, l.year, l.state, l.balance, l.identity, e.median, e.verdict, e.true_mean AS trueMean,
       m.name AS grownBy, r.plants, r.isolated,
       (SELECT count(*) FROM loans o WHERE o.lot_id = l.id AND o.settled_on IS NULL) AS openLoans,
       (SELECT count(*) FROM loans o WHERE o.lot_id = l.id) AS loans
     FROM net d JOIN lots l ON l.id = d.id LEFT JOIN lot_estimates e ON e.lot_id = l.id
     LEFT JOIN returns r ON r.lot_id = l.id LEFT JOIN members m ON m.id = r.member_id
     ORDER BY l.generation, l.id`,
    lotId,
  );
  const lines = groupBy(
    all<{ lotId: number; parentId: number }>(
      db,
      'SELECT lot_id AS lotId, parent_id AS parentId FROM lot_lines WHERE lot_id IN (SELECT value FROM json_each(?)) ORDER BY seeds DESC, parent_id',
      JSON.stringify(rows.map((r) => r.id)),
    ),
    (n) => n.lotId,
  );
  const known = new Map<number, Kept>();
  return rows.map((row) => {
    const parentIds = (lines.get(row.id) ?? []).map((n) => n.parentId);
    const { kept, unsure } = keptOf(db, row.id, known);
    return { ...row, parentIds, mixed: parentIds.length > 1, kept, keptUnsure: unsure };
  });
}
