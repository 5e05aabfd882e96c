import { codesLeft, lendable, restrictionsOf, shortCautions } from '@esprel/core';
import type { SwapCopy, SwapCopyLot, SwapCopyPage, SwapWanted } from '@esprel/core/api';
import { all, type Db } from '../db/db.ts';
import { blocked } from '../problem.ts';
import { libraryCrop } from '../records/crop.ts';
import { restrictions } from '../records/restriction.ts';
import { blocksOf, dayRow, heardDesk, usedNumbers } from './day.ts';

/** Lots of one page of a copy. */
const A_PAGE = 500;

/** A desk that may hold a copy. */
function openDesk(db: Db, deskId: number) {
  const desk = heardDesk(db, deskId);
  const day = dayRow(db, desk.swap_id);
  if (day.finished_on !== null) throw blocked(`${day.name} was finished on ${day.finished_on}.`);
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
  return {
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
  readonly perCell: number | null;
}

/** A page of a desk's lots: those with seed, after the one named. Read in pages, so that nobody waits meanwhile. */
export function deskLots(db: Db, deskId: number, after: number | null): SwapCopyPage {
  openDesk(db, deskId);
  const rows = all<Row>(
    db,
    `SELECT l.id, l.code, v.name AS variety, v.id AS varietyId, v.crop_key AS cropKey, l.form, l.year, l.balance, l.floor, l.state, l.missing_since AS missing,
       l.identity, json_extract(e.estimate, '$.perCell') AS perCell,
       (SELECT coalesce(sum(a.seeds), 0) FROM asks a WHERE a.lot_id = l.id AND a.closed_on IS NULL) AS laid
     FROM lots l JOIN varieties v ON v.id = l.variety_id LEFT JOIN lot_estimates e ON e.lot_id = l.id
     WHERE l.id > ? AND l.balance > 0 ORDER BY l.id LIMIT ?`,
    after ?? 0,
    A_PAGE,
  );
  const [first, last] = [rows[0]?.id ?? 0, rows.at(-1)?.id ?? 0];
  const packets = new Map<number, SwapCopyLot['packets'][number][]>();
  for (const { lotId, ...fill } of all<SwapCopyLot['packets'][number] & { lotId: number }>(
    db,
    `SELECT lot_id AS lotId, id, seeds_each AS seedsEach, packets_left AS left FROM packet_fills
     WHERE packets_left > 0 AND lot_id BETWEEN ? AND ? ORDER BY id`,
    first,
    last,
  ))
    packets.set(lotId, [...(packets.get(lotId) ?? []), fill]);
  const synonyms = new Map<number, string[]>();
  for (const s of all<{ varietyId: number; name: string }>(
    db,
    `SELECT DISTINCT s.variety_id AS varietyId, s.name FROM variety_synonyms s JOIN lots l ON l.variety_id = s.variety_id WHERE l.id BETWEEN ? AND ?`,
    first,
    last,
  ))
    synonyms.set(s.varietyId, [...(synonyms.get(s.varietyId) ?? []), s.name]);
  const list = restrictions(db);
  const lots = rows.map((r): SwapCopyLot => {
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
  return { lots, after: rows.length === A_PAGE ? last : null };
}
