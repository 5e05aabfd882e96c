import type { AliveThen } from '../viability/ahead.ts';
import { diversityKept } from '../growing/parents.ts';
import {
  freeIn,
  otherPollen,
  reaches,
  metresBetween,
  type Renewal,
  type RenewalGarden,
  type RenewalInput,
  type RenewalVariety,
} from './instance.ts';
import { randomFrom } from './search.ts';

/** A lot as it goes into the years ahead. */
export interface FutureLot {
  readonly seeds: number;
  /** What is believed of it now and in each of the years after. */
  readonly ahead: readonly AliveThen[];
  /** What is left of the diversity of its ancestors, 0..1. */
  readonly diversity: number;
}

/** A variety as it goes into the years ahead. */
export interface FutureVariety extends Omit<RenewalVariety, 'keep' | 'worth'> {
  readonly worth: number;
  readonly lots: readonly FutureLot[];
  /** What is believed of seed of its crop that comes home fresh, in the years after. */
  readonly fresh: readonly AliveThen[];
  /** Seeds that so many plants give, as much as is kept of them. */
  readonly harvest: number;
  /** Seeds that members take in a year. */
  readonly lentAYear: number;
  readonly selfing: number;
  /** By garden, in their order, the chance that it comes home from there. */
  readonly chances: readonly number[];
}

/** A library and what it would do in the years ahead. */
export interface FutureLibrary {
  readonly varieties: readonly FutureVariety[];
  readonly gardens: readonly RenewalGarden[];
  readonly others: RenewalInput['others'];
  readonly maxCrossed: number;
  readonly emergence: number;
  readonly years: number;
  /** Rows that are planned already, seasons from 1. */
  readonly plan: readonly Renewal[];
  /** Nobody renews anything. */
  readonly idle: boolean;
}

/** A year of one run: how many varieties and lots are alive, and how much diversity is left, the mean over all varieties (0 of those that are lost). */
export interface FutureYear {
  readonly varieties: number;
  readonly lots: number;
  readonly diversity: number;
}

interface Living {
  seeds: number;
  /** The year in which it came, 0 for what is here now; and where in what is believed of it it lies, in standard normal deviations. */
  readonly came: number;
  readonly z: number;
  readonly ahead: readonly AliveThen[];
  readonly diversity: number;
}

/** A lot of which fewer are alive than this carries nothing on: what still sprouts is weak, and few plants are left of many. */
const DEAD = 0.15;
/** Below this share it is time to renew. */
const WEAK = 0.4;
/** Seed is put out for what would be lost within so many years, and not before. */
const LOOKS_YEARS = 2;
const TO_SPARE = 1.3;
/** A lot that has seed for so many tries left needs no other. */
const TRIES_LEFT = 2;

const BELIEVED = (ahead: readonly AliveThen[], year: number): AliveThen =>
  ahead[Math.min(year, ahead.length - 1)] ?? { mean: 0, variance: 0 };

/**
 * The share alive of a lot that lies z standard deviations from the middle of what is believed of it: on the scale of the arcsine of the root, on which a beta
 * distribution is near to normal with variance 1 / (4 (a + b + 1)).
 */
export function aliveAt(ahead: readonly AliveThen[], year: number, z: number): number {
  const { mean, variance } = BELIEVED(ahead, year);
  if (mean <= 0 || mean >= 1) return Math.min(1, Math.max(0, mean));
  const middle = Math.asin(Math.sqrt(mean));
  const sd = Math.sqrt(variance / (mean * (1 - mean))) / 2;
  return Math.sin(Math.min(Math.PI / 2, Math.max(0, middle + sd * z))) ** 2;
}

/**
 * One run of the years ahead. Each lot lies somewhere in what is believed of it, and stays there; each year members take seed, what would be lost soonest and is worth
 * most goes to the garden from which it comes home surest, within its room and apart from what it crosses with; it comes home or it does not. The run is given by `run`
 * alone, so that the same luck meets every question. Answers the state at the beginning of each year, the first being now.
 */
