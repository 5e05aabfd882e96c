import { describe, expect, it } from 'vitest';
import { CROP_REFERENCE } from '../crops/reference.ts';
import { addDays } from '../dates/day.ts';
import { laneOf, type LaneInput, seasonDays, seasonYearOf } from './lane.ts';
import { windowBetween } from './windows.ts';

const crop = (key: string) => CROP_REFERENCE.find((c) => c.key === key)!;
const tomato: LaneInput = {
  sowOn: '2027-03-09',
  plantOutOn: '2027-05-11',
  way: 'start',
  method: 'heated-cells',
  seedsPerCell: 2,
  crop: crop('tomato'),
  window: windowBetween('2027-03-02', '2027-03-16'),
  lastFrost: '2027-04-27',
  sdDays: 10,
  firstFrost: '2027-10-14',
  cropDays: { min: 55, max: 90 },
};

describe('a lane', () => {
  it('puts everything in order and risks nothing in the middle of its window', () => {
    const lane = laneOf(tomato);
    expect(lane).toMatchObject({
      emerge: { from: '2027-03-14', to: '2027-03-19' },
      potOn: '2027-03-30',
      hardenFrom: '2027-05-04',
      from: '2027-03-09',
      to: '2027-05-11',
      firstCrop: { from: '2027-07-05', to: '2027-08-09' },
      offMiddle: 0,
      place: 'inside',
      risks: [],
    });
  });

  it('says what another week risks', () => {
    const early = laneOf({ ...tomato, sowOn: addDays(tomato.sowOn, -14), plantOutOn: addDays('2027-05-11', -14) });
    expect(early.place).toBe('before');
    expect(early.risks).toHaveLength(2);
    expect(early.risks[1]).toContain('50 in 100');
    expect(early.risks[1]).toContain('planting out');
    expect(laneOf({ ...tomato, sowOn: '2027-03-24' }).risks[0]).toContain('8 days after its window');
    expect(laneOf({ ...tomato, sowOn: '2027-04-20' }).risks.join(' ')).toContain('before the plants are ready');
  });

  it('has cold and soaking before the sowing, but lets the winter chill a late one', () => {
    const flower = { ...tomato, crop: crop('columbine') };
    expect(laneOf(flower)).toMatchObject({ chillFrom: '2027-02-09', from: '2027-02-09' });
    expect(laneOf({ ...flower, way: 'late', sowOn: '2027-10-20', plantOutOn: null }).chillFrom).toBeNull();
  });

  it('counts the frost after coming up for what stands outdoors from the start', () => {
    const bean: LaneInput = {
      ...tomato,
      crop: crop('bush-bean'),
      way: 'direct',
      method: 'open-ground',
      plantOutOn: null,
      sowOn: '2027-04-20',
      window: null,
    };
    const lane = laneOf(bean);
    expect(lane.place).toBe('unknown');
    // Up from 26 April, a day before the usual last frost.
    expect(lane.frostRisk).toBeCloseTo(0.54, 2);
    expect(lane.risks[0]).toContain('coming up');
  });
});

describe('the season of a day', () => {
  it('belongs to the last frost it leads to, in both hemispheres', () => {
    expect(seasonYearOf('2027-03-14', '04-27')).toBe(2027);
    expect(seasonYearOf('2026-12-10', '04-27')).toBe(2027);
    expect(seasonYearOf('2026-10-10', '04-27')).toBe(2026);
    expect(seasonYearOf('2027-03-14', '10-05')).toBe(2026);
    expect(seasonYearOf('2027-06-14', '10-05')).toBe(2027);
  });
  it('follows without a gap on the season before', () => {
    expect(addDays(seasonDays(2027, '04-27').to, 1)).toBe(seasonDays(2028, '04-27').from);
    expect(seasonYearOf(seasonDays(2027, '04-27').from, '04-27')).toBe(2027);
    expect(seasonYearOf(seasonDays(2027, '04-27').to, '04-27')).toBe(2027);
  });
});
