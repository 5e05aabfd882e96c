import { askedCare, type FATE_FACTS, growsOn, nextLook, type SOWING_METHOD_FACTS } from '@esprel/core';
import type { LotEstimateShort, SowingSheetData } from '@esprel/core/api';
import { all, type Db, one } from '../db/db.ts';
import { historyOf } from '../journal/history.ts';
import { notFound } from '../problem.ts';
import { libraryCrop } from '../records/crop.ts';
import { loanRow, memberName } from '../records/loan.ts';
import { lotNames, lotRow } from '../records/lot.ts';
import { plannedRow } from '../records/planned.ts';
import { careOf, careShown } from './care.ts';
import { plantsSheet } from './plants.ts';
import { isDark } from './sowingList.ts';
import { timingOf } from './timing.ts';

export interface SowingRow {
  readonly id: number;
  readonly lot_id: number;
  readonly loan_id: number | null;
  readonly method: keyof typeof SOWING_METHOD_FACTS;
  readonly cells: number;
  readonly seeds_per_cell: number;
  readonly seeds: number;
  readonly sown_on: string;
  readonly where_sown: string | null;
  readonly to_identify: number;
  readonly planned_id: number | null;
  readonly tray_id: number | null;
  readonly letter: string | null;
  readonly garden_id: number | null;
  readonly depth_mm: number | null;
  readonly covered_with: string | null;
  readonly warmth_c: number | null;
  readonly emergence: number;
  readonly fate: keyof typeof FATE_FACTS | null;
  readonly fate_on: string | null;
  readonly note: string | null;
  readonly version: number;
}

export function sowingRow(db: Db, id: number): SowingRow {
  const row = one<SowingRow>(db, 'SELECT * FROM sowings WHERE id = ?', id);
  if (!row) throw notFound('That sowing');
  return row;
}

/** Counts of a sowing, the earliest first. */
export function countsOf(db: Db, id: number): { id: number; countedOn: string; emerged: number }[] {
  return all(db, 'SELECT id, counted_on AS countedOn, emerged FROM emergence_counts WHERE sowing_id = ? ORDER BY counted_on', id);
}

/** A sowing as its page shows it: how it was sown, what came up, what is to be done, what it says of its lot. */
export function sowingSheet(db: Db, id: number, today: string): SowingSheetData {
  const s = sowingRow(db, id);
  const lot = lotRow(db, s.lot_id);
  if (!lot) throw notFound('The lot of that sowing');
  const crop = libraryCrop(db, lot.crop_key);
  const counts = countsOf(db, id);
  const last = counts[counts.length - 1]?.countedOn ?? null;
  const loan = s.loan_id === null ? null : loanRow(db, s.loan_id);
  const care = careOf(
    db,
    {
      id,
      sownOn: s.sown_on,
      cropKey: lot.crop_key,
      upOn: upOnOf(counts),
      gardenId: s.garden_id,
      plantOutOn: s.planned_id === null ? null : plannedRow(db, s.planned_id).plant_out_on,
    },
    today,
  ).map(careShown);
  return {
    sowing: {
      id: s.id,
      version: s.version,
      lotCode: lot.code,
      ...lotNames(db, lot.id),
      cropKey: lot.crop_key,
      loanId: s.loan_id,
      memberId: loan?.member_id ?? null,
      member: loan ? memberName(db, loan.member_id) : null,
      method: s.method,
      cells: s.cells,
      seedsPerCell: s.seeds_per_cell,
      seeds: s.seeds,
      sownOn: s.sown_on,
      whereSown: s.where_sown,
      toIdentify: s.to_identify === 1,
      emergence: s.emergence,
      fate: s.fate,
      fateOn: s.fate_on,
      note: s.note,
      trayId: s.tray_id,
      tray: s.tray_id === null ? null : (one<{ name: string }>(db, 'SELECT name FROM trays WHERE id = ?', s.tray_id)?.name ?? null),
      letter: s.letter,
      depthMm: s.depth_mm,
      coveredWith: s.covered_with,
      warmthC: s.warmth_c,
    },
    // Of what ended, the steps that were done stay.
    care: care.filter((c) => growsOn(s.fate) || c.doneOn !== null),
    nextCare: upOnOf(counts) === null ? null : askedCare(care, s.fate, today),
    plants: plantsSheet(db, id),
    timing: timingOf(db, id),
    lost: all<SowingSheetData['lost'][number]>(
      db,
      'SELECT fate, count(*) AS cells, sum(seeds) AS seeds FROM sowing_cells WHERE sowing_id = ? AND fate IS NOT NULL GROUP BY fate',
      id,
    ),
    counts,
    next: s.fate === null ? nextLook(s.sown_on, crop.emergeMinD, crop.emergeMaxD, last, isDark(crop, s.method, upOnOf(counts))) : null,
    crop,
    estimate: one<LotEstimateShort>(db, 'SELECT median, low, high, verdict, reason FROM lot_estimates WHERE lot_id = ?', lot.id) ?? null,
    history: historyOf(db, 'sowing', id),
  };
}

function upOnOf(counts: readonly { countedOn: string; emerged: number }[]): string | null {
  return counts.find((c) => c.emerged > 0)?.countedOn ?? null;
}
