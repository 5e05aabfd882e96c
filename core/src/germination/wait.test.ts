import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { logBeta, logGamma } from '../numeric/gamma.ts';
import { phi } from '../numeric/normal.ts';
import { betaBinomial, clearChance, testSize } from './testSize.ts';
import { type WaitInput, waitOrCall } from './wait.ts';

/** The same by a plain double sum over a fine grid of ln pace, without logs of differences, zooming or cut-offs. */
function plain({ sown, counts, prior, usualDays, slowShare = 0 }: WaitInput): { chances: number[]; after: (day: number) => number } {
  const mean = (Math.log(usualDays.min) + Math.log(usualDays.max)) / 2;
  const sd = Math.max(0.1, (Math.log(usualDays.max) - Math.log(usualDays.min)) / 3.289707);
  const quick = (day: number, l: number): number => (day === 0 ? 0 : phi((Math.log(day) - l - mean) / sd));
  const f = (day: number, l: number): number => (1 - slowShare) * quick(day, l) + slowShare * quick(day / 2, l);
  const x = counts.reduce((s, c) => s + c.alive, 0);
  const last = counts.at(-1)?.day ?? 0;
  const joint: { l: number; p: number[] }[] = [];
  for (let l = -2.5; l <= 2.5; l += 0.002) {
    let base = Math.exp(-0.5 * (l / 0.3) ** 2);
    counts.forEach((c, i) => (base *= (f(c.day, l) - f(counts[i - 1]?.day ?? 0, l)) ** c.alive));
    const p = Array.from({ length: sown - x + 1 }, (_, m) => {
      const n = sown - x;
      const ways = logGamma(n + 1) - logGamma(m + 1) - logGamma(n - m + 1) + logBeta(prior.alpha + x + m, prior.beta + n - m);
      return base * Math.exp(ways) * (1 - f(last, l)) ** m;
    });
    joint.push({ l, p });
  }
  const total = joint.reduce((s, j) => s + j.p.reduce((a, b) => a + b, 0), 0);
  return {
    chances: Array.from({ length: sown - x + 1 }, (_, m) => joint.reduce((s, j) => s + (j.p[m] as number), 0) / total),
    after: (day) =>
      joint.reduce((s, j) => s + (j.p.reduce((a, p, m) => a + p * m, 0) * (1 - f(day, j.l))) / Math.max(1e-300, 1 - f(last, j.l)), 0) /
      total,
  };
}

const parsnip: WaitInput = {
  sown: 50,
  counts: [
    { day: 8, alive: 3 },
    { day: 12, alive: 11 },
  ],
  today: 12,
  prior: { alpha: 6, beta: 4 },
  usualDays: { min: 6, max: 28 },
};

