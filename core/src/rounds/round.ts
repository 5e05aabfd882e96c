import { addDays, type Day, dayNumber, daysBetween } from '../dates/day.ts';
import { CoreError } from '../errors.ts';
import type { TestMethod, TestProtocol } from '../germination/protocol.ts';

/** A lot that shall be tested in a round. */
export interface RoundLot {
  readonly code: string;
  readonly crop: string;
  readonly protocol: TestProtocol;
  /** Seeds in each bag. */
  readonly replicates: readonly number[];
}

export interface RoundTest {
  readonly code: string;
  readonly method: TestMethod;
  /** Numbers written on the bags, in the order of `bags` of the lot. */
  readonly bagNumbers: readonly number[];
  readonly startOn: Day;
  readonly warmFrom: Day;
  readonly preparationDays: number;
  /** Days in the warm on which it is counted; moved to evenings on which the library is open. */
  readonly countDays: readonly number[];
  /** By how many days the counts were moved, in all. */
  readonly moved: number;
}

/** Tests that want the same warmth, light and preparation: they lie in one place. */
export interface RoundGroup {
  readonly warmth: TestProtocol['warmth'];
  readonly light: TestProtocol['light'];
  readonly preparation: readonly string[];
  readonly codes: readonly string[];
  readonly bags: number;
}

export interface RoundPlan {
  readonly tests: readonly RoundTest[];
  readonly groups: readonly RoundGroup[];
  readonly materials: {
    readonly bags: number;
    readonly sheets: number;
    readonly tubs: number;
    readonly cells: number;
    readonly seeds: number;
  };
  /** What is done on each evening, the earliest first. */
  readonly evenings: readonly { readonly day: Day; readonly lay: number; readonly warm: number; readonly count: number }[];
}

/** How far ahead an evening to start on is looked for. */
const START_WITHIN_DAYS = 14;
/** Sheets of paper in a bag: one below, and one above where the seed lies between. */
const SHEETS: Readonly<Record<TestMethod, number>> = { 'between-paper': 2, 'on-paper': 1, sand: 0, cells: 0 };

/** Day of the week, 0 for Sunday: 1970-01-01 was a Thursday. */
export function weekdayOf(day: Day): number {
  return (((dayNumber(day) + 4) % 7) + 7) % 7;
}

function groupKey(p: TestProtocol): string {
  const warmth = `${String(p.warmth.dayC).padStart(3, '0')}/${String(p.warmth.nightC).padStart(3, '0')}`;
  return [p.preparation.map((s) => s.words).join('+'), warmth, p.light].join('|');
}

/**
 * Plans one round of tests from `from` on: bags numbered through, in groups of like warmth, light and preparation, and each
 * test begun on the evening (within two weeks) from which its counts fall best on evenings the library is open. `openDays` are days of the week,
 * 0 for Sunday; without any, every day will do. The last count is never moved forward, so that slow seed has its time.
 * Throws a CoreError for a lot without replicates.
 */
export function planRound(lots: readonly RoundLot[], from: Day, openDays: readonly number[]): RoundPlan {
  lots.forEach((l, i) => {
    if (l.replicates.length === 0) throw new CoreError('planRound', `lots[${String(i)}].replicates`, 0, 'must hold at least one replicate');
  });
  const open = (day: Day): boolean => openDays.length === 0 || openDays.includes(weekdayOf(day));
  const onOrAfter = (day: Day): Day => {
    let d = day;
    while (!open(d)) d = addDays(d, 1);
    return d;
  };
  const nearest = (day: Day): Day => {
    for (let off = 0; ; off++) {
      if (open(addDays(day, off))) return addDays(day, off);
      if (open(addDays(day, -off))) return addDays(day, -off);
    }
  };
  const sorted = [...lots].sort(
    (a, b) => groupKey(a.protocol).localeCompare(groupKey(b.protocol)) || a.crop.localeCompare(b.crop) || a.code.localeCompare(b.code),
  );
  const starts = Array.from({ length: openDays.length === 0 ? 1 : START_WITHIN_DAYS }, (_, i) => addDays(from, i)).filter(open);
  const load = new Map<Day, number>();
  let bag = 0;
  const tests = sorted.map((lot): RoundTest => {
    const options = starts.map((startOn) => timed(lot, startOn));
    const best = options.reduce((a, b) => (b.cost < a.cost - 1e-9 ? b : a));
    for (const day of best.counts) load.set(day, (load.get(day) ?? 0) + lot.replicates.length);
    return { ...best.test, bagNumbers: lot.replicates.map(() => (bag += 1)) };
  });

  /** One start tried: what it moves, how full its evenings are already, and how long it waits. */
  function timed(lot: RoundLot, startOn: Day): { test: Omit<RoundTest, 'bagNumbers'>; counts: Day[]; cost: number } {
    const warmFrom = onOrAfter(addDays(startOn, lot.protocol.preparationDays));
    const counts: Day[] = [];
    let moved = 0;
    lot.protocol.countDays.forEach((d, i) => {
      const ideal = addDays(warmFrom, d);
      const last = i === lot.protocol.countDays.length - 1;
      const day = last ? onOrAfter(ideal) : nearest(ideal);
      moved += Math.abs(daysBetween(ideal, day));
      // Two counts that fall on one evening are one, and nothing is counted on the day it was laid.
      if (day > (counts[counts.length - 1] ?? warmFrom)) counts.push(day);
    });
    const busy = counts.reduce((sum, day) => sum + (load.get(day) ?? 0), 0);
    return {
      test: {
        code: lot.code,
        method: lot.protocol.method,
        startOn,
        warmFrom,
        preparationDays: daysBetween(startOn, warmFrom),
        countDays: counts.map((day) => daysBetween(warmFrom, day)),
        moved,
      },
      counts,
      cost: moved + 0.15 * busy + 0.3 * daysBetween(from, startOn),
    };
  }
  return { tests, groups: groupsOf(sorted), materials: materialsOf(sorted), evenings: eveningsOf(tests) };
}

