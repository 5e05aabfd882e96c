import {
  addDays,
  type Matter,
  MESSAGE_FACTS,
  type MessageAbout,
  messageFor,
  type MessageKind,
  type MessagePurpose,
  type MessageWay,
  openWords,
  plural,
  ASKED_BEFORE_DAYS,
} from '@esprel/core';
import type { ProposedMessage } from '@esprel/core/api';
import { all, type Db, one } from '../db/db.ts';
import { groupBy } from '../db/groupBy.ts';
import { waitsUntil } from '../members/asks.ts';
import { readSettings } from '../records/settings.ts';

/** What each kind of message is about. */
export const ABOUT: Readonly<Record<MessageKind, 'loan' | 'ask' | 'errand' | 'variety' | 'swap'>> = {
  'promise-due': 'loan',
  overdue: 'loan',
  'packet-ready': 'ask',
  'name-corrected': 'errand',
  'who-can-grow': 'variety',
  'swap-thanks': 'swap',
};
/** A promise that is over its day is asked about again after so long. */
const ASK_AGAIN_DAYS = 60;

interface Found extends Matter {
  readonly id: number;
  readonly memberId: number;
}

interface Reached {
  readonly id: number;
  readonly name: string;
  readonly called: string | null;
  readonly email: string | null;
  readonly post: string | null;
  readonly consentFor: string;
  readonly lastTold: string | null;
}

const NOT_TOLD = `NOT EXISTS (SELECT 1 FROM message_matters x JOIN messages y ON y.id = x.message_id
  WHERE x.about = ? AND x.about_id = %id AND y.kind = ? AND y.told_on >= ?)`;
const notTold = (id: string): string => NOT_TOLD.replace('%id', id);

function promises(db: Db, kind: 'promise-due' | 'overdue', today: string): Found[] {
  const [from, to] = kind === 'overdue' ? ['0000-01-01', addDays(today, -1)] : [today, addDays(today, ASKED_BEFORE_DAYS)];
  return all<Found>(
    db,
    `SELECT o.id, o.member_id AS memberId, v.name AS variety, c.name AS crop, o.promised_seeds AS promisedSeeds, o.due_on AS day, NULL AS words
     FROM loans o JOIN lots l ON l.id = o.lot_id JOIN varieties v ON v.id = l.variety_id JOIN crops c ON c.key = v.crop_key
     JOIN members m ON m.id = o.member_id
     WHERE m.left_on IS NULL AND o.settled_on IS NULL AND o.due_on BETWEEN ? AND ? AND ${notTold('o.id')} ORDER BY o.due_on, o.id`,
    from,
    to,
    'loan',
    kind,
    kind === 'overdue' ? addDays(today, -ASK_AGAIN_DAYS) : '0000-01-01',
  );
}

function packets(db: Db): Found[] {
  return all<Found & { laidOn: string }>(
    db,
    `SELECT a.id, a.member_id AS memberId, v.name AS variety, c.name AS crop, NULL AS promisedSeeds, a.laid_on AS laidOn, NULL AS words
     FROM asks a JOIN varieties v ON v.id = a.variety_id JOIN crops c ON c.key = v.crop_key
     WHERE a.closed_on IS NULL AND a.lot_id IS NOT NULL AND ${notTold('a.id')} ORDER BY a.id`,
    'ask',
    'packet-ready',
    '0000-01-01',
  ).map(({ laidOn, ...ask }) => ({ ...ask, day: waitsUntil(db, laidOn) }));
}

function corrections(db: Db): Found[] {
  return all<Found>(
    db,
    `SELECT e.id, e.member_id AS memberId, v.name AS variety, c.name AS crop, NULL AS promisedSeeds, NULL AS day, e.words
     FROM errands e JOIN lots l ON l.id = e.lot_id JOIN varieties v ON v.id = l.variety_id JOIN crops c ON c.key = v.crop_key
     JOIN members m ON m.id = e.member_id
     WHERE e.done_on IS NULL AND e.member_id IS NOT NULL AND m.left_on IS NULL AND ${notTold('e.id')} ORDER BY e.id`,
    'errand',
    'name-corrected',
    '0000-01-01',
  );
}

function reached(db: Db, ids: readonly number[]): Map<number, Reached> {
  const rows = all<Reached>(
    db,
    `SELECT m.id, m.name, m.called, m.email, m.post, m.consent_for AS consentFor,
       (SELECT max(told_on) FROM messages WHERE member_id = m.id) AS lastTold
     FROM members m WHERE m.left_on IS NULL AND m.id IN (SELECT value FROM json_each(?))`,
    JSON.stringify(ids),
  );
  return new Map(rows.map((r) => [r.id, r]));
}

export const agreedTo = (consentFor: string, kind: MessageKind): boolean =>
  (JSON.parse(consentFor) as MessagePurpose[]).includes(MESSAGE_FACTS[kind].purpose);

/** How a member can be told of something of a kind: in person always, else by what they agreed to. */
export function waysOf(member: Pick<Reached, 'email' | 'post' | 'consentFor'>, kind: MessageKind): MessageWay[] {
  const agreed = agreedTo(member.consentFor, kind);
  return [
    ...(agreed && member.email !== null ? (['email'] as const) : []),
    ...(agreed && member.post !== null ? (['letter'] as const) : []),
    'in-person',
  ];
}

/** Where members' pages are; null where they have no address from outside. */
export const pageAddress = (db: Db): string | null => {
  const { publicAddress } = readSettings(db);
  return publicAddress == null ? null : `${publicAddress}/my/`;
};

