import { describe, expect, it } from 'vitest';
import { CROP_REFERENCE } from '../crops/reference.ts';
import type { Crop } from '../crops/crop.ts';
import { savingOf } from './reference.ts';
import type { Saving } from './saving.ts';
import type { SavingSoFar } from './growingDays.ts';
import { savingSteps } from './savingSteps.ts';

const FROST = { last: '05-05', lastSdDays: 11, first: '10-12', firstSdDays: 12 };
const SOUTH = { last: '10-05', lastSdDays: 11, first: '05-12', firstSdDays: 12 };
const TODAY = '2027-03-14';
const nothing: SavingSoFar = { sownOn: null, plantedOutOn: null };

function steps(key: string, soFar: SavingSoFar = nothing, frost = FROST, today = TODAY) {
  const crop = CROP_REFERENCE.find((c) => c.key === key) as Crop;
  return savingSteps(crop, savingOf(key) as Saving, soFar, { frost, lengthUnit: 'mm' }, today);
}
const of = (list: ReturnType<typeof steps>, key: string) => list.find((s) => s.key === key);

describe('the steps of a crop that is grown for seed', () => {
  it('go from planting out to the bag, each dated for that garden and that sowing', () => {
    const tomato = steps('tomato', { sownOn: '2027-03-20', plantedOutOn: '2027-05-16' });
    expect(tomato.map((s) => s.key)).toEqual(['plant-out', 'take-out', 'keep-apart', 'near', 'mark', 'pick', 'dry']);
    expect(of(tomato, 'plant-out')?.from).toBe('2027-05-16');
    expect(of(tomato, 'pick')).toMatchObject({ title: 'Pick when soft and fully coloured' });
    expect(of(tomato, 'pick')?.detail).toContain('leave it three days');
    const ripe = of(tomato, 'pick')?.from ?? '';
    expect(ripe > '2027-07-15' && ripe < '2027-10-15').toBe(true);
    // Later out, later ripe.
    const late = of(steps('tomato', { sownOn: '2027-03-20', plantedOutOn: '2027-06-06' }), 'pick')?.from ?? '';
    expect(late > ripe).toBe(true);
  });

  it('go through the winter where a crop flowers in its second year', () => {
    const onion = steps('onion', { sownOn: '2027-03-02', plantedOutOn: null });
    const winter = of(onion, 'winter');
    expect(winter?.from?.slice(0, 4)).toBe('2027');
    for (const key of ['take-out', 'near', 'mark', 'pick', 'dry']) expect([key, of(onion, key)?.from?.slice(0, 4)]).toEqual([key, '2028']);
    // South of the equator the second year is the one after the winter, too.
    const south = steps('carrot', { sownOn: '2027-09-20', plantedOutOn: null }, SOUTH, '2027-09-20');
    expect(of(south, 'winter')?.from).toMatch(/^2028-0[45]/);
    expect(of(south, 'pick')?.from).toMatch(/^202[89]-(0[1-4]|1[0-2])/);
  });

  it('count from where it was sown: under cover it goes out weeks later, and what is not ripe before the frosts is saved in time', () => {
    const sown = (sownOn: string, sownOutdoors?: boolean) => steps('runner-bean', { sownOn, plantedOutOn: null, sownOutdoors });
    const outdoors = sown('2027-05-20', true);
    expect(of(outdoors, 'plant-out')).toMatchObject({ title: 'Say how many stand, once thinned', from: '2027-05-20' });
    expect(of(outdoors, 'pick')?.from).toBe('2027-10-02');
    expect(of(outdoors, 'pick')?.detail).not.toContain('frost');
    const under = sown('2027-05-20', false);
    expect(of(under, 'plant-out')?.from).toBe('2027-06-24');
    expect(of(under, 'pick')?.detail).toContain('after the usual first frost, mid October');
    expect(of(under, 'pick')?.detail).toContain('pull whole plants before it, and hang them up under a roof');
    const tomato = steps('tomato', { sownOn: '2027-06-20', plantedOutOn: null });
    expect(of(tomato, 'pick')?.detail).toContain('bring the fruits in before it');
  });

  it('say what can hurt where it is done', () => {
    expect(of(steps('summer-squash'), 'pick')?.cautions.join()).toContain('spit it out');
    expect(of(steps('runner-bean'), 'dry')?.detail).toContain('freezer');
    expect(of(steps('spinach'), 'plant-out')?.detail).toContain('Male and female');
  });

  it('are in words and in order for every crop of the reference', () => {
    for (const crop of CROP_REFERENCE) {
      const list = steps(crop.key);
      expect([crop.key, list.length >= 5]).toEqual([crop.key, true]);
      for (const s of list) expect(`${s.title} ${s.detail}`).not.toMatch(/undefined|null|NaN| {2}|\.\./);
      const [flower, ripe] = [of(list, 'near')?.from ?? of(list, 'mark')?.from, of(list, 'pick')?.from];
      if (flower != null && ripe != null) expect([crop.key, ripe > flower]).toEqual([crop.key, true]);
      expect([crop.key, list.findIndex((s) => s.key === 'dry') > list.findIndex((s) => s.key === 'pick')]).toEqual([crop.key, true]);
    }
  });
});
