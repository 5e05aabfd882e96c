import { howToSow, seedsPerCell, SOWING_METHODS, TRAY_SPREAD } from '@esprel/core';
import type { Db } from '../db/db.ts';
import { emergenceFor } from '../estimates/learned.ts';
import { beliefOf } from '../estimates/stored.ts';
import { libraryCrop } from '../records/crop.ts';
import { leftOfLoan, loanRow } from '../records/loan.ts';
import type { LotRow } from '../records/lot.ts';
import { takenByOthers } from '../records/planned.ts';
import { queryNumber, queryOneOf, queryWhole } from '../routing/query.ts';
import { USUAL_CERTAINTY } from '../season/usualPlan.ts';

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
  const there = loan ? leftOfLoan(db, loan) : Math.max(0, lot.balance - takenByOthers(db, lot.id, planId));
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
