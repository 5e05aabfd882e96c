import { describe, expect, it } from 'vitest';
import { countNumber, nextCount, nextCountOf, nextLook } from './due.ts';

describe('count days', () => {
  const days = [5, 8, 11, 14];
  it('go from the first to the last, then every four days while seed is out', () => {
    expect(nextCount('2027-03-01', days, null, 50)).toMatchObject({ due: '2027-03-06', number: 1, of: 4, testDay: 5 });
    // Counted a day late: the next planned day stands.
    expect(nextCount('2027-03-01', days, '2027-03-07', 20)).toMatchObject({ due: '2027-03-09', number: 2 });
    expect(nextCount('2027-03-01', days, '2027-03-15', 3)).toMatchObject({ due: '2027-03-19', extended: true });
    expect(nextCount('2027-03-01', days, '2027-03-15', 0)).toBeNull();
  });
  it('of a second batch count from its own day: what was just laid is not late', () => {
    const first = { warmFrom: '2027-03-01', lastCountedOn: '2027-03-15', seedsOut: 6 };
    const second = { warmFrom: '2027-03-15', lastCountedOn: null, seedsOut: 20 };
    expect(nextCountOf([first, second], days)).toMatchObject({ due: '2027-03-19', extended: true });
    expect(nextCountOf([{ ...first, seedsOut: 0 }, second], days)).toMatchObject({ due: '2027-03-20', number: 1 });
    expect(
      nextCountOf(
        [
          { ...first, seedsOut: 0 },
          { ...second, seedsOut: 0 },
        ],
        days,
      ),
    ).toBeNull();
    expect(nextCountOf([], days)).toBeNull();
  });
  it('are numbered by how many have come', () => {
    expect([4, 5, 9, 30].map((d) => countNumber(days, d))).toEqual([1, 1, 2, 4]);
  });
});

describe('looks at a sowing', () => {
  it('begin with the first seedlings, go weekly, and end with its fate', () => {
    expect(nextLook('2027-03-01', 5, 10, null)).toEqual({ due: '2027-03-06', last: false });
    expect(nextLook('2027-03-01', 5, 10, '2027-03-06')).toEqual({ due: '2027-03-13', last: false });
    expect(nextLook('2027-03-01', 5, 10, '2027-03-13')).toEqual({ due: '2027-03-18', last: true });
    expect(nextLook('2027-03-01', 5, 10, '2027-03-30')).toEqual({ due: '2027-03-30', last: true });
    // In the dark every day, from when the first is usual.
    expect(nextLook('2027-03-01', 5, 10, '2027-03-02', true)).toEqual({ due: '2027-03-06', last: false });
    expect(nextLook('2027-03-01', 5, 10, '2027-03-06', true)).toEqual({ due: '2027-03-07', last: false });
  });
});
