import { greedyPlan, highsSolver, type Instance, makeInstance, PlanState, planRenewals, type RenewalPlan } from '@esprel/core';
import loadHighs from 'highs';
import { madeRenewals } from './madeRenewals.ts';
import { note } from './measure.ts';

const SECONDS = 10;
const percent = (x: number): string => `${(100 * x).toFixed(2)} %`;

/** What is lost of all worth by the plan that takes what gains most, one after the other. */
function lostByGreedy(instance: Instance): number {
  const state = new PlanState(instance);
  for (const c of greedyPlan(instance)) state.add(c);
  return worthOf(instance) - state.total();
}
const worthOf = (instance: Instance): number => instance.input.varieties.reduce((sum, v) => sum + v.worth, 0);

/** The plan of renewals: how soon there is one, how near to the best it comes, and what it saves against the simplest way. */
export async function renewals(): Promise<void> {
  const solver = highsSolver(await loadHighs());
  const planned = (varieties: number, gardens: number, seasons: number) => {
    const instance = makeInstance(madeRenewals(varieties, gardens, seasons));
    const from = performance.now();
    let first = Infinity;
    const plan: RenewalPlan = planRenewals(makeInstance(instance.input), {
      solver,
      seconds: SECONDS,
      now: () => performance.now(),
      better: () => (first = Math.min(first, performance.now() - from)),
    });
    return { instance, plan, first, took: performance.now() - from };
  };
  const large = planned(300, 80, 3);
  const lost = (worthOf(large.instance) - large.plan.total) / lostByGreedy(large.instance);
  note({
    what: 'renewals of 300 varieties in 80 gardens over 3 seasons: the first plan',
    measured: `${large.first.toFixed(0)} ms`,
    budget: 'under 1000 ms',
    kept: large.first < 1000,
  });
  note({
    what: 'the same after 10 seconds: how far from the best it can still be',
    measured: percent(large.plan.gap),
    budget: 'at most 1 %',
    kept: large.plan.gap <= 0.01,
  });
  note({
    what: 'the same: what is lost, against the plain way of taking what gains most',
    measured: `${lost.toFixed(2)}x`,
    budget: 'at most 0.75x',
    kept: lost <= 0.75,
  });
  const middle = planned(60, 20, 3);
  note({
    what: `60 varieties, 20 gardens, 3 seasons: ${middle.plan.stopped === 'proved' ? 'proved' : 'not proved'}, left ${percent(middle.plan.gap)}`,
    measured: `${(middle.took / 1000).toFixed(1)} s`,
    budget: 'proved within 10 s',
    kept: middle.plan.stopped === 'proved',
  });
}
