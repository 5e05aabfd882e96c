import { describe, expect, it } from 'vitest';
import { fieldProblem, fieldWords } from './fieldWords.ts';

describe('fields in words', () => {
  it.each([
    ['id', 'This record'],
    ['version', 'This record'],
    ['lotCode', 'Lot'],
    ['seedsPerCell', 'Seeds per cell'],
    ['rows[0].seedsPerCell', 'Row 1, seeds per cell'],
    ['lots[2].left', 'Lot 3, left'],
    ['temperatureC', 'Temperature'],
  ])('%s', (path, words) => {
    expect(fieldWords(path)).toBe(words);
  });
  it('an error beside no field names it, and never its key', () => {
    expect(fieldProblem('memberId', 'choose the member')).toBe('Member: choose the member');
    expect(fieldProblem('', 'send it again')).toBe('send it again');
  });
});
