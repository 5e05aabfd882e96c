import type { Day } from '../dates/day.ts';
import { addDays, daysBetween } from '../dates/day.ts';
import { needNumber, wrong } from '../errors.ts';

/** A lot of the library as far as a report over some time goes. Shares are 0 to 1. */
export interface YearLot {
  readonly code: string;
  readonly varietyId: number;
  readonly variety: string;
  readonly crop: string;
  readonly place: string | null;
  readonly source: string;
  readonly acquisition: 'donated' | 'purchased' | 'saved';
  readonly receivedOn: Day;
  /** Seeds at the end of the day before the report begins, and at the end of its last day. */
  readonly before: number;
  readonly after: number;
  /** How alive it was then, by what is known now. */
  readonly aliveBefore: number;
  readonly aliveAfter: number;
  /** Seeds that came in, and went out by what they went for, within the report. */
  readonly came: number;
  readonly lent: number;
  readonly sown: number;
  readonly tested: number;
  readonly given: number;
  readonly thrownOut: number;
  /** Why it was thrown out, in the words of whoever did; null where it was not. */
  readonly thrownOutWhy: string | null;
  readonly missing: boolean;
}

/** A promise of a member that fell due within the report. */
export interface YearPromise {
  readonly dueOn: Day;
  /** When it was kept or let go; null where it is open. */
  readonly settledOn: Day | null;
  /** Whether seed came home for it. */
  readonly cameHome: boolean;
}

/** A lot under this share alive grows hardly a plant in two: it is not counted as one to go on with. */
export const SOUND = 0.4;

const sum = <T>(rows: readonly T[], of: (row: T) => number): number => rows.reduce((total, row) => total + of(row), 0);

/** The days of a report: both ends count. Throws an InputError that names the field. */
export function checkSpan(from: Day, to: Day, today: Day): void {
  if (to > today) throw wrong('to', `must not be after today, ${today}`);
  if (from > to) throw wrong('from', 'must not be after the last day');
  if (daysBetween(from, to) > 3660) throw wrong('from', 'is too long ago: ten years at most');
}

/** The same number of days just before, to compare with. */
export function spanBefore(from: Day, to: Day): { readonly from: Day; readonly to: Day } {
  const days = daysBetween(from, to) + 1;
  return { from: addDays(from, -days), to: addDays(from, -1) };
}

/**
 * As many equally common varieties as would be as diverse as these: the exponential of Shannon's entropy (the Hill number of order 1; Jost
 * 2006, Oikos 113:363). Ten varieties of which one holds nearly all seed count for hardly more than one. 0 where there are none.
 */
export function effectiveNumber(amounts: readonly number[]): number {
  for (const amount of amounts) needNumber('effectiveNumber', 'amounts', amount, 0);
  const total = sum(amounts, (a) => a);
  if (total === 0) return 0;
  const entropy = sum(amounts, (a) => (a === 0 ? 0 : -(a / total) * Math.log(a / total)));
  return Math.exp(entropy);
}

export interface PromisesKept {
  readonly due: number;
  readonly kept: number;
  /** Kept, but later than promised. */
  readonly late: number;
  /** Settled without seed coming home. */
  readonly letGo: number;
  readonly open: number;
}

/** What became of the promises that fell due. */
export function promisesKept(promises: readonly YearPromise[]): PromisesKept {
  const kept = promises.filter((p) => p.cameHome);
  return {
    due: promises.length,
    kept: kept.length,
    late: kept.filter((p) => p.settledOn !== null && p.settledOn > p.dueOn).length,
    letGo: promises.filter((p) => !p.cameHome && p.settledOn !== null).length,
    open: promises.filter((p) => !p.cameHome && p.settledOn === null).length,
  };
}

/** Live seeds that a lot lost by ageing alone: of what lay there all the time, what died meanwhile. */
export function diedOfAge(lot: YearLot): number {
  const stayed = Math.min(lot.before, lot.after);
  return stayed * Math.max(0, lot.aliveBefore - lot.aliveAfter);
}

export interface Cost {
  readonly name: string;
  /** Live seeds that died. */
  readonly died: number;
  /** Of so many live seeds that lay there. */
  readonly of: number;
}

/** What cost the most live seed by ageing, by some word of the lots (crop, place, source); the dearest first. */
export function costs(lots: readonly YearLot[], by: (lot: YearLot) => string | null, most: number): Cost[] {
  const groups = new Map<string, { died: number; of: number }>();
  for (const lot of lots) {
    const name = by(lot);
    if (name === null) continue;
    const group = groups.get(name) ?? { died: 0, of: 0 };
    groups.set(name, {
      died: group.died + diedOfAge(lot),
      of: group.of + Math.min(lot.before, lot.after) * lot.aliveBefore,
    });
  }
  return [...groups]
    .map(([name, group]) => ({ name, ...group }))
    .filter((c) => c.died >= 1)
    .sort((a, b) => b.died - a.died || a.name.localeCompare(b.name))
    .slice(0, most);
}

/** Why there is no sound seed of a variety any more. */
export const LOSS_CAUSES = ['given-out', 'thrown-out', 'aged', 'missing'] as const;
export type LossCause = (typeof LOSS_CAUSES)[number];

export interface VarietyChange {
  readonly varietyId: number;
  readonly variety: string;
  readonly crop: string;
}
export interface VarietyLost extends VarietyChange {
  readonly cause: LossCause;
  readonly why: string;
}

const isSound = (seeds: number, alive: number): boolean => seeds > 0 && alive >= SOUND;

function byVariety(lots: readonly YearLot[]): Map<number, YearLot[]> {
  const groups = new Map<number, YearLot[]>();
  for (const lot of lots) groups.set(lot.varietyId, [...(groups.get(lot.varietyId) ?? []), lot]);
  return groups;
}

