import type * as yup from 'yup';
import { packetsToBring, plural, swapPacket, type swapPackedForm, type swapPackingForm, wrong } from '@esprel/core';
import type { SwapPacking, SwapPackingIdea, SwapPackingRow } from '@esprel/core/api';
import { all, type Db, one } from '../db/db.ts';
import type { Change } from '../journal/change.ts';
import { fillPackets, packetsOf } from '../lots/packets.ts';
import { whyNotLent } from '../members/lend.ts';
import { blocked, notFound } from '../problem.ts';
import { libraryCrop } from '../records/crop.ts';
import { lotByCode, lotRow, type LotRow } from '../records/lot.ts';
import { placePath, placesById } from '../records/place.ts';
import { SeasonReader } from '../season/windows.ts';
import { dayRow } from './day.ts';

/** What is brought along to a swap day, and home again. */

const PLACE = '(SELECT p.place_id FROM storage_periods p WHERE p.lot_id = l.id ORDER BY p.from_day DESC, p.id DESC LIMIT 1)';

/** Reads where a lot stands, in words. */
function placeWords(db: Db): (placeId: number | null) => string | null {
  const places = placesById(db);
  return (id) => (id !== null && places.has(id) ? placePath(places, id) : null);
}

/** The list, in the order in which one goes along the shelves. */
export function packingRows(db: Db, swapId: number): SwapPackingRow[] {
  const where = placeWords(db);
  return all<Omit<SwapPackingRow, 'place'> & { placeId: number | null }>(
    db,
    `SELECT k.id, l.code AS lotCode, v.name AS variety, c.name AS crop, ${PLACE} AS placeId, k.packets, k.seeds_each AS seedsEach,
       k.packed_on AS packedOn, k.back_on AS backOn, k.version,
       (SELECT coalesce(sum(o.packets), 0) FROM swap_lines o JOIN swap_desks d ON d.id = o.desk_id
        WHERE d.swap_id = k.swap_id AND o.way = 'out' AND o.lot_id = k.lot_id AND o.seeds = o.packets * k.seeds_each) AS gone
     FROM swap_packing k JOIN lots l ON l.id = k.lot_id JOIN varieties v ON v.id = l.variety_id JOIN crops c ON c.key = v.crop_key
     WHERE k.swap_id = ? ORDER BY c.name, v.folded, k.id`,
    swapId,
  )
    .map(({ placeId, ...row }): SwapPackingRow => ({ ...row, place: where(placeId) }))
    .sort((a, b) => (a.place ?? '~').localeCompare(b.place ?? '~'));
}

/** So many lots are looked at for what can be sown soon, and so many are shown. */
const LOOKED_AT = 150;
const SHOWN = 60;

interface Candidate {
  readonly id: number;
  readonly lotCode: string;
  readonly variety: string;
  readonly crop: string;
  readonly cropKey: string;
  readonly placeId: number | null;
  readonly free: number;
  readonly waiting: number;
  readonly alive: number;
}

/**
 * Lots that are worth bringing: alive enough to be lent, with seed to spare, of each variety the one that will not keep longest; what somebody waits for first, then
 * what can be sown soonest.
 */
function ideas(db: Db, swapId: number, today: string): SwapPackingIdea[] {
  const rows = all<Candidate>(
    db,
    `WITH w AS (SELECT variety_id, count(*) AS n FROM asks WHERE closed_on IS NULL AND kind = 'wait' GROUP BY variety_id),
       laid AS (SELECT lot_id, sum(seeds) AS n FROM asks WHERE closed_on IS NULL AND lot_id IS NOT NULL GROUP BY lot_id),
       fit AS (SELECT l.*, l.balance - l.floor - coalesce(laid.n, 0) AS free, e.median, w.n AS waiting,
           row_number() OVER (PARTITION BY l.variety_id ORDER BY coalesce(e.below_forty_on, '9999'), l.id) AS nth
         FROM lots l JOIN lot_estimates e ON e.lot_id = l.id LEFT JOIN w ON w.variety_id = l.variety_id LEFT JOIN laid ON laid.lot_id = l.id
         WHERE e.verdict = 'lend' AND l.state <> 'quarantine' AND l.missing_since IS NULL AND l.identity NOT IN ('doubtful', 'unknown')
           AND l.balance - l.floor - coalesce(laid.n, 0) >= 20)
     SELECT l.id, l.code AS lotCode, v.name AS variety, c.name AS crop, v.crop_key AS cropKey, ${PLACE} AS placeId, l.free,
       coalesce(l.waiting, 0) AS waiting, l.median AS alive
     FROM fit l JOIN varieties v ON v.id = l.variety_id JOIN crops c ON c.key = v.crop_key
     WHERE l.nth = 1 AND NOT EXISTS (SELECT 1 FROM swap_packing k WHERE k.swap_id = ? AND k.lot_id = l.id)
     ORDER BY coalesce(l.waiting, 0) DESC, l.free DESC, l.id LIMIT ?`,
    swapId,
    LOOKED_AT,
  );
  const season = new SeasonReader(db);
  const where = placeWords(db);
  return rows
    .flatMap((r): SwapPackingIdea[] => {
      if (whyNotLent(db, lotRow(db, r.id) as LotRow) !== null) return [];
      const filled = packetsOf(db, r.id);
      const seedsEach = filled[0]?.seedsEach ?? swapPacket(libraryCrop(db, r.cropKey).seedsPerGram);
      const packets = packetsToBring(r.free, seedsEach, r.waiting);
      if (packets === 0) return [];
      const { lotCode, variety, crop, free, waiting, alive } = r;
      const ready = filled.filter((f) => f.seedsEach === seedsEach).reduce((n, f) => n + f.packetsLeft, 0);
      const sowFrom = season.nextWindow(lotCode, null, today)?.from ?? null;
      return [{ lotCode, variety, crop, place: where(r.placeId), packets, seedsEach, ready, free, waiting, alive, sowFrom }];
    })
    .sort((a, b) => b.waiting - a.waiting || (a.sowFrom ?? '9999').localeCompare(b.sowFrom ?? '9999') || b.free - a.free)
    .slice(0, SHOWN);
}

