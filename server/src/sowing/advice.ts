import { howToSow, seedsPerCell, TRAY_SPREAD } from '@esprel/core';
import type { Query, SowingAdvice, sowingsApi } from '@esprel/core/api';
import type { Db } from '../db/db.ts';
import { emergenceFor } from '../estimates/learned.ts';
import { beliefOf } from '../estimates/stored.ts';
import { libraryCrop } from '../records/crop.ts';
import { leftOfLoan, loanRow } from '../records/loan.ts';
import type { LotRow } from '../records/lot.ts';
import { takenByOthers } from '../records/planned.ts';
import { USUAL_CERTAINTY } from '../season/usualPlan.ts';

/** Seeds per cell for a lot as it is today: the table behind "how many in a cell". */
export function sowingAdvice(db: Db, lot: LotRow, query: Query<typeof sowingsApi.advice.query>): SowingAdvice {
  const plants = query.plants ?? 10;
  const method = query.method ?? 'cells';
  const reserve = query.reserve ?? 0;
  const certainty = query.certainty ?? USUAL_CERTAINTY;
  const loanId = query.loan;
  const planId = query.plan;
  const benchId = query.bench;
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
