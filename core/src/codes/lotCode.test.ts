import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { CODE_LETTERS, correctionsOf, formatLotCode, MAX_SERIAL, parseLotCode } from './lotCode.ts';

const letter = fc.constantFrom(...CODE_LETTERS);
const code = fc.tuple(letter, letter, fc.integer({ min: 1, max: MAX_SERIAL })).map(([a, b, n]) => formatLotCode(a + b, n));

describe('lot codes', () => {
  it('reads back what it writes, however it is typed', () => {
    fc.assert(
      fc.property(code, (c) => {
        expect(parseLotCode(c)).toBe(c);
        expect(parseLotCode(` ${c.toLowerCase().replace('-', '')} `)).toBe(c);
      }),
    );
  });

  it('catches every single wrong character', () => {
    fc.assert(
      fc.property(code, fc.nat(), fc.nat(), (c, where, what) => {
        const i = where % c.length;
        const old = c[i] as string;
        if (old === '-') return;
        const set = /\d/.test(old) ? '0123456789' : CODE_LETTERS;
        const other = set[what % set.length] as string;
        if (other === old) return;
        const typed = c.slice(0, i) + other + c.slice(i + 1);
        if (/-0*\D/.test(typed)) return;
        expect(parseLotCode(typed)).toBeNull();
        expect(correctionsOf(typed).map((f) => f.code)).toContain(c);
      }),
    );
  });

  it('catches every swap of two neighbours of one kind', () => {
    fc.assert(
      fc.property(code, fc.nat(), (c, where) => {
        const i = where % (c.length - 1);
        const [a, b] = [c[i] as string, c[i + 1] as string];
        if (a === b || /\d/.test(a) !== /\d/.test(b) || a === '-' || b === '-') return;
        expect(parseLotCode(c.slice(0, i) + b + a + c.slice(i + 2))).toBeNull();
      }),
    );
  });

  it('puts right what can only be meant one way', () => {
    const c = formatLotCode('TM', 110);
    expect(parseLotCode(c.replace('110', 'I1O'))).toBe(c);
  });

  it('says which character is likely wrong, look-alikes first', () => {
    const c = formatLotCode('TM', 187);
    const found = correctionsOf(c.replace('8', '3'));
    expect(found[0]).toMatchObject({ code: c, position: 5, typed: '3', meant: '8', kind: 'wrong' });
  });

  it('leaves ordinary words alone', () => {
    for (const word of ['basil', 'tomato', '', '2024', 'TM-', '187', 'a b c']) {
      expect(parseLotCode(word)).toBeNull();
      expect(correctionsOf(word)).toEqual([]);
    }
    expect(() => formatLotCode('TO', 1)).toThrow('letters');
    expect(() => formatLotCode('TM', 0)).toThrow('serial');
  });
});
