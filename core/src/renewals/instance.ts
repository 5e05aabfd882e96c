import { pollenAt } from '../growing/crossing.ts';

/** Whatever names a variety or a garden. */
export type RenewalId = string | number;

/** A variety that may be renewed. */
export interface RenewalVariety {
  readonly id: RenewalId;
  /** What it is called where reasons are given; its id where it is left out. */
  readonly name?: string | undefined;
  /** What it is worth to keep it, above 0. */
  readonly worth: number;
  /** By season: the chance that the seed there then is still good enough for one attempt. */
  readonly keep: readonly number[];
  /** Plants that one attempt takes. */
  readonly plants: number;
  /** Seasons that it stands in a garden; it flowers in the last of them. */
  readonly years: 1 | 2;
  /** Crops that cross; null crosses with nobody. */
  readonly group: string | null;
  readonly outcrossRate: number;
  /** Metres. */
  readonly isolationM: number;
  /** Attempts that there is seed for; as many as any variety gets where it is left out. */
  readonly growersMost?: number | undefined;
  /**
   * How its flowers are kept to themselves: whether that takes one of the cages, and what is left of the chance where it is done. Null where nothing does;
   * left out, a cage does, and costs nothing.
   */
  readonly cover?: { readonly cage: boolean; readonly chance: number } | null | undefined;
}

/** Attempts that a variety gets at most. */
export const growersOf = ({ growersMost }: RenewalInput, v: RenewalVariety | undefined): number =>
  Math.min(growersMost, v?.growersMost ?? growersMost);

/** A garden that may renew. */
export interface RenewalGarden {
  readonly id: RenewalId;
  /** Plants at one time. */
  readonly room: number;
  /** Varieties at one time. */
  readonly most: number;
  /** The chance that what is grown here comes home. */
  readonly chance: number;
  readonly cages: number;
  readonly eastM: number;
  readonly northM: number;
  /** How far apart two patches in it can be, metres. */
  readonly widthM: number;
  /** The only varieties that it takes; null takes all. */
  readonly takes: readonly RenewalId[] | null;
  /** By season, what of it is used by what grows there already; nothing where it is left out. */
  readonly used?: readonly RenewalRoom[] | undefined;
}

/** What a garden has, or uses, in one season. */
export interface RenewalRoom {
  readonly plants: number;
  readonly varieties: number;
  readonly cages: number;
}

/** What is free in a garden in a season, from 0. */
export function freeIn(garden: RenewalGarden, t: number): RenewalRoom {
  const used = garden.used?.[t];
  return {
    plants: garden.room - (used?.plants ?? 0),
    varieties: garden.most - (used?.varieties ?? 0),
    cages: garden.cages - (used?.cages ?? 0),
  };
}

/** Who grows what, when, and whether under cover; seasons count from 1 and are the first that it stands in. */
export interface Renewal {
  readonly variety: RenewalId;
  readonly garden: RenewalId;
  readonly season: number;
  readonly protected: boolean;
}

export interface RenewalInput {
  readonly seasons: number;
  readonly varieties: readonly RenewalVariety[];
  readonly gardens: readonly RenewalGarden[];
  /** The chance of a variety in a garden, over the garden's own. */
  readonly chances: readonly { readonly variety: RenewalId; readonly garden: RenewalId; readonly chance: number }[];
  /** What else flowers, in no hands of ours. */
  readonly others: readonly {
    readonly group: string;
    readonly season: number;
    readonly plants: number;
    readonly eastM: number;
    readonly northM: number;
    /** Where it is known which variety it is: it crosses not with itself. */
    readonly variety?: RenewalId | null | undefined;
    /** Where it is grown for seed too: how much of that others may father. */
    readonly seed?: Pick<RenewalVariety, 'outcrossRate' | 'isolationM'> | null | undefined;
  }[];
  readonly maxCrossed: number;
  /** Attempts that a variety gets at most. */
  readonly growersMost: number;
  readonly fixed: readonly Renewal[];
  readonly barred: readonly { readonly variety: RenewalId; readonly garden: RenewalId | null; readonly season: number | null }[];
}

/** One way of renewing one variety, by the places of its variety and garden in the instance. */
export interface Choice {
  /** Its place among all choices; -1 of a fixed one. */
  readonly i: number;
  readonly v: number;
  readonly g: number;
  /** The first season that it stands in, from 0. */
  readonly s: number;
  /** The season in which it flowers, from 0. */
  readonly flowers: number;
  readonly covered: boolean;
  /** It takes one of the garden's cages. */
  readonly caged: boolean;
  /** The chance that it brings the variety home. */
  readonly p: number;
}

