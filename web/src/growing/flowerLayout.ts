import { addDays, type Day, dayInYear, daysBetween, MONTHS, yearOf } from '@esprel/core';
import type { PlanPatch } from '@esprel/core/api';

/** One row of "in flower": where its bar lies, 0..1 of the width, and how far it may begin earlier or end later. */
export interface FlowerRow {
  readonly patch: PlanPatch;
  readonly bar: { readonly from: number; readonly to: number } | null;
  readonly doubt: { readonly from: number; readonly to: number } | null;
}

export interface FlowerPicture {
  readonly rows: readonly FlowerRow[];
  readonly months: readonly { readonly name: string; readonly at: number }[];
}

const MARGIN_DAYS = 10;

/** The days on which these patches flower, over the months that it takes. */
export function flowerPicture(patches: readonly PlanPatch[]): FlowerPicture {
  const flowers = patches.flatMap((p) => (p.flower === null ? [] : [p.flower]));
  const first = flowers.map((f) => addDays(f.from, -Math.round(f.sdDays))).sort()[0];
  const last = flowers
    .map((f) => addDays(f.to, Math.round(f.sdDays)))
    .sort()
    .at(-1);
  if (first === undefined || last === undefined) return { rows: patches.map((patch) => ({ patch, bar: null, doubt: null })), months: [] };
  const from = addDays(first, -MARGIN_DAYS);
  const days = daysBetween(from, addDays(last, MARGIN_DAYS));
  const at = (day: Day): number => daysBetween(from, day) / days;
  const months: { name: string; at: number }[] = [];
  for (let m = 0; m <= 24; m++) {
    const day = dayInYear(yearOf(from) + Math.floor(m / 12), `${String((m % 12) + 1).padStart(2, '0')}-01`);
    if (at(day) >= 0 && at(day) < 0.97) months.push({ name: MONTHS[m % 12] ?? '', at: at(day) });
  }
  return {
    rows: patches.map((patch) => {
      const f = patch.flower;
      if (f === null) return { patch, bar: null, doubt: null };
      const sd = Math.round(f.sdDays);
      return {
        patch,
        bar: { from: at(f.from), to: at(addDays(f.to, 1)) },
        doubt: { from: at(addDays(f.from, -sd)), to: at(addDays(f.to, 1 + sd)) },
      };
    }),
    months,
  };
}
