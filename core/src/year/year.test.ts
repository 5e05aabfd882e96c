import { describe, expect, it } from 'vitest';
import { InputError } from '../errors.ts';
import {
  curveOn,
  checkSpan,
  costs,
  diedOfAge,
  diversityByCrop,
  effectiveNumber,
  flows,
  promisesKept,
  spanBefore,
  varietiesLost,
  varietiesSaved,
  type YearLot,
} from './year.ts';

const lot = (over: Partial<YearLot>): YearLot => ({
  code: 'ON-001A',
  varietyId: 1,
  variety: 'Millrace Brown',
  crop: 'Onion',
  place: 'Cupboard',
  source: 'Spring swap',
  acquisition: 'donated',
  receivedOn: '2024-03-01',
  before: 100,
  after: 100,
  aliveBefore: 0.8,
  aliveAfter: 0.7,
  came: 0,
  lent: 0,
  sown: 0,
  tested: 0,
  given: 0,
  thrownOut: 0,
  thrownOutWhy: null,
  missing: false,
  ...over,
});

describe('diversity', () => {
  it('counts equally common varieties as what they are, and a rare one as next to none', () => {
    expect(effectiveNumber([5, 5, 5, 5])).toBeCloseTo(4, 12);
    expect(effectiveNumber([1000, 1])).toBeLessThan(1.02);
    expect(effectiveNumber([])).toBe(0);
    expect(effectiveNumber([0, 0])).toBe(0);
    expect(() => effectiveNumber([-1])).toThrow('amounts');
  });

  it('is that of varieties with sound seed, not of envelopes', () => {
    const [onion] = diversityByCrop([
      lot({}),
      lot({ code: 'b' }),
      lot({ varietyId: 2, aliveAfter: 0.1 }),
      lot({ varietyId: 3, before: 0, came: 50, after: 50 }),
    ]);
    expect([onion?.before, onion?.after]).toEqual([2, 2]);
  });
});

describe('what was lost, and saved', () => {
  it('names what took the last of a variety', () => {
    const lost = varietiesLost([
      lot({ varietyId: 1, aliveAfter: 0.2 }),
      lot({ varietyId: 2, variety: 'Weir Red', after: 0, lent: 70, sown: 30 }),
      lot({ varietyId: 3, variety: 'Kiln White', after: 0, thrownOut: 100, thrownOutWhy: 'beetles' }),
      lot({ varietyId: 4, variety: 'Tollgate', missing: true }),
      // Another lot goes on.
      lot({ varietyId: 5, after: 0, lent: 100 }),
      lot({ varietyId: 5, code: 'z' }),
      // Was gone before.
      lot({ varietyId: 6, aliveBefore: 0.1, aliveAfter: 0.05 }),
    ]);
    expect(lost.map((l) => [l.variety, l.cause])).toEqual([
      ['Kiln White', 'thrown-out'],
      ['Millrace Brown', 'aged'],
      ['Tollgate', 'missing'],
      ['Weir Red', 'given-out'],
    ]);
    expect(lost.find((l) => l.cause === 'thrown-out')?.why).toBe('beetles');
  });

  it('counts as saved what came home when nothing older was sound any more', () => {
    const home = { before: 0, came: 200, after: 200, aliveAfter: 0.9, acquisition: 'saved' } as const;
    expect(varietiesSaved([lot({ aliveAfter: 0.2 }), lot({ code: 'h', ...home })])).toHaveLength(1);
    // The old lot would have done.
    expect(varietiesSaved([lot({}), lot({ code: 'h', ...home })])).toEqual([]);
    // Something quite new is no rescue, and neither is a gift.
    expect(varietiesSaved([lot({ ...home })])).toEqual([]);
    expect(varietiesSaved([lot({ aliveAfter: 0.2 }), lot({ ...home, acquisition: 'donated' })])).toEqual([]);
  });

  it('is not the seed that was lent out: only what lay there can have died of age', () => {
    expect(diedOfAge(lot({}))).toBeCloseTo(10, 9);
    expect(diedOfAge(lot({ after: 20, lent: 80 }))).toBeCloseTo(2, 9);
    expect(diedOfAge(lot({ aliveAfter: 0.9 }))).toBe(0);
    const [first, ...rest] = costs([lot({}), lot({ place: 'Attic', aliveAfter: 0.3 }), lot({ place: null })], (l) => l.place, 5);
    expect([first?.name, first?.died, rest.length]).toEqual(['Attic', 50, 1]);
  });
});

describe('the rest of the year', () => {
  it('tells promises that were kept, late, let go and open', () => {
    const due = '2026-10-01';
    expect(
      promisesKept([
        { dueOn: due, settledOn: '2026-09-20', cameHome: true },
        { dueOn: due, settledOn: '2026-11-20', cameHome: true },
        { dueOn: due, settledOn: '2026-11-20', cameHome: false },
        { dueOn: due, settledOn: null, cameHome: false },
      ]),
    ).toEqual({ due: 4, kept: 2, late: 1, letGo: 1, open: 1 });
  });

  it('adds up what came and went', () => {
    const f = flows([lot({ came: 50, lent: 10, tested: 5 }), lot({ acquisition: 'saved', came: 30, thrownOut: 3 })]);
    expect(f.in).toEqual({ donated: { lots: 1, seeds: 50 }, purchased: { lots: 0, seeds: 0 }, saved: { lots: 1, seeds: 30 } });
    expect(f.out).toEqual({ lent: 10, sown: 0, tested: 5, given: 0, thrownOut: 3 });
  });

  it('reads a curve between its points and holds at its ends', () => {
    const curve = [
      { date: '2026-01-01', median: 0.9 },
      { date: '2026-01-11', median: 0.8 },
    ];
    expect(curveOn(curve, '2025-01-01')).toBe(0.9);
    expect(curveOn(curve, '2026-01-06')).toBeCloseTo(0.85, 9);
    expect(curveOn(curve, '2030-01-01')).toBe(0.8);
    expect(curveOn([], '2026-01-06')).toBe(0);
  });

  it('compares with as many days before, and refuses days that cannot be', () => {
    expect(spanBefore('2026-01-01', '2026-12-31')).toEqual({ from: '2025-01-01', to: '2025-12-31' });
    expect(() => {
      checkSpan('2026-01-01', '2027-01-01', '2026-12-01');
    }).toThrow(InputError);
    expect(() => {
      checkSpan('2026-02-01', '2026-01-01', '2026-12-01');
    }).toThrow('from');
    expect(() => {
      checkSpan('2001-01-01', '2026-01-01', '2026-12-01');
    }).toThrow('ten years');
  });
});
