import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { nameFit } from './fit.ts';
import { latinName } from './latin.ts';
import { fewestSteps, forgiven, likeness, trigrams, typingSteps } from './likeness.ts';

describe('latinName', () => {
  it('reads Cyrillic and Greek in Latin letters, and drops accents', () => {
    expect(latinName('Чёрный Принц')).toBe('chernyi prints');
    expect(latinName('Μαύρη Φασόλα')).toBe('mayri fasola');
    expect(latinName('Großer Früher, Łódka')).toBe('grosser fruher lodka');
  });
  it('keeps letters it has no reading for, so that no name folds to nothing', () => {
    expect(latinName('黒豆')).toBe('黒豆');
  });
});

describe('typingSteps', () => {
  it('counts a swap of neighbours as one mistake', () => {
    expect(typingSteps('tollgate', 'tolglate', 3)).toBe(1);
    expect(typingSteps('bean', 'baen')).toBe(1);
    expect(typingSteps('bean', 'beans')).toBe(1);
    expect(typingSteps('', 'abc')).toBe(3);
  });
  it('is symmetric, and nought only for equal texts', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 12 }), fc.string({ maxLength: 12 }), (a, b) => {
        expect(typingSteps(a, b)).toBe(typingSteps(b, a));
        expect(typingSteps(a, b) === 0).toBe(a === b);
      }),
    );
  });
  it('gives up above the most that is asked for', () => {
    expect(typingSteps('aaaaaaaa', 'bbbbbbbb', 2)).toBe(3);
  });

  it('never come to fewer than the letters that are lacking, also against a piece', () => {
    const words = ['bean', 'tollgate', 'tolglate', 'zzzz', 'banana', 'straße', 'бобы', '', 'ab1'];
    for (const a of words) {
      for (const b of words) {
        expect(fewestSteps(a, b)).toBeLessThanOrEqual(typingSteps(a, b));
        for (let n = 0; n <= b.length; n++) expect(fewestSteps(a, b)).toBeLessThanOrEqual(typingSteps(a, b.slice(0, n)));
      }
    }
    expect(fewestSteps('zzzz', 'zebra')).toBe(3);
  });
});

describe('likeness', () => {
  it.each([
    ['Tollgate Red', 'tollgate RED', 'same'],
    ['Tollgate Red', 'Red Tollgate', 'same'],
    ['Blackberry', 'Black Berry', 'same'],
    ['Чёрный Принц', 'Chernyi Prints', 'same'],
    ['Señorita', 'Senorita', 'same'],
    ['The Mill Bean', 'Mill Bean', 'same'],
    ['Tollgate Red', 'Tolgate Red', 'near'],
    ['Tollgate Red', 'Tollgate Red Early', 'near'],
    ['Tollgate Red', 'Tollgate Yellow', null],
    ['Red', 'Red Star', null],
    ['Ox', 'Oy', null],
    ['Amber Lantern', 'Copper Kettle', null],
    ['', 'Red', null],
  ])('%s and %s: %s', (a, b, expected) => {
    expect(likeness(a, b)).toBe(expected);
    expect(likeness(b, a)).toBe(expected);
  });
  it('forgives nothing in words of three letters', () => {
    expect(forgiven(3)).toBe(0);
    expect(forgiven(12)).toBe(2);
  });
});

it('trigrams come once each, and none from words too short for one', () => {
  expect(trigrams('bean ox banana')).toEqual(['bea', 'ean', 'ban', 'ana', 'nan']);
});

describe('nameFit', () => {
  it.each([
    ['tollgate red', 'tollgate red', 0],
    ['toll', 'tollgate red', 1],
    ['red', 'tollgate red', 2],
    ['gate', 'tollgate red', 3],
    ['red toll', 'tollgate red', 4],
    ['tolgate', 'tollgate red', 5],
    ['tolg', 'tollgate red', 5.25],
    ['amber', 'tollgate red', null],
    ['', 'tollgate red', null],
  ])('%s in %s: %s', (typed, name, expected) => {
    expect(nameFit(typed, name)).toBe(expected);
  });
});
