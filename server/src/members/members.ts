import type * as yup from 'yup';
import { asSeenForm, foldName, loanForm, memberEditForm, memberForm, plural, restrictionsOf, wrong } from '@esprel/core';
import { all, type Db, one } from '../db/db.ts';
import { errandsOfMember } from '../errands/errands.ts';
import { freeFor } from '../estimates/free.ts';
import type { Change } from '../journal/change.ts';
import { historyOf } from '../journal/history.ts';
import { moveSeeds } from '../lots/intake.ts';
import { takePackets } from '../lots/packets.ts';
import { notFound, Problem } from '../problem.ts';
import { libraryCrop } from '../records/crop.ts';
import { loanRow, memberName } from '../records/loan.ts';
import { lotByCode, lotNames, refuseMissing } from '../records/lot.ts';
import { synonymsOf } from '../records/variety.ts';
import { restrictions } from '../restricted/restricted.ts';
import { pathId, queryText, queryWhole } from '../routing/query.ts';
import { changes, read, readKept, type Route } from '../routing/route.ts';

/** Hands seed of a lot to a member. The floor is never lent, and a doubtful name needs a note on the packet. */
function lend(change: Change, body: yup.InferType<typeof loanForm>): object {
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

/** How heavy the seed of a lot is: as it was weighed last, else as is usual for its crop. */
function seedWeight(db: Db, lotId: number, cropKey: string): { readonly seedsPerGram: number; readonly weighed: boolean } {
  const last = one<{ g: number }>(
    db,
    'SELECT grams_per_thousand AS g FROM weighings WHERE lot_id = ? ORDER BY weighed_on DESC, id DESC LIMIT 1',
    lotId,
  );
  return last ? { seedsPerGram: 1000 / last.g, weighed: true } : { seedsPerGram: libraryCrop(db, cropKey).seedsPerGram, weighed: false };
}

function memberSheet(db: Db, id: number): object {
  const member = one(db, 'SELECT id, name, place, contact, note, joined_on AS joinedOn, version FROM members WHERE id = ?', id);
  if (!member) throw notFound('That member');
  return {
    member,
    loans: all<{ cropKey: string; lotId: number }>(
      db,
      `SELECT o.id, o.seeds, o.purpose, o.promise, o.promised_seeds AS promisedSeeds, o.due_on AS dueOn, o.lent_on AS lentOn,
         o.settled_on AS settledOn, o.unsown, o.version, l.code AS lotCode, c.key AS cropKey, l.id AS lotId, v.name AS variety, c.name AS crop,
         (SELECT group_concat(x.code) FROM returns r JOIN lots x ON x.id = r.lot_id WHERE r.loan_id = o.id) AS cameBack
       FROM loans o JOIN lots l ON l.id = o.lot_id JOIN varieties v ON v.id = l.variety_id JOIN crops c ON c.key = v.crop_key
       WHERE o.member_id = ? ORDER BY o.settled_on IS NOT NULL, o.lent_on DESC, o.id DESC`,
      id,
    ).map(({ cropKey, lotId, ...loan }) => ({ ...loan, weight: seedWeight(db, lotId, cropKey) })),
    sowings: all(
      db,
      `SELECT s.id, s.loan_id AS loanId, s.seeds, s.sown_on AS sownOn, s.fate, l.code AS lotCode, v.name AS variety,
         (SELECT max(emerged) FROM emergence_counts WHERE sowing_id = s.id) AS emerged
       FROM sowings s JOIN loans o ON o.id = s.loan_id JOIN lots l ON l.id = s.lot_id JOIN varieties v ON v.id = l.variety_id
       WHERE o.member_id = ? ORDER BY s.sown_on DESC, s.id DESC`,
      id,
    ),
    errands: errandsOfMember(db, id),
    history: historyOf(db, 'member', id),
  };
}

function listMembers(db: Db, query: Readonly<Record<string, unknown>>): object {
  const q = foldName(queryText(query, 'q') ?? '');
  const limit = queryWhole(query, 'limit', 1, 500) ?? 200;
  const after = queryText(query, 'after', 300);
  const at = after === null ? -1 : after.lastIndexOf('~');
  const [name, id] = at < 0 || after === null ? ['', 0] : [after.slice(0, at), Number(after.slice(at + 1))];
  if (after !== null && (at < 0 || !Number.isInteger(id))) throw wrong('after', 'is not a place in this list; begin again without it');
  const rows = all<{ id: number; folded: string }>(
    db,
    `SELECT m.id, m.name, m.folded, m.place,
       (SELECT count(*) FROM loans o WHERE o.member_id = m.id) AS loans,
       (SELECT count(*) FROM loans o WHERE o.member_id = m.id AND o.settled_on IS NULL AND o.due_on IS NOT NULL) AS promises,
       (SELECT min(due_on) FROM loans o WHERE o.member_id = m.id AND o.settled_on IS NULL) AS nextDue,
       (SELECT count(*) FROM returns r JOIN loans o ON o.id = r.loan_id WHERE o.member_id = m.id) AS returns
     FROM members m WHERE (? = '' OR m.folded LIKE ? ESCAPE '\\') AND (m.folded, m.id) > (?, ?) ORDER BY m.folded, m.id LIMIT ?`,
    q,
    `%${q.replace(/[%_\\]/g, '\\$&')}%`,
    name,
    id,
    limit + 1,
  );
  const page = rows.slice(0, limit);
  const last = page[page.length - 1];
  return {
    members: page.map(({ folded: _folded, ...m }) => m),
    next: rows.length > limit && last ? `${last.folded}~${String(last.id)}` : null,
  };
}

export function memberRoutes(): Route[] {
  return [
    readKept('/members', ({ db }, { query }) => listMembers(db, query)),
    read('/members/:id', ({ db }, { params }) => memberSheet(db, pathId(params.id, 'id'))),
    changes('post', '/members', 'member', memberForm, (change, { body }) => {
      const id = change.insert('members', {
        name: body.name.trim(),
        folded: foldName(body.name),
        place: body.place ?? null,
        contact: body.contact ?? null,
        note: body.note ?? null,
        joined_on: change.today,
      });
      change.touch('member', id);
      change.describe(`Wrote down the member ${body.name.trim()}`);
      return { id };
    }),
    changes('patch', '/members/:id', 'change the member', memberEditForm, (change, { params, body }) => {
      const id = pathId(params.id, 'id');
      if (!one(change.db, 'SELECT 1 FROM members WHERE id = ?', id)) throw notFound('That member');
      const name = body.name.trim();
      change.update(
        'members',
        id,
        { name, folded: foldName(name), place: body.place ?? null, contact: body.contact ?? null, note: body.note ?? null },
        body.version,
      );
      change.touch('member', id);
      change.describe(`Changed the member ${name}`);
      return { id };
    }),
    changes('post', '/loans', 'lend', loanForm, (change, { body }) => lend(change, body)),
    changes('post', '/loans/:id/settle', 'let a promise go', asSeenForm, (change, { params, body }) => {
      const loan = loanRow(change.db, pathId(params.id, 'id'));
      if (loan.settled_on !== null) throw new Problem('blocked', `This loan was settled already, on ${loan.settled_on}.`);
      change.update('loans', loan.id, { settled_on: change.today }, body.version);
      change.touch('member', loan.member_id);
      change.touch('lot', loan.lot_id);
      change.describe(`Let the promise of ${memberName(change.db, loan.member_id)} go`);
      return { id: loan.id };
    }),
  ];
}
