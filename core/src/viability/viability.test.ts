import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { phi } from '../numeric/normal.ts';
import { ageAt, ageingRate } from './ageing.ts';
import { EvidenceTable, logLikelihoodAt, type Evidence } from './likelihood.ts';
import { longevity } from './longevity.ts';
import { moisturePercent } from './moisture.ts';
import { posterior } from './posterior.ts';
import { PosteriorReader } from './posteriorReader.ts';
import { type Prior, priorOf } from './prior.ts';
import { viability } from './viability.ts';

const tomato = { halfLifeYears: 9, oilClass: 'oily', freshGermination: 0.93 } as const;
const onion = { halfLifeYears: 2, oilClass: 'starchy', freshGermination: 0.9 } as const;

describe('longevity with known constants', () => {
  it('follows Ellis & Roberts (1980) for barley at 10 % and 20 C', () => {
    const out = longevity({
      ke: 9.983,
      cw: 5.896,
      ch: 0.04,
      cq: 0.000428,
      moisturePercent: 10,
      temperatureC: 20,
      initial: 0.99,
      days: 1000,
      target: 0.5,
    });
    // log10 sigma = 9.983 - 5.896 - 0.8 - 0.1712 = 3.1158
    expect(out.sigmaDays).toBeCloseTo(10 ** 3.1158, 6);
    expect(out.viability).toBeCloseTo(phi(2.3263478740408408 - 1000 / 10 ** 3.1158), 10);
    expect(out.daysToTarget).toBeCloseTo(2.3263478740408408 * 10 ** 3.1158, 4);
  });

  it('is already there when the target is above the start, and null beyond a double', () => {
    const base = { ke: 9, cw: 5, ch: 0.04, cq: 0.0004, moisturePercent: 8, temperatureC: 5, initial: 0.6 };
    expect(longevity({ ...base, target: 0.9 }).daysToTarget).toBe(0);
    expect(longevity({ ...base, ke: 99_999, days: 1 })).toEqual({ sigmaDays: null, viability: null });
  });
});

describe('ageing', () => {
  it('is one in reference storage and interpolates the moisture table', () => {
    expect(moisturePercent(50, 'starchy')).toBeCloseTo(10.3 + 2 / 3, 10);
    expect(moisturePercent(5, 'oily')).toBe(3);
    expect(moisturePercent(100, 'starchy')).toBe(16);
    expect(ageingRate(tomato, 15, 50)).toBeCloseTo(1, 12);
    // 10^(0.0329 x 5 + 0.000478 x 175) at the reference moisture
    expect(ageingRate(tomato, 20, 50)).toBeCloseTo(10 ** (0.1645 + 0.08365), 10);
  });

  it('never shortens life when colder or drier', () => {
    fc.assert(
      fc.property(fc.integer({ min: -30, max: 50 }), fc.integer({ min: 0, max: 95 }), (t, rh) => {
        expect(ageingRate(onion, t, rh)).toBeLessThanOrEqual(ageingRate(onion, t + 5, rh) + 1e-12);
        expect(ageingRate(onion, t, rh)).toBeLessThanOrEqual(ageingRate(onion, t, rh + 5) + 1e-12);
      }),
    );
  });

  it('adds up periods, with unknown storage before the first', () => {
    const storage = [{ from: '2022-01-01', temperatureC: 15, rhPercent: 50 }];
    const [early, late] = ageAt(tomato, '2021-01-01', storage, ['2022-01-01', '2024-01-01']) as [number, number];
    expect(early).toBeCloseTo((ageingRate(tomato, 18, 55) * 365) / 365.25, 10);
    expect(late - early).toBeCloseTo(730 / 365.25, 10);
    expect(ageAt(tomato, '2021-01-01', [], ['2021-01-01'])).toEqual([0]);
  });
});

