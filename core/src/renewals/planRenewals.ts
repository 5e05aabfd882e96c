import { type Choice, choicesOf, growersOf, type Instance, type Renewal, type RenewalId, rowOf } from './instance.ts';
import type { LinearSolver } from '../numeric/linearSolver.ts';
import { bestOfSets, generateSets, replanSome, SetPool } from './master.ts';
import { PlanState } from './planState.ts';
import type { ChoiceSet } from './choiceSets.ts';
import { divedPlan } from './dive.ts';
import { LikelySets, roundedPlan } from './likelySets.ts';
import { Prices } from './prices.ts';
import { Exchange, greedyPlan, planFrom, randomFrom } from './search.ts';

/** As far as it is proved: the plan is the best to this part of it. */
const PROVED_GAP = 1e-4;

export interface RenewalPlan {
  readonly plan: readonly Renewal[];
  /** For every variety the chance that it is kept. */
  readonly kept: readonly { readonly variety: RenewalId; readonly chance: number }[];
  /** Worth that is kept. */
  readonly total: number;
  /** Proved: no plan keeps more. */
  readonly bound: number;
  readonly gap: number;
  readonly stopped: 'proved' | 'time';
}

export interface PlanTools {
  readonly solver: LinearSolver | null;
  /** Seconds that may be spent. */
  readonly seconds: number;
  /** Milliseconds on a clock that only goes forward. */
  readonly now: () => number;
  /** A plan that was found before, where most may stay as it is. */
  readonly start?: readonly Renewal[] | undefined;
  /** Told of each better plan and each lower limit, the first at once. */
  readonly better?: (plan: RenewalPlan) => void;
}

const gapOf = (total: number, bound: number): number => Math.max(0, bound - total) / Math.max(bound, 1e-9);

/** A plan without covers that nothing needs: what may as well flower open does. */
function withoutNeedlessCovers(
  instance: Instance,
  plan: readonly Choice[],
): { readonly plan: readonly Choice[]; readonly state: PlanState } {
  const state = new PlanState(instance);
  for (const c of plan) state.add(c);
  const out = plan.map((c) => {
    if (!c.covered) return c;
    const open = instance.choices.slice(instance.first[c.v], instance.first[c.v + 1]).find((o) => !o.covered && o.g === c.g && o.s === c.s);
    if (open === undefined) return c;
    state.remove(c);
    const now = state.fits(open) ? open : c;
    state.add(now);
    return now;
  });
  return { plan: out, state };
}

function answer(instance: Instance, found: readonly Choice[], bound: number, stopped: 'proved' | 'time'): RenewalPlan {
  const { varieties } = instance.input;
  const { plan, state } = withoutNeedlessCovers(instance, found);
  const all = [...instance.fixed, ...plan];
  const total = state.total();
  const limit = Math.max(bound, total);
  return {
    plan: all.sort((a, b) => a.v - b.v || a.s - b.s || a.g - b.g).map((c) => rowOf(instance, c)),
    kept: varieties.map((v, i) => ({ variety: v.id, chance: 1 - (state.lost[i] ?? 1) })),
    total,
    bound: limit,
    gap: gapOf(total, limit),
    stopped,
  };
}

/** A limit without any price: each variety gets what is best for it. */
function loosest({ input, choices, first, fixed }: Instance): number {
  return input.varieties.reduce((sum, v, i) => {
    const best = new Map<number, number>();
    for (const c of [...choices.slice(first[i], first[i + 1]), ...fixed.filter((f) => f.v === i)]) {
      best.set(c.g, Math.max(c.p, best.get(c.g) ?? 0));
    }
    const lost = [...best.values()]
      .sort((a, b) => b - a)
      .slice(0, growersOf(input, v))
      .reduce((l, p) => l * (1 - p), 1);
    return sum + v.worth * (1 - lost);
  }, 0);
}

