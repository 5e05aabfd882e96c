import type { Stock, StockLot } from '@esprel/core/api';
import { all, type Db, one } from '../db/db.ts';

/** More are no dots any more but a grey cloud. */
const MOST_DOTS = 1500;
const MOST_AT_RISK = 300;

const LOTS = `FROM lots l JOIN varieties v ON v.id = l.variety_id JOIN lot_estimates e ON e.lot_id = l.id
  WHERE l.balance > 0 AND l.state = 'kept' AND l.missing_since IS NULL`;

/** All lots with seed by amount and by how alive they are. */
export function stock(db: Db): Stock {
  const sums = one<{ lots: number; varieties: number; seeds: number | null; live: number | null }>(
    db,
    `SELECT count(*) AS lots, count(DISTINCT v.id) AS varieties, sum(l.balance) AS seeds, sum(l.balance * e.median) AS live ${LOTS}`,
  );
  const lots = sums?.lots ?? 0;
  const few = lots <= MOST_DOTS;
  const points = all<StockLot>(
    db,
    `SELECT l.code, v.name AS variety, l.balance AS seeds, e.median AS alive, e.verdict ${LOTS}
     ${few ? '' : "AND e.verdict IN ('renew', 'rescue')"} ORDER BY e.median LIMIT ?`,
    few ? MOST_DOTS : MOST_AT_RISK,
  );
  const cells = few
    ? []
    : all<Stock['cells'][number]>(
        db,
        `SELECT min(9, CAST(e.median * 10 AS INTEGER)) / 10.0 AS alive,
           CASE WHEN l.balance < 10 THEN 1 WHEN l.balance < 100 THEN 10 WHEN l.balance < 1000 THEN 100 WHEN l.balance < 10000 THEN 1000 ELSE 10000 END AS seeds,
           count(*) AS n ${LOTS} GROUP BY 1, 2`,
      );
  return { lots, varieties: sums?.varieties ?? 0, seeds: sums?.seeds ?? 0, live: Math.round(sums?.live ?? 0), points, cells };
}
