import type * as yup from 'yup';
import {
  cellsOf,
  CoreError,
  layOut,
  mapFromText,
  mapToText,
  plural,
  type trayEditForm,
  type trayForm,
  type trayMapForm,
  type TrayShape,
  wrong,
} from '@esprel/core';
import { type Db, one } from '../db/db.ts';
import type { Change } from '../journal/change.ts';
import { blocked } from '../problem.ts';
import { lotByCode, type LotRow } from '../records/lot.ts';
import { plannedRow } from '../records/planned.ts';
import { sowTogether } from '../season/trayDay.ts';
import { checkedShape } from './benchRoutes.ts';
import { fillsOf, shapeOf, trayRow, type TrayRow, traySheet } from './traySheet.ts';

interface FillBody {
  letter: string;
  lotCode: string;
  plannedId?: number | null;
  seedsPerCell: number;
}

/** Lots of the letters of a tray; each error names its letter's row. */
function checkedFills(db: Db, fills: readonly FillBody[]): { fill: FillBody; lot: LotRow }[] {
  const letters = new Set<string>();
  return fills.map((fill, i) => {
    const at = `fills[${String(i)}]`;
    if (letters.has(fill.letter)) throw wrong(`${at}.letter`, `${fill.letter} stands there twice`);
    letters.add(fill.letter);
    const lot = lotByCode(db, fill.lotCode, `${at}.lotCode`);
    if (lot.state === 'quarantine') throw wrong(`${at}.lotCode`, `${lot.code} waits in quarantine; release it first`);
    if (fill.plannedId != null && plannedRow(db, fill.plannedId, `${at}.plannedId`).lot_id !== lot.id) {
      throw wrong(`${at}.plannedId`, `is not a plan for ${lot.code}`);
    }
    return { fill, lot };
  });
}

function checkedMap(map: readonly string[], shape: TrayShape, letters: readonly string[]): string[] {
  try {
    return mapToText(mapFromText(map, shape, letters));
  } catch (error) {
    if (error instanceof CoreError) throw wrong(error.field, error.message);
    throw error;
  }
}

function checkedBench(db: Db, benchId: number | null | undefined): number | null {
  if (benchId != null && !one(db, 'SELECT 1 FROM bench_places WHERE id = ?', benchId))
    throw wrong('benchId', 'is not a place on the bench; choose again');
  return benchId ?? null;
}

/** A new tray: with the map that was drawn, or laid out by itself from how many cells each letter wants. */
export function makeTray(change: Change, body: yup.InferType<typeof trayForm>) {
  const { db } = change;
  const shape = { rows: body.rows, columns: body.columns, gaps: body.gaps as number[] };
  checkedShape(shape);
  const fills = checkedFills(db, body.fills as FillBody[]);
  const letters = fills.map((f) => f.fill.letter);
  const wishes = (body.wish ?? []) as { letter: string; cells: number }[];
  wishes.forEach((w, i) => {
    if (!letters.includes(w.letter)) throw wrong(`wish[${String(i)}].letter`, 'is not a letter of this tray');
  });
  const laid = layOut(
    wishes.map((w) => ({ ...w, cropKey: fills.find((f) => f.fill.letter === w.letter)?.lot.crop_key ?? '' })),
    shape,
  );
  const map = body.map != null ? checkedMap(body.map as string[], shape, letters) : mapToText(laid.map);
  const id = change.insert('trays', {
    name: body.name.trim(),
    rows: shape.rows,
    columns: shape.columns,
    gaps: JSON.stringify(shape.gaps),
    map: JSON.stringify(map),
    bench_id: checkedBench(db, body.benchId),
    covered: body.covered ? 1 : 0,
    sow_on: body.sowOn,
    note: body.note?.trim() || null,
  });
  for (const { fill, lot } of fills) insertFill(change, id, fill, lot);
  sowTogether(change, id, body.sowOn);
  change.touch('tray', id);
  change.describe(`Laid out ${body.name.trim()}: ${plural(fills.length, 'variety', 'varieties')} over ${plural(cellsOf(shape), 'cell')}`);
  return { id, left: body.map != null ? {} : laid.left };
}

