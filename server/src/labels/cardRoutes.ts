import { cardLabel, groupedMemberCode, memberAddress, plural, TRUE_FIT } from '@esprel/core';
import { membersApi, type NewCard } from '@esprel/core/api';
import { noteStep } from '../access/accessRoutes.ts';
import { makeCard } from '../access/memberSignIns.ts';
import { notFound } from '../problem.ts';
import { isMember, memberName } from '../records/loan.ts';
import { readSettings } from '../records/settings.ts';
import { acts, type Route } from '../routing/route.ts';
import { drawing } from './drawn.ts';

/**
 * Cards that open members' pages, drawn onto label sheets as they are made: what is on a card is kept nowhere, so it can be printed this once.
 */
export function cardRoutes(): Route[] {
  return [
    acts(membersApi.makeCards, async ({ db, today, by }, { body }) => {
      const names = new Map(
        body.memberIds.map((id) => {
          if (!isMember(db, id)) throw notFound('That member');
          return [id, memberName(db, id)] as const;
        }),
      );
      const { libraryName, publicAddress } = readSettings(db);
      const cards = db
        .transaction(() => [...names].map(([memberId, name]): NewCard => ({ memberId, name, code: makeCard(db, memberId, by.personId) })))
        .immediate();
      const texts = cards.map(({ name, code }) =>
        cardLabel({
          name,
          // Without an address that leads here a phone could open nothing: then it is the code alone, for the camera of the page itself.
          scan: publicAddress == null ? code : memberAddress(publicAddress, code),
          code: groupedMemberCode(code),
          libraryName,
        }),
      );
      const { layOut, runPdf } = await drawing();
      const run = layOut(texts, { kind: 'packet', formatName: body.format ?? 'a4-21', skip: body.skip ?? 0, copies: 1 });
      const pdf = await runPdf(run, `Cards ${today}`, TRUE_FIT, () => undefined);
      const [first] = names.values();
      noteStep(
        db,
        today,
        by.personId,
        'cards',
        names.size === 1 ? `Made a card for ${first ?? ''}` : `Made cards for ${plural(names.size, 'member')}`,
        [...names.keys()],
      );
      return { cards, pdf: Buffer.from(pdf).toString('base64') };
    }),
  ];
}
