import type { HomeStepKind } from '@esprel/core';
import type { WaitingReturn } from '@esprel/core/api';
import { all, type Db } from '../db/db.ts';

/** Returns that wait in quarantine, the longest first. */
export function waitingReturns(db: Db): WaitingReturn[] {
  return all<Omit<WaitingReturn, 'next'> & { nextKind: HomeStepKind | null; nextDue: string | null }>(
    db,
    `SELECT r.id, l.id AS lotId, l.code AS lotCode, v.name AS variety, c.name AS crop, m.name AS member, r.received_on AS receivedOn,
       n.kind AS nextKind, n.due_on AS nextDue
     FROM returns r JOIN lots l ON l.id = r.lot_id JOIN varieties v ON v.id = l.variety_id JOIN crops c ON c.key = v.crop_key
     JOIN members m ON m.id = r.member_id
     LEFT JOIN return_steps n ON n.id = (SELECT s.id FROM return_steps s WHERE s.return_id = r.id AND s.done_on IS NULL ORDER BY s.due_on, s.id LIMIT 1)
     WHERE r.released_on IS NULL AND l.balance > 0 ORDER BY r.received_on, r.id`,
  ).map(({ nextKind, nextDue, ...r }) => ({
    ...r,
    next: nextKind === null || nextDue === null ? null : { kind: nextKind, dueOn: nextDue },
  }));
}
