import { type ChoiceSet, ChoiceSets } from './choiceSets.ts';
import type { Choice, Instance } from './instance.ts';

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
  readonly sets: ChoiceSets;
  /** By the place of a choice: what it takes from others at the best prices. */
  readonly cost: Float64Array;
  /** A proved upper limit of the worth that can be kept. */
  bound = Infinity;
  /** The prices that proved it. */
  best: Float64Array;
  private price: Float64Array;
  /** Whether a rule has a price at all. */
  private readonly priced: Uint8Array;
  private readonly limits: Float64Array;
  private readonly direction: Float64Array;
  private step = FIRST_STEP;
  private since = 0;

  constructor(instance: Instance) {
    this.sets = new ChoiceSets(instance);
    const { rows } = this.sets.rows;
    this.limits = Float64Array.from(rows, (r) => r.limit);
    // With three attempts and more, rules that count a variety once have no price: sets of three that share some are not looked through.
    this.priced = Uint8Array.from(rows, (r) => (r.once && instance.input.growersMost > 2 ? 0 : 1));
    this.price = new Float64Array(rows.length);
    this.best = this.price.slice();
    this.direction = new Float64Array(rows.length);
    this.cost = new Float64Array(instance.choices.length);
  }

  /** The limit that prices prove, and what each variety would take at them. Prices below 0 count as none. */
  prove(of: Float64Array): { readonly limit: number; readonly sets: readonly ChoiceSet[] } {
    const price = new Float64Array(of.length);
    for (let row = 0; row < of.length; row++) if (this.priced[row] === 1 && (of[row] as number) > 0) price[row] = of[row] as number;
    const cost = this.sets.costs(price);
    const sets = this.sets.bestOfEach(cost, price);
    let limit = this.sets.fixedWorth;
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
      for (const s of sets) this.sets.spend(slack, s.choices);
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
    const own = (this.sets.open[v] ?? [])
      .filter(fits)
      .map((c) => ({ c, net: (this.sets.worth[v] as number) * c.p - (this.cost[c.i] as number) }))
      .sort((a, b) => b.net - a.net || a.c.i - b.c.i)
      .slice(0, many)
      .map((x) => x.c);
    this.sets.each(v, own, this.cost, this.best, -Infinity, (value, set) => {
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
    const best = this.sets.bestOfEach(this.cost, this.best);
    const out: ChoiceSet[] = [];
    for (const own of best) {
      const floor = own.value - room - 1e-9;
      let over = false;
      this.sets.each(own.v, this.sets.open[own.v] ?? [], this.cost, this.best, floor, (value, set) => {
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
