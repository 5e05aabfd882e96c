import type { MyAsk, MyFacts, MyLibrary, MyPage, MyPromise } from '@esprel/core/api';
import { addDays } from '@esprel/core';
import { all, type Db, one } from '../db/db.ts';
import { waitsUntil } from '../members/asks.ts';
import { broughtSeed } from '../members/brought.ts';
import { memberRecord } from '../members/memberSheet.ts';
import { type AskRow, beforeAsk } from '../records/ask.ts';
import { readSettings } from '../records/settings.ts';
import { SeasonReader } from '../season/windows.ts';
import { myGrow } from './grow.ts';
import { loansOf, myPackets, sowingsByLoan } from './packets.ts';
import { mySaving } from './saving.ts';

/** An answer of the desk is shown for so long. */
const ANSWER_SHOWN_DAYS = 30;

export function myLibrary(db: Db): MyLibrary {
  const s = readSettings(db);
  return {
    name: s.libraryName,
    openDays: s.openDays ?? [],
    fairShare: s.fairShare ?? null,
    said: { dateOrder: s.dateOrder, temperatureUnit: s.temperatureUnit, lengthUnit: s.lengthUnit, massUnit: s.massUnit },
  };
}

/** The garden of a member that was written down first; null where none was. */
export const gardenOfMember = (db: Db, memberId: number): { readonly id: number; readonly name: string } | null =>
  one<{ id: number; name: string }>(db, 'SELECT id, name FROM gardens WHERE member_id = ? ORDER BY id LIMIT 1', memberId) ?? null;

export function myFacts(db: Db, memberId: number): MyFacts {
  const { note: _note, leftOn: _left, ...facts } = memberRecord(db, memberId);
  return facts;
}

function myAsks(db: Db, memberId: number, today: string): MyAsk[] {
  return all<AskRow & { variety: string; crop: string }>(
    db,
    `SELECT a.*, v.name AS variety, c.name AS crop FROM asks a JOIN varieties v ON v.id = a.variety_id JOIN crops c ON c.key = v.crop_key
     WHERE a.member_id = ? AND (a.closed_on IS NULL OR (a.closed_as IN ('declined', 'put-back') AND a.closed_on >= ?)) ORDER BY a.id DESC`,
    memberId,
    addDays(today, -ANSWER_SHOWN_DAYS),
  ).map((a) => ({
    id: a.id,
    kind: a.kind,
    varietyId: a.variety_id,
    variety: a.variety,
    crop: a.crop,
    askedOn: a.asked_on,
    laidOn: a.laid_on,
    waitsUntil: a.laid_on === null ? null : waitsUntil(db, a.laid_on),
    before: a.closed_on === null ? beforeAsk(db, a) : 0,
    answer: a.closed_why,
  }));
}

/** All that a member's page shows, for the garden and the day. */
export function myPage(db: Db, memberId: number, today: string): MyPage {
  const reader = new SeasonReader(db);
  const garden = gardenOfMember(db, memberId);
  const loans = loansOf(db, memberId);
  const sowings = sowingsByLoan(db, memberId);
  return {
    today,
    library: myLibrary(db),
    me: myFacts(db, memberId),
    garden: garden?.name ?? null,
    packets: myPackets(reader, memberId, loans, sowings, garden, today),
    saving: mySaving(reader, memberId, loans, sowings, garden, today),
    asks: myAsks(db, memberId, today),
    grow: myGrow(db, memberId, today),
    promises: loans.flatMap((l): MyPromise[] =>
      l.settledOn !== null || l.promise === 'nothing' || l.dueOn === null
        ? []
        : [{ loanId: l.id, variety: l.variety, promise: l.promise, promisedSeeds: l.promisedSeeds, dueOn: l.dueOn }],
    ),
    returns: broughtSeed(db, memberId),
  };
}
