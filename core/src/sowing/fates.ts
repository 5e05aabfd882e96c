import type { Crop } from '../crops/crop.ts';
import { addDays, type Day } from '../dates/day.ts';

/** How a sowing was made. The factor is the share of live seed that comes up by it, until counts say better. */
export const SOWING_METHODS = ['heated-cells', 'cells', 'pot', 'open-ground'] as const;
export type SowingMethod = (typeof SOWING_METHODS)[number];
/** What seed is put into, some at a time: a cell of a tray, a pot, a station in the ground. */
export type SownPlace = 'cell' | 'pot' | 'station';

export const SOWING_METHOD_FACTS: Readonly<
  Record<SowingMethod, { readonly words: string; readonly emergence: number; readonly place: SownPlace }>
> = {
  'heated-cells': { words: 'cells on a warm mat', emergence: 0.9, place: 'cell' },
  cells: { words: 'cells', emergence: 0.85, place: 'cell' },
  pot: { words: 'a pot', emergence: 0.85, place: 'pot' },
  'open-ground': { words: 'open ground', emergence: 0.65, place: 'station' },
};

/** What became of a sowing. Only causes that speak of the seed count as evidence about the lot. */
export const FATES = [
  'came-up',
  'not-come-up',
  'damped-off',
  'eaten',
  'dried-out',
  'too-cold',
  'washed-away',
  'poor-mix',
  'leggy',
  'moved',
  'frost',
  'mixed-up',
  'thrown-out',
] as const;
export type Fate = (typeof FATES)[number];

export const FATE_FACTS: Readonly<Record<Fate, { readonly words: string; readonly speaksOfSeed: boolean; readonly why: string }>> = {
  'came-up': { words: 'came up, as far as it could', speaksOfSeed: true, why: 'the seed had a fair chance' },
  'not-come-up': {
    words: 'had a fair chance and did not come up',
    speaksOfSeed: true,
    why: 'warmth and water were right, so the seed is to blame',
  },
  'damped-off': { words: 'came up and fell over (damping off)', speaksOfSeed: false, why: 'a fungus took it, alive or not' },
  eaten: { words: 'eaten', speaksOfSeed: false, why: 'nobody knows what would have come up' },
  'dried-out': { words: 'dried out', speaksOfSeed: false, why: 'live seed dies too when the tray dries' },
  'too-cold': { words: 'too cold or too wet', speaksOfSeed: false, why: 'live seed rots in cold wet soil' },
  'washed-away': { words: 'washed away', speaksOfSeed: false, why: 'nobody knows where the seed went' },
  'poor-mix': { words: 'the mix was poor', speaksOfSeed: false, why: 'seedlings starve in it, alive or not' },
  leggy: { words: 'leggy for want of light', speaksOfSeed: false, why: 'the lamp was too far or too short a day; the seed did its part' },
  moved: { words: 'lost in moving', speaksOfSeed: false, why: 'roots were torn or dried; the seed did its part' },
  frost: { words: 'frost after planting out', speaksOfSeed: false, why: 'it stood, and the cold took it' },
  'mixed-up': {
    words: 'pots or rows mislabelled',
    speaksOfSeed: false,
    why: 'nobody knows whose seedlings these are; the lot in its envelope is as sure as before',
  },
  'thrown-out': { words: 'thrown out too early', speaksOfSeed: false, why: 'slow seed may still have come' },
};

/** Whether seedlings of a sowing go on growing after this was said of it: nothing was said yet, or only that no more will come. */
export const growsOn = (fate: string | null): boolean => fate === null || fate === 'came-up';

/** Days from sowing in which a plant has had its life; null where it stands until somebody says that it is gone. */
const STANDS_DAYS: Readonly<Record<Crop['lifeCycle'], number | null>> = {
  annual: 365,
  'tender-perennial': 365,
  biennial: 730,
  perennial: null,
};

/** Whether what was sown still grows, as far as was said, on a day. */
export function stillGrows(sownOn: Day, fate: string | null, lifeCycle: Crop['lifeCycle'], today: Day): boolean {
  const stands = STANDS_DAYS[lifeCycle];
  return growsOn(fate) && (stands === null || today < addDays(sownOn, stands));
}
