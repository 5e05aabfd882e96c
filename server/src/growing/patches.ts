import {
  addDays,
  dayInYear,
  firstDayOut,
  type FlowerDates,
  flowersAgain,
  flowersAtTable,
  flowerSeason,
  flowersFrom,
  growingDays,
  type LibraryCrop,
  type Patch,
  type PatchKind,
  type Saving,
  type Spot,
  UNSAID_SD_DAYS,
  yearOf,
  yearsLater,
} from '@esprel/core';
import { type Db, one } from '../db/db.ts';
import { savingOfCrop } from '../records/crop.ts';
import type { PatchRow } from '../records/patch.ts';
import { SeasonReader } from '../season/windows.ts';
import { type Origin, originsOf } from './origins.ts';

/** A patch with all that the plan and its sheet show of it. */
export interface GrownPatch extends Patch {
  readonly origin: Origin;
  readonly row: PatchRow | null;
  readonly crop: LibraryCrop;
  readonly saving: Saving | null;
  readonly kind: PatchKind;
  readonly season: number;
  readonly gardenId: number | null;
  readonly place: string | null;
  readonly plantsKnown: 'said' | 'counted' | 'guessed';
  readonly flowerSeen: boolean;
  readonly outOn: string | null;
  readonly ripeOn: string | null;
  readonly autumn: string | null;
  /** The first day on which it could stand outdoors. */
  readonly outFrom: string | null;
}

/** Seed that is lent not later than this after planting out is taken to be sown in the same year. */
const LATE_DAYS = 30;

/**
 * Every patch of these crops that flowers in a garden, as far as it can be told: computed from what it comes of, with what somebody said
 * over it. What went before it had flowered is left out unless `gone` is asked for.
 */
export function grownPatches(reader: SeasonReader, cropKeys: readonly string[], today: string, gone = false): GrownPatch[] {
  return originsOf(reader, cropKeys, today).flatMap((o) => {
    const patch = grown(reader, o);
    return patch !== null && (gone || !goneBefore(patch)) ? [patch] : [];
  });
}

/**
 * A patch as it flowers in a season: what stands on year after year does so in each from its first on, about the same days. Null of what
 * does not flower then.
 */
export function inSeason(p: GrownPatch, season: number): GrownPatch | null {
  if (p.season === season) return p;
  if (season < p.season || p.saving === null || !flowersAgain(p.crop, p.saving)) return null;
  const later = <D extends string | null>(day: D) => (day === null ? day : yearsLater(day, season - p.season));
  return {
    ...p,
    season,
    flower: p.flower && { from: later(p.flower.from), to: later(p.flower.to), sdDays: Math.max(p.flower.sdDays, UNSAID_SD_DAYS) },
    flowerSeen: false,
    ripeOn: later(p.ripeOn),
    autumn: later(p.autumn),
  };
}

/** All that flowers in a season. */
export const allInSeason = (patches: readonly GrownPatch[], season: number): GrownPatch[] =>
  patches.flatMap((p) => {
    const then = inSeason(p, season);
    return then === null || goneBefore(then) ? [] : [then];
  });

/** Whether it was gone before it had flowered: what went afterwards has given its pollen. */
const goneBefore = (p: GrownPatch): boolean => p.row?.gone_on != null && p.row.gone_on <= (p.flower?.to ?? '9999');

/** The patch that comes of a loan; null where none does. */
export function patchOfLoan(db: Db, loanId: number, today: string): GrownPatch | null {
  const crop = one<{ key: string }>(
    db,
    'SELECT v.crop_key AS key FROM loans o JOIN lots l ON l.id = o.lot_id JOIN varieties v ON v.id = l.variety_id WHERE o.id = ?',
    loanId,
  );
  if (!crop) return null;
  return grownPatches(new SeasonReader(db), [crop.key], today, true).find((p) => p.key === `loan-${String(loanId)}`) ?? null;
}

/** Where it stands: the spot, and what the place is called. */
function standing(
  reader: SeasonReader,
  o: Origin,
): { readonly gardenId: number | null; readonly place: string | null; readonly spot: Spot | null } {
  const stands = o.row?.stands ?? null;
  if (stands === 'spot') {
    return { gardenId: null, place: o.row?.whose ?? null, spot: { eastM: o.row?.east_m ?? 0, northM: o.row?.north_m ?? 0 } };
  }
  if (stands === null && o.nowhere) return { gardenId: null, place: null, spot: null };
  const gardenId = stands === 'library' ? null : stands === 'garden' ? (o.row?.garden_id ?? null) : o.gardenId;
  const garden = reader.garden(gardenId);
  return { gardenId, place: garden.name, spot: garden.spot };
}

