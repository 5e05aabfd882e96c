import { beforeSowing, type CropDays, type Lane, type LaneInput, laneOf, prepareBefore, seasonYearOf, type Way, WAYS } from '@esprel/core';
import type { LotSeason } from '@esprel/core/api';
import type { SeasonPlan } from './seasonPlans.ts';
import { type SeasonReader, type SownLot, windowOf } from './windows.ts';

/** The season that a plan stands in, by its lot, garden and day. */
export function seasonOfPlanned(
  reader: SeasonReader,
  p: Pick<SeasonPlan, 'lot_id' | 'crop_key' | 'variety_id' | 'garden_id' | 'way' | 'sow_on'>,
): LotSeason {
  return reader.meant({ id: p.lot_id, crop_key: p.crop_key, variety_id: p.variety_id }, p.garden_id, p.way, p.sow_on);
}

/** What a lane is drawn from that lanes of one crop, garden and way share. */
export type LaneBase = Pick<LaneInput, 'crop' | 'window' | 'lastFrost' | 'sdDays' | 'firstFrost' | 'cropDays'>;

export function laneBase(reader: SeasonReader, s: LotSeason, cropKey: string, way: Way): LaneBase {
  const crop = reader.crop(cropKey);
  const { key, kind, chillWeeks, soakHours, emergeMinD, emergeMaxD, transplant, clumpSeeds, frost, lightNeed, seedsPerGram } = crop;
  // What stands the winter small crops next year, by that year's days.
  const throughWinter = way === 'late' && s.late !== null && s.late.through;
  return {
    crop: { key, kind, chillWeeks, soakHours, emergeMinD, emergeMaxD, transplant, clumpSeeds, frost, lightNeed, seedsPerGram },
    window: windowOf(s, way),
    lastFrost: s.lastFrost,
    sdDays: s.sdDays,
    firstFrost: s.firstFrost,
    cropDays: throughWinter ? null : cropDays(crop.harvestDaysMin, crop.harvestDaysMax),
  };
}

/** The day on which the first work of a plan begins: its sowing, or the cold and the soaking before it. */
export function beginsOn(reader: SeasonReader, p: Pick<SeasonPlan, 'crop_key' | 'way' | 'sow_on' | 'sown_on' | 'chilled_on'>): string {
  if (p.chilled_on !== null) return p.chilled_on;
  const { chillFrom, soakFrom } = prepareBefore(p.sown_on ?? p.sow_on, beforeSowing(reader.crop(p.crop_key), p.way));
  return soakFrom ?? chillFrom ?? p.sown_on ?? p.sow_on;
}

/** What a sowing of a lot on any day of the next years is held against: its crop, and the windows of each way, year by year. */
export function laneSeasons(
  reader: SeasonReader,
  lot: SownLot,
  gardenId: number | null,
  today: string,
): Pick<LaneBase, 'crop'> & { readonly seasons: readonly (Omit<LaneBase, 'crop'> & { readonly way: Way })[] } {
  const year = seasonYearOf(today, reader.garden(gardenId).frost.last);
  const bases = WAYS.flatMap((way) =>
    [-1, 0, 1, 2].map((ahead) => ({ way, ...laneBase(reader, reader.of(lot, gardenId, year + ahead), lot.crop_key, way) })),
  );
  const { crop } = bases[0] as (typeof bases)[number];
  return { crop, seasons: bases.map(({ crop: _, ...season }) => season) };
}

/** Days to the first crop, where either end is known. */
export function cropDays(min: number | null, max: number | null): CropDays | null {
  const [from, to] = [min ?? max, max ?? min];
  return from === null || to === null ? null : { min: Math.min(from, to), max: Math.max(from, to) };
}

/** What the lane of a plan is drawn from; a sown one is drawn from the day it really was. */
export function laneInput(reader: SeasonReader, p: SeasonPlan): LaneInput {
  const base = laneBase(reader, seasonOfPlanned(reader, p), p.crop_key, p.way);
  return {
    sowOn: p.sown_on ?? p.sow_on,
    plantOutOn: p.plant_out_on,
    way: p.way,
    method: p.method,
    seedsPerCell: p.seeds_per_cell,
    ...base,
    cropDays: base.cropDays && (cropDays(p.crop_min, p.crop_max) ?? base.cropDays),
  };
}

export function lane(reader: SeasonReader, p: SeasonPlan): Lane {
  return laneOf(laneInput(reader, p));
}
