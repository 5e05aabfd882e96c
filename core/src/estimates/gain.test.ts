import { expect, it } from 'vitest';
import type { Crop } from '../crops/crop.ts';
import { withOwnFigures } from '../crops/libraryCrop.ts';
import { CROP_REFERENCE } from '../crops/reference.ts';
import { movingGain } from './gain.ts';
import type { LotFacts } from './lotEstimate.ts';

const crop = (key: string) => withOwnFigures(CROP_REFERENCE.find((c) => c.key === key) as Crop, {});
const lot = (over: Partial<LotFacts> = {}): LotFacts => ({
  crop: crop('onion'),
  form: 'cleaned',
  acquisition: 'donated',
  start: '2026-10-01',
  stated: 0.95,
  storage: [{ from: '2026-11-01', temperatureC: 16, rhPercent: 50 }],
  tests: [],
  sowings: [],
  threshold: 0.7,
  ...over,
});
const fridge = { temperatureC: 4, rhPercent: 40 };

it('a fridge gives years to an onion that a warm shelf would take', () => {
  const gain = movingGain(lot(), '2027-03-14', fridge);
  expect(gain.line).toBe(0.7);
  expect(gain.staysYears as number).toBeGreaterThan(0.3);
  expect((gain.movesYears as number) / (gain.staysYears as number)).toBeGreaterThan(3);
});

it('moving to the same climate gains nothing', () => {
  const gain = movingGain(lot(), '2027-03-14', { temperatureC: 16, rhPercent: 50 });
  expect(gain.movesYears).toBe(gain.staysYears);
});

it('says that it is too late for dead seed, and follows a weak lot to 40 %', () => {
  const dead = lot({ tests: [{ date: '2027-02-01', sown: 100, alive: 5 }] });
  expect(movingGain(dead, '2027-03-14', fridge)).toMatchObject({ tooLate: true, staysYears: 0, movesYears: 0 });
  const weak = lot({ tests: [{ date: '2027-02-01', sown: 100, alive: 55 }] });
  expect(movingGain(weak, '2027-03-14', fridge)).toMatchObject({ tooLate: false, line: 0.4 });
});

it('does not count beyond a hundred years', () => {
  const tomato = lot({ crop: crop('tomato') });
  expect(movingGain(tomato, '2027-03-14', { temperatureC: -18, rhPercent: 15 }).movesYears).toBeNull();
});
