import type { Choice } from './instance.ts';
import type { Rows } from './rows.ts';

/**
 * The best one or two choices of a variety at given prices: what is asked some hundred thousand times in one search, and so on flat arrays, in
 * the order in which memory is read.
 */
export class PairSearch {
  private readonly worth: readonly number[];
  private readonly rows: Rows;
  /** Of variety v the choices from `start[v]` to `start[v + 1]`, the surest first: which they are, how sure, in which garden. */
  private readonly start: Int32Array;
  private readonly which: Int32Array;
  private readonly sure: Float64Array;
  private readonly garden: Int32Array;
  private readonly choices: readonly Choice[];
  /** Two choices of one variety that count once in some rules, in the same way; and those rules. */
  private readonly sharedStart: Int32Array;
  private readonly sharedA: Int32Array;
  private readonly sharedB: Int32Array;
  private readonly ruleStart: Int32Array;
  private readonly rules: Int32Array;
  /** What both of a pair keep together, and of which variety it is; by rule, the pairs that it counts once. */
  private readonly both: Float64Array;
  private readonly varietyOf: Int32Array;
  private readonly pairsStart: Int32Array;
  private readonly pairsOf: Int32Array;
  private readonly numbered: readonly Choice[];
  private readonly seen: Int32Array;
  private turn = 0;
  /** By garden, what the cheapest choice costs: a place to work in. */
  private readonly least: Float64Array;
  private readonly cheapest: [number, number] = [-1, -1];
  private readonly left: Int32Array;
  private readonly net: Float64Array;

  /** `ofEach` are the choices of each variety that gets two; none of the others. */
  constructor(ofEach: readonly (readonly Choice[])[], numbered: readonly Choice[], gardens: number, worth: readonly number[], rows: Rows) {
    this.worth = worth;
    this.rows = rows;
    const sorted = ofEach.map((own) => [...own].sort((a, b) => b.p - a.p || a.i - b.i));
    this.choices = sorted.flat();
    this.start = offsets(sorted.map((own) => own.length));
    this.which = Int32Array.from(this.choices, (c) => c.i);
    this.sure = Float64Array.from(this.choices, (c) => c.p);
    this.garden = Int32Array.from(this.choices, (c) => c.g);
    this.least = new Float64Array(gardens);
    const longest = Math.max(0, ...sorted.map((own) => own.length));
    this.left = new Int32Array(longest);
    this.net = new Float64Array(longest);
    const shared = ofEach.map((own) => sharedOf(own, rows));
    const pairs = shared.flat();
    this.sharedStart = offsets(shared.map((own) => own.length));
    this.sharedA = Int32Array.from(pairs, (s) => s.a);
    this.sharedB = Int32Array.from(pairs, (s) => s.b);
    this.ruleStart = offsets(pairs.map((s) => s.rules.length));
    this.rules = Int32Array.from(pairs.flatMap((s) => s.rules));
    this.numbered = numbered;
    this.both = Float64Array.from(pairs, ({ a, b }) => {
      const [x, y] = [numbered[a] as Choice, numbered[b] as Choice];
      return (worth[x.v] as number) * (1 - (1 - x.p) * (1 - y.p));
    });
    this.varietyOf = Int32Array.from(pairs, ({ a }) => (numbered[a] as Choice).v);
    this.seen = new Int32Array(pairs.length);
    const many = new Int32Array(rows.rows.length);
    for (const r of this.rules) many[r] = (many[r] as number) + 1;
    this.pairsStart = offsets([...many]);
    const next = this.pairsStart.slice();
    this.pairsOf = new Int32Array(this.rules.length);
    pairs.forEach((pair, s) => {
      for (const r of pair.rules) {
        this.pairsOf[next[r] as number] = s;
        next[r] = (next[r] as number) + 1;
      }
    });
  }

  /** Places in the list of choices that could be in the best pair: those that cost less than they are worth, and that no two surer and cheaper ones stand before. */
  private undominated(v: number, cost: Float64Array): number {
    const { start, which, sure, garden, least, cheapest, left } = this;
    const worth = this.worth[v] as number;
    least.fill(Infinity);
    cheapest[0] = cheapest[1] = -1;
    let n = 0;
    const to = start[v + 1] as number;
    for (let k = start[v] as number; k < to; k++) {
      const own = cost[which[k] as number] as number;
      if (own >= worth * (sure[k] as number)) continue;
      const g = garden[k] as number;
      if ((least[g] as number) <= own) continue;
      const [first, second] = cheapest;
      if (second >= 0 && (least[second] as number) <= own) continue;
      left[n++] = k;
      least[g] = own;
      // The two cheapest so far, in different gardens.
      if (first === g || second === g) {
        if (second === g && own < (least[first] as number)) [cheapest[0], cheapest[1]] = [g, first];
      } else if (first < 0 || own < (least[first] as number)) [cheapest[0], cheapest[1]] = [g, first];
      else cheapest[1] = g;
    }
    return n;
  }

