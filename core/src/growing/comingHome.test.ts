import { describe, expect, it } from 'vitest';
import type { Crop } from '../crops/crop.ts';
import { CROP_REFERENCE } from '../crops/reference.ts';
import { type HomeEnvelope, homeSteps, homeWords, promiseAnswer } from './comingHome.ts';
import { savingOf } from './reference.ts';

const clean: HomeEnvelope = { isIt: 'right', seeds: 150, amountKnown: 'counted', raw: false, found: [] };
const steps = (over: Partial<HomeEnvelope>, key = 'tomato') =>
  homeSteps({ ...clean, ...over }, savingOf(key), '2027-10-20').map((s) => [s.kind, s.dueOn]);
const words = (over: Partial<HomeEnvelope>, more: Partial<Parameters<typeof homeWords>[3]> = {}, key = 'tomato') =>
  homeWords({ ...clean, ...over }, CROP_REFERENCE.find((c) => c.key === key) as Crop, savingOf(key), {
    plants: 12,
    promise: { promise: 'amount', promisedSeeds: 100, dueOn: '2027-10-01' },
    answer: 'kept',
    receivedOn: '2027-10-20',
    sick: false,
    ...more,
  }).join(' ');

describe('the work on seed that came home', () => {
  it('goes in order: dried before it is frozen, frozen before it is cleaned, cleaned before it is counted and tested', () => {
    expect(steps({ raw: true, amountKnown: 'estimated', found: ['wet', 'insects'] })).toEqual([
      ['dry', '2027-11-03'],
      ['freeze', '2027-11-10'],
      ['clean', '2027-11-11'],
      ['count', '2027-11-11'],
      ['test', '2027-11-12'],
    ]);
    expect(steps({})).toEqual([['test', '2027-10-21']]);
    expect(steps({ seeds: 40 })).toEqual([]);
    // Beans are frozen against weevils, whatever was seen.
    expect(steps({ seeds: 40 }, 'runner-bean')).toEqual([['freeze', '2027-10-27']]);
  });

  it('dries and freezes nothing that has to stay moist', () => {
    const moist = CROP_REFERENCE.find((c) => savingOf(c.key)?.dryTest === 'keep-moist')?.key ?? '';
    expect(steps({ raw: true, found: ['wet', 'insects'], seeds: 40 }, moist).map(([kind]) => kind)).toEqual(['clean']);
  });
});

describe('what follows when seed comes home', () => {
  it('is kept, in part or open by what came', () => {
    const promise = { promise: 'amount' as const, promisedSeeds: 100, dueOn: null };
    const answer = (over: Partial<HomeEnvelope>) => promiseAnswer({ ...clean, ...over }, promise);
    expect([answer({}), answer({ seeds: 40 }), answer({ isIt: 'other' }), answer({ found: ['mould'] }), answer({ seeds: null })]).toEqual([
      'kept',
      'part',
      'open',
      'open',
      'open',
    ]);
    expect(promiseAnswer({ ...clean, seeds: 3 }, { promise: 'some', promisedSeeds: null, dueOn: null })).toBe('kept');
  });

  it('is said plainly and kindly, with what can hurt', () => {
    expect(words({})).toContain('It came late, but it came. The promise is kept, thank you.');
    expect(words({ found: ['mould'] })).toContain('do not open or sniff it');
    expect(words({}, { plants: 2 })).toContain('Only 2 parents; tomato wants 5.');
    expect(words({ isIt: 'unknown' })).toContain('without a name');
    expect(words({ found: ['treated'] })).toContain('gloves');
    expect(words({}, {}, 'summer-squash')).toContain('never eat a bitter fruit');
    expect(words({}, {}, 'runner-bean')).toContain('Poisonous');
    expect(words({}, { sick: true })).toContain('scalds hands and seed');
    expect(words({}, { sick: true }, 'dill')).not.toContain('scalds');
  });
});
