import { OWN_FIGURES, type OwnFigure, withOwnFigures } from '@esprel/core';
import { CROP_REFERENCE } from '@esprel/core/crops/reference';
import { describe, expect, it } from 'vitest';
import { figureText, figureValue, figureWords } from './figureText.ts';

const crop = withOwnFigures(
  CROP_REFERENCE.find((c) => c.key === 'sweet-pea')!,
  {},
);

describe('figures of a crop in their fields', () => {
  it('every figure goes into its field and comes out of it as it was', () => {
    for (const field of Object.keys(OWN_FIGURES) as OwnFigure[]) {
      const value = (crop as unknown as Record<string, unknown>)[field] ?? null;
      expect([field, figureValue(field, figureText(crop, field))]).toEqual([field, value]);
      expect(figureWords(crop, field)).not.toMatch(/undefined|null|NaN/);
    }
  });
  it('reads percent, fractions and nothing, and names what is no number', () => {
    expect(figureValue('freshGermination', '85 %')).toBe(0.85);
    expect(figureValue('chillWeeks', '1 1/2')).toBe(1.5);
    expect(figureValue('directWeeksMin', ' ')).toBeNull();
    expect(() => figureValue('seedsPerGram', 'many', 'figures.seedsPerGram')).toThrow('figures.seedsPerGram');
    expect(figureWords(crop, 'lendingThreshold')).toBe('as in the settings');
  });
});
