import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { addDays } from '../dates/day.ts';
import { ageAt } from '../viability/ageing.ts';
import {
  ASSUMED_CLIMATES,
  climateRuns,
  dailyClimate,
  type LotKeeping,
  type PlaceClimate,
  placeChain,
  resolveClimate,
  storagePeriods,
  warmSpells,
} from './climate.ts';

const fridge: PlaceClimate = { id: 1, parentId: null, temperatureC: 4, swingC: 0, rhPercent: 60, sealed: false };
const jar: PlaceClimate = { id: 2, parentId: 1, temperatureC: null, swingC: 0, rhPercent: 25, sealed: true };
const places = new Map([fridge, jar].map((p) => [p.id, p]));
const day = (i: number): string => addDays('2027-01-01', i);
const logged = (n: number, t: (i: number) => number, from = 0) =>
  Array.from({ length: n }, (_, i) => ({
    day: day(from + i),
    temperatureC: t(i),
    rhPercent: 70,
    lowC: t(i) - 1,
    highC: t(i) + 1,
    readings: 24,
  }));

describe('dailyClimate', () => {
  it('gathers readings of any order into days', () => {
    const days = dailyClimate([
      { day: '2027-01-02', temperatureC: 6, rhPercent: null },
      { day: '2027-01-01', temperatureC: 4, rhPercent: 50 },
      { day: '2027-01-01', temperatureC: 8, rhPercent: 60 },
    ]);
    expect(days).toEqual([
      { day: '2027-01-01', temperatureC: 6, rhPercent: 55, lowC: 4, highC: 8, readings: 2 },
      { day: '2027-01-02', temperatureC: 6, rhPercent: null, lowC: 6, highC: 6, readings: 1 },
    ]);
  });
  it('names the reading that cannot be', () => {
    expect(() => dailyClimate([{ day: '2027-01-01', temperatureC: 400, rhPercent: 50 }])).toThrow(/readings\[0\].temperatureC/);
  });
});

describe('places in places', () => {
  it('a jar in the fridge is as cold as the fridge and as dry as it was sealed', () => {
    expect(resolveClimate(placeChain(places, 2))).toMatchObject({
      temperatureC: 4,
      rhPercent: 25,
      sealed: true,
      temperatureFrom: 1,
      rhFrom: 2,
    });
  });
  it('a ring of places is refused, not walked for ever', () => {
    const ring = new Map([
      [1, { ...fridge, parentId: 2 }],
      [2, jar],
    ]);
    expect(() => placeChain(ring, 1)).toThrow(/lead back/);
  });
});

