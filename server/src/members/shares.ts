import { type Kept, shareWords, shrunkShare } from '@esprel/core';
import type { MemberShares } from '@esprel/core/api';
import { type Db, one } from '../db/db.ts';

const PROMISES = `SELECT count(*) AS of, coalesce(sum(EXISTS (SELECT 1 FROM loans_home r WHERE r.loan_id = o.id)), 0) AS kept
  FROM loans o WHERE o.promise <> 'nothing' AND (o.settled_on IS NOT NULL OR o.due_on < ?)`;
const SOUND = `SELECT count(*) AS lots, avg(e.median) AS mean FROM returns r
  JOIN lot_estimates e ON e.lot_id = r.lot_id`;
/** All that ever came back weighs as much as this many lots of one's own. */
const ALL_LOTS_WEIGH = 3;

const LOOKED_AT = `SELECT coalesce(sum(t.plants), 0) AS "of", coalesce(sum(t.plants - t.off_types), 0) AS kept
  FROM off_types t JOIN returns r ON r.lot_id = t.lot_id`;
/** All plants that were ever looked at weigh as much as so many of one's own. */
const ALL_PLANTS_WEIGH = 20;

/** How it goes with a member: promises kept, and how alive is what came back; each drawn towards all members. */
export function memberShares(db: Db, memberId: number, today: string): MemberShares {
  const own = one<Kept>(db, `${PROMISES} AND o.member_id = ?`, today, memberId) ?? { kept: 0, of: 0 };
  const all = one<Kept>(db, PROMISES, today) ?? { kept: 0, of: 0 };
  const share = shrunkShare(own, all);
  const looked = one<Kept>(db, `${LOOKED_AT} WHERE r.member_id = ?`, memberId) ?? { kept: 0, of: 0 };
  const lookedAtAll = one<Kept>(db, LOOKED_AT) ?? { kept: 0, of: 0 };
  const brought = one<{ lots: number; mean: number | null }>(db, `${SOUND} WHERE r.member_id = ?`, memberId);
  const everybodys = one<{ lots: number; mean: number | null }>(db, SOUND);
  return {
    promises: { ...own, share, words: shareWords(own, share) },
    trueness: looked.of === 0 ? null : { plants: looked.of, share: shrunkShare(looked, lookedAtAll, ALL_PLANTS_WEIGH) },
    soundness:
      brought === undefined || brought.lots === 0
        ? null
        : {
            lots: brought.lots,
            share: (brought.lots * (brought.mean ?? 0) + ALL_LOTS_WEIGH * (everybodys?.mean ?? 0)) / (brought.lots + ALL_LOTS_WEIGH),
          },
  };
}
