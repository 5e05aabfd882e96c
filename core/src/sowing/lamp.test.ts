import { describe, expect, it } from 'vitest';
import { lampClock, lampDoubt, lampWords } from './lamp.ts';

describe('a lamp', () => {
  it('says its hours by the clock', () => {
    expect(lampClock(15)).toBe('on 6:00, off 21:00');
    expect(lampClock(14.5)).toBe('on 6:00, off 20:30');
    expect(lampClock(20)).toBe('on 4:00, off 24:00');
    expect(lampClock(24)).toBe('on day and night');
  });
  it('says how far it hangs, in the unit that is set, and a hand where nobody measured', () => {
    expect(lampWords({ hours: 14, cm: 20 }, 'mm')).toBe('20 cm above the tallest leaves, on 6:00, off 20:00');
    expect(lampWords({ hours: null, cm: 20 }, 'inch')).toMatch(/^8 inch(es)? above/);
    expect(lampWords({ hours: null, cm: null }, 'mm')).toBe('a hand above the tallest leaves');
  });
  it('is doubted where the day is short, has no night, or it hangs far', () => {
    expect(lampDoubt({ hours: 8, cm: 20 })).toContain('14 to 16 hours');
    expect(lampDoubt({ hours: 22, cm: 20 })).toContain('a night');
    expect(lampDoubt({ hours: 15, cm: 60 })).toContain('lower');
    expect(lampDoubt({ hours: 15, cm: 20 })).toBeNull();
    expect(lampDoubt({ hours: null, cm: null })).toBeNull();
  });
});
