import { describe, expect, it } from 'vitest';
import { coarsePosition } from './geo.ts';

describe('where gardens lie', () => {
  const library = { latitude: 52, longitude: 6 };
  it('is told to half a kilometre and no closer', () => {
    const here = coarsePosition(library, { eastM: 0, northM: 0 });
    expect(here).toEqual([6, 52]);
    expect(coarsePosition(library, { eastM: 120, northM: -150 })).toEqual(here);
    for (const [eastM, northM] of [
      [813, 2207],
      [-9411, 77],
    ] as const) {
      for (const degrees of coarsePosition(library, { eastM, northM })) expect((degrees * 1000) % 5).toBeCloseTo(0, 6);
    }
  });
  it('goes by how much narrower degrees of longitude are away from the equator', () => {
    expect(coarsePosition(library, { eastM: 0, northM: 111_195 })).toEqual([6, 53]);
    expect(coarsePosition({ latitude: 60, longitude: 0 }, { eastM: 55_598, northM: 0 })[0]).toBeCloseTo(1, 2);
  });
  it('refuses what is no place', () => {
    expect(() => coarsePosition({ latitude: 95, longitude: 0 }, { eastM: 0, northM: 0 })).toThrow('latitude');
    expect(() => coarsePosition(library, { eastM: NaN, northM: 0 })).toThrow('eastM');
  });
});
