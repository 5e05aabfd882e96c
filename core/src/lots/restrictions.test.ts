import { expect, it } from 'vitest';
import { cautionWords } from './cautions.ts';
import { type Restriction, restrictionsOf, restrictionWords } from './restrictions.ts';

const list: Restriction[] = [
  { id: 1, cropKey: 'opium-poppy', name: null, rule: 'warn', why: 'ask first' },
  { id: 2, cropKey: null, name: 'Giant', rule: 'do-not-lend', why: 'spreads along the river' },
];
const crop = { key: 'tomato', name: 'Tomato', scientific: 'Solanum lycopersicum', cautions: [] as string[] };

it('an entry holds for its crop, or for whole words of any name', () => {
  expect(restrictionsOf(list, { ...crop, key: 'opium-poppy' }, []).map((r) => r.id)).toEqual([1]);
  expect(restrictionsOf(list, crop, ['Hill GIANT']).map((r) => r.id)).toEqual([2]);
  expect(restrictionsOf(list, crop, ['Giants’ Row', 'Gigantic'])).toEqual([]);
  expect(restrictionWords(list[1] as Restriction)).toBe('On the library’s list: spreads along the river; not to be lent');
});

it('what is ruled in places is not lent until the library decided, one way or the other', () => {
  const poppy = { ...crop, key: 'opium-poppy', cautions: ['narcotic-law'] };
  expect(restrictionsOf([], poppy, [])).toMatchObject([{ id: null, rule: 'do-not-lend' }]);
  expect(restrictionsOf(list, poppy, []).map((r) => r.rule)).toEqual(['warn']);
  const allowed: Restriction[] = [{ id: 3, cropKey: 'opium-poppy', name: null, rule: 'may-lend', why: 'asked' }];
  expect(restrictionsOf(allowed, poppy, [])).toEqual([]);
  expect(restrictionWords(restrictionsOf([], poppy, [])[0]!)).toContain('Do not lend');
});

it('poison and treatment are said first, and how seed must be kept last', () => {
  const words = cautionWords(['allergen', 'toxic-seed'], 'treated', 'recalcitrant');
  expect(words[0]).toContain('Treated seed');
  expect(words[1]).toContain('The seed is poisonous');
  expect(words.at(-1)).toContain('Must never dry out');
});
