import { capital } from '../words/words.ts';
import type { PatchCrossing } from './patchCrossing.ts';

/** A share of seed as people say it: `about 6 in 100`, `about 3 in 1000`, `hardly any`. */
export function crossedInHundred(share: number): string {
  if (share < 0.0005) return 'hardly any';
  if (share < 0.0095) return `about ${String(Math.max(1, Math.round(share * 1000)))} in 1000`;
  return `about ${String(Math.round(share * 100))} in 100`;
}

/** A share as a figure beside others: `3.1 %`, `12 %`, `under 0.1 %`. */
export function percentOf(share: number): string {
  if (share === 0) return '0 %';
  if (share < 0.001) return 'under 0.1 %';
  const percent = share * 100;
  return `${percent < 9.95 ? percent.toFixed(1).replace(/\.0$/, '') : String(Math.round(percent))} %`;
}

/** Between which two shares it lies, as whole numbers of a hundred where they are large enough: `between 4 and 9`. */
export function crossedBetween(low: number, high: number): string {
  const [a, b] = [low, high].map((s) => percentOf(s).replace(' %', ''));
  return a === b ? `about ${a ?? ''}` : `between ${a ?? ''} and ${b ?? ''}`;
}

/** What there is to say instead of a figure. */
export const INSTEAD_WORDS: Readonly<Record<NonNullable<PatchCrossing['instead']>, string>> = {
  alone: 'A plant alone cannot fertilise itself: nearly all its seed, if any, comes from others’ pollen. Grow several side by side.',
  'one-sex': 'Male and female flowers are on different plants, and this is one: keep several until both are there.',
  'not-on-plan': 'Where it grows is not on the plan, so nobody can say what it would cross with.',
};

/** The heading over a patch: what would be crossed of its seed. */
export function crossedTitle(crossing: Pick<PatchCrossing, 'share'>): string {
  const words = crossedInHundred(crossing.share);
  return `${capital(words)} would be crossed`;
}
