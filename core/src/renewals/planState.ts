import {
  type Choice,
  freeIn,
  growersOf,
  type Instance,
  otherPollen,
  type RenewalGarden,
  type RenewalRoom,
  type RenewalVariety,
} from './instance.ts';

/** A plan while it is made: what is in it, what is left of each garden, and what it keeps. */
export class PlanState {
  readonly chosen = new Set<Choice>();
  readonly ofVariety: Choice[][];
  /** What is lost of each variety: the product of 1 - p. */
  readonly lost: Float64Array;
  private readonly instance: Instance;
  private readonly seasons: number;
  private readonly room: Float64Array;
  private readonly most: Int32Array;
  private readonly cages: Int32Array;
  /** Open patches of a group that flower in a season. */
  private readonly flowering = new Map<string, Set<Choice>>();

  constructor(instance: Instance) {
    this.instance = instance;
    const { gardens, varieties, seasons } = instance.input;
    this.seasons = seasons;
    const cells = gardens.length * seasons;
    const of = (what: keyof RenewalRoom): number[] =>
      Array.from({ length: cells }, (_, i) => freeIn(gardens[Math.floor(i / seasons)] as RenewalGarden, i % seasons)[what]);
    this.room = Float64Array.from(of('plants'));
    this.most = Int32Array.from(of('varieties'));
    this.cages = Int32Array.from(of('cages'));
    this.ofVariety = varieties.map(() => []);
    this.lost = new Float64Array(varieties.length).fill(1);
    for (const c of instance.fixed) this.add(c);
  }

  private variety(c: Choice): RenewalVariety {
    return this.instance.input.varieties[c.v] as RenewalVariety;
  }

  private groupKey(c: Choice): string | null {
    const { group } = this.variety(c);
    return group === null || c.covered ? null : `${group} ${String(c.flowers)}`;
  }

  /** What of the worth of its variety a choice would keep more. */
  gain(c: Choice): number {
    return this.variety(c).worth * (this.lost[c.v] ?? 0) * c.p;
  }

  /** Whether a choice can go in as the plan is. */
  fits(c: Choice): boolean {
    const own = this.ofVariety[c.v] as Choice[];
    if (own.length >= growersOf(this.instance.input, this.variety(c))) return false;
    for (const o of own) if (o.g === c.g) return false;
    const { plants } = this.variety(c);
    for (let t = c.s; t <= c.flowers; t++) {
      const cell = c.g * this.seasons + t;
      if ((this.room[cell] ?? 0) < plants || (this.most[cell] ?? 0) < 1) return false;
    }
    if (c.caged && (this.cages[c.g * this.seasons + c.flowers] ?? 0) < 1) return false;
    const key = this.groupKey(c);
    if (key !== null) for (const o of this.flowering.get(key) ?? []) if (this.instance.excludes(c, o)) return false;
    return true;
  }

  /** What has to go so that a choice fits beside all else: those that it excludes, and none where room is what is missing. */
  excludedBy(c: Choice): Choice[] {
    const key = this.groupKey(c);
    return key === null ? [] : [...(this.flowering.get(key) ?? [])].filter((o) => this.instance.excludes(c, o));
  }

  add(c: Choice): void {
    this.use(c, -1);
    this.chosen.add(c);
    (this.ofVariety[c.v] as Choice[]).push(c);
    this.lost[c.v] = (this.lost[c.v] ?? 1) * (1 - c.p);
    const key = this.groupKey(c);
    if (key !== null) this.flowering.set(key, (this.flowering.get(key) ?? new Set()).add(c));
  }

  remove(c: Choice): void {
    this.use(c, 1);
    this.chosen.delete(c);
    const own = this.ofVariety[c.v] as Choice[];
    own.splice(own.indexOf(c), 1);
    this.lost[c.v] = own.reduce((lost, o) => lost * (1 - o.p), 1);
    const key = this.groupKey(c);
    if (key !== null) this.flowering.get(key)?.delete(c);
  }

  private use(c: Choice, by: 1 | -1): void {
    const { plants } = this.variety(c);
    for (let t = c.s; t <= c.flowers; t++) {
      const cell = c.g * this.seasons + t;
      this.room[cell] = (this.room[cell] ?? 0) + by * plants;
      this.most[cell] = (this.most[cell] ?? 0) + by;
    }
    if (c.caged) {
      const cell = c.g * this.seasons + c.flowers;
      this.cages[cell] = (this.cages[cell] ?? 0) + by;
    }
  }

  /** Worth that is kept. */
  total(): number {
    return this.instance.input.varieties.reduce((sum, v, i) => sum + v.worth * (1 - (this.lost[i] ?? 1)), 0);
  }

  /** Which fixed choices break a rule together, by their places in the list; empty where all hold. */
  static broken(instance: Instance): { readonly rule: string; readonly which: readonly number[] } | null {
    const { fixed, input } = instance;
    const all = fixed.map((c, i) => ({ c, i }));
    const here = (c: Choice, t: number, g: number): boolean => c.g === g && c.s <= t && t <= c.flowers;
    const beside = otherPollen(input);
    for (const [i, f] of input.fixed.entries()) {
      const c = fixed[i] as Choice;
      const alone = (rule: string) => ({ rule, which: [i] });
      if (c.flowers >= input.seasons) return alone('it would stand beyond the last season');
      if (input.gardens[c.g]?.takes?.includes(f.variety) === false) return alone('the garden does not take it');
      if (c.covered && input.varieties[c.v]?.cover === null) return alone('nothing keeps its flowers to themselves');
      if (!c.covered && beside(c)) return alone('what others grow there then would cross it');
      const out = input.barred.some(
        (b) => b.variety === f.variety && (b.garden ?? f.garden) === f.garden && (b.season ?? f.season) === f.season,
      );
      if (out) return alone('it is barred, too');
    }
    for (const { c } of all) {
      const same = all.filter((o) => o.c.v === c.v);
      if (same.length > growersOf(input, input.varieties[c.v]))
        return { rule: 'more growers than a variety gets', which: same.map((o) => o.i) };
      const twice = same.filter((o) => o.c.g === c.g);
      if (twice.length > 1) return { rule: 'one variety twice in one garden', which: twice.map((o) => o.i) };
    }
    for (const [g, garden] of input.gardens.entries()) {
      for (let t = 0; t < input.seasons; t++) {
        const there = all.filter((o) => here(o.c, t, g));
        if (there.length === 0) continue;
        const free = freeIn(garden, t);
        const plants = there.reduce((n, o) => n + (input.varieties[o.c.v] as RenewalVariety).plants, 0);
        if (plants > free.plants) return { rule: 'more plants than the garden has room for', which: there.map((o) => o.i) };
        if (there.length > free.varieties)
          return { rule: 'more varieties than the garden takes at one time', which: there.map((o) => o.i) };
        const covered = there.filter((o) => o.c.caged && o.c.flowers === t);
        if (covered.length > free.cages) return { rule: 'more covers than the garden has', which: covered.map((o) => o.i) };
      }
    }
    for (const a of all)
      for (const b of all) if (a.i < b.i && instance.excludes(a.c, b.c)) return { rule: 'they would cross', which: [a.i, b.i] };
    return null;
  }
}
