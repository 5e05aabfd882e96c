import { describe, expect, it } from 'vitest';
import { InputError } from './errors.ts';
import { calculate } from './calculators.ts';

function paths(name: string, body: unknown): string[] {
  try {
    calculate(name, body);
  } catch (error) {
    if (error instanceof InputError) return error.errors.map((e) => e.path);
    throw error;
  }
  return [];
}

const lot = {
  crop: { halfLifeYears: 4.5, oilClass: 'oily', freshGermination: 0.9 },
  form: 'raw',
  acquisition: 'saved',
  start: '2024-10-01',
  at: ['2027-03-14'],
};

describe('calculators', () => {
  it('compute with lists left out', () => {
    const out = calculate('viability', lot) as { points: { median: number }[] };
    expect(out.points[0]?.median).toBeCloseTo(0.31, 1);
    expect(calculate('germination', { replicates: [{ sown: 10 }] })).toMatchObject({ normal: 0, t50: null });
    expect(calculate('frost', {})).toMatchObject({ yearsUsed: 0, typical: null, risk10: null, sdDays: null, curve: [] });
    const season = { lastFrost: '2027-04-27', sdDays: 10, crop: { anchor: 'last-frost', chillWeeks: 0, soakHours: 0 } };
    expect(calculate('season', season)).toMatchObject({ plantOut: null, sow: null, direct: null, frostRiskAtPlantOut: null });
  });

  it.each([
    [
      'germination',
      { replicates: [{ sown: '25', counts: [{ day: 4, normal: 1.5 }] }] },
      ['replicates[0].counts[0].normal', 'replicates[0].sown'],
    ],
    [
      'germination',
      {
        replicates: [
          {
            sown: 10,
            counts: [
              { day: 4, normal: 8 },
              { day: 4, normal: 1 },
            ],
            dead: 5,
          },
        ],
      },
      ['replicates[0].counts[1].day', 'replicates[0].sown'],
    ],
    ['germination', { replicates: [] }, ['replicates']],
    ['germination', { replicates: [{ sown: 10, colour: 1 }], constructor: 1 }, ['constructor', 'replicates[0].colour']],
    ['viability', { ...lot, start: '2026-02-30', at: [] }, ['at', 'start']],
    ['viability', { ...lot, at: ['2020-01-01'], tests: [{ date: '2025-01-01', sown: 5, alive: 6 }] }, ['at[0]', 'tests[0].alive']],
    ['viability', { ...lot, crop: { ...lot.crop, halfLifeYears: Infinity } }, ['crop.halfLifeYears']],
    [
      'viability',
      { ...lot, storage: [{ from: '2025-01-01', temperatureC: 61, rhPercent: 101 }] },
      ['storage[0].rhPercent', 'storage[0].temperatureC'],
    ],
    ['seeds-per-cell', { viability: { share: 0.5, alpha: 2 }, emergence: 0.8, plants: 5, certainty: 0.9 }, ['viability.share']],
    ['seeds-per-cell', { viability: {}, emergence: true, plants: 0, certainty: 1 }, ['certainty', 'emergence', 'plants']],
    ['longevity', { ke: 9, cw: 5, ch: 0.04, cq: 0.0004, moisturePercent: 0, temperatureC: 20, initial: 1 }, ['initial', 'moisturePercent']],
    ['longevity', [], ['']],
    [
      'wait',
      {
        sown: 5,
        counts: [
          { day: 4, alive: 4 },
          { day: 3, alive: 2 },
        ],
        today: 2,
        prior: { alpha: 1, beta: 1 },
        usualDays: { min: 9, max: 4 },
      },
      ['counts[1].day', 'sown', 'today', 'usualDays.max'],
    ],
    [
      'wait',
      { sown: '5', today: -1, prior: { alpha: 0 }, usualDays: {} },
      ['prior.alpha', 'prior.beta', 'sown', 'today', 'usualDays.max', 'usualDays.min'],
    ],
    [
      'frost',
      {
        minima: [
          { date: '2027-02-30', minC: '1' },
          { date: '2027-01-01', minC: 99 },
        ],
        belowC: true,
        hemisphere: 'east',
      },
      ['belowC', 'hemisphere', 'minima[0].date', 'minima[0].minC', 'minima[1].minC'],
    ],
    [
      'frost',
      {
        minima: [
          { date: '2027-01-01', minC: 1 },
          { date: '2027-01-01', minC: 2 },
        ],
      },
      ['minima[1].date'],
    ],
    [
      'season',
      {
        lastFrost: '2027-04-27',
        sdDays: 10,
        crop: { anchor: 'last-frost', startWeeks: { min: 8, max: 6 }, directWeeks: { min: 3, max: 1 }, chillWeeks: 0, soakHours: 0 },
      },
      ['crop.directWeeks.max', 'crop.startWeeks.max'],
    ],
    [
      'season',
      { lastFrost: 'April', sdDays: 0, crop: { anchor: 'frost', soakHours: -1, startWeeks: { min: 1 } } },
      ['crop.anchor', 'crop.chillWeeks', 'crop.soakHours', 'crop.startWeeks.max', 'lastFrost', 'sdDays'],
    ],
    ['test-size', { alpha: 1, beta: -1, threshold: 1, certainty: 0.5, spendable: 2.5 }, ['beta', 'certainty', 'spendable', 'threshold']],
  ])('%s names every wrong field', (name, body, expected) => {
    expect(paths(name, body).sort()).toEqual(expected);
  });
});
