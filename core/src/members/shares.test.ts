import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { shareWords, shrunkShare } from './shares.ts';

describe('a share of promises kept', () => {
  it('is that of all members where nothing is known, and one bad year is no verdict', () => {
    expect(shrunkShare({ kept: 0, of: 0 }, { kept: 30, of: 40 })).toBe(0.75);
    expect(shrunkShare({ kept: 0, of: 0 }, { kept: 0, of: 0 })).toBe(0.5);
    expect(shrunkShare({ kept: 0, of: 1 }, { kept: 30, of: 40 })).toBeCloseTo(0.6, 10);
    expect(shrunkShare({ kept: 0, of: 10 }, { kept: 30, of: 40 })).toBeCloseTo(0.2143, 4);
  });

  it('lies between the own share and that of all, and never leaves 0 to 1', () => {
    const kept = fc.integer({ min: 0, max: 400 }).chain((of) => fc.record({ of: fc.constant(of), kept: fc.integer({ min: 0, max: of }) }));
    fc.assert(
      fc.property(kept, kept, (own, all) => {
        const share = shrunkShare(own, all);
        const ends = [own.of === 0 ? share : own.kept / own.of, all.of === 0 ? 0.5 : all.kept / all.of].sort((a, b) => a - b);
        expect(share).toBeGreaterThanOrEqual((ends[0] ?? 0) - 1e-12);
        expect(share).toBeLessThanOrEqual((ends[1] ?? 1) + 1e-12);
      }),
    );
  });

  it('is said kindly, and openly where little is known', () => {
    expect(shareWords({ kept: 0, of: 0 }, 0.7)).toBe('nothing promised yet');
    expect(shareWords({ kept: 1, of: 1 }, 0.8)).toBe('nearly always, as far as can be told from so few');
    expect(shareWords({ kept: 1, of: 6 }, 0.35)).toBe('now and then');
  });
});
