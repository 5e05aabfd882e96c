import { describe, expect, it } from 'vitest';
import { CROP_REFERENCE } from '../crops/reference.ts';
import { paceOf, slowShareOf, waitForTest } from './pace.ts';
import { waitOrCall } from './wait.ts';

const crop = (key: string) => CROP_REFERENCE.find((c) => c.key === key)!;

describe('the pace of a test', () => {
  it('has stragglers where growers know them: umbels, hard seed, perennials that want cold', () => {
    expect(slowShareOf(crop('parsnip'))).toBeGreaterThan(0);
    expect(slowShareOf(crop('sweet-pea'))).toBeGreaterThan(0);
    expect(slowShareOf(crop('columbine'))).toBeGreaterThan(0);
    expect(slowShareOf(crop('tomato'))).toBe(0);
    expect(slowShareOf(crop('lettuce'))).toBe(0);
  });
  it('is that of the soil in cells, and of the rules on paper', () => {
    const parsley = crop('parsley');
    expect(paceOf(parsley, 'on-paper').usualDays).toEqual({ min: parsley.testFirstCountD, max: parsley.testFinalCountD });
    expect(paceOf(parsley, 'cells').usualDays.min).toBe(parsley.emergeMinD);
    expect(paceOf(crop('rose'), 'cells').usualDays.max).toBeGreaterThanOrEqual(crop('rose').emergeMaxD);
  });
  it('calls an empty test at one and a half times its last day, however hopeful the lot was', () => {
    const empty = { sown: 50, counts: [{ day: 7, alive: 0 }], today: 14, prior: { alpha: 40, beta: 2 }, usualDays: { min: 5, max: 14 } };
    const hopeful = { ...empty, slowShare: 0.9 };
    expect(waitOrCall(hopeful).callOn).toBeGreaterThan(21);
    expect(waitForTest(hopeful)).toMatchObject({ callOn: 21, advice: 'wait' });
    expect(waitForTest({ ...hopeful, today: 22 })).toMatchObject({ callOn: 22, advice: 'call' });
    const some = { ...hopeful, counts: [{ day: 7, alive: 3 }] };
    expect(waitForTest(some)).toEqual(waitOrCall(some));
  });
});
