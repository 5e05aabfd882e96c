import { needNumber } from '../errors.ts';
import { DAYS_PER_YEAR, type Day, dayNumber } from '../dates/day.ts';
import { moisturePercent, type OilClass } from './moisture.ts';

/** Reference storage: one year here ages seed by one reference year. */
export const REFERENCE = { temperatureC: 15, rhPercent: 50 } as const;
/** What is assumed of storage that nobody wrote down. */
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
  readonly temperatureC: number;
  /** Relative humidity of the air; for sealed seed that to which it was dried. */
  readonly rhPercent: number;
}

/**
 * Reference years lost in one year of the given storage: 1 at 15 C and 50 %.
 * (m / m_ref)^cw * 10^(ch (T - 15) + cq (T^2 - 15^2)), after Ellis & Roberts 1980.
 */
export function ageingRate(crop: AgeingCrop, temperatureC: number, rhPercent: number): number {
  needNumber('ageingRate', 'temperatureC', temperatureC, -60, 80);
  const cw = crop.cw ?? UNIVERSAL.cw;
  const ch = crop.ch ?? UNIVERSAL.ch;
  const cq = crop.cq ?? UNIVERSAL.cq;
  const m = moisturePercent(rhPercent, crop.oilClass);
  const mRef = moisturePercent(REFERENCE.rhPercent, crop.oilClass);
  const t = temperatureC;
  for (const [field, value] of [
    ['cw', cw],
    ['ch', ch],
    ['cq', cq],
  ] as const) {
    needNumber('ageingRate', field, value);
  }
  const tRef = REFERENCE.temperatureC;
  // In logs, so that constants far from any seed's do not overflow: such seed is dead at once, or keeps for ever.
  const logRate = cw * Math.log(m / mRef) + Math.LN10 * (ch * (t - tRef) + cq * (t * t - tRef * tRef));
  return Math.exp(Math.min(FASTEST, Math.max(-FASTEST, logRate)));
}

/**
 * Age in reference years on each of `days`, for seed harvested on `start`. Each period runs until the
 * next one begins; the days before the first, and all days when there is none, age as unknown storage.
 */
export function ageAt(crop: AgeingCrop, start: Day, storage: readonly StoragePeriod[], days: readonly Day[]): number[] {
  const s = dayNumber(start);
  const periods = [...storage]
    .map((p) => ({ from: Math.max(s, dayNumber(p.from)), rate: ageingRate(crop, p.temperatureC, p.rhPercent) }))
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
