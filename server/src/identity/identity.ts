import { IDENTITY_CONFIDENCES, identityAnswerForm, type IdentityConfidence, identityForm, wrong } from '@esprel/core';
import { all, type Db, one } from '../db/db.ts';
import { makeErrands, type Reach, reachOf } from '../errands/errands.ts';
import type { Change } from '../journal/change.ts';
import { lotByCode, lotRow, type LotRow } from '../records/lot.ts';
import { changes, read, type Route } from '../routing/route.ts';

type EventKind = 'judged' | 'growing-out' | 'grown-out' | 'mixed-up' | 'cleared' | 'corrected' | 'parent';

/** Higher is surer. */
const rank = (identity: IdentityConfidence): number => IDENTITY_CONFIDENCES.length - IDENTITY_CONFIDENCES.indexOf(identity);

/** A lot and all that descends from it, parents before children. */
function withDescendants(db: Db, lotId: number): number[] {
  return all<{ id: number }>(
    db,
    `WITH RECURSIVE down (id, depth) AS (SELECT ?, 0 UNION SELECT l.id, down.depth + 1 FROM lots l JOIN down ON l.parent_id = down.id)
     SELECT id FROM down ORDER BY depth, id`,
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

const varietyName = (db: Db, id: number): string => one<{ name: string }>(db, 'SELECT name FROM varieties WHERE id = ?', id)?.name ?? '';

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
    else if (row.parent_id !== null && doubted.has(row.parent_id) && follows(db, row, lot.variety_id, to)) {
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

/** What is known of the name of a lot: its events, what descends from it, and what a correction would reach. */
function identitySheet(db: Db, code: string): object {
  const lot = lotByCode(db, code);
  return {
    lot: {
      code: lot.code,
      version: lot.version,
      identity: lot.identity,
      varietyId: lot.variety_id,
      variety: varietyName(db, lot.variety_id),
      cropKey: lot.crop_key,
    },
    events: all(
      db,
      `SELECT i.id, i.kind, i.on_day AS onDay, i.from_identity AS fromIdentity, i.to_identity AS toIdentity, i.reason,
         v.name AS fromVariety, w.name AS toVariety
       FROM identity_events i LEFT JOIN varieties v ON v.id = i.from_variety_id LEFT JOIN varieties w ON w.id = i.to_variety_id
       WHERE i.lot_id = ? ORDER BY i.id DESC`,
      lot.id,
    ),
    sowings: all(
      db,
      'SELECT id, sown_on AS sownOn, seeds, fate FROM sowings WHERE lot_id = ? AND to_identify = 1 ORDER BY sown_on DESC',
      lot.id,
    ),
    reach: reachOf(db, withDescendants(db, lot.id)),
  };
}

export function identityRoutes(): Route[] {
  return [
    read('/lots/:code/identity', ({ db }, { params }) => identitySheet(db, params.code ?? '')),
    changes('post', '/lots/:code/identity', 'identity', identityForm, (change, { params, body }) => {
      const lot = lotByCode(change.db, params.code ?? '');
      if (lot.identity === body.identity) throw wrong('identity', `is ${lot.identity} already`);
      change.update('lots', lot.id, {}, body.version);
      const reach = changeIdentity(change, lot, { identity: body.identity, varietyId: null, kind: 'judged', reason: body.reason.trim() });
      change.describe(`The name of ${lot.code} went from ${lot.identity} to ${body.identity}: ${body.reason.trim()}`);
      return { code: lot.code, reach };
    }),
    changes('post', '/lots/:code/identity/answer', 'grown out', identityAnswerForm, (change, { params, body }) => {
      const { db } = change;
      const lot = lotByCode(db, params.code ?? '');
      const reason = body.reason.trim();
      if (body.answer === 'another') {
        if (body.varietyId == null) throw wrong('varietyId', 'choose the variety it turned out to be');
        if (!one(db, 'SELECT 1 FROM varieties WHERE id = ? AND joined_into IS NULL', body.varietyId)) {
          throw wrong('varietyId', 'is not in the register; choose again');
        }
        if (body.varietyId === lot.variety_id) throw wrong('varietyId', 'is what it is called already; say that it is as named');
      } else if (body.varietyId != null) throw wrong('varietyId', 'leave it out unless it is another variety');
      const to = {
        'as-named': { identity: 'sure', varietyId: null },
        another: { identity: 'sure', varietyId: body.varietyId ?? null },
        'still-unknown': { identity: 'unknown', varietyId: null },
      } as const;
      change.update('lots', lot.id, {}, body.version);
      const reach = changeIdentity(change, lot, { ...to[body.answer], kind: 'grown-out', reason });
      const words = {
        'as-named': `is ${varietyName(db, lot.variety_id)}, as named`,
        another: `is ${varietyName(db, body.varietyId ?? lot.variety_id)}, not ${varietyName(db, lot.variety_id)}`,
        'still-unknown': 'is still not known',
      };
      change.describe(`Grown out: ${lot.code} ${words[body.answer]}: ${reason}`);
      return { code: lot.code, reach };
    }),
  ];
}
