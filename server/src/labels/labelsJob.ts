import type { PrinterFit } from '@esprel/core';
import type { LabelRunAsked } from '@esprel/core/api';
import type { Db } from '../db/db.ts';

/** What is made of a run of labels: what it comes to, one page to look at (from 1), or all of it to print. */
export type LabelsAsked =
  | { readonly as: 'plan' }
  | { readonly as: 'page'; readonly page: number; readonly outlines: boolean }
  | { readonly as: 'pdf'; readonly fit: PrinterFit };

/** Labels to be drawn, as plain data. */
export interface LabelsJob {
  readonly query: LabelRunAsked;
  readonly today: string;
  readonly asked: LabelsAsked;
  /** Word of the library's state: a run that was laid out in it holds. */
  readonly state: string;
  /** Labels drawn and labels in all, in memory that is shared with whoever wants to know. */
  readonly told?: Int32Array;
}

/** What a query says beside which run it is. */
const BESIDE: ReadonlySet<string> = new Set(['page', 'outlines', 'save', 'scaleX', 'scaleY', 'shiftX', 'shiftY']);

/** The same for all that is made of one run while the library stays as it is. */
export function runKey(db: Db, { query, today, state }: Pick<LabelsJob, 'query' | 'today' | 'state'>): string {
  const run = Object.entries(query).filter(([name]) => !BESIDE.has(name));
  return JSON.stringify([db.name, state, today, run.sort(([a], [b]) => (a < b ? -1 : 1))]);
}
