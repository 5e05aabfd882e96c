import type { Crop } from '../crops/crop.ts';
import { CoreError, wrong } from '../errors.ts';
import type { TemperatureUnit } from '../units.ts';
import { span } from '../words/ranges.ts';
import { warmthRange } from '../words/warmth.ts';
import { plural } from '../words/words.ts';

/** A tray: cells in rows, some of which it may not have (`gaps`, counted from 0 along the rows). */
export interface TrayShape {
  readonly rows: number;
  readonly columns: number;
  readonly gaps: readonly number[];
}

/** One cell of a map: sown with the seed of a letter, marked with a label of it, or left empty. */
export interface TrayCell {
  readonly letter: string;
  readonly marker: boolean;
}

export type TrayMap = readonly (TrayCell | null)[];

export const MOST_CELLS = 600;
/** No cell or section holds more seeds than this. */
export const MOST_IN_CELL = 1000;

/**
 * How many seeds lie in each cell when so many are sown over cells that are meant to hold `perCell`: as many cells as the seed fills, the last
 * with what is left; what is more than all of them hold is spread, one more in each from the first.
 */
export function fillCells(cells: number, perCell: number, seeds: number): number[] {
  if (seeds <= cells * perCell) {
    return Array.from({ length: Math.ceil(seeds / perCell) }, (_, i) => Math.min(perCell, seeds - i * perCell));
  }
  const [each, more] = [Math.floor(seeds / cells), seeds % cells];
  return Array.from({ length: cells }, (_, i) => each + (i < more ? 1 : 0));
}

export const LETTERS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ';

/** Cells that the tray really has. */
export function cellsOf(shape: TrayShape): number {
  return shape.rows * shape.columns - shape.gaps.length;
}

export function checkShape(shape: TrayShape): void {
  for (const field of ['rows', 'columns'] as const) {
    if (!Number.isInteger(shape[field]) || shape[field] < 1 || shape[field] > 60) {
      throw new CoreError('tray', field, shape[field], 'must be a whole number from 1 to 60');
    }
  }
  const all = shape.rows * shape.columns;
  if (all > MOST_CELLS)
    throw new CoreError('tray', 'columns', shape.columns, `makes ${plural(all, 'cell')}; ${String(MOST_CELLS)} at most`);
  if (new Set(shape.gaps).size !== shape.gaps.length) throw new CoreError('tray', 'gaps', shape.gaps, 'names a cell twice');
  const none = shape.gaps.find((g) => !Number.isInteger(g) || g < 0 || g >= all);
  if (none !== undefined) throw new CoreError('tray', 'gaps', none, 'names a cell that the tray does not have');
  if (shape.gaps.length >= all) throw new CoreError('tray', 'gaps', shape.gaps.length, 'leaves no cell');
}

/**
 * Reads which cells a tray lacks, as a person says it: `1.1, 3.5` is row and place in it, counted from 1. Empty text is none. Throws an InputError
 * for `gaps` when a part is no such pair or the tray has no such cell: a wrong number must not become another cell.
 */
export function gapsFromText(text: string, rows: number, columns: number): number[] {
  const parts = text.split(/[,;\s]+/).filter((part) => part !== '');
  return parts.map((part) => {
    const found = /^(\d+)[.:](\d+)$/.exec(part);
    if (!found) throw wrong('gaps', `"${part.slice(0, 20)}" is not a cell; write row and place in it, as 1.1, 3.5`);
    const [row, place] = [Number(found[1]), Number(found[2])];
    if (row < 1 || row > rows || place < 1 || place > columns) {
      throw wrong('gaps', `the tray has no cell ${part}; it has ${String(rows)} rows of ${String(columns)}`);
    }
    return (row - 1) * columns + place - 1;
  });
}

/** A map as one short text a cell, as it is stored and sent: `A`, `A*` for its marker, nothing for an empty cell. */
export function mapToText(map: TrayMap): string[] {
  return map.map((c) => (c === null ? '' : `${c.letter}${c.marker ? '*' : ''}`));
}

/** Reads a stored map. Throws a CoreError that names the cell: a map larger than its tray, a letter that is not on it, seed in a gap. */
export function mapFromText(texts: readonly string[], shape: TrayShape, letters: readonly string[]): TrayMap {
  const all = shape.rows * shape.columns;
  if (texts.length !== all) {
    throw new CoreError('tray', 'map', texts.length, `holds ${plural(texts.length, 'cell')}, but the tray has ${String(all)}`);
  }
  return texts.map((text, i) => {
    if (text === '') return null;
    const found = /^([A-Z])(\*?)$/.exec(text);
    const letter = found?.[1] ?? '';
    if (!found || !letters.includes(letter))
      throw new CoreError('tray', `map[${String(i)}]`, text, 'is not the letter of anything on this tray');
    if (shape.gaps.includes(i)) throw new CoreError('tray', `map[${String(i)}]`, text, 'the tray has no cell there');
    return { letter, marker: found[2] === '*' };
  });
}

