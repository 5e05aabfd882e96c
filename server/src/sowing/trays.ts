import {
  cellsOf,
  CoreError,
  type Crop,
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
import type * as yup from 'yup';
import { libraryCrop } from '../crops/crops.ts';
import { all, type Db, one } from '../db/db.ts';
import { notFound } from '../http/problem.ts';
import type { Change } from '../journal/change.ts';
import { historyOf } from '../journal/history.ts';
import { lotRow, type LotRow } from '../lots/estimates.ts';
import { lotByCode, lotNames } from '../lots/queries.ts';
import { cautionsOfLot } from '../restricted/restricted.ts';
import { plannedRow } from '../season/planned.ts';
import { checkedShape } from './bench.ts';
import { nextCareOf } from './care.ts';

export interface TrayRow {
  readonly id: number;
  readonly name: string;
  readonly rows: number;
  readonly columns: number;
  readonly gaps: string;
  readonly map: string;
  readonly bench_id: number | null;
  readonly covered: number;
  readonly sow_on: string;
  readonly sown_on: string | null;
  readonly cleared_on: string | null;
  readonly photo: string | null;
  readonly note: string | null;
  readonly version: number;
}

export interface FillRow {
  readonly id: number;
  readonly letter: string;
  readonly lot_id: number;
  readonly planned_id: number | null;
  readonly seeds_per_cell: number;
}

export function trayRow(db: Db, id: number): TrayRow {
  const row = one<TrayRow>(db, 'SELECT * FROM trays WHERE id = ?', id);
  if (!row) throw notFound('That tray');
  return row;
}

export function fillsOf(db: Db, trayId: number): FillRow[] {
  return all<FillRow>(
    db,
    'SELECT id, letter, lot_id, planned_id, seeds_per_cell FROM tray_fills WHERE tray_id = ? ORDER BY letter',
    trayId,
  );
}

export function shapeOf(tray: Pick<TrayRow, 'rows' | 'columns' | 'gaps'>): TrayShape & { readonly gaps: number[] } {
  return { rows: tray.rows, columns: tray.columns, gaps: JSON.parse(tray.gaps) as number[] };
}

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
export function makeTray(change: Change, body: yup.InferType<typeof trayForm>): object {
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
  change.touch('tray', id);
  change.describe(`Laid out ${body.name.trim()}: ${plural(fills.length, 'variety', 'varieties')} over ${String(cellsOf(shape))} cells`);
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
  if (tray.sown_on !== null) throw wrong('version', `${tray.name} was sown on ${tray.sown_on}; what grows in it cannot be painted over`);
}

/** The map after a stroke of the brush: letters may have come, gone or changed their seeds. */
export function paintTray(change: Change, id: number, body: yup.InferType<typeof trayMapForm>): object {
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
  change.touch('tray', id);
  change.describe(painted === 0 ? `Changed what lies on ${tray.name}` : `Painted ${plural(painted, 'cell')} of ${tray.name}`);
  return traySheet(db, id, change.today);
}

/** Name, place, day and shape. A smaller tray must still hold what is painted on it. */
export function changeTray(change: Change, id: number, body: yup.InferType<typeof trayEditForm>): object {
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
  change.touch('tray', id);
  change.describe(`Changed ${body.name.trim()}`);
  return traySheet(db, id, change.today);
}

export function dropTray(change: Change, id: number): object {
  const tray = trayRow(change.db, id);
  refuseSown(tray);
  for (const fill of fillsOf(change.db, id)) change.remove('tray_fills', fill.id);
  change.remove('trays', id);
  change.touch('tray', id);
  change.describe(`Dropped the plan of ${tray.name}`);
  return { id };
}

type TrayCropFigures = Pick<
  Crop,
  | 'name'
  | 'lightNeed'
  | 'soilOptLowC'
  | 'soilOptHighC'
  | 'emergeMinD'
  | 'emergeMaxD'
  | 'sowDepthMm'
  | 'clumpSeeds'
  | 'seedsPerGram'
  | 'transplant'
  | 'pretreatments'
  | 'soakHours'
>;

function cropFigures(db: Db, key: string): TrayCropFigures {
  const c = libraryCrop(db, key);
  const {
    name,
    lightNeed,
    soilOptLowC,
    soilOptHighC,
    emergeMinD,
    emergeMaxD,
    sowDepthMm,
    clumpSeeds,
    seedsPerGram,
    transplant,
    pretreatments,
    soakHours,
  } = c;
  return {
    name,
    lightNeed,
    soilOptLowC,
    soilOptHighC,
    emergeMinD,
    emergeMaxD,
    sowDepthMm,
    clumpSeeds,
    seedsPerGram,
    transplant,
    pretreatments,
    soakHours,
  };
}

/** A tray as its pages show it: shape, map, letters with what is known of their lots, and what came up in each cell. */
export function traySheet(db: Db, id: number, today: string): object {
  const t = trayRow(db, id);
  const bench =
    t.bench_id === null ? null : one<object>(db, 'SELECT id, name, kind, warmth_c AS warmthC FROM bench_places WHERE id = ?', t.bench_id);
  const sowings = all<{
    id: number;
    letter: string;
    seeds: number;
    cells: number;
    version: number;
    fate: string | null;
    fateOn: string | null;
    emerged: number | null;
    lastLook: string | null;
    upOn: string | null;
    cropKey: string;
    sownOn: string;
  }>(
    db,
    `SELECT s.id, s.letter, s.seeds, s.cells, s.version, s.fate, s.fate_on AS fateOn,
       (SELECT max(emerged) FROM emergence_counts WHERE sowing_id = s.id) AS emerged,
       (SELECT max(counted_on) FROM emergence_counts WHERE sowing_id = s.id) AS lastLook,
       (SELECT min(counted_on) FROM emergence_counts WHERE sowing_id = s.id AND emerged > 0) AS upOn, s.sown_on AS sownOn, v.crop_key AS cropKey
     FROM sowings s JOIN lots l ON l.id = s.lot_id JOIN varieties v ON v.id = l.variety_id WHERE s.tray_id = ? ORDER BY s.letter`,
    id,
  ).map(({ upOn, cropKey, sownOn, ...s }) => ({
    ...s,
    care: s.fate === null || s.fate === 'came-up' ? nextCareOf(db, { id: s.id, sownOn, cropKey, upOn }, today) : null,
  }));
  return {
    tray: {
      id: t.id,
      version: t.version,
      name: t.name,
      ...shapeOf(t),
      map: JSON.parse(t.map) as string[],
      bench,
      benchId: t.bench_id,
      covered: t.covered === 1,
      sowOn: t.sow_on,
      sownOn: t.sown_on,
      clearedOn: t.cleared_on,
      photo: t.photo,
      note: t.note,
    },
    fills: fillsOf(db, id).map((f) => {
      const lot = lotRow(db, f.lot_id) as LotRow;
      const plan = f.planned_id === null ? null : plannedRow(db, f.planned_id);
      return {
        letter: f.letter,
        lotCode: lot.code,
        ...lotNames(db, lot.id),
        cropKey: lot.crop_key,
        plannedId: f.planned_id,
        wanted: plan === null ? null : { plants: plan.plants, cells: plan.cells },
        seedsPerCell: f.seeds_per_cell,
        available: lot.balance,
        figures: cropFigures(db, lot.crop_key),
        cautions: cautionsOfLot(db, { id: lot.id, form: lot.form, varietyId: lot.variety_id }, libraryCrop(db, lot.crop_key)),
        estimate: one(db, 'SELECT median, low, high, verdict FROM lot_estimates WHERE lot_id = ?', lot.id) ?? null,
      };
    }),
    sowings,
    cells: all(
      db,
      `SELECT c.cell, c.seeds, c.up, c.up_on AS upOn, c.fate, c.fate_on AS fateOn, s.letter FROM sowing_cells c JOIN sowings s ON s.id = c.sowing_id
       WHERE s.tray_id = ? ORDER BY c.cell`,
      id,
    ),
    counts: all(
      db,
      `SELECT e.counted_on AS day, s.letter, e.emerged FROM emergence_counts e JOIN sowings s ON s.id = e.sowing_id WHERE s.tray_id = ? ORDER BY e.counted_on, s.letter`,
      id,
    ),
    history: historyOf(db, 'tray', id),
  };
}

/** Trays as they lie on the bench: those that are planned, those that grow, or those that were cleared. */
export function listTrays(db: Db, state: 'planned' | 'growing' | 'cleared'): object[] {
  const where = {
    planned: 't.sown_on IS NULL',
    growing: 't.sown_on IS NOT NULL AND t.cleared_on IS NULL',
    cleared: 't.cleared_on IS NOT NULL',
  }[state];
  return all<{ map: string }>(
    db,
    `SELECT t.id, t.name, t.rows, t.columns, t.gaps, t.map, t.sow_on AS sowOn, t.sown_on AS sownOn, t.cleared_on AS clearedOn, b.name AS bench,
       (SELECT count(*) FROM tray_fills WHERE tray_id = t.id) AS kinds,
       (SELECT group_concat(v.name, ', ') FROM tray_fills f JOIN lots l ON l.id = f.lot_id JOIN varieties v ON v.id = l.variety_id WHERE f.tray_id = t.id) AS names,
       (SELECT sum(c.up > 0) FROM sowing_cells c JOIN sowings s ON s.id = c.sowing_id WHERE s.tray_id = t.id) AS cellsUp,
       (SELECT count(*) FROM sowing_cells c JOIN sowings s ON s.id = c.sowing_id WHERE s.tray_id = t.id) AS cellsSown
     FROM trays t LEFT JOIN bench_places b ON b.id = t.bench_id WHERE ${where} ORDER BY t.sow_on DESC, t.id DESC LIMIT 500`,
  ).map((t) => ({ ...t, gaps: JSON.parse((t as unknown as { gaps: string }).gaps) as number[], map: JSON.parse(t.map) as string[] }));
}
