import type { Choice, Instance } from './instance.ts';
import { PlanState } from './planState.ts';

/** Numbers between 0 and 1 in an order that a seed gives (mulberry32). */
export function randomFrom(seed: number): () => number {
  let a = seed >>> 0;
  return () => {
    a = (a + 0x6d2b79f5) >>> 0;
    let t = a;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

interface Ranked {
  readonly c: Choice;
  score: number;
}

/**
 * Adds to a plan what gains the most, until nothing more fits: what a choice gains only falls while others go in, so that each is looked at
 * again only when it stands first. `price` is what a choice costs others, in the measure of the gain.
 */
export function fill(state: PlanState, candidates: Iterable<Choice>, price: ((c: Choice) => number) | null = null): void {
  const scoreOf = (c: Choice): number => state.gain(c) - (price === null ? 0 : price(c));
  const heap: Ranked[] = [];
  for (const c of candidates) if (!state.chosen.has(c) && state.gain(c) > LEAST_GAIN) heap.push({ c, score: scoreOf(c) });
  const before = (a: Ranked, b: Ranked): boolean => a.score > b.score || (a.score === b.score && a.c.i < b.c.i);
  const sink = (from: number): void => {
    let at = from;
    for (;;) {
      let top = at;
      for (const child of [2 * at + 1, 2 * at + 2]) {
        if (child < heap.length && before(heap[child] as Ranked, heap[top] as Ranked)) top = child;
      }
      if (top === at) return;
      [heap[at], heap[top]] = [heap[top] as Ranked, heap[at] as Ranked];
      at = top;
    }
  };
  for (let i = (heap.length >> 1) - 1; i >= 0; i--) sink(i);
  while (heap.length > 0) {
    const first = heap[0] as Ranked;
    const now = scoreOf(first.c);
    if (state.gain(first.c) > LEAST_GAIN && state.fits(first.c)) {
      if (now < first.score - 1e-15) {
        first.score = now;
        sink(0);
        continue;
      }
      state.add(first.c);
    }
    const last = heap.pop() as Ranked;
    if (heap.length > 0) {
      heap[0] = last;
      sink(0);
    }
  }
}

/** A choice that gains less than this keeps nothing that anybody would notice. */
const LEAST_GAIN = 1e-12;

/** The plan that takes what gains most, one after the other. */
export function greedyPlan(instance: Instance): Choice[] {
  const state = new PlanState(instance);
  fill(state, instance.choices);
  return free(state, instance);
}

/** A plan that begins with these choices, as far as they fit, and takes what then gains most. */
export function planFrom(instance: Instance, start: readonly Choice[]): Choice[] {
  const state = new PlanState(instance);
  for (const c of start) if (!state.chosen.has(c) && state.fits(c)) state.add(c);
  fill(state, instance.choices);
  return free(state, instance);
}

const free = (state: PlanState, { fixed }: Instance): Choice[] => [...state.chosen].filter((c) => !fixed.includes(c));

/** What is looked at of each variety, and of each cell, a garden in a season. */
interface Looked {
  readonly ofVariety: readonly (readonly Choice[])[];
  readonly inCell: readonly (readonly Choice[])[];
}

/** Choices that cost others much more than they could gain are in no good plan, and not looked at. */
const HOPELESS = 0.05;

function lookedAt({ choices, input }: Instance, price: Float64Array | null): Looked {
  const ofVariety: Choice[][] = input.varieties.map(() => []);
  const inCell: Choice[][] = Array.from({ length: input.gardens.length * input.seasons }, () => []);
  for (const c of choices) {
    const worth = input.varieties[c.v]?.worth ?? 0;
    if (price !== null && worth * (c.p + HOPELESS) < (price[c.i] ?? 0)) continue;
    ofVariety[c.v]?.push(c);
    for (let t = c.s; t <= c.flowers; t++) inCell[c.g * input.seasons + t]?.push(c);
  }
  return { ofVariety, inCell };
}

export interface Searched {
  readonly total: number;
  readonly plan: readonly Choice[];
}

/**
 * A search by taking out and putting in again (large neighbourhoods): some choices that have to do with each other go, all that could stand in their place
 * comes back in the order of what it gains over its price, blurred. Keeps the best. A given number of rounds from a given seed always answers the same.
 */
export class Exchange {
  best: Searched;
  private readonly instance: Instance;
  private readonly state: PlanState;
  private readonly random: () => number;
  private readonly held: ReadonlySet<Choice>;

  constructor(instance: Instance, start: readonly Choice[], seed: number) {
    this.instance = instance;
    this.state = new PlanState(instance);
    for (const c of start) if (this.state.fits(c)) this.state.add(c);
    this.best = { total: this.state.total(), plan: free(this.state, instance) };
    this.random = randomFrom(seed);
    this.held = new Set(instance.fixed);
  }

  /** Goes on from another plan, where it is better than the best. */
  offer(plan: readonly Choice[]): void {
    const other = new PlanState(this.instance);
    for (const c of plan) if (other.fits(c)) other.add(c);
    if (other.total() <= this.best.total + 1e-12) return;
    this.reset(plan);
    this.best = { total: this.state.total(), plan: free(this.state, this.instance) };
  }

  private reset(plan: readonly Choice[]): void {
    const wanted = new Set(plan);
    for (const c of free(this.state, this.instance)) if (!wanted.has(c)) this.state.remove(c);
    for (const c of plan) if (!this.state.chosen.has(c) && this.state.fits(c)) this.state.add(c);
  }

  private pick<T>(list: readonly T[]): T {
    return list[Math.floor(this.random() * list.length)] as T;
  }

  /** Choices that have to do with one: of its variety, its garden, its group in that season, or none in particular. */
  private related(all: readonly Choice[], of: Choice, many: number): Choice[] {
    const { varieties } = this.instance.input;
    const group = varieties[of.v]?.group ?? null;
    const way = this.random();
    const near = all.filter((c) =>
      way < 0.35
        ? c.g === of.g
        : way < 0.6
          ? group !== null && varieties[c.v]?.group === group
          : way < 0.85
            ? c.s === of.s && Math.abs(c.p - of.p) < 0.2
            : true,
    );
    const out = new Set<Choice>([of]);
    for (let i = 0; i < 3 * many && out.size < many; i++) out.add(this.pick(near.length === 0 ? all : near));
    return [...out];
  }

  /** A plan from nothing by these prices: what gains the most over its price first, and then whatever still gains. */
  construct(price: Float64Array): void {
    const state = new PlanState(this.instance);
    fill(
      state,
      this.instance.choices.filter((c) => state.gain(c) > (price[c.i] ?? 0)),
      (c) => price[c.i] ?? 0,
    );
    fill(state, this.instance.choices);
    this.offer(free(state, this.instance));
  }

  /** So many rounds; `price` by the place of a choice. */
  run(rounds: number, price: Float64Array | null): void {
    const { state, instance } = this;
    const { seasons } = instance.input;
    const looked = lookedAt(instance, price);
    for (let round = 0; round < rounds; round++) {
      const all = free(state, instance);
      if (instance.choices.length === 0) return;
      const before = state.total();
      const wanted: Choice[] = [];
      let gone: Choice[] = [];
      if (all.length > 0) {
        gone = this.related(all, this.pick(all), 2 + Math.floor(this.random() * Math.min(14, all.length)));
      }
      // One that has no place now may push others out.
      if (this.random() < 0.3 || all.length === 0) {
        const c = this.pick(instance.choices);
        wanted.push(c);
        gone = [
          ...new Set([
            ...gone,
            ...state.excludedBy(c),
            ...all.filter((o) => o.v === c.v || (o.g === c.g && o.s <= c.flowers && c.s <= o.flowers)),
          ]),
        ].filter((o) => state.chosen.has(o) && !this.held.has(o));
      }
      for (const c of gone) state.remove(c);
      for (const c of wanted) if (state.fits(c) && state.gain(c) > LEAST_GAIN) state.add(c);
      const candidates = new Set<Choice>();
      for (const c of gone) {
        for (const o of looked.ofVariety[c.v] ?? []) candidates.add(o);
        for (let t = c.s; t <= c.flowers; t++) for (const o of looked.inCell[c.g * seasons + t] ?? []) candidates.add(o);
      }
      const blur = new Map<number, number>();
      const blurred = (c: Choice): number => {
        let b = blur.get(c.i);
        if (b === undefined) blur.set(c.i, (b = this.random() * 0.08));
        return (price === null ? 0 : (price[c.i] ?? 0)) + b * state.gain(c);
      };
      fill(
        state,
        [...candidates].sort((a, b) => a.i - b.i),
        blurred,
      );
      const after = state.total();
      if (after > this.best.total + 1e-12) this.best = { total: after, plan: free(state, instance) };
      // Now and then a little worse is gone on from, and from the best again when it leads nowhere.
      if (after < before - 1e-12 && this.random() > 0.06) this.reset(this.best.plan);
      if (state.total() < this.best.total * 0.995) this.reset(this.best.plan);
    }
  }
}
