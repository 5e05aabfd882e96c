import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { CROP_REFERENCE } from '../crops/reference.ts';
import { addDays, daysBetween } from '../dates/day.ts';
import { autumnPace, lateSowing, sownFresh, winterWords } from './late.ts';
import { windowShift } from './seasonVerdicts.ts';
import { soilSays, wantedSoil } from './soil.ts';
import { begunEarly, season, type SeasonCrop, windowBetween } from './windows.ts';

const tomato: SeasonCrop = {
  anchor: 'last-frost',
  startWeeks: { min: 6, max: 8 },
  plantOutWeeks: { min: 1, max: 3 },
  chillWeeks: 0,
  soakHours: 0,
};
const base = { lastFrost: '2027-04-27', sdDays: 10 };
const crop = (key: string) => CROP_REFERENCE.find((c) => c.key === key)!;

describe('the season of a crop', () => {
  it('counts tomatoes from the last frost, the middle first', () => {
    const s = season({ ...base, crop: tomato });
    expect(s.sow).toEqual({ from: '2027-03-02', target: '2027-03-09', to: '2027-03-16' });
    expect(s.plantOut).toEqual({ from: '2027-05-04', target: '2027-05-11', to: '2027-05-18' });
    expect(s.hardenFrom).toBe('2027-05-04');
    // 14 days at 10 days of spread: 1 - Phi(1.4) = 0.0808 (standard normal table).
    expect(s.frostRiskAtPlantOut).toBeCloseTo(0.0808, 4);
    expect(s).toMatchObject({ direct: null, chillFrom: null, soakFrom: null });
  });

  it('counts squash from the day of planting out, and follows a wanted day', () => {
    const squash: SeasonCrop = { ...tomato, anchor: 'plant-out', startWeeks: { min: 3, max: 4 } };
    expect(season({ ...base, crop: squash }).sow).toEqual({ from: '2027-04-13', target: '2027-04-16', to: '2027-04-20' });
    const later = season({ ...base, crop: squash, plantOut: '2027-06-01' });
    expect(later.plantOut).toEqual({ from: '2027-05-04', target: '2027-06-01', to: '2027-05-18' });
    expect(later.sow?.target).toBe('2027-05-07');
    expect(later.hardenFrom).toBe('2027-05-25');
    // The same wish moves nothing that counts from the last frost.
    expect(season({ ...base, crop: tomato, plantOut: '2027-06-01' }).sow?.target).toBe('2027-03-09');
  });

  it('chills before sowing and soaks before chilling', () => {
    const s = season({ ...base, crop: { ...tomato, chillWeeks: 4, soakHours: 25 } });
    expect(s.chillFrom).toBe('2027-02-09');
    expect(s.soakFrom).toBe('2027-02-07');
    expect(season({ ...base, crop: { ...tomato, soakHours: 12 } }).soakFrom).toBe('2027-03-08');
  });

  it('rounds part weeks to the earlier day, and is null where the crop has no weeks', () => {
    const s = season({ ...base, crop: { anchor: 'last-frost', directWeeks: { min: -1.5, max: 0.5 }, chillWeeks: 0, soakHours: 0 } });
    expect(s.direct).toEqual({ from: '2027-04-16', target: '2027-04-23', to: '2027-04-30' });
    expect(s).toMatchObject({ sow: null, plantOut: null, hardenFrom: null, frostRiskAtPlantOut: null });
    expect(season({ ...base, plantOut: '2027-05-20', crop: { anchor: 'last-frost', chillWeeks: 0, soakHours: 0 } }).plantOut).toEqual({
      from: null,
      target: '2027-05-20',
      to: null,
    });
  });

  it('keeps the middle inside its window, and moves with the last frost day by day', () => {
    const weeks = fc
      .tuple(fc.integer({ min: -20, max: 20 }), fc.integer({ min: 0, max: 12 }))
      .map(([min, more]) => ({ min, max: min + more }));
    fc.assert(
      fc.property(weeks, weeks, fc.integer({ min: -40, max: 40 }), (startWeeks, plantOutWeeks, days) => {
        const c: SeasonCrop = { anchor: 'plant-out', startWeeks, plantOutWeeks, chillWeeks: 2, soakHours: 0 };
        const here = season({ ...base, crop: c });
        const there = season({ ...base, lastFrost: addDays(base.lastFrost, days), crop: c });
        expect(here.sow!.from <= here.sow!.target && here.sow!.target <= here.sow!.to).toBe(true);
        expect(daysBetween(here.sow!.target, there.sow!.target)).toBe(days);
        expect(there.frostRiskAtPlantOut).toBeCloseTo(here.frostRiskAtPlantOut as number, 12);
      }),
      { numRuns: 60 },
    );
  });

  it('are begun in the middle, or three weeks in where sowing goes on for months', () => {
    expect(begunEarly(windowBetween('2027-03-02', '2027-03-16')).target).toBe('2027-03-09');
    expect(begunEarly(windowBetween('2027-03-23', '2027-08-17')).target).toBe('2027-04-13');
  });

  it('refuses windows that end before they start', () => {
    expect(() => season({ ...base, crop: { ...tomato, startWeeks: { min: 8, max: 6 } } })).toThrow('crop.startWeeks.max');
    expect(() => season({ ...base, sdDays: 0, crop: tomato })).toThrow('sdDays');
  });
});