export function packing(db: Db, swapId: number, today: string): SwapPacking {
  const day = dayRow(db, swapId);
  return { rows: packingRows(db, swapId), ideas: day.finished_on === null ? ideas(db, swapId, today) : [] };
}

/** Packets of a size that stand on the list of another day still. */
const promised = (db: Db, swapId: number, lotId: number, seedsEach: number): number =>
  one<{ n: number | null }>(
    db,
    `SELECT sum(k.packets) AS n FROM swap_packing k JOIN swap_days d ON d.id = k.swap_id
     WHERE d.finished_on IS NULL AND k.swap_id <> ? AND k.lot_id = ? AND k.seeds_each = ?`,
    swapId,
    lotId,
    seedsEach,
  )?.n ?? 0;

/**
 * Puts packets on the list of what is brought along, and fills those that are not there yet, in one run. Said by two at once, the number of the last counts. All of
 * it, or what is wrong by its row.
 */
export function pack(change: Change, swapId: number, body: yup.InferType<typeof swapPackingForm>): { readonly rows: number } {
  const { db, today } = change;
  const day = dayRow(db, swapId);
  if (day.finished_on !== null) throw blocked(`${day.name} was finished on ${day.finished_on}.`);
  const rows = body.rows ?? [];
  if (rows.length === 0) throw wrong('rows', 'choose what to bring');
  let filled = 0;
  rows.forEach((r, i) => {
    const path = `rows[${String(i)}]`;
    const lot = lotByCode(db, r.lotCode, `${path}.lotCode`);
    const not = whyNotLent(db, lot);
    if (not !== null) throw wrong(`${path}.lotCode`, not);
    const there = one<{ id: number; version: number }>(
      db,
      'SELECT id, version FROM swap_packing WHERE swap_id = ? AND lot_id = ? AND seeds_each = ?',
      swapId,
      lot.id,
      r.seedsEach,
    );
    const ready =
      packetsOf(db, lot.id)
        .filter((f) => f.seedsEach === r.seedsEach)
        .reduce((n, f) => n + f.packetsLeft, 0) - promised(db, swapId, lot.id, r.seedsEach);
    const missing = r.packets - Math.max(0, ready);
    if (missing > 0) {
      fillPackets(change, lot, { seedsEach: r.seedsEach, packets: missing, filledOn: today }, `${path}.`);
      filled += missing;
    }
    if (there) change.update('swap_packing', there.id, { packets: r.packets, packed_on: null, back_on: null }, there.version);
    else change.insert('swap_packing', { swap_id: swapId, lot_id: lot.id, packets: r.packets, seeds_each: r.seedsEach });
    change.touch('lot', lot.id);
  });
  change.touch('swap', swapId);
  const n = rows.reduce((sum, r) => sum + r.packets, 0);
  change.describe(
    `To bring to ${day.name}: ${plural(n, 'packet')} of ${plural(rows.length, 'lot')}${filled === 0 ? '' : `; ${String(filled)} of them filled`}`,
  );
  return { rows: rows.length };
}

/** One row into the box, home again, or off the list. */
export function setPacked(change: Change, id: number, body: yup.InferType<typeof swapPackedForm>): { readonly id: number } {
  const { db, today } = change;
  const row = one<{ swap_id: number; lot_id: number; packets: number; packed_on: string | null }>(
    db,
    'SELECT swap_id, lot_id, packets, packed_on FROM swap_packing WHERE id = ?',
    id,
  );
  if (!row) throw notFound('That line of the list');
  const lot = lotRow(db, row.lot_id) as LotRow;
  const { name } = dayRow(db, row.swap_id);
  change.touch('swap', row.swap_id);
  if (body.what === 'left-out') {
    change.remove('swap_packing', id, body.version);
    change.describe(`${lot.code} is not brought to ${name} after all; its packets stay filled`);
    return { id };
  }
  const columns = {
    packed: { packed_on: today, back_on: null },
    'not-packed': { packed_on: null, back_on: null },
    back: { back_on: today },
  }[body.what];
  change.update('swap_packing', id, columns, body.version);
  const said = { packed: 'in the box for', 'not-packed': 'out of the box for', back: 'put back after' }[body.what];
  change.describe(`${lot.code} is ${said} ${name}`);
  return { id };
}