/** An instance, ready to be searched: every choice there is, and which exclude each other. */
export interface Instance {
  readonly input: RenewalInput;
  /** Choices, those of one variety together. */
  readonly choices: readonly Choice[];
  /** The first choice of each variety, and behind the last one the number of all. */
  readonly first: readonly number[];
  /** Choices that are in, as they were fixed. */
  readonly fixed: readonly Choice[];
  /** Whether two choices of different varieties exclude each other by crossing. */
  readonly excludes: (a: Choice, b: Choice) => boolean;
}

/** Pollen never has less far to go between two gardens, metres. */
const LEAST_M = 5;
const IN_A_CAGE = { cage: true, chance: 1 } as const;
/** Beyond this nothing is near, metres. */
const FARTHEST_M = 1e9;
/** Choices that cannot fail would leave nothing to gain from a second one: ln 0. */
const SUREST = 1 - 1e-12;

export function metresBetween(a: RenewalGarden, b: RenewalGarden): number {
  return a === b ? a.widthM : Math.max(LEAST_M, Math.hypot(a.eastM - b.eastM, a.northM - b.northM));
}

/** The crossed share that so many plants at a distance give a variety. */
function crossedBy(v: Pick<RenewalVariety, 'plants' | 'outcrossRate' | 'isolationM'>, plants: number, distanceM: number): number {
  const foreign = plants * pollenAt(distanceM, v.isolationM);
  return (v.outcrossRate * foreign) / (v.plants + foreign);
}

/** All choices that there are by the rules for one at a time. */
export function makeInstance(input: RenewalInput): Instance {
  const { varieties, gardens, seasons } = input;
  const vAt = new Map(varieties.map((v, i) => [v.id, i]));
  const gAt = new Map(gardens.map((g, i) => [g.id, i]));
  const chances = new Map(input.chances.map((c) => [`${String(vAt.get(c.variety))} ${String(gAt.get(c.garden))}`, c.chance]));
  const takes = gardens.map((g) => (g.takes === null ? null : new Set(g.takes)));
  const choice = (v: number, g: number, s: number, covered: boolean): Choice => {
    const { keep, years, cover = IN_A_CAGE } = varieties[v] as RenewalVariety;
    const chance =
      (chances.get(`${String(v)} ${String(g)}`) ?? (gardens[g] as RenewalGarden).chance) * (covered ? (cover?.chance ?? 1) : 1);
    const caged = covered && cover?.cage !== false;
    return { i: -1, v, g, s, flowers: s + years - 1, covered, caged, p: Math.min(SUREST, chance * (keep[s] ?? 0)) };
  };
  const barred = new Set<string>();
  for (const b of input.barred) {
    const v = vAt.get(b.variety) ?? -1;
    const gs = b.garden === null ? gardens.map((_, g) => g) : [gAt.get(b.garden) ?? -1];
    const ss = b.season === null ? Array.from({ length: seasons }, (_, s) => s) : [b.season - 1];
    for (const g of gs) for (const s of ss) barred.add(`${String(v)} ${String(g)} ${String(s)}`);
  }
  const beside = otherPollen(input);
  const choices: Choice[] = [];
  const first: number[] = [];
  varieties.forEach((variety, v) => {
    first.push(choices.length);
    gardens.forEach((garden, g) => {
      if (takes[g]?.has(variety.id) === false) return;
      for (let s = 0; s + variety.years <= seasons; s++) {
        const stands = Array.from({ length: variety.years }, (_, k) => freeIn(garden, s + k));
        if (stands.some((free) => variety.plants > free.plants || free.varieties < 1)) continue;
        if (barred.has(`${String(v)} ${String(g)} ${String(s)}`)) continue;
        const open = choice(v, g, s, false);
        if (open.p <= 0) continue;
        if (!beside(open)) choices.push({ ...open, i: choices.length });
        if (variety.group === null || variety.cover === null) continue;
        const covered = choice(v, g, s, true);
        if (covered.p > 0 && (!covered.caged || freeIn(garden, covered.flowers).cages > 0)) choices.push({ ...covered, i: choices.length });
      }
    });
  });
  first.push(choices.length);
  const reach = reaches(input);
  const excludes = (a: Choice, b: Choice): boolean => {
    if (a.covered || b.covered || a.v === b.v || a.flowers !== b.flowers) return false;
    const within = reach(a.v, b.v);
    return within > 0 && metresBetween(gardens[a.g] as RenewalGarden, gardens[b.g] as RenewalGarden) < within;
  };
  const fixed = input.fixed.map((f) => choice(vAt.get(f.variety) ?? -1, gAt.get(f.garden) ?? -1, f.season - 1, f.protected));
  return { input, choices, first, fixed, excludes };
}