function groupsOf(lots: readonly RoundLot[]): RoundGroup[] {
  const groups = new Map<string, RoundLot[]>();
  for (const lot of lots) groups.set(groupKey(lot.protocol), [...(groups.get(groupKey(lot.protocol)) ?? []), lot]);
  return [...groups.values()].map((members) => {
    const { warmth, light, preparation } = (members[0] as RoundLot).protocol;
    return {
      warmth,
      light,
      preparation: preparation.map((p) => p.words),
      codes: members.map((l) => l.code),
      bags: members.reduce((sum, l) => sum + l.replicates.length, 0),
    };
  });
}

function materialsOf(lots: readonly RoundLot[]): RoundPlan['materials'] {
  const of = (count: (lot: RoundLot) => number): number => lots.reduce((sum, l) => sum + count(l), 0);
  const seeds = (l: RoundLot): number => l.replicates.reduce((a, b) => a + b, 0);
  return {
    bags: of((l) => (SHEETS[l.protocol.method] > 0 ? l.replicates.length : 0)),
    sheets: of((l) => SHEETS[l.protocol.method] * l.replicates.length),
    tubs: of((l) => (l.protocol.method === 'sand' ? l.replicates.length : 0)),
    cells: of((l) => (l.protocol.method === 'cells' ? seeds(l) : 0)),
    seeds: of(seeds),
  };
}

/** What is done on each evening, the earliest first. */
export function eveningsOf(tests: readonly Pick<RoundTest, 'startOn' | 'warmFrom' | 'countDays'>[]): RoundPlan['evenings'] {
  const evenings = new Map<Day, { lay: number; warm: number; count: number }>();
  const at = (day: Day): { lay: number; warm: number; count: number } => {
    const there = evenings.get(day) ?? { lay: 0, warm: 0, count: 0 };
    evenings.set(day, there);
    return there;
  };
  for (const t of tests) {
    at(t.startOn).lay += 1;
    if (t.warmFrom > t.startOn) at(t.warmFrom).warm += 1;
    for (const d of t.countDays) at(addDays(t.warmFrom, d)).count += 1;
  }
  return [...evenings].map(([day, work]) => ({ day, ...work })).sort((a, b) => a.day.localeCompare(b.day));
}

/**
 * Seeds of a lot that a test may take: a tenth of what lies above the floor, or all of it when the sprouts are grown on as
 * plants.
 */
export function spendableSeeds(balance: number, floor: number, growOn: boolean): number {
  const free = Math.max(0, balance - floor);
  return growOn ? free : Math.floor(free / 10);
}

/** Seeds shared out among bags: one for a few, two that can be held against each other up to fifty, then bags of 25 or 50. */
export function replicatesFor(seeds: number): number[] {
  const bags = seeds < 20 ? 1 : seeds <= 50 ? 2 : seeds <= 100 ? Math.ceil(seeds / 25) : Math.ceil(seeds / 50);
  const each = Math.floor(seeds / bags);
  return Array.from({ length: bags }, (_, i) => each + (i < seeds - each * bags ? 1 : 0));
}
