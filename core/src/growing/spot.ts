import type { LengthUnit } from '../units.ts';
import { distance } from '../words/lengths.ts';

/** A place on the plan, coarse on purpose: metres east and north of the library. */
export interface Spot {
  readonly eastM: number;
  readonly northM: number;
}

/** Spots lie on a grid, so that nobody's door is on the plan. */
export const SPOT_GRID_M = 50;
/** What lies farther than this is no neighbour of anything here. */
export const MOST_FAR_M = 20_000;
/** Pollen has at least this far to go, also within a garden. */
export const LEAST_APART_M = 5;

// Nothing added, so that 0 is never -0.
export const onGrid = (m: number): number => Math.round(m / SPOT_GRID_M) * SPOT_GRID_M + 0;

export const DIRECTIONS = ['N', 'NE', 'E', 'SE', 'S', 'SW', 'W', 'NW'] as const;
export type Direction = (typeof DIRECTIONS)[number];
export const DIRECTION_WORDS: Readonly<Record<Direction, string>> = {
  N: 'north',
  NE: 'north-east',
  E: 'east',
  SE: 'south-east',
  S: 'south',
  SW: 'south-west',
  W: 'west',
  NW: 'north-west',
};

/** The spot so far off in that direction, on the grid. */
export function spotAt(distanceM: number, direction: Direction): Spot {
  const turn = (DIRECTIONS.indexOf(direction) * Math.PI) / 4;
  return { eastM: onGrid(distanceM * Math.sin(turn)), northM: onGrid(distanceM * Math.cos(turn)) };
}

/** How far from the library, and whereto; the direction is the nearest of eight. */
export function fromLibrary({ eastM, northM }: Spot): { readonly distanceM: number; readonly direction: Direction } {
  const eighth = Math.round((Math.atan2(eastM, northM) * 4) / Math.PI);
  return { distanceM: Math.hypot(eastM, northM), direction: DIRECTIONS[(eighth + 8) % 8] as Direction };
}

/** Metres between two spots, never less than pollen has to go within a garden, nor than they were said to be apart. */
export const apartM = (a: Spot, b: Spot, saidM = 0): number =>
  Math.max(LEAST_APART_M, saidM, Math.hypot(a.eastM - b.eastM, a.northM - b.northM));

/** `1.2 km`, `509 m`; `0.7 miles`, `1670 feet`. */
export function farWords(m: number, unit: LengthUnit): string {
  if (unit === 'mm') return m < 1000 ? distance(m, unit) : `${(m / 1000).toFixed(m < 9950 ? 1 : 0)} km`;
  return m < 805 ? distance(m, unit) : `${(m / 1609.344).toFixed(m < 15_000 ? 1 : 0)} miles`;
}