export function oneFuture(library: FutureLibrary, run: number): FutureYear[] {
  const random = randomFrom(7919 * (run + 1));
  const normal = (): number => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
  const { varieties, years, emergence } = library;
  const lots: Living[][] = varieties.map((v) => v.lots.map((l) => ({ ...l, came: 0, z: normal() })));
  // The luck of each variety and year is drawn beforehand: what is done elsewhere does not change it.
  const luck = varieties.map(() => Array.from({ length: years + 1 }, () => ({ home: [random(), random()], z: normal() })));
  const fields = new Fields(library);
  const coming: { readonly v: number; readonly year: number; readonly lot: Living }[] = [];
  const out: FutureYear[] = [];
  const gives = (v: number, lot: Living, year: number): number =>
    (lot.seeds * aliveAt(lot.ahead, year - lot.came, lot.z) * emergence) / (varieties[v]?.plants ?? 1);
  for (let year = 0; year <= years; year++) {
    for (const c of coming.filter((x) => x.year === year)) lots[c.v]?.push(c.lot);
    const growing = new Map(coming.filter((x) => x.year > year).map((x) => [x.v, x.lot.diversity]));
    out.push(stateOf(library, lots, growing, (v, lot) => gives(v, lot, year) >= 1 && aliveAt(lot.ahead, year - lot.came, lot.z) >= DEAD));
    if (year === years) break;
    lend(library, lots);
    if (library.idle) continue;
    for (const { v, g, covered } of fields.choose(year, lots)) {
      const variety = varieties[v] as FutureVariety;
      const own = lots[v] as Living[];
      const parent = surest(variety, own, year);
      if (parent === null) continue;
      const sown = seedsOut(parent.seeds, BELIEVED(parent.ahead, year - parent.came).mean * emergence, variety.plants);
      const plants = Math.floor(sown * aliveAt(parent.ahead, year - parent.came, parent.z) * emergence);
      parent.seeds -= sown;
      const chance = (variety.chances[g] ?? 0) * (covered ? (variety.cover?.chance ?? 1) : 1);
      const drawn = luck[v]?.[year];
      const home = drawn?.home[g % 2] ?? 1;
      if (plants < 1 || home > chance) continue;
      const grown = Math.min(plants, variety.plants);
      const { keptInAll } = diversityKept([{ plants: grown, selfing: variety.selfing, equalShares: false }]);
      const comes = year + variety.years;
      coming.push({
        v,
        year: comes,
        lot: {
          seeds: Math.round((variety.harvest * grown) / variety.plants),
          came: comes,
          z: drawn?.z ?? 0,
          ahead: variety.fresh,
          diversity: parent.diversity * keptInAll,
        },
      });
    }
  }
  return out;
}

/**
 * Seeds that go out of a lot of which each makes a plant with this chance: half stays for a second try, and no more goes than gives the fewest parents with
 * something to spare. Only where half would give fewer than half of them, all goes.
 */
function seedsOut(seeds: number, perSeed: number, plants: number): number {
  const half = Math.ceil(seeds / 2);
  if (half * perSeed < plants / 2) return seeds;
  return Math.min(half, Math.ceil((TO_SPARE * plants) / perSeed));
}

function stateOf(
  { varieties }: FutureLibrary,
  lots: readonly (readonly Living[])[],
  growing: ReadonlyMap<number, number>,
  alive: (v: number, lot: Living) => boolean,
): FutureYear {
  let [n, count, diversity] = [0, 0, 0];
  lots.forEach((own, v) => {
    const living = own.filter((l) => alive(v, l));
    count += living.length;
    // What stands in a garden, and comes home, is not lost.
    const left = Math.max(growing.get(v) ?? 0, ...living.map((l) => l.diversity));
    if (left <= 0) return;
    n += 1;
    diversity += left;
  });
  return { varieties: n, lots: count, diversity: varieties.length === 0 ? 0 : diversity / varieties.length };
}

/** Members take from the lot that has most, and leave enough for two tries as it is believed to be. */
function lend({ varieties, emergence }: FutureLibrary, lots: readonly Living[][]): void {
  lots.forEach((own, v) => {
    const variety = varieties[v];
    const most = [...own].sort((a, b) => b.seeds - a.seeds)[0];
    if (variety === undefined || most === undefined) return;
    const floor = (TRIES_LEFT * variety.plants) / emergence;
    most.seeds = Math.max(Math.min(most.seeds, floor), most.seeds - variety.lentAYear);
  });
}

/** The lot that is believed to give most plants. */
function surest(variety: FutureVariety, own: readonly Living[], year: number): Living | null {
  const gives = (l: Living): number => l.seeds * BELIEVED(l.ahead, year - l.came).mean;
  const best = [...own].sort((a, b) => gives(b) - gives(a))[0];
  return best === undefined || gives(best) < 1 || variety.plants < 1 ? null : best;
}

interface Chosen {
  readonly v: number;
  readonly g: number;
  readonly covered: boolean;
}

/** The gardens through the years: what is planned, and then what would be lost soonest first. */
class Fields {
  private readonly library: FutureLibrary;
  private readonly reach: (a: number, b: number) => number;
  private readonly crossed: (v: number, g: number) => boolean;
  /** By year: plants, varieties and covers in each garden, and what flowers open. */
  private readonly used: { plants: number; varieties: number; cages: number }[][];
  private readonly open: Chosen[][];

  constructor(library: FutureLibrary) {
    this.library = library;
    const { varieties, gardens, others, maxCrossed, years } = library;
    const input: RenewalInput = {
      seasons: 1,
      varieties: varieties.map((v) => ({ ...v, keep: [1] })),
      gardens,
      chances: [],
      // What flowers beside them this season is taken to do so each year.
      others: others.filter((o) => o.season === 1),
      maxCrossed,
      growersMost: 1,
      fixed: [],
      barred: [],
    };
    this.reach = reaches(input);
    const beside = otherPollen(input);
    const known = new Map<string, boolean>();
    this.crossed = (v, g) => {
      const key = `${String(v)} ${String(g)}`;
      let is = known.get(key);
      if (is === undefined) known.set(key, (is = beside({ i: -1, v, g, s: 0, flowers: 0, covered: false, caged: false, p: 0 })));
      return is;
    };
    this.used = Array.from({ length: years + 2 }, (_, year) =>
      gardens.map((g) => {
        const has = { plants: g.room, varieties: g.most, cages: g.cages };
        const free = freeIn(g, year);
        return { plants: has.plants - free.plants, varieties: has.varieties - free.varieties, cages: has.cages - free.cages };
      }),
    );
    this.open = Array.from({ length: years + 2 }, () => []);
  }

