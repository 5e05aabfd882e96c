import { addDays, ageAt, ageingCropOf, phi, priorOf, probit, type StoragePeriod, viability, withOwnFigures } from '@esprel/core';
import { CROP_REFERENCE } from '@esprel/core/crops/reference';

/**
 * Libraries drawn from the model itself, and from a world that is worse than it looks: how often the truth lies in the 90 % interval
 * today and in two years, and how often a lot said to be above its lending line with four in five is.
 */

/** A small generator of even numbers (Marsaglia's xorshift, 32 bits), the same every time. */
function generator(seed: number): () => number {
  let x = seed | 1;
  return () => {
    x ^= x << 13;
    x ^= x >>> 17;
    x ^= x << 5;
    return (x >>> 0) / 4294967296;
  };
}

interface Faults {
  /** How far tests scatter: a + b of a beta round the truth. */
  readonly testSpread: number;
  /** Degrees by which the real climate differs from the one written down. */
  readonly climateSdC: number;
  /** Part of the labels that are a year off. */
  readonly yearWrong: number;
  readonly duds: number;
  /** Spread of ln half-life beyond what the model believes of kinds. */
  readonly halfLifeSd: number;
  /** Part of the lots whose hard seed is counted as dead, and how much of it. */
  readonly hardMissed: number;
}

const OWN: Faults = { testSpread: 60, climateSdC: 0, yearWrong: 0, duds: 0.05, halfLifeSd: 0, hardMissed: 0 };
const FAULTY: Faults = { testSpread: 40, climateSdC: 3, yearWrong: 0.2, duds: 0.08, halfLifeSd: 0.33, hardMissed: 0.05 };

export interface Coverage {
  readonly lots: number;
  readonly today: number;
  readonly inTwoYears: number;
  /** Of the lots that are said to be above their line with a chance of at least 0.8: how many are, and what was said on average. */
  readonly aboveLine: number;
  readonly saidAbove: number;
}

/** Draws so many lots with realistic histories and counts how often what is said of them is so. */
export function coverage(faults: Faults, lots: number, seed = 7): Coverage {
  const even = generator(seed);
  for (let i = 0; i < 20; i++) even();
  const normal = (): number => probit(Math.min(1 - 1e-12, Math.max(1e-12, even())));
  const pick = <T>(items: readonly T[]): T => items[Math.floor(even() * items.length)] as T;
  /** Gamma by Marsaglia & Tsang 2000, for shapes of any size. */
  const gamma = (shape: number): number => {
    if (shape < 1) return gamma(shape + 1) * even() ** (1 / shape);
    const d = shape - 1 / 3;
    const c = 1 / Math.sqrt(9 * d);
    for (;;) {
      const x = normal();
      const v = (1 + c * x) ** 3;
      if (v > 0 && Math.log(even()) < 0.5 * x * x + d - d * v + d * Math.log(v)) return d * v;
    }
  };
  const beta = (mean: number, concentration: number): number => {
    const a = gamma(Math.max(1e-3, mean * concentration));
    const b = gamma(Math.max(1e-3, (1 - mean) * concentration));
    return a / (a + b);
  };
  const today = '2027-03-14';
  const later = addDays(today, 730);
  const crops = CROP_REFERENCE.filter((c) => c.storageBehaviour === 'orthodox');
  const inside = { today: 0, later: 0 };
  let said = 0;
  let saidAbove = 0;
  let above = 0;
  for (let i = 0; i < lots; i++) {
    const crop = withOwnFigures(pick(crops), {});
    const ageing = ageingCropOf(crop);
    const start = addDays(today, -Math.round((0.4 + even() * 6) * 365));
    const known = even() < 0.7;
    const place: StoragePeriod = {
      from: start,
      ...pick([
        { temperatureC: 15, rhPercent: 50 },
        { temperatureC: 20, rhPercent: 55 },
        { temperatureC: 5, rhPercent: 35 },
      ]),
    };
    const storage: StoragePeriod[] = [known ? place : { from: start, temperatureC: 17, rhPercent: 50, assumed: true, open: true }];
    const acquisition = pick(['donated', 'purchased', 'saved'] as const);
    const prior = priorOf(ageing, 'cleaned', acquisition, null, known);
    // The truth: what was drawn for the lot, in the place as it really was.
    const dud = even() < faults.duds;
    const k = dud ? 1.2 * normal() : prior.kMean + prior.kSd * normal();
    const sigma = Math.exp(prior.logSigmaMean + prior.logSigmaSd * (faults === OWN ? 1 : 0.7) * normal() + faults.halfLifeSd * normal());
    const real = storage.map((p) => ({ ...p, temperatureC: p.temperatureC + faults.climateSdC * normal() }));
    const truly = even() < faults.yearWrong ? addDays(start, even() < 0.5 ? -365 : Math.min(365, 100)) : start;
    const trueAt = (day: string): number => phi(k - (ageAt(ageing, truly, real, [day < truly ? truly : day])[0] as number) / sigma);
    const hard = even() < faults.hardMissed ? 0.3 : 0;
    const tests = Array.from({ length: pick([0, 0, 1, 1, 2, 3]) }, () => {
      const date = addDays(start, Math.round(even() * 0.98 * ((Date.parse(today) - Date.parse(start)) / 86_400_000)));
      const sown = pick([10, 25, 50, 100]);
      const share = beta(trueAt(date) * (1 - hard), faults.testSpread);
      let alive = 0;
      for (let n = 0; n < sown; n++) if (even() < share) alive++;
      return { date, sown, alive };
    });
    const [now, then] = viability({
      crop: ageing,
      form: 'cleaned',
      acquisition,
      start,
      storage,
      tests,
      sowings: [],
      at: [today, later],
      threshold: 0.7,
    }).points;
    if (!now || !then) continue;
    const [v, w] = [trueAt(today), trueAt(later)];
    if (v >= now.low && v <= now.high) inside.today++;
    if (w >= then.low && w <= then.high) inside.later++;
    if (now.atLeast >= 0.8) {
      said++;
      saidAbove += now.atLeast;
      if (v >= 0.7) above++;
    }
  }
  return { lots, today: inside.today / lots, inTwoYears: inside.later / lots, aboveLine: above / said, saidAbove: saidAbove / said };
}

export const WORLDS = [
  { name: 'its own world', faults: OWN, least: 0.88, most: 0.95 },
  { name: 'a world with faults', faults: FAULTY, least: 0.85, most: 0.95 },
] as const;
