import { describe, expect, it } from 'vitest';
import { crossing, flowerOverlap, type PollenSource } from './crossing.ts';
import { diversityKept, keptOfMix } from './parents.ts';

const squash = { plants: 8, outcrossRate: 0.7, isolationM: 800 };
const near: PollenSource = { plants: 4, distanceM: 509, overlap: 0.5 };

describe('crossing', () => {
  it('is about 1 % of the pollen from an equal patch at the isolation distance', () => {
    const out = crossing({ ...squash, neighbours: [{ plants: 8, distanceM: 800, overlap: 1 }] });
    expect(out.foreignShare).toBeCloseTo(0.0099, 4);
    expect(out).toMatchObject({ band: 'safe' });
    expect(out.crossedShare).toBeCloseTo(0.7 * out.foreignShare, 12);
  });

  it('counts plants, distance and the days together, and next to nothing under a bag', () => {
    // By hand: k = 1 / (1 + (509 x 9.95 / 800)^2) = 0.024346; F = 4 x 0.5 x k / (8 + 4 x 0.5 x k).
    const out = crossing({ ...squash, neighbours: [near] });
    expect(out.foreignShare).toBeCloseTo(0.00605, 5);
    const beside = crossing({ ...squash, neighbours: [{ plants: 8, distanceM: 0, overlap: 1 }] });
    expect(beside).toMatchObject({ foreignShare: 0.5, crossedShare: 0.35, band: 'risky' });
    const tied = crossing({ ...squash, neighbours: [{ plants: 8, distanceM: 0, overlap: 1 }], protected: true });
    expect(tied).toEqual({ foreignShare: 0.5, crossedShare: 0.001, band: 'safe' });
    expect(crossing({ ...squash, neighbours: [] })).toEqual({ foreignShare: 0, crossedShare: 0, band: 'safe' });
  });

  it('is never raised by distance, more plants of one’s own, fewer days together, or a bag', () => {
    const crossed = (own: Partial<typeof squash & { protected: boolean }>, other: Partial<PollenSource>) =>
      crossing({ ...squash, ...own, neighbours: [{ ...near, ...other }, near] }).crossedShare;
    const falling = (list: number[]) => {
      expect(list).toEqual([...list].sort((p, q) => q - p));
    };
    falling([0, 1, 5, 50, 500, 5000, 4e7].map((distanceM) => crossed({}, { distanceM })));
    falling([1, 2, 8, 100, 10_000].map((plants) => crossed({ plants }, {})));
    falling([1, 0.7, 0.2, 0].map((overlap) => crossed({}, { overlap })));
    falling([crossed({ protected: false }, {}), crossed({ protected: true }, {})]);
    falling([1000, 100, 10, 1].map((plants) => crossed({}, { plants })));
  });
});

describe('days in flower together', () => {
  const day = (from: number, to: number, sdDays = 0) => ({ from, to, sdDays });

  it('are counted as they are where nothing is in doubt', () => {
    expect(flowerOverlap(day(0, 9), day(0, 9))).toBe(1);
    expect(flowerOverlap(day(0, 9), day(5, 30))).toBe(0.5);
    expect(flowerOverlap(day(0, 9), day(10, 19))).toBe(0);
    expect(flowerOverlap(day(0, 9), day(3, 3))).toBeCloseTo(0.1, 12);
    expect(flowerOverlap(day(0, 0), day(-30, 30))).toBe(1);
  });

  it('are the mean over the shifts where they are', () => {
    // By summing over the shift in small steps.
    const plainly = (own: ReturnType<typeof day>, other: ReturnType<typeof day>): number => {
      const s = Math.hypot(own.sdDays, other.sdDays);
      let [sum, weight] = [0, 0];
      for (let z = -8; z <= 8; z += 0.001) {
        const w = Math.exp(-0.5 * z * z);
        const shift = s * z;
        const common = Math.min(own.to + 1, other.to + 1 + shift) - Math.max(own.from, other.from + shift);
        sum += w * Math.max(0, common);
        weight += w;
      }
      return sum / weight / (own.to - own.from + 1);
    };
    for (const [own, other] of [
      [day(0, 40, 7), day(30, 80, 9)],
      [day(0, 9, 5), day(14, 20, 0)],
      [day(0, 9, 0), day(-3, 40, 20)],
      [day(0, 60, 1), day(61, 70, 1)],
    ] as const)
      expect(flowerOverlap(own, other)).toBeCloseTo(plainly(own, other), 4);
  });

  it('stay a share however far apart or unsure', () => {
    for (const from of [-1e6, -5, 0, 5, 1e6])
      for (const sd of [0, 1e-9, 3, 366]) {
        const o = flowerOverlap(day(0, 20, sd), day(from, from + 20, sd));
        expect(o >= 0 && o <= 1).toBe(true);
      }
  });
});

describe('what is left of a variety’s diversity', () => {
  it('goes by the plants that seed was taken from', () => {
    const [one] = diversityKept([{ plants: 20, selfing: 0, equalShares: false }]).each;
    expect(one?.ne).toBeCloseTo(19.5, 12);
    expect(one?.kept).toBeCloseTo(1 - 1 / 39, 12);
    // The same seed from each mother is worth a third more plants.
    expect(diversityKept([{ plants: 20, selfing: 0, equalShares: true }]).ne).toBeCloseTo(26, 12);
    // One plant of what fertilises itself has nothing of its parent's diversity left to lose but itself.
    expect(diversityKept([{ plants: 1, selfing: 0, equalShares: false }]).each).toEqual([{ ne: 1, kept: 0.5 }]);
    expect(diversityKept([{ plants: 1, selfing: 1, equalShares: true }]).each).toEqual([{ ne: 0.5, kept: 0 }]);
  });

  it('is the product along the line, and one narrow year weighs most', () => {
    const line = diversityKept([100, 4, 100].map((plants) => ({ plants, selfing: 0, equalShares: false })));
    expect(line.keptInAll).toBeCloseTo(
      line.each.reduce((p, g) => p * g.kept, 1),
      12,
    );
    expect(line.ne).toBeGreaterThan(9);
    expect(line.ne).toBeLessThan(11);
    const more = [1, 2, 5, 20, 100].map((plants) => diversityKept([{ plants, selfing: 0.3, equalShares: false }]).keptInAll);
    expect(more).toEqual([...more].sort((p, q) => p - q));
  });

  it('is more after mixing than in any one part, and never more than their common ancestor had', () => {
    const parts = [
      { part: 100, kept: 0.8 },
      { part: 100, kept: 0.9 },
    ];
    expect(keptOfMix(parts, 1)).toBeCloseTo(0.25 * 0.8 + 0.25 * 0.9 + 0.5, 12);
    expect(keptOfMix(parts, 0.95)).toBeLessThan(0.95);
    expect(keptOfMix([{ part: 7, kept: 0.8 }], 1)).toBeCloseTo(0.8, 12);
    expect(
      keptOfMix(
        [
          { part: 990, kept: 0.8 },
          { part: 10, kept: 0.9 },
        ],
        1,
      ),
    ).toBeLessThan(keptOfMix(parts, 1));
  });
});
