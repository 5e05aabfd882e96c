import { describe, expect, it } from 'vitest';
import { addDays } from '../dates/day.ts';
import type { TestProtocol } from '../germination/protocol.ts';
import { replicatesFor, planRound, type RoundLot, spendableSeeds, weekdayOf } from './round.ts';

const TUESDAY_AND_FRIDAY = [2, 5];
const protocol = (over: Partial<TestProtocol> = {}): TestProtocol => ({
  method: 'between-paper',
  warmth: { nightC: 20, dayC: 20 },
  light: 'either',
  preparation: [],
  preparationDays: 0,
  countDays: [5, 10, 14],
  ...over,
});
const lot = (code: string, over: Partial<TestProtocol> = {}, replicates = [25, 25]): RoundLot => ({
  code,
  crop: code.slice(0, 2),
  protocol: protocol(over),
  replicates,
});

describe('a round of tests', () => {
  it('falls on evenings the library is open, and never shortens the last count', () => {
    const plan = planRound(
      [lot('TM-1'), lot('KA-1', { countDays: [3, 6] }), lot('PA-1', { countDays: [6, 14, 21, 28] })],
      '2027-03-14',
      TUESDAY_AND_FRIDAY,
    );
    for (const t of plan.tests) {
      for (const day of [t.startOn, t.warmFrom, ...t.countDays.map((d) => addDays(t.warmFrom, d))]) {
        expect(TUESDAY_AND_FRIDAY).toContain(weekdayOf(day));
      }
    }
    const last = (code: string): number => plan.tests.find((t) => t.code === code)!.countDays.at(-1)!;
    expect(last('TM-1')).toBeGreaterThanOrEqual(14);
    expect(last('KA-1')).toBeGreaterThanOrEqual(6);
    expect(last('PA-1')).toBeGreaterThanOrEqual(28);
    expect(plan.evenings.reduce((n, e) => n + e.lay, 0)).toBe(3);
  });

  it('starts each test on the evening that moves its counts least', () => {
    // From a Tuesday, day 3 is a Friday and day 7 a Tuesday: nothing need be moved.
    const [test] = planRound([lot('RA-1', { countDays: [3, 7] })], '2027-03-14', TUESDAY_AND_FRIDAY).tests;
    expect(test).toMatchObject({ startOn: '2027-03-16', countDays: [3, 7], moved: 0 });
    // Days 4 and 7 fit from a Friday only.
    const [late] = planRound([lot('RA-1', { countDays: [4, 7] })], '2027-03-14', TUESDAY_AND_FRIDAY).tests;
    expect(late).toMatchObject({ startOn: '2027-03-19', moved: 0 });
  });

  it('keeps prepared seed until an open evening, and counts without open days as the crop says', () => {
    const chilled = lot('LA-1', { preparation: [{ step: 'prechill', words: 'chill', days: 21, caution: null }], preparationDays: 21 });
    const [test] = planRound([chilled], '2027-03-14', [3]).tests;
    expect(weekdayOf(test!.warmFrom)).toBe(3);
    expect(test!.preparationDays).toBeGreaterThanOrEqual(21);
    expect(planRound([chilled], '2027-03-14', []).tests[0]).toMatchObject({
      startOn: '2027-03-14',
      warmFrom: '2027-04-04',
      countDays: [5, 10, 14],
    });
  });

  it('numbers bags through, group by group, and counts what is needed', () => {
    const warm = { warmth: { nightC: 20, dayC: 30 } };
    const plan = planRound(
      [lot('TM-1', warm), lot('KA-1'), lot('TM-2', warm, [50]), lot('BE-1', { method: 'sand' }, [20])],
      '2027-03-14',
      [],
    );
    expect(plan.tests.map((t) => [t.code, t.bagNumbers])).toEqual([
      ['BE-1', [1]],
      ['KA-1', [2, 3]],
      ['TM-1', [4, 5]],
      ['TM-2', [6]],
    ]);
    expect(plan.groups.map((g) => [g.codes.join(' '), g.bags])).toEqual([
      ['BE-1 KA-1', 3],
      ['TM-1 TM-2', 3],
    ]);
    expect(plan.materials).toEqual({ bags: 5, sheets: 10, tubs: 1, cells: 0, seeds: 170 });
    expect(() => planRound([lot('X', {}, [])], '2027-03-14', [])).toThrow('at least one replicate');
  });

  it('shares seeds out among bags without losing any', () => {
    expect([10, 25, 50, 100, 400].map((n) => replicatesFor(n).join(' '))).toEqual([
      '10',
      '13 12',
      '25 25',
      '25 25 25 25',
      Array(8).fill('50').join(' '),
    ]);
    for (let n = 1; n <= 400; n++) expect(replicatesFor(n).reduce((a, b) => a + b, 0)).toBe(n);
  });

  it('takes no more than a tenth of what may be spent, unless the sprouts are grown on', () => {
    expect(spendableSeeds(420, 50, false)).toBe(37);
    expect(spendableSeeds(60, 20, false)).toBe(4);
    expect(spendableSeeds(60, 20, true)).toBe(40);
    expect(spendableSeeds(10, 20, true)).toBe(0);
  });
});
