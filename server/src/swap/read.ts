import { type CodeBlock, codesLeft } from '@esprel/core';
import type { SwapDay, SwapDesk, SwapNumbers } from '@esprel/core/api';
import { all, type Db, one } from '../db/db.ts';
import { blocksOf, dayRow, type SwapDayRow, type SwapDeskRow, usedNumbers } from './day.ts';

const NUMBERS = `
  WITH d AS (SELECT id FROM swap_desks WHERE swap_id = ?),
    came AS (SELECT l.packets, l.said, l.lot_id FROM swap_lines l JOIN d ON d.id = l.desk_id WHERE l.way = 'in')
  SELECT
    (SELECT count(DISTINCT coalesce('m' || v.member_id, v.visit_key)) FROM swap_visits v JOIN d ON d.id = v.desk_id) AS visitors,
    (SELECT coalesce(sum(packets), 0) FROM came) AS packetsIn,
    (SELECT coalesce(sum(l.packets), 0) FROM swap_lines l JOIN d ON d.id = l.desk_id WHERE l.way = 'out') AS packetsOut,
    (SELECT count(DISTINCT t.variety_id) FROM came JOIN lots t ON t.id = came.lot_id WHERE t.identity <> 'unknown'
       AND NOT EXISTS (SELECT 1 FROM lots o WHERE o.variety_id = t.variety_id AND o.id NOT IN (SELECT lot_id FROM came WHERE lot_id IS NOT NULL))) AS newVarieties,
    (SELECT count(*) FROM came WHERE trim(coalesce(said ->> 'name', '')) = '') AS withoutName`;

function deskOf(db: Db, row: SwapDeskRow): SwapDesk {
  const blocks: CodeBlock[] = blocksOf(db, row.id);
  return {
    id: row.id,
    number: row.number,
    name: row.name,
    blocks,
    codesLeft: codesLeft(blocks, usedNumbers(db, row.id)),
    lastN: one<{ n: number | null }>(db, 'SELECT max(n) AS n FROM swap_lines WHERE desk_id = ?', row.id)?.n ?? 0,
    withdrawnOn: row.withdrawn_on,
    version: row.version,
  };
}

function shown(db: Db, row: SwapDayRow): SwapDay {
  return {
    id: row.id,
    name: row.name,
    heldOn: row.held_on,
    hall: row.hall,
    rule: row.rule,
    ruleWords: row.rule_words,
    finishedOn: row.finished_on,
    desks: all<SwapDeskRow>(db, 'SELECT * FROM swap_desks WHERE swap_id = ? ORDER BY number', row.id).map((d) => deskOf(db, d)),
    numbers: one<SwapNumbers>(db, NUMBERS, row.id) as SwapNumbers,
    toPutRight:
      one<{ n: number }>(
        db,
        `SELECT count(*) AS n FROM swap_misfits m JOIN swap_desks d ON d.id = m.desk_id
         WHERE d.swap_id = ? AND m.settled_on IS NULL`,
        row.id,
      )?.n ?? 0,
    version: row.version,
  };
}

export const swapDay = (db: Db, id: number): SwapDay => shown(db, dayRow(db, id));

/** All days, the latest first. */
export const swapDays = (db: Db): SwapDay[] =>
  all<SwapDayRow>(db, 'SELECT * FROM swap_days ORDER BY held_on DESC, id DESC').map((row) => shown(db, row));
