import type { Apart, PatchKind } from '@esprel/core';
import { type Db, one } from '../db/db.ts';

/** What somebody said of a patch, over what it comes of. */
export interface PatchRow {
  readonly id: number;
  readonly loan_id: number | null;
  readonly planned_id: number | null;
  readonly sowing_id: number | null;
  readonly season: number | null;
  readonly crop_key: string | null;
  readonly variety_id: number | null;
  readonly whose: string | null;
  readonly kind: PatchKind | null;
  readonly stands: 'library' | 'garden' | 'spot' | null;
  readonly garden_id: number | null;
  readonly east_m: number | null;
  readonly north_m: number | null;
  readonly plants: number | null;
  readonly flower_from: string | null;
  readonly flower_to: string | null;
  readonly saving_step_id: number | null;
  readonly off_m: number;
  readonly shift_days: number;
  readonly apart: Apart | null;
  readonly gone_on: string | null;
  readonly gone_why: string | null;
  readonly note: string | null;
  readonly version: number;
}

/** What was agreed of a loan that is grown for seed: how it is kept apart, when it is begun, and in which garden. */
export interface AgreedOfLoan {
  readonly apart: Apart;
  readonly shiftDays: number;
  /** Another garden than the grower's own; null is the library, undefined as usual. */
  readonly gardenId: number | null | undefined;
}

export function agreedOfLoan(db: Db, loanId: number): AgreedOfLoan {
  const row = one<PatchRow>(db, 'SELECT * FROM patches WHERE loan_id = ?', loanId);
  const moved = row?.stands === 'garden' ? row.garden_id : row?.stands === 'library' ? null : undefined;
  return { apart: row?.apart ?? 'open', shiftDays: row?.shift_days ?? 0, gardenId: moved };
}
