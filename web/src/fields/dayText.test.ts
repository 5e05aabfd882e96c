import { describe, expect, it } from 'vitest';
import { readDay } from './dayText.ts';

const today = '2027-03-14';

describe('a date as people write it', () => {
  it.each([
    ['today', '2027-03-14'],
    ['Yesterday', '2027-03-13'],
    ['2026-12-31', '2026-12-31'],
    ['14.3.', '2027-03-14'],
    ['3/4/27', '2027-04-03'],
    ['Sun 14 Mar', '2027-03-14'],
    ['14 March 2025', '2025-03-14'],
    ['Mar 9', '2027-03-09'],
    // A year left out is the one that brings the day nearest.
    ['20 Dec', '2026-12-20'],
    ['29 feb 2028', '2028-02-29'],
  ])('%s', (text, day) => {
    expect(readDay(text, today, 'day-month')).toBe(day);
  });

  it('reads two numbers in the library’s order', () => {
    expect(readDay('3/4', today, 'month-day')).toBe('2027-03-04');
  });

  it.each(['', 'soon', '30 Feb 2027', '14', '1 2 3 4', '99/99', '14 Mar 027', '31.6.'])('does not guess at "%s"', (text) => {
    expect(readDay(text, today, 'day-month')).toBeNull();
  });

  it('reads back what the field itself shows', () => {
    expect(readDay('14 Mar 2024', today, 'month-day')).toBe('2024-03-14');
    // Sown again until September: of two as near, the one that is not before the first sowing.
    expect(readDay('10 sep', '2027-03-13', 'day-month', '2027-04-20')).toBe('2027-09-10');
    expect(readDay('Mar 14 2024', today, 'day-month')).toBe('2024-03-14');
  });
});