  choose(year: number, lots: readonly (readonly Living[])[]): Chosen[] {
    const planned = this.planned(year);
    const has = new Set(planned.map((c) => c.v));
    const more = this.library.varieties
      .map((variety, v) => ({ v, need: has.has(v) ? 0 : variety.worth * this.needOf(variety, lots[v] ?? [], year) }))
      .filter((n) => n.need > 0)
      .sort((a, b) => b.need - a.need || a.v - b.v)
      .flatMap(({ v }) => {
        const found = this.bestPlace(v, year);
        return found === null ? [] : [found];
      });
    return [...planned, ...more];
  }

  /** Rows of the plan that begin in a year, as far as there is still room for them. */
  private planned(year: number): Chosen[] {
    const { plan, varieties, gardens } = this.library;
    return plan.flatMap((r) => {
      if (r.season !== year + 1) return [];
      const c = { v: varieties.findIndex((v) => v.id === r.variety), g: gardens.findIndex((g) => g.id === r.garden), covered: r.protected };
      if (c.v < 0 || c.g < 0) return [];
      this.take(c, year);
      return [c];
    });
  }

  /** How much of it would be missed: in a while its lots are believed to be weak, or to have too few seeds. */
  private needOf(variety: FutureVariety, own: readonly Living[], year: number): number {
    const { emergence } = this.library;
    const strength = own.map((l) => {
      const { mean } = BELIEVED(l.ahead, year + LOOKS_YEARS - l.came);
      const tries = (l.seeds * mean * emergence) / variety.plants;
      return Math.min(1, mean / WEAK, tries / TRIES_LEFT);
    });
    return 1 - Math.max(0, ...strength);
  }

  private bestPlace(v: number, year: number): Chosen | null {
    const { gardens, varieties } = this.library;
    const variety = varieties[v] as FutureVariety;
    const surest = gardens
      .map((garden, g) => ({ g, chance: garden.takes === null || garden.takes.includes(variety.id) ? (variety.chances[g] ?? 0) : 0 }))
      .filter((p) => p.chance > 0)
      .sort((a, b) => b.chance - a.chance || a.g - b.g);
    for (const covered of [false, true]) {
      if (covered && (variety.group === null || variety.cover === null)) continue;
      for (const { g } of surest) {
        const c = { v, g, covered };
        if (!this.fits(c, year)) continue;
        this.take(c, year);
        return c;
      }
    }
    return null;
  }

  private fits({ v, g, covered }: Chosen, year: number): boolean {
    const { gardens, varieties, years } = this.library;
    const variety = varieties[v] as FutureVariety;
    const garden = gardens[g] as RenewalGarden;
    const flowers = year + variety.years - 1;
    if (flowers > years) return false;
    for (let t = year; t <= flowers; t++) {
      const used = this.used[t]?.[g];
      if (used === undefined || used.plants + variety.plants > garden.room || used.varieties + 1 > garden.most) return false;
    }
    if (covered) return variety.cover?.cage === false || (this.used[flowers]?.[g]?.cages ?? 0) < garden.cages;
    if (variety.group === null) return true;
    if (this.crossed(v, g)) return false;
    return (this.open[flowers] ?? []).every((o) => {
      const within = o.v === v ? 0 : this.reach(o.v, v);
      return within === 0 || metresBetween(gardens[o.g] as RenewalGarden, garden) >= within;
    });
  }

  private take(c: Chosen, year: number): void {
    const variety = this.library.varieties[c.v] as FutureVariety;
    const flowers = year + variety.years - 1;
    for (let t = year; t <= flowers; t++) {
      const used = this.used[t]?.[c.g];
      if (used === undefined) continue;
      used.plants += variety.plants;
      used.varieties += 1;
    }
    if (!c.covered) this.open[flowers]?.push(c);
    else if (variety.cover?.cage !== false) {
      const used = this.used[flowers]?.[c.g];
      if (used !== undefined) used.cages += 1;
    }
  }
}

/** For each year the low, middle and high of a figure over all runs: the 10th, 50th and 90th of a hundred. */
export function bandsOf(
  runs: readonly (readonly FutureYear[])[],
  figure: keyof FutureYear,
): { readonly low: number; readonly middle: number; readonly high: number }[] {
  const years = runs[0]?.length ?? 0;
  return Array.from({ length: years }, (_, y) => {
    const values = runs.map((r) => r[y]?.[figure] ?? 0).sort((a, b) => a - b);
    const at = (q: number): number => values[Math.min(values.length - 1, Math.max(0, Math.round(q * (values.length - 1))))] ?? 0;
    return { low: at(0.1), middle: at(0.5), high: at(0.9) };
  });
}