/** The exact answer by brute force: a fixed, very fine grid and direct formulas. */
function dense(prior: Prior, evidence: readonly Evidence[], age: number): { median: number; low: number; high: number } {
  const n = 1201;
  const m = 401;
  const normal = (x: number, sd: number): number => Math.exp(-0.5 * (x / sd) ** 2) / sd;
  const log = (k: number): number =>
    Math.log((1 - prior.dudChance) * normal(k - prior.kMean, prior.kSd) + prior.dudChance * normal(k, prior.dudSd));
  const bins = new Float64Array(20_000);
  const logs = new Float64Array(n * m);
  let best = -Infinity;
  for (let r = 0; r < m; r++) {
    const t = -5 + (10 * r) / (m - 1);
    const inverse = Math.exp(-(prior.logSigmaMean + t * prior.logSigmaSd));
    for (let j = 0; j < n; j++) {
      const k = -8 + (16 * j) / (n - 1);
      let l = log(k) - 0.5 * t * t;
      for (const e of evidence) l += logLikelihoodAt(k - e.age * inverse, e);
      logs[r * n + j] = l;
      if (l > best) best = l;
    }
  }
  let total = 0;
  for (let r = 0; r < m; r++) {
    const t = -5 + (10 * r) / (m - 1);
    const inverse = Math.exp(-(prior.logSigmaMean + t * prior.logSigmaSd));
    for (let j = 0; j < n; j++) {
      const w = Math.exp((logs[r * n + j] as number) - best);
      if (w < 1e-12) continue;
      const bin = Math.min(bins.length - 1, Math.floor(phi(-8 + (16 * j) / (n - 1) - age * inverse) * bins.length));
      bins[bin] = (bins[bin] as number) + w;
      total += w;
    }
  }
  const at = (q: number): number => {
    let sum = 0;
    for (let i = 0; i < bins.length; i++) {
      sum += bins[i] as number;
      if (sum >= q * total) return (i + 0.5) / bins.length;
    }
    return 1;
  };
  return { median: at(0.5), low: at(0.05), high: at(0.95) };
}

describe('posterior', () => {
  const test = (age: number, sown: number, alive: number): Evidence => ({ age, sown, alive, emergence: null });
  const cases: readonly (readonly [string, Prior, readonly Evidence[], number])[] = [
    ['nothing known', priorOf(tomato, 'raw', 'donated', null, false), [], 4],
    ['20 of 100 against a packet that says 95 %', priorOf(tomato, 'raw', 'purchased', 0.95, true), [test(2, 100, 20)], 3],
    ['a test of ten', priorOf(onion, 'raw', 'saved', null, true), [test(1.5, 10, 7)], 2],
    [
      'two tests and a tray',
      priorOf(onion, 'raw', 'saved', null, true),
      [test(1, 25, 21), test(2, 20, 9), { age: 1.5, sown: 24, alive: 14, emergence: 0.85 }],
      2.5,
    ],
    ['four thousand seeds, old', priorOf(tomato, 'raw', 'purchased', 0.95, true), [test(10, 4000, 2400)], 12],
    ['nothing alive of old seed of unknown storage', priorOf(onion, 'raw', 'saved', null, false), [test(12, 20, 0)], 12],
    ['nothing alive of old seed, two years on', priorOf(onion, 'raw', 'saved', null, false), [test(12, 20, 0)], 16],
    ['all of a tray without loss', priorOf(tomato, 'raw', 'saved', null, true), [{ age: 1, sown: 40, alive: 40, emergence: 1 }], 2],
  ];

  it.each(cases)('is within 0.005 of a dense reference: %s', (_name, prior, evidence, age) => {
    const reader = new PosteriorReader(posterior(prior, evidence));
    const p = reader.at(age, 0.7);
    const exact = dense(prior, evidence, age);
    expect(Math.abs(p.median - exact.median)).toBeLessThan(0.005);
    expect(Math.abs(p.low - exact.low)).toBeLessThan(0.005);
    expect(Math.abs(p.high - exact.high)).toBeLessThan(0.005);
    if (p.low > 0) expect(Math.abs(reader.chanceAtLeast(p.low, age) - 0.95)).toBeLessThan(1e-3);
  });

  it('believes a large count that contradicts the packet', () => {
    const p = new PosteriorReader(posterior(priorOf(tomato, 'raw', 'purchased', 0.95, true), [test(1, 100, 20)])).at(1, 0.7);
    expect(p.atLeast).toBeLessThan(0.001);
    expect(p.high).toBeLessThan(0.35);
  });

  it.each([20, 48, 49, 50, 400, 5000])('gives a sowing of %i seeds the beta-binomial of its definition', (sown) => {
    const e: Evidence = { age: 1, sown, alive: Math.round(sown * 0.6), emergence: 0.85 };
    for (const z of [-2, -0.3, 0.4, 1.7]) {
      const a = 9 * 0.85 * phi(z);
      const b = 9 - a;
      let plain = 0;
      for (let i = 0; i < e.alive; i++) plain += Math.log(a + i);
      for (let i = 0; i < e.sown - e.alive; i++) plain += Math.log(b + i);
      // Constants of the data are left out of the likelihood: the first factor of each is taken without a + b.
      plain -= Math.log(9 * 0.85);
      expect(Math.abs(logLikelihoodAt(z, e) - plain)).toBeLessThan(1e-6);
    }
  });

  it('tabulates a likelihood to within 1e-5 of the formula', () => {
    for (const e of [test(1, 400, 371), { age: 1, sown: 60, alive: 31, emergence: 0.85 }, { age: 1, sown: 12, alive: 12, emergence: 1 }]) {
      const table = new EvidenceTable(e);
      const shift = table.at(0) - logLikelihoodAt(0, e);
      for (let z = -14; z < 14; z += 0.0173) expect(Math.abs(table.at(z) - shift - logLikelihoodAt(z, e))).toBeLessThan(1e-5);
    }
  });

  it('reports a beta of the same mean, and a median that falls with time', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 60 }), fc.integer({ min: 1, max: 60 }), (alive, extra) => {
        const reader = new PosteriorReader(posterior(priorOf(onion, 'raw', 'saved', null, true), [test(1, alive + extra, alive)]));
        const a = reader.at(1, 0.7);
        const b = reader.at(3, 0.7);
        expect(a.low).toBeLessThanOrEqual(a.median);
        expect(a.median).toBeLessThanOrEqual(a.high);
        expect(b.median).toBeLessThan(a.median + 1e-9);
        if (a.alpha !== null && a.beta !== null) expect(a.alpha / (a.alpha + a.beta)).toBeCloseTo(a.mean, 9);
      }),
      { numRuns: 25 },
    );
  });
});

