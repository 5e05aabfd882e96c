import { expect, it } from 'vitest';
import { type SavingSaid, savingSaid } from './savingSaid.ts';

const nothing: SavingSaid = { plants: null, taken: null, apart: null, nearM: null, how: null, grams: null };
const metric = { lengthUnit: 'mm', massUnit: 'g' } as const;

it('says what was answered to a step, in words and units of the library', () => {
  const near = { ...nothing, plants: 30, nearM: 60, note: 'over the hedge' };
  expect(savingSaid('near', near, metric)).toEqual(['30 plants', '60 m away', 'over the hedge']);
  expect(savingSaid('near', near, { lengthUnit: 'inch', massUnit: 'oz' })).toEqual(['30 plants', '200 feet away', 'over the hedge']);
  // Nobody took out what the winter took.
  expect(savingSaid('take-out', { ...nothing, plants: 16, taken: 0 }, metric)).toEqual(['16 plants', 'none taken out']);
  expect(savingSaid('spring', { ...nothing, plants: 16, taken: 4 }, metric)).toEqual(['16 plants', '4 lost']);
  expect(savingSaid('keep-apart', { ...nothing, apart: 'tied' }, metric)).toEqual(['flowers tied, pollinated by hand']);
});
