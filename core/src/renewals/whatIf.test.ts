import { describe, expect, it } from 'vitest';
import { aliveAt, bandsOf, type FutureLibrary, type FutureVariety, type FutureYear, oneFuture } from './whatIf.ts';
import { garden } from '../../test/smallRenewals.ts';

/** Seed whose mean share alive falls by a part each year. */
const falling = (now: number, part: number, variance = 0.004) =>
  Array.from({ length: 11 }, (_, y) => ({ mean: now * part ** y, variance: variance * part ** y }));
const variety = (id: number, over: Partial<FutureVariety> = {}): FutureVariety => ({
  id,
  worth: 1,
  plants: 6,
  years: 1,
  group: null,
  outcrossRate: 0.1,
  isolationM: 10,
  lots: [{ seeds: 60, ahead: falling(0.6, 0.75), diversity: 1 }],
  fresh: falling(0.95, 0.85),
  harvest: 300,
  lentAYear: 5,
  selfing: 0.9,
  chances: [0.8, 0.6],
  ...over,
});
const library = (over: Partial<FutureLibrary> = {}): FutureLibrary => ({
  varieties: Array.from({ length: 8 }, (_, i) => variety(i)),
  gardens: [garden('near', { most: 2 }), garden('far', { eastM: 5000, most: 1 })],
  others: [],
  maxCrossed: 0.01,
  emergence: 0.85,
  years: 10,
  plan: [],
  idle: false,
  ...over,
});
const runs = (of: FutureLibrary, n = 40): FutureYear[][] => Array.from({ length: n }, (_, i) => oneFuture(of, i));
const ends = (of: FutureLibrary, figure: keyof FutureYear = 'varieties'): number =>
  runs(of).reduce((sum, r) => sum + r[10]![figure], 0) / 40;

describe('ten years ahead', () => {
  it('is the same for the same run, and begins with what is here', () => {
    expect(oneFuture(library(), 3)).toEqual(oneFuture(library(), 3));
    expect(oneFuture(library(), 3)).not.toEqual(oneFuture(library(), 4));
    for (const r of runs(library(), 5)) {
      expect(r).toHaveLength(11);
      expect(r[0]).toMatchObject({ varieties: 8, lots: 8, diversity: 1 });
    }
  });

  it('keeps more with renewing than without, more with a garden more, and more where seed ages less', () => {
    const [planned, idle] = [ends(library()), ends(library({ idle: true }))];
    expect(idle).toBeLessThan(1);
    expect(planned).toBeGreaterThan(idle + 3);
    const three = [...library().gardens, garden('new', { eastM: -5000, most: 3 })];
    const more = library({ gardens: three, varieties: library().varieties.map((v) => ({ ...v, chances: [0.8, 0.6, 0.7] })) });
    expect(ends(more)).toBeGreaterThan(planned);
    const cold = library({
      idle: true,
      varieties: library().varieties.map((v) => ({ ...v, lots: [{ ...v.lots[0]!, ahead: falling(0.6, 0.99) }] })),
    });
    expect(ends(cold)).toBeGreaterThan(idle + 4);
  });

  it('loses diversity with each growing from few plants, and more of what is grown from fewer', () => {
    const outcrossing = (plants: number): FutureLibrary =>
      library({ varieties: library().varieties.map((v) => ({ ...v, plants, selfing: 0, lots: [{ ...v.lots[0]!, seeds: 400 }] })) });
    const kept = (of: FutureLibrary): number => ends(of, 'diversity') / Math.max(0.01, ends(of) / 8);
    expect(kept(outcrossing(20))).toBeLessThan(1);
    expect(kept(outcrossing(3))).toBeLessThan(kept(outcrossing(20)));
  });

  it('follows the plan first, and lends no more than leaves two tries', () => {
    const one = library({
      varieties: [variety(0)],
      gardens: [garden('near')],
      plan: [{ variety: 0, garden: 'near', season: 1, protected: false }],
    });
    // Half goes out in the first year, as planned; without the plan there is no need yet.
    const strong = { ...one, varieties: [variety(0, { lots: [{ seeds: 600, ahead: falling(0.9, 0.99), diversity: 1 }], chances: [1] })] };
    expect(oneFuture(strong, 0)[1]!.lots).toBe(2);
    expect(oneFuture({ ...strong, plan: [] }, 0)[1]!.lots).toBe(1);
    const greedy = library({
      idle: true,
      varieties: [variety(0, { lentAYear: 1000, lots: [{ seeds: 600, ahead: falling(0.9, 1), diversity: 1 }] })],
    });
    expect(oneFuture(greedy, 0)[10]!.varieties).toBe(1);
  });

  it('lets no two that cross flower beside each other, but under cover', () => {
    const squash = (id: number) => variety(id, { group: 'cucurbita-pepo', outcrossRate: 0.7, isolationM: 500, plants: 6, chances: [1] });
    const two = library({ varieties: [squash(0), squash(1)], gardens: [garden('near', { most: 4, cages: 0 })] });
    const caged = { ...two, gardens: [garden('near', { most: 4, cages: 1 })] };
    const lotsAfterOne = (of: FutureLibrary): number => runs(of).reduce((n, r) => n + r[1]!.lots, 0);
    expect(lotsAfterOne(caged)).toBeGreaterThan(lotsAfterOne(two));
  });
});

it('a lot stays where it lies in what is believed of it', () => {
  const ahead = falling(0.7, 0.9, 0.02);
  for (const z of [-2, 0, 1.5]) {
    const path = [0, 1, 2, 5, 10].map((y) => aliveAt(ahead, y, z));
    for (let i = 1; i < path.length; i++) expect(path[i]).toBeLessThan(path[i - 1]!);
  }
  expect(aliveAt(ahead, 3, 1)).toBeGreaterThan(aliveAt(ahead, 3, -1));
  expect(aliveAt([{ mean: 0, variance: 0 }], 4, 2)).toBe(0);
});

it('bands hold eight runs of ten', () => {
  const made = Array.from({ length: 11 }, (_, i) => [{ varieties: i, lots: 2 * i, diversity: i / 10 }]);
  expect(bandsOf(made, 'varieties')).toEqual([{ low: 1, middle: 5, high: 9 }]);
  expect(bandsOf([], 'lots')).toEqual([]);
});
