import { type Fate, growsOn, prepareForSowing, type TrayShape } from '@esprel/core';
import type { ListedTray, TrayCellShown, TrayFillShown, TraySheetData } from '@esprel/core/api';
import { all, type Db, one } from '../db/db.ts';
import { historyOf } from '../journal/history.ts';
import { notFound } from '../problem.ts';
import { libraryCrop } from '../records/crop.ts';
import { lotNames, lotRow, type LotRow } from '../records/lot.ts';
import { plannedRow } from '../records/planned.ts';
import { cautionsOfLot } from '../records/restriction.ts';
import { SeasonReader } from '../season/windows.ts';
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

function cropFigures(db: Db, key: string): TrayFillShown['figures'] {
  const c = libraryCrop(db, key);
  const { name, lightNeed, soilOptLowC, soilOptHighC, emergeMinD, emergeMaxD, sowDepthMm, clumpSeeds, seedsPerGram, transplant } = c;
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
    prepare: prepareForSowing(c),
  };
}

/** A tray as its pages show it: shape, map, letters with what is known of their lots, and what came up in each cell. */
export function traySheet(db: Db, id: number, today: string): TraySheetData {
  const t = trayRow(db, id);
  const bench =
    t.bench_id === null
      ? null
      : (one<NonNullable<TraySheetData['tray']['bench']>>(
          db,
          'SELECT id, name, kind, warmth_c AS warmthC FROM bench_places WHERE id = ?',
          t.bench_id,
        ) ?? null);
  const reader = new SeasonReader(db);
  const sowings = all<{
    id: number;
    letter: string;
    seeds: number;
    cells: number;
    version: number;
    fate: Fate | null;
    fateOn: string | null;
    emerged: number | null;
    lastLook: string | null;
    upOn: string | null;
    cropKey: string;
    sownOn: string;
    gardenId: number | null;
    plantOutOn: string | null;
  }>(
    db,
    `SELECT s.id, s.letter, s.seeds, s.cells, s.version, s.fate, s.fate_on AS fateOn,
       (SELECT max(emerged) FROM emergence_counts WHERE sowing_id = s.id) AS emerged,
       (SELECT max(counted_on) FROM emergence_counts WHERE sowing_id = s.id) AS lastLook,
       (SELECT min(counted_on) FROM emergence_counts WHERE sowing_id = s.id AND emerged > 0) AS upOn, s.sown_on AS sownOn, v.crop_key AS cropKey,
       s.garden_id AS gardenId, (SELECT plant_out_on FROM planned_sowings WHERE id = s.planned_id) AS plantOutOn
     FROM sowings s JOIN lots l ON l.id = s.lot_id JOIN varieties v ON v.id = l.variety_id WHERE s.tray_id = ? ORDER BY s.letter`,
    id,
  ).map(({ upOn, cropKey, sownOn, gardenId, plantOutOn, ...s }) => ({
    ...s,
    care: growsOn(s.fate) ? nextCareOf(db, { id: s.id, sownOn, cropKey, upOn, gardenId, plantOutOn }, today, reader) : null,
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
        estimate:
          one<NonNullable<TrayFillShown['estimate']>>(
            db,
            'SELECT median, low, high, verdict FROM lot_estimates WHERE lot_id = ?',
            lot.id,
          ) ?? null,
      };
    }),
    sowings,
    cells: all<TrayCellShown>(
      db,
      `SELECT c.cell, c.seeds, c.up, c.up_on AS upOn, c.fate, c.fate_on AS fateOn, s.letter FROM sowing_cells c JOIN sowings s ON s.id = c.sowing_id
       WHERE s.tray_id = ? ORDER BY c.cell`,
      id,
    ),
    counts: all<TraySheetData['counts'][number]>(
      db,
      `SELECT e.counted_on AS day, s.letter, e.emerged FROM emergence_counts e JOIN sowings s ON s.id = e.sowing_id WHERE s.tray_id = ? ORDER BY e.counted_on, s.letter`,
      id,
    ),
    history: historyOf(db, 'tray', id),
  };
}

/** Trays as they lie on the bench: those that are planned, those that grow, or those that were cleared. */
export function listTrays(db: Db, state: 'planned' | 'growing' | 'cleared'): ListedTray[] {
  const where = {
    planned: 't.sown_on IS NULL',
    growing: 't.sown_on IS NOT NULL AND t.cleared_on IS NULL',
    cleared: 't.cleared_on IS NOT NULL',
  }[state];
  return all<Omit<ListedTray, 'gaps' | 'map'> & { gaps: string; map: string }>(
    db,
    `SELECT t.id, t.name, t.rows, t.columns, t.gaps, t.map, t.sow_on AS sowOn, t.sown_on AS sownOn, t.cleared_on AS clearedOn, b.name AS bench,
       (SELECT count(*) FROM tray_fills WHERE tray_id = t.id) AS kinds,
       (SELECT group_concat(v.name, ', ') FROM tray_fills f JOIN lots l ON l.id = f.lot_id JOIN varieties v ON v.id = l.variety_id WHERE f.tray_id = t.id) AS names,
       (SELECT sum(c.up > 0) FROM sowing_cells c JOIN sowings s ON s.id = c.sowing_id WHERE s.tray_id = t.id) AS cellsUp,
       (SELECT count(*) FROM sowing_cells c JOIN sowings s ON s.id = c.sowing_id WHERE s.tray_id = t.id) AS cellsSown
     FROM trays t LEFT JOIN bench_places b ON b.id = t.bench_id WHERE ${where} ORDER BY t.sow_on DESC, t.id DESC LIMIT 500`,
  ).map((t) => ({ ...t, gaps: JSON.parse(t.gaps) as number[], map: JSON.parse(t.map) as string[] }));
}
