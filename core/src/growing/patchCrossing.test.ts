import { describe, expect, it } from 'vitest';
import type { Crop } from '../crops/crop.ts';
import { CROP_REFERENCE } from '../crops/reference.ts';
import { crossedBetween, crossedInHundred, percentOf } from './crossedWords.ts';
import { type WayChoices, waysToLower } from './lower.ts';
import type { Patch } from './patch.ts';
import { patchCrossing } from './patchCrossing.ts';
import { savingOf } from './reference.ts';
import type { Saving } from './saving.ts';
import { apartM, fromLibrary, onGrid, spotAt } from './spot.ts';

const crop = (key: string): Crop => CROP_REFERENCE.find((c) => c.key === key) as Crop;
const saving = (key: string): Saving => savingOf(key) as Saving;
const squash = crop('summer-squash');
const flower = { from: '2027-06-20', to: '2027-08-10', sdDays: 6 };
const patch = (over: Partial<Patch> = {}): Patch => ({
  key: 'own',
  varietyId: 1,
  plants: 8,
  spot: { eastM: 0, northM: 0 },
  flower,
  apart: 'open',
  ...over,
});
const other = (over: Partial<Patch> = {}): Patch =>
  patch({ key: 'other', varietyId: 2, spot: { eastM: 200, northM: 0 }, plants: 6, ...over });
const of = (own: Patch, others: Patch[]) => patchCrossing(own, others, squash, saving('summer-squash'));

describe('the crossing of a patch among others', () => {
  it('is given by whoever flowers then, each with its part, and lies within its doubt', () => {
    const out = of(patch(), [other(), other({ key: 'far', spot: { eastM: 0, northM: 600 }, plants: 20 })]);
    expect(out.sources.map((s) => s.key)).toEqual(['other', 'far']);
    expect(out.sources.reduce((n, s) => n + s.share, 0)).toBeCloseTo(out.share, 12);
    expect(out.low).toBeLessThan(out.share);
    expect(out.high).toBeGreaterThan(out.share);
    expect(out.band).toBe('watch');
  });

  it('leaves out its own variety, what is kept apart, what flowers at another time, and itself', () => {
    expect(of(patch(), [other({ varietyId: 1 })]).share).toBe(0);
    expect(of(patch(), [other({ apart: 'tied' })]).share).toBe(0);
    expect(of(patch(), [patch()]).share).toBe(0);
    expect(of(patch(), [other({ flower: { from: '2027-10-20', to: '2027-11-10', sdDays: 3 } })]).share).toBeLessThan(1e-6);
    // What nobody knows is foreign, and when it flowers is taken as always.
    expect(of(patch({ varietyId: null }), [other({ varietyId: null, flower: null })]).share).toBeGreaterThan(0.02);
  });

  it('says why there is no figure', () => {
    expect(of(patch({ spot: null }), [other()])).toMatchObject({ instead: 'not-on-plan', share: 0 });
    const cabbage = patchCrossing(patch({ plants: 1 }), [other()], crop('cabbage'), saving('cabbage'));
    expect(cabbage.instead).toBe('alone');
    expect(patchCrossing(patch({ plants: 1 }), [], crop('spinach'), saving('spinach')).instead).toBe('one-sex');
    expect(patchCrossing(patch({ plants: 1 }), [], crop('tomato'), saving('tomato')).instead).toBeNull();
  });

  it('never rises with distance, with more plants of one’s own, or under a cover; and spots of a garden are not nothing apart', () => {
    const falling = (shares: number[]) => {
      expect(shares).toEqual([...shares].sort((a, b) => b - a));
    };
    falling([0, 50, 200, 1000, 20_000].map((eastM) => of(patch(), [other({ spot: { eastM, northM: 0 } })]).share));
    falling([1, 3, 10, 100].map((plants) => of(patch({ plants }), [other()]).share));
    falling((['open', 'bagged'] as const).map((apart) => of(patch({ apart }), [other()]).share));
    expect(of(patch(), [other({ spot: { eastM: 0, northM: 0 } })]).sources[0]?.distanceM).toBe(5);
  });
});

