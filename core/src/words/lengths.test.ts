import { describe, expect, it } from 'vitest';
import { depth, distance, inches, length } from './lengths.ts';
import { warmth, warmthRange } from './warmth.ts';

describe('lengths and warmth by setting', () => {
  it.each([
    [0, '0'],
    [0.5, '1/8'],
    [3, '1/8'],
    [6, '1/4'],
    [12, '1/2'],
    [25, '1'],
    [38, '1 1/2'],
    [51, '2'],
  ])('%d mm is %s of an inch as a rule shows it', (mm, expected) => {
    expect(inches(mm)).toBe(expected);
  });
  it('never says that seed which is covered lies on the surface', () => {
    expect(depth(1, 'inch')).toBe('1/8 inch');
    expect(depth(6)).toBe('6 mm');
    expect(length(45, 'inch')).toBe('18 inch');
    expect(distance(800, 'mm')).toBe('800 m');
    expect(distance(100, 'inch')).toBe('330 feet');
    expect(distance(1, 'inch')).toBe('3 feet');
  });
  it('warmth in the set unit, one figure where both ends are the same', () => {
    expect(warmth(20, 'F')).toBe('68 °F');
    expect(warmthRange(18, 24, 'C')).toBe('18 to 24 °C');
    expect(warmthRange(18, 24, 'F')).toBe('64 to 75 °F');
    expect(warmthRange(20, 20, 'C')).toBe('20 °C');
  });
});
