import type { LinearModel, LinearSolver } from '../numeric/linearSolver.ts';
import type { Choice, Instance } from './instance.ts';
import type { LikelySets } from './likelySets.ts';
import { PlanState } from './planState.ts';
import type { Prices } from './prices.ts';
import { fill } from './search.ts';

interface Column {
  readonly v: number;
  readonly choices: readonly Choice[];
}

/** Sets of each variety that the first relaxed model has, and that are added for those that are left. */
const SETS_FIRST = 5;
const SETS_MORE = 12;
const LEAST_WEIGHT = 0.004;
/** A set that is taken to this part or more is taken whole. */
const SURE = 0.7;
/** Where none is, the likeliest few are. */
const FEW = 8;
/** New sets are looked for once so few varieties are left, and the rest is searched exactly once so few are. */
const LEFT_FOR_NEW = 90;
const LEFT_FOR_EXACT = 40;
const EXACT = { seconds: 3, nodes: 200 } as const;
const MOST_STEPS = 30;

/** The relaxed or whole model of some sets beside what is used already. */
function modelOf(prices: Prices, columns: readonly Column[], used: ReadonlyMap<number, number>, varieties: number): LinearModel {
  const limits: number[] = Array.from({ length: varieties }, () => 1);
  const at = new Map<number, number>();
  const parts = columns.map((s) => {
    const own = [{ row: s.v, uses: 1 }];
    for (const [row, n] of prices.sets.usesOf(s.choices)) {
      let place = at.get(row);
      if (place === undefined) {
        at.set(row, (place = limits.length));
        limits.push(Math.max(0, (prices.sets.rows.rows[row]?.limit ?? 0) - (used.get(row) ?? 0)));
      }
      own.push({ row: place, uses: n });
    }
    return own;
  });
  return { objective: columns.map((s) => prices.sets.worthOf(s.v, s.choices)), columns: parts, limits };
}

/**
 * A plan by diving: of the relaxed model over the likely sets what is taken nearly whole is taken, what no longer fits goes, sets that fit what is left come in for the
 * varieties that are left, and so on until they are few enough to be searched exactly. `start` are sets that are known to be good. Null where the solver finds nothing in time.
 */
export function divedPlan(
  instance: Instance,
  prices: Prices,
  likely: LikelySets,
  start: readonly Choice[],
  solver: LinearSolver,
  left: () => number,
): readonly Choice[] | null {
  const varieties = instance.input.varieties.length;
  const state = new PlanState(instance);
  const held = new Set(instance.fixed);
  const used = new Map<number, number>();
  const done = new Set<number>();
  const known = new Set<string>();
  let columns: Column[] = [];
  const add = (v: number, choices: readonly Choice[]): void => {
    const key = choices.map((c) => c.i).join(' ');
    if (choices.length === 0 || known.has(key)) return;
    known.add(key);
    columns.push({ v, choices });
  };
  for (let v = 0; v < varieties; v++) {
    for (const s of likely.of(v, SETS_FIRST, LEAST_WEIGHT)) add(v, s.choices);
    add(
      v,
      start.filter((c) => c.v === v),
    );
  }
  /** Takes a set whole, or nothing of it. */
  const take = ({ v, choices }: Column): boolean => {
    const taken: Choice[] = [];
    for (const c of choices) {
      if (!state.fits(c)) {
        for (const t of taken) state.remove(t);
        return false;
      }
      state.add(c);
      taken.push(c);
    }
    done.add(v);
    for (const [row, n] of prices.sets.usesOf(choices)) used.set(row, (used.get(row) ?? 0) + n);
    return true;
  };
  for (let step = 0; step < MOST_STEPS && columns.length > 0 && left() > 0; step++) {
    const open = varieties - done.size;
    if (step > 0 && open <= LEFT_FOR_NEW) {
      for (let v = 0; v < varieties; v++)
        if (!done.has(v)) for (const s of prices.cheapest(v, SETS_MORE, (c) => state.fits(c))) add(v, s.choices);
    }
    const model = modelOf(prices, columns, used, varieties);
    if (step > 0 && open <= LEFT_FOR_EXACT) {
      const { taken } = solver.whole(model, Math.min(EXACT.seconds, left()), null, EXACT.nodes);
      columns.filter((_, j) => (taken?.[j] ?? 0) > 0.5).forEach(take);
      break;
    }
    const relaxed = solver.relaxed(model, left());
    if (relaxed === null) break;
    const parts = columns
      .map((s, j) => ({ s, part: relaxed.taken[j] ?? 0, j }))
      .filter((p) => p.part > 1e-6)
      .sort((a, b) => b.part - a.part || a.j - b.j);
    const sure = parts.filter((p) => p.part >= SURE);
    const before = done.size;
    for (const { s } of sure.length > 0 ? sure : parts.slice(0, FEW)) if (!done.has(s.v)) take(s);
    if (done.size === before) break;
    columns = columns.filter((s) => !done.has(s.v) && s.choices.every((c) => state.fits(c)));
  }
  if (done.size === 0) return null;
  fill(state, instance.choices);
  return [...state.chosen].filter((c) => !held.has(c));
}