describe('a later sowing', () => {
  const late = (key: string, winterMinC: number | null = -8) => lateSowing(crop(key), '2027-04-27', '2027-10-14', winterMinC);
  it('is early summer for biennial flowers, the first frosts for seed that wants cold, and before them for what stands the winter', () => {
    expect(late('foxglove')?.window.from).toBe('2027-06-01');
    expect(late('columbine')?.why).toContain('winter');
    expect(late('broad-bean')?.window).toMatchObject({ from: '2027-09-02', to: '2027-09-30' });
  });
  it('goes by the crop’s own days: radish and rocket well into autumn, slower in short days, lettuce before them', () => {
    expect(late('radish')?.window).toMatchObject({ from: '2027-08-18', to: '2027-09-24' });
    expect(late('arugula')!.window.to > '2027-09-05' && late('arugula')!.window.to < '2027-09-20').toBe(true);
    expect(late('lettuce')!.window.to > '2027-08-14' && late('lettuce')!.window.to < late('arugula')!.window.to).toBe(true);
    expect(late('radish')?.why).toBe('quick: sown last it is ready after 48 days instead of 22, because the days shorten');
    expect(autumnPace('2027-07-01', '2027-10-14')).toBe(1);
    expect(autumnPace('2027-10-14', '2027-10-14')).toBeCloseTo(0.5);
    expect(autumnPace('2027-12-24', '2027-10-14')).toBe(0.25);
  });
  it('sows to stand the winter only what stands it there, and says so of the rest', () => {
    const inDegrees = (c: number) => `${String(c)} °C`;
    expect(late('pea', -5)?.why).toContain('stands the winter');
    // An autumn crop of peas from high summer, where none stands the winter.
    expect((late('pea', -8)?.window.to ?? '9') < '2027-08-31').toBe(true);
    expect(late('broad-bean', -14)).toBeNull();
    expect(late('broad-bean', null)).toBeNull();
    expect(late('corn-salad', null)?.why).toContain('stands the winter');
    expect(winterWords(crop('pea'), -8, inDegrees)).toBe(
      'An autumn sowing stands the winter only where it stays above -6 °C; here it usually goes down to -8 °C.',
    );
    expect(winterWords(crop('broad-bean'), null, inDegrees)).toContain('the settings can say');
    expect(winterWords(crop('pea'), -5, inDegrees)).toBeNull();
    expect(winterWords(crop('tomato'), -20, inDegrees)).toBeNull();
  });
  it('is not offered for what frost kills or what is never sown outdoors', () => {
    for (const key of ['tomato', 'zinnia', 'petunia', 'celery']) expect(late(key)).toBeNull();
  });
  it('is at once for seed that does not keep', () => {
    expect([sownFresh(crop('avocado')), sownFresh(crop('lemon')), sownFresh(crop('tomato'))]).toEqual([true, true, false]);
  });
});

describe('too early, right, too late', () => {
  it('moves the window to what was asked for, with the table as one more voice', () => {
    expect(windowShift([])).toBe(0);
    expect(windowShift([{ offsetDays: 0, timing: 'too-early' }])).toBe(3);
    expect(windowShift([{ offsetDays: 0, timing: 'too-late' }])).toBe(-3);
    // Ten days late was right, twice: two voices for +10 and the table's for 0.
    expect(windowShift(Array(2).fill({ offsetDays: 10, timing: 'right' }))).toBe(6);
    expect(
      windowShift([
        { offsetDays: 2, timing: 'right' },
        { offsetDays: -3, timing: 'too-early' },
        { offsetDays: 0, timing: 'right' },
      ]),
    ).toBe(1);
  });
  it('settles where the sowings are right, and never runs away', () => {
    expect(windowShift(Array(30).fill({ offsetDays: 14, timing: 'right' }))).toBe(13);
    expect(windowShift(Array(30).fill({ offsetDays: 200, timing: 'too-early' }))).toBe(28);
    expect(() => windowShift([{ offsetDays: Number.NaN, timing: 'right' }])).toThrow('verdicts[0].offsetDays');
  });
});

describe('the soil', () => {
  const bean = crop('bush-bean');
  const days = (...values: readonly [string, number][]) => values.map(([readOn, temperatureC]) => ({ readOn, temperatureC }));
  it('is waited for by warm crops, by the mean of three days', () => {
    expect(wantedSoil(bean)).toBe(17);
    expect(wantedSoil(crop('pea'))).toBe(4);
    const says = soilSays(bean, days(['2027-05-01', 30], ['2027-05-10', 13], ['2027-05-11', 14], ['2027-05-12', 15]), '2027-05-12');
    expect(says).toMatchObject({ state: 'wait', soilC: 14, wantsC: 17, daysOld: 0 });
    expect(soilSays(bean, days(['2027-05-12', 17]), '2027-05-12').state).toBe('warm-enough');
    expect(soilSays(crop('lettuce'), days(['2027-07-12', 31]), '2027-07-12').state).toBe('too-hot');
  });
  it('is not known from old readings, none, or tomorrow’s', () => {
    expect(soilSays(bean, days(['2027-05-01', 20]), '2027-05-12')).toMatchObject({ state: 'unknown', daysOld: 11 });
    expect(soilSays(bean, days(['2027-05-13', 20]), '2027-05-12')).toMatchObject({ state: 'unknown', daysOld: null });
  });
});
