import { logNormalDensity, probit } from '../numeric/normal.ts';
import { type AgeingCrop, PROBIT_95 } from './ageing.ts';

export const FORMS = ['raw', 'cleaned', 'pelleted', 'primed', 'treated'] as const;
export type SeedForm = (typeof FORMS)[number];
export const ACQUISITIONS = ['donated', 'purchased', 'saved'] as const;
export type Acquisition = (typeof ACQUISITIONS)[number];

/** How much shorter the handling of the seed makes its life. */
export const FORM_FACTOR: Readonly<Record<SeedForm, number>> = {
  raw: 1,
  cleaned: 1,
  pelleted: 0.4,
  primed: 0.35,
  treated: 1,
};

/** Chance that a lot is a dud: badly harvested, cooked in a car, or not what the label says. */
export const DUD_CHANCE = 0.05;
const DUD_SD = 1.2;

/**
 * Spread of ln sigma: half lives of kinds, climates of places and years on labels are less sure than they look. With 0.35 and 0.70 the
 * 90 % interval held 72 in 100 on simulated libraries with such faults (`npm run bench`, coverage).
 */
export const LIFE_SD = { known: 0.5, assumed: 0.8 } as const;

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
 * `sureOfAge` is true as soon as one period of its storage is known and not merely assumed, and its year is no guess. `spread` widens (above 1) or narrows both parts of the belief,
 * as the library's own tests taught (see `calibrate`).
 */
export function priorOf(
  crop: AgeingCrop,
  form: SeedForm,
  acquisition: Acquisition,
  stated: number | null | undefined,
  sureOfAge: boolean,
  spread = 1,
): Prior {
  const start = Math.min(0.99, Math.max(0.01, stated ?? crop.freshGermination));
  const kSd = stated != null ? 0.2 : acquisition === 'purchased' ? 0.45 : 0.6;
  return {
    kMean: probit(start),
    kSd: kSd * spread,
    // Kept within what the grid can hold: from a second to a thousand million years.
    logSigmaMean: Math.min(20, Math.max(-17, Math.log((crop.halfLifeYears / PROBIT_95) * FORM_FACTOR[form]))),
    logSigmaSd: (sureOfAge ? LIFE_SD.known : LIFE_SD.assumed) * spread,
    dudChance: DUD_CHANCE,
    dudSd: DUD_SD,
  };
}

const SOFT_STEPS = 256;
const SOFT_REACH = 36;
/** log(1 + e^-g) for g = 0..36 in steps of 1/256; between them by straight lines, within 5e-7. */
const SOFT = Float64Array.from({ length: SOFT_REACH * SOFT_STEPS + 2 }, (_, i) => Math.log1p(Math.exp(-i / SOFT_STEPS)));

/** The log prior density, ready to be asked for row after row of a grid. Constants are left out. */
export class PriorTable {
  private readonly prior: Prior;
  private readonly soundTop: number;
  private readonly dudTop: number;
  private readonly soundWidth: number;
  private readonly dudWidth: number;

  constructor(prior: Prior) {
    this.prior = prior;
    this.soundTop = Math.log(1 - prior.dudChance) + logNormalDensity(0, 0, prior.kSd);
    this.dudTop = Math.log(prior.dudChance) + logNormalDensity(0, 0, prior.dudSd);
    this.soundWidth = -0.5 / prior.kSd ** 2;
    this.dudWidth = -0.5 / prior.dudSd ** 2;
  }

  /** Of ln sigma alone. */
  logSigma(s: number): number {
    const t = (s - this.prior.logSigmaMean) / this.prior.logSigmaSd;
    return -0.5 * t * t;
  }

  /** Puts `base` plus the log density of K (a normal part and a small broad part for duds) at k0, k0 + step, ... into `out[from]` up to `out[to]` (both included). */
  putRow(base: number, k0: number, step: number, out: Float64Array, from: number, to: number): void {
    const { soundTop, dudTop, soundWidth, dudWidth } = this;
    const { kMean } = this.prior;
    for (let j = from; j <= to; j++) {
      const k = k0 + (j - from) * step;
      const a = k - kMean;
      const sound = soundTop + soundWidth * a * a;
      const dud = dudTop + dudWidth * k * k;
      const x = Math.abs(sound - dud) * SOFT_STEPS;
      const larger = sound > dud ? sound : dud;
      // Beyond the table the smaller part is below the last bit of the larger.
      if (!(x < SOFT_REACH * SOFT_STEPS)) {
        out[j] = base + larger;
        continue;
      }
      const i = x | 0;
      const low = SOFT[i] as number;
      out[j] = base + larger + low + (x - i) * ((SOFT[i + 1] as number) - low);
    }
  }
}
