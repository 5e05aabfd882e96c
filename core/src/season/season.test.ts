import { describe, expect, it } from 'vitest';
import { balanceOf, suggestedFloor } from '../amounts/amount.ts';
import { CROP_REFERENCE } from '../crops/reference.ts';
import { ageingStart } from '../estimates/lotEstimate.ts';
import { seedReadyDay } from '../renewals/seedReady.ts';
import { frostRisk, nextMonthDay, seasonWords, springFrostRisk } from './frost.ts';
import { sdFromOneInTen } from './oneInTen.ts';

const frost = { last: '04-27', lastSdDays: 10, first: '10-12', firstSdDays: 12 };

describe('frost', () => {
  it('is certain in winter, even at the usual last frost, gone in summer, and back in autumn', () => {
    expect(frostRisk('2027-01-15', frost)).toBeGreaterThan(0.999);
    expect(frostRisk('2027-04-27', frost)).toBeCloseTo(0.5, 10);
    expect(frostRisk('2027-07-10', frost)).toBeLessThan(0.001);
    expect(frostRisk('2027-10-12', frost)).toBeCloseTo(0.5, 10);
  });
  it('works in the other hemisphere', () => {
    const south = { last: '10-05', lastSdDays: 10, first: '05-20', firstSdDays: 12 };
    expect(frostRisk('2027-07-10', south)).toBeGreaterThan(0.999);
    expect(frostRisk('2027-01-10', south)).toBeLessThan(0.001);
  });
  it('says what a date means', () => {
    expect(seasonWords('2027-03-14', frost)).toBe('six weeks to the usual last frost');
    expect(seasonWords('2027-05-04', frost)).toBe('one week after the usual last frost');
    expect(seasonWords('2027-04-26', frost)).toBe('about the usual last frost');
    expect(nextMonthDay('2027-05-01', '04-27')).toBe('2028-04-27');
  });
});

describe('what hangs on the season', () => {
  const crop = (key: string) => CROP_REFERENCE.find((c) => c.key === key)!;
  it('has annual seed ready this autumn and biennial seed next year', () => {
    const tomato = seedReadyDay(crop('tomato'), '2027-03-14', frost);
    expect(tomato > '2027-07-01' && tomato < '2027-12-01').toBe(true);
    expect(seedReadyDay(crop('parsnip'), '2027-03-14', frost) > '2028-06-01').toBe(true);
  });
  it('starts ageing at the harvest: a packing year is the harvest before', () => {
    expect(ageingStart('harvest', 2024, '2025-01-10', 'north')).toBe('2024-10-01');
    expect(ageingStart('packing', 2025, '2025-01-10', 'north')).toBe('2024-10-01');
    expect(ageingStart('harvest', 2024, '2024-08-20', 'north')).toBe('2024-08-20');
    expect(ageingStart('unknown', null, '2025-01-10', 'south')).toBe('2023-01-11');
  });
  it('keeps a floor that leaves something to lend, and a balance that never goes below zero', () => {
    expect(suggestedFloor(200, 10)).toBe(20);
    expect(suggestedFloor(30, 20)).toBe(10);
    expect(balanceOf([{ seeds: 50 }, { seeds: -20 }])).toBe(30);
    expect(() => balanceOf([{ seeds: 5 }, { seeds: -6 }])).toThrow('movements[1].seeds');
  });
});

describe('the day with one chance in ten', () => {
  it('gives the spread that leaves a tenth of the frosts after it', () => {
    const sd = sdFromOneInTen('2027-04-27', '2027-05-10');
    expect(sd).toBeCloseTo(13 / 1.2815515655446004, 9);
    expect(springFrostRisk('2027-05-10', '2027-04-27', sd)).toBeCloseTo(0.1, 6);
    expect(() => sdFromOneInTen('2027-04-27', '2027-04-20')).toThrow('later than the usual');
  });
});
