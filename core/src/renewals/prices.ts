import type { Choice, Instance } from './instance.ts';
import { type Rows, rowsOf } from './rows.ts';

/** Choices of one variety together, with what they are worth after their prices. */
export interface ChoiceSet {
  readonly v: number;
  readonly choices: readonly Choice[];
  readonly value: number;
}

/** Two choices of one variety that count once in some rules. */
interface Shared {
  readonly a: Choice;
  readonly b: Choice;
  readonly rows: readonly number[];
}

/** The step is halved after so many rounds without a lower bound. */
const PATIENCE = 20;
const FIRST_STEP = 1;
const DEFLECTION = 1.5;
const LEAST_STEP = 1e-4;

/**
 * Prices for the rules, and what they prove: with a price on each rule every variety can be decided by itself, and what all would be worth at best then, with the price of
 * all that there is, is an upper limit of any plan (Lagrangian relaxation; Fisher 1981, Management Science 27). Prices move by subgradient steps (Held, Wolfe &
 * Crowder 1974, Mathematical Programming 6).
 */
export class Prices {
  readonly rows: Rows;
  /** By the place of a choice: what it takes from others at the best prices. */
  readonly cost: Float64Array;
  /** A proved upper limit of the worth that can be kept. */
  bound = Infinity;
  /** The prices that proved it. */
  best: Float64Array;
  /** What is kept by what is fixed, in worth. */
  readonly fixedWorth: number;
  private readonly instance: Instance;
  private price: Float64Array;
  /** Choices of each variety that fit beside what is fixed. */
  readonly open: readonly (readonly Choice[])[];
  /** What of the worth of a variety is not kept yet. */
  private readonly worth: readonly number[];
  /** By garden, what the cheapest choice costs: a place to work in. */
  private readonly least: Float64Array;
  private readonly sure: readonly (readonly Choice[])[];
  /** Attempts that a variety still gets, and what is lost of it so far. */
  readonly most: readonly number[];
  readonly lost: readonly number[];
  private readonly shared: readonly (readonly Shared[])[];
  private step = FIRST_STEP;
  private since = 0;
  /** Places to work in. */
  private readonly netOf: Float64Array;
  private readonly pOf: Float64Array;
  private readonly direction: Float64Array;
  private readonly limits: Float64Array;

  constructor(instance: Instance) {
    this.instance = instance;
    const { varieties, growersMost } = instance.input;
    const fixedOf = varieties.map((_, v) => instance.fixed.filter((c) => c.v === v));
    this.most = fixedOf.map((own) => growersMost - own.length);
    this.lost = fixedOf.map((own) => own.reduce((lost, c) => lost * (1 - c.p), 1));
    this.fixedWorth = varieties.reduce((sum, v, i) => sum + v.worth * (1 - (this.lost[i] ?? 1)), 0);
    this.open = varieties.map((_, v) =>
      this.most[v] === 0
        ? []
        : instance.choices
            .slice(instance.first[v], instance.first[v + 1])
            .filter((c) => !instance.fixed.some((f) => (f.v === c.v && f.g === c.g) || instance.excludes(f, c))),
    );
    const longest = Math.max(0, ...this.open.map((own) => own.length));
    this.netOf = new Float64Array(longest);
    this.pOf = new Float64Array(longest);
    this.worth = varieties.map((v, i) => v.worth * (this.lost[i] ?? 1));
    this.least = new Float64Array(instance.input.gardens.length);
    this.sure = this.open.map((own) => [...own].sort((a, b) => b.p - a.p || a.i - b.i));
    this.rows = rowsOf(instance, this.open.flat());
    this.price = new Float64Array(this.rows.rows.length);
    this.best = this.price.slice();
    this.direction = new Float64Array(this.price.length);
    this.limits = Float64Array.from(this.rows.rows, (r) => r.limit);
    this.cost = new Float64Array(instance.choices.length);
    this.shared = this.open.map((own) => (growersMost === 2 ? sharedOf(own, this.rows) : []));
    // With three attempts and more, rules that count a variety once have no price: sets of three that share some are not looked through.
    this.priced = Uint8Array.from(this.rows.rows, (r) => (r.once && growersMost > 2 ? 0 : 1));
  }

  private readonly priced: Uint8Array;

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

