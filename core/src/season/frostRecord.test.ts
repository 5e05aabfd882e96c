import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { addDays, daysBetween } from '../dates/day.ts';
import { simulatedMinima } from '../devices/weatherStation.ts';
import { type DailyMinimum, doubtsOfRecord, fitFrosts, frostRecord, type SpringOfRecord } from './frostRecord.ts';

/** A whole spring at +5 C with frosts on the days named. */
function spring(year: number, frosts: readonly string[], hemisphere: 'north' | 'south' = 'north', skip = 0): DailyMinimum[] {
  const [from, to] =
    hemisphere === 'north' ? [`${String(year)}-01-01`, `${String(year)}-06-30`] : [`${String(year)}-07-01`, `${String(year)}-12-31`];
  return Array.from({ length: daysBetween(from, to) + 1 - skip }, (_, i) => addDays(from, i + skip)).map((date) => ({
    date,
    minC: frosts.includes(date.slice(5)) ? -1 : 5,
  }));
}

describe('a record of daily minima', () => {
  it('gives the median last frost, its spread and the risk after each day', () => {
    const r = frostRecord([
      ...spring(2021, ['04-10', '01-05']),
      ...spring(2022, ['04-20']),
      ...spring(2023, ['05-01']),
      ...spring(2024, ['04-13']),
    ]);
    expect(r.yearsUsed).toBe(4);
    // The two in the middle are 13 and 20 April: 16.5, rounded down.
    expect(r.typical).toBe('04-16');
    // 10, 13, 20 and 31 April-days: mean 18.5, squares 72.25 + 30.25 + 2.25 + 156.25 = 261, over 3.
    expect(r.sdDays).toBeCloseTo(Math.sqrt(261 / 3), 12);
    const risk = new Map(r.curve.map((c) => [c.day, c.risk]));
    expect(risk.get('04-09')).toBe(1);
    expect(risk.get('04-10')).toBe(0.75);
    expect(risk.get('04-30')).toBe(0.25);
    expect(risk.get('05-01')).toBe(0);
    expect(r.risk10).toBe('05-01');
    expect(r.curve).toHaveLength(181);
  });

  it('counts a spring without frost as earlier than all, and leaves it out of the spread', () => {
    const r = frostRecord([...spring(2021, []), ...spring(2022, ['04-20']), ...spring(2023, ['04-24'])]);
    expect(r.typical).toBe('04-20');
    expect(r.sdDays).toBeCloseTo(Math.sqrt(8), 12);
    expect(r.curve[0]?.risk).toBeCloseTo(2 / 3, 12);
    expect(frostRecord([...spring(2021, []), ...spring(2022, ['04-20'])]).typical).toBeNull();
  });

  it('uses springs with four fifths of their days, and says nothing without any', () => {
    expect(frostRecord(spring(2023, ['04-20'], 'north', 36)).yearsUsed).toBe(1);
    expect(frostRecord(spring(2023, ['04-20'], 'north', 37)).yearsUsed).toBe(0);
    expect(frostRecord([])).toMatchObject({ yearsUsed: 0, typical: null, risk10: null, sdDays: null, curve: [] });
  });

  it('holds 29 February for the 28th, and a frost only below the line', () => {
    expect(frostRecord(spring(2024, ['02-29'])).typical).toBe('02-28');
    const zero = spring(2023, []).map((m) => ({ ...m, minC: 0 }));
    expect(frostRecord(zero).typical).toBeNull();
    expect(frostRecord(zero, 0.5).typical).toBe('06-30');
  });

  it('has its spring from July on in the south', () => {
    const r = frostRecord([...spring(2022, ['09-20', '07-02'], 'south'), ...spring(2022, ['03-01'])], 0, 'south');
    expect(r).toMatchObject({ yearsUsed: 1, typical: '09-20' });
    expect(r.curve).toHaveLength(184);
    expect(r.curve[0]?.day).toBe('07-01');
  });

  it('has a risk that never goes up, whatever the years were', () => {
    const last = fc.option(fc.integer({ min: 0, max: 180 }), { nil: null });
    fc.assert(
      fc.property(fc.array(last, { minLength: 1, maxLength: 40 }), (lasts) => {
        const years = lasts.map((l, i): SpringOfRecord => ({
          year: 1980 + i,
          days: 181,
          of: 181,
          used: true,
          lastFrost: l === null ? null : addDays('2027-01-01', l).slice(5),
        }));
        const { curve, risk10 } = fitFrosts(years, 'north');
        expect(curve.every((c, i) => i === 0 || c.risk <= (curve[i - 1]?.risk ?? 1))).toBe(true);
        const after = lasts.filter((l) => l !== null && addDays('2027-01-01', l).slice(5) > (risk10 ?? '')).length;
        expect(after).toBeLessThanOrEqual(lasts.length / 10);
      }),
      { numRuns: 40 },
    );
  });

  it('refuses a date that stands there twice', () => {
    expect(() => frostRecord([...spring(2023, []), { date: '2023-02-03', minC: 1 }])).toThrow('minima[181].date');
  });

  it('speaks of a missing decade, of few springs and of Fahrenheit', () => {
    const year = (y: number, lastFrost: string | null): SpringOfRecord => ({ year: y, days: 181, of: 181, lastFrost, used: true });
    const some = [...Array(8).keys()].map((i) => year(1990 + i, '04-20'));
    expect(doubtsOfRecord([...some, year(2010, '04-11'), year(2011, '04-12')], -8).join(' ')).toContain('1998 to 2009 are missing');
    expect(doubtsOfRecord(some, -8).join(' ')).toContain('Only 8 springs');
    expect(
      doubtsOfRecord(
        [...some, ...some].map((y, i) => ({ ...y, year: 1990 + i, lastFrost: null })),
        21,
      ).join(' '),
    ).toContain('Fahrenheit');
    expect(
      doubtsOfRecord(
        [...some, ...some].map((y, i) => ({ ...y, year: 1990 + i })),
        -8,
      ),
    ).toEqual([]);
  });

  it('reads the simulated station near the climate it stands for, with missing days', () => {
    let state = 7;
    const random = (): number => (state = (state * 16807) % 2147483647) / 2147483647;
    const rows = simulatedMinima({ meanLastFrostDay: 116, spreadDays: 10, hemisphere: 'north' }, '1997-01-01', '2026-12-31', random)
      .trim()
      .split('\r\n')
      .slice(1);
    expect(rows.length).toBeLessThan(365 * 30);
    const r = frostRecord(rows.map((l) => ({ date: l.split(',')[0] ?? '', minC: Number(l.split(',')[1]) })));
    expect(r.yearsUsed).toBeGreaterThan(25);
    expect(Math.abs(daysBetween('2027-04-27', `2027-${r.typical ?? ''}`))).toBeLessThan(9);
    expect(r.sdDays as number).toBeGreaterThan(5);
    expect(r.sdDays as number).toBeLessThan(16);
  });
});
