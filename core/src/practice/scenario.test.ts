import { describe, expect, it } from 'vitest';
import { parseLotCode } from '../codes/lotCode.ts';
import { CROP_REFERENCE } from '../crops/reference.ts';
import { randomOf } from './paper.ts';
import { type Answered, calibrated, calibrationWords, makeScenario, SCENARIO_KINDS } from './scenario.ts';

const crops = CROP_REFERENCE.filter((c) => c.kind === 'vegetable' || c.kind === 'legume' || c.kind === 'flower');
const frost = { last: '04-27', lastSdDays: 10, first: '10-14', firstSdDays: 12 };
const make = (kind: (typeof SCENARIO_KINDS)[number], seed: number) =>
  makeScenario(kind, { crops, today: '2027-03-14', frost, random: randomOf(seed) });

describe('cases to judge', () => {
  it('are of every kind, with a right answer among those that can be given, and the same from the same number', () => {
    for (const kind of SCENARIO_KINDS) {
      for (let seed = 1; seed <= 12; seed++) {
        const s = make(kind, seed);
        expect(s).toEqual(make(kind, seed));
        expect(
          s.options.map((o) => o.key),
          `${kind} ${String(seed)}`,
        ).toContain(s.right);
        expect(new Set(s.options.map((o) => o.key)).size).toBe(s.options.length);
        expect(`${s.facts.join()} ${s.because}`).not.toMatch(/NaN|undefined|Infinity/);
      }
    }
  });

  it('have exactly one label that cannot be, where that is asked', () => {
    for (let seed = 1; seed <= 30; seed++) {
      const s = make('which-label', seed);
      expect(s.options.filter((o) => parseLotCode(o.key) === null).map((o) => o.key)).toEqual([s.right]);
    }
  });

  it('are as often so as the figures say: whoever goes by them is right as often as they are sure', () => {
    let chance = 0;
    let lend = 0;
    const n = 150;
    for (let seed = 1; seed <= n; seed++) {
      const s = make('lend-or-test', seed * 77);
      chance += Number(/chance of (\d+) in 100/.exec(s.because)?.[1]) / 100;
      if (s.right === 'lend') lend += 1;
    }
    expect(Math.abs(chance - lend) / n).toBeLessThan(0.1);
    // And neither answer is always the right one.
    expect(lend).toBeGreaterThan(n * 0.1);
    expect(lend).toBeLessThan(n * 0.9);
  });
});

describe('how sure somebody is', () => {
  const answers = (sure: number, right: number, n: number): Answered[] => Array.from({ length: n }, (_, i) => ({ sure, right: i < right }));

  it('is held against how often they are right', () => {
    expect(calibrated([...answers(0.9, 5, 10), ...answers(0.5, 2, 4)])).toEqual([
      { sure: 0.5, n: 4, right: 2 },
      { sure: 0.9, n: 10, right: 5 },
    ]);
    expect(calibrationWords(answers(0.99, 12, 20))).toContain('surer than you were right');
    expect(calibrationWords(answers(0.5, 19, 20))).toContain('more often than you thought');
    expect(calibrationWords(answers(0.9, 18, 20))).toContain('about as often');
  });

  it('says nothing of a handful of answers', () => {
    expect(calibrationWords(answers(0.99, 0, 9))).toBeNull();
    expect(calibrated([])).toEqual([]);
  });
});
