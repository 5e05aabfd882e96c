import { describe, expect, it } from 'vitest';
import { CROP_REFERENCE } from '../crops/reference.ts';
import { asleepShare, restsUntil, sproutingWords, wakingWords } from './asleep.ts';

const crop = (key: string) => CROP_REFERENCE.find((c) => c.key === key)!;

describe('alive is not sprouting', () => {
  it('says both where they differ by more than 10 in 100', () => {
    const tests = [
      { date: '2027-01-10', alive: 40, asleep: 16 },
      { date: '2027-02-10', alive: 10, asleep: 4 },
    ];
    expect(asleepShare(tests)).toBeCloseTo(0.4, 12);
    expect(sproutingWords(0.8, 0.4, crop('sweet-pea'))).toBe(
      'About 80 in 100 are alive, but only 48 sprout untreated; the rest is asleep. To wake it: nick it, then soak it 12 hours.',
    );
    expect(sproutingWords(0.8, 0.1, crop('sweet-pea'))).toBeNull();
    expect(sproutingWords(0.8, null, crop('sweet-pea'))).toBeNull();
    expect(asleepShare([])).toBeNull();
    expect(wakingWords(crop('columbine'))).toContain('4 weeks');
    expect(wakingWords(crop('tomato'))).toBeNull();
  });
  it('fresh seed of kinds that after-ripen rests for eight weeks', () => {
    expect(restsUntil(crop('sunflower'), '2026-10-01', '2026-10-20')).toBe('2026-11-26');
    expect(restsUntil(crop('sunflower'), '2026-10-01', '2026-12-20')).toBeNull();
    expect(restsUntil(crop('tomato'), '2026-10-01', '2026-10-02')).toBeNull();
  });
});