/** Whether what else flowers there then would cross a choice by more than is allowed. */
export function otherPollen({ varieties, gardens, others, maxCrossed }: RenewalInput): (c: Choice) => boolean {
  const by = new Map<string, typeof others>();
  for (const o of others) {
    const key = `${o.group} ${String(o.season - 1)}`;
    by.set(key, [...(by.get(key) ?? []), o]);
  }
  return (c) => {
    const v = varieties[c.v] as RenewalVariety;
    const g = gardens[c.g] as RenewalGarden;
    if (v.group === null) return false;
    return (by.get(`${v.group} ${String(c.flowers)}`) ?? []).some((o) => {
      if (o.variety != null && o.variety === v.id) return false;
      const far = Math.max(LEAST_M, Math.hypot(o.eastM - g.eastM, o.northM - g.northM));
      const toThem = o.seed == null ? 0 : crossedBy({ ...o.seed, plants: o.plants }, v.plants, far);
      return Math.max(toThem, crossedBy(v, o.plants, far)) > maxCrossed;
    });
  };
}

/**
 * For two varieties the distance under which either gives the other more than is allowed, metres; 0 where they never do. The crossed share
 * falls with distance, so one number says it all. Varieties of one crop are alike: worked out once for each pair of kinds.
 */
export function reaches({ varieties, maxCrossed }: RenewalInput): (a: number, b: number) => number {
  const known = new Map<string, number>();
  const kind = varieties.map((v) => `${v.group ?? ''} ${String(v.plants)} ${String(v.outcrossRate)} ${String(v.isolationM)}`);
  const far = (a: RenewalVariety, b: RenewalVariety): number => {
    const too = (m: number): boolean => crossedBy(a, b.plants, m) > maxCrossed || crossedBy(b, a.plants, m) > maxCrossed;
    if (!too(0)) return 0;
    let [near, high] = [0, 1];
    while (too(high)) {
      if (high > FARTHEST_M) return Infinity;
      [near, high] = [high, 2 * high];
    }
    // To the last digit: what stands on the line is allowed.
    for (let i = 0; i < 200 && high - near > Number.EPSILON * high; i++) {
      const middle = (near + high) / 2;
      if (too(middle)) near = middle;
      else high = middle;
    }
    return high;
  };
  return (a, b) => {
    const [x, y] = [varieties[a] as RenewalVariety, varieties[b] as RenewalVariety];
    if (x.group === null || x.group !== y.group) return 0;
    const key = `${kind[a] ?? ''}|${kind[b] ?? ''}`;
    let value = known.get(key);
    if (value === undefined) known.set(key, (value = far(x, y)));
    return value;
  };
}

/** The choices of an instance that rows of a plan mean; what is fixed is among them, and what is no choice of it any more is left out. */
export function choicesOf(instance: Instance, rows: readonly Renewal[]): Choice[] {
  const { varieties, gardens } = instance.input;
  const vAt = new Map(varieties.map((v, i) => [v.id, i]));
  const gAt = new Map(gardens.map((g, i) => [g.id, i]));
  return rows.flatMap((r) => {
    const v = vAt.get(r.variety);
    const g = gAt.get(r.garden);
    if (v === undefined || g === undefined) return [];
    const is = (c: Choice): boolean => c.v === v && c.g === g && c.s === r.season - 1 && c.covered === r.protected;
    const found = instance.fixed.find(is) ?? instance.choices.slice(instance.first[v], instance.first[v + 1]).find(is);
    return found === undefined ? [] : [found];
  });
}

/** A choice as a row of a plan. */
export const rowOf = ({ input }: Instance, c: Choice): Renewal => ({
  variety: input.varieties[c.v]?.id ?? '',
  garden: input.gardens[c.g]?.id ?? '',
  season: c.s + 1,
  protected: c.covered,
});
