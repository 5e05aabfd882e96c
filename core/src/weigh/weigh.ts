import { CoreError, needCount, needNumber } from '../errors.ts';
import { studentT975 } from '../numeric/studentT.ts';

/** A few seeds counted out and weighed. */
export interface WeighedSample {
  readonly seeds: number;
  readonly grams: number;
}

export interface Weighing {
  /** Seeds in the whole, to the nearest. */
  readonly seeds: number;
  /** 95 % bounds of the seeds; null with one sample, which says nothing of its own error. */
  readonly low: number | null;
  readonly high: number | null;
  readonly gramsPerThousand: number;
  /** Coefficient of variation of the samples' grams per seed, in percent; null with one sample. */
  readonly variationPercent: number | null;
  /** The samples agree as seed-testing rules ask: variation of 4 % at most, of chaffy seed 6 %. */
  readonly trustworthy: boolean;
}

/** Largest variation of samples that agree, in percent (International Rules for Seed Testing, chapter 10: weight determination). */
export const MOST_VARIATION_PERCENT = { clean: 4, chaffy: 6 } as const;

/** Crops of the reference whose fruits are sown with their awns, hairs or chaff, so that samples of them scatter more. */
const CHAFFY_CROPS: ReadonlySet<string> = new Set([
  'fountain-grass',
  'oats',
  'french-marigold',
  'tall-marigold',
  'signet-marigold',
  'salsify',
  'strawflower',
  'gomphrena',
  'statice',
  'scabiosa',
  'cardoon',
  'globe-artichoke',
  'milkweed',
  'dahlia',
  'zinnia',
  'parsnip',
]);

/** Whether the seed of a crop counts as chaffy when it is weighed. */
export function isChaffy(cropKey: string): boolean {
  return CHAFFY_CROPS.has(cropKey);
}

/** A speck of orchid seed weighs a microgram; nobody weighs a thousand tons. Beyond, squares would overflow. */
const LIGHTEST_GRAMS = 1e-9;
const HEAVIEST_GRAMS = 1e9;

/**
 * How many seeds weigh `totalGrams`, from counted samples. Grams per seed are the sum of grams over the sum of seeds; the
 * bounds are seeds exp(-+h) with h = t(0.975, k - 1) cv / sqrt(k) for k samples.
 *
 * `chaffy` seed may scatter more and still agree. Throws a CoreError for no samples, and for seeds or grams that are not above 0 or beyond all seed.
 * `weigh([{ seeds: 100, grams: 0.3 }], 3).seeds` is 1000.
 */
export function weigh(samples: readonly WeighedSample[], totalGrams: number, chaffy = false): Weighing {
  if (samples.length === 0) throw new CoreError('weigh', 'samples', samples.length, 'needs at least one entry');
  samples.forEach((s, i) => {
    needCount('weigh', `samples[${String(i)}].seeds`, s.seeds, 1);
    needNumber('weigh', `samples[${String(i)}].grams`, s.grams, LIGHTEST_GRAMS, HEAVIEST_GRAMS);
  });
  needNumber('weigh', 'totalGrams', totalGrams, 0, HEAVIEST_GRAMS);
  const gramsPerSeed = samples.reduce((sum, s) => sum + s.grams, 0) / samples.reduce((sum, s) => sum + s.seeds, 0);
  const seeds = totalGrams / gramsPerSeed;
  needNumber('weigh', 'totalGrams', seeds, 0, Number.MAX_SAFE_INTEGER);
  const k = samples.length;
  const whole = { seeds: Math.round(seeds), gramsPerThousand: 1000 * gramsPerSeed };
  if (k === 1) return { ...whole, low: null, high: null, variationPercent: null, trustworthy: false };
  const each = samples.map((s) => s.grams / s.seeds);
  const mean = each.reduce((sum, x) => sum + x, 0) / k;
  const variance = each.reduce((sum, x) => sum + (x - mean) ** 2, 0) / (k - 1);
  const cv = Math.sqrt(variance) / mean;
  const h = (studentT975(k - 1) * cv) / Math.sqrt(k);
  return {
    ...whole,
    // Samples that have nothing in common bound nothing; exp would overflow.
    low: h > 700 ? 0 : Math.round(seeds * Math.exp(-h)),
    high: h > 700 ? null : Math.round(seeds * Math.exp(h)),
    variationPercent: 100 * cv,
    trustworthy: 100 * cv <= MOST_VARIATION_PERCENT[chaffy ? 'chaffy' : 'clean'],
  };
}
