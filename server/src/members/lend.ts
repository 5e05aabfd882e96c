import type * as yup from 'yup';
import type { loanForm, loansForm } from '@esprel/core';
import { type FieldError, InputError, plural, restrictionsOf, wrong } from '@esprel/core';
import type { Answer, membersApi } from '@esprel/core/api';
import type { Db } from '../db/db.ts';
import { freeFor, laidReady } from '../estimates/free.ts';
import type { Change } from '../journal/change.ts';
import { moveSeeds } from '../lots/intake.ts';
import { takePackets } from '../lots/packets.ts';
import { libraryCrop } from '../records/crop.ts';
import { isMember, memberName } from '../records/loan.ts';
import { lotByCode, lotNames, type LotRow, missingWords } from '../records/lot.ts';
import { restrictions } from '../records/restriction.ts';
import { synonymsOf } from '../records/variety.ts';

type LoanBody = yup.InferType<typeof loanForm>;

/** Hands seed of a lot to a member. The floor is never lent, and a doubtful name needs a note on the packet. */
export function lend(change: Change, body: LoanBody): Answer<typeof membersApi.lend> {
  const loan = writeLoan(change, body);
  const { variety } = lotNames(change.db, loan.lotId);
  change.describe(`Lent ${plural(body.seeds, 'seed')} of ${loan.lotCode} ${variety} to ${memberName(change.db, body.memberId)}`);
  return { id: loan.id, lotCode: loan.lotCode, balance: loan.balance };
}

/** Hands seed of several lots to one member, all of it or nothing; every line that cannot be is named. */
export function lendMany(change: Change, body: yup.InferType<typeof loansForm>): Answer<typeof membersApi.lendMany> {
  const { memberId, purpose, lentOn } = body;
  const lots = body.lots as Omit<LoanBody, 'memberId' | 'purpose' | 'lentOn'>[];
  const errors: FieldError[] = [];
  const loans: { readonly id: number; readonly lotCode: string }[] = [];
  lots.forEach((line, i) => {
    try {
      loans.push(writeLoan(change, { ...line, memberId, purpose, lentOn }));
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      // What is wrong with the whole of it is said once, all else of its line.
      for (const e of error.errors)
        errors.push(['memberId', 'lentOn'].includes(e.path) ? e : { ...e, path: `lots[${String(i)}].${e.path}` });
    }
  });
  if (errors.length > 0) throw new InputError(errors.filter((e, i) => errors.findIndex((x) => x.path === e.path) === i));
  const codes = loans.map((l) => l.lotCode);
  const named = codes.length > 4 ? `${codes.slice(0, 4).join(', ')} and ${String(codes.length - 4)} more` : codes.join(', ');
  change.describe(`Lent seed of ${plural(codes.length, 'lot')} to ${memberName(change.db, memberId)}: ${named}`);
  return { memberId, ids: loans.map((l) => l.id) };
}

/** Why a lot is lent to nobody just now; null where it may be. */
export function whyNotLent(db: Db, lot: LotRow): string | null {
  const missing = missingWords(lot);
  if (missing !== null) return missing;
  if (lot.state === 'quarantine') return `${lot.code} waits in quarantine; release it first`;
  const crop = libraryCrop(db, lot.crop_key);
  const names = [lotNames(db, lot.id).variety, ...synonymsOf(db, lot.variety_id)];
  const banned = restrictionsOf(restrictions(db), crop, names).find((r) => r.rule === 'do-not-lend');
  if (!banned) return null;
  const says = banned.id === null ? 'is not lent yet' : 'is on the library’s list of plants not to be lent';
  return `${lot.code} ${says}: ${banned.why}`;
}

export const nameInDoubt = (lot: Pick<LotRow, 'identity'>): boolean => lot.identity === 'doubtful' || lot.identity === 'unknown';

type Lent = Omit<LoanBody, 'lentOn' | 'memberId'>;

/**
 * The lot from which seed is handed over, or laid ready, held against all that has to be true of it. `servesAsk` is the ask for which it was
 * laid ready. Throws an InputError that names the field.
 */
export function lotToLend(db: Db, body: Lent, servesAsk: number | null = null): LotRow {
  const lot = lotByCode(db, body.lotCode, 'lotCode');
  const not = whyNotLent(db, lot);
  if (not !== null) throw wrong('lotCode', not);
  refuseTooMany(db, lot, body, servesAsk);
  if ((body.promise === 'amount') !== (body.promisedSeeds != null)) {
    throw wrong(
      'promisedSeeds',
      body.promise === 'amount' ? 'say how many seeds are promised' : 'leave it out unless an amount is promised',
    );
  }
  if ((body.promise === 'nothing') !== (body.dueOn == null)) {
    throw wrong('dueOn', body.promise === 'nothing' ? 'leave it out when nothing is promised' : 'say by when it is promised');
  }
  if (nameInDoubt(lot) && (body.packetNote ?? '').trim() === '') {
    throw wrong('packetNote', 'the name of this lot is in doubt: write on the packet what is known');
  }
  return lot;
}

function refuseTooMany(db: Db, lot: LotRow, { purpose, seeds }: Lent, servesAsk: number | null): void {
  const free = freeFor(db, lot, purpose, servesAsk);
  if (seeds <= free) return;
  const laid = laidReady(db, lot.id, servesAsk);
  const ready = laid > 0 ? `, and ${String(laid)} lie ready for whoever asked` : '';
  const { balance, floor } = lot;
  if (purpose === 'renew') {
    const kept = balance - laid - free;
    throw wrong(
      'seeds',
      `at most ${String(free)} may go to be renewed; ${String(kept)} of the ${String(balance)} stay for a second try${ready}`,
    );
  }
  throw wrong(
    'seeds',
    free === 0
      ? `nothing of ${lot.code} may be lent: of its ${plural(balance, 'seed')} ${String(floor)} are the floor${ready}`
      : `at most ${String(free)} may be lent; ${String(floor)} of the ${String(balance)} always stay${ready}`,
  );
}

/** Writes a loan and takes its seed from the lot; `servesAsk` is the ask for which it was laid ready. */
export function writeLoan(
  change: Change,
  body: LoanBody,
  servesAsk: number | null = null,
): { readonly id: number; readonly lotId: number; readonly lotCode: string; readonly balance: number } {
  const { db, today } = change;
  const lot = lotToLend(db, body, servesAsk);
  if (!isMember(db, body.memberId)) throw wrong('memberId', 'is not a member; choose again');
  if (body.lentOn > today) throw wrong('lentOn', `must not be after today, ${today}`);
  if (body.lentOn < lot.received_on) throw wrong('lentOn', `must not be before the lot came, ${lot.received_on}`);
  if (body.dueOn != null && body.dueOn <= body.lentOn) throw wrong('dueOn', 'must be after the day of lending');
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
  return { id, lotId: lot.id, lotCode: lot.code, balance: lot.balance - body.seeds };
}