function inWords(db: Db, kind: MessageKind, found: readonly Found[], today: string): ProposedMessage[] {
  const settings = readSettings(db);
  const members = reached(db, [...new Set(found.map((f) => f.memberId))]);
  return [...groupBy(found, (f) => f.memberId)].flatMap(([memberId, matters]): ProposedMessage[] => {
    const member = members.get(memberId);
    const [first, ...more] = matters;
    if (!member || !first) return [];
    const about: MessageAbout = {
      called: member.called ?? member.name.split(' ')[0] ?? member.name,
      libraryName: settings.libraryName,
      openOn: openWords(settings.openDays ?? []),
      dateOrder: settings.dateOrder,
      today,
      page: pageAddress(db),
    };
    return [
      {
        memberId,
        member: member.name,
        kind,
        aboutIds: matters.map((m) => m.id),
        ...messageFor(kind, [first, ...more], about),
        ways: waysOf(member, kind),
        agreed: agreedTo(member.consentFor, kind),
        lastTold: member.lastTold,
      },
    ];
  });
}

/** Growers who were asked from the plan of renewals and have not answered: what, where and when. */
function toGrow(db: Db): Found[] {
  return all<Found & { garden: string; season: number; plants: number | null; covered: 0 | 1 }>(
    db,
    `SELECT v.id, g.member_id AS memberId, v.name AS variety, c.name AS crop, NULL AS promisedSeeds, NULL AS day, NULL AS words, g.name AS garden,
       r.season, r.plants, r.covered
     FROM renewal_rows r JOIN varieties v ON v.id = r.variety_id JOIN crops c ON c.key = v.crop_key JOIN gardens g ON g.id = r.garden_id
     JOIN members m ON m.id = g.member_id
     WHERE m.left_on IS NULL AND r.asked_on IS NOT NULL AND r.answer IS NULL
       AND NOT EXISTS (SELECT 1 FROM message_matters x JOIN messages y ON y.id = x.message_id
         WHERE x.about = 'variety' AND x.about_id = v.id AND y.member_id = g.member_id AND y.told_on >= r.asked_on)
     ORDER BY r.season, r.id`,
  ).map(({ garden, season, plants, covered, ...found }) => ({
    ...found,
    words: `${plants === null ? 'some plants' : plural(plants, 'plant')} at ${garden} in ${String(season)}${covered === 1 ? ', kept apart; we say how' : ''}`,
  }));
}

/** Members who came to a swap day that is over: what they brought and took along. */
function toThank(db: Db): Found[] {
  return all<Found & { brought: number; took: number }>(
    db,
    `SELECT d.id, v.member_id AS memberId, d.name AS variety, '' AS crop, NULL AS promisedSeeds, d.held_on AS day, NULL AS words,
       coalesce(sum(CASE WHEN l.way = 'in' THEN l.packets END), 0) AS brought, coalesce(sum(CASE WHEN l.way = 'out' THEN l.packets END), 0) AS took
     FROM swap_days d JOIN swap_desks k ON k.swap_id = d.id JOIN swap_visits v ON v.desk_id = k.id JOIN members m ON m.id = v.member_id
     LEFT JOIN swap_lines l ON l.visit_id = v.id
     WHERE d.finished_on IS NOT NULL AND m.left_on IS NULL
       AND NOT EXISTS (SELECT 1 FROM message_matters x JOIN messages y ON y.id = x.message_id
         WHERE x.about = 'swap' AND x.about_id = d.id AND y.member_id = v.member_id)
     GROUP BY d.id, v.member_id ORDER BY d.id, v.member_id`,
  ).map(({ brought, took, ...found }) => {
    const did = [
      ...(brought === 0 ? [] : [`you brought ${plural(brought, 'packet')}`]),
      ...(took === 0 ? [] : [`you took ${plural(took, 'packet')} along`]),
    ];
    return { ...found, words: did.length === 0 ? null : did.join(' and ') };
  });
}

/** What members should be told today, one message for all matters of a kind, who is ready to fetch something first. */
export function proposedMessages(db: Db, today: string): ProposedMessage[] {
  return [
    ...inWords(db, 'packet-ready', packets(db), today),
    ...inWords(db, 'name-corrected', corrections(db), today),
    ...inWords(db, 'overdue', promises(db, 'overdue', today), today),
    ...inWords(db, 'promise-due', promises(db, 'promise-due', today), today),
    ...inWords(db, 'who-can-grow', toGrow(db), today),
    ...inWords(db, 'swap-thanks', toThank(db), today),
  ];
}

/** Asks all who agreed to be asked whether they could grow a variety. */
export function askGrowers(db: Db, varietyId: number, today: string): ProposedMessage[] {
  const variety = one<{ name: string; crop: string }>(
    db,
    'SELECT v.name, c.name AS crop FROM varieties v JOIN crops c ON c.key = v.crop_key WHERE v.id = ?',
    varietyId,
  );
  if (!variety) return [];
  const found = all<{ memberId: number }>(
    db,
    `SELECT m.id AS memberId FROM members m WHERE m.left_on IS NULL AND EXISTS (SELECT 1 FROM json_each(m.consent_for) WHERE value = 'growing')
       AND NOT EXISTS (SELECT 1 FROM message_matters x JOIN messages y ON y.id = x.message_id
         WHERE x.about = 'variety' AND x.about_id = ? AND y.member_id = m.id AND y.told_on >= ?) ORDER BY m.folded, m.id`,
    varietyId,
    addDays(today, -ASK_AGAIN_DAYS),
  ).map((m): Found => ({
    id: varietyId,
    memberId: m.memberId,
    variety: variety.name,
    crop: variety.crop,
    promisedSeeds: null,
    day: null,
    words: null,
  }));
  return inWords(db, 'who-can-grow', found, today);
}