  /** The best of a variety at these costs, where nothing counts once. */
  best(v: number, cost: Float64Array): { readonly choices: readonly Choice[]; readonly value: number } {
    const { which, sure, garden, left, net } = this;
    const worth = this.worth[v] as number;
    const n = this.undominated(v, cost);
    let [value, a, b] = [0, -1, -1];
    let most = 0;
    for (let i = 0; i < n; i++) {
      const k = left[i] as number;
      const own = worth * (sure[k] as number) - (cost[which[k] as number] as number);
      net[i] = own;
      if (own > most) [most, value, a] = [own, own, k];
    }
    for (let i = 0; i < n; i++) {
      const own = net[i] as number;
      if (own + most <= value) continue;
      const k = left[i] as number;
      const rest = worth * (sure[k] as number);
      const g = garden[k] as number;
      for (let j = i + 1; j < n; j++) {
        const l = left[j] as number;
        const both = own + (net[j] as number) - rest * (sure[l] as number);
        if (both > value && garden[l] !== g) [value, a, b] = [both, k, l];
      }
    }
    const choices = [a, b].filter((k) => k >= 0).map((k) => this.choices[k] as Choice);
    return { choices, value };
  }

  /**
   * Two that count once in a rule pay it once: where such a pair is better than what was found of its variety, it takes its place. Only rules that cost something are
   * looked through: few of them.
   */
  betterShared(found: { readonly v: number; choices: readonly Choice[]; value: number }[], cost: Float64Array, price: Float64Array): void {
    const { sharedA, sharedB, both, pairsOf, pairsStart, ruleStart, rules, varietyOf, seen } = this;
    this.turn += 1;
    for (let r = 0; r + 1 < pairsStart.length; r++) {
      if ((price[r] as number) <= 0) continue;
      const to = pairsStart[r + 1] as number;
      for (let k = pairsStart[r] as number; k < to; k++) {
        const s = pairsOf[k] as number;
        if (seen[s] === this.turn) continue;
        seen[s] = this.turn;
        const own = found[varietyOf[s] as number] as { choices: readonly Choice[]; value: number };
        const costA = cost[sharedA[s] as number] as number;
        const costB = cost[sharedB[s] as number] as number;
        const worth = both[s] as number;
        // What is paid once is no more than the cheaper of them costs.
        if (worth - (costA > costB ? costA : costB) <= own.value) continue;
        let once = 0;
        const end = ruleStart[s + 1] as number;
        for (let j = ruleStart[s] as number; j < end; j++) once += price[rules[j] as number] as number;
        const net = worth - costA - costB + once;
        if (net <= own.value) continue;
        own.value = net;
        own.choices = [this.numbered[sharedA[s] as number] as Choice, this.numbered[sharedB[s] as number] as Choice];
      }
    }
  }

  /** What two choices save together, since some rules count them once. */
  eachShared(v: number, price: Float64Array, take: (a: number, b: number, once: number) => void): void {
    for (let s = this.sharedStart[v] as number; s < (this.sharedStart[v + 1] as number); s++) {
      let once = 0;
      for (let k = this.ruleStart[s] as number; k < (this.ruleStart[s + 1] as number); k++)
        once += price[this.rules[k] as number] as number;
      if (once > 0) take(this.sharedA[s] as number, this.sharedB[s] as number, once);
    }
  }

  /** Takes from `left` what these choices use of each rule. */
  spend(left: Float64Array, choices: readonly Choice[]): void {
    const { rows, start, row, uses } = this.rows;
    const [first] = choices;
    for (const c of choices) {
      const to = start[c.i + 1] as number;
      for (let k = start[c.i] as number; k < to; k++) {
        const r = row[k] as number;
        if (rows[r]?.once !== true) left[r] = (left[r] as number) - (uses[k] as number);
        else if (c === first || !this.isIn(choices, c, r)) left[r] = (left[r] as number) - 1;
      }
    }
  }

  /** Whether one of the choices before has part in a rule already. */
  private isIn(choices: readonly Choice[], until: Choice, rule: number): boolean {
    const { start, row } = this.rows;
    for (const c of choices) {
      if (c === until) return false;
      for (let k = start[c.i] as number; k < (start[c.i + 1] as number); k++) if (row[k] === rule) return true;
    }
    return false;
  }
}

function offsets(lengths: readonly number[]): Int32Array {
  const out = new Int32Array(lengths.length + 1);
  lengths.forEach((n, i) => (out[i + 1] = (out[i] as number) + n));
  return out;
}

interface Shared {
  readonly a: number;
  readonly b: number;
  readonly rules: number[];
}

function sharedOf(own: readonly Choice[], { rows, start, row }: Rows): Shared[] {
  // By rule, which choices have part in it: only those can share one.
  const by = new Map<number, Choice[]>();
  for (const c of own) {
    for (let k = start[c.i] as number; k < (start[c.i + 1] as number); k++) {
      const r = row[k] as number;
      if (rows[r]?.once !== true) continue;
      const parts = by.get(r);
      if (parts) parts.push(c);
      else by.set(r, [c]);
    }
  }
  const pairs = new Map<number, Shared>();
  // A pair as one number: choices have numbers below two to the twenty-first.
  const most = 2 ** 21;
  for (const [r, parts] of by) {
    parts.forEach((a, i) => {
      for (let j = i + 1; j < parts.length; j++) {
        const b = parts[j] as Choice;
        if (a.g === b.g) continue;
        const key = a.i * most + b.i;
        const there = pairs.get(key);
        if (there) there.rules.push(r);
        else pairs.set(key, { a: a.i, b: b.i, rules: [r] });
      }
    });
  }
  return [...pairs.values()];
}
