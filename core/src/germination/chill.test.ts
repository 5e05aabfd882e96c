import { describe, expect, it } from 'vitest';
import { addDays } from '../dates/day.ts';
import { chillLooks, nextChillLook } from './chill.ts';

describe('looks into the cold', () => {
  it('come weekly through the last third, when seed may sprout there, and not on the day it is sown', () => {
    // Six weeks are 42 days: the last third begins on the twenty-eighth.
    expect(chillLooks('2027-01-01', 6)).toEqual(['2027-01-29', '2027-02-05']);
    // Four weeks: the nineteenth day is the first in the last third.
    expect(chillLooks('2027-03-02', 4)).toEqual(['2027-03-21', '2027-03-28']);
    expect(chillLooks('2027-01-01', 0)).toEqual([]);
    for (const weeks of [1, 2, 3, 8, 12]) {
      for (const day of chillLooks('2027-01-01', weeks)) expect(day < addDays('2027-01-01', 7 * weeks)).toBe(true);
    }
  });

  it('are due one after another, whatever day the last look was made on', () => {
    expect(nextChillLook('2027-03-02', 4, null)).toBe('2027-03-21');
    expect(nextChillLook('2027-03-02', 4, '2027-03-05')).toBe('2027-03-21');
    expect(nextChillLook('2027-03-02', 4, '2027-03-23')).toBe('2027-03-28');
    expect(nextChillLook('2027-03-02', 4, '2027-03-28')).toBeNull();
  });
});
