import { type Choice, growersOf, type Instance } from './instance.ts';
import { PairSearch } from './pairSearch.ts';
import { type Rows, rowsOf } from './rows.ts';

/** Choices of one variety together, with what they are worth after their prices. */
export interface ChoiceSet {
  readonly v: number;
  readonly choices: readonly Choice[];
  readonly value: number;
}

/** The sets of choices that each variety may take beside what is fixed: what they keep, which rules they use, and which are worth the most at given prices. */
export class ChoiceSets {
  readonly rows: Rows;
  /** What is kept by what is fixed, in worth. */
  readonly fixedWorth: number;
  private readonly instance: Instance;
  /** Choices of each variety that fit beside what is fixed. */
  readonly open: readonly (readonly Choice[])[];
  /** What of the worth of a variety is not kept yet. */
  readonly worth: readonly number[];
  /** By garden, what the cheapest choice costs: a place to work in. */
  private readonly least: Float64Array;
  private readonly sure: readonly (readonly Choice[])[];
  /** Attempts that a variety still gets, and what is lost of it so far. */
  private readonly most: readonly number[];
  private readonly lost: readonly number[];
  /** Of varieties that get two. */
  private readonly pairs: PairSearch;
  private readonly numbered: readonly Choice[];

  constructor(instance: Instance) {
    this.instance = instance;
    const { varieties } = instance.input;
    const fixedOf = varieties.map((_, v) => instance.fixed.filter((c) => c.v === v));
    this.most = fixedOf.map((own, v) => growersOf(instance.input, varieties[v]) - own.length);
    this.lost = fixedOf.map((own) => own.reduce((lost, c) => lost * (1 - c.p), 1));
    this.fixedWorth = varieties.reduce((sum, v, i) => sum + v.worth * (1 - (this.lost[i] ?? 1)), 0);
    this.open = varieties.map((_, v) =>
      this.most[v] === 0
        ? []
        : instance.choices
            .slice(instance.first[v], instance.first[v + 1])
            .filter((c) => !instance.fixed.some((f) => (f.v === c.v && f.g === c.g) || instance.excludes(f, c))),
    );
    this.worth = varieties.map((v, i) => v.worth * (this.lost[i] ?? 1));
    this.least = new Float64Array(instance.input.gardens.length);
    this.sure = this.open.map((own) => [...own].sort((a, b) => b.p - a.p || a.i - b.i));
    this.rows = rowsOf(instance, this.open.flat());
    this.numbered = instance.choices;
    const two = this.open.map((own, v) => (this.most[v] === 2 ? own : []));
    this.pairs = new PairSearch(two, instance.choices, instance.input.gardens.length, this.worth, this.rows);
  }

  /** What of the worth of its variety a set keeps beside what is fixed. */
  worthOf(v: number, choices: readonly Choice[]): number {
    const before = this.lost[v] ?? 1;
    const after = choices.reduce((lost, c) => lost * (1 - c.p), before);
    return (this.instance.input.varieties[v]?.worth ?? 0) * (before - after);
  }

  /** How much of each rule a set uses. */
  usesOf(choices: readonly Choice[]): Map<number, number> {
    const uses = new Map<number, number>();
    const { rows, start, row, uses: much } = this.rows;
    for (const c of choices) {
      for (let k = start[c.i] as number; k < (start[c.i + 1] as number); k++) {
        const r = row[k] as number;
        uses.set(r, rows[r]?.once === true ? 1 : (uses.get(r) ?? 0) + (much[k] as number));
      }
    }
    return uses;
  }

  /** Takes from what is left of each rule what a set uses. */
  spend(left: Float64Array, choices: readonly Choice[]): void {
    this.pairs.spend(left, choices);
  }

  /** What each choice costs at these prices. */
  costs(price: Float64Array): Float64Array {
    const { partStart, part, partUses } = this.rows;
    const cost = new Float64Array(this.instance.choices.length);
    // By rule: most of them cost nothing.
    for (let r = 0; r < price.length; r++) {
      const each = price[r] as number;
      if (each === 0) continue;
      const to = partStart[r + 1] as number;
      for (let k = partStart[r] as number; k < to; k++) {
        const i = part[k] as number;
        cost[i] = (cost[i] as number) + each * (partUses[k] as number);
      }
    }
    return cost;
  }

