import type { Crop } from '../crops/crop.ts';
import { daysBetween } from '../dates/day.ts';
import { crossedOf, type CrossingBand, crossingBand, pollenOf } from './crossing.ts';
import type { FlowerDates } from './growingDays.ts';
import { isKeptApart, type Patch, together } from './patch.ts';
import type { Saving } from './saving.ts';
import { apartM, SPOT_GRID_M } from './spot.ts';

/** The part of the crossed seed that a patch gives. */
export interface CrossingSource {
  readonly key: string;
  readonly share: number;
  readonly distanceM: number;
  /** Days in flower together; null where nobody can tell when either flowers. */
  readonly days: number | null;
}

export interface PatchCrossing {
  readonly share: number;
  /** The share lies within these nine times in ten. */
  readonly low: number;
  readonly high: number;
  readonly band: CrossingBand;
  /** Whence, the most first. */
  readonly sources: readonly CrossingSource[];
  /** Why no figure can be trusted; null where it can. */
  readonly instead: 'alone' | 'one-sex' | 'not-on-plan' | null;
}

export type CrossingCrop = Pick<Crop, 'outcrossRate' | 'isolationM'>;

/** What pollen a crop takes at all: a plan that knows nothing of its season and neighbours is a thin plan. Plants (sd of the logarithm). */
const PLANTS_DOUBT = 0.25;
/** How far pollen goes moves with bees, hedges and weather, alike for all sources. */
const KERNEL_DOUBT = 0.2;
const NINE_IN_TEN = 1.645;
/** Spots on a grid are off by this much each (sd in metres along a line). */
const SPOT_DOUBT_M = (SPOT_GRID_M / Math.sqrt(12)) * Math.SQRT2;

/** Sources that give less than this are not named. */
const LEAST_SHARE = 0.0005;

/** Doubt (sd of the logarithm) in the pollen from a distance, because spots are coarse. */
function distanceDoubt(d: number, isolationM: number): number {
  const a = isolationM / 9.95;
  // d ln k / d ln d of the kernel, times the share by which the distance may be off.
  return ((2 * d * d) / (a * a + d * d)) * Math.min(1, SPOT_DOUBT_M / d);
}

/**
 * The crossed share of a patch among the others of its group. Patches of its own variety and those that are kept apart give no foreign pollen. Doubt: the
 * pollen of each source is known to a factor (its plants to a quarter, its distance to a cell of the grid), that of all together to a fifth more, both as
 * normal logarithms; the interval is the share at the 5 % and 95 % points of their sum. The spread of the days in flower is in the overlap already.
 */
export function patchCrossing(patch: Patch, others: readonly Patch[], crop: CrossingCrop, saving: Saving | null): PatchCrossing {
  const covered = isKeptApart(patch);
  const { isolationM, outcrossRate } = crop;
  const instead = insteadOfFigure(patch, saving);
  let foreign = 0;
  let variance = 0;
  const given: (CrossingSource & { readonly pollen: number })[] = [];
  const { spot } = patch;
  // Patches of one crop and garden flower alike: their days together are worked out once.
  const shared = new Map<string, number>();
  const togetherWith = (other: FlowerDates | null): number => {
    if (patch.flower === null || other === null) return 1;
    const key = `${other.from} ${other.to} ${String(other.sdDays)}`;
    let share = shared.get(key);
    if (share === undefined) shared.set(key, (share = together(patch.flower, other)));
    return share;
  };
  const ownDays = patch.flower === null ? null : daysBetween(patch.flower.from, patch.flower.to) + 1;
  if (spot !== null) {
    for (const other of others) {
      if (other.key === patch.key || other.spot === null || isKeptApart(other)) continue;
      if (other.varietyId !== null && other.varietyId === patch.varietyId) continue;
      const distanceM = apartM(spot, other.spot, Math.max(patch.offM ?? 0, other.offM ?? 0));
      const most = pollenOf({ plants: other.plants, distanceM, overlap: 1 }, isolationM);
      // What would not show even if it flowered all the time needs no look at its days.
      if (outcrossRate * most < LEAST_SHARE * 0.01 * patch.plants) continue;
      const days = togetherWith(other.flower);
      const pollen = most * days;
      foreign += pollen;
      variance += (pollen * Math.hypot(PLANTS_DOUBT, distanceDoubt(distanceM, isolationM))) ** 2;
      given.push({ key: other.key, share: 0, distanceM, days: ownDays === null || other.flower === null ? null : days * ownDays, pollen });
    }
  }
  const crossedBy = (pollen: number): number => crossedOf(outcrossRate, pollen / (patch.plants + pollen), covered);
  const share = crossedBy(foreign);
  const doubt = foreign === 0 ? 0 : Math.exp(NINE_IN_TEN * Math.hypot(Math.sqrt(variance) / foreign, KERNEL_DOUBT));
  return {
    share,
    low: foreign === 0 ? 0 : crossedBy(foreign / doubt),
    high: foreign === 0 ? 0 : crossedBy(foreign * doubt),
    band: crossingBand(share),
    sources: given
      .map(({ pollen, ...source }) => ({ ...source, share: foreign === 0 ? 0 : (share * pollen) / foreign }))
      .filter((s) => s.share >= LEAST_SHARE)
      .sort((p, q) => q.share - p.share || (p.key < q.key ? -1 : 1)),
    instead,
  };
}

function insteadOfFigure(patch: Patch, saving: Saving | null): PatchCrossing['instead'] {
  if (patch.plants === 1 && saving?.watch.includes('dioecious') === true) return 'one-sex';
  if (patch.plants === 1 && saving?.watch.some((f) => f === 'self-incompatible' || f === 'needs-pair') === true) return 'alone';
  return patch.spot === null ? 'not-on-plan' : null;
}
