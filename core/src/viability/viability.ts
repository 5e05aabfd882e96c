import { type Day } from '../dates/day.ts';
import { type FieldError, needCount, needNone, needNumber } from '../errors.ts';
import { ageAt, type AgeingCrop, type StoragePeriod, storageKnown } from './ageing.ts';
import type { Evidence } from './likelihood.ts';
import { posterior } from './posterior.ts';
import { PosteriorReader, type ViabilityPoint } from './posteriorReader.ts';
import { type Acquisition, priorOf, type SeedForm } from './prior.ts';

export interface TestEvidence {
  readonly date: Day;
  readonly sown: number;
  /** Seeds that proved alive: normal + hard + fresh. */
  readonly alive: number;
}

export interface SowingEvidence {
  readonly date: Day;
  readonly sown: number;
  readonly emerged: number;
  /** Share of live seed that comes up by this method; 0.85 when left out. */
  readonly emergence?: number | null | undefined;
}

export interface ViabilityInput {
  readonly crop: AgeingCrop;
  readonly form: SeedForm;
  readonly acquisition: Acquisition;
  /** Day from which the seed ages: its harvest. */
  readonly start: Day;
  /** Germination printed on the packet, 0..1. */
  readonly stated?: number | null | undefined;
  readonly storage: readonly StoragePeriod[];
  readonly tests: readonly TestEvidence[];
  readonly sowings: readonly SowingEvidence[];
  readonly at: readonly Day[];
  readonly threshold?: number | undefined;
  /** True where the start is a guess over years. */
  readonly ageUnsure?: boolean | undefined;
  /** Factor on the spread of the prior, 1 when left out. */
  readonly spread?: number | undefined;
}

/** Whether its age in reference years is known well enough for the narrower spread: its storage, beyond assumptions, and its year. */
export function isSureOfAge(lot: Pick<ViabilityInput, 'storage' | 'ageUnsure'>): boolean {
  return storageKnown(lot.storage) && lot.ageUnsure !== true;
}

export const DEFAULT_EMERGENCE = 0.85;
export const DEFAULT_THRESHOLD = 0.7;

export interface DatedViability extends ViabilityPoint {
  readonly date: Day;
}

export interface ViabilityEstimate {
  readonly points: readonly DatedViability[];
  readonly posterior: { readonly kMean: number; readonly sigmaYearsMedian: number };
}

/**
 * Viability of one lot on the dates asked for, with a 90 % band: the probit survival model of Ellis &
 * Roberts (1980) with a prior from crop, form and packet, and every test and sowing as evidence.
 * Throws a CoreError for impossible counts, shares outside 0..1, and dates before the start.
 */
export function viability(input: ViabilityInput): ViabilityEstimate {
  const reader = viabilityReader(input);
  const ages = ageAt(input.crop, input.start, input.storage, input.at);
  const threshold = input.threshold ?? DEFAULT_THRESHOLD;
  return {
    points: input.at.map((date, i) => ({ date, ...reader.at(ages[i] as number, threshold) })),
    posterior: reader.summary(),
  };
}

/** What of dates and counts cannot be: days before the start, and more seeds up than were sown. */
export function evidenceErrors({ start, at, tests, sowings }: Pick<ViabilityInput, 'start' | 'at' | 'tests' | 'sowings'>): FieldError[] {
  const early = (path: string, day: Day): FieldError[] =>
    day < start ? [{ path, message: `must be on or after the start, ${start}` }] : [];
  const many = (path: string, up: number, sown: number): FieldError[] =>
    up > sown ? [{ path, message: `must not be more than the ${String(sown)} sown` }] : [];
  return [
    ...at.flatMap((day, i) => early(`at[${String(i)}]`, day)),
    ...tests.flatMap((t, i) => [...early(`tests[${String(i)}].date`, t.date), ...many(`tests[${String(i)}].alive`, t.alive, t.sown)]),
    ...sowings.flatMap((s, i) => [
      ...early(`sowings[${String(i)}].date`, s.date),
      ...many(`sowings[${String(i)}].emerged`, s.emerged, s.sown),
    ]),
  ];
}

/** The posterior of one lot, to be asked for single quantiles; see `viability`. */
export function viabilityReader(input: ViabilityInput): PosteriorReader {
  const { crop, start } = input;
  needNumber('viability', 'crop.halfLifeYears', crop.halfLifeYears, Number.MIN_VALUE);
  needNumber('viability', 'crop.freshGermination', crop.freshGermination, 0, 1);
  needNumber('viability', 'threshold', input.threshold ?? DEFAULT_THRESHOLD, 1e-9, 1 - 1e-9);
  const seen = [
    ...input.tests.map((t, i) => ({ path: `tests[${String(i)}]`, date: t.date, sown: t.sown, alive: t.alive, emergence: null })),
    ...input.sowings.map((s, i) => ({
      path: `sowings[${String(i)}]`,
      date: s.date,
      sown: s.sown,
      alive: s.emerged,
      emergence: s.emergence ?? DEFAULT_EMERGENCE,
    })),
  ];
  needNone('viability', evidenceErrors(input));
  for (const e of seen) {
    needCount('viability', `${e.path}.sown`, e.sown);
    needCount('viability', `${e.path}.alive`, e.alive);
    if (e.emergence !== null) needNumber('viability', `${e.path}.emergence`, e.emergence, 1e-9, 1);
  }
  const ages = ageAt(
    crop,
    start,
    input.storage,
    seen.map((e) => e.date),
  );
  const evidence: Evidence[] = seen.map((e, i) => ({
    age: ages[i] as number,
    sown: e.sown,
    alive: e.alive,
    emergence: e.emergence,
  }));
  const prior = priorOf(crop, input.form, input.acquisition, input.stated, isSureOfAge(input), input.spread ?? 1);
  return new PosteriorReader(posterior(prior, evidence));
}
