import { describe, expect, it } from 'vitest';
import { betaQuantile } from '../numeric/gamma.ts';
import { type TruthInput, trueToType } from './truth.ts';

const base: TruthInput = { parentCrossed: 0, crossed: { share: 0.06, strength: 8 }, visible: 0.8, seen: [] };
const truth = (over: Partial<TruthInput>) => trueToType({ ...base, ...over });

/** The same posterior by a plain sum: over u with c = (1 + tanh u) / 2, a hundred thousand points. */
function plainly({ parentCrossed, crossed, visible, seen }: TruthInput) {
  const m = Math.min(0.9995, Math.max(0.0005, 1 - (1 - parentCrossed) * (1 - crossed.share)));
  const plants = seen.reduce((n, s) => n + s.plants, 0);
  const off = seen.reduce((n, s) => n + s.offTypes, 0);
  const [a, b, miss] = [crossed.strength * m + off, crossed.strength * (1 - m), plants - off];
  const points = Array.from({ length: 400_001 }, (_, i) => -400 + i / 500);
  const logs = points.map((x) => {
    const [c, rest] = [1 / (1 + Math.exp(-x)), 1 / (1 + Math.exp(x))];
    const [lnC, lnRest] = [x > 0 ? Math.log(c) : x - Math.log1p(Math.exp(x)), x < 0 ? Math.log(rest) : -x - Math.log1p(Math.exp(-x))];
    return { c, log: a * lnC + b * lnRest + (miss === 0 ? 0 : miss * Math.log((1 - visible) * c + rest)) };
  });
  const top = logs.reduce((most, l) => Math.max(most, l.log), -Infinity);
  let [sum, mean] = [0, 0];
  const weighed = logs.map(({ c, log }) => {
    const w = Math.exp(log - top);
    sum += w;
    mean += w * c;
    return { c, upTo: sum };
  });
  const at = (p: number): number => weighed.find((w) => w.upTo >= p * sum)?.c ?? 1;
  return { mean: 1 - mean / sum, median: 1 - at(0.5), low: 1 - at(0.95), high: 1 - at(0.05) };
}

describe('how true a lot is', () => {
  it('is the beta distribution itself where every off-type shows, or nothing was seen', () => {
    const seen = truth({ visible: 1, seen: [{ plants: 40, offTypes: 3 }] }).trueShare;
    const [a, b] = [8 * 0.06 + 3, 8 * 0.94 + 37];
    expect(seen.mean).toBeCloseTo(b / (a + b), 9);
    expect(seen.low).toBeCloseTo(1 - betaQuantile(0.95, a, b), 7);
    expect(seen.median).toBeCloseTo(1 - betaQuantile(0.5, a, b), 7);
    const unseen = truth({});
    expect(unseen.trueShare.mean).toBeCloseTo(0.94, 9);
    expect(unseen.expected).toBeCloseTo(100 * 0.8 * 0.06, 7);
  });

  it.each<[string, Partial<TruthInput>]>([
    ['a few off-types', { seen: [{ plants: 30, offTypes: 4 }] }],
    [
      'two lookings',
      {
        parentCrossed: 0.1,
        seen: [
          { plants: 30, offTypes: 0 },
          { plants: 12, offTypes: 5 },
        ],
      },
    ],
    ['an almost pure line', { crossed: { share: 0, strength: 8 }, seen: [{ plants: 200, offTypes: 1 }] }],
    ['a lot that is surely crossed and looks true', { crossed: { share: 1, strength: 8 }, seen: [{ plants: 50, offTypes: 0 }] }],
    ['a strong expectation against what was seen', { crossed: { share: 0.02, strength: 400 }, seen: [{ plants: 60, offTypes: 50 }] }],
    ['hardly anything to see', { visible: 0.05, seen: [{ plants: 500, offTypes: 2 }] }],
    ['thousands of plants', { crossed: { share: 0.3, strength: 2 }, seen: [{ plants: 9000, offTypes: 700 }] }],
    ['hardly any expectation', { crossed: { share: 0.3, strength: 0.05 }, seen: [{ plants: 5, offTypes: 1 }] }],
  ])('agrees with a plain sum: %s', (_what, over) => {
    const input = { ...base, ...over };
    const { trueShare, expected } = trueToType(input);
    const plain = plainly(input);
    for (const key of ['mean', 'median', 'low', 'high'] as const)
      expect([key, trueShare[key]]).toEqual([key, expect.closeTo(plain[key], 3)]);
    expect(expected).toBeCloseTo(100 * input.visible * (1 - trueShare.mean), 9);
  });

  it('is never truer for more off-types, nor for a more crossed parent; and surer the more was seen', () => {
    let before = 1;
    for (let off = 0; off <= 20; off++) {
      const { mean } = truth({ seen: [{ plants: 20, offTypes: off }] }).trueShare;
      expect(mean).toBeLessThan(before);
      before = mean;
    }
    const parents = [0, 0.1, 0.3, 0.8, 1].map((parentCrossed) => truth({ parentCrossed }).trueShare.median);
    expect(parents).toEqual([...parents].sort((p, q) => q - p));
    const width = (plants: number) => {
      const t = truth({ seen: [{ plants, offTypes: plants / 10 }] }).trueShare;
      return t.high - t.low;
    };
    expect(width(100)).toBeLessThan(width(10));
  });

  it('holds its figures where the prior or the evidence is extreme', () => {
    for (const strength of [1e-300, 1e-6, 1, 1e6, 1e8])
      for (const share of [0, 0.5, 1])
        for (const seen of [[], [{ plants: 10_000, offTypes: 0 }], [{ plants: 10_000, offTypes: 10_000 }]]) {
          const { trueShare: t } = truth({ crossed: { share, strength }, seen });
          for (const x of [t.mean, t.median, t.low, t.high]) expect(x >= 0 && x <= 1).toBe(true);
          expect(t.low <= t.median && t.median <= t.high).toBe(true);
        }
  });
});
