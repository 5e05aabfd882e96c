import rows from './crops.json' with { type: 'json' };
import { describe, expect, it } from 'vitest';
import { withOwnFigures } from './libraryCrop.ts';
import { loadCrops } from './loadCrops.ts';
import { CROP_REFERENCE } from './reference.ts';

describe('crop reference', () => {
  it('loads whole, with the figures as published', () => {
    expect(CROP_REFERENCE).toHaveLength(233);
    expect(CROP_REFERENCE.find((c) => c.key === 'onion')).toMatchObject({ halfLifeYears: 4, oilClass: 'starchy', letters: 'NN' });
    expect(CROP_REFERENCE.filter((c) => c.storageBehaviour === 'recalcitrant').map((c) => c.key)).toContain('avocado');
  });

  it.each([
    ['a share above 1', { freshGermination: 1.2 }, 'rows[0].freshGermination'],
    ['text for a number', { halfLifeYears: '9' }, 'rows[0].halfLifeYears'],
    ['a count day range that ends before it starts', { testFinalCountD: 2 }, 'rows[0].testFinalCountD'],
    ['letters that codes do not use', { letters: 'TO' }, 'rows[0].letters'],
    ['an unknown caution', { cautions: ['bites'] }, 'rows[0].cautions[0]'],
    ['a column nobody knows', { colour: 'red' }, 'rows[0]'],
    ['half a range of weeks', { startWeeksMin: null }, 'rows[0].startWeeksMax'],
  ])('refuses %s and names it', (_name, change, path) => {
    expect(() => loadCrops([{ ...(rows[0] as object), ...change }])).toThrow(path);
  });

  it('refuses a key or letters used twice', () => {
    expect(() => loadCrops([rows[0], rows[0]])).toThrow('rows[1].key');
    expect(() => loadCrops([rows[0], { ...(rows[1] as object), letters: 'TM' }])).toThrow('rows[1].letters');
    expect(() => loadCrops('tomato')).toThrow('rows');
  });

  it('lays own figures over the reference and says which they are', () => {
    const crop = withOwnFigures(CROP_REFERENCE[0]!, { halfLifeYears: 11 });
    expect(crop).toMatchObject({ halfLifeYears: 11, own: ['halfLifeYears'], freshGermination: 0.93 });
  });
});
