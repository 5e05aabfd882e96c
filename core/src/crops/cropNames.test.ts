import { describe, expect, it } from 'vitest';
import { latinName } from '../names/latin.ts';
import { CropNames } from './cropNames.ts';
import { CROP_REFERENCE } from './reference.ts';
import { CROP_NAMES } from './referenceNames.ts';

const names = new CropNames(CROP_NAMES);
const keys = (text: string): string[] => names.named(text).map((m) => m.key);

describe('names of crops', () => {
  it('every name of the table finds its crop, and the likeliest meaning comes first', () => {
    const proper = new Set(CROP_NAMES.filter((n) => n.kind !== 'misspelling').map((n) => latinName(n.name)));
    const own = new Set(CROP_REFERENCE.map((c) => latinName(c.name)));
    for (const n of CROP_NAMES) {
      // What is also the proper name of something else is that.
      if (n.kind === 'misspelling' && proper.has(latinName(n.name))) continue;
      // And the very name of a crop means that crop alone.
      if (n.proper !== true && own.has(latinName(n.name))) continue;
      expect(keys(n.name), n.name).toContain(n.key);
    }
    for (const c of CROP_REFERENCE) {
      expect(keys(c.name), c.name).toContain(c.key);
      expect(keys(c.scientific), c.scientific).toContain(c.key);
    }
  });

  it.each([
    ['aubergine', 'eggplant'],
    ['Courgettes', 'summer-squash'],
    ['möhre', 'carrot'],
    ['Морква', 'carrot'],
    ['tomatoes', 'tomato'],
    ['cilantro', 'coriander'],
    ['Lisianthus', 'eustoma'],
  ])('%s is one crop', (text, key) => {
    expect(keys(text)).toEqual([key]);
  });

  it('asks where a name means several, and never takes a longer name for a shorter one', () => {
    expect(keys('corn').length).toBeGreaterThan(1);
    expect(keys('corn')[0]).toBe('sweet-corn');
    expect(keys('corn')).not.toContain('corn-poppy');
    expect(keys('bean').length).toBeGreaterThan(1);
  });

  it('is found while it is typed, and through mistakes that no table holds', () => {
    expect(names.find('auber', 5)[0]?.key).toBe('eggplant');
    expect(names.find('brocooli', 3)[0]?.key).toBe('broccoli');
    expect(names.find('corn', 8).map((m) => m.key)).toEqual(expect.arrayContaining(['sweet-corn', 'corn-poppy']));
    expect(names.find('corn', 8)[0]?.key).toBe('sweet-corn');
    expect(names.find('', 5)).toEqual([]);
    expect(names.find('qqqqqq', 5)).toEqual([]);
  });

  it('is read out of a nickname: the longest name, and the last', () => {
    expect(names.within('flat dark runner beans from the mill').map((m) => m.key)).toEqual(['runner-bean']);
    expect(names.within('tall red tomato, not the pepper').map((m) => m.key).length).toBeGreaterThan(0);
    expect(names.within('Aunt Wilmas dark one')).toEqual([]);
  });
});
