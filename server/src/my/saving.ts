import { growsOn, plantsWords, savingSteps } from '@esprel/core';
import type { MySaving, MySavingDone } from '@esprel/core/api';
import { all, type Db, one } from '../db/db.ts';
import { groupBy } from '../db/groupBy.ts';
import { libraryCrop, savingOfCrop } from '../records/crop.ts';
import { agreedOfLoan } from '../records/patch.ts';
import { cautionsOfVariety } from '../records/restriction.ts';
import { readSettings } from '../records/settings.ts';
import type { SeasonReader } from '../season/windows.ts';
import { type MyLoan, shownSowing, type sowingsByLoan } from './packets.ts';

interface DoneRow extends Omit<MySavingDone, 'undo'> {
  readonly id: number;
  readonly loanId: number;
}

/** The step of a member that can be taken back: the last that wrote this row, unless somebody else did since. */
function undoOf(db: Db, rowId: number, memberId: number): number | null {
  const last = one<{ id: number; memberId: number | null }>(
    db,
    `SELECT s.id, s.member_id AS memberId FROM events e JOIN steps s ON s.id = e.step_id
     WHERE e.entity = 'saving_steps' AND e.row_key = ? AND s.undone_by IS NULL AND s.undoes IS NULL ORDER BY e.id DESC LIMIT 1`,
    String(rowId),
  );
  return last?.memberId === memberId ? last.id : null;
}

function doneByLoan(db: Db, memberId: number): Map<number, MySavingDone[]> {
  const rows = all<DoneRow>(
    db,
    `SELECT s.id, s.loan_id AS loanId, s.step, s.done_on AS doneOn, s.plants, s.taken, s.apart, s.near_m AS nearM, s.how,
       s.grams, s.note, s.photo
     FROM saving_steps s JOIN loans o ON o.id = s.loan_id WHERE o.member_id = ? ORDER BY s.id`,
    memberId,
  );
  return new Map(
    [...groupBy(rows, (r) => r.loanId)].map(([loanId, of]) => [
      loanId,
      of.map(({ id, loanId: _loan, ...done }) => ({ ...done, undo: undoOf(db, id, memberId) })),
    ]),
  );
}

/** What a member grows for seed, with its steps in that garden and what was said of them. */
export function mySaving(
  reader: SeasonReader,
  memberId: number,
  loans: readonly MyLoan[],
  sowings: ReturnType<typeof sowingsByLoan>,
  garden: { readonly id: number } | null,
  today: string,
): MySaving[] {
  const { db } = reader;
  const done = doneByLoan(db, memberId);
  const { lengthUnit } = readSettings(db);
  return loans
    .filter((loan) => loan.purpose !== 'garden' && loan.settledOn === null)
    .map((loan) => {
      const crop = libraryCrop(db, loan.cropKey);
      const saving = savingOfCrop(db, loan.cropKey);
      const sown = sowings.get(loan.id) ?? [];
      const first = sown.filter((s) => growsOn(s.fate)).at(-1);
      const said = done.get(loan.id) ?? [];
      const agreed = agreedOfLoan(db, loan.id);
      const breeding = one<{ breeding: string }>(db, 'SELECT breeding FROM varieties WHERE id = ?', loan.varietyId)?.breeding;
      return {
        loanId: loan.id,
        variety: loan.variety,
        crop: loan.crop,
        promise: loan.promise,
        promisedSeeds: loan.promisedSeeds,
        dueOn: loan.dueOn,
        plantsWords: plantsWords(crop),
        warning:
          breeding === 'hybrid-f1'
            ? 'A hybrid: its seed will not come true.'
            : crop.trueToType === 'rarely'
              ? 'Hardly ever comes true from seed.'
              : null,
        cautions: cautionsOfVariety(db, loan.varietyId, crop),
        steps:
          saving === null
            ? null
            : savingSteps(
                crop,
                saving,
                {
                  sownOn: first?.sownOn ?? null,
                  sownOutdoors: first && first.method === 'open-ground',
                  plantedOutOn: said.find((s) => s.step === 'plant-out')?.doneOn ?? null,
                  apart: agreed.apart,
                  shiftDays: agreed.shiftDays,
                },
                { frost: reader.garden(agreed.gardenId === undefined ? (garden?.id ?? null) : agreed.gardenId).frost, lengthUnit },
                today,
              ),
        done: said,
        sowings: sown.map(shownSowing),
      };
    });
}
