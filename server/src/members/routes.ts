import { wrong } from '@esprel/core';
import { membersApi, readList } from '@esprel/core/api';
import { Change } from '../journal/change.ts';
import { notFound, Problem } from '../problem.ts';
import { forgetMember, leaving, writeAnew } from './leave.ts';
import { isMember, loanRow, memberName } from '../records/loan.ts';
import { noteStep } from '../access/accessRoutes.ts';
import { isWrittenElsewhere } from '../db/writer.ts';
import { acts, FileAnswer, gives, makes, type Route, serves, servesKept, takes } from '../routing/route.ts';
import { join, joining } from './join.ts';
import { lend, lendMany } from './lend.ts';
import { lendableLots, loanSlip } from './lending.ts';
import { askRoutes } from './askRoutes.ts';
import { pageDoorRoutes } from './pageDoors.ts';
import { memberColumns } from './memberColumns.ts';
import { exportMembers, readMembers, takeMembers } from './memberFile.ts';
import { listMembers } from './memberList.ts';
import { memberShares } from './shares.ts';
import { memberSheet } from './memberSheet.ts';

/** Lots that are handed over in one go at most. */
const MOST_LENT = 60;

export function memberRoutes(): Route[] {
  return [
    servesKept(membersApi.list, ({ db, today }, { query }) => listMembers(db, query, today)),
    serves(membersApi.sheet, ({ db, today }, { params }) => memberSheet(db, params.id, today)),
    makes(membersApi.add, 'member', (change, { body }) => {
      if (body.joinedOn != null && body.joinedOn > change.today) throw wrong('joinedOn', `must not be after today, ${change.today}`);
      const id = change.insert('members', { ...memberColumns(body, change.today), joined_on: body.joinedOn ?? change.today });
      change.touch('member', id);
      change.describe(`Wrote down the member ${body.name.trim()}`);
      return { id };
    }),
    makes(membersApi.edit, 'change the member', (change, { params: { id }, body }) => {
      if (!isMember(change.db, id)) throw notFound('That member');
      if (body.joinedOn != null && body.joinedOn > change.today) throw wrong('joinedOn', `must not be after today, ${change.today}`);
      const joined = body.joinedOn == null ? {} : { joined_on: body.joinedOn };
      change.update('members', id, { ...memberColumns(body, change.today), ...joined }, body.version);
      change.touch('member', id);
      change.describe(`Changed the member ${body.name.trim()}`);
      return { id };
    }),
    serves(membersApi.shares, ({ db, today }, { params }) => {
      if (!isMember(db, params.id)) throw notFound('That member');
      return memberShares(db, params.id, today);
    }),
    serves(membersApi.joining, ({ db }, { params }) => joining(db, params.id, params.otherId)),
    makes(membersApi.join, 'join members', (change, { params, body }) => join(change, params.id, body)),
    gives(membersApi.csv, ({ db, today }) => new FileAnswer(exportMembers(db), { saveAs: `members ${today}.csv` })),
    takes(membersApi.readFile, ({ db }, { body }) => readMembers(db, body)),
    makes(membersApi.takeFile, 'read members in', (change, { body }) => takeMembers(change, body)),
    ...pageDoorRoutes(),
    serves(membersApi.leaving, ({ db }, { params }) => leaving(db, params.id)),
    acts(membersApi.leave, ({ db, today, by }, { params, body }) => {
      if (isWrittenElsewhere(db))
        throw new Problem('busy', 'A file is being written into the library just now. Try again in a moment; nothing was changed.');
      db.transaction(() => {
        forgetMember(db, params.id, body.version, today);
        new Change(db, today, by.personId, 'member left').describe('A member left; who they were is forgotten');
      }).immediate();
      if (!writeAnew(db)) {
        noteStep(
          db,
          today,
          by.personId,
          'member left',
          'The file could not be written anew; until the next member leaves, traces of the last may lie in it',
        );
      }
      return { left: today };
    }),
    serves(membersApi.lendable, ({ db, today }, { query }) => ({
      lots: lendableLots(db, readList('codes', query.codes, MOST_LENT), today),
    })),
    serves(membersApi.slip, ({ db, today }, { params, query }) => loanSlip(db, params.id, readList('loans', query.loans, 100), today)),
    makes(membersApi.lend, 'lend', (change, { body }) => lend(change, body)),
    makes(membersApi.lendMany, 'lend many', (change, { body }) => lendMany(change, body)),
    makes(membersApi.letGo, 'let a promise go', (change, { params, body }) => {
      const loan = loanRow(change.db, params.id);
      if (loan.settled_on !== null) throw new Problem('blocked', `This loan was settled already, on ${loan.settled_on}.`);
      change.update('loans', loan.id, { settled_on: change.today }, body.version);
      change.touch('member', loan.member_id);
      change.touch('lot', loan.lot_id);
      change.describe(`Let the promise of ${memberName(change.db, loan.member_id)} go`);
      return { id: loan.id };
    }),
    ...askRoutes(),
  ];
}
