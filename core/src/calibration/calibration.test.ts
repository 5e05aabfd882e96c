import { describe, expect, it } from 'vitest';
import { calibrate, predictionOf, type PredictedTest } from './calibration.ts';
import { type FirstTest, sourceQuality } from './sources.ts';

/** Every count once, as often as a belief expects it: tests that are predicted as well as can be. */
function wellPredicted(alpha: number, beta: number, believed: { alpha: number; beta: number }, times: number): PredictedTest[] {
  const sown = 40;
  const out: PredictedTest[] = [];
  // Shares at the middles of equal parts of the true distribution, counted without chance.
  for (let i = 0; i < times; i++) {
    const u = (i + 0.5) / times;
    let low = 0;
    let high = sown;
    while (low < high) {
      const mid = (low + high) >> 1;
      const p = predictionOf({ sown, alive: mid, alpha, beta }).place;
      if (p < u) low = mid + 1;
      else high = mid;
    }
    out.push({ sown, alive: low, ...believed, first: true });
  }
  return out;
}

describe('calibration', () => {
  it('predicts a count with nine in ten inside, worked by hand for a flat belief', () => {
    // A flat belief has mean 1/2 and variance 1/12; the scatter of tests adds (1/4 - 1/12) / 61, which makes Beta(0.952, 0.952) of it: a
    // little more than 1/20 at 0 and at 19, so that all of 0..19 is within nine in ten.
    const flat = predictionOf({ sown: 19, alive: 7, alpha: 1, beta: 1 });
    expect(flat).toMatchObject({ low: 0, high: 19, inside: true });
    expect(flat.place).toBeCloseTo(7.5 / 20, 2);
    expect(flat.upTo - flat.below).toBeCloseTo(1 / 20, 2);
    expect(predictionOf({ sown: 50, alive: 10, alpha: 80, beta: 20 }).inside).toBe(false);
  });

  it('leaves the prior as it is when counts fall as expected', () => {
    const fine = calibrate(wellPredicted(9, 4, { alpha: 9, beta: 4 }, 200));
    expect(fine.share!).toBeGreaterThan(0.87);
    expect(fine.spread).toBeCloseTo(1, 1);
    expect(Math.max(...fine.tenths) - Math.min(...fine.tenths)).toBeLessThan(25);
  });

  it('widens a prior that was too sure, narrows one that was too careful, and never by more than twice', () => {
    const sure = calibrate(wellPredicted(9, 4, { alpha: 90, beta: 40 }, 200));
    expect(sure.spread).toBeGreaterThan(1.3);
    expect(sure.share!).toBeLessThan(0.75);
    expect(calibrate(wellPredicted(90, 40, { alpha: 4.5, beta: 2 }, 200)).spread).toBeLessThan(0.8);
    const wild = calibrate(Array.from({ length: 400 }, () => ({ sown: 50, alive: 0, alpha: 900, beta: 10, first: true })));
    expect(wild.spread).toBe(2);
    expect(calibrate([])).toMatchObject({ tests: 0, share: null, spread: 1 });
  });

  it('is not made careless by small tests: beliefs that are right stay as they are, whatever the tests hold', () => {
    // Every count of ten seeds, each as often as a right belief expects it.
    const small = (times: number): PredictedTest[] =>
      Array.from({ length: 11 }, (_, alive) => {
        const { below, upTo } = predictionOf({ sown: 10, alive, alpha: 6, beta: 2 });
        return Array.from({ length: Math.round(times * (upTo - below)) }, () => ({ sown: 10, alive, alpha: 6, beta: 2, first: true }));
      }).flat();
    expect(calibrate(small(3000)).spread).toBeCloseTo(1, 1);
    const { tenths, tests } = calibrate(small(3000));
    for (const n of tenths) expect(Math.abs(n / tests - 0.1)).toBeLessThan(0.01);
    // Too careful by a hundred seeds is no reason yet to be surer.
    const careful = wellPredicted(90, 40, { alpha: 4.5, beta: 2 }, 200);
    expect(calibrate(careful.slice(80, 100)).spread).toBe(1);
  });

  it('learns of the prior from first tests only', () => {
    const later = wellPredicted(9, 4, { alpha: 90, beta: 40 }, 100).map((t) => ({ ...t, first: false }));
    expect(calibrate(later)).toMatchObject({ firsts: 0, spread: 1, tests: 100 });
  });
});

describe('sources', () => {
  const tests = (n: number, alive: number, expected = 0.8): FirstTest[] => Array.from({ length: n }, () => ({ sown: 50, alive, expected }));

  it('are shrunk towards the whole: one bad packet is no verdict, twenty are', () => {
    const others = Array.from({ length: 12 }, (_, i) => tests(5, 38 + (i % 5)));
    const { sources, typical } = sourceQuality([tests(1, 15), tests(20, 15), ...others]);
    const [once, often] = sources as [(typeof sources)[0], (typeof sources)[0]];
    expect(once.median).toBeGreaterThan(often.median + 0.1);
    expect(once.median).toBeLessThan(typical);
    expect(once.high - once.low).toBeGreaterThan(2 * (often.high - often.low));
    expect(often.worse).toBeGreaterThan(0.99);
    expect(often.median).toBeCloseTo(0.3, 1);
  });

  it('are held against what was expected of their crops, not against other crops', () => {
    // Short-lived seed that did as expected, beside long-lived seed that did as expected.
    const { sources } = sourceQuality([tests(8, 20, 0.4), tests(8, 45, 0.9), tests(8, 30, 0.6)]);
    const medians = sources.map((s) => s.median);
    expect(Math.max(...medians) - Math.min(...medians)).toBeLessThan(0.06);
  });

  it('say nothing of a source without tests, and refuse what cannot be', () => {
    const { sources, typical } = sourceQuality([[], tests(6, 40)]);
    expect(sources[0]!.median).toBeCloseTo(typical, 1);
    expect(sources[0]!.worse).toBeCloseTo(0.5, 1);
    expect(() => sourceQuality([[{ sown: 5, alive: 6, expected: 0.5 }]])).toThrow('alive');
    expect(() => sourceQuality([[{ sown: 5, alive: 5, expected: 1 }]])).toThrow('between 0 and 1');
  });
});
