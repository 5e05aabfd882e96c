import type { LotModel, SeedMark } from '@esprel/core/api';
import { describe, expect, it } from 'vitest';
import { curveLayout } from './curveLayout.ts';
import { countOf, countTo, laySeeds, stamp, stepTo, testDay } from '../shared/seedSheet.ts';
import { whatItSays } from './whatItSays.ts';

const mark = (position: number, kind: SeedMark['kind'] = 'normal', markedOn = '2027-03-08'): SeedMark => ({ position, kind, markedOn });

describe('marking seeds', () => {
  it('puts a mark on, changes it, and takes the same one off', () => {
    const once = stamp([], 3, 'normal', '2027-03-08');
    expect(once).toEqual([mark(3)]);
    expect(stamp(once, 3, 'hard', '2027-03-12')).toEqual([mark(3, 'hard', '2027-03-12')]);
    expect(stamp(once, 3, 'normal', '2027-03-12')).toEqual([]);
  });

  it('does the same for a number typed: the first seeds without a mark', () => {
    const marks = [mark(1), mark(2, 'dead')];
    const next = countTo(marks, 'normal', 4, 10, '2027-03-12');
    expect(next?.map((m) => [m.position, m.markedOn])).toEqual([
      [1, '2027-03-08'],
      [2, '2027-03-08'],
      [3, '2027-03-12'],
      [4, '2027-03-12'],
      [5, '2027-03-12'],
    ]);
    expect(countOf(next ?? [], 'normal')).toBe(4);
  });

  it('takes the latest marks off when the number is lower', () => {
    const marks = [mark(1, 'normal', '2027-03-08'), mark(2, 'normal', '2027-03-12'), mark(3, 'normal', '2027-03-08')];
    expect(countTo(marks, 'normal', 2, 10, '2027-03-15')?.map((m) => m.position)).toEqual([1, 3]);
    expect(countTo(marks, 'normal', 0, 10, '2027-03-15')).toEqual([]);
  });

  it('refuses more than lie there, and what is no count', () => {
    expect(countTo([mark(1, 'dead')], 'normal', 10, 10, 'x')).toBeNull();
    expect(countTo([], 'normal', 11, 10, 'x')).toBeNull();
    expect(countTo([], 'normal', -1, 10, 'x')).toBeNull();
    expect(countTo([], 'normal', 1.5, 10, 'x')).toBeNull();
    expect(countTo([], 'normal', Number.NaN, 10, 'x')).toBeNull();
  });

  it('moves by arrows in rows of ten and stays on the paper', () => {
    expect(stepTo(1, 'ArrowDown', 25)).toBe(11);
    expect(stepTo(21, 'ArrowDown', 25)).toBe(21);
    expect(stepTo(1, 'ArrowLeft', 25)).toBe(1);
    expect(stepTo(25, 'ArrowRight', 25)).toBe(25);
    expect(stepTo(7, 'End', 25)).toBe(25);
  });

  it('lays every seed apart, and always the same way', () => {
    const laid = laySeeds(400);
    expect(laid).toEqual(laySeeds(400));
    expect(new Set(laid.map((s) => `${String(Math.round(s.x / 40))} ${String(Math.round(s.y / 40))}`)).size).toBeGreaterThan(350);
    expect(testDay(mark(1, 'normal', '2027-03-02'), '2027-03-05')).toBe(0);
  });
});

describe('the germination curve', () => {
  it.each([
    ['no counts', { points: [], looks: [], expected: null }],
    ['nothing came', { points: [], looks: [9], expected: { low: 0, high: 1 } }],
    ['all on day 0', { points: [{ day: 0, cumulative: 1 }], looks: [0], expected: { low: 0.4, high: 0.9 } }],
    ['far beyond the usual', { points: [{ day: 400, cumulative: 0.02 }], looks: [400], expected: { low: 0, high: 0 } }],
  ])('draws no NaN with %s', (_name, d) => {
    const layout = curveLayout({ ...d, countDays: [5, 14], usual: { min: 5, max: 14 }, today: -3 }, 0, 0);
    expect(JSON.stringify(layout)).not.toMatch(/NaN|null,null/);
  });

  it('runs on flat to a count that found nothing new', () => {
    const layout = curveLayout(
      { points: [{ day: 5, cumulative: 0.5 }], countDays: [5, 9], usual: { min: 5, max: 9 }, expected: null, today: 9, looks: [5, 9] },
      400,
      200,
    );
    expect(layout.dots).toHaveLength(2);
    expect(layout.dots[1]!.y).toBe(layout.dots[0]!.y);
  });

  it('shows between which looks the course is not known, and draws nothing there after a look on each day', () => {
    const at = (looks: number[]) =>
      curveLayout(
        { points: [{ day: 10, cumulative: 0.5 }], countDays: [], usual: { min: 5, max: 9 }, expected: null, today: 10, looks },
        400,
        200,
      );
    expect(at([10]).unseen[0]!.x).toBe(at([10]).box.x0);
    expect(at([6, 10]).unseen[0]!.width).toBeCloseTo(0.4 * at([10]).unseen[0]!.width, 6);
    expect(at([6, 9, 10]).unseen).toEqual([]);
  });
});

describe('what a test says', () => {
  const model: Pick<LotModel, 'input'> = {
    input: {
      crop: { halfLifeYears: 9, oilClass: 'oily', freshGermination: 0.93 },
      form: 'cleaned',
      acquisition: 'donated',
      start: '2022-10-01',
      storage: [],
      tests: [{ date: '2027-03-01', sown: 50, alive: 20 }],
      sowings: [],
      at: [],
      threshold: 0.7,
    },
  };

  it('is the estimate with an open test against the one without', () => {
    const says = whatItSays(model, { batches: [{ warmFrom: '2027-03-10', sown: 100, alive: 95 }], closed: false }, '2027-03-14');
    expect(says!.after.median).toBeGreaterThan(says!.before.median + 0.1);
    expect(says!.after.high - says!.after.low).toBeLessThan(0.35);
  });

  it('leaves a closed test out of what was thought before it', () => {
    const says = whatItSays(model, { batches: [{ warmFrom: '2027-03-01', sown: 50, alive: 20 }], closed: true }, '2027-03-14');
    const without = whatItSays(
      { input: { ...model.input, tests: [] } },
      { batches: [{ warmFrom: '2027-03-01', sown: 50, alive: 20 }], closed: false },
      '2027-03-14',
    );
    expect(says!.before).toEqual(without!.before);
    expect(says!.after).toEqual(without!.after);
    expect(says!.before.high - says!.before.low).toBeGreaterThan(2 * (says!.after.high - says!.after.low));
  });
});
