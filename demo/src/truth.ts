import { ageAt, ageingCropOf, type Crop, type OwnFigure, phi, probit, type StoragePeriod, withOwnFigures } from '@esprel/core';
import type { Random } from './random.ts';

/** What nobody in the demo library knows: how long a lot really lives. Counts are drawn from it. */
export interface Truth {
  readonly crop: Crop;
  readonly start: string;
  readonly k: number;
  readonly sigma: number;
  readonly storage: StoragePeriod[];
}

const NO_OWN: Partial<Record<OwnFigure, number>> = {};

/** Draws the fate of a lot around its crop's figures: most sound, a few duds. */
export function drawTruth(random: Random, crop: Crop, start: string, form: string): Truth {
  const dud = random.chance(0.04);
  const factor = form === 'pelleted' ? 0.4 : form === 'primed' ? 0.35 : 1;
  return {
    crop,
    start,
    k: dud ? random.normal(0, 0.6) : random.normal(probit(crop.freshGermination), 0.3),
    sigma: (crop.halfLifeYears / 1.645) * factor * Math.exp(random.normal(0, 0.25)),
    storage: [],
  };
}

/** Share alive on a day. */
export function aliveOn(truth: Truth, day: string): number {
  const age = ageAt(ageingCropOf(withOwnFigures(truth.crop, NO_OWN)), truth.start, truth.storage, [day])[0] ?? 0;
  return phi(truth.k - age / truth.sigma);
}
