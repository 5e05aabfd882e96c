import { describe, expect, it } from 'vitest';
import { MOST_SOWINGS, sowAgain } from './again.ts';
import { firstCrop } from './firstCrop.ts';

describe('sowing again', () => {
  it('names every day until the last that still fits', () => {
    expect(sowAgain('2027-04-01', 21, '2027-06-03')).toEqual(['2027-04-01', '2027-04-22', '2027-05-13', '2027-06-03']);
    expect(sowAgain('2027-04-01', 21, '2027-04-21')).toEqual(['2027-04-01']);
    expect(sowAgain('2027-04-01', 1, '2030-01-01')).toHaveLength(MOST_SOWINGS + 1);
    expect(sowAgain('2027-04-01', 0, '2030-01-01')).toEqual(['2027-04-01']);
  });
});

describe('the first crop', () => {
  const frost = '2027-10-14';
  it('comes so many days after planting out in summer', () => {
    expect(firstCrop('2027-05-11', { min: 55, max: 90 }, 'tender', frost)).toEqual({ from: '2027-07-05', to: '2027-08-09' });
  });
  it('comes later as the days shorten, and not at all once the cold ends growth', () => {
    const radish = { min: 22, max: 60 };
    expect(firstCrop('2027-09-10', radish, 'hardy', frost)).toEqual({ from: '2027-10-15', to: null });
    expect(firstCrop('2027-10-20', radish, 'hardy', frost)).toBeNull();
    expect(firstCrop('2027-08-20', { min: 55, max: 90 }, 'tender', frost)).toBeNull();
  });
  it('is counted through the winter for what takes a year and more', () => {
    expect(firstCrop('2027-06-01', { min: 330, max: 400 }, 'hardy', frost)?.from).toBe('2028-04-26');
  });
});
