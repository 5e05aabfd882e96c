import { bestToServe, plural, seasonYearOf, type ServingLot, type Verdict, whyServed } from '@esprel/core';
import type { AskServing } from '@esprel/core/api';
import { all, type Db, one } from '../db/db.ts';
import { freeFor } from '../estimates/free.ts';
import { lotRow } from '../records/lot.ts';
import { readSettings } from '../records/settings.ts';
import { nameInDoubt, whyNotLent } from './lend.ts';

/** Places in a bed or a tray that a packet is usually meant for, and seeds for each where nobody knows better. */
const USUAL_PLACES = 12;
const USUAL_PER_CELL = 2;

interface LotOfVariety {
  readonly id: number;
  readonly code: string;
  readonly year: number | null;
  readonly median: number | null;
  readonly verdict: Verdict | null;
  readonly beside: Verdict | null;
  readonly belowFortyOn: string | null;
  readonly perCell: number | null;
}

/** Seeds that are usually handed over: as much as of the variety the last time, else enough for a dozen places. */
export function usualSeeds(db: Db, varietyId: number, perCell: number | null, free: number): number {
  const last = one<{ seeds: number }>(
    db,
    'SELECT o.seeds FROM loans o JOIN lots l ON l.id = o.lot_id WHERE l.variety_id = ? ORDER BY o.lent_on DESC, o.id DESC LIMIT 1',
    varietyId,
  );
  return Math.min(free, last?.seeds ?? USUAL_PLACES * (perCell ?? USUAL_PER_CELL));
}

/** Lots of a variety from which an ask can be served, the best first; and why there is none. */
export function servingOf(
  db: Db,
  varietyId: number,
  renews: boolean,
): { readonly serving: AskServing[]; readonly noneBecause: string | null } {
  const rows = all<LotOfVariety>(
    db,
    `SELECT l.id, l.code, l.year, e.median, e.verdict, e.verdict_beside AS beside, e.below_forty_on AS belowFortyOn,
       json_extract(e.estimate, '$.perCell') AS perCell
     FROM lots l LEFT JOIN lot_estimates e ON e.lot_id = l.id WHERE l.variety_id = ? AND l.balance > 0 ORDER BY l.id`,
    varietyId,
  );
  const lots = new Map<string, LotOfVariety>();
  const considered = rows.map((row): ServingLot => {
    const lot = lotRow(db, row.id);
    lots.set(row.code, row);
    const free = lot ? freeFor(db, lot, renews ? 'renew' : 'garden') : 0;
    return {
      code: row.code,
      free,
      enough: free >= usualSeeds(db, varietyId, row.perCell, Infinity) / 2,
      median: row.median ?? 0,
      verdict: row.verdict ?? 'test-first',
      beside: row.beside,
      belowFortyOn: row.belowFortyOn,
      doubtful: lot !== undefined && nameInDoubt(lot),
      problem: lot ? whyNotLent(db, lot) : null,
    };
  });
  const best = bestToServe(considered, renews);
  const serving = best.map((lot) => {
    const row = lots.get(lot.code);
    return {
      code: lot.code,
      year: row?.year ?? null,
      free: lot.free,
      why: whyServed(lot),
      usualSeeds: usualSeeds(db, varietyId, row?.perCell ?? null, lot.free),
    };
  });
  return { serving, noneBecause: serving.length > 0 ? null : noneBecause(considered) };
}

function noneBecause(lots: readonly ServingLot[]): string {
  if (lots.length === 0) return 'Nothing of it is here.';
  const [problem] = lots.flatMap((l) => (l.problem === null ? [] : [l.problem]));
  if (problem !== undefined && lots.every((l) => l.problem !== null)) return `${problem}.`;
  if (lots.every((l) => l.free === 0 || l.problem !== null)) {
    return `What is here is the floor, or lies ready for others: ${plural(lots.length, 'lot')}.`;
  }
  return 'What is left is hardly alive: it goes to whoever renews it.';
}

/** Packets that a member had this season. */
export function hadThisSeason(db: Db, memberId: number, today: string): number {
  const { lastFrost } = readSettings(db);
  const year = seasonYearOf(today, lastFrost);
  return all<{ lentOn: string }>(db, 'SELECT lent_on AS lentOn FROM loans WHERE member_id = ?', memberId).filter(
    (l) => seasonYearOf(l.lentOn, lastFrost) === year,
  ).length;
}