describe('storagePeriods', () => {
  const none = () => [];
  /** A gift that came on the day it ripened, unless said otherwise. */
  const lot = (stays: LotKeeping['stays'], over: Partial<LotKeeping> = {}): LotKeeping => ({
    start: day(0),
    receivedOn: day(0),
    bought: false,
    sealed: null,
    stays,
    assume: ASSUMED_CLIMATES,
    ...over,
  });
  it('without a logger is the typed climate of each stay; a jar keeps its seed from the air', () => {
    const stays = [
      { from: day(10), placeId: 2 },
      { from: day(0), placeId: 1 },
    ];
    expect(storagePeriods(lot(stays), { places, logged: none })).toEqual([
      { from: day(0), temperatureC: 4, rhPercent: 60, open: true },
      { from: day(10), temperatureC: 4, rhPercent: 25 },
    ]);
  });
  it('takes what the logger saw with its swing, and the typed climate before and after', () => {
    const log = (id: number) => (id === 1 ? logged(4, (i) => (i < 2 ? 5 : 21), 3) : []);
    expect(storagePeriods(lot([{ from: day(0), placeId: 1 }]), { places, logged: log })).toEqual([
      { from: day(0), temperatureC: 4, rhPercent: 60, open: true },
      { from: day(3), temperatureC: 5, rhPercent: 70, swingC: 1, open: true },
      { from: day(5), temperatureC: 21, rhPercent: 70, swingC: 1, open: true },
      { from: day(7), temperatureC: 4, rhPercent: 60, open: true },
    ]);
  });
  it('a sealed jar feels the warmth of a failing fridge but not its damp', () => {
    const log = (id: number) => (id === 1 ? logged(2, () => 20, 1) : []);
    const periods = storagePeriods(lot([{ from: day(0), placeId: 2 }]), { places, logged: log });
    expect(periods.map((p) => p.rhPercent)).toEqual([25, 25, 25]);
    expect(periods.map((p) => p.temperatureC)).toEqual([4, 20, 4]);
  });
  it('a logger that was read after the lot had moved on says nothing of it', () => {
    const log = (id: number) => (id === 1 ? logged(5, () => 20, 20) : []);
    const stays = [
      { from: day(0), placeId: 1 },
      { from: day(10), placeId: 3 },
    ];
    const elsewhere = new Map([...places, [3, { id: 3, parentId: null, temperatureC: 18, swingC: 0, rhPercent: 50, sealed: false }]]);
    expect(storagePeriods(lot(stays), { places: elsewhere, logged: log })).toHaveLength(2);
  });
  it('what nobody wrote down is a room, and the supplier’s store before bought seed came: assumed, never known', () => {
    const bare = new Map([[1, { id: 1, parentId: null, temperatureC: null, swingC: 0, rhPercent: null, sealed: false }]]);
    const room = { temperatureC: 17, rhPercent: 50, assumed: true, open: true };
    expect(storagePeriods(lot([{ from: day(5), placeId: 1 }]), { places: bare, logged: none })).toEqual([
      { from: day(0), ...room },
      { from: day(5), ...room },
    ]);
    const bought = lot([], { bought: true, receivedOn: day(9) });
    expect(storagePeriods(bought, { places, logged: none })).toEqual([
      { from: day(0), temperatureC: 10, rhPercent: 40, assumed: true },
      { from: day(9), ...room },
    ]);
    const half = new Map([[1, { id: 1, parentId: null, temperatureC: 8, swingC: 0, rhPercent: null, sealed: false }]]);
    expect(storagePeriods(lot([{ from: day(0), placeId: 1 }]), { places: half, logged: none })[0]).toMatchObject({
      temperatureC: 8,
      rhPercent: 50,
      assumed: true,
    });
  });
  it('a packet sealed by its supplier stays as dry as it was until it is opened', () => {
    const stays = [{ from: day(0), placeId: 1 }];
    const shut = storagePeriods(lot(stays, { sealed: { rhPercent: null, openedOn: null } }), { places, logged: none });
    expect(shut).toMatchObject([{ temperatureC: 4, rhPercent: 30, open: false }]);
    const opened = storagePeriods(lot(stays, { sealed: { rhPercent: 22, openedOn: day(6) } }), { places, logged: none });
    expect(opened).toMatchObject([
      { from: day(0), rhPercent: 22, open: false },
      { from: day(6), rhPercent: 60, open: true },
    ]);
  });
});

describe('climateRuns', () => {
  it('ages seed as the days themselves would, within one in a hundred', () => {
    const crop = { halfLifeYears: 4, oilClass: 'starchy' as const, freshGermination: 0.9 };
    fc.assert(
      fc.property(
        fc.array(fc.record({ t: fc.integer({ min: 2, max: 25 }), rh: fc.integer({ min: 30, max: 70 }) }), { minLength: 5, maxLength: 60 }),
        (xs) => {
          const days = xs.map((x, i) => ({ day: day(i), temperatureC: x.t, swingC: 0, rhPercent: x.rh }));
          const end = [day(xs.length)];
          const fine = ageAt(
            crop,
            day(0),
            days.map((d) => ({ from: d.day, ...d })),
            end,
          )[0] as number;
          const coarse = ageAt(crop, day(0), climateRuns(days), end)[0] as number;
          expect(Math.abs(coarse / fine - 1)).toBeLessThan(0.01);
        },
      ),
      { numRuns: 60 },
    );
  });
});

it('warm spells are days on end above the limit', () => {
  expect(
    warmSpells(
      logged(6, (i) => (i === 2 || i === 3 ? 18 : 4)),
      8,
    ),
  ).toEqual([{ from: day(2), days: 2, highC: 19 }]);
});
