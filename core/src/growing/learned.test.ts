import { describe, expect, it } from 'vitest';
import { crossesHere } from './learned.ts';

describe('what was learned of a crop', () => {
  it('is drawn towards the reference where little was seen, and away from it by much', () => {
    expect(crossesHere({ plants: 0, offTypes: 0, expected: 0 })).toMatchObject({ ratio: 1 });
    const little = crossesHere({ plants: 20, offTypes: 3, expected: 1 });
    const much = crossesHere({ plants: 400, offTypes: 60, expected: 20 });
    expect(little.ratio).toBeLessThan(1.5);
    expect(little.words).toContain('as expected, as far as 20 plants can tell');
    expect(much.ratio).toBeCloseTo(64 / 24, 12);
    expect(much.words).toContain('3 times as often');
    expect(crossesHere({ plants: 900, offTypes: 2, expected: 40 }).words).toBe('crosses less here than expected');
  });

  it('rises with every off-type, and holds its figure within its doubt', () => {
    let before = 0;
    for (let offTypes = 0; offTypes <= 40; offTypes += 4) {
      const c = crossesHere({ plants: 100, offTypes, expected: 10 });
      expect(c.ratio).toBeGreaterThan(before);
      expect(c.low < c.ratio && c.ratio < c.high).toBe(true);
      before = c.ratio;
    }
  });
});