/** What lies on a tray under one letter. */
export interface TrayFill {
  readonly letter: string;
  readonly variety: string;
  readonly cropKey: string;
  readonly seedsPerCell: number;
  /** Seeds of its lot that may be used. */
  readonly available: number;
  readonly crop: Pick<Crop, 'name' | 'lightNeed' | 'soilOptLowC' | 'soilOptHighC' | 'emergeMinD' | 'emergeMaxD'>;
}

export interface FillCount {
  readonly letter: string;
  readonly cells: number;
  readonly markers: number;
  readonly seeds: number;
  /** Seeds that are missing; 0 when there are enough. */
  readonly short: number;
}

/** Cells, markers and seeds of each letter, seeds needed against seeds there. */
export function countFills(map: TrayMap, fills: readonly TrayFill[]): FillCount[] {
  return fills.map((f) => {
    const own = map.filter((c) => c?.letter === f.letter);
    const markers = own.filter((c) => c?.marker).length;
    const cells = own.length - markers;
    const seeds = cells * f.seedsPerCell;
    return { letter: f.letter, cells, markers, seeds, short: Math.max(0, seeds - f.available) };
  });
}

export interface TrayWarning {
  readonly kind: 'warmth' | 'light' | 'pace' | 'look-alike' | 'no-marker' | 'short';
  readonly letters: readonly string[];
  readonly title: string;
  readonly text: string;
}

/** Degrees between best ranges below which one warmth does for both. */
const WARMTH_SLACK = 1;

/**
 * What goes wrong with a map, the worst first: seed that is not there, two warmths, lights or paces under one cover, look-alikes that touch, and
 * a kind that no label marks.
 */
export function trayWarnings(map: TrayMap, shape: TrayShape, fills: readonly TrayFill[], unit: TemperatureUnit = 'C'): TrayWarning[] {
  const degrees = (f: TrayFill): string => warmthRange(f.crop.soilOptLowC, f.crop.soilOptHighC, unit);
  const counts = new Map(countFills(map, fills).map((c) => [c.letter, c]));
  const on = fills.filter((f) => (counts.get(f.letter)?.cells ?? 0) > 0);
  const out: TrayWarning[] = [];
  for (const f of on) {
    const count = counts.get(f.letter) as FillCount;
    if (count.short > 0) {
      out.push({
        kind: 'short',
        letters: [f.letter],
        title: `${plural(count.short, 'seed')} short`,
        text: `${f.letter} needs ${plural(count.seeds, 'seed')} of ${f.variety} and ${String(f.available)} are there. Clear some cells, or put fewer in each.`,
      });
    }
  }
  const cold = lowest(on, (f) => f.crop.soilOptHighC);
  const warm = lowest(on, (f) => -f.crop.soilOptLowC);
  if (cold && warm && warm.crop.soilOptLowC > cold.crop.soilOptHighC + WARMTH_SLACK) {
    out.push({
      kind: 'warmth',
      letters: [warm.letter, cold.letter],
      title: 'Two warmths under one cover',
      text: `${warm.crop.name} wants ${degrees(warm)}, ${cold.crop.name} ${degrees(cold)}. Put ${cold.letter} on a tray of its own.`,
    });
  } else if (cold && warm && warm.crop.soilOptLowC - cold.crop.soilOptLowC >= 6) {
    out.push({
      kind: 'warmth',
      letters: [warm.letter, cold.letter],
      title: 'One likes it much warmer',
      text: `${warm.crop.name} wants ${degrees(warm)}, ${cold.crop.name} does with ${degrees(cold)}. Keep to the warmer, and take the tray off the mat when ${cold.letter} is up.`,
    });
  }
  const dark = on.find((f) => f.crop.lightNeed === 'dark');
  const light = on.find((f) => f.crop.lightNeed === 'light');
  if (dark && light) {
    out.push({
      kind: 'light',
      letters: [dark.letter, light.letter],
      title: 'Light and dark under one cover',
      text: `${dark.crop.name} sprouts in the dark, ${light.crop.name} needs light. Cover ${dark.letter} with sifted mix, or give it a tray of its own.`,
    });
  }
  const quick = lowest(on, (f) => f.crop.emergeMaxD + f.crop.emergeMinD);
  const slow = lowest(on, (f) => -f.crop.emergeMaxD);
  if (quick && slow && apart(quick.crop, slow.crop)) {
    out.push({
      kind: 'pace',
      letters: [quick.letter, slow.letter],
      title: 'Two paces under one cover',
      text: `${quick.crop.name} is up in ${span(quick.crop.emergeMinD, quick.crop.emergeMaxD, 'day')} and then wants air; ${slow.crop.name} takes ${span(slow.crop.emergeMinD, slow.crop.emergeMaxD)} covered. Put ${quick.letter} on a tray of its own, or lift the cover on day ${String(quick.crop.emergeMinD + 1)} and keep ${slow.letter} damp by hand.`,
    });
  }
  out.push(...lookAlikes(map, shape, on));
  const unmarked = on.filter((f) => counts.get(f.letter)?.markers === 0);
  if (unmarked.length > 0) {
    out.push({
      kind: 'no-marker',
      letters: unmarked.map((f) => f.letter),
      title:
        unmarked.length === 1
          ? `No label marks ${unmarked[0]?.letter ?? ''}`
          : `No label marks ${unmarked.map((f) => f.letter).join(', ')}`,
      text: 'A label on the rim does; one in a cell of its own cannot fall off.',
    });
  }
  return out;
}

