import { describe, expect, it } from 'vitest';
import { DIFFICULTIES } from '../growing/saving.ts';
import { bringsHome, enoughPlants, seedsGoingOut, worthOfVariety } from './fromLibrary.ts';

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
      expect(enoughPlants({ alpha, beta, emergence: 1, seeds, plants })).toBeCloseTo(plain(alpha, beta, seeds, plants), 6);
    }
  });

  it('falls with age, grows with seed, and is none where there is too little', () => {
    const of = (alpha: number, seeds: number) => enoughPlants({ alpha, beta: 10, emergence: 0.8, seeds, plants: 10 });
    expect(of(20, 40)).toBeGreaterThan(of(6, 40));
    expect(of(6, 60)).toBeGreaterThan(of(6, 40));
    expect(of(20, 9)).toBe(0);
    expect(seedsGoingOut(25)).toBe(13);
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