describe('wait or call', () => {
  it.each<[string, WaitInput]>([
    ['slow seed half way', parsnip],
    ['before any count', { ...parsnip, counts: [], today: 0 }],
    ['seed that straggles', { ...parsnip, slowShare: 0.3 }],
    ['all of it slow, nothing seen', { ...parsnip, slowShare: 1, counts: [{ day: 14, alive: 0 }], today: 14 }],
    [
      'counts that found nothing',
      {
        ...parsnip,
        counts: [
          { day: 10, alive: 0 },
          { day: 21, alive: 0 },
        ],
        today: 21,
      },
    ],
    [
      'quick seed, almost done',
      {
        sown: 20,
        counts: [
          { day: 4, alive: 12 },
          { day: 7, alive: 4 },
        ],
        today: 9,
        prior: { alpha: 0.7, beta: 0.4 },
        usualDays: { min: 4, max: 7 },
      },
    ],
    [
      'far later than usual',
      {
        sown: 12,
        counts: [
          { day: 20, alive: 2 },
          { day: 26, alive: 3 },
        ],
        today: 30,
        prior: { alpha: 3, beta: 2 },
        usualDays: { min: 5, max: 10 },
      },
    ],
  ])('agrees with a plain dense sum: %s', (_name, input) => {
    const { chances, after } = plain(input);
    const got = waitOrCall(input);
    expect(got.expectedMore).toBeCloseTo(
      chances.reduce((s, p, m) => s + p * m, 0),
      4,
    );
    const upTo = (m: number): number => chances.slice(0, m + 1).reduce((a, b) => a + b, 0);
    expect(upTo(got.moreLow)).toBeGreaterThanOrEqual(0.05 - 1e-6);
    expect(upTo(got.moreLow - 1)).toBeLessThan(0.05 + 1e-6);
    expect(upTo(got.moreHigh)).toBeGreaterThanOrEqual(0.95 - 1e-6);
    expect(upTo(got.moreHigh - 1)).toBeLessThan(0.95 + 1e-6);
    expect(after(got.callOn)).toBeLessThan(0.5);
    if (got.callOn > input.today) expect(after(got.callOn - 1)).toBeGreaterThanOrEqual(0.5);
  });

  it('waits for slow seed, and calls once nothing more is to be had', () => {
    const waiting = waitOrCall(parsnip);
    expect(waiting.advice).toBe('wait');
    expect(waiting.callOn).toBeGreaterThan(20);
    const done = waitOrCall({
      ...parsnip,
      counts: [...parsnip.counts, { day: 20, alive: 14 }, { day: 28, alive: 1 }, { day: 44, alive: 0 }],
      today: 44,
    });
    expect(done).toMatchObject({ advice: 'call', callOn: 44, moreLow: 0 });
    expect(done.finalShare.median).toBeCloseTo(29 / 50, 1);
  });

  it('waits longer where some of the seed straggles', () => {
    const kept = { ...parsnip, counts: [...parsnip.counts, { day: 20, alive: 14 }, { day: 28, alive: 2 }], today: 28 };
    expect(waitOrCall({ ...kept, slowShare: 0.25 }).callOn).toBeGreaterThan(waitOrCall(kept).callOn);
    expect(waitOrCall({ ...kept, slowShare: 0.25 }).expectedMore).toBeGreaterThan(waitOrCall(kept).expectedMore);
    expect(() => waitOrCall({ ...kept, slowShare: 1.2 })).toThrow('slowShare');
  });

  it('takes late first seedlings as a slow test, not as dead seed', () => {
    const usual: WaitInput = {
      ...parsnip,
      usualDays: { min: 5, max: 14 },
      counts: [
        { day: 10, alive: 0 },
        { day: 14, alive: 9 },
      ],
      today: 14,
    };
    const late = waitOrCall(usual);
    expect(late.pace).toBeGreaterThan(1.2);
    expect(late.expectedMore).toBeGreaterThan(6);
    const early = waitOrCall({
      ...usual,
      counts: [
        { day: 10, alive: 9 },
        { day: 14, alive: 0 },
      ],
    });
    expect(early.expectedMore).toBeLessThan(late.expectedMore / 3);
  });

  it('has nothing to wait for when every seed is up, and when seed sprouted in the cold learns nothing of the pace', () => {
    expect(waitOrCall({ ...parsnip, sown: 14 })).toMatchObject({ expectedMore: 0, moreHigh: 0, advice: 'call', callOn: 12 });
    const cold = waitOrCall({ ...parsnip, sown: 10, counts: [{ day: 0, alive: 4 }], today: 0 });
    expect(cold.pace).toBeCloseTo(1, 1);
    expect(cold.finalShare.low).toBeGreaterThanOrEqual(0.4);
  });

  it('keeps its figures in order, whatever was counted', () => {
    const count = fc.record({ gap: fc.integer({ min: 1, max: 30 }), alive: fc.integer({ min: 0, max: 12 }) });
    fc.assert(
      fc.property(
        fc.array(count, { maxLength: 5 }),
        fc.integer({ min: 0, max: 40 }),
        fc.double({ min: 0.05, max: 300, noNaN: true }),
        (rows, spare, alpha) => {
          let day = 0;
          const counts = rows.map((r) => ({ day: (day += r.gap), alive: r.alive }));
          const sown = counts.reduce((s, c) => s + c.alive, 1) + spare;
          const got = waitOrCall({ sown, counts, today: day, prior: { alpha, beta: 3 }, usualDays: { min: 5, max: 14 } }, [
            day + 3,
            day + 9,
          ]);
          const up = counts.reduce((s, c) => s + c.alive, 0) / sown;
          expect(got.moreLow).toBeLessThanOrEqual(got.moreHigh);
          expect(got.expectedMore).toBeLessThanOrEqual(sown * (1 - up) + 1e-9);
          expect(got.finalShare.low).toBeGreaterThanOrEqual(up - 1e-12);
          expect(got.finalShare.high).toBeLessThanOrEqual(1);
          expect(got.callOn).toBeGreaterThanOrEqual(day);
          const [soon, later] = got.ahead as [(typeof got.ahead)[0], (typeof got.ahead)[0]];
          expect(soon.median).toBeLessThanOrEqual(later.median + 1e-12);
          expect(later.high).toBeLessThanOrEqual(got.finalShare.high + 1e-12);
        },
      ),
      { numRuns: 60 },
    );
  });
});

describe('how many seeds a test needs', () => {
  it('agrees with counting out every outcome', () => {
    const belief = { alpha: 7, beta: 3, threshold: 0.7, certainty: 0.9 };
    // Chance above the line by a plain sum over shares, for every number alive.
    const n = 25;
    let clear = 0;
    for (let k = 0; k <= n; k++) {
      let all = 0;
      let above = 0;
      for (let v = 0.0005; v < 1; v += 0.001) {
        const p = v ** (6 + k) * (1 - v) ** (2 + n - k);
        all += p;
        if (v >= 0.7) above += p;
      }
      const ways = Math.exp(logGamma(n + 1) - logGamma(k + 1) - logGamma(n - k + 1) + logBeta(7 + k, 3 + n - k) - logBeta(7, 3));
      if (above / all >= 0.9 || above / all <= 0.1) clear += ways;
    }
    expect(clearChance(n, belief)).toBeCloseTo(clear, 6);
    expect(betaBinomial(n, 7, 3).reduce((a, b) => a + b, 0)).toBeCloseTo(1, 12);
  });

  it('advises the smallest test that is clear enough, else the largest there is seed for', () => {
    const open = { alpha: 1, beta: 1, threshold: 0.7, certainty: 0.9 };
    const plenty = testSize({ ...open, spendable: 400 });
    expect(plenty.options.map((o) => o.seeds)).toEqual([10, 20, 25, 30, 40, 50, 75, 100, 200, 400]);
    const best = plenty.options.find((o) => o.clear >= 0.8)!;
    expect(plenty.recommended).toBe(best.seeds);
    const few = testSize({ alpha: 35, beta: 15, threshold: 0.7, certainty: 0.95, spendable: 33 });
    expect(few.recommended).toBe(30);
    expect(few.options.at(-1)!.clear).toBeLessThan(0.8);
    expect(testSize({ ...open, spendable: 9 })).toEqual({ options: [], recommended: null });
  });

  it('asks for more seeds the nearer the lot lies to the line', () => {
    const at = (alpha: number): number => clearChance(50, { alpha, beta: 20 - alpha, threshold: 0.7, certainty: 0.9 });
    expect(at(19)).toBeGreaterThan(at(14));
    expect(at(4)).toBeGreaterThan(at(14));
  });
});
