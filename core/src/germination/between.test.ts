import { describe, expect, it } from 'vitest';
import { betweenWords, middleBetween, sproutedBetween } from './between.ts';

const FIRST = 0.001;

describe('days that lie between two looks', () => {
  it('says no more than that the first was up by the first look', () => {
    const bag = { looks: [10], found: [10, 10, 10] };
    expect(sproutedBetween([bag], FIRST)).toEqual({ after: null, by: 10 });
    expect(betweenWords({ after: null, by: 10 })).toBe('by day 10');
  });

  it('uses a look that found nothing', () => {
    const bag = { looks: [4, 10], found: [10, 10, 10] };
    expect(betweenWords(sproutedBetween([bag], FIRST)!)).toBe('between day 4 and day 10');
    expect(betweenWords(sproutedBetween([{ ...bag, looks: [4, 9, 10] }], FIRST)!)).toBe('on day 10');
  });

  it('places the half of them by the looks at their own bag', () => {
    // The first bag was looked at every third day, the second only once: its four may have come at any time before.
    const often = { looks: [3, 6, 9], found: [6, 6, 9, 9] };
    const once = { looks: [9], found: [9, 9, 9, 9] };
    expect(sproutedBetween([often], 0.5)).toEqual({ after: 3, by: 6 });
    expect(sproutedBetween([often, once], 0.5)).toEqual({ after: null, by: 9 });
  });

  it('counts a half that is no whole seed up, and says nothing of an empty test', () => {
    expect(sproutedBetween([{ looks: [2, 5], found: [2, 5, 5] }], 0.5)).toEqual({ after: 2, by: 5 });
    expect(sproutedBetween([{ looks: [2, 5], found: [] }], 0.5)).toBeNull();
  });

  it('takes the middle of several sowings', () => {
    expect(
      middleBetween([
        { after: 3, by: 6 },
        { after: 5, by: 7 },
        { after: null, by: 12 },
      ]),
    ).toEqual({ after: 3, by: 7 });
    expect(
      middleBetween([
        { after: 3, by: 6 },
        { after: 8, by: 10 },
      ]),
    ).toEqual({ after: 3, by: 10 });
    expect(middleBetween([])).toBeNull();
  });
});
