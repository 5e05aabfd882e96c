import { plural } from '@esprel/core';
import type { StocktakeData, StocktakeLot } from '@esprel/core/api';
import { all, type Db, one } from '../db/db.ts';
import type { Change } from '../journal/change.ts';
import { moveSeeds } from '../lots/intake.ts';
import { moveLot } from '../lots/putAway.ts';
import { blocked, notFound } from '../problem.ts';
import { lotRow, type LotRow } from '../records/lot.ts';
import { lotsNowIn, placePath, placesById, placesWithin } from '../records/place.ts';

interface Stocktake {
  readonly id: number;
  readonly placeId: number;
  readonly startedOn: string;
  readonly closedOn: string | null;
}

function stocktakeOf(db: Db, id: number): Stocktake {
  const row = one<Stocktake>(
    db,
    'SELECT id, place_id AS placeId, started_on AS startedOn, closed_on AS closedOn FROM stocktakes WHERE id = ?',
    id,
  );
  if (!row) throw notFound('That stocktake');
  return row;
}

/** Every lot that should be here or was scanned here, with what was seen of it. */
export function stateOf(db: Db, take: Stocktake): StocktakeLot[] {
  const places = placesById(db);
  const inside = new Set(placesWithin(places, take.placeId));
  const expected = new Map(lotsNowIn(db, [...inside]).map((l) => [l.lotId, l.placeId]));
  const rows = all<Omit<StocktakeLot, 'recordedIn' | 'belongs'> & { placeId: number | null }>(
    db,
    `SELECT l.id AS lotId, l.code, v.name AS variety, c.name AS crop, l.year, l.balance, l.amount_known AS amountKnown, l.missing_since AS missingSince,
       s.amount AS scan, s.counted, s.seen, s.version,
       (SELECT p.place_id FROM storage_periods p WHERE p.lot_id = l.id ORDER BY p.from_day DESC LIMIT 1) AS placeId
     FROM lots l JOIN varieties v ON v.id = l.variety_id JOIN crops c ON c.key = v.crop_key
     LEFT JOIN stocktake_scans s ON s.lot_id = l.id AND s.stocktake_id = ?
     WHERE s.id IS NOT NULL OR (l.balance > 0 AND l.id IN (SELECT value FROM json_each(?))) ORDER BY c.name, v.folded, l.code`,
    take.id,
    JSON.stringify([...expected.keys()]),
  );
  return rows.map(({ placeId, ...r }) => ({
    ...r,
    recordedIn: placeId === null ? null : placePath(places, placeId),
    belongs: expected.has(r.lotId),
  }));
}

export function sheet(db: Db, id: number): StocktakeData {
  const take = stocktakeOf(db, id);
  const lots = stateOf(db, take);
  return {
    stocktake: { ...take, place: placePath(placesById(db), take.placeId) },
    found: lots.filter((l) => l.scan !== null && l.belongs),
    missing: lots.filter((l) => l.scan === null),
    strangers: lots.filter((l) => l.scan !== null && !l.belongs),
    inDoubt: lots.filter((l) => l.scan === 'in-doubt' || (l.scan === 'counted' && l.counted !== (l.seen ?? l.balance))).map((l) => l.code),
  };
}

export function openTake(db: Db, id: number): Stocktake {
  const take = stocktakeOf(db, id);
  if (take.closedOn !== null) throw blocked(`This stocktake was closed on ${take.closedOn}; begin a new one`);
  return take;
}

/** Closes a stocktake: all that it found becomes the record, in one step. */
export function close(change: Change, take: Stocktake, body: { readonly markMissing: boolean; readonly moveHere: boolean }): string {
  const { db, today } = change;
  const said: string[] = [];
  const lots = stateOf(db, take);
  const note = (n: number, words: string): void => {
    if (n > 0) said.push(`${plural(n, 'lot')} ${words}`);
  };
  let moved = 0;
  let missing = 0;
  let corrected = 0;
  let doubted = 0;
  for (const l of lots) {
    const lot = lotRow(db, l.lotId) as LotRow;
    if (l.scan === null) {
      if (!body.markMissing || lot.missing_since !== null) continue;
      change.update('lots', lot.id, { missing_since: today });
      missing += 1;
    } else {
      if (lot.missing_since !== null) change.update('lots', lot.id, { missing_since: null });
      if (!l.belongs && body.moveHere) {
        moveLot(change, lot, take.placeId, today, { place: 'id', day: 'id' });
        moved += 1;
      }
      // What came or went since it was counted is no mistake: only the difference to what the record had then is put right.
      const off = l.scan === 'counted' && l.counted !== null ? l.counted - (l.seen ?? lot.balance) : 0;
      if (off !== 0) {
        moveSeeds(change, lot, 'correction', off, today, 'counted at stocktake', 'id');
        corrected += 1;
      }
      if (l.scan === 'counted' && lot.amount_known !== 'counted') change.update('lots', lot.id, { amount_known: 'counted' });
      if (l.scan === 'in-doubt' && lot.amount_known !== 'estimated') {
        change.update('lots', lot.id, { amount_known: 'estimated' });
        doubted += 1;
      }
    }
    change.touch('lot', lot.id);
  }
  note(missing, 'missing');
  note(moved, 'moved here');
  note(corrected, 'counted anew');
  note(doubted, 'of doubtful amount');
  change.update('stocktakes', take.id, { closed_on: today });
  return said.length === 0 ? 'all as recorded' : said.join(', ');
}

/** Writes down what was seen of an envelope. That it was scanned once more says nothing against what was counted before. */
export function writeScan(
  change: Change,
  take: Stocktake,
  lot: LotRow,
  body: { readonly amount: string; readonly counted?: number | null | undefined; readonly version?: number | undefined },
): void {
  const row = { amount: body.amount, counted: body.counted ?? null, seen: lot.balance };
  const now = one<{ id: number; amount: string }>(
    change.db,
    'SELECT id, amount FROM stocktake_scans WHERE stocktake_id = ? AND lot_id = ?',
    take.id,
    lot.id,
  );
  if (!now) change.insert('stocktake_scans', { stocktake_id: take.id, lot_id: lot.id, ...row });
  else if (body.version !== undefined || now.amount === 'not-looked') change.update('stocktake_scans', now.id, row, body.version);
  // Whoever knows of no look must not write over one: no row has the version 0, so both sides are shown.
  else if (body.amount !== 'not-looked') change.update('stocktake_scans', now.id, row, 0);
}
