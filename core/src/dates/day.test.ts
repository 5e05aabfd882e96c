import { describe, expect, it } from 'vitest';
import { addDays, dayFromNumber, dayInYear, dayNumber, daysBetween, isDay, mondayOf } from './day.ts';

describe('days', () => {
  it('exist or do not', () => {
    expect(['2028-02-29', '2027-12-31'].every(isDay)).toBe(true);
    const none = ['2027-02-29', '2026-02-30', '1900-02-29', '2027-13-01', '2027-00-10', '2027-01-00', '2027-1-1', '', 20270101, null];
    expect(none.filter(isDay)).toEqual([]);
    // Of the right length, but signs, spaces, other digits or other dashes are no day.
    expect(['2027/03/14', '2027-03-1 ', '2027-03-+4', '-027-03-14', '２027-03-14', '2027–03–14', '0099-03-14'].filter(isDay)).toEqual([]);
  });
  it('add up across months and leap days', () => {
    expect(addDays('2027-02-28', 1)).toBe('2027-03-01');
    expect(daysBetween('2028-02-28', '2028-03-01')).toBe(2);
    expect(dayInYear(2027, '02-29')).toBe('2027-02-28');
    expect(() => addDays('2027-02-30', 1)).toThrow('day');
  });
  it('lie in weeks that begin on Monday, over the turn of a year and before 1970', () => {
    expect(['2027-03-14', '2027-03-08', '2027-01-01', '1969-12-31'].map(mondayOf)).toEqual([
      '2027-03-08',
      '2027-03-08',
      '2026-12-28',
      '1969-12-29',
    ]);
  });
});

describe('days by number', () => {
  it('are those of the calendar, every one of eight centuries', () => {
    for (let n = -219_000; n < 73_000; n += 1) {
      const day = new Date(n * 86_400_000).toISOString().slice(0, 10);
      if (dayFromNumber(n) !== day) expect(dayFromNumber(n)).toBe(`day ${String(n)}, ${day}`);
      if (dayNumber(day) !== n) expect(dayNumber(day)).toBe(`${day}, ${String(n)}`);
    }
    expect(dayNumber('1970-01-01')).toBe(0);
    expect(dayFromNumber(dayNumber('2028-02-29') + 0.9)).toBe('2028-02-29');
    expect(dayFromNumber(dayNumber('0101-03-01'))).toBe('0101-03-01');
    expect(dayFromNumber(dayNumber('9999-12-31'))).toBe('9999-12-31');
  });
});
