import { describe, expect, it } from 'vitest';
import type { TestProtocol } from './protocol.ts';
import { coldLooks, datedSteps, missedCounts, nextStep, stepsOf } from './steps.ts';

const protocol = (...preparation: { step: string; days: number }[]): TestProtocol => ({
  method: 'on-paper',
  warmth: { nightC: 20, dayC: 20 },
  light: 'either',
  preparation: preparation.map((p) => ({ ...p, words: p.step, caution: null })),
  preparationDays: Math.ceil(preparation.reduce((s, p) => s + p.days, 0)),
  countDays: [7, 14, 21],
});

describe('steps of preparation', () => {
  const chilled = protocol({ step: 'soak', days: 0.5 }, { step: 'prechill', days: 28 });

  it('lead into the warm in whole days, and take as long in all as the crop says', () => {
    expect(stepsOf(chilled).map((s) => [s.step, s.days])).toEqual([
      ['soak', 1],
      ['prechill', 28],
      ['warm', 0],
    ]);
    expect(stepsOf(protocol()).map((s) => s.step)).toEqual(['warm']);
    expect(stepsOf(chilled, 15).map((s) => s.days)).toEqual([1, 14, 0]);
    expect(stepsOf(protocol(), 3).map((s) => [s.step, s.days])).toEqual([
      ['prepare', 3],
      ['warm', 0],
    ]);
  });

  it('move on from the day each was really done', () => {
    const done = (doneOn: (string | null)[]) =>
      datedSteps(
        '2027-03-01',
        stepsOf(chilled).map((s, i) => ({ ...s, doneOn: doneOn[i] ?? null })),
      );
    expect(done([]).map((s) => s.due)).toEqual(['2027-03-01', '2027-03-02', '2027-03-30']);
    expect(done(['2027-03-01', '2027-03-05']).map((s) => s.due)).toEqual(['2027-03-01', '2027-03-02', '2027-04-02']);
  });

  it('look weekly into the cold through its last third, until the seed goes into the warm', () => {
    const steps = datedSteps(
      '2027-03-01',
      stepsOf(chilled).map((s, i) => ({ ...s, doneOn: i < 2 ? '2027-03-01' : null })),
    );
    expect(coldLooks(steps[1]!)).toEqual(['2027-03-20', '2027-03-27']);
    expect(nextStep(steps, null)).toMatchObject({ kind: 'look', due: '2027-03-20' });
    expect(nextStep(steps, '2027-03-21')).toMatchObject({ kind: 'look', due: '2027-03-27' });
    expect(nextStep(steps, '2027-03-27')).toMatchObject({ kind: 'step', due: '2027-03-29', step: { step: 'warm' } });
    expect(
      nextStep(
        steps.map((s) => ({ ...s, doneOn: '2027-03-29' })),
        null,
      ),
    ).toBeNull();
  });
});

describe('missed counts', () => {
  it('are named with what they cost, but not while they can still be made', () => {
    expect(missedCounts([5, 8, 14], [], 5)).toEqual([]);
    expect(missedCounts([5, 8, 14], [], 6)).toEqual([]);
    expect(missedCounts([5, 8, 14], [], 9)[0]).toContain('day 5.');
    expect(missedCounts([5, 8, 14], [6, 8], 9)).toEqual([]);
    expect(missedCounts([5, 8, 14], [5], 20)[0]).toContain('days 8 and 14');
    expect(missedCounts([5, 8, 14], [5], 20)[0]).not.toContain('mould');
  });
});