/** A patch as it will flower; null where it does not: leaves and roots for the table, and what takes years of its own. */
export function grown(reader: SeasonReader, o: Origin): GrownPatch | null {
  const crop = reader.crop(o.cropKey);
  const saving = savingOfCrop(reader.db, o.cropKey);
  const { gardenId, place, spot } = standing(reader, o);
  const { frost, hemisphere } = reader.garden(gardenId);
  const kind = o.row?.kind ?? kindOf(o);
  if (o.row?.season == null && kind === 'table' && (saving === null || !flowersAtTable(crop, saving))) return null;
  const days =
    saving === null ? null : o.row?.season == null ? daysOf(o, crop, saving, frost) : daysOfSeen(o.row.season, crop, saving, frost);
  const seen = o.row?.flower_from != null && o.row.flower_to !== null;
  const flower: FlowerDates | null = seen
    ? { from: o.row?.flower_from ?? '', to: o.row?.flower_to ?? '', sdDays: 0 }
    : (days?.flower ?? null);
  const season = o.row?.season ?? (flower === null ? null : flowerSeason(flower.from, hemisphere));
  if (season === null) return null;
  const said = o.row?.plants ?? o.plantsSaid;
  return {
    key: o.key,
    varietyId: o.varietyId,
    plants: Math.max(1, said ?? o.emerged ?? o.likely),
    spot,
    offM: o.row?.off_m ?? 0,
    flower,
    apart: o.row?.apart ?? o.apartSaid ?? 'open',
    origin: o,
    row: o.row,
    crop,
    saving,
    kind,
    season,
    gardenId,
    place,
    plantsKnown: said !== null ? 'said' : o.emerged !== null ? 'counted' : 'guessed',
    flowerSeen: seen,
    outOn: days?.out ?? null,
    ripeOn: days?.ripe ?? null,
    autumn: days?.autumn ?? null,
    outFrom: days === null ? null : firstDayOut(crop, dayInYear(yearOf(days.out), frost.last)),
  };
}

function kindOf(o: Origin): PatchKind {
  if (o.purpose === 'renew') return 'library';
  return o.purpose === 'save-seed' ? 'seed' : o.purpose === null ? 'neighbour' : 'table';
}

type Frost = Parameters<typeof growingDays>[3];

function daysOf(o: Origin, crop: LibraryCrop, saving: Saving, frost: Frost) {
  const soFar = { sownOn: o.sownOn, plantedOutOn: o.plantedOutOn, sownOutdoors: o.sownOutdoors, shiftDays: o.row?.shift_days ?? 0 };
  if (o.sownOn !== null || o.plantedOutOn !== null) return growingDays(crop, saving, soFar, frost, o.from);
  const same = growingDays(crop, saving, soFar, frost, o.from);
  // Lent after its time, it waits for the next spring.
  return same.out >= addDays(o.from, -LATE_DAYS) ? same : growingDays(crop, saving, soFar, frost, addDays(o.from, 365));
}

/** Of what somebody saw nothing is known but the season: what stands through the winter flowers from its regrowth, all else from the usual planting out. */
function daysOfSeen(season: number, crop: LibraryCrop, saving: Saving, frost: Frost) {
  if (saving.overwinter === 'none')
    return growingDays(crop, saving, { sownOn: null, plantedOutOn: null }, frost, `${String(season)}-01-01`);
  const regrowth = dayInYear(season, frost.last);
  return {
    out: regrowth,
    firstFlower: null,
    flower: flowersFrom(regrowth, saving, true),
    ripe: null,
    autumn: dayInYear(season, frost.first),
  };
}

/** The crops that cross with one, and what they are called together. */
export function groupOf(crops: readonly LibraryCrop[], group: string): { readonly keys: string[]; readonly name: string } {
  const of = crops.filter((c) => c.crossingGroup === group);
  const names = of.map((c) => c.name.replace(/ \(.*\)/, ''));
  const name = names.map((n, i) => (i === 0 ? n : n.charAt(0).toLowerCase() + n.slice(1))).join(', ');
  return { keys: of.map((c) => c.key), name };
}
