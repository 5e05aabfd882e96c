import { IDENTITY_CONFIDENCES, type IdentityConfidence } from '@esprel/core';
import type { Reach } from '@esprel/core/api';
import { all, type Db, one } from '../db/db.ts';
import { makeErrands, reachOf } from '../errands/errands.ts';
import { linesOf } from '../estimates/truth.ts';
import type { Change } from '../journal/change.ts';
import { lotRow, type LotRow } from '../records/lot.ts';

type EventKind = 'judged' | 'growing-out' | 'grown-out' | 'mixed-up' | 'cleared' | 'corrected' | 'parent';

/** Higher is surer. */
const rank = (identity: IdentityConfidence): number => IDENTITY_CONFIDENCES.length - IDENTITY_CONFIDENCES.indexOf(identity);

/** A lot and all that descends from it, parents before children. */
export function withDescendants(db: Db, lotId: number): number[] {
  return all<{ id: number }>(
    db,
    `WITH RECURSIVE down (id, depth) AS (SELECT ?, 0 UNION SELECT n.lot_id, down.depth + 1 FROM lot_lines n JOIN down ON n.parent_id = down.id
       WHERE down.depth < 100)
     SELECT id FROM down GROUP BY id ORDER BY max(depth), id`,
    lotId,
  ).map((r) => r.id);
}

interface NewIdentity {
  readonly identity: IdentityConfidence;
  /** The variety it turned out to be; null leaves it. */
  readonly varietyId: number | null;
  readonly kind: EventKind;
  readonly reason: string;
}

/** Whether a child follows its parent: always to another name; down into doubt; up only out of a doubt it had from it. */
function follows(db: Db, child: LotRow, parentVariety: number, to: NewIdentity): boolean {
  if (child.variety_id !== parentVariety) return false;
  if (to.varietyId !== null && to.varietyId !== parentVariety) return true;
  if (rank(to.identity) < rank(child.identity)) return true;
  const last = one<{ kind: string }>(db, 'SELECT kind FROM identity_events WHERE lot_id = ? ORDER BY id DESC LIMIT 1', child.id);
  return rank(to.identity) > rank(child.identity) && (last === undefined || last.kind === 'parent');
}

function writeIdentity(change: Change, lot: LotRow, to: NewIdentity): void {
  change.update('lots', lot.id, { identity: to.identity, ...(to.varietyId === null ? {} : { variety_id: to.varietyId }) });
  change.insert('identity_events', {
    lot_id: lot.id,
    kind: to.kind,
    on_day: change.today,
    from_identity: lot.identity,
    to_identity: to.identity,
    from_variety_id: lot.variety_id,
    to_variety_id: to.varietyId ?? lot.variety_id,
    reason: to.reason,
  });
  change.touch('lot', lot.id);
  change.touch('variety', lot.variety_id);
  if (to.varietyId !== null) change.touch('variety', to.varietyId);
}

export const varietyName = (db: Db, id: number): string =>
  one<{ name: string }>(db, 'SELECT name FROM varieties WHERE id = ?', id)?.name ?? '';

/**
 * Changes what is known of the name of a lot, and of all that descends from it and rests on it; writes down the labels to
 * print again and the members to tell. Answers what it reached.
 */
export function changeIdentity(change: Change, lot: LotRow, to: NewIdentity): Reach {
  const { db } = change;
  const reached: number[] = [];
  const renamed = to.varietyId !== null && to.varietyId !== lot.variety_id;
  const doubted = new Set<number>([lot.id]);
  for (const id of withDescendants(db, lot.id)) {
    const row = lotRow(db, id) as LotRow;
    if (id === lot.id) writeIdentity(change, row, to);
    else if (linesOf(db, id).some((l) => doubted.has(l.parentId)) && follows(db, row, lot.variety_id, to)) {
      writeIdentity(change, row, { ...to, kind: 'parent', reason: `its parent ${lot.code}: ${to.reason}` });
      doubted.add(id);
    } else continue;
    reached.push(id);
  }
  const reach = reachOf(db, reached);
  const worse = rank(to.identity) < rank(lot.identity) && rank(to.identity) <= rank('doubtful');
  if (renamed) {
    const now = varietyName(db, to.varietyId as number);
    makeErrands(change, reach, {
      label: `was ${varietyName(db, lot.variety_id)}, is ${now}`,
      tell: `${varietyName(db, lot.variety_id)} turned out to be ${now}: ${to.reason}`,
    });
  } else if (worse) {
    makeErrands(change, reach, {
      label: 'its name is in doubt',
      tell: `the name of ${varietyName(db, lot.variety_id)} is in doubt: ${to.reason}`,
    });
  } else if (rank(to.identity) > rank(lot.identity) && rank(lot.identity) <= rank('doubtful')) {
    makeErrands(change, reach, {
      label: 'its name is no longer in doubt',
      tell: `${varietyName(db, lot.variety_id)} is what it was called: ${to.reason}`,
    });
  }
  return reach;
}
