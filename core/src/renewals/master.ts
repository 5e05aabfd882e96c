import type { Choice, Instance } from './instance.ts';
import type { LinearModel, LinearSolver } from '../numeric/linearSolver.ts';
import { PlanState } from './planState.ts';
import type { ChoiceSet } from './choiceSets.ts';
import type { Prices } from './prices.ts';

/** Sets of choices, one a variety at most, as a linear model; with what its rows are. */
interface Master {
  readonly model: LinearModel;
  /** For each row of the model the rule that it is; -1 of a row that is none. */
  readonly rules: readonly number[];
}

/** Two sets that cannot both be taken, beyond what the rules say. */
interface Clash {
  readonly a: Choice;
  readonly b: Choice;
}

const keyOf = (choices: readonly Choice[]): string =>
  choices
    .map((c) => c.i)
    .sort((a, b) => a - b)
    .join(' ');

/** Sets by the choices that they are of, each once. */
export class SetPool {
  private readonly known = new Map<string, { readonly v: number; readonly choices: readonly Choice[] }>();

  add(v: number, choices: readonly Choice[]): boolean {
    if (choices.length === 0) return false;
    const key = keyOf(choices);
    if (this.known.has(key)) return false;
    this.known.set(key, { v, choices: [...choices] });
    return true;
  }

  get all(): { readonly v: number; readonly choices: readonly Choice[] }[] {
    return [...this.known.values()];
  }
}

type Sets = readonly Pick<ChoiceSet, 'v' | 'choices'>[];

const NOTHING: ReadonlyMap<number, number> = new Map();

/** Rules that no choice of these sets could break together are left out: most of them. */
function masterOf(
  prices: Prices,
  sets: Sets,
  varieties: number,
  clashes: readonly Clash[],
  used: ReadonlyMap<number, number> = NOTHING,
): Master {
  const uses = sets.map((s) => prices.sets.usesOf(s.choices));
  const most = new Map<number, Map<number, number>>();
  sets.forEach((s, j) => {
    for (const [row, n] of uses[j] as Map<number, number>) {
      const byVariety = most.get(row) ?? new Map<number, number>();
      most.set(row, byVariety.set(s.v, Math.max(n, byVariety.get(s.v) ?? 0)));
    }
  });
  const rules = Array.from({ length: varieties }, () => -1);
  const limits = Array.from({ length: varieties }, () => 1);
  const at = new Map<number, number>();
  for (const row of [...most.keys()].sort((a, b) => a - b)) {
    const limit = Math.max(0, (prices.sets.rows.rows[row]?.limit ?? 0) - (used.get(row) ?? 0));
    const together = [...(most.get(row) ?? new Map<number, number>()).values()].reduce((sum, n) => sum + n, 0);
    if (together <= limit) continue;
    at.set(row, rules.length);
    rules.push(row);
    limits.push(limit);
  }
  const columns = sets.map((s, j) => [
    { row: s.v, uses: 1 },
    ...[...(uses[j] as Map<number, number>)].flatMap(([row, n]) => {
      const place = at.get(row);
      return place === undefined ? [] : [{ row: place, uses: n }];
    }),
  ]);
  for (const { a, b } of clashes) {
    const row = limits.push(1) - 1;
    rules.push(-1);
    sets.forEach((s, j) => {
      if (s.choices.includes(a) || s.choices.includes(b)) columns[j]?.push({ row, uses: 1 });
    });
  }
  return { model: { objective: sets.map((s) => prices.sets.worthOf(s.v, s.choices)), columns, limits }, rules };
}

/**
 * Better prices and better sets, from one another: the prices of the relaxed model over the sets that are known prove a limit and show which sets are
 * missing (column generation; Dantzig & Wolfe 1960, Operations Research 8). Ends when a round shows nothing new, or where there is no more time.
 */
