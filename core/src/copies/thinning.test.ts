import { describe, expect, it } from 'vitest';
import { addDays } from '../dates/day.ts';
import { copiesToThin } from './thinning.ts';

describe('thinning nightly copies', () => {
  const today = '2027-03-14';

  it('keeps a week of nights, and from then on fewer the longer ago', () => {
    // Night after night over four years, thinned each morning as the program does it.
    let kept: string[] = [];
    for (let i = 0; i <= 1460; i++) {
      const day = addDays('2023-03-16', i);
      kept.push(day);
      const gone = new Set(copiesToThin(kept, day));
      kept = kept.filter((d) => !gone.has(d));
    }
    expect(kept.at(-1)).toBe(addDays('2023-03-16', 1460));
    const age = (d: string): number => (Date.parse(addDays('2023-03-16', 1460)) - Date.parse(d)) / 86_400_000;
    expect(kept.filter((d) => age(d) < 7)).toHaveLength(7);
    // Never a gap of more than a week in the last month, or of more than a month in the last year.
    const ages = kept.map(age).sort((a, b) => a - b);
    const gap = (within: number): number => Math.max(...ages.slice(1).map((a, i) => (a <= within ? a - (ages[i] ?? 0) : 0)));
    expect(gap(28)).toBeLessThanOrEqual(8);
    expect(gap(330)).toBeLessThanOrEqual(32);
    expect(kept.some((d) => d.startsWith('2023'))).toBe(true);
    expect(kept.length).toBeLessThan(32);
  });

  it('never takes the only copy, however old, and none of a day to come', () => {
    expect(copiesToThin(['2019-08-03'], today)).toEqual([]);
    expect(copiesToThin(['2027-03-13', '2029-01-01'], today)).toEqual([]);
    expect(copiesToThin([], today)).toEqual([]);
  });

  it('takes the earlier of two old ones of one month', () => {
    expect(copiesToThin(['2026-06-02', '2026-06-20', '2027-03-14'], today)).toEqual(['2026-06-02']);
  });
});
