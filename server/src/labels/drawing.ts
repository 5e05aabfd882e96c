import { plural, wrong } from '@esprel/core';
import type { LabelsPlan } from '@esprel/core/api';
import type { Db } from '../db/db.ts';
import { runPdf } from './drawPdf.ts';
import { codeSvg, pageSvg } from './drawSvg.ts';
import { testPagePdf } from './testPage.ts';
import { type LabelsJob, runKey } from './labelsJob.ts';
import { type LabelRunPlan, layOut, planRun } from './run.ts';

export { codeSvg, layOut, pageSvg, planRun, runPdf, testPagePdf };

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

/** Draws what is asked of a run: its plan as an object, a page as SVG, the whole as PDF. Throws an InputError where that is no label. */
export async function drawLabels(db: Db, job: LabelsJob): Promise<LabelsPlan | string | Uint8Array> {
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
      return runPdf(run, `Labels ${job.today}`, job.asked.fit, (done) => {
        if (!told) return;
        Atomics.store(told, 1, run.labels.length);
        Atomics.store(told, 0, done);
      });
    }
  }
}
