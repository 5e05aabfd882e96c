import { type IdentityConfidence, wrong } from '@esprel/core';
import { identityApi } from '@esprel/core/api';
import { type Db, one } from '../db/db.ts';
import { notFound } from '../problem.ts';
import { lotByCode, type LotRow, lotRow } from '../records/lot.ts';
import { mixUpsOf } from '../records/mixUp.ts';
import { makes, type Route, serves } from '../routing/route.ts';
import { changeIdentity, varietyName } from './identity.ts';

/** What a lot was before it was marked as mixed up. */
function identityBefore(db: Db, lotId: number, markedOn: string): IdentityConfidence {
  const event = one<{ from_identity: IdentityConfidence }>(
    db,
    "SELECT from_identity FROM identity_events WHERE lot_id = ? AND kind = 'mixed-up' AND on_day = ? ORDER BY id DESC LIMIT 1",
    lotId,
    markedOn,
  );
  return event?.from_identity ?? 'likely';
}

export function mixUpRoutes(): Route[] {
  return [
    serves(identityApi.mixUps, ({ db }, { params }) => ({ mixUps: mixUpsOf(db, lotByCode(db, params.code).id) })),
    makes(identityApi.mixUp, 'mixed up', (change, { body }) => {
      const { db, today } = change;
      const a = lotByCode(db, body.lotCode, 'lotCode');
      const b = lotByCode(db, body.otherCode, 'otherCode');
      if (a.id === b.id) throw wrong('otherCode', 'is the same lot; scan the other envelope');
      if (body.sinceDay != null && body.sinceDay > today) throw wrong('sinceDay', `must not be after today, ${today}`);
      if (mixUpsOf(db, a.id).some((m) => m.clearedOn === null && m.withCode === b.code)) {
        throw wrong('otherCode', `${a.code} and ${b.code} are marked as mixed up already`);
      }
      const reason = body.reason.trim();
      const id = change.insert('mix_ups', {
        lot_a: a.id,
        lot_b: b.id,
        kind: body.kind,
        since_day: body.sinceDay ?? null,
        marked_on: today,
        reason,
      });
      for (const [lot, other] of [
        [a, b],
        [b, a],
      ] as const) {
        changeIdentity(change, lot, {
          identity: lot.identity === 'unknown' ? 'unknown' : 'doubtful',
          varietyId: null,
          kind: 'mixed-up',
          reason: `may be ${body.kind === 'swapped' ? 'swapped' : 'spilled together'} with ${varietyName(db, other.variety_id)} (${other.code}): ${reason}`,
        });
      }
      change.describe(
        `Marked ${a.code} and ${b.code} as ${body.kind === 'swapped' ? 'perhaps swapped' : 'perhaps spilled together'}: ${reason}`,
      );
      return { id };
    }),
    makes(identityApi.clear, 'mix-up cleared', (change, { params, body }) => {
      const { db, today } = change;
      const id = params.id;
      const row = one<{ lot_a: number; lot_b: number; marked_on: string; cleared_on: string | null }>(
        db,
        'SELECT lot_a, lot_b, marked_on, cleared_on FROM mix_ups WHERE id = ?',
        id,
      );
      if (!row) throw notFound('That mix-up');
      if (row.cleared_on !== null) throw wrong('how', 'it is cleared already');
      const reason = body.reason.trim();
      change.update('mix_ups', id, { cleared_on: today, cleared_how: body.how, cleared_reason: reason }, body.version);
      for (const lotId of [row.lot_a, row.lot_b]) {
        const lot = lotRow(db, lotId) as LotRow;
        const before = identityBefore(db, lotId, row.marked_on);
        const still = mixUpsOf(db, lotId).some((m) => m.clearedOn === null);
        if (!still && before !== lot.identity) {
          changeIdentity(change, lot, { identity: before, varietyId: null, kind: 'cleared', reason });
        } else change.touch('lot', lotId);
      }
      const [a, b] = [row.lot_a, row.lot_b].map((l) => (lotRow(db, l) as LotRow).code);
      change.describe(
        body.how === 'not-mixed'
          ? `${String(a)} and ${String(b)} were never mixed up: ${reason}`
          : `${String(a)} and ${String(b)} are told apart again: ${reason}`,
      );
      return { id };
    }),
  ];
}
