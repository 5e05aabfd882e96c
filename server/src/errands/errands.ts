import type { Errand, Reach } from '@esprel/core/api';
import { all, type Db, one } from '../db/db.ts';
import type { Change } from '../journal/change.ts';

export const ERRANDS = `SELECT e.id, e.kind, l.code AS lotCode, v.name AS variety, e.member_id AS memberId, m.name AS member, e.words,
  e.made_on AS madeOn, e.done_on AS doneOn FROM errands e JOIN lots l ON l.id = e.lot_id JOIN varieties v ON v.id = l.variety_id
  LEFT JOIN members m ON m.id = e.member_id`;

export function openErrands(db: Db): Errand[] {
  return all<Errand>(db, `${ERRANDS} WHERE e.done_on IS NULL ORDER BY e.kind, e.made_on, e.id`);
}

export function errandsOfMember(db: Db, memberId: number): Errand[] {
  return all<Errand>(db, `${ERRANDS} WHERE e.member_id = ? AND e.done_on IS NULL ORDER BY e.id`, memberId);
}

/** Labels that stand on an envelope, and members who hold seed of these lots. */
export function reachOf(db: Db, lotIds: readonly number[]): Reach {
  const ids = JSON.stringify(lotIds);
  return {
    lots: all<{ id: number; code: string; variety: string; balance: number; generation: number }>(
      db,
      `SELECT l.id, l.code, v.name AS variety, l.balance, l.generation FROM lots l JOIN varieties v ON v.id = l.variety_id
       WHERE l.id IN (SELECT value FROM json_each(?)) ORDER BY l.generation, l.id`,
      ids,
    ).map((l) => ({ ...l, reprint: l.balance > 0 })),
    loans: all(
      db,
      `SELECT l.code AS lotCode, l.id AS lotId, o.member_id AS memberId, m.name AS member, o.lent_on AS lentOn, o.seeds
       FROM loans o JOIN lots l ON l.id = o.lot_id JOIN members m ON m.id = o.member_id
       WHERE o.settled_on IS NULL AND o.lot_id IN (SELECT value FROM json_each(?)) ORDER BY m.name, o.id`,
      ids,
    ),
  };
}

/** Writes down the errands that follow; one for each label and one for each member and lot, not twice while it is open. */
export function makeErrands(change: Change, reach: Reach, words: { readonly label: string; readonly tell: string }): void {
  const open = (kind: string, lotId: number, memberId: number | null): boolean =>
    one(
      change.db,
      'SELECT 1 FROM errands WHERE done_on IS NULL AND kind = ? AND lot_id = ? AND member_id IS ? AND words = ?',
      kind,
      lotId,
      memberId,
      kind === 'tell' ? words.tell : words.label,
    ) !== undefined;
  for (const lot of reach.lots) {
    if (lot.reprint && !open('reprint', lot.id, null)) {
      change.insert('errands', { kind: 'reprint', lot_id: lot.id, member_id: null, words: words.label, made_on: change.today });
    }
  }
  for (const loan of reach.loans) {
    if (open('tell', loan.lotId, loan.memberId)) continue;
    change.insert('errands', { kind: 'tell', lot_id: loan.lotId, member_id: loan.memberId, words: words.tell, made_on: change.today });
    change.touch('member', loan.memberId);
  }
}
