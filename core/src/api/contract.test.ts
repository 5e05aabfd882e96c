import { describe, expect, it } from 'vitest';
import type { InputError } from '../errors.ts';
import { addressOf, decimal, oneOf, reads, readList, readParams, readQuery, text, whole } from './contract.ts';
import { membersApi } from './members.ts';

const list = reads<unknown>()('/lots/:code/tests', 'desk', {
  q: text(5),
  limit: whole(1, 500),
  warm: decimal(-10, 40),
  state: oneOf(['open', 'closed']),
});
const wrongPath = (act: () => unknown): string => {
  try {
    act();
  } catch (error) {
    return (error as InputError).errors.map((e) => `${e.path} ${e.message}`).join();
  }
  return 'nothing is wrong';
};

describe('the contract', () => {
  it('makes an address of what is asked, with every sign in its place, and leaves out what is not asked', () => {
    expect(addressOf(membersApi.sheet, { id: 7 })).toBe('/members/7');
    expect(addressOf(list, { code: 'TM 1/?', q: 'a&b', limit: 3, state: null, warm: undefined })).toBe(
      '/lots/TM%201%2F%3F/tests?q=a%26b&limit=3',
    );
    expect(addressOf(membersApi.list, { q: '' })).toBe('/members');
  });

  it('reads back what an address says: ids as numbers, the rest as texts', () => {
    expect(readParams('/members/:id/loans/:loanId/:code.svg', { id: '7', loanId: '12', code: 'TM-001C' })).toEqual({
      id: 7,
      loanId: 12,
      code: 'TM-001C',
    });
    for (const id of ['0', '-1', '1.5', 'x', '', '9'.repeat(16)]) {
      expect(wrongPath(() => readParams('/members/:id', { id }))).toBe('id must be a number from 1');
    }
  });

  it('reads what a text lists, and says when it is too much', () => {
    expect(readList('codes', 'A,,B', 2)).toEqual(['A', 'B']);
    expect(readList('codes', null, 2)).toEqual([]);
    expect(wrongPath(() => readList('codes', 'A,B,C', 2))).toBe('codes holds too many; 2 at most');
  });

  it('reads a query as the route says, and names what is none', () => {
    expect(readQuery(list.query, { q: 'abc', limit: '20', warm: '-2.5', state: 'open', other: 'x' })).toEqual({
      q: 'abc',
      limit: 20,
      warm: -2.5,
      state: 'open',
    });
    expect(readQuery(list.query, { q: '  ' })).toEqual({ q: null, limit: null, warm: null, state: null });
    const cases = [
      [{ q: 'abcdef' }, 'q is too long; 5 characters at most'],
      [{ q: ['a', 'b'] }, 'q may be given once only'],
      [{ limit: '0' }, 'limit must be a whole number from 1 to 500'],
      [{ limit: '2.5' }, 'limit must be a whole number from 1 to 500'],
      [{ warm: '1e3' }, 'warm must be a number from -10 to 40'],
      [{ state: 'shut' }, 'state must be one of: open, closed'],
    ] as const;
    for (const [query, says] of cases) expect(wrongPath(() => readQuery(list.query, query))).toBe(says);
  });
});
