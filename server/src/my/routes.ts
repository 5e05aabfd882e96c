import { wrong } from '@esprel/core';
import { myApi, publicApi } from '@esprel/core/api';
import { enterWith, signMemberOut } from '../access/memberSignIns.ts';
import type { Db } from '../db/db.ts';
import { one } from '../db/db.ts';
import { readPhoto } from '../files/photos.ts';
import type { By } from '../journal/by.ts';
import { withdraw, writeAsk } from '../members/asks.ts';
import { reachColumns } from '../members/memberColumns.ts';
import { blocked, notFound } from '../problem.ts';
import { memberName } from '../records/loan.ts';
import { readSettings } from '../records/settings.ts';
import { acts, FileAnswer, gives, makes, type Route, SecretAnswer, serves } from '../routing/route.ts';
import { keptAbout } from './keptAbout.ts';
import { answerMine } from './grow.ts';
import { findSeed } from './find.ts';
import { gardenOfMember, myFacts, myLibrary, myPage } from './page.ts';
import { countMine, endMine, meOf, photoOfSaving, saySaving, sowMine, takeBackMine } from './steps.ts';

/** Whoever is in on their own page. */
function idOf({ memberId }: By): number {
  if (memberId === null) throw new Error('a member’s page without a member');
  return memberId;
}

const hasPhoto = (db: Db, memberId: number, file: string): boolean =>
  one(db, 'SELECT 1 FROM saving_steps s JOIN loans o ON o.id = s.loan_id WHERE o.member_id = ? AND s.photo = ?', memberId, file) !==
  undefined;

/** A member’s own page, and what anybody may see where the library shows it. */
export function myRoutes(): Route[] {
  return [
    acts(myApi.enter, async ({ db, visit }, { body }) =>
      Promise.resolve(new SecretAnswer({ entered: true }, enterWith(db, body.code, visit))),
    ),
    acts(myApi.signOut, async ({ db, by }) => {
      if (by.signInId !== null) signMemberOut(db, by.signInId);
      return Promise.resolve(new SecretAnswer({ out: true }, null));
    }),
    serves(myApi.page, ({ db, today, by }) => myPage(db, idOf(by), today)),
    serves(myApi.find, ({ db, today, by }, { query }) => findSeed(db, query, gardenOfMember(db, idOf(by))?.id ?? null, today)),
    makes(myApi.sow, 'sow', (change, { params, body }) => sowMine(change, params.id, body)),
    makes(myApi.count, 'count sowing', (change, { params, body }) => countMine(change, params.id, body)),
    makes(myApi.fate, 'fate', (change, { params, body }) => endMine(change, params.id, body)),
    makes(myApi.saving, 'grow for seed', (change, { params, body }) => saySaving(change, params.id, body)),
    makes(myApi.savingPhoto, 'grow for seed', (change, { params, body }) => photoOfSaving(change, params.id, body)),
    gives(myApi.photo, ({ db, by }, { params }) => {
      if (!hasPhoto(db, idOf(by), params.file)) throw notFound('That photo');
      return new FileAnswer(readPhoto(db, params.file), { keepSeconds: 31_536_000 });
    }),
    makes(myApi.ask, 'ask', (change, { body }) => writeAsk(change, meOf(change), body)),
    makes(myApi.grow, 'renewal', (change, { params, body }) => answerMine(change, params.id, body)),
    makes(myApi.unask, 'ask', (change, { params }) => withdraw(change, params.id, meOf(change))),
    makes(myApi.takeBack, 'undo', (change, { params }) => takeBackMine(change, params.id)),
    makes(myApi.facts, 'change the member', (change, { body }) => {
      const me = meOf(change);
      const now = myFacts(change.db, me);
      const agrees = body.consentFor ?? [];
      const asBefore = [...agrees].sort().join() === [...now.consentFor].sort().join();
      if (agrees.length > 0 && !body.email && !body.phone && !body.post && !body.contact) {
        throw wrong('consentFor', 'say first how you can be reached');
      }
      const consentOn = asBefore ? (now.consentOn ?? change.today) : change.today;
      change.update('members', me, reachColumns(body, consentOn), body.version);
      change.touch('member', me);
      change.describe(`${memberName(change.db, me)} changed how to be reached`);
      return { version: myFacts(change.db, me).version };
    }),
    serves(myApi.kept, ({ db, today, by }) => keptAbout(db, idOf(by), today)),
    gives(
      myApi.file,
      ({ db, today, by }) => new FileAnswer(JSON.stringify(keptAbout(db, idOf(by), today), null, 2), { saveAs: 'my-facts.json' }),
    ),
    serves(publicApi.find, ({ db, today }, { query }) => {
      if (readSettings(db).publicPage !== true) throw blocked('This library does not show its seed to everybody. Ask at the desk.');
      return { library: myLibrary(db), ...findSeed(db, query, null, today) };
    }),
  ];
}
