import type * as yup from 'yup';
import type { loanForm } from '@esprel/core';
import { plural, restrictionsOf, wrong } from '@esprel/core';
import type { Answer, membersApi } from '@esprel/core/api';
import { one } from '../db/db.ts';
import { freeFor } from '../estimates/free.ts';
import type { Change } from '../journal/change.ts';
import { moveSeeds } from '../lots/intake.ts';
import { takePackets } from '../lots/packets.ts';
import { libraryCrop } from '../records/crop.ts';
import { memberName } from '../records/loan.ts';
import { lotByCode, lotNames, refuseMissing } from '../records/lot.ts';
import { restrictions } from '../records/restriction.ts';
import { synonymsOf } from '../records/variety.ts';

/** Hands seed of a lot to a member. The floor is never lent, and a doubtful name needs a note on the packet. */
export function lend(change: Change, body: yup.InferType<typeof loanForm>): Answer<typeof membersApi.lend> {
  const { db, today } = change;
  const lot = lotByCode(db, body.lotCode, 'lotCode');
  if (!one(db, 'SELECT 1 FROM members WHERE id = ?', body.memberId)) throw wrong('memberId', 'is not a member; choose again');
  if (lot.state === 'quarantine') throw wrong('lotCode', `${lot.code} waits in quarantine; release it first`);
  if (body.lentOn > today) throw wrong('lentOn', `must not be after today, ${today}`);
  if (body.lentOn < lot.received_on) throw wrong('lentOn', `must not be before the lot came, ${lot.received_on}`);
  refuseMissing(lot, 'lotCode');
  const crop = libraryCrop(db, lot.crop_key);
  const names = [lotNames(db, lot.id).variety, ...synonymsOf(db, lot.variety_id)];
  const banned = restrictionsOf(restrictions(db), crop, names).find((r) => r.rule === 'do-not-lend');
  if (banned) {
    const says = banned.id === null ? 'is not lent yet' : 'is on the library’s list of plants not to be lent';
    throw wrong('lotCode', `${lot.code} ${says}: ${banned.why}`);
  }
  const free = freeFor(db, lot, body.purpose);
  if (body.seeds > free) {
    if (body.purpose === 'renew') {
      const kept = lot.balance - free;
      throw wrong(
        'seeds',
        `at most ${String(free)} may go to be renewed; ${String(kept)} of the ${String(lot.balance)} stay for a second try`,
      );
    }
    throw wrong(
      'seeds',
      free === 0
        ? `nothing of ${lot.code} may be lent: its ${plural(lot.balance, 'seed')} are the floor of ${String(lot.floor)}`
        : `at most ${String(free)} may be lent; ${String(lot.floor)} of the ${String(lot.balance)} always stay`,
    );
  }
  if ((body.promise === 'amount') !== (body.promisedSeeds != null)) {
    throw wrong(
      'promisedSeeds',
      body.promise === 'amount' ? 'say how many seeds are promised' : 'leave it out unless an amount is promised',
    );
  }
  if ((body.promise === 'nothing') !== (body.dueOn == null)) {
    throw wrong('dueOn', body.promise === 'nothing' ? 'leave it out when nothing is promised' : 'say by when it is promised');
  }
  if (body.dueOn != null && body.dueOn <= body.lentOn) throw wrong('dueOn', 'must be after the day of lending');
  const doubtful = lot.identity === 'doubtful' || lot.identity === 'unknown';
  if (doubtful && (body.packetNote ?? '').trim() === '') {
    throw wrong('packetNote', 'the name of this lot is in doubt: write on the packet what is known');
  }
  takePackets(change, lot, body);
  const movement = moveSeeds(change, lot, 'lent', -body.seeds, body.lentOn, `lent to ${memberName(db, body.memberId)}`);
  const id = change.insert('loans', {
    lot_id: lot.id,
    member_id: body.memberId,
    movement_id: movement,
    seeds: body.seeds,
    purpose: body.purpose,
    promise: body.promise,
    promised_seeds: body.promisedSeeds ?? null,
    due_on: body.dueOn ?? null,
    lent_on: body.lentOn,
    packet_note: body.packetNote ?? null,
  });
  change.touch('member', body.memberId);
  change.describe(`Lent ${plural(body.seeds, 'seed')} of ${lot.code} ${lotNames(db, lot.id).variety} to ${memberName(db, body.memberId)}`);
  return { id, lotCode: lot.code, balance: lot.balance - body.seeds };
}
