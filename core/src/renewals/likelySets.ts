import type { ChoiceSet } from './choiceSets.ts';
import type { Choice, Instance } from './instance.ts';
import { PlanState } from './planState.ts';
import { fill } from './search.ts';

/** What is seen in one round weighs this much against all that was seen before. */
const NEW_WEIGHS = 0.03;

/** A set of choices of a variety, and how often prices lately made it the best: its part in the relaxed plan. */
export interface LikelySet {
  readonly v: number;
  readonly choices: readonly Choice[];
  weight: number;
  /** The round in which the weight was brought up to date. */
  round: number;
}

/**
 * How often each set was the best of its variety while prices moved, the latest most: the mean of what the prices chose is near to the best plan in
 * which varieties may be in parts (the volume algorithm; Barahona & Anbil 2000, Mathematical Programming 87).
 */
export class LikelySets {
  private readonly known: Map<number, LikelySet>[];
  private round = 0;

  constructor(varieties: number) {
    this.known = Array.from({ length: varieties }, () => new Map());
  }

  /** What one round of prices chose. */
  see(sets: readonly ChoiceSet[]): void {
    this.round += 1;
    for (const { v, choices } of sets) {
      if (choices.length === 0) continue;
      const key = keyOf(choices);
      const own = this.known[v] as Map<number, LikelySet>;
      const set = own.get(key);
      if (set === undefined) own.set(key, { v, choices, weight: NEW_WEIGHS, round: this.round });
      else {
        set.weight = this.now(set) + NEW_WEIGHS;
        set.round = this.round;
      }
    }
  }

  private now(set: LikelySet): number {
    return set.weight * (1 - NEW_WEIGHS) ** (this.round - set.round);
  }

  /** The likeliest sets of a variety, so many at most, none that is hardly ever chosen. */
  of(v: number, most: number, least: number): { readonly choices: readonly Choice[]; readonly weight: number }[] {
    const own = [...(this.known[v] as Map<number, LikelySet>).values()].map((s) => ({ choices: s.choices, weight: this.now(s) }));
    return own
      .filter((s) => s.weight >= least)
      .sort((a, b) => b.weight - a.weight || keyOf(a.choices) - keyOf(b.choices))
      .slice(0, most);
  }
}

/** A set of up to two choices as one number; of more the first two tell them apart well enough. */
const keyOf = (choices: readonly Choice[]): number => {
  const [a = -1, b = -1] = choices.map((c) => c.i).sort((x, y) => x - y);
  return (a + 1) * 2 ** 24 + (b + 1);
};

const MOST_SETS = 30;
const LEAST_WEIGHT = 0.002;
/** Those whose sets are surest go first, by their weight and up to so much luck. */
const LUCK = 0.3;

/**
 * Whole plans from the likely sets: variety after variety takes one of its own by its weight, as far as it fits, and then what gains most over its price fills up. So many
 * plans are made; the best is answered.
 */
export function roundedPlan(
  instance: Instance,
  likely: LikelySets,
  cost: Float64Array,
  random: () => number,
  times: number,
): readonly Choice[] {
  const own = instance.input.varieties.map((_, v) => likely.of(v, MOST_SETS, LEAST_WEIGHT));
  const held = new Set(instance.fixed);
  // What costs others more than it could ever gain is left to the last filling up.
  const worthwhile = instance.choices.filter((c) => (instance.input.varieties[c.v]?.worth ?? 0) * c.p > (cost[c.i] ?? 0));
  let best: { readonly total: number; readonly plan: readonly Choice[] } = { total: -1, plan: [] };
  for (let i = 0; i < times; i++) {
    const state = new PlanState(instance);
    const order = own.map((sets, v) => ({ v, at: (sets[0]?.weight ?? 0) + LUCK * random() })).sort((a, b) => b.at - a.at || a.v - b.v);
    for (const { v } of order) {
      const sets = own[v] ?? [];
      let left = random() * sets.reduce((sum, s) => sum + s.weight, 0);
      const chosen = sets.find((s) => (left -= s.weight) <= 0);
      for (const c of chosen?.choices ?? []) if (state.fits(c)) state.add(c);
    }
    fill(state, worthwhile, (c) => cost[c.i] ?? 0);
    fill(state, instance.choices);
    const total = state.total();
    if (total > best.total) best = { total, plan: [...state.chosen].filter((c) => !held.has(c)) };
  }
  return best.plan;
}
