import { parentPort } from 'node:worker_threads';
import { holdTogether, planRenewals, type RenewalInput, type RenewalPlan, whyNobody } from '@esprel/core';
import type { SearchNews, SearchWork } from './search.ts';
import { linearSolver } from './solver.ts';

/** Between two better plans that are told lies so long, in milliseconds: nobody sees more. */
const TOLD_EVERY = 250;

/** Searches for the best plan on a thread of its own, and tells each better one; whoever has enough of it ends the thread. */
async function search({ input, start, seconds }: SearchWork): Promise<void> {
  const now = (): number => performance.now();
  const { instance, conflicts } = holdTogether(JSON.parse(input) as RenewalInput);
  const news = (plan: RenewalPlan, ended: SearchNews['ended']): void => {
    parentPort?.postMessage({ plan, nobody: whyNobody(instance, plan.plan), conflicts, ended } satisfies SearchNews);
  };
  let told = -Infinity;
  const better = (plan: RenewalPlan): void => {
    if (now() - told < TOLD_EVERY) return;
    told = now();
    news(plan, null);
  };
  const solver = await linearSolver();
  const best = planRenewals(instance, { solver, seconds, now, start, better });
  news(best, best.stopped);
}

parentPort?.on('message', (work: SearchWork) => {
  search(work).catch((error: unknown) => {
    // Ends the thread, which says that the search broke.
    throw error;
  });
});
// The code and the solver are there before they are needed.
void linearSolver();
