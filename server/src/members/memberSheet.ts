import { stillGrows } from '@esprel/core';
import type { Member, MemberLoan, MemberSheet, MemberSowing, SeedWeight } from '@esprel/core/api';
import { cardsOf, phonesOf } from '../access/memberSignIns.ts';
import { all, type Db, one } from '../db/db.ts';
import { errandsOfMember } from '../errands/errands.ts';
import { historyOf } from '../journal/history.ts';
import { notFound } from '../problem.ts';
import { libraryCrop } from '../records/crop.ts';
import { openAsks } from './asks.ts';
import { broughtSeed } from './brought.ts';

/** How heavy the seed of a lot is: as it was weighed last, else as is usual for its crop. */
export function seedWeight(db: Db, lotId: number, cropKey: string): SeedWeight {
  const last = one<{ g: number }>(
    db,
    'SELECT grams_per_thousand AS g FROM weighings WHERE lot_id = ? ORDER BY weighed_on DESC, id DESC LIMIT 1',
    lotId,
  );
  return last ? { seedsPerGram: 1000 / last.g, weighed: true } : { seedsPerGram: libraryCrop(db, cropKey).seedsPerGram, weighed: false };
}

/** What is written down of a member. Throws a not-found Problem. */
export function memberRecord(db: Db, id: number): Member {
  const row = one<Omit<Member, 'consentFor'> & { consentFor: string }>(
    db,
    `SELECT id, name, called, place, language, email, phone, post, contact, consent_on AS consentOn, consent_for AS consentFor, note,
       joined_on AS joinedOn, left_on AS leftOn, version FROM members WHERE id = ?`,
    id,
  );
  if (!row) throw notFound('That member');
  return { ...row, consentFor: JSON.parse(row.consentFor) as Member['consentFor'] };
}

export function memberSheet(db: Db, id: number, today: string): MemberSheet {
  return {
    member: memberRecord(db, id),
    cards: cardsOf(db, id),
    phones: phonesOf(db, id),
    asks: openAsks(db, today, id),
    loans: all<Omit<MemberLoan, 'weight'> & { cropKey: string; lotId: number }>(
      db,
      `SELECT o.id, o.seeds, o.purpose, o.promise, o.promised_seeds AS promisedSeeds, o.due_on AS dueOn, o.lent_on AS lentOn,
         o.settled_on AS settledOn, o.unsown, o.version, l.code AS lotCode, c.key AS cropKey, l.id AS lotId, v.name AS variety, c.name AS crop,
         (SELECT group_concat(x.code) FROM loans_home h JOIN returns r ON r.id = h.return_id JOIN lots x ON x.id = r.lot_id WHERE h.loan_id = o.id) AS cameBack
       FROM loans o JOIN lots l ON l.id = o.lot_id JOIN varieties v ON v.id = l.variety_id JOIN crops c ON c.key = v.crop_key
       WHERE o.member_id = ? ORDER BY o.settled_on IS NOT NULL, o.lent_on DESC, o.id DESC`,
      id,
    ).map(({ cropKey, lotId, ...loan }) => ({ ...loan, weight: seedWeight(db, lotId, cropKey) })),
    sowings: all<Omit<MemberSowing, 'growing'> & { cropKey: string }>(
      db,
      `SELECT s.id, s.loan_id AS loanId, s.seeds, s.sown_on AS sownOn, s.fate, l.code AS lotCode, v.name AS variety, v.crop_key AS cropKey,
         (SELECT max(emerged) FROM emergence_counts WHERE sowing_id = s.id) AS emerged
       FROM sowings s JOIN loans o ON o.id = s.loan_id JOIN lots l ON l.id = s.lot_id JOIN varieties v ON v.id = l.variety_id
       WHERE o.member_id = ? ORDER BY s.sown_on DESC, s.id DESC`,
      id,
    ).map(({ cropKey, ...s }) => ({ ...s, growing: stillGrows(s.sownOn, s.fate, libraryCrop(db, cropKey).lifeCycle, today) })),
    brought: broughtSeed(db, id),
    errands: errandsOfMember(db, id),
    history: historyOf(db, 'member', id),
  };
}