function insertFill(change: Change, trayId: number, fill: FillBody, lot: LotRow): void {
  change.insert('tray_fills', {
    tray_id: trayId,
    letter: fill.letter,
    lot_id: lot.id,
    planned_id: fill.plannedId ?? null,
    seeds_per_cell: fill.seedsPerCell,
  });
}

export function refuseSown(tray: TrayRow): void {
  if (tray.sown_on !== null) throw blocked(`${tray.name} was sown on ${tray.sown_on}; what grows in it cannot be painted over`);
}

/** The map after a stroke of the brush: letters may have come, gone or changed their seeds. */
export function paintTray(change: Change, id: number, body: yup.InferType<typeof trayMapForm>) {
  const { db } = change;
  const tray = trayRow(db, id);
  refuseSown(tray);
  const fills = checkedFills(db, body.fills as FillBody[]);
  const shape = shapeOf(tray);
  const map = checkedMap(
    body.map as string[],
    shape,
    fills.map((f) => f.fill.letter),
  );
  const before = JSON.parse(tray.map) as string[];
  const painted = map.filter((c, i) => c !== before[i]).length;
  change.update('trays', id, { map: JSON.stringify(map) }, body.version);
  for (const old of fillsOf(db, id)) {
    const now = fills.find((f) => f.fill.letter === old.letter);
    if (!now) change.remove('tray_fills', old.id);
    else if (now.lot.id !== old.lot_id || now.fill.seedsPerCell !== old.seeds_per_cell || (now.fill.plannedId ?? null) !== old.planned_id) {
      change.update('tray_fills', old.id, {
        lot_id: now.lot.id,
        seeds_per_cell: now.fill.seedsPerCell,
        planned_id: now.fill.plannedId ?? null,
      });
    }
  }
  const have = new Set(fillsOf(db, id).map((f) => f.letter));
  for (const { fill, lot } of fills) if (!have.has(fill.letter)) insertFill(change, id, fill, lot);
  sowTogether(change, id, tray.sow_on);
  change.touch('tray', id);
  change.describe(painted === 0 ? `Changed what lies on ${tray.name}` : `Painted ${plural(painted, 'cell')} of ${tray.name}`);
  return traySheet(db, id, change.today);
}

/** Name, place, day and shape. A smaller tray must still hold what is painted on it. */
export function changeTray(change: Change, id: number, body: yup.InferType<typeof trayEditForm>) {
  const { db } = change;
  const tray = trayRow(db, id);
  const shape = { rows: body.rows, columns: body.columns, gaps: body.gaps as number[] };
  checkedShape(shape);
  const old = shapeOf(tray);
  const before = JSON.parse(tray.map) as string[];
  const same = shape.rows === old.rows && shape.columns === old.columns && JSON.stringify(shape.gaps) === JSON.stringify(old.gaps);
  let map = before;
  if (!same) {
    refuseSown(tray);
    map = Array.from({ length: shape.rows * shape.columns }, () => '');
    const lost = before.filter((text, i) => {
      const [row, column] = [Math.floor(i / old.columns), i % old.columns];
      const to = row * shape.columns + column;
      const held = row < shape.rows && column < shape.columns && !shape.gaps.includes(to);
      if (held) map[to] = text;
      return text !== '' && !held;
    }).length;
    if (lost > 0) throw wrong('rows', `${plural(lost, 'painted cell')} would fall off the tray; clear them first`);
  }
  change.update(
    'trays',
    id,
    {
      name: body.name.trim(),
      rows: shape.rows,
      columns: shape.columns,
      gaps: JSON.stringify(shape.gaps),
      map: JSON.stringify(map),
      bench_id: checkedBench(db, body.benchId),
      covered: body.covered ? 1 : 0,
      sow_on: body.sowOn,
      note: body.note?.trim() || null,
    },
    body.version,
  );
  sowTogether(change, id, body.sowOn);
  change.touch('tray', id);
  change.describe(`Changed ${body.name.trim()}`);
  return traySheet(db, id, change.today);
}

export function dropTray(change: Change, id: number, version: number) {
  const tray = trayRow(change.db, id);
  refuseSown(tray);
  for (const fill of fillsOf(change.db, id)) change.remove('tray_fills', fill.id);
  change.remove('trays', id, version);
  change.touch('tray', id);
  change.describe(`Dropped the plan of ${tray.name}`);
  return { id };
}
