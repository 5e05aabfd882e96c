import { codesLeft, lendable, restrictionsOf, shortCautions, STEPS_VERSION } from '@esprel/core';
import type { SwapCopy, SwapCopyLot, SwapCopyPage, SwapNews, SwapWanted } from '@esprel/core/api';
import { all, type Db, one } from '../db/db.ts';
import { blocked } from '../problem.ts';
import { everyLibraryCrop, libraryCrop, ownCropNames } from '../records/crop.ts';
import { restrictions } from '../records/restriction.ts';
import { readSettings } from '../records/settings.ts';
import { blocksOf, dayRow, heardDesk, usedNumbers } from './day.ts';
import { swapDay } from './read.ts';
import { unknownInCopy } from './unknown.ts';

/** Lots of one page of a copy. */
const A_PAGE = 500;

/** A desk that may hold a copy. */
function openDesk(db: Db, deskId: number) {
  const desk = heardDesk(db, deskId);
  const day = dayRow(db, desk.swap_id);
  if (day.finished_on !== null) throw blocked(`${day.name} was finished on ${day.finished_on}.`, { desk: 'finished' });
  return { desk, day };
}

/**
 * What a desk needs to work without a network, but for its lots. Of members it holds who they are and what their card is known by, and nothing of how they are
 * reached.
 */
export function deskCopy(db: Db, deskId: number): SwapCopy {
  const { desk, day } = openDesk(db, deskId);
  const blocks = blocksOf(db, desk.id);
  const used = usedNumbers(db, desk.id);
  const cards = all<{ memberId: number; hash: string }>(
    db,
    'SELECT member_id AS memberId, secret_hash AS hash FROM member_cards ORDER BY id',
  );
  const ofMember = new Map<number, string[]>();
  for (const c of cards) ofMember.set(c.memberId, [...(ofMember.get(c.memberId) ?? []), c.hash]);
  const { libraryName, dateOrder, lengthUnit, temperatureUnit, hemisphere } = readSettings(db);
  return {
    takes: STEPS_VERSION,
    at: lastStep(db),
    settings: { libraryName, dateOrder, lengthUnit, temperatureUnit, hemisphere },
    crops: everyLibraryCrop(db).map(({ key, letters, name, scientific, seedsPerGram, storageBehaviour, cautions }) => ({
      key,
      letters,
      name,
      scientific,
      seedsPerGram,
      storageBehaviour,
      cautions,
    })),
    ownNames: ownCropNames(db).map(({ key, name }) => ({ key, name })),
    restricted: restrictions(db).map(({ id, cropKey, name, rule, why }) => ({ id, cropKey, name, rule, why })),
    unknown: unknownInCopy(db),
    swap: { id: day.id, name: day.name, heldOn: day.held_on, hall: day.hall, rule: day.rule, ruleWords: day.rule_words },
    desk: {
      id: desk.id,
      number: desk.number,
      name: desk.name,
      blocks,
      used: [...used].sort((a, b) => a - b),
      codesLeft: codesLeft(blocks, used),
    },
    members: all<{ id: number; name: string; garden: string | null }>(
      db,
      'SELECT id, name, place AS garden FROM members WHERE left_on IS NULL ORDER BY folded, id',
    ).map((m) => ({ ...m, cards: ofMember.get(m.id) ?? [] })),
    lots: all<{ n: number }>(db, 'SELECT count(*) AS n FROM lots WHERE balance > 0')[0]?.n ?? 0,
    wanted: wanted(db),
  };
}

/** What is wanted: varieties that somebody waits for, and those of which every lot would be lost. */
export function wanted(db: Db): SwapWanted[] {
  return all<SwapWanted>(
    db,
    `SELECT v.id AS varietyId, v.name AS variety, c.key AS cropKey, c.name AS crop,
       CASE WHEN w.n > 0 THEN 'waited-for' ELSE 'nearly-lost' END AS why, coalesce(w.n, 0) AS waiting
     FROM varieties v JOIN crops c ON c.key = v.crop_key
     LEFT JOIN (SELECT variety_id, count(*) AS n FROM asks WHERE closed_on IS NULL AND kind = 'wait' GROUP BY variety_id) w ON w.variety_id = v.id
     WHERE v.joined_into IS NULL AND (w.n > 0 OR (EXISTS (SELECT 1 FROM lots l WHERE l.variety_id = v.id AND l.balance > 0)
       AND NOT EXISTS (SELECT 1 FROM lots l LEFT JOIN lot_estimates e ON e.lot_id = l.id
         WHERE l.variety_id = v.id AND l.balance > 0 AND coalesce(e.verdict, 'lend') NOT IN ('renew', 'rescue', 'let-go'))))
     ORDER BY coalesce(w.n, 0) DESC, c.name, v.folded LIMIT 300`,
  );
}

interface Row {
  readonly id: number;
  readonly code: string;
  readonly variety: string;
  readonly varietyId: number;
  readonly cropKey: string;
  readonly form: SwapCopyLot['form'];
  readonly year: number | null;
  readonly balance: number;
  readonly floor: number;
  readonly laid: number;
  readonly state: string;
  readonly missing: string | null;
  readonly identity: string;
  readonly alive: number | null;
  readonly verdict: SwapCopyLot['verdict'];
  readonly perCell: number | null;
}

