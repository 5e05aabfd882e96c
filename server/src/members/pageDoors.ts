import { noteStep } from '../access/accessRoutes.ts';
import { cardsOf, makeLink, memberOfCard, shutMemberOut, withdrawCard } from '../access/memberSignIns.ts';
import { membersApi } from '@esprel/core/api';
import type { Db } from '../db/db.ts';
import { notFound, Problem } from '../problem.ts';
import { isMember, memberName } from '../records/loan.ts';
import { acts, type Route } from '../routing/route.ts';

function needMember(db: Db, id: number): string {
  if (!isMember(db, id)) throw notFound('That member');
  return memberName(db, id);
}

/** Cards and links that open a member's page, and what ends them. None of it can be taken back: a secret that is gone is gone. */
export function pageDoorRoutes(): Route[] {
  return [
    acts(membersApi.withdrawCard, ({ db, today, by }, { params }) => {
      const name = needMember(db, params.id);
      if (!withdrawCard(db, params.id, params.cardId)) throw notFound('That card');
      noteStep(db, today, by.personId, 'cards', `Withdrew a card of ${name}`, [params.id]);
      return { cards: cardsOf(db, params.id) };
    }),
    acts(membersApi.makeLink, ({ db, today, by }, { params }) => {
      const name = needMember(db, params.id);
      const link = makeLink(db, params.id);
      noteStep(db, today, by.personId, 'cards', `Made a link for ${name}`, [params.id]);
      return link;
    }),
    acts(membersApi.shutOut, ({ db, today, by }, { params }) => {
      const name = needMember(db, params.id);
      const out = db.transaction(() => shutMemberOut(db, params.id)).immediate();
      noteStep(db, today, by.personId, 'cards', `Shut ${name}’s page on every phone and withdrew every card`, [params.id]);
      return out;
    }),
    acts(membersApi.byCard, ({ db }, { body }) => {
      const id = memberOfCard(db, body.code);
      if (id === undefined) throw new Problem('not-found', 'That card was withdrawn, or is none of this library.');
      return { id };
    }),
  ];
}