const named = (lots: readonly YearLot[]): VarietyChange => {
  const [first] = lots as readonly [YearLot, ...YearLot[]];
  return { varietyId: first.varietyId, variety: first.variety, crop: first.crop };
};

/** What ended the last sound lots of a variety: the cause that took the most of it. */
function causeOf(lots: readonly YearLot[]): { readonly cause: LossCause; readonly why: string } {
  const sound = lots.filter((l) => isSound(l.before + l.came, l.aliveBefore));
  const took: Record<LossCause, number> = {
    'given-out': sum(sound, (l) => l.lent + l.sown + l.tested + l.given),
    'thrown-out': sum(sound, (l) => l.thrownOut),
    aged: sum(sound, (l) => (l.aliveAfter < SOUND ? l.after : 0)),
    missing: sum(sound, (l) => (l.missing ? l.after : 0)),
  };
  const cause = [...LOSS_CAUSES].sort((a, b) => took[b] - took[a])[0] ?? 'aged';
  const words: Record<LossCause, string> = {
    'given-out': 'all of it was lent, sown or tested, and none came home',
    'thrown-out': sound.find((l) => l.thrownOutWhy !== null)?.thrownOutWhy ?? 'it was thrown out',
    aged: 'it died before it was grown again',
    missing: 'its envelope is missing',
  };
  return { cause, why: words[cause] };
}

/** Varieties of which there was sound seed and is none any more, with what took it. */
export function varietiesLost(lots: readonly YearLot[]): VarietyLost[] {
  return [...byVariety(lots).values()]
    .filter((of) => of.some((l) => isSound(l.before, l.aliveBefore)) && !of.some((l) => !l.missing && isSound(l.after, l.aliveAfter)))
    .map((of) => ({ ...named(of), ...causeOf(of) }))
    .sort((a, b) => a.crop.localeCompare(b.crop) || a.variety.localeCompare(b.variety));
}

/** Varieties that would be lost without seed that was saved meanwhile: what came home is sound, and nothing older is. */
export function varietiesSaved(lots: readonly YearLot[]): VarietyChange[] {
  return [...byVariety(lots).values()]
    .filter((of) => {
      const saved = of.filter((l) => l.before === 0 && l.came > 0 && l.acquisition === 'saved');
      const others = of.filter((l) => !saved.includes(l));
      return (
        others.some((l) => l.before > 0) &&
        saved.some((l) => isSound(l.after, l.aliveAfter)) &&
        !others.some((l) => isSound(l.after, l.aliveAfter))
      );
    })
    .map(named)
    .sort((a, b) => a.crop.localeCompare(b.crop) || a.variety.localeCompare(b.variety));
}

export interface CropDiversity {
  readonly crop: string;
  /** Varieties with sound seed before and after. */
  readonly before: number;
  readonly after: number;
  /** As many equally common ones as would be as diverse, by live seeds after. */
  readonly effective: number;
}

/** How many varieties of each crop there is sound seed of, then and now; the richest first. */
export function diversityByCrop(lots: readonly YearLot[]): CropDiversity[] {
  const crops = new Map<string, YearLot[]>();
  for (const lot of lots) crops.set(lot.crop, [...(crops.get(lot.crop) ?? []), lot]);
  return [...crops]
    .map(([crop, of]) => {
      const varieties = [...byVariety(of).values()];
      const live = varieties.map((v) => sum(v, (l) => (isSound(l.after, l.aliveAfter) ? l.after * l.aliveAfter : 0)));
      return {
        crop,
        before: varieties.filter((v) => v.some((l) => isSound(l.before, l.aliveBefore))).length,
        after: live.filter((n) => n > 0).length,
        effective: effectiveNumber(live),
      };
    })
    .filter((c) => c.before > 0 || c.after > 0)
    .sort((a, b) => b.after - a.after || a.crop.localeCompare(b.crop));
}

/** Seeds in and out within the report. */
export interface Flows {
  readonly in: Readonly<Record<YearLot['acquisition'], { readonly lots: number; readonly seeds: number }>>;
  readonly out: {
    readonly lent: number;
    readonly sown: number;
    readonly tested: number;
    readonly given: number;
    readonly thrownOut: number;
  };
}

export function flows(lots: readonly YearLot[]): Flows {
  const came = (acquisition: YearLot['acquisition']): { lots: number; seeds: number } => {
    const of = lots.filter((l) => l.acquisition === acquisition && l.came > 0);
    return { lots: of.length, seeds: sum(of, (l) => l.came) };
  };
  return {
    in: { donated: came('donated'), purchased: came('purchased'), saved: came('saved') },
    out: {
      lent: sum(lots, (l) => l.lent),
      sown: sum(lots, (l) => l.sown),
      tested: sum(lots, (l) => l.tested),
      given: sum(lots, (l) => l.given),
      thrownOut: sum(lots, (l) => l.thrownOut),
    },
  };
}

/** A share of a curve of dates and medians on a day, by the straight line between two of its points; its ends hold beyond it. */
export function curveOn(curve: readonly { readonly date: Day; readonly median: number }[], day: Day): number {
  const [first] = curve;
  const last = curve.at(-1);
  if (!first || !last) return 0;
  if (day <= first.date) return first.median;
  for (let i = 1; i < curve.length; i++) {
    const [a, b] = [curve[i - 1], curve[i]] as [(typeof curve)[number], (typeof curve)[number]];
    if (day > b.date) continue;
    const t = daysBetween(a.date, day) / Math.max(1, daysBetween(a.date, b.date));
    return a.median + t * (b.median - a.median);
  }
  return last.median;
}
