import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { betaNodes } from './betaMean.ts';
import { betaCdf, betaQuantile, digamma, logGamma } from './gamma.ts';
import { erfc, logPhi, phi, probit } from './normal.ts';
import { logPhiFast, phiFast } from './normalTable.ts';
import { rangeUpperPoint } from './studentisedRange.ts';

describe('normal distribution', () => {
  it('matches tabled values (Abramowitz & Stegun 1964, table 26.1)', () => {
    expect(phi(0)).toBeCloseTo(0.5, 15);
    expect(phi(1)).toBeCloseTo(0.841344746068543, 13);
    expect(phi(-3)).toBeCloseTo(0.00134989803163009, 15);
    expect(erfc(0.5)).toBeCloseTo(0.479500122186953, 13);
  });

  it('holds in the far tail, where Phi itself is zero', () => {
    // log Phi(-40) = -804.608442, from the asymptotic series.
    expect(logPhi(-40)).toBeCloseTo(-804.608442, 5);
    expect(logPhi(-400)).toBeLessThan(-80_000);
    expect(logPhi(9)).toBeCloseTo(-1.1286e-19, 22);
  });

  it('has the probit as its inverse', () => {
    expect(probit(0.975)).toBeCloseTo(1.959963984540054, 12);
    fc.assert(
      fc.property(fc.double({ min: 1e-12, max: 1 - 1e-12, noNaN: true }), (p) => {
        expect(Math.abs(phi(probit(p)) - p)).toBeLessThan(1e-12);
      }),
    );
    expect(() => probit(0)).toThrow('probit: p');
    expect(() => probit(Number.NaN)).toThrow('probit: p');
  });

  it('is the same from the table as computed', () => {
    fc.assert(
      fc.property(fc.double({ min: -30, max: 15, noNaN: true }), (z) => {
        expect(Math.abs(phiFast(z) - phi(z))).toBeLessThan(1e-10);
        expect(Math.abs(logPhiFast(z) - logPhi(z))).toBeLessThan(1e-8 * Math.max(1, Math.abs(logPhi(z))));
      }),
    );
  });
});

describe('digamma', () => {
  it('matches tabled values (Abramowitz & Stegun 1964, tables 6.1 and 6.2) and its recurrence', () => {
    expect(digamma(1)).toBeCloseTo(-0.5772156649015329, 11);
    expect(digamma(0.5)).toBeCloseTo(-1.9635100260214235, 11);
    expect(digamma(10)).toBeCloseTo(2.251752589066721, 11);
    for (const x of [0.01, 0.7, 3.2, 7.99, 8, 250, 1e5]) expect(digamma(x + 1) - digamma(x)).toBeCloseTo(1 / x, 9);
  });
});

describe('beta distribution', () => {
  it('matches closed forms', () => {
    expect(logGamma(5)).toBeCloseTo(Math.log(24), 12);
    expect(logGamma(0.5)).toBeCloseTo(Math.log(Math.sqrt(Math.PI)), 12);
    expect(betaCdf(0.3, 1, 1)).toBeCloseTo(0.3, 13);
    expect(betaCdf(0.5, 2, 3)).toBeCloseTo(0.6875, 13);
    expect(betaQuantile(0.6875, 2, 3)).toBeCloseTo(0.5, 12);
  });

  it('gives the exact mean and second moment by quadrature, also below 1 and for sharp lots', () => {
    for (const [a, b] of [
      [0.05, 0.2],
      [1, 1],
      [0.5, 30],
      [40, 12],
      [20_000, 3000],
    ] as const) {
      const nodes = betaNodes(a, b);
      const mean = nodes.values.reduce((s, v, i) => s + v * (nodes.weights[i] as number), 0);
      const square = nodes.values.reduce((s, v, i) => s + v * v * (nodes.weights[i] as number), 0);
      expect(mean).toBeCloseTo(a / (a + b), 9);
      expect(square).toBeCloseTo((a * (a + 1)) / ((a + b) * (a + b + 1)), 9);
    }
  });
});

describe('studentised range', () => {
  it('matches the tabled upper points at infinite degrees of freedom (Harter 1960)', () => {
    expect(rangeUpperPoint(0.05, 2)).toBeCloseTo(2.772, 3);
    expect(rangeUpperPoint(0.05, 4)).toBeCloseTo(3.633, 3);
    expect(rangeUpperPoint(0.05, 10)).toBeCloseTo(4.474, 3);
    expect(rangeUpperPoint(0.025, 4)).toBeCloseTo(3.984, 2);
  });
});
