import { describe, expect, it } from 'vitest';
import { readYearDay, yearDayWords } from './yearDay.ts';

describe('days of the year', () => {
  it.each([
    ['6 May', '05-06'],
    ['May 6', '05-06'],
    ['6th may', null],
    ['6 may', '05-06'],
    ['6.5.', '05-06'],
    ['6/5', '05-06'],
    ['05-06', '05-06'],
    ['29 Feb', '02-29'],
    ['31 April', null],
    ['soon', null],
    ['', null],
  ])('%s', (text, expected) => {
    expect(readYearDay(text, 'day-month')).toBe(expected);
  });
  it('reads two numbers in the library’s order, and shows them so', () => {
    expect(readYearDay('5/6', 'month-day')).toBe('05-06');
    expect(yearDayWords('05-06', 'day-month')).toBe('6 May');
    expect(yearDayWords('05-06', 'month-day')).toBe('May 6');
    expect(yearDayWords('spring', 'day-month')).toBe('spring');
  });
});
