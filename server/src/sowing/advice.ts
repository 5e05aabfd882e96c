import { howToSow, seedsPerCell, SOWING_METHODS, TRAY_SPREAD, type ViabilityBelief } from '@esprel/core';
import { libraryCrop } from '../crops/crops.ts';
import { type Db, one } from '../db/db.ts';
import { queryNumber, queryOneOf, queryWhole } from '../http/query.ts';
import type { LotRow, StoredEstimate } from '../lots/estimates.ts';
import { loanRow } from '../members/members.ts';
import { takenByOthers } from '../season/planned.ts';
import { emergenceFor } from './learned.ts';

/** Seeds a member still holds of a loan: what was lent less what was sown of it, and what came back unsown. */
export function leftOfLoan(db: Db, loanId: number, lent: number): number {
  const sown = one<{ n: number | null }>(db, 'SELECT sum(seeds) AS n FROM sowings WHERE loan_id = ?', loanId)?.n ?? 0;
  const unsown = one<{ unsown: number }>(db, 'SELECT unsown FROM loans WHERE id = ?', loanId)?.unsown ?? 0;
  return lent - sown - unsown;
}

/** How alive a lot is believed to be today: with its doubt, or one share where nothing was estimated yet. */
export function beliefOf(db: Db, lotId: number, fresh: number): ViabilityBelief {
  const stored = one<{ estimate: string }>(db, 'SELECT estimate FROM lot_estimates WHERE lot_id = ?', lotId);
  const today = stored ? (JSON.parse(stored.estimate) as StoredEstimate).today : null;
  if (today === null) return { share: fresh };
  return today.alpha !== null && today.beta !== null ? { alpha: today.alpha, beta: today.beta } : { share: today.mean };
}

export const USUAL_CERTAINTY = 0.9;

/** Seeds per cell for a lot as it is today: the table behind "how many in a cell". */
export function sowingAdvice(db: Db, lot: LotRow, query: Readonly<Record<string, unknown>>): object {
  const plants = queryWhole(query, 'plants', 1, 10_000) ?? 10;
  const method = queryOneOf(query, 'method', SOWING_METHODS) ?? 'cells';
  const reserve = queryWhole(query, 'reserve', 0, 10_000_000) ?? 0;
  const certainty = queryNumber(query, 'certainty', 0.5, 0.99) ?? USUAL_CERTAINTY;
  const loanId = queryWhole(query, 'loan', 1, Number.MAX_SAFE_INTEGER);
  const planId = queryWhole(query, 'plan', 1, Number.MAX_SAFE_INTEGER);
  const benchId = queryWhole(query, 'bench', 1, Number.MAX_SAFE_INTEGER);
  const loan = loanId === null ? null : loanRow(db, loanId, 'loan');
  const there = loan ? leftOfLoan(db, loan.id, loan.seeds) : Math.max(0, lot.balance - takenByOthers(db, lot.id, planId));
  const available = Math.max(0, there - reserve);
  const crop = libraryCrop(db, lot.crop_key);
  const learned = emergenceFor(db, method, benchId);
  return {
    plants,
    method,
    available,
    there,
    reserve,
    emergence: learned.emergence,
    learned,
    certainty,
    clumpSeeds: crop.clumpSeeds,
    crop: { key: crop.key, transplant: crop.transplant, seedsPerGram: crop.seedsPerGram, clumpSeeds: crop.clumpSeeds },
    how: howToSow(crop, { pelleted: lot.form === 'pelleted' }),
    ...seedsPerCell({
      viability: beliefOf(db, lot.id, crop.freshGermination),
      emergence: learned.emergence,
      plants,
      certainty,
      available,
      maxPerCell: Math.max(5, crop.clumpSeeds),
      traySpread: loan ? TRAY_SPREAD.member : TRAY_SPREAD.library,
    }),
  };
}
