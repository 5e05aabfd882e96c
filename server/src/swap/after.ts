import type { Verdict } from '@esprel/core';
import type { SwapAfter, SwapCame } from '@esprel/core/api';
import { all, type Db, one } from '../db/db.ts';
import { nearVarieties } from '../varieties/register.ts';
import { dayRow } from './day.ts';
import { packingRows } from './packing.ts';

/** What came of a swap day, and what is to be done with it next. */

interface CameRow {
  readonly lotCode: string;
  readonly variety: string;
  readonly varietyId: number;
  readonly cropKey: string;
  readonly crop: string;
  readonly packets: number;
  readonly desk: string;
  readonly identity: string;
  readonly wet: 0 | 1;
  readonly verdict: Verdict | null;
  readonly reason: string | null;
  /** Members who wait for the variety, or waited on the day. */
  readonly waiting: number;
  /** Lots of the variety that were here before. */
  readonly before: number;
  /** Those of them that are not about to be lost. */
  readonly sound: number;
}

const came = (db: Db, swapId: number): CameRow[] =>
  all<CameRow>(
    db,
    `WITH came AS (SELECT l.lot_id, l.packets, d.name AS desk FROM swap_lines l JOIN swap_desks d ON d.id = l.desk_id
       WHERE d.swap_id = ? AND l.way = 'in' AND l.lot_id IS NOT NULL)
     SELECT t.code AS lotCode, v.name AS variety, v.id AS varietyId, v.crop_key AS cropKey, c.name AS crop, came.packets, came.desk, t.identity,
       t.wet_on IS NOT NULL AND t.dried_on IS NULL AS wet, e.verdict, e.reason,
       (SELECT count(*) FROM asks a WHERE a.variety_id = v.id AND a.kind = 'wait' AND (a.closed_on IS NULL OR a.closed_on >= t.received_on)) AS waiting,
       (SELECT count(*) FROM lots o WHERE o.variety_id = v.id AND o.id NOT IN (SELECT lot_id FROM came)) AS before,
       (SELECT count(*) FROM lots o LEFT JOIN lot_estimates oe ON oe.lot_id = o.id WHERE o.variety_id = v.id AND o.balance > 0
          AND o.id NOT IN (SELECT lot_id FROM came) AND coalesce(oe.verdict, 'lend') NOT IN ('renew', 'rescue', 'let-go')) AS sound
     FROM came JOIN lots t ON t.id = came.lot_id JOIN varieties v ON v.id = t.variety_id JOIN crops c ON c.key = v.crop_key
     LEFT JOIN lot_estimates e ON e.lot_id = t.id ORDER BY c.name, v.folded, t.id`,
    swapId,
  );

const shown = ({ lotCode, variety, crop, packets, desk }: CameRow, note: string | null = null): SwapCame => ({
  lotCode,
  variety,
  crop,
  packets,
  desk,
  note,
});

export function afterDay(db: Db, swapId: number): SwapAfter {
  dayRow(db, swapId);
  const rows = came(db, swapId);
  const known = rows.filter((r) => r.identity !== 'unknown');
  return {
    desks: all<SwapAfter['desks'][number]>(
      db,
      `SELECT d.name, (SELECT count(*) FROM swap_visits v WHERE v.desk_id = d.id) AS visitors,
         (SELECT coalesce(sum(packets), 0) FROM swap_lines l WHERE l.desk_id = d.id AND l.way = 'in') AS packetsIn,
         (SELECT coalesce(sum(packets), 0) FROM swap_lines l WHERE l.desk_id = d.id AND l.way = 'out') AS packetsOut
       FROM swap_desks d WHERE d.swap_id = ? ORDER BY d.number`,
      swapId,
    ),
    wanted: known
      .filter((r) => r.waiting > 0 || (r.before > 0 && r.sound === 0))
      .map((r) => ({ ...shown(r), why: r.waiting > 0 ? ('waited-for' as const) : ('nearly-lost' as const) })),
    dry: rows.filter((r) => r.wet === 1).map((r) => shown(r)),
    growOut: rows.filter((r) => r.identity === 'unknown').map((r) => shown(r)),
    name: known
      .filter((r) => r.before === 0)
      .flatMap((r) => {
        const [near] = nearVarieties(db, r.variety, r.cropKey, r.varietyId);
        return near ? [shown(r, `like ${near.name}: the same?`)] : [];
      }),
    test: known.filter((r) => r.wet === 0 && r.verdict === 'test-first').map((r) => shown(r, r.reason)),
    home: packingRows(db, swapId).filter((r) => r.gone < r.packets && r.backOn === null && (r.packedOn !== null || r.gone > 0)),
    toThank:
      one<{ n: number }>(
        db,
        `SELECT count(DISTINCT v.member_id) AS n FROM swap_visits v JOIN swap_desks d ON d.id = v.desk_id JOIN members m ON m.id = v.member_id
         WHERE d.swap_id = ? AND m.left_on IS NULL AND NOT EXISTS (SELECT 1 FROM message_matters x JOIN messages y ON y.id = x.message_id
           WHERE x.about = 'swap' AND x.about_id = d.swap_id AND y.member_id = v.member_id)`,
        swapId,
      )?.n ?? 0,
  };
}
