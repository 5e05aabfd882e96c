import { type Choice, choicesOf, type Instance, type Renewal, type RenewalId, rowOf } from './instance.ts';
import { PlanState } from './planState.ts';
import { Exchange, fill } from './search.ts';

/** What becomes of another variety when something is decided otherwise. */
export interface MovedVariety {
  readonly variety: RenewalId;
  readonly before: readonly Renewal[];
  readonly after: readonly Renewal[];
}

/** Another way of renewing a variety, with the best plan around it that was found. */
export interface OtherWay {
  /** Its rows; none where nobody would renew it. */
  readonly rows: readonly Renewal[];
  /** Worth that the whole plan keeps then, and the chance of each variety to be kept by it, as they stand in the instance. */
  readonly total: number;
  readonly kept: readonly number[];
  /** Other varieties that would go elsewhere, those that lose the most first. */
  readonly moved: readonly MovedVariety[];
}

/** So many ways are looked at closely, in so many rounds of exchange each. */
const CLOSELY = 8;
const ROUNDS = 60;

interface Tried {
  readonly first: Choice | null;
  readonly plan: readonly Choice[];
  readonly total: number;
}

/**
 * Other ways for one variety and what each costs: every choice of its own is put into the plan, what cannot stay beside it finds another place, and of the
 * best ways, one for each garden, the rest of the plan is found again around it. The last is that nobody renews it. `plan` are all rows of the plan;
 * what is fixed of the variety stays. The same plan always answers the same.
 */
export function otherWays(instance: Instance, plan: readonly Renewal[], variety: RenewalId, most = 5): OtherWay[] {
  const v = instance.input.varieties.findIndex((o) => o.id === variety);
  if (v < 0) return [];
  const held = new Set(instance.fixed);
  const base = choicesOf(instance, plan).filter((c) => !held.has(c));
  const own = base.filter((c) => c.v === v);
  const tried = instance.choices
    .slice(instance.first[v], instance.first[v + 1])
    .filter((c) => !own.includes(c))
    .flatMap((c) => {
      const found = around(instance, base, c);
      return found === null ? [] : [found];
    })
    .sort((a, b) => b.total - a.total || (a.first?.i ?? 0) - (b.first?.i ?? 0));
  const gardens = new Set<string>();
  const close = tried
    .filter(({ first }) => {
      const key = first === null ? '' : `${String(first.g)} ${String(first.s)}`;
      return !gardens.has(key) && gardens.add(key);
    })
    .slice(0, CLOSELY)
    .map((t) => searched(instance, t))
    .sort((a, b) => b.total - a.total);
  const ways = [...close.slice(0, most), ...(own.length === 0 ? [] : [without(instance, base, v)])];
  const said = new Set<string>([keyOf(base.filter((c) => c.v === v))]);
  return ways.flatMap((way) => {
    const key = keyOf(way.plan.filter((c) => c.v === v));
    if (said.has(key)) return [];
    said.add(key);
    return [shown(instance, base, way, v)];
  });
}

const keyOf = (rows: readonly Choice[]): string =>
  rows
    .map((c) => c.i)
    .sort((a, b) => a - b)
    .join();

/** The plan with a choice put into it: what stands in its way goes, those that lose least first, and finds another place where there is one. */
function around(instance: Instance, base: readonly Choice[], wanted: Choice): Tried | null {
  const state = new PlanState(instance);
  const held = new Set(instance.fixed);
  for (const c of base) if (c.v !== wanted.v) state.add(c);
  const gone: Choice[] = [];
  const remove = (c: Choice): void => {
    state.remove(c);
    gone.push(c);
  };
  for (const c of state.excludedBy(wanted)) {
    if (held.has(c)) return null;
    remove(c);
  }
  const there = [...state.chosen]
    .filter((c) => c.g === wanted.g && !held.has(c) && c.s <= wanted.flowers && wanted.s <= c.flowers)
    .map((c) => ({ c, loses: lossOf(instance, state, c) }))
    .sort((a, b) => a.loses - b.loses || a.c.i - b.c.i);
  for (const { c } of there) {
    if (state.fits(wanted)) break;
    remove(c);
  }
  if (!state.fits(wanted)) return null;
  state.add(wanted);
  // Who went without need comes back.
  for (const c of [...gone].reverse()) if (state.fits(c)) state.add(c);
  const varieties = new Set([wanted.v, ...gone.map((c) => c.v)]);
  fill(
    state,
    instance.choices.filter((c) => varieties.has(c.v)),
  );
  return { first: wanted, plan: [...state.chosen].filter((c) => !held.has(c)), total: state.total() };
}

/** What is lost of worth when a choice goes. */
function lossOf({ input }: Instance, state: PlanState, c: Choice): number {
  const worth = input.varieties[c.v]?.worth ?? 0;
  return (worth * (state.lost[c.v] ?? 1) * c.p) / (1 - c.p);
}

/** A way with the rest found again around it. */
function searched(instance: Instance, { first, plan, total }: Tried): Tried {
  if (first === null) return { first, plan, total };
  const exchange = new Exchange({ ...instance, fixed: [...instance.fixed, first] }, plan, 1);
  exchange.run(ROUNDS, null);
  return { first, plan: [first, ...exchange.best.plan], total: exchange.best.total };
}

/** The plan where nobody renews a variety, but what is fixed of it. */
function without(instance: Instance, base: readonly Choice[], v: number): Tried {
  // What keeps nothing is never taken.
  const choices = instance.choices.map((c) => (c.v === v ? { ...c, p: 0 } : c));
  const rest = base.filter((c) => c.v !== v);
  const exchange = new Exchange({ ...instance, choices }, rest, 1);
  exchange.run(ROUNDS, null);
  return { first: null, plan: exchange.best.plan, total: exchange.best.total };
}

function shown(instance: Instance, base: readonly Choice[], way: Tried, v: number): OtherWay {
  const { varieties } = instance.input;
  const state = new PlanState(instance);
  for (const c of way.plan) state.add(c);
  const before = new PlanState(instance);
  for (const c of base) before.add(c);
  const of = (plan: readonly Choice[], u: number): Renewal[] => plan.filter((c) => c.v === u).map((c) => rowOf(instance, c));
  const moved = varieties.flatMap((variety, u) => {
    if (u === v || keyOf(base.filter((c) => c.v === u)) === keyOf(way.plan.filter((c) => c.v === u))) return [];
    const loses = variety.worth * ((state.lost[u] ?? 1) - (before.lost[u] ?? 1));
    return [{ loses, moved: { variety: variety.id, before: of(base, u), after: of(way.plan, u) } }];
  });
  return {
    rows: of([...instance.fixed, ...way.plan], v),
    total: state.total(),
    kept: varieties.map((_, u) => 1 - (state.lost[u] ?? 1)),
    moved: moved.sort((a, b) => b.loses - a.loses).map((m) => m.moved),
  };
}
