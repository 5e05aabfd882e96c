import { posterior, PosteriorReader, priorOf } from '@esprel/core';
import { coverage, WORLDS } from './coverage.ts';
import { inTurns, note } from './measure.ts';
import { plainPosterior } from './plainPosterior.ts';

/** The belief of one lot: its milliseconds, and against a textbook loop over the same grid. */
export async function onePosterior(): Promise<void> {
  const crop = { halfLifeYears: 9, oilClass: 'oily', freshGermination: 0.93 } as const;
  const prior = priorOf(crop, 'cleaned', 'donated', null, true);
  const evidence = [1, 2, 3, 4, 5].map((age, i) => ({ age, sown: 50, alive: 46 - 3 * i, emergence: null }));
  const ages = Array.from({ length: 20 }, (_, i) => i / 2);
  const fast = (): { mean: number; variance: number }[] => {
    const reader = new PosteriorReader(posterior(prior, evidence));
    return ages.map((age) => reader.moments(age));
  };
  const whole = (): unknown => {
    const reader = new PosteriorReader(posterior(prior, evidence));
    return ages.map((age) => reader.at(age, 0.7));
  };
  const grid = posterior(prior, evidence);
  const [wholeMs = NaN, quick = NaN, plain = NaN] = await inTurns([whole, fast, () => plainPosterior(prior, evidence, grid, ages)], 100);
  const reference = plainPosterior(prior, evidence, grid, ages);
  const apart = Math.max(...fast().map((p, i) => Math.abs(p.mean - (reference[i]?.mean ?? NaN))));
  note({
    what: 'posterior of one lot, 81 x 81, 5 tests, 20 dates with all quantiles',
    measured: `${wholeMs.toFixed(2)} ms`,
    budget: 'under 4 ms',
    kept: wholeMs < 4,
  });
  note({
    what: 'the same (means of 20 dates) against a textbook loop over the same grid',
    measured: `${(plain / quick).toFixed(1)}x faster`,
    budget: 'at least 15x',
    kept: plain / quick >= 15,
  });
  note({ what: 'largest difference of their means', measured: apart.toExponential(1), budget: 'at most 1e-6', kept: apart <= 1e-6 });
}

/** How often the truth lies where it is said to, in libraries that are drawn. */
export function covered(): void {
  for (const { name, faults, least, most } of WORLDS) {
    const c = coverage(faults, 3000);
    const percent = (x: number): string => `${(100 * x).toFixed(1)} %`;
    const fine = (x: number): boolean => x >= least && x <= most;
    note({
      what: `${name}: truth within the 90 % interval today, and in two years (3,000 lots; said to be above the line ${percent(c.saidAbove)}, are ${percent(c.aboveLine)})`,
      measured: `${percent(c.today)}, ${percent(c.inTwoYears)}`,
      budget: `${percent(least)} to ${percent(most)}`,
      kept: fine(c.today) && fine(c.inTwoYears),
    });
  }
}
