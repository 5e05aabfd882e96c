import { describe, expect, it } from 'vitest';
import { judge, type VerdictInput } from './verdict.ts';

const base: VerdictInput = {
  today: { median: 0.85, low: 0.78, high: 0.9, mean: 0.85, atLeast: 0.99, alpha: 40, beta: 7 },
  threshold: 0.7,
  medianInAYear: 0.8,
  medianWhenRenewed: 0.83,
  belowFortyOn: '2032-05-01',
  balance: 200,
  floor: 20,
  twoSeasons: 60,
  youngerSound: null,
  renewable: true,
  perCell: 2,
  unit: 'seed',
  sharesPots: true,
  testChanges: 0.4,
  testInTime: false,
  deadOn: null,
  heldBy: 0,
  keeping: 'orthodox',
  expected: null,
  day: '2027-03-14',
  belowLineOn: '2030-02-01',
};
const at = (median: number, low: number, high: number, atLeast: number) => ({ ...base.today, median, low, high, atLeast });

describe('verdicts', () => {
  it('lends sound seed and says how fast it falls', () => {
    expect(judge(base)).toEqual({
      verdict: 'lend',
      beside: null,
      reason: 'About 85 in 100 alive (78 to 90), falling 5 a year. Sow as usual.',
      nextLook: '2029-03-13',
    });
  });

  it('says when counts and calendar disagree, and when to look again', () => {
    expect(judge({ ...base, today: at(0.5, 0.42, 0.58, 0.01), expected: 0.92 }).reason).toContain('92 in 100; the counts say less');
    expect(judge({ ...base, expected: 0.4 }).reason).toContain('only 40 in 100; the counts say it kept better');
    expect(judge({ ...base, expected: 0.9 }).reason).not.toContain('expect');
    expect(judge({ ...base, belowLineOn: '2028-03-01' }).nextLook).toBe('2027-12-02');
    expect(judge({ ...base, belowLineOn: '2027-04-01' }).nextLook).toBe('2027-03-26');
    expect(judge({ ...base, today: at(0.77, 0.44, 0.95, 0.68) }).nextLook).toBe('2027-04-13');
  });

  it('sows thicker below the line, and says how many', () => {
    const out = judge({ ...base, today: at(0.57, 0.46, 0.67, 0.02), perCell: 3 });
    expect(out.verdict).toBe('sow-thicker');
    expect(out.reason).toContain('Sow 3 for each plant.');
  });

  it('tests first only when wide, and only when a test can be spared and could change something', () => {
    const wide = { ...base, today: at(0.77, 0.44, 0.95, 0.68) };
    expect(judge(wide).verdict).toBe('test-first');
    expect(judge({ ...wide, testChanges: null }).verdict).toBe('sow-thicker');
    expect(judge({ ...wide, testChanges: 0.19 }).verdict).toBe('sow-thicker');
    // What does not keep is never told to wait for a test and to be sown at once.
    const fleeting = judge({ ...wide, keeping: 'recalcitrant', medianWhenRenewed: 0.1, testInTime: true });
    expect(fleeting).toMatchObject({ verdict: 'renew', beside: 'sow-thicker' });
    expect(fleeting.reason).toMatch(/Grow it for seed this season\. This seed must not dry and does not keep: sow it now\.$/);
    expect(judge({ ...base, today: at(0.75, 0.72, 0.79, 0.99) }).verdict).toBe('lend');
  });

  it('looks again no later than there is something to look at', () => {
    expect(judge({ ...base, belowLineOn: null, deadOn: '2027-04-25' }).nextLook).toBe('2027-04-11');
    expect(judge({ ...base, today: at(0.2, 0.1, 0.29, 0), deadOn: '2027-03-20' }).nextLook).toBe('2027-03-18');
  });

  it('says how thick by what the crop bears', () => {
    const poor = { ...base, today: at(0.45, 0.36, 0.55, 0), perCell: null, medianWhenRenewed: 0.42 };
    expect(judge(poor).reason).toContain('sow all of it in one pot and prick out');
    expect(judge({ ...poor, sharesPots: false }).reason).toContain('It takes about 3 seeds for each plant.');
    expect(judge({ ...poor, perCell: 2, unit: 'cluster' }).reason).toContain('Sow 2 clusters for each plant.');
  });

  it('has no verdict without seed, and says who may have some', () => {
    expect(judge({ ...base, balance: 0, heldBy: 2 })).toEqual({
      verdict: 'nothing-left',
      beside: null,
      reason: 'Nothing is left in the envelope, but 2 members may have some.',
      nextLook: null,
    });
    expect(judge({ ...base, balance: 0, youngerSound: 'TM-010A' }).reason).toContain('TM-010A is the same variety');
  });

  it('tests before it renews where the doubt is wide and the count comes in time', () => {
    const doubtful = { ...base, today: at(0.3, 0.02, 0.8, 0.1), medianWhenRenewed: 0.2 };
    expect(judge({ ...doubtful, testInTime: true })).toMatchObject({ verdict: 'test-first', beside: null });
    expect(judge({ ...doubtful, testInTime: true }).reason).toContain('There is time to count');
    expect(judge(doubtful)).toMatchObject({ verdict: 'renew', beside: 'test-first' });
  });

  it('never asks to grow for seed what is hardly alive', () => {
    const nothing = { ...base, today: at(0.002, 0, 0.45, 0), medianWhenRenewed: 0, testChanges: null, balance: 40 };
    expect(judge(nothing)).toMatchObject({ verdict: 'rescue', beside: null });
    expect(judge(nothing).reason).not.toContain('for seed this season');
    expect(judge(nothing).reason).toContain('Sow all 40');
  });

  it('renews before it is too late, with the lending verdict beside', () => {
    const falling = { ...base, today: at(0.72, 0.66, 0.8, 0.6), medianWhenRenewed: 0.35, belowFortyOn: '2027-08-10' };
    expect(judge(falling)).toMatchObject({ verdict: 'renew', beside: 'sow-thicker' });
    expect(judge(falling).reason).toContain('below 40 from August 2027');
    expect(judge({ ...falling, youngerSound: 'NN-012A' }).verdict).toBe('sow-thicker');
    expect(judge({ ...falling, renewable: false }).verdict).toBe('sow-thicker');
    expect(judge({ ...base, balance: 30 })).toMatchObject({ verdict: 'renew', beside: 'lend' });
  });

  it('rescues what is nearly dead, unless a younger lot serves', () => {
    const dying = { ...base, today: at(0.04, 0.03, 0.12, 0), balance: 55 };
    expect(judge(dying)).toMatchObject({ verdict: 'rescue' });
    expect(judge(dying).reason).toContain('Sow all 55');
    expect(judge({ ...dying, youngerSound: 'PA-090K' })).toMatchObject({ verdict: 'let-go' });
  });

  it('lets go of what is none of these, and warns of seed that must not dry', () => {
    const low = { ...base, today: at(0.36, 0.25, 0.5, 0), medianWhenRenewed: 0.33, youngerSound: 'TM-010A' };
    expect(judge(low).verdict).toBe('let-go');
    expect(judge({ ...base, keeping: 'recalcitrant' }).reason).toContain('sow it now');
    expect(judge({ ...base, keeping: 'intermediate' }).reason).toContain('does not keep long: sow it soon');
  });
});
