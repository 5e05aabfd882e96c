import { needNumber } from '../errors.ts';
import { DAYS_PER_YEAR, type Day, dayNumber } from '../dates/day.ts';
import { moisturePercent, type OilClass } from './moisture.ts';

/** Reference storage: one year here ages seed by one reference year. */
export const REFERENCE = { temperatureC: 15, rhPercent: 50 } as const;
/** How days before the first storage period age, where nothing was assumed of them either. */
export const UNKNOWN_STORAGE = { temperatureC: 18, rhPercent: 55 } as const;
/** Used where a crop has no published constants; temperature terms of Dickie et al. 1990. */
export const UNIVERSAL = { cw: 4.6, ch: 0.0329, cq: 0.000478 } as const;
/** Log of the rate beyond which it makes no difference: nothing lives through a thousand million years. */
const FASTEST = 20.7;
/** One probit of loss is half_life_years / probit(0.95). */
export const PROBIT_95 = 1.644854;

export interface AgeingCrop {
  readonly halfLifeYears: number;
  readonly oilClass: OilClass;
  readonly freshGermination: number;
  readonly cw?: number | null | undefined;
  readonly ch?: number | null | undefined;
  readonly cq?: number | null | undefined;
}

export interface StoragePeriod {
  readonly from: Day;
  /** Mean warmth. */
  readonly temperatureC: number;
  /** Relative humidity of the air; for sealed seed that to which it was dried. */
  readonly rhPercent: number;
  /** True where nobody wrote it down and the application assumes it; such a period ages seed, but makes nothing surer. */
  readonly assumed?: boolean | undefined;
  /** Degrees by which the warmth swings to either side of its mean, over the day or the year; 0 when left out. */
  readonly swingC?: number | undefined;
  /** True where the seed takes up the damp of the air around it, at the warmth it has there. */
  readonly open?: boolean | undefined;
}

/** Whether anything is known of how seed was kept, beyond what is assumed. */
export function storageKnown(storage: readonly StoragePeriod[]): boolean {
  return storage.some((p) => p.assumed !== true);
}

/**
 * Seed in open air holds more water the colder it is: at one relative humidity half a point more at 15 C, and a point at 5 C, than the
 * table says for 25 C (sorption isotherms of Cromarty, Ellis & Roberts 1982, The Design of Seed Storage Facilities). Points of moisture.
 */
function coldMoisture(temperatureC: number): number {
  return Math.min(1, Math.max(-0.5, 0.05 * (25 - temperatureC)));
}

/** Points of a swing at which the rate is taken; of a smooth function their mean is exact beyond what is known of any shed. */
const SWING_POINTS = 12;

/** How seed is kept beyond warmth and humidity; see StoragePeriod. */
export interface Keeping {
  readonly swingC?: number | undefined;
  readonly open?: boolean | undefined;
}

/**
 * Reference years lost in one year of the given storage: 1 at 15 C and 50 %.
 * (m / m_ref)^cw * 10^(ch (T - 15) + cq (T^2 - 15^2)), after Ellis & Roberts 1980. Where the warmth swings, the mean of the rate over a
 * sine of that height: warm spells cost more than cold ones give back.
 */
export function ageingRate(crop: AgeingCrop, temperatureC: number, rhPercent: number, keeping: Keeping = {}): number {
  needNumber('ageingRate', 'temperatureC', temperatureC, -60, 80);
  const swing = keeping.swingC ?? 0;
  needNumber('ageingRate', 'swingC', swing, 0, 60);
  const cw = crop.cw ?? UNIVERSAL.cw;
  const ch = crop.ch ?? UNIVERSAL.ch;
  const cq = crop.cq ?? UNIVERSAL.cq;
  const points = (t: number): number => (keeping.open === true ? coldMoisture(t) : 0);
  const tRef = REFERENCE.temperatureC;
  const m = moisturePercent(rhPercent, crop.oilClass, points(temperatureC));
  const mRef = moisturePercent(REFERENCE.rhPercent, crop.oilClass, points(tRef));
  for (const [field, value] of [
    ['cw', cw],
    ['ch', ch],
    ['cq', cq],
  ] as const) {
    needNumber('ageingRate', field, value);
  }
  // In logs, so that constants far from any seed's do not overflow: such seed is dead at once, or keeps for ever.
  const rateAt = (t: number): number => {
    const logRate = cw * Math.log(m / mRef) + Math.LN10 * (ch * (t - tRef) + cq * (t * t - tRef * tRef));
    return Math.exp(Math.min(FASTEST, Math.max(-FASTEST, logRate)));
  };
  if (swing === 0) return rateAt(temperatureC);
  let sum = 0;
  for (let i = 0; i < SWING_POINTS; i++) sum += rateAt(temperatureC + swing * Math.cos(((i + 0.5) * Math.PI) / SWING_POINTS));
  return sum / SWING_POINTS;
}

/**
 * Age in reference years on each of `days`, for seed harvested on `start`. Each period runs until the
 * next one begins; the days before the first, and all days when there is none, age as unknown storage.
 */
export function ageAt(crop: AgeingCrop, start: Day, storage: readonly StoragePeriod[], days: readonly Day[]): number[] {
  const s = dayNumber(start);
  const periods = [...storage]
    .map((p) => ({ from: Math.max(s, dayNumber(p.from)), rate: ageingRate(crop, p.temperatureC, p.rhPercent, p) }))
    .sort((a, b) => a.from - b.from);
  const unknown = ageingRate(crop, UNKNOWN_STORAGE.temperatureC, UNKNOWN_STORAGE.rhPercent);
  const pieces = [{ from: s, rate: unknown }, ...periods];
  return days.map((day) => {
    const d = dayNumber(day);
    let age = 0;
    pieces.forEach((piece, i) => {
      const until = Math.min(d, pieces[i + 1]?.from ?? d);
      if (until > piece.from) age += (piece.rate * (until - piece.from)) / DAYS_PER_YEAR;
    });
    return age;
  });
}
