import { describe, expect, it } from 'vitest';
import { withOwnFigures } from '../crops/libraryCrop.ts';
import { CROP_REFERENCE } from '../crops/reference.ts';
import { ASSUMED_CLIMATES, storagePeriods } from '../places/climate.ts';
import { ageingRate, type StoragePeriod } from './ageing.ts';
import { ageingCropOf, ageingStart, isShortLived } from '../estimates/lotEstimate.ts';
import type { Acquisition, SeedForm } from './prior.ts';
import { viability } from './viability.ts';

const today = '2027-03-14';
const cropOf = (key: string) =>
  withOwnFigures(
    CROP_REFERENCE.find((c) => c.key === key)!,
    {},
  );

/** What the application believes of a packet that nobody wrote a place down for. */
function believed(key: string, start: string, came: string, acquisition: Acquisition, form: SeedForm = 'cleaned') {
  const crop = cropOf(key);
  const storage = storagePeriods(
    { start, receivedOn: came, bought: acquisition === 'purchased', sealed: null, stays: [], assume: ASSUMED_CLIMATES },
    { places: new Map(), logged: () => [] },
  );
  return viability({ crop: ageingCropOf(crop), form, acquisition, start, stated: null, storage, tests: [], sowings: [], at: [today] })
    .points[0]!;
}

describe('packets as a gardener knows them', () => {
  it.each([
    ['onion packed a year ago', 'onion', '2025-10-01', '2026-03-14', 'purchased', 'cleaned', 65, 80],
    ['sweet pepper of two years', 'sweet-pepper', '2024-10-01', '2025-03-14', 'purchased', 'cleaned', 70, 82],
    ['carrot of two years', 'carrot', '2024-10-01', '2025-03-14', 'purchased', 'cleaned', 58, 72],
    ['parsnip of a year and a half', 'parsnip', '2025-10-01', '2026-03-01', 'purchased', 'cleaned', 30, 48],
    ['tomato of seven years', 'tomato', '2019-10-01', '2020-03-01', 'purchased', 'cleaned', 65, 78],
    ['pelleted eustoma of this year', 'eustoma', '2026-10-01', '2027-02-01', 'purchased', 'pelleted', 75, 92],
    ['pelleted eustoma of last year', 'eustoma', '2025-10-01', '2026-02-01', 'purchased', 'pelleted', 38, 52],
    ['pelleted lobelia in its third year', 'lobelia', '2024-10-01', '2025-02-01', 'purchased', 'pelleted', 15, 30],
  ] as const)('%s', (_what, crop, start, came, acquisition, form, low, high) => {
    const median = Math.round(100 * believed(crop, start, came, acquisition, form).median);
    expect(median).toBeGreaterThanOrEqual(low);
    expect(median).toBeLessThanOrEqual(high);
  });

  it('an assumed climate ages seed, but leaves it as much in doubt as an unknown one', () => {
    const lot = {
      crop: ageingCropOf(cropOf('tomato')),
      form: 'cleaned',
      acquisition: 'saved',
      start: '2022-10-01',
      tests: [],
      sowings: [],
      at: [today],
    } as const;
    const width = (storage: readonly StoragePeriod[]): number => {
      const p = viability({ ...lot, storage }).points[0]!;
      return p.high - p.low;
    };
    const room: StoragePeriod = { from: '2022-10-01', temperatureC: 17, rhPercent: 50 };
    const assumed = width([{ ...room, assumed: true }]);
    expect(width([room])).toBeLessThan(assumed);
    // One period that somebody wrote down is enough for the narrower spread.
    const later = { ...room, from: '2026-10-01' };
    expect(width([{ ...room, assumed: true }, later])).toBeLessThan(assumed);
  });

  it('a year that nobody knows is doubt: as wide as unknown storage, whatever is known of the place', () => {
    const lot = {
      crop: ageingCropOf(cropOf('tomato')),
      form: 'cleaned',
      acquisition: 'donated',
      start: '2025-03-14',
      storage: [{ from: '2025-03-14', temperatureC: 15, rhPercent: 50 }],
      tests: [],
      sowings: [],
      at: ['2033-03-14'],
    } as const;
    const width = (ageUnsure: boolean): number => {
      const p = viability({ ...lot, ageUnsure }).points[0]!;
      return p.high - p.low;
    };
    expect(width(true)).toBeGreaterThan(width(false));
  });
});

describe('where the time of a lot begins when nobody knows its year', () => {
  it('is one to four years back, two in the middle; for seed that does not keep, the day it came', () => {
    expect(ageingStart('unknown', null, '2026-03-14', 'north')).toBe('2024-03-14');
    expect(isShortLived(cropOf('avocado'))).toBe(true);
    expect(isShortLived(cropOf('papaya'))).toBe(true);
    expect(isShortLived(cropOf('onion'))).toBe(false);
    expect(ageingStart('unknown', null, '2026-03-14', 'north', { shortLived: true })).toBe('2026-03-14');
  });
  it('is the day of picking where somebody knows it, over any year', () => {
    expect(ageingStart('unknown', null, '2026-03-14', 'north', { shortLived: true, pickedOn: '2026-02-20' })).toBe('2026-02-20');
    expect(ageingStart('harvest', 2025, '2026-03-14', 'north', { pickedOn: '2025-08-30' })).toBe('2025-08-30');
  });
});

describe('how fast seed ages', () => {
  const crop = { halfLifeYears: 5, oilClass: 'starchy', freshGermination: 0.9 } as const;
  it('a shed of 12 ± 10 °C ages seed about a third faster than 12 °C all year', () => {
    const faster = ageingRate(crop, 12, 50, { swingC: 10 }) / ageingRate(crop, 12, 50);
    expect(faster).toBeGreaterThan(1.28);
    expect(faster).toBeLessThan(1.4);
  });
  it('seed in open air is damper the colder it lies, and in the reference room still ages a year in a year', () => {
    expect(ageingRate(crop, 15, 50, { open: true })).toBeCloseTo(1, 12);
    // At 5 °C a point above the table, at 15 °C half a point: (11.967 / 11.467)^4.6 against the same without.
    const damper = ageingRate(crop, 5, 50, { open: true }) / ageingRate(crop, 5, 50);
    expect(damper).toBeCloseTo(((10.966667 + 1) / (10.966667 + 0.5)) ** 4.6, 3);
    expect(ageingRate(crop, 25, 50, { open: true })).toBeLessThan(ageingRate(crop, 25, 50));
  });
});
