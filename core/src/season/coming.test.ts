import { describe, expect, it } from 'vitest';
import { comingSeason, daysOutside, earliestSowing, seasonMeant } from './coming.ts';
import { windowBetween } from './windows.ts';

const plain = { chillWeeks: 0, soakHours: 0 };
const year = (y: number, window: [string, string] | null = ['02-23', '03-09']) => ({
  y,
  window: window && windowBetween(`${String(y)}-${window[0]}`, `${String(y)}-${window[1]}`),
});
const years = [year(2026), year(2027), year(2028)];

describe('the season that comes', () => {
  it('is this year’s while its window is open, and the next with a word once it is over', () => {
    expect(comingSeason(years, plain, '2027-03-09')).toMatchObject({ next: { y: 2027 }, missed: null });
    expect(comingSeason(years, plain, '2027-03-14')).toMatchObject({
      next: { y: 2028 },
      missed: { season: { y: 2027 }, forPreparing: false },
    });
    // Three months later nobody asks for it any more.
    expect(comingSeason(years, plain, '2027-06-10')).toMatchObject({ next: { y: 2028 }, missed: null });
  });

  it('is the southern spring ahead in March, not the one that is gone', () => {
    const south = [2025, 2026, 2027].map((y) => year(y, ['08-10', '08-24']));
    expect(comingSeason(south, plain, '2027-03-14')).toMatchObject({ next: { y: 2027 }, missed: null });
  });

  it('is missed when there is no time left for its weeks of cold', () => {
    const rose = { chillWeeks: 16, soakHours: 24 };
    expect(earliestSowing(rose, '2027-01-10')).toBe('2027-05-03');
    expect(comingSeason(years, rose, '2027-01-10')).toMatchObject({
      next: { y: 2028 },
      missed: { season: { y: 2027 }, forPreparing: true },
    });
    expect(comingSeason(years, rose, '2026-11-01')).toMatchObject({ next: { y: 2027 } });
  });

  it('is none for a crop without weeks', () => {
    expect(comingSeason([year(2027, null)], plain, '2027-03-09')).toBeNull();
  });

  it('of a day is the one whose window it lies in or nearest to', () => {
    expect(daysOutside(windowBetween('2027-02-23', '2027-03-09'), '2027-03-14')).toBe(5);
    expect(seasonMeant(years, '2027-03-14')?.y).toBe(2027);
    expect(seasonMeant(years, '2027-11-14')?.y).toBe(2028);
    expect(seasonMeant([year(2027, null)], '2027-11-14')).toBeNull();
  });
});
