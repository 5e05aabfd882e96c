import { daysBetween, type SeedKind } from '@esprel/core';
import type { SeedMark } from '@esprel/core/api';

/** The stamps of the seed sheet: what a seed can be found to be, with its word and its key. */
export const STAMPS = [
  { kind: 'normal', words: 'sprouted', key: 'S' },
  { kind: 'abnormal', words: 'abnormal', key: 'A' },
  { kind: 'hard', words: 'hard', key: 'H' },
  { kind: 'fresh', words: 'fresh', key: 'F' },
  { kind: 'dead', words: 'mouldy, dead', key: 'M' },
  { kind: 'empty', words: 'empty', key: 'E' },
] as const satisfies readonly { kind: SeedKind; words: string; key: string }[];

const without = (marks: readonly SeedMark[], position: number): SeedMark[] => marks.filter((m) => m.position !== position);
const sorted = (marks: SeedMark[]): SeedMark[] => marks.sort((a, b) => a.position - b.position);

export function markAt(marks: readonly SeedMark[], position: number): SeedMark | undefined {
  return marks.find((m) => m.position === position);
}

/** Puts a stamp on a seed; the same stamp again takes it off. A seed that changes its kind keeps nothing of the old. */
export function stamp(marks: readonly SeedMark[], position: number, kind: SeedKind, day: string): SeedMark[] {
  const now = markAt(marks, position);
  if (now?.kind === kind) return without(marks, position);
  return sorted([...without(marks, position), { position, kind, markedOn: day }]);
}

export function countOf(marks: readonly SeedMark[], kind: SeedKind): number {
  return marks.filter((m) => m.kind === kind).length;
}

/**
 * Marks changed so that `total` seeds are of `kind`: new ones are put on the first seeds without a mark, too many are
 * taken off again, the latest first. Null when there are not that many seeds left.
 */
export function countTo(marks: readonly SeedMark[], kind: SeedKind, total: number, seeds: number, day: string): SeedMark[] | null {
  const others = marks.filter((m) => m.kind !== kind);
  if (!Number.isInteger(total) || total < 0 || total + others.length > seeds) return null;
  const same = marks.filter((m) => m.kind === kind).sort((a, b) => a.markedOn.localeCompare(b.markedOn) || a.position - b.position);
  if (total <= same.length) return sorted([...others, ...same.slice(0, total)]);
  const taken = new Set(marks.map((m) => m.position));
  const free = Array.from({ length: seeds }, (_, i) => i + 1).filter((p) => !taken.has(p));
  const added = free.slice(0, total - same.length).map((position): SeedMark => ({ position, kind, markedOn: day }));
  return sorted([...marks, ...added]);
}

/** Day of the test on which a mark was made: what is written on the seed. */
export function testDay(mark: SeedMark, warmFrom: string): number {
  return Math.max(0, daysBetween(warmFrom, mark.markedOn));
}

export interface LaidSeed {
  readonly position: number;
  readonly x: number;
  readonly y: number;
  /** Tilt of the seed in degrees, so that a sheet looks laid by hand; always the same for one seed. */
  readonly tilt: number;
}

export const SEED_CELL = { width: 66, height: 60, left: 34, top: 6 } as const;

/** Seeds in a row: ten, as they are counted; on a phone five, so that a thumb meets one seed and not two. */
export const ROW = 10;
export const NARROW_ROW = 5;

/** Where the seeds lie, so many in a row. */
export function laySeeds(seeds: number, row: number = ROW): LaidSeed[] {
  return Array.from({ length: seeds }, (_, i) => {
    const wobble = Math.sin((i + 1) * 12.9898) * 43758.5453;
    const part = wobble - Math.floor(wobble);
    return {
      position: i + 1,
      x: SEED_CELL.left + (i % row) * SEED_CELL.width + SEED_CELL.width / 2 + (part - 0.5) * 8,
      y: SEED_CELL.top + Math.floor(i / row) * SEED_CELL.height + SEED_CELL.height / 2 + (part - 0.5) * 5,
      tilt: Math.round((part - 0.5) * 50),
    };
  });
}

/** The seed reached from `position` by an arrow key; stays at the edges. */
export function stepTo(position: number, key: string, seeds: number, row: number = ROW): number {
  const by = { ArrowLeft: -1, ArrowRight: 1, ArrowUp: -row, ArrowDown: row, Home: 1 - position, End: seeds - position }[key] ?? 0;
  const next = position + by;
  return next < 1 || next > seeds ? position : next;
}