describe('what would lower it', () => {
  const choices = (over: Partial<WayChoices> = {}): WayChoices => ({
    gardens: [
      { id: 4, name: 'Kiln Hill', spot: { eastM: -2000, northM: 0 } },
      { id: 5, name: 'Lane end', spot: { eastM: 100, northM: 0 } },
    ],
    movableFrom: '2027-03-14',
    outFrom: '2027-05-11',
    autumn: '2027-10-14',
    ripe: '2027-09-10',
    out: '2027-05-11',
    plantsMost: null,
    nameOf: (k) => k,
    askable: () => true,
    ...over,
  });
  const ways = (over: Partial<WayChoices> = {}, own = patch()) =>
    waysToLower(own, [other()], squash, saving('summer-squash'), choices(over));

  it('is tried on the plan as it is, the least crossing first, and none that does not help', () => {
    const found = ways();
    expect(found[0]).toMatchObject({ words: 'Without other: ask whether it may go before it flowers', share: 0 });
    expect(found[1]?.change).toEqual({ gardenId: 4 });
    expect(found.map((w) => w.words)).toContain('Tie the flowers, pollinate by hand');
    expect(found.some((w) => w.words.includes('Lane end'))).toBe(false);
    const now = of(patch(), [other()]).share;
    for (const w of found) expect(w.share).toBeLessThan(now);
    expect(found.map((w) => w.share)).toEqual([...found.map((w) => w.share)].sort((a, b) => a - b));
  });

  it('never plants what is tender out before its time, nor has it ripen after the frost', () => {
    const shifts = ways().filter((w) => 'shiftDays' in w.change);
    for (const w of shifts) if ('shiftDays' in w.change) expect(w.change.shiftDays > 0 && w.change.shiftDays <= 34).toBe(true);
    expect(shifts.length).toBe(1);
    expect(ways({ outFrom: '2027-04-01' }).some((w) => w.words.endsWith('earlier'))).toBe(true);
    expect(ways({ ripe: '2027-10-12' }).some((w) => w.words.endsWith('later'))).toBe(false);
  });

  it('moves nothing that stands already, and names no more plants than there is seed for', () => {
    const stands = ways({ movableFrom: null });
    expect(stands.every((w) => 'apart' in w.change || 'without' in w.change)).toBe(true);
    expect(ways({ plantsMost: 8 }).some((w) => 'plants' in w.change)).toBe(false);
    expect(ways({}, patch({ apart: 'tied' })).length).toBe(0);
  });
});

describe('a spot on the plan', () => {
  it('is coarse, and is told back as it was said', () => {
    expect(spotAt(1000, 'NE')).toEqual({ eastM: 700, northM: 700 });
    expect(spotAt(0, 'S')).toEqual({ eastM: 0, northM: 0 });
    for (const d of ['N', 'E', 'SW', 'NW'] as const) expect(fromLibrary(spotAt(2000, d)).direction).toBe(d);
    expect(onGrid(-74)).toBe(-50);
    expect(apartM({ eastM: 0, northM: 0 }, { eastM: 300, northM: 400 })).toBe(500);
  });
});

describe('a share of crossed seed in words', () => {
  it('is as exact as it is known', () => {
    expect([0, 0.0001, 0.003, 0.0096, 0.062, 0.4].map(crossedInHundred)).toEqual([
      'hardly any',
      'hardly any',
      'about 3 in 1000',
      'about 1 in 100',
      'about 6 in 100',
      'about 40 in 100',
    ]);
    expect([0, 0.0004, 0.01, 0.031, 0.124].map(percentOf)).toEqual(['0 %', 'under 0.1 %', '1 %', '3.1 %', '12 %']);
    expect(crossedBetween(0.041, 0.088)).toBe('between 4.1 and 8.8');
  });
});
