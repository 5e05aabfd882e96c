import { describe, expect, it } from 'vitest';
import { CROP_REFERENCE } from '../crops/reference.ts';
import { plantingOut } from './plantingOut.ts';

const crop = (key: string) => CROP_REFERENCE.find((c) => c.key === key)!;
const north = { last: '05-05', first: '10-14' };
const south = { last: '10-05', first: '05-20' };

describe('planting out by the season', () => {
  it('is in the middle of the window, however early a tender plant came up', () => {
    expect(plantingOut(crop('tomato'), north, '2027-01-20')).toBe('2027-05-19');
    expect(plantingOut(crop('begonia'), north, '2027-03-10')! > '2027-05-05').toBe(true);
  });

  it('waits until the plants are grown, takes what is left of a summer, and else the next year', () => {
    expect(plantingOut(crop('tomato'), north, '2027-05-10')).toBe('2027-06-07');
    expect(plantingOut(crop('tomato'), north, '2027-07-01')).toBe('2027-07-29');
    expect(plantingOut(crop('tomato'), north, '2027-09-20')).toBe('2028-05-19');
  });

  it('goes by the summer of the other half of the world', () => {
    expect(plantingOut(crop('tomato'), south, '2027-01-10')).toBe('2027-02-07');
    expect(plantingOut(crop('tomato'), south, '2027-04-25')).toBe('2027-10-19');
    expect(plantingOut(crop('tomato'), south, '2027-08-20')).toBe('2027-10-19');
  });

  it('is not said of what has no weeks outdoors', () => {
    const indoors = { plantOutWeeksMin: null, plantOutWeeksMax: null, directWeeksMin: null, directWeeksMax: null };
    expect(plantingOut(indoors, north, '2027-03-10')).toBeNull();
  });
});
