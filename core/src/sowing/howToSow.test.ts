import { describe, expect, it } from 'vitest';
import { CROP_REFERENCE } from '../crops/reference.ts';
import { howToSow, prepareForSowing, sowingCost } from './howToSow.ts';

const crop = (key: string) => CROP_REFERENCE.find((c) => c.key === key)!;

describe('how seed goes in', () => {
  it('is one by one for large or dear seed, a clump for what grows in clumps, a pinch of dust, else a few', () => {
    const style = (key: string) => howToSow(crop(key)).style;
    expect(['runner-bean', 'chives', 'begonia', 'tomato'].map(style)).toEqual(['single', 'clump', 'pinch', 'several']);
    expect(howToSow(crop('chives')).together).toBe(6);
    expect(howToSow(crop('tomato'), { seedCost: 0.5, cellCost: 0.1 }).style).toBe('single');
    expect(howToSow(crop('tomato'), { seedCost: 0.1, cellCost: 0.5 }).style).toBe('several');
  });

  it('costs its cells and its seeds, and nothing is said where the cells are not known', () => {
    expect(sowingCost({ cells: 12, seeds: 24 }, 0.05, 0.2)).toBeCloseTo(3.6, 12);
    expect(sowingCost({ cells: null, seeds: null }, 1, 1)).toBeNull();
  });
});

describe('what is done before sowing', () => {
  const steps = (key: string) => prepareForSowing(crop(key)).map((p) => p.step);
  it('is filing, peeling, soaking and cold, with their cautions; what belongs to tests alone is left out', () => {
    expect(steps('bottle-gourd')).toEqual(['scarify', 'soak']);
    expect(steps('rose')).toEqual(['scarify', 'prechill']);
    // Nitrate helps a test of peppers; nobody pours it on a tray.
    expect(steps('sweet-pepper')).toEqual([]);
    expect(steps('tomato')).toEqual([]);
    expect(prepareForSowing(crop('sweet-pea')).every((p) => p.caution !== null)).toBe(true);
  });
});