  /**
   * Every set of a variety that is worth more than `floor` after its prices, given to `take`, which answers the floor from then on. Sets of as many
   * choices as the variety still gets, in different gardens.
   */
  each(
    v: number,
    all: readonly Choice[],
    cost: Float64Array,
    price: Float64Array,
    floor: number,
    take: (value: number, set: readonly Choice[]) => number,
  ): void {
    const worth = this.worth[v] as number;
    let least = floor;
    // Beside others a choice is never worth more than alone.
    const most = this.most[v] ?? 0;
    let top = 0;
    for (const c of all) top = Math.max(top, worth * c.p - (cost[c.i] as number));
    const own: { readonly c: Choice; readonly net: number }[] = [];
    for (const c of all) {
      const net = worth * c.p - (cost[c.i] as number);
      if (net + (most - 1) * top > least) own.push({ c, net });
    }
    own.sort((a, b) => b.net - a.net || a.c.i - b.c.i);
    const chosen: Choice[] = [];
    const deeper = (from: number, value: number, lost: number, left: number): void => {
      for (let i = from; i < own.length; i++) {
        const { c, net } = own[i] as { c: Choice; net: number };
        if (value + net + (left - 1) * top <= least) return;
        if (chosen.some((o) => o.g === c.g)) continue;
        const now = value + worth * lost * c.p - (cost[c.i] ?? 0);
        chosen.push(c);
        if (now > least) least = take(now, chosen);
        if (left > 1) deeper(i + 1, now, lost * (1 - c.p), left - 1);
        chosen.pop();
      }
    };
    deeper(0, 0, 1, most);
    if (most !== 2) return;
    const among = new Set(all);
    // Two that count once in a rule pay it once.
    this.pairs.eachShared(v, price, (i, j, once) => {
      const [a, b] = [this.numbered[i] as Choice, this.numbered[j] as Choice];
      if (!among.has(a) || !among.has(b)) return;
      const value = worth * (1 - (1 - a.p) * (1 - b.p)) - (cost[i] as number) - (cost[j] as number) + once;
      if (value > least) least = take(value, [a, b]);
    });
  }

  /** Choices that can be in a best set: they are worth more than they cost, and of those that are surer and cost no more in other gardens there are fewer than a set holds. */
  private undominated(v: number, cost: Float64Array): Choice[] {
    const most = this.most[v] ?? 0;
    const worth = this.worth[v] as number;
    const { least } = this;
    least.fill(Infinity);
    // The cheapest so far of different gardens, as many as a set holds.
    const cheapest: number[] = [];
    const out: Choice[] = [];
    // Surest first, so that only what stands before may dominate.
    for (const c of this.sure[v] ?? []) {
      const own = cost[c.i] as number;
      if (own >= worth * c.p) continue;
      const there = least[c.g] as number;
      if (there <= own || (cheapest.length >= most && (least[cheapest[most - 1] as number] as number) <= own)) continue;
      out.push(c);
      least[c.g] = own;
      let at = cheapest.indexOf(c.g);
      if (at < 0 && cheapest.length < most) at = cheapest.length;
      // Into the place of the dearest, and before those that are dearer.
      if (at < 0) at = most - 1;
      for (; at > 0 && (least[cheapest[at - 1] as number] as number) > own; at--) cheapest[at] = cheapest[at - 1] as number;
      cheapest[at] = c.g;
    }
    return out;
  }

  /** For each variety what would be best for it at these prices. */
  bestOfEach(cost: Float64Array, price: Float64Array): ChoiceSet[] {
    const found = this.open.map((_, v): { readonly v: number; choices: readonly Choice[]; value: number } => {
      if (this.most[v] === 2) return { v, ...this.pairs.best(v, cost) };
      let best: ChoiceSet = { v, choices: [], value: 0 };
      this.each(v, this.undominated(v, cost), cost, price, 0, (value, set) => {
        best = { v, choices: [...set], value };
        return value;
      });
      return best;
    });
    this.pairs.betterShared(found, cost, price);
    return found;
  }
}
