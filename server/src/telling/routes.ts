import { readList, tellingApi } from '@esprel/core/api';
import type { PostSettings } from '@esprel/core/api';
import { LINK_MINUTES, makeLink } from '../access/memberSignIns.ts';
import { beginTry } from '../access/wrongTries.ts';
import { all, type Db, run } from '../db/db.ts';
import { memberAddress, plural, wrong } from '@esprel/core';
import { blocked, Problem, stale } from '../problem.ts';
import { readSettings } from '../records/settings.ts';
import { acts, FileAnswer, gives, type Route, serves } from '../routing/route.ts';
import { lettersPdf } from './letters.ts';
import { postOffice, postRow, senderOf, simulatedPost } from './postOffice.ts';
import { askGrowers, proposedMessages } from './proposals.ts';
import { keepMessage, keptMessages, sendAgain, sendWaiting } from './tell.ts';

function postSettings(db: Db): PostSettings {
  const { password, by_itself, host, port, security, user, sender, version } = postRow(db);
  return {
    host,
    port,
    security,
    user,
    sender,
    version,
    hasPassword: password !== null,
    byItself: JSON.parse(by_itself) as PostSettings['byItself'],
  };
}

const LINK_SAID = `If that address belongs to a member, a link is on its way. It works once, and for ${plural(LINK_MINUTES, 'minute')}.`;

/** Telling members: messages made by the program, sent by people, kept; and how e-mail leaves. */
export function tellingRoutes(log: (error: unknown) => void): Route[] {
  const send = (db: Db): void => {
    sendWaiting(db).catch(log);
  };
  return [
    serves(tellingApi.proposed, ({ db, today }) => ({ messages: proposedMessages(db, today) })),
    serves(tellingApi.growers, ({ db, today }, { query }) => ({
      messages: query.variety === null ? [] : askGrowers(db, query.variety, today),
    })),
    serves(tellingApi.kept, ({ db }, { query }) => ({ messages: keptMessages(db, query.member) })),
    acts(tellingApi.tell, ({ db, today, by }, { body }) => {
      const id = keepMessage(db, today, { personId: by.personId, itself: false }, body);
      send(db);
      return { id };
    }),
    acts(tellingApi.again, ({ db }, { params }) => {
      sendAgain(db, params.id);
      send(db);
      return { id: params.id };
    }),
    gives(tellingApi.letters, async ({ db, today }, { query }) => {
      const ids = readList('ids', query.ids, 200);
      if (ids.some((i) => !/^\d{1,15}$/.test(i))) throw wrong('ids', 'holds what is no number');
      return new FileAnswer(Buffer.from(await lettersPdf(db, ids.map(Number))), { saveAs: `letters ${today}.pdf` });
    }),
    serves(tellingApi.post, ({ db }) => postSettings(db)),
    acts(tellingApi.setPost, ({ db }, { body }) => {
      const now = postRow(db);
      if (now.version !== body.version) throw stale(body.version, now.version, postSettings(db), {});
      const host = body.host?.trim() || null;
      if (host !== null && !/^[\w.:-]+$/.test(host)) throw wrong('host', 'is no name of a mail server; as smtp.mail.example');
      if (host !== null && !body.sender?.trim()) throw wrong('sender', 'give the address that letters come from');
      const password = body.password == null ? now.password : body.password === '' ? null : body.password;
      run(
        db,
        'UPDATE post SET host = ?, port = ?, security = ?, user = ?, password = ?, sender = ?, by_itself = ?, version = version + 1 WHERE id = 1',
        host,
        body.port,
        body.security,
        body.user?.trim() || null,
        // A password that was meant for one server is not given to another.
        host === now.host || body.password != null ? password : null,
        body.sender?.trim() || null,
        JSON.stringify([...new Set(body.byItself ?? [])].sort()),
      );
      return postSettings(db);
    }),
    acts(tellingApi.tryPost, async ({ db }) => {
      const to = senderOf(db);
      const { libraryName } = readSettings(db);
      try {
        await postOffice(db).send({
          to,
          from: to,
          subject: `${libraryName}: the post works`,
          text: 'This was sent to try whether letters leave the library. They do.\n',
        });
      } catch (error) {
        throw new Problem('device', (error as Error).message);
      }
      return { said: `It went out to ${to}.` };
    }),
    serves(tellingApi.office, ({ db }) => {
      const office = simulatedPost(db);
      return { used: postRow(db).host === null, behaves: office.behaves, cameOut: office.cameOut() };
    }),
    acts(tellingApi.setOffice, ({ db }, { body }) => {
      const office = simulatedPost(db);
      office.behave(body.behaves);
      return { used: postRow(db).host === null, behaves: office.behaves, cameOut: office.cameOut() };
    }),
    acts(tellingApi.link, ({ db, visit }, { body }) => {
      const { publicAddress, libraryName } = readSettings(db);
      if (publicAddress == null) throw blocked('This library has no address for its members yet. Ask at the desk for a card.');
      const email = body.email.trim();
      // Slowed by address, like any way in: nobody fills somebody's mailbox.
      db.transaction(() => beginTry(db, `link ${email}`, visit.address)).immediate();
      // A family may share an address: each page has its own link.
      const members = all<{ id: number; name: string }>(
        db,
        'SELECT id, name FROM members WHERE email = ? COLLATE NOCASE AND left_on IS NULL ORDER BY id LIMIT 10',
        email,
      );
      if (members.length > 0) {
        const links = members.map(({ id, name }) => {
          const whose = members.length === 1 ? 'your page' : `the page of ${name}`;
          return `This opens ${whose} once, within ${plural(LINK_MINUTES, 'minute')}:\n\n${memberAddress(publicAddress, makeLink(db, id).code)}`;
        });
        // The answer does not wait: how long it takes would tell who is a member.
        postOffice(db)
          .send({
            to: email,
            from: senderOf(db),
            subject: `Your page at ${libraryName}`,
            text: `${links.join('\n\n')}\n\nIf you did not ask for it, leave it be: nobody gets in without it.\n`,
          })
          .catch(log);
      }
      return { said: LINK_SAID };
    }),
  ];
}
