import { addDays, beforeSowing, type Day, daysBetween, type Lane, laneOf, prepareBefore } from '@esprel/core';
import type { LaneBase, SeasonLane, SeasonPage } from '@esprel/core/api';
import { MONTHS } from '../base/format.ts';

export const LANE_HEIGHT = 44;

/** Days shown, and how wide one is. */
export interface LaneScale {
  readonly from: Day;
  readonly to: Day;
  readonly dayWidth: number;
  readonly width: number;
}

/** Where a lane's parts lie, in pixels from the left of the lanes. */
export interface LanePicture {
  readonly window: { readonly x: number; readonly width: number; readonly middle: number } | null;
  /** The bar that is dragged: from sowing to planting out, or to the end of coming up. */
  readonly bar: { readonly x: number; readonly width: number };
  readonly cold: { readonly x: number; readonly width: number } | null;
  readonly soak: number | null;
  readonly emerge: { readonly x: number; readonly width: number };
  readonly potOn: number | null;
  readonly harden: { readonly x: number; readonly width: number } | null;
  readonly plantOut: number | null;
  /** Where the day of the first crop is written, behind everything else of the lane. */
  readonly crop: number;
}

const MARGIN_DAYS = 10;
/** The day of the first crop stands behind the arrow of planting out, and needs this much room. */
const BEHIND = 18;
const CROP_ROOM = 128;
const WINDOWS_BACK_DAYS = 35;
/** Fewer days than these are never shown: a lone lane would fill the page. */
const LEAST_DAYS = 120;

/** A lane of a season with its shared base, on another day if one is given. */
export function drawnLane(
  lane: SeasonLane,
  bases: readonly LaneBase[],
  move: { readonly sow: number; readonly out: number } = { sow: 0, out: 0 },
): Lane {
  const base = bases[lane.base] as LaneBase;
  return laneOf({
    ...base,
    cropDays: base.cropDays && (lane.cropDays ?? base.cropDays),
    way: lane.way,
    method: lane.method,
    seedsPerCell: lane.seedsPerCell,
    sowOn: addDays(lane.sowOn, move.sow),
    plantOutOn: lane.plantOutOn === null ? null : addDays(lane.plantOutOn, move.out),
  });
}

/** First and last day of a lane, without drawing it: what the scale asks of thousands. */
function spanOf(lane: SeasonLane, base: LaneBase): { readonly from: Day; readonly to: Day } {
  const { chillFrom, soakFrom } = prepareBefore(lane.sowOn, beforeSowing(base.crop, lane.way));
  const up = addDays(lane.sowOn, base.crop.emergeMaxD);
  return {
    from: soakFrom ?? chillFrom ?? lane.sowOn,
    to: lane.plantOutOn !== null && lane.plantOutOn > up ? lane.plantOutOn : up,
  };
}

/** The scale that holds all lanes, today and the windows that are not long past, with room to drag. */
export function laneScale(page: SeasonPage, lanes: readonly SeasonLane[], width: number): LaneScale {
  const now = page.today >= page.from && page.today <= page.to ? [page.today] : [];
  const past = addDays(page.today, -WINDOWS_BACK_DAYS);
  const windows = page.bases.flatMap((b) => (b.window !== null && b.window.from >= past ? [b.window.from] : []));
  const spans = lanes.map((l) => spanOf(l, page.bases[l.base] as LaneBase));
  const first = [...now, ...windows, ...spans.map((s) => s.from)].reduce((a, d) => (d < a ? d : a), spans[0]?.from ?? page.from);
  const last = spans.reduce((a, s) => (s.to > a ? s.to : a), addDays(first, LEAST_DAYS));
  const from = addDays(first, -MARGIN_DAYS);
  const days = daysBetween(from, last);
  const room = Math.max(MARGIN_DAYS, Math.ceil((days * (BEHIND + CROP_ROOM)) / Math.max(1, width - BEHIND - CROP_ROOM)));
  return { from, to: addDays(last, room), dayWidth: width / Math.max(1, days + room), width };
}

export const xOf = (scale: LaneScale, day: Day): number => daysBetween(scale.from, day) * scale.dayWidth;

export function lanePicture(scale: LaneScale, lane: Lane, window: LaneBase['window']): LanePicture {
  const x = (day: Day): number => xOf(scale, day);
  const span = (from: Day, to: Day): { x: number; width: number } => ({ x: x(from), width: Math.max(3, x(to) - x(from)) });
  return {
    window: window === null ? null : { ...span(window.from, addDays(window.to, 1)), middle: x(window.target) },
    bar: span(lane.sowOn, lane.plantOutOn ?? addDays(lane.emerge.to, 1)),
    cold: lane.chillFrom === null ? null : span(lane.chillFrom, lane.sowOn),
    soak: lane.soakFrom === null ? null : x(lane.soakFrom),
    emerge: span(lane.emerge.from, addDays(lane.emerge.to, 1)),
    potOn: lane.potOn === null ? null : x(lane.potOn),
    harden: lane.hardenFrom === null || lane.plantOutOn === null ? null : span(lane.hardenFrom, lane.plantOutOn),
    plantOut: lane.plantOutOn === null ? null : x(lane.plantOutOn),
    crop: x(lane.plantOutOn ?? addDays(lane.emerge.to, 1)) + BEHIND,
  };
}

/** First days of months on the scale, with their names. */
export function monthsOn(scale: LaneScale): { readonly x: number; readonly label: string }[] {
  const out: { x: number; label: string }[] = [];
  for (let day = `${scale.from.slice(0, 7)}-01`; day <= scale.to; day = `${addDays(day, 31).slice(0, 7)}-01`) {
    // A name that the edge would cut is left out.
    if (day >= scale.from && xOf(scale, day) < scale.width - 34)
      out.push({ x: xOf(scale, day), label: MONTHS[Number(day.slice(5, 7)) - 1] ?? '' });
  }
  return out;
}

/** The frost behind the lanes: columns a few days wide, darker where a frost still follows or has come. */
export function frostColumns(
  scale: LaneScale,
  risk: SeasonPage['risk'],
): { readonly x: number; readonly width: number; readonly risk: number }[] {
  return risk.flatMap((r, i) => {
    const next = risk[i + 1]?.day ?? addDays(r.day, 3);
    const from = Math.max(0, xOf(scale, r.day));
    const to = Math.min(scale.width, xOf(scale, next));
    return to > from && r.risk > 0.005 ? [{ x: from, width: to - from, risk: r.risk }] : [];
  });
}

/** Rows that are in view, with a few above and below. */
export function rowsInView(scrolled: number, height: number, rows: number): { readonly from: number; readonly to: number } {
  const from = Math.max(0, Math.floor(scrolled / LANE_HEIGHT) - 4);
  return { from, to: Math.min(rows, Math.ceil((scrolled + height) / LANE_HEIGHT) + 4) };
}
