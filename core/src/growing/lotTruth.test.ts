import { describe, expect, it } from 'vitest';
import { expectedCrossing, identityByTruth, lotTruth, type LotTruthFacts } from './lotTruth.ts';
import { trueToType } from './truth.ts';
import { truthWords } from './truthWords.ts';

const squash: LotTruthFacts = {
  crop: { outcrossRate: 0.7, trueToType: 'if-isolated' },
  acquisition: 'saved',
  parents: [{ part: 1, crossed: 0 }],
  grown: { crossedShare: 0.06, isolated: 'unknown' },
  mixed: false,
  seen: [],
};
const mean = (over: Partial<LotTruthFacts>): number => lotTruth({ ...squash, ...over }).trueShare.mean;

describe('the truth of a lot', () => {
  it('is that of its parent less what crossed where it was grown', () => {
    expect(mean({})).toBeCloseTo(0.94, 6);
    expect(mean({ parents: [{ part: 1, crossed: 0.1 }] })).toBeCloseTo(0.9 * 0.94, 6);
    // Without a figure from the plan it goes by how it was said to be kept apart.
    const by = (isolated: 'yes' | 'no' | 'unknown') => mean({ grown: { crossedShare: null, isolated } });
    expect([by('yes') > by('unknown'), by('unknown') > by('no')]).toEqual([true, true]);
  });

  it('of a mix is that of its parts, by how much of each there is', () => {
    const mixed = {
      mixed: true,
      grown: null,
      parents: [
        { part: 300, crossed: 0 },
        { part: 100, crossed: 0.2 },
      ],
    };
    expect(mean(mixed)).toBeCloseTo(0.95, 3);
  });

  it('of what came from outside goes by where it came from, and by how much the crop crosses at all', () => {
    const outside = (acquisition: LotTruthFacts['acquisition'], outcrossRate: number) =>
      mean({ acquisition, grown: null, parents: [], crop: { outcrossRate, trueToType: 'usually' } });
    expect(outside('purchased', 0.7)).toBeGreaterThan(0.99);
    expect(outside('donated', 0.7)).toBeLessThan(0.99);
    expect(outside('saved', 0.7)).toBeLessThan(outside('donated', 0.7));
    expect(outside('donated', 0.03)).toBeGreaterThan(0.99);
  });

  it('is the same unseen, in closed form, as by the sum over the posterior', () => {
    const closed = lotTruth(squash).trueShare;
    const summed = trueToType({ parentCrossed: 0, crossed: expectedCrossing(squash), visible: 0.8, seen: [] }).trueShare;
    for (const key of ['mean', 'median', 'low', 'high'] as const) expect(closed[key]).toBeCloseTo(summed[key], 4);
  });

  it('moves by what was seen, and the name with it', () => {
    const seen = (offTypes: number) => mean({ seen: [{ plants: 40, offTypes }] });
    expect(seen(0)).toBeGreaterThan(mean({}));
    expect(seen(12)).toBeLessThan(0.75);
    expect(identityByTruth('sure', seen(12))).toBe('doubtful');
    expect(identityByTruth('sure', 0.95)).toBe('likely');
    expect(identityByTruth('sure', 0.99)).toBe('sure');
    expect(identityByTruth('unknown', 0.2)).toBe('unknown');
  });

  it('is said as what whoever sows it will see', () => {
    expect([1, 0.997, 0.94, 0.6].map(truthWords)).toEqual([
      'comes true',
      'comes true',
      'about 6 in 100 will be something else',
      'about 40 in 100 will be something else',
    ]);
  });
});