/** Rounds of prices, of exchange and of rounding in one turn, and turns before sets are generated and the whole is tried. */
const PRICE_ROUNDS = 50;
const EXCHANGE_ROUNDS = 120;
const ROUNDINGS = 4;
const ROUNDINGS_OF_MANY = 2;
const TURNS = 8;
/** Sets among which the best plan is looked for exactly, early and late. */
const FEW_SETS = 4_000;
const MANY_SETS = 40_000;
const GENERATE_ROUNDS = 30;
const TURNS_BEFORE_WHOLE = 6;
/** Turns of prices where there are many choices, and the part of the time that they take at most. */
const TURNS_OF_MANY = 14;
const PRICES_PART = 0.5;
/** Of more choices than this the sets are not generated: their linear model takes too long for what it tells. */
const MANY_CHOICES = 15_000;
/** Prices move towards what is likely to be found yet: so far from the best plan to the limit. */
const LIKELY = 0.25;

/** So many gardens side by side, and varieties beside theirs, are planned anew at a time; each among so many sets, in so many nodes. */
const SOME = { gardens: 4, varieties: 24, sets: 30, nodes: 40, seconds: 2 } as const;

/** Varieties that stand in some gardens side by side, filled up with such as have fewer growers than they could. */
function someTogether({ input }: Instance, plan: readonly Choice[], random: () => number): Set<number> {
  const { gardens, varieties } = input;
  const middle = gardens[Math.floor(random() * gardens.length)];
  if (middle === undefined) return new Set();
  const near = new Set(
    gardens
      .map((g, i) => ({ i, far: Math.hypot(g.eastM - middle.eastM, g.northM - middle.northM) }))
      .sort((a, b) => a.far - b.far || a.i - b.i)
      .slice(0, Math.min(SOME.gardens, Math.ceil(gardens.length / 4)))
      .map((g) => g.i),
  );
  const some = new Set(plan.filter((c) => near.has(c.g)).map((c) => c.v));
  const grown = new Map<number, number>();
  for (const c of plan) grown.set(c.v, (grown.get(c.v) ?? 0) + 1);
  const few = varieties.flatMap((variety, v) => ((grown.get(v) ?? 0) < growersOf(input, variety) ? [{ v, at: random() }] : []));
  for (const { v } of few.sort((a, b) => a.at - b.at)) if (some.size < Math.min(SOME.varieties, varieties.length / 2)) some.add(v);
  return some;
}

/**
 * Which varieties are renewed when and where, so that as much worth is kept as can be (core/src/renewals/instance.ts says by which rules). The plan that
 * gains most one after the other comes first; exchanges make it better, prices prove how much better it could still be, and sets of choices that prices do
 * not rule out are searched exactly where they are few enough. The steps are counted, not timed: an instance that is proved has the same plan each time.
 */