const lastStep = (db: Db): number => one<{ id: number | null }>(db, 'SELECT max(id) AS id FROM steps')?.id ?? 0;

const ROWS = `SELECT l.id, l.code, v.name AS variety, v.id AS varietyId, v.crop_key AS cropKey, l.form, l.year, l.balance, l.floor, l.state,
    l.missing_since AS missing, l.identity, e.median AS alive, e.verdict, json_extract(e.estimate, '$.perCell') AS perCell,
    (SELECT coalesce(sum(a.seeds), 0) FROM asks a WHERE a.lot_id = l.id AND a.closed_on IS NULL) AS laid
  FROM lots l JOIN varieties v ON v.id = l.variety_id LEFT JOIN lot_estimates e ON e.lot_id = l.id`;

/** A page of a desk's lots: those with seed, after the one named. Read in pages, so that nobody waits meanwhile. */
export function deskLots(db: Db, deskId: number, after: number | null): SwapCopyPage {
  openDesk(db, deskId);
  const rows = all<Row>(db, `${ROWS} WHERE l.id > ? AND l.balance > 0 ORDER BY l.id LIMIT ?`, after ?? 0, A_PAGE);
  return { lots: asKept(db, rows), after: rows.length === A_PAGE ? (rows.at(-1)?.id ?? null) : null };
}

/** More lots than this that changed elsewhere are read anew with all others. */
const MOST_NEWS = 400;

/** What happened to lots since a step of the library, and where the day stands. */
export function deskNews(db: Db, deskId: number, after: number | null): SwapNews {
  const { day } = openDesk(db, deskId);
  const { numbers, toPutRight } = swapDay(db, day.id);
  const at = lastStep(db);
  const changed = all<{ id: number }>(
    db,
    "SELECT DISTINCT subject_id AS id FROM step_subjects WHERE subject = 'lot' AND step_id > ? LIMIT ?",
    after ?? 0,
    MOST_NEWS + 1,
  );
  if (changed.length > MOST_NEWS) return { takes: STEPS_VERSION, at, again: true, lots: [], gone: [], numbers, toPutRight };
  const rows = all<Row>(
    db,
    `${ROWS} WHERE l.id IN (SELECT value FROM json_each(?)) ORDER BY l.id`,
    JSON.stringify(changed.map((c) => c.id)),
  );
  const [here, gone] = [rows.filter((r) => r.balance > 0), rows.filter((r) => r.balance <= 0)];
  return { takes: STEPS_VERSION, at, again: false, lots: asKept(db, here), gone: gone.map((r) => r.code), numbers, toPutRight };
}

/** Lots as a desk keeps them. */
function asKept(db: Db, rows: readonly Row[]): SwapCopyLot[] {
  const ids = JSON.stringify(rows.map((r) => r.id));
  const packets = new Map<number, SwapCopyLot['packets'][number][]>();
  for (const { lotId, ...fill } of all<SwapCopyLot['packets'][number] & { lotId: number }>(
    db,
    `SELECT lot_id AS lotId, id, seeds_each AS seedsEach, packets_left AS left FROM packet_fills
     WHERE packets_left > 0 AND lot_id IN (SELECT value FROM json_each(?)) ORDER BY id`,
    ids,
  ))
    packets.set(lotId, [...(packets.get(lotId) ?? []), fill]);
  const synonyms = new Map<number, string[]>();
  for (const s of all<{ varietyId: number; name: string }>(
    db,
    `SELECT variety_id AS varietyId, name FROM variety_synonyms
     WHERE variety_id IN (SELECT variety_id FROM lots WHERE id IN (SELECT value FROM json_each(?)))`,
    ids,
  ))
    synonyms.set(s.varietyId, [...(synonyms.get(s.varietyId) ?? []), s.name]);
  const list = restrictions(db);
  return rows.map((r): SwapCopyLot => {
    const crop = libraryCrop(db, r.cropKey);
    const names = synonyms.get(r.varietyId) ?? [];
    const banned = restrictionsOf(list, crop, [r.variety, ...names]).find((x) => x.rule === 'do-not-lend');
    return {
      code: r.code,
      variety: r.variety,
      names,
      cropKey: r.cropKey,
      form: r.form,
      year: r.year,
      free: lendable(Math.max(0, r.balance - r.laid), r.floor),
      packets: packets.get(r.id) ?? [],
      alive: r.alive,
      verdict: r.verdict,
      perCell: r.perCell,
      doubtful: r.identity === 'doubtful' || r.identity === 'unknown',
      cautions: shortCautions(crop.cautions, r.form),
      notLent:
        r.missing !== null
          ? `missing since ${r.missing}`
          : r.state === 'quarantine'
            ? 'waits in quarantine'
            : banned
              ? `not to be lent: ${banned.why}`
              : null,
    };
  });
}
