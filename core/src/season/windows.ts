import { addDays, type Day, daysBetween, yearOf } from '../dates/day.ts';
import { type FieldError, needNone, needNumber } from '../errors.ts';
import { springFrostRisk } from './frost.ts';

/** A range of weeks; the first may be below zero, which is before what they count from. */
export interface Weeks {
  readonly min: number;
  readonly max: number;
}

/** The days within which something is done, and the middle to start with. */
export interface Window {
  readonly from: Day;
  readonly target: Day;
  readonly to: Day;
}

export type Anchor = 'last-frost' | 'plant-out';

export interface SeasonCrop {
  readonly anchor: Anchor;
  readonly startWeeks?: Weeks | null | undefined;
  readonly plantOutWeeks?: Weeks | null | undefined;
  readonly directWeeks?: Weeks | null | undefined;
  readonly chillWeeks: number;
  readonly soakHours: number;
}

export interface SeasonInput {
  readonly lastFrost: Day;
  readonly sdDays: number;
  readonly crop: SeasonCrop;
  /** A date of planting out that somebody wants. */
  readonly plantOut?: Day | null | undefined;
  readonly hardeningDays?: number | undefined;
}

export interface Season {
  /** `from` and `to` are null when the crop has no weeks for it and a date was wanted. */
  readonly plantOut: { readonly from: Day | null; readonly target: Day; readonly to: Day | null } | null;
  readonly sow: Window | null;
  readonly direct: Window | null;
  readonly chillFrom: Day | null;
  readonly soakFrom: Day | null;
  readonly hardenFrom: Day | null;
  readonly frostRiskAtPlantOut: number | null;
}

export const HARDENING_DAYS = 7;
const MOST_WEEKS = 520;

/** Weeks that are counted from an anchor. */
const COUNTED_WEEKS = ['startWeeks', 'plantOutWeeks', 'directWeeks'] as const;

/** What of a season cannot be: weeks that end before they start, and days outside of the years that can be counted in. */
export function seasonErrors({ crop, lastFrost, plantOut }: Pick<SeasonInput, 'crop' | 'lastFrost' | 'plantOut'>): FieldError[] {
  const weeks = COUNTED_WEEKS.flatMap((field) => {
    const range = crop[field];
    return range && range.max < range.min
      ? [{ path: `crop.${field}.max`, message: `ends before it starts; must not be less than ${String(range.min)}` }]
      : [];
  });
  const days = Object.entries({ lastFrost, plantOut }).flatMap(([path, day]) =>
    day != null && (yearOf(day) < 200 || yearOf(day) > 9900) ? [{ path, message: 'must lie in the years 200 to 9900' }] : [],
  );
  return [...weeks, ...days];
}

/** The window `min..max` weeks after a day (below zero: before it), its middle rounded down; part weeks to the earlier day. */
export function windowAfter(day: Day, weeks: Weeks): Window {
  return windowBetween(addDays(day, 7 * weeks.min), addDays(day, 7 * weeks.max));
}

/** The window `max..min` weeks before a day. */
export function windowBefore(day: Day, weeks: Weeks): Window {
  return windowAfter(day, { min: -weeks.max, max: -weeks.min });
}

export function windowBetween(from: Day, to: Day): Window {
  return { from, target: addDays(from, daysBetween(from, to) / 2), to };
}

/** A window longer than this is for sowing again and again, and is begun in this many days from its start. */
const LONG_WINDOW = 42;
const BEGIN_LONG = 21;

/** A window with the day to begin as its target: its middle, or three weeks in where it goes on for months. */
export function begunEarly(w: Window): Window {
  return daysBetween(w.from, w.to) <= LONG_WINDOW ? w : { ...w, target: addDays(w.from, BEGIN_LONG) };
}

/** What has to be done before a sowing: weeks of cold, hours in water. */
export interface Before {
  readonly chillWeeks: number;
  readonly soakHours: number;
}

/** When to begin before sowing on a day: weeks of cold, and hours in water before those. */
export function prepareBefore(
  sowOn: Day,
  { chillWeeks, soakHours }: Before,
): { readonly chillFrom: Day | null; readonly soakFrom: Day | null } {
  const chillFrom = chillWeeks > 0 ? addDays(sowOn, -7 * chillWeeks) : null;
  return { chillFrom, soakFrom: soakHours > 0 ? addDays(chillFrom ?? sowOn, -Math.ceil(soakHours / 24)) : null };
}

/**
 * When a crop is sown, chilled, hardened and planted out in one year: windows counted from the last frost or from the day of planting
 * out, with their middle. A wanted day of planting out takes the place of the middle; the window stays. Throws a
 * CoreError for windows that end before they start.
 */
export function season(input: SeasonInput): Season {
  const { lastFrost, sdDays, crop } = input;
  needNumber('season', 'sdDays', sdDays, Number.MIN_VALUE);
  needNumber('season', 'crop.chillWeeks', crop.chillWeeks, 0, MOST_WEEKS);
  needNumber('season', 'crop.soakHours', crop.soakHours, 0, 24 * 365);
  const hardeningDays = input.hardeningDays ?? HARDENING_DAYS;
  needNumber('season', 'hardeningDays', hardeningDays, 0, 365);
  for (const field of COUNTED_WEEKS) {
    const weeks = crop[field];
    if (!weeks) continue;
    needNumber('season', `crop.${field}.min`, weeks.min, -MOST_WEEKS, MOST_WEEKS);
    needNumber('season', `crop.${field}.max`, weeks.max, -MOST_WEEKS, MOST_WEEKS);
  }
  needNone('season', seasonErrors(input));
  const usual = crop.plantOutWeeks ? windowAfter(lastFrost, crop.plantOutWeeks) : null;
  const target = input.plantOut ?? usual?.target ?? null;
  const plantOut = target === null ? null : { from: usual?.from ?? null, target, to: usual?.to ?? null };
  const anchor = crop.anchor === 'last-frost' ? lastFrost : target;
  const sow = crop.startWeeks && anchor !== null ? windowBefore(anchor, crop.startWeeks) : null;
  return {
    plantOut,
    sow,
    direct: crop.directWeeks ? windowAfter(lastFrost, crop.directWeeks) : null,
    ...(sow === null ? { chillFrom: null, soakFrom: null } : prepareBefore(sow.target, crop)),
    hardenFrom: target === null ? null : addDays(target, -hardeningDays),
    frostRiskAtPlantOut: target === null ? null : springFrostRisk(target, lastFrost, sdDays),
  };
}