export function planRenewals(instance: Instance, tools: PlanTools): RenewalPlan {
  const end = tools.now() + 1000 * tools.seconds;
  const left = (): number => (end - tools.now()) / 1000;
  const exchange = new Exchange(instance, greedyPlan(instance), 1);
  if (tools.start !== undefined) exchange.offer(planFrom(instance, choicesOf(instance, tools.start)));
  let told = { total: -1, bound: Infinity };
  let bound = loosest(instance);
  const tell = (): void => {
    if (exchange.best.total <= told.total && bound >= told.bound) return;
    told = { total: exchange.best.total, bound };
    tools.better?.(answer(instance, exchange.best.plan, bound, 'time'));
  };
  tell();
  const prices = new Prices(instance);
  const proved = (): boolean => {
    bound = Math.min(bound, Math.max(prices.bound, exchange.best.total));
    tell();
    return gapOf(exchange.best.total, bound) <= PROVED_GAP;
  };
  const done = (): RenewalPlan => answer(instance, exchange.best.plan, bound, proved() ? 'proved' : 'time');

  const pool = new SetPool();
  const keep = (plan: readonly Choice[]): void => {
    for (let v = 0; v < instance.input.varieties.length; v++)
      pool.add(
        v,
        plan.filter((c) => c.v === v),
      );
  };
  const whole = (most: number): void => {
    const sets = tools.solver === null ? null : prices.setsFor(exchange.best.total, most);
    if (sets === null || tools.solver === null) return;
    const found = bestOfSets(instance, prices, sets, tools.solver, exchange.best.plan, left);
    if (found.plan !== null) exchange.offer(found.plan);
    // A set that is left out is in no better plan than the one found.
    bound = Math.min(bound, Math.max(exchange.best.total, prices.sets.fixedWorth + found.limit));
  };

  const many = instance.choices.length > MANY_CHOICES;
  const likely = new LikelySets(instance.input.varieties.length);
  const luck = randomFrom(3);
  // From the first plan, not from the best: the nearer the aim, the shorter the steps.
  const first = exchange.best.total;
  const turnPrices = (rounds: number, seen: (sets: readonly ChoiceSet[]) => void = () => undefined): void => {
    prices.improve(rounds, first + LIKELY * (bound - first), (sets) => {
      likely.see(sets);
      seen(sets);
    });
  };
  /** Plans from where the prices are. */
  const plans = (): void => {
    if (!many) exchange.construct(prices.cost);
    exchange.offer(roundedPlan(instance, likely, prices.cost, luck, many ? ROUNDINGS_OF_MANY : ROUNDINGS));
    if (!many) exchange.run(EXCHANGE_ROUNDS, prices.cost);
    keep(exchange.best.plan);
  };

  const random = randomFrom(2);
  const replan = (solver: LinearSolver): void => {
    const some = someTogether(instance, exchange.best.plan, random);
    const better = replanSome(instance, prices, exchange.best.plan, some, SOME.sets, solver, Math.min(SOME.seconds, left()), SOME.nodes);
    if (better !== null) exchange.offer(better);
  };

  if (many) {
    // Nothing is proved of so many: prices first, as far as a part of the time goes, since plans that are made at poor ones are of little use.
    const long = left();
    for (let turn = 0; turn < TURNS_OF_MANY && left() > (1 - PRICES_PART) * long; turn++) {
      turnPrices(PRICE_ROUNDS);
      proved();
    }
    plans();
    if (proved() || left() <= 0) return done();
  }
  for (let turn = 0; turn < TURNS && !many; turn++) {
    turnPrices(PRICE_ROUNDS, (sets) => {
      for (const s of sets) if (turn >= TURNS - 2) pool.add(s.v, s.choices);
    });
    plans();
    if (proved() || left() <= 0) return done();
    if (turn >= 1) whole(FEW_SETS);
    if (proved() || left() <= 0) return done();
  }
  const { solver } = tools;
  if (solver !== null) {
    const dived = divedPlan(instance, prices, likely, exchange.best.plan, solver, left);
    if (dived !== null) exchange.offer(dived);
    keep(exchange.best.plan);
    if (proved() || left() <= 0) return done();
  }
  if (solver !== null && !many) {
    generateSets(prices, pool, solver, instance.input.varieties.length, GENERATE_ROUNDS, left);
    if (proved() || left() <= 0) return done();
    exchange.run(EXCHANGE_ROUNDS, prices.cost);
    keep(exchange.best.plan);
    // What the prices have shown so far is often all that a very good plan needs.
    const found = bestOfSets(instance, prices, pool.all, solver, exchange.best.plan, () => left() / 2);
    if (found.plan !== null) exchange.offer(found.plan);
    if (proved() || left() <= 0) return done();
    // The better the plan that is known, the fewer sets there are to search.
    for (let turn = 0; turn < TURNS_BEFORE_WHOLE && left() > 0; turn++) replan(solver);
    if (proved() || left() <= 0) return done();
    whole(MANY_SETS);
  }
  for (let turn = 1; !proved() && left() > 0; turn++) {
    if (solver === null || turn % (many ? 4 : 8) === 0) {
      turnPrices(PRICE_ROUNDS / 2);
      if (!many || solver === null) plans();
      if (solver !== null && !many && turn % 32 === 0) whole(MANY_SETS);
      continue;
    }
    replan(solver);
  }
  return done();
}
