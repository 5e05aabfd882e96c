import { plural, wrong } from '@esprel/core';
import type { Db } from '../db/db.ts';
import { libraryState } from '../db/state.ts';
import { queryText, queryWhole } from '../http/query.ts';
import { work } from '../threads/pool.ts';
import { runPdf } from './drawPdf.ts';
import { pageSvg } from './drawSvg.ts';
import { type LabelRunPlan, planRun } from './run.ts';

type Query = Readonly<Record<string, unknown>>;

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
function runKey(db: Db, { query, today, state }: Pick<LabelsJob, 'query' | 'today' | 'state'>): string {
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

/** So many are drawn at once, while somebody waits for a page. */
const FEW_LABELS = 20;

function fewLabels(query: Query): boolean {
  if (query.tray !== undefined) return query.each !== 'plant';
  const named = (['codes', 'places', 'tests'] as const).map((list) => (queryText(query, list, 6000) ?? '').split(',').length);
  return Math.max(...named) * (queryWhole(query, 'copies', 1, 500) ?? 1) <= FEW_LABELS;
}

interface Drawing {
  readonly told: Int32Array;
  readonly drawn: Promise<unknown>;
}

/** Long runs that are drawn as PDF just now. Who asks for one of them again waits for the same. */
const drawings = new Map<string, Drawing>();

/** Does `drawLabels` here where it is little, and on a thread where others would wait for it. */
export async function drawnLabels(db: Db, query: Query, today: string, asked: LabelsAsked): Promise<unknown> {
  const job: LabelsJob = { query, today, asked, state: libraryState(db) };
  // A library in memory cannot be opened by a second thread.
  if (db.memory || fewLabels(query)) return drawLabels(db, job);
  if (asked.as !== 'pdf') return work({ kind: 'labels', file: db.name, job });
  const key = runKey(db, job);
  let drawing = drawings.get(key);
  if (!drawing) {
    const told = new Int32Array(new SharedArrayBuffer(8));
    drawing = { told, drawn: work({ kind: 'labels', file: db.name, job: { ...job, told } }).finally(() => drawings.delete(key)) };
    drawings.set(key, drawing);
  }
  return drawing.drawn;
}

/** How far the PDF of a run has come, in labels; `of` is 0 while it is laid out, and where it is not being drawn. */
export function drawnSoFar(db: Db, query: Query, today: string): { readonly done: number; readonly of: number } {
  const told = drawings.get(runKey(db, { query, today, state: libraryState(db) }))?.told;
  return told ? { done: Atomics.load(told, 0), of: Atomics.load(told, 1) } : { done: 0, of: 0 };
}
