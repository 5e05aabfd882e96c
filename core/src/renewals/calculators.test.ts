import { describe, expect, it } from 'vitest';
import { calculate } from '../calculators.ts';
import { InputError } from '../errors.ts';
import type { RenewalAnswer } from './calculators.ts';

const squash = { worth: 1, keep: [0.9, 0.6], plants: 6, years: 1, group: 'cucurbita-pepo', outcrossRate: 0.7, isolationM: 500 };
const body = {
  seasons: 2,
  varieties: [
    { id: 'long', ...squash, worth: 2 },
    { id: 'round', ...squash },
    { id: 7, worth: 0.5, keep: [0.5, 0.5], plants: 30, years: 1 },
  ],
  gardens: [
    { id: 'mill', room: 12, chance: 0.8 },
    { id: 'weir', room: 20, chance: 0.7, eastM: 200 },
  ],
};
const run = (over: object = {}): RenewalAnswer => calculate('renewal-plan', { ...body, ...over }) as RenewalAnswer;
function errors(over: object): string[] {
  try {
    run(over);
  } catch (error) {
    if (error instanceof InputError) return error.errors.map((e) => e.path).sort();
    throw error;
  }
  return [];
}

describe('renewal-plan', () => {
  it('answers who renews what, what is kept, how far from the best, and why somebody is left out', () => {
    const out = run();
    expect(out.kept.map((k) => k.variety)).toEqual(['long', 'round', 7]);
    expect(out.total).toBeGreaterThan(1.5);
    expect(out.bound).toBeGreaterThanOrEqual(out.total);
    expect(out.nobody).toEqual([{ variety: 7, why: 'asks for 30 plants; no garden that takes it has room for more than 20' }]);
    // One season for each: 200 m are not enough for both.
    expect(new Set(out.plan.map((r) => r.season)).size).toBe(2);
    expect(run()).toEqual(out);
  });

  it('says of those that are left out what is missing', () => {
    const why = (over: object) => run({ ...over }).nobody.find((n) => n.variety === 'round')?.why;
    expect(why({ gardens: [] })).toBe('there is no garden');
    expect(why({ varieties: [{ id: 'round', ...squash, years: 2, keep: [1] }], seasons: 1 })).toContain('stands for 2 seasons');
    expect(why({ varieties: [{ id: 'round', ...squash, keep: [0, 0] }] })).toContain('gives no plants');
    expect(why({ gardens: [{ ...body.gardens[0], takes: ['long'] }] })).toBe('no garden takes it');
    const others = [1, 2].map((season) => ({ group: 'cucurbita-pepo', season, plants: 20, eastM: 0, northM: 0 }));
    expect(why({ others })).toBe('everywhere it would cross with what others grow; a cage would do');
    expect(why({ barred: [{ variety: 'round' }] })).toContain('barred');
    const one = { seasons: 1, varieties: body.varieties.map((v) => ({ ...v, keep: [0.9] })) };
    expect(why(one)).toBe('everywhere it would cross with long; a cage or a garden farther off would do');
    expect(why({ ...one, gardens: [{ id: 'mill', room: 12, chance: 0.8, most: 1 }] })).toContain('would cross with long');
  });

  it('names what is wrong where it is wrong', () => {
    const v = body.varieties[0];
    expect(errors({ seasons: 6 })).toEqual(['seasons']);
    expect(
      errors({
        varieties: [
          { ...v, keep: [1] },
          { ...v, worth: 0 },
        ],
      }),
    ).toEqual(['varieties[1].worth']);
    expect(errors({ varieties: [{ ...v, keep: [1] }, v] })).toEqual(['varieties[0].keep', 'varieties[1].id']);
    expect(errors({ varieties: [{ ...v, outcrossRate: undefined, isolationM: undefined }] })).toEqual([
      'varieties[0].isolationM',
      'varieties[0].outcrossRate',
    ]);
    expect(errors({ gardens: [{ id: 'mill', room: 3, chance: 1, takes: ['none'] }] })).toEqual(['gardens[0].takes[0]']);
    expect(errors({ fixed: [{ variety: 'none', garden: 'nowhere', season: 3 }] })).toEqual([
      'fixed[0].garden',
      'fixed[0].season',
      'fixed[0].variety',
    ]);
    expect(errors({ barred: [{ variety: 'long', garden: 'x' }] })).toEqual(['barred[0].garden']);
    expect(errors({ chances: [{ variety: 'long', garden: 'mill', chance: 2 }] })).toEqual(['chances[0].chance']);
    expect(errors({ seconds: 31 })).toEqual(['seconds']);
    expect(errors({ varieties: [{ ...v, id: true }] })).toEqual(['varieties[0].id']);
  });

  it('refuses what is fixed and cannot hold, with all that the broken rule counts', () => {
    const fixed = (...list: [string | number, string, number, boolean?][]) => ({
      fixed: list.map(([variety, garden, season, covered]) => ({ variety, garden, season, protected: covered })),
    });
    expect(errors(fixed(['long', 'mill', 1], ['round', 'weir', 1]))).toEqual(['fixed[0]', 'fixed[1]']);
    expect(errors(fixed(['long', 'mill', 1, true]))).toEqual(['fixed[0]']);
    expect(errors(fixed([7, 'mill', 1]))).toEqual(['fixed[0]']);
    expect(errors({ ...fixed(['long', 'mill', 1]), barred: [{ variety: 'long', season: 1 }] })).toEqual(['fixed[0]']);
    expect(run(fixed(['round', 'mill', 1])).plan).toContainEqual({ variety: 'round', garden: 'mill', season: 1, protected: false });
  });
});