/** Whether one is up and wants air long before the other: from twice as early, and by days. */
function apart(quick: TrayFill['crop'], slow: TrayFill['crop']): boolean {
  const days = slow.emergeMaxD - quick.emergeMaxD;
  return (slow.emergeMaxD >= 2 * quick.emergeMaxD && days >= 6) || (slow.emergeMinD >= 2 * quick.emergeMinD && days >= 5);
}

function lowest<T>(items: readonly T[], by: (item: T) => number): T | undefined {
  return items.reduce<T | undefined>((least, item) => (least === undefined || by(item) < by(least) ? item : least), undefined);
}

/** Pairs of varieties of one crop whose sown cells touch side by side: nobody can tell them apart when they are up. */
function lookAlikes(map: TrayMap, shape: TrayShape, fills: readonly TrayFill[]): TrayWarning[] {
  const touching = new Set<string>();
  const byLetter = new Map(fills.map((f) => [f.letter, f]));
  map.forEach((cell, i) => {
    const here = cell && !cell.marker ? byLetter.get(cell.letter) : undefined;
    if (!here) return;
    const column = i % shape.columns;
    for (const j of [column + 1 < shape.columns ? i + 1 : -1, i + shape.columns]) {
      const other = map[j];
      const there = other && !other.marker ? byLetter.get(other.letter) : undefined;
      if (there && there.letter !== here.letter && there.cropKey === here.cropKey) {
        touching.add([here.letter, there.letter].sort().join(''));
      }
    }
  });
  return [...touching].sort().map((pair) => {
    const [a, b] = [pair.charAt(0), pair.charAt(1)];
    return {
      kind: 'look-alike',
      letters: [a, b],
      title: 'Look-alikes side by side',
      text: `${a} and ${b} are both ${byLetter.get(a)?.crop.name ?? ''}. Leave a row between them, or set a marker where one ends.`,
    };
  });
}

/** What one letter asks of a layout. */
export interface TrayWish {
  readonly letter: string;
  readonly cropKey: string;
  readonly cells: number;
}

export interface TrayLayout {
  readonly map: TrayMap;
  /** Cells that found no place, by letter. */
  readonly left: Readonly<Record<string, number>>;
}

/**
 * Lays wishes out over a tray, whole columns one after the other: a marker in the first cell of each kind, look-alikes next to
 * each other in the order but with an empty column between. When that does not fit, kinds follow each other without a
 * new column, and a marker keeps them apart.
 */
export function layOut(wishes: readonly TrayWish[], shape: TrayShape, markers = true): TrayLayout {
  const roomy = tryLayout(wishes, shape, markers, true);
  return Object.keys(roomy.left).length === 0 ? roomy : tryLayout(wishes, shape, markers, false);
}

function tryLayout(wishes: readonly TrayWish[], shape: TrayShape, markers: boolean, roomy: boolean): TrayLayout {
  const map: (TrayCell | null)[] = Array.from({ length: shape.rows * shape.columns }, () => null);
  const gaps = new Set(shape.gaps);
  // Down the columns: a column is what one hand fills, and what a label at its head names.
  const order = Array.from({ length: shape.columns }, (_, c) => Array.from({ length: shape.rows }, (_r, r) => r * shape.columns + c))
    .flat()
    .filter((i) => !gaps.has(i));
  const columnOf = (at: number): number => (order[at] ?? 0) % shape.columns;
  const left: Record<string, number> = {};
  let at = 0;
  wishes.forEach((wish, n) => {
    const before = wishes[n - 1];
    if (before && roomy && at < order.length) {
      const filled = columnOf(at - 1);
      while (at < order.length && columnOf(at) === filled) at += 1;
      if (before.cropKey === wish.cropKey) {
        const empty = columnOf(at);
        while (at < order.length && columnOf(at) === empty) at += 1;
      }
    }
    let toSow = wish.cells;
    let toMark = markers && wish.cells > 0;
    while ((toSow > 0 || toMark) && at < order.length) {
      map[order[at] as number] = { letter: wish.letter, marker: toMark };
      if (!toMark) toSow -= 1;
      toMark = false;
      at += 1;
    }
    if (toSow > 0) left[wish.letter] = toSow;
  });
  return { map, left };
}
