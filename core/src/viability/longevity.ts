import { needNumber } from '../errors.ts';
import { phi, probit } from '../numeric/normal.ts';

/** Published constants of the viability equation, by crop key; `universal` holds temperature terms only. */
export interface LongevityConstants {
  readonly cropKey: string;
  readonly ke: number | null;
  readonly cw: number | null;
  readonly ch: number;
  readonly cq: number;
  readonly source: string;
}

export const LONGEVITY_CONSTANTS: readonly LongevityConstants[] = [
  { cropKey: 'barley', ke: 9.983, cw: 5.896, ch: 0.04, cq: 0.000428, source: 'Ellis & Roberts 1980, Annals of Botany 45' },
  {
    cropKey: 'onion',
    ke: 6.975,
    cw: 3.47,
    ch: 0.04,
    cq: 0.000428,
    source: 'Ellis & Roberts 1981, Seed Science and Technology 9; temperature terms are those of barley',
  },
  { cropKey: 'soya-bean', ke: 7.748, cw: 3.979, ch: 0.053, cq: 0.000228, source: 'Ellis, Osei-Bonsu & Roberts 1982, Annals of Botany 50' },
  { cropKey: 'chickpea', ke: 9.07, cw: 4.82, ch: 0.045, cq: 0.000324, source: 'Ellis, Osei-Bonsu & Roberts 1982, Annals of Botany 50' },
  { cropKey: 'cowpea', ke: 8.69, cw: 4.715, ch: 0.026, cq: 0.000498, source: 'Ellis, Osei-Bonsu & Roberts 1982, Annals of Botany 50' },
  {
    cropKey: 'universal',
    ke: null,
    cw: null,
    ch: 0.0329,
    cq: 0.000478,
    source: 'Dickie, Ellis, Kraak, Ryder & Tompsett 1990, Annals of Botany 65',
  },
];

export interface LongevityInput {
  readonly ke: number;
  readonly cw: number;
  readonly ch: number;
  readonly cq: number;
  /** Moisture content, % of fresh weight, above 0. */
  readonly moisturePercent: number;
  readonly temperatureC: number;
  /** Share alive at the start, strictly between 0 and 1. */
  readonly initial: number;
  readonly days?: number | undefined;
  /** Share alive to wait for, strictly between 0 and 1. */
  readonly target?: number | undefined;
}

export interface Longevity {
  /** Days for one probit of loss; null when too large or too small for a double. */
  readonly sigmaDays: number | null;
  readonly viability?: number | null;
  readonly daysToTarget?: number | null;
}

/**
 * The improved viability equation with known constants: sigma = 10^(ke - cw log10 m - ch t - cq t^2)
 * days, v = Phi(probit(initial) - days / sigma). Source: Ellis & Roberts 1980, Annals of Botany 45.
 */
export function longevity(input: LongevityInput): Longevity {
  needNumber('longevity', 'moisturePercent', input.moisturePercent, Number.MIN_VALUE);
  const { ke, cw, ch, cq, temperatureC: t } = input;
  const sigma = 10 ** (ke - cw * Math.log10(input.moisturePercent) - ch * t - cq * t * t);
  const usable = Number.isFinite(sigma) && sigma > 0;
  const start = probit(input.initial);
  const out: { sigmaDays: number | null; viability?: number | null; daysToTarget?: number | null } = {
    sigmaDays: usable ? sigma : null,
  };
  if (input.days !== undefined) {
    needNumber('longevity', 'days', input.days, 0);
    out.viability = usable ? phi(start - input.days / sigma) : null;
  }
  if (input.target !== undefined) {
    const daysTo = Math.max(0, (start - probit(input.target)) * sigma);
    out.daysToTarget = usable && Number.isFinite(daysTo) ? daysTo : null;
  }
  return out;
}
