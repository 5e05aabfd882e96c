import { describe, expect, it } from 'vitest';
import { DIFFICULTIES } from '../growing/saving.ts';
import { aliveOn, betaOf } from '../viability/ahead.ts';
import { attemptsOf, bringsHome, enoughPlants, goesOutWhole, keptByLots, offeredToo, worthOfVariety } from './fromLibrary.ts';

describe('what a variety is worth', () => {
  it('is 1 for an only lot that nobody asks for, less beside good lots, more where it is asked for', () => {
    expect(worthOfVariety({ others: [], asked: 0 })).toBe(1);
    expect(worthOfVariety({ others: [{ keep: 1 }], asked: 0 })).toBe(0.5);
    expect(worthOfVariety({ others: [{ keep: 0.1 }, { keep: 0 }], asked: 0 })).toBeCloseTo(1 / 1.1, 12);
    expect(worthOfVariety({ others: [], asked: 6 })).toBeCloseTo(1 + Math.log(7), 12);
    expect(worthOfVariety({ others: [], asked: 0, said: 3 })).toBe(3);
    expect(() => worthOfVariety({ others: [{ keep: 2 }], asked: 0 })).toThrow(/others\[0\]\.keep/);
  });
});

describe('the chance of enough plants', () => {
  /** The same by a plain sum: how likely each number of plants is under a beta-binomial, here with emergence 1. */
  const plain = (alpha: number, beta: number, n: number, k: number): number => {
    // P(X = x) by the ratio of neighbours, from P(X = 0) = prod (beta + i) / (alpha + beta + i).
    let p = 1;
    for (let i = 0; i < n; i++) p *= (beta + i) / (alpha + beta + i);
    let sum = k <= 0 ? p : 0;
    for (let x = 0; x < n; x++) {
      p *= ((n - x) * (alpha + x)) / ((x + 1) * (beta + n - x - 1));
      if (x + 1 >= k) sum += p;
    }
    return sum;
  };

  it('agrees with a plain sum', () => {
    for (const [alpha, beta, seeds, plants] of [
      [2, 5, 20, 6],
      [30, 4, 12, 10],
      [0.7, 0.6, 40, 20],
    ] as const) {
      expect(enoughPlants({ alive: { alpha, beta }, emergence: 1, seeds, plants })).toBeCloseTo(plain(alpha, beta, seeds, plants), 6);
    }
  });

  it('falls with age, grows with seed, and is none where there is too little', () => {
    const of = (alpha: number, seeds: number) => enoughPlants({ alive: { alpha, beta: 10 }, emergence: 0.8, seeds, plants: 10 });
    expect(of(20, 40)).toBeGreaterThan(of(6, 40));
    expect(of(6, 60)).toBeGreaterThan(of(6, 40));
    expect(of(20, 9)).toBe(0);
    expect(enoughPlants({ alive: { alpha: 40, beta: 4 }, emergence: 0.85, seeds: 100_000, plants: 80 })).toBeCloseTo(1, 9);
    expect(enoughPlants({ alive: { share: 1 }, emergence: 1, seeds: 6, plants: 6 })).toBe(1);
    expect(enoughPlants({ alive: { share: 0 }, emergence: 0.85, seeds: 60, plants: 6 })).toBe(0);
    // One share alone is a plain binomial: 12 seeds of which each makes a plant with chance 0.425, at least 6.
    const choose = (n: number, k: number): number => (k === 0 ? 1 : (choose(n, k - 1) * (n - k + 1)) / k);
    const binomial = Array.from({ length: 6 }, (_, k) => choose(12, k) * 0.425 ** k * 0.575 ** (12 - k)).reduce((x, y) => x + y, 0);
    expect(enoughPlants({ alive: { share: 0.5 }, emergence: 0.85, seeds: 12, plants: 6 })).toBeCloseTo(1 - binomial, 5);
  });
});

it('who is practised brings more home, and of hard crops less comes home', () => {
  for (const d of DIFFICULTIES) {
    expect(bringsHome(0.8, d, 'practised')).toBeGreaterThanOrEqual(bringsHome(0.8, d, 'some'));
    expect(bringsHome(0.8, d, 'some')).toBeGreaterThanOrEqual(bringsHome(0.8, d, 'new'));
    expect(bringsHome(0.8, d, null)).toBe(bringsHome(0.8, d, 'some'));
  }
  expect(bringsHome(0.8, 'hard', 'new')).toBeLessThan(bringsHome(0.8, 'easy', 'new'));
});

describe('one attempt', () => {
  const of = (balance: number, alpha = 30, plants = 6) => attemptsOf({ alive: { alpha, beta: 10 }, emergence: 0.85, balance, plants });

  it('holds half back, and spends no more than makes it surer', () => {
    const { half } = of(400);
    expect(half.seeds).toBeLessThan(25);
    expect(half.keep).toBeGreaterThan(0.99);
    expect(of(40).half.seeds).toBeLessThanOrEqual(20);
    expect(of(40).half.seeds).toBeGreaterThanOrEqual(6);
    for (let n = 1; n < 80; n++) expect(of(n + 1).half.keep).toBeGreaterThanOrEqual(of(n).half.keep - 1e-9);
    expect(of(3)).toEqual({ half: { seeds: 2, keep: 0 }, all: { seeds: 3, keep: 0 } });
  });

  it('sends all only of what half can do nothing with, and what would not last at home either', () => {
    const few = of(12);
    expect(few.all).toEqual({ seeds: 12, keep: expect.any(Number) });
    expect(few.all.keep).toBeGreaterThan(few.half.keep);
    expect(goesOutWhole(few, 0)).toBe(true);
    // What stays alive for years at home is no last hope.
    expect(goesOutWhole(few, 0.7)).toBe(false);
    expect(goesOutWhole(of(400), 0)).toBe(false);
  });
});

it('what is believed of a day lies between the years that are kept', () => {
  const ahead = [
    { mean: 0.8, variance: 0.01 },
    { mean: 0.6, variance: 0.02 },
  ];
  expect(aliveOn(ahead, '2027-03-01', '2027-03-01')).toEqual(ahead[0]);
  expect(aliveOn(ahead, '2027-03-01', '2027-08-30').mean).toBeCloseTo(0.7, 2);
  expect(aliveOn(ahead, '2027-03-01', '2035-01-01')).toEqual(ahead[1]);
  expect(aliveOn(ahead, '2027-03-01', '2026-01-01')).toEqual(ahead[0]);
  expect(betaOf({ mean: 0.8, variance: 0.01 })).toEqual({ alpha: expect.closeTo(12, 9), beta: expect.closeTo(3, 9) });
  expect(betaOf({ mean: 1, variance: 0 })).toEqual({ share: 1 });
});

it('lots beside each other keep a variety surer, and who offers too', () => {
  expect(keptByLots([])).toBe(0);
  expect(keptByLots([0.5, 0.5])).toBe(0.75);
  expect(offeredToo(0.6)).toBeCloseTo(0.8, 12);
});
