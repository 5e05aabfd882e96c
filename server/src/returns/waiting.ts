import type { WaitingReturn } from '@esprel/core/api';
import { all, type Db } from '../db/db.ts';

/** Returns that wait in quarantine, the longest first. */
export function waitingReturns(db: Db): WaitingReturn[] {
  return all(
    db,
    `SELECT r.id, l.id AS lotId, l.code AS lotCode, v.name AS variety, c.name AS crop, m.name AS member, r.received_on AS receivedOn
     FROM returns r JOIN lots l ON l.id = r.lot_id JOIN varieties v ON v.id = l.variety_id JOIN crops c ON c.key = v.crop_key
     JOIN loans o ON o.id = r.loan_id JOIN members m ON m.id = o.member_id
     WHERE r.released_on IS NULL AND l.balance > 0 ORDER BY r.received_on, r.id`,
  );
}
