import { logNormalDensity, probit } from '../numeric/normal.ts';
import { type AgeingCrop, PROBIT_95 } from './ageing.ts';

export type SeedForm = 'raw' | 'cleaned' | 'pelleted' | 'primed' | 'treated';
export type Acquisition = 'donated' | 'purchased' | 'saved';

/** How much shorter the handling of the seed makes its life. */
export const FORM_FACTOR: Readonly<Record<SeedForm, number>> = {
  raw: 1,
  cleaned: 1,
  pelleted: 0.4,
  primed: 0.35,
  treated: 1,
};

/** Chance that a lot is a dud: badly harvested, cooked in a car, or not what the label says. */
export const DUD_CHANCE = 0.03;
const DUD_SD = 1.2;

export interface Prior {
  /** Probit of the share alive at the start. */
  readonly kMean: number;
  readonly kSd: number;
  /** ln of the reference years for one probit of loss. */
  readonly logSigmaMean: number;
  readonly logSigmaSd: number;
  readonly dudChance: number;
  readonly dudSd: number;
}

/**
 * What is believed of a lot before anybody counted it. `stated` is the figure on the packet (0..1).
 * `storageKnown` is true as soon as one period of its storage is known.
 */
export function priorOf(
  crop: AgeingCrop,
  form: SeedForm,
  acquisition: Acquisition,
  stated: number | null | undefined,
  storageKnown: boolean,
): Prior {
  const start = Math.min(0.99, Math.max(0.01, stated ?? crop.freshGermination));
  const kSd = stated != null ? 0.2 : acquisition === 'purchased' ? 0.45 : 0.6;
  return {
    kMean: probit(start),
    kSd,
    logSigmaMean: Math.log((crop.halfLifeYears / PROBIT_95) * FORM_FACTOR[form]),
    logSigmaSd: storageKnown ? 0.35 : 0.7,
    dudChance: DUD_CHANCE,
    dudSd: DUD_SD,
  };
}

/** Log prior density of K (not of sigma): a normal part and a small broad part for duds. */
export function priorLogDensity(prior: Prior): (k: number) => number {
  const soundTop = Math.log(1 - prior.dudChance) + logNormalDensity(0, 0, prior.kSd);
  const dudTop = Math.log(prior.dudChance) + logNormalDensity(0, 0, prior.dudSd);
  return (k) => {
    const a = (k - prior.kMean) / prior.kSd;
    const b = k / prior.dudSd;
    const sound = soundTop - 0.5 * a * a;
    const dud = dudTop - 0.5 * b * b;
    const gap = sound - dud;
    // Beyond 36 the smaller part is below the last bit of the larger.
    if (gap > 36) return sound;
    if (gap < -36) return dud;
    return dud + Math.log1p(Math.exp(gap));
  };
}
