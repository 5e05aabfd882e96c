import { describe, expect, it } from 'vitest';
import { CROP_REFERENCE } from '../crops/reference.ts';
import { depth } from './lengths.ts';
import { fromTo, span } from './ranges.ts';
import { warmthRange } from './warmth.ts';

describe('ranges in words', () => {
  it('say their unit once, and one figure where both ends are the same', () => {
    expect(fromTo('6 mm', '8 mm')).toBe('6 to 8 mm');
    expect(fromTo('1/4 inch', '1 1/2 inch')).toBe('1/4 to 1 1/2 inch');
    expect(fromTo('Tue 6 Apr', 'Tue 6 Apr')).toBe('Tue 6 Apr');
    expect(fromTo('Tue 6 Apr', 'Thu 8 Apr')).toBe('Tue 6 Apr to Thu 8 Apr');
    expect(fromTo('8 Feb 2027', '3 Mar 2027')).toBe('8 Feb 2027 to 3 Mar 2027');
    expect(span(3, 3, 'week')).toBe('3 weeks');
    expect(span(1, 1, 'cell')).toBe('1 cell');
    expect(span(3, 5, 'day')).toBe('3 to 5 days');
    expect(span(-2, 4)).toBe('-2 to 4');
  });

  it('never repeat themselves for any crop, in either unit', () => {
    for (const c of CROP_REFERENCE) {
      const said = [
        span(c.emergeMinD, c.emergeMaxD, 'day'),
        ...(c.startWeeksMin === null || c.startWeeksMax === null ? [] : [span(c.startWeeksMin, c.startWeeksMax, 'week')]),
        ...(['C', 'F'] as const).map((unit) => warmthRange(c.soilOptLowC, c.soilOptHighC, unit)),
        ...(['mm', 'inch'] as const).map((unit) => fromTo(depth(c.sowDepthMm, unit), depth(c.sowDepthMm, unit))),
      ];
      for (const words of said) {
        expect(words, c.key).not.toMatch(/^(.+) to \1\b/);
        expect(words, c.key).not.toMatch(/(^|[^\d.])1 (days|weeks|cells)/);
      }
    }
  });
});
