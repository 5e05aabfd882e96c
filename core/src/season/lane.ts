import type { Crop } from '../crops/crop.ts';
import { addDays, type Day, dayInYear, daysBetween, yearOf } from '../dates/day.ts';
import { careSteps, dueCare, usuallyUpOn } from '../sowing/care.ts';
import type { SowingMethod } from '../sowing/fates.ts';
import { beforeSowing } from './coming.ts';
import { type CropDays, type FirstCrop, firstCrop } from './firstCrop.ts';
import { springFrostRisk } from './frost.ts';
import { prepareBefore, type Window } from './windows.ts';

/** A season reaches from this long before its last frost to as long after that a year is full. */
const SEASON_BEFORE_DAYS = 150;

/** The year whose last frost (`MM-DD`) the season of a day belongs to, in either hemisphere. */
export function seasonYearOf(day: Day, lastFrost: string): number {
  const year = yearOf(day);
  for (const y of [year + 1, year]) {
    if (day >= addDays(dayInYear(y, lastFrost), -SEASON_BEFORE_DAYS)) return y;
  }
  return year - 1;
}

/** First and last day of the season of a year. */
export function seasonDays(year: number, lastFrost: string): { readonly from: Day; readonly to: Day } {
  return {
    from: addDays(dayInYear(year, lastFrost), -SEASON_BEFORE_DAYS),
    to: addDays(dayInYear(year + 1, lastFrost), -SEASON_BEFORE_DAYS - 1),
  };
}

/** What a lane needs to know of its crop. */
export type LaneCrop = Pick<
  Crop,
  | 'key'
  | 'kind'
  | 'chillWeeks'
  | 'soakHours'
  | 'emergeMinD'
  | 'emergeMaxD'
  | 'transplant'
  | 'clumpSeeds'
  | 'frost'
  | 'lightNeed'
  | 'seedsPerGram'
>;

/** What a lane is drawn from. */
export interface LaneInput {
  readonly sowOn: Day;
  /** Null where it stays where it was sown. */
  readonly plantOutOn: Day | null;
  readonly way: 'start' | 'direct' | 'late';
  readonly method: SowingMethod;
  readonly seedsPerCell: number;
  readonly crop: LaneCrop;
  /** The window of sowing, moved by what was learned; null where nobody gives one. */
  readonly window: Window | null;
  readonly lastFrost: Day;
  readonly sdDays: number;
  /** The first frost after that. */
  readonly firstFrost: Day;
  /** Days from planting out or sowing outdoors to the first crop or flower; null where nobody knows, or it stands the winter first. */
  readonly cropDays: CropDays | null;
}

export interface Lane {
  readonly chillFrom: Day | null;
  readonly soakFrom: Day | null;
  readonly sowOn: Day;
  readonly emerge: { readonly from: Day; readonly to: Day };
  readonly potOn: Day | null;
  readonly hardenFrom: Day | null;
  readonly plantOutOn: Day | null;
  /** When the first crop or flower may be looked for; null where it is not known or the cold comes before. */
  readonly firstCrop: FirstCrop | null;
  /** First and last day of anything on the lane. */
  readonly from: Day;
  readonly to: Day;
  /** Days from the middle of the window, below zero before it; null without a window. */
  readonly offMiddle: number | null;
  readonly place: 'before' | 'inside' | 'after' | 'unknown';
  /** Chance that a frost still follows planting out, or coming up where it stays outdoors. */
  readonly frostRisk: number;
  /** Sentences that say what the day risks; empty when it risks nothing. */
  readonly risks: readonly string[];
}

const RISKY: Readonly<Record<Crop['frost'], number>> = { tender: 0.1, 'half-hardy': 0.35, hardy: 1 };

/**
 * A planned sowing as a lane: what is begun before it, when it comes up, is potted on, hardened and planted out, and what its
 * day risks. The same for a lane that stands and for one that is being dragged.
 */
