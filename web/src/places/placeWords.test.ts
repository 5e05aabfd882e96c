import { expect, it } from 'vitest';
import { shrunkSize } from '../base/shrinkPhoto.ts';
import { gainWords, yearsWords } from './placeWords.ts';

it.each([
  [1, 3.5, '3 years longer'],
  [1, 2.4, '1.4 years longer'],
  [3, 2, '1 year shorter'],
  [2, 2.1, 'no difference'],
  [2, null, 'keeps beyond 100 years'],
  [null, null, 'beyond 100 years either way'],
  [null, 4, 'loses years'],
])('staying %s, moving %s years: %s', (stays, moves, words) => {
  expect(gainWords(stays, moves)).toBe(words);
});

it('years are told as finely as they are known', () => {
  expect([yearsWords(0.44), yearsWords(12.4), yearsWords(null)]).toEqual(['0.4 years', '12 years', 'over 100 years']);
});

it('a photo is shrunk in shape, and never made larger', () => {
  expect(shrunkSize(4000, 3000)).toEqual({ width: 1600, height: 1200 });
  expect(shrunkSize(30, 6000)).toEqual({ width: 8, height: 1600 });
  expect(shrunkSize(200, 100)).toEqual({ width: 200, height: 100 });
});