export function generateSets(
  prices: Prices,
  pool: SetPool,
  solver: LinearSolver,
  varieties: number,
  rounds: number,
  left: () => number,
): void {
  for (let round = 0; round < rounds && left() > 0; round++) {
    const sets = pool.all;
    const { model, rules } = masterOf(prices, sets, varieties, []);
    const answer = solver.relaxed(model, left());
    if (answer === null) return;
    const price = new Float64Array(prices.sets.rows.rows.length);
    rules.forEach((row, i) => {
      if (row >= 0) price[row] = answer.prices[i] ?? 0;
    });
    let added = false;
    // Prices that swing are met halfway, too: the limit is often the lower there.
    const between = price.map((p, i) => 0.5 * p + 0.5 * (prices.best[i] ?? 0));
    for (const of of [price, between]) for (const s of prices.prove(of).sets) if (pool.add(s.v, s.choices)) added = true;
    if (!added) return;
  }
}

export interface WholeAnswer {
  readonly plan: readonly Choice[] | null;
  /** Proved: no plan of these sets keeps more worth than this beside what is fixed. */
  readonly limit: number;
}

/** The best plan of these sets, as far as there is time; choices that exclude each other beyond the rules are told apart as they turn up. */
export function bestOfSets(
  instance: Instance,
  prices: Prices,
  sets: Sets,
  solver: LinearSolver,
  start: readonly Choice[],
  left: () => number,
): WholeAnswer {
  const clashes: Clash[] = [];
  const started = new Set(startSets(start));
  let limit = Infinity;
  let plan: readonly Choice[] | null = null;
  while (left() > 0) {
    const { model } = masterOf(prices, sets, instance.input.varieties.length, clashes);
    const answer = solver.whole(
      model,
      left(),
      sets.map((s) => (started.has(keyOf(s.choices)) ? 1 : 0)),
    );
    limit = Math.min(limit, answer.limit);
    if (answer.taken === null) return { plan, limit };
    const taken = sets.filter((_, j) => (answer.taken?.[j] ?? 0) > 0.5).flatMap((s) => s.choices);
    const found = taken.flatMap((a, i) => taken.slice(i + 1).flatMap((b) => (instance.excludes(a, b) ? [{ a, b }] : [])));
    plan = taken;
    if (found.length === 0) return { plan, limit };
    clashes.push(...found);
  }
  return { plan, limit };
}

function startSets(plan: readonly Choice[]): string[] {
  const byVariety = new Map<number, Choice[]>();
  for (const c of plan) byVariety.set(c.v, [...(byVariety.get(c.v) ?? []), c]);
  return [...byVariety.values()].map(keyOf);
}

/**
 * The best plan for some of the varieties while all others stay as they are in `plan`: what each of these may take is searched exactly among the sets that cost the
 * least at the prices. Null where nothing better was found.
 */
export function replanSome(
  instance: Instance,
  prices: Prices,
  plan: readonly Choice[],
  some: ReadonlySet<number>,
  setsEach: number,
  solver: LinearSolver,
  seconds: number,
  nodes: number,
): readonly Choice[] | null {
  const rest = plan.filter((c) => !some.has(c.v));
  const used = new Map<number, number>();
  for (let v = 0; v < instance.input.varieties.length; v++) {
    if (some.has(v)) continue;
    for (const [row, n] of prices.sets.usesOf(rest.filter((c) => c.v === v))) used.set(row, (used.get(row) ?? 0) + n);
  }
  const state = new PlanState(instance);
  for (const c of rest) state.add(c);
  const now = new Map<number, Choice[]>();
  for (const c of plan) if (some.has(c.v)) now.set(c.v, [...(now.get(c.v) ?? []), c]);
  const pool = new SetPool();
  for (const [v, own] of now) pool.add(v, own);
  for (const v of some) for (const s of prices.cheapest(v, setsEach, (c) => state.fits(c))) pool.add(v, s.choices);
  const sets = pool.all;
  const started = new Set([...now.values()].map(keyOf));
  const { model } = masterOf(prices, sets, instance.input.varieties.length, [], used);
  const answer = solver.whole(
    model,
    seconds,
    sets.map((s) => (started.has(keyOf(s.choices)) ? 1 : 0)),
    nodes,
  );
  if (answer.taken === null) return null;
  return [...rest, ...sets.filter((_, j) => (answer.taken?.[j] ?? 0) > 0.5).flatMap((s) => s.choices)];
}