  /** What each choice costs at these prices. */
  private costs(price: Float64Array): Float64Array {
    const { start, row, uses } = this.rows;
    const cost = new Float64Array(this.instance.choices.length);
    for (let i = 0; i < cost.length; i++) {
      let sum = 0;
      for (let k = start[i] as number; k < (start[i + 1] as number); k++) sum += (uses[k] as number) * (price[row[k] as number] as number);
      cost[i] = sum;
    }
    return cost;
  }

  /**
   * Every set of a variety that is worth more than `floor` after its prices, given to `take`, which answers the floor from then on. Sets of as many
   * choices as the variety still gets, in different gardens.
   */
  private sets(
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
    // Two that count once in a rule pay it once.
    for (const s of this.shared[v] ?? []) {
      const value = this.sharedValue(v, s, cost, price);
      if (value > least) least = take(value, [s.a, s.b]);
    }
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

  /** The best one or two of these choices: what `sets` finds, for the number that is usual, in a loop that is tight. */
  private bestPair(v: number, own: readonly Choice[], cost: Float64Array, price: Float64Array): ChoiceSet {
    const worth = this.worth[v] as number;
    const n = own.length;
    const { netOf, pOf } = this;
    let [value, a, b] = [0, -1, -1];
    let most = 0;
    for (let i = 0; i < n; i++) {
      const c = own[i] as Choice;
      const net = worth * c.p - (cost[c.i] as number);
      netOf[i] = net;
      pOf[i] = c.p;
      if (net > most) most = net;
      if (net > value) [value, a] = [net, i];
    }
    for (let i = 0; i < n; i++) {
      const net = netOf[i] as number;
      if (net + most <= value) continue;
      const rest = worth * (pOf[i] as number);
      for (let j = i + 1; j < n; j++) {
        const both = net + (netOf[j] as number) - rest * (pOf[j] as number);
        if (both > value && (own[i] as Choice).g !== (own[j] as Choice).g) [value, a, b] = [both, i, j];
      }
    }
    let choices = [a, b].filter((i) => i >= 0).map((i) => own[i] as Choice);
    for (const s of this.shared[v] ?? []) {
      const both = this.sharedValue(v, s, cost, price);
      if (both > value) [value, choices] = [both, [s.a, s.b]];
    }
    return { v, choices, value };
  }

  /** What two choices are worth that pay once what counts once; nothing where they share no price. */
  private sharedValue(v: number, { a, b, rows }: Shared, cost: Float64Array, price: Float64Array): number {
    let once = 0;
    for (const row of rows) once += price[row] as number;
    return once === 0
      ? -Infinity
      : (this.worth[v] as number) * (1 - (1 - a.p) * (1 - b.p)) - (cost[a.i] as number) - (cost[b.i] as number) + once;
  }

  /** For each variety what would be best for it at these prices. */
  private bestSets(cost: Float64Array, price: Float64Array): ChoiceSet[] {
    return this.open.map((_, v) => {
      if (this.most[v] === 2) return this.bestPair(v, this.undominated(v, cost), cost, price);
      let best: ChoiceSet = { v, choices: [], value: 0 };
      this.sets(v, this.undominated(v, cost), cost, price, 0, (value, set) => {
        best = { v, choices: [...set], value };
        return value;
      });
      return best;
    });
  }

  /** The limit that prices prove, and what each variety would take at them. Prices below 0 count as none. */
  prove(of: Float64Array): { readonly limit: number; readonly sets: readonly ChoiceSet[] } {
    const price = new Float64Array(of.length);
    for (let row = 0; row < of.length; row++) if (this.priced[row] === 1 && (of[row] as number) > 0) price[row] = of[row] as number;
    const cost = this.costs(price);
    const sets = this.bestSets(cost, price);
    let limit = this.fixedWorth;
    for (const s of sets) limit += s.value;
    for (let row = 0; row < price.length; row++) limit += (this.limits[row] as number) * (price[row] as number);
    if (limit < this.bound) {
      this.bound = limit;
      this.best = price;
      this.cost.set(cost);
    }
    return { limit, sets };
  }

  /** So many steps towards a lower limit; `found` is the worth that some plan keeps. Gives the sets of each round to `seen`. */
  improve(rounds: number, found: number, seen: (sets: readonly ChoiceSet[]) => void): void {
    for (let i = 0; i < rounds && this.step > LEAST_STEP; i++) {
      const before = this.bound;
      const { limit, sets } = this.prove(this.price);
      seen(sets);
      this.since = this.bound < before - 1e-9 * Math.abs(before) ? 0 : this.since + 1;
      if (this.since > PATIENCE) {
        this.step /= 2;
        this.since = 0;
        this.price = this.best.slice();
        continue;
      }
      const slack = this.limits.slice();
      for (const s of sets) for (const [row, n] of this.usesOf(s.choices)) slack[row] = (slack[row] ?? 0) - n;
      // Against the last direction it turns less sharply (Camerini, Fratta & Maffioli 1975, Mathematical Programming Study 3).
      const { price, direction } = this;
      let along = 0;
      let last = 0;
      for (let row = 0; row < slack.length; row++) {
        if (this.priced[row] !== 1 || ((slack[row] as number) > 0 && price[row] === 0)) slack[row] = 0;
        const d = direction[row] as number;
        along += (slack[row] as number) * d;
        last += d * d;
      }
      const turn = along < 0 && last > 0 ? (-DEFLECTION * along) / last : 0;
      let norm = 0;
      for (let row = 0; row < slack.length; row++) {
        const d = (slack[row] as number) + turn * (direction[row] as number);
        direction[row] = d;
        norm += d * d;
      }
      if (norm === 0) return;
      const by = (this.step * Math.max(limit - found, 1e-6 * Math.abs(limit))) / norm;
      this.price = price.slice();
      for (let row = 0; row < slack.length; row++) this.price[row] = Math.max(0, (price[row] as number) - by * (direction[row] as number));
    }
  }

  /** So many sets of a variety that are worth the most at the best prices, also where that is less than nothing. */
  cheapest(v: number, many: number, fits: (c: Choice) => boolean): ChoiceSet[] {
    let best: ChoiceSet[] = [];
    const own = (this.open[v] ?? [])
      .filter(fits)
      .map((c) => ({ c, net: (this.worth[v] as number) * c.p - (this.cost[c.i] as number) }))
      .sort((a, b) => b.net - a.net || a.c.i - b.c.i)
      .slice(0, many)
      .map((x) => x.c);
    this.sets(v, own, this.cost, this.best, -Infinity, (value, set) => {
      best.push({ v, choices: [...set], value });
      if (best.length >= 4 * many) best = best.sort((a, b) => b.value - a.value).slice(0, many);
      return best.length >= many ? Math.min(...best.slice(0, many).map((s) => s.value)) : -Infinity;
    });
    return best.sort((a, b) => b.value - a.value).slice(0, many);
  }

  /**
   * Every set that a plan better than `found` can hold: with any other of its variety the limit falls to what was found (reduced costs). Null where they are
   * more than `most`.
   */
  setsFor(found: number, most: number): ChoiceSet[] | null {
    const room = this.bound - found;
    const best = this.bestSets(this.cost, this.best);
    const out: ChoiceSet[] = [];
    for (const own of best) {
      const floor = own.value - room - 1e-9;
      let over = false;
      this.sets(own.v, this.open[own.v] ?? [], this.cost, this.best, floor, (value, set) => {
        if (out.length >= most) over = true;
        else out.push({ v: own.v, choices: [...set], value });
        return over ? Infinity : floor;
      });
      if (over) return null;
    }
    return [
      ...new Map(
        out.map((s) => [
          s.choices
            .map((c) => c.i)
            .sort((a, b) => a - b)
            .join(' '),
          s,
        ]),
      ).values(),
    ];
  }
}

function sharedOf(own: readonly Choice[], { rows, start, row }: Rows): Shared[] {
  // By rule, which choices have part in it: only those can share one.
  const by = new Map<number, Choice[]>();
  for (const c of own) {
    for (let k = start[c.i] as number; k < (start[c.i + 1] as number); k++) {
      const r = row[k] as number;
      if (rows[r]?.once === true) by.set(r, [...(by.get(r) ?? []), c]);
    }
  }
  const pairs = new Map<string, { readonly a: Choice; readonly b: Choice; readonly rows: number[] }>();
  for (const [r, parts] of by) {
    parts.forEach((a, i) => {
      for (const b of parts.slice(i + 1)) {
        if (a.g === b.g) continue;
        const key = `${String(a.i)} ${String(b.i)}`;
        const there = pairs.get(key);
        if (there) there.rows.push(r);
        else pairs.set(key, { a, b, rows: [r] });
      }
    });
  }
  return [...pairs.values()];
}