describe('viability of a lot', () => {
  const lot = {
    crop: tomato,
    form: 'raw',
    acquisition: 'donated',
    start: '2020-10-01',
    storage: [{ from: '2020-10-01', temperatureC: 15, rhPercent: 50 }],
    tests: [],
    sowings: [],
    at: ['2020-10-01', '2029-10-01'],
  } as const;

  it('without evidence follows the prior: the crop halves in its half-life', () => {
    const [start, later] = viability(lot).points;
    expect(start?.median).toBeCloseTo(0.925, 2);
    // The fresh germination of 0.93 gives K = 1.476 where the half-life is told for 0.95: a little below one half.
    expect(later?.median).toBeGreaterThan(0.38);
    expect(later?.median).toBeLessThan(0.5);
  });

  it('pellets live shorter, and a sowing says less than a test of the same size', () => {
    const at = ['2025-10-01'];
    const median = (change: object): number => viability({ ...lot, at, ...change } as never).points[0]?.median as number;
    expect(median({ form: 'pelleted' })).toBeLessThan(median({}) - 0.2);
    const width = (change: object): number => {
      const p = viability({ ...lot, at, ...change } as never).points[0];
      return (p?.high as number) - (p?.low as number);
    };
    const tested = width({ tests: [{ date: '2025-09-01', sown: 40, alive: 30 }] });
    const sown = width({ sowings: [{ date: '2025-09-01', sown: 40, emerged: 26 }] });
    expect(tested).toBeLessThan(sown);
    expect(sown).toBeLessThan(width({}));
  });

  it('names the field of impossible input', () => {
    expect(() => viability({ ...lot, tests: [{ date: '2025-01-01', sown: 10, alive: 11 }] })).toThrow('tests[0].alive');
    expect(() => viability({ ...lot, at: ['2019-01-01'] })).toThrow('at[0]');
  });
});