export function laneOf(input: LaneInput): Lane {
  const { sowOn, plantOutOn, crop, window } = input;
  const before = prepareBefore(sowOn, beforeSowing(crop, input.way));
  const emerge = { from: addDays(sowOn, crop.emergeMinD), to: addDays(sowOn, crop.emergeMaxD) };
  const up = usuallyUpOn(crop, sowOn);
  const steps = careSteps(crop, { method: input.method, seedsPerCell: input.seedsPerCell, plantOutOn, upOn: up });
  const due = dueCare(
    steps.map((s) => ({ ...s, doneOn: null })),
    up,
    sowOn,
  );
  const dayOf = (kind: string): Day | null => due.find((s) => s.kind === kind)?.due ?? null;
  const standsOutFrom = plantOutOn ?? (input.way !== 'start' || input.method === 'open-ground' ? sowOn : null);
  const crops =
    standsOutFrom === null || input.cropDays === null ? null : firstCrop(standsOutFrom, input.cropDays, crop.frost, input.firstFrost);
  const outdoors = input.way !== 'start' || input.method === 'open-ground';
  const exposed = outdoors ? emerge.from : plantOutOn;
  const frostRisk = exposed === null || input.way === 'late' ? 0 : springFrostRisk(exposed, input.lastFrost, input.sdDays);
  const offMiddle = window === null ? null : daysBetween(window.target, sowOn);
  const place = window === null ? 'unknown' : sowOn < window.from ? 'before' : sowOn > window.to ? 'after' : 'inside';
  const hardenFrom = plantOutOn === null ? null : addDays(plantOutOn, -7);
  const parts = [before.soakFrom, before.chillFrom, sowOn, emerge.to, dayOf('pot-on'), plantOutOn].filter((d) => d !== null);
  return {
    ...before,
    sowOn,
    emerge,
    potOn: dayOf('pot-on'),
    hardenFrom,
    plantOutOn,
    firstCrop: crops,
    from: parts.reduce((a, b) => (b < a ? b : a)),
    to: parts.reduce((a, b) => (b > a ? b : a)),
    offMiddle,
    place,
    frostRisk,
    risks: risksOf(input, {
      place,
      frostRisk,
      outdoors,
      ready: due.find((s) => s.kind === 'plant-out')?.due ?? null,
      endsBeforeCrop: crops === null && input.cropDays !== null && standsOutFrom !== null,
    }),
  };
}

interface Exposed {
  readonly place: Lane['place'];
  readonly frostRisk: number;
  readonly outdoors: boolean;
  /** When plants are ready to be planted out. */
  readonly ready: Day | null;
  /** Whether the cold ends its growth before there is a crop. */
  readonly endsBeforeCrop: boolean;
}

function risksOf(input: LaneInput, { place, frostRisk, outdoors, ready, endsBeforeCrop }: Exposed): string[] {
  const { window, sowOn, plantOutOn, crop } = input;
  const out: string[] = [];
  const days = (n: number): string => `${String(n)} ${n === 1 ? 'day' : 'days'}`;
  if (window !== null && place === 'before') {
    const early = daysBetween(sowOn, window.from);
    out.push(
      outdoors
        ? `${days(early)} before its window: seed may rot in cold soil.`
        : `${days(early)} before its window: plants grow long and pot-bound while they wait.`,
    );
  }
  if (window !== null && place === 'after')
    out.push(
      `${days(daysBetween(window.to, sowOn))} after its window${input.cropDays === null ? ': it may not be ready before the season ends' : ''}.`,
    );
  if (endsBeforeCrop) out.push(`The cold ends its growth before there is ${crop.kind === 'flower' ? 'a flower' : 'a crop'}.`);
  if (frostRisk > RISKY[crop.frost]) {
    const share = `${String(Math.round(frostRisk * 100))} in 100`;
    out.push(
      outdoors
        ? `A frost still follows its coming up in ${share} springs, and it is ${crop.frost}.`
        : `A frost still follows planting out in ${share} springs, and it is ${crop.frost}.`,
    );
  }
  if (plantOutOn !== null && ready !== null && ready > plantOutOn) {
    out.push(`Planting out comes ${days(daysBetween(plantOutOn, ready))} before the plants are ready for it.`);
  }
  return out;
}
