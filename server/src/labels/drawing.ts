import { plural, wrong } from '@esprel/core';
import type { Db } from '../db/db.ts';
import { runPdf } from './drawPdf.ts';
import { pageSvg } from './drawSvg.ts';
import { type LabelRunPlan, planRun } from './run.ts';

export type Query = Readonly<Record<string, unknown>>;

/** What is made of a run of labels: what it comes to, one page to look at (from 1), or all of it to print. */
export type LabelsAsked =
  { readonly as: 'plan' } | { readonly as: 'page'; readonly page: number; readonly outlines: boolean } | { readonly as: 'pdf' };

/** Labels to be drawn, as plain data. */
export interface LabelsJob {
  readonly query: Query;
  readonly today: string;
  readonly asked: LabelsAsked;
  /** Word of the library's state: a run that was laid out in it holds. */
  readonly state: string;
  /** Labels drawn and labels in all, in memory that is shared with whoever wants to know. */
  readonly told?: Int32Array;
}

/** Pages of one run are asked for one after the other, and its PDF after them. */
const MOST_PLANS = 4;
const plans = new Map<string, LabelRunPlan>();

function keptPlan(db: Db, job: LabelsJob): LabelRunPlan {
  const { query, today } = job;
  if (db.memory) return planRun(db, query, today);
  const key = runKey(db, job);
  let plan = plans.get(key);
  if (!plan) {
    plan = planRun(db, query, today);
    if (plans.size >= MOST_PLANS) plans.delete(plans.keys().next().value as string);
    plans.set(key, plan);
  }
  return plan;
}

/** What a query says beside which run it is. */
const BESIDE: ReadonlySet<string> = new Set(['page', 'outlines', 'save']);

/** The same for all that is made of one run while the library stays as it is. */
export function runKey(db: Db, { query, today, state }: Pick<LabelsJob, 'query' | 'today' | 'state'>): string {
  const run = Object.entries(query).filter(([name]) => !BESIDE.has(name));
  return JSON.stringify([db.name, state, today, run.sort(([a], [b]) => (a < b ? -1 : 1))]);
}

/** Draws what is asked of a run: its plan as an object, a page as SVG, the whole as PDF. Throws an InputError where that is no label. */
export async function drawLabels(db: Db, job: LabelsJob): Promise<object | string | Uint8Array> {
  const run = keptPlan(db, job);
  switch (job.asked.as) {
    case 'plan':
      return { kind: run.kind, format: run.formatName, labels: run.labels.length, pages: run.pages, problems: run.problems };
    case 'page': {
      const { page, outlines } = job.asked;
      if (page > Math.max(1, run.pages)) throw wrong('page', `there are only ${plural(run.pages, 'page')}`);
      return pageSvg(run, page - 1, outlines);
    }
    case 'pdf': {
      if (run.labels.length === 0) throw wrong('codes', 'choose a lot first');
      const { told } = job;
      return runPdf(run, `Labels ${job.today}`, (done) => {
        if (!told) return;
        Atomics.store(told, 1, run.labels.length);
        Atomics.store(told, 0, done);
      });
    }
  }
}
