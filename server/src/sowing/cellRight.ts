import type * as yup from 'yup';
import { plural, type trayCellForm, wrong } from '@esprel/core';
import { all, type Db, one } from '../db/db.ts';
import type { Change } from '../journal/change.ts';
import { blocked } from '../problem.ts';
import { checkLeaves } from '../lots/intake.ts';
import { lotRow, type LotRow } from '../records/lot.ts';
import { shapeOf, trayRow, traySheet } from './traySheet.ts';

interface SownLetter {
  readonly id: number;
  readonly letter: string;
  readonly lotId: number;
  readonly movementId: number | null;
  readonly seeds: number;
  readonly cells: number;
  readonly fate: string | null;
}

interface SownCell {
  readonly id: number;
  readonly sowingId: number;
  readonly seeds: number;
  readonly up: number;
  readonly upOn: string | null;
}

/**
 * Puts one cell of a sown tray right: what lies in it is of another letter, more or fewer seeds, or nothing. Its seeds go back to the one
 * lot and out of the other, and what came up in it is counted for whose it is.
 */
export function putCellRight(change: Change, trayId: number, body: yup.InferType<typeof trayCellForm>) {
  const { db, today } = change;
  const { cell } = body;
  const tray = trayRow(db, trayId);
  if (tray.sown_on === null) throw blocked(`${tray.name} is not sown yet; paint the cell instead`);
  const shape = shapeOf(tray);
  if (cell >= shape.rows * shape.columns || shape.gaps.includes(cell)) throw wrong('cell', 'is no cell of this tray');
  const seeds = body.letter == null ? 0 : body.seeds;
  if (body.letter != null && seeds === 0) throw wrong('seeds', 'say how many seeds lie in it, or that it is empty');
  const was = cellOf(db, trayId, cell);
  const from = was === null ? null : sowingOf(db, trayId, was.sowingId);
  const to = body.letter == null ? null : sownLetter(db, trayId, body.letter);
  if (was !== null && seeds < was.up) throw wrong('seeds', `${String(was.up)} came up in it already`);
  for (const s of [from, to]) {
    if (s?.fate != null) throw wrong('letter', `it is said already what became of ${s.letter}; take that back first`);
  }
  if (from !== null && from.id !== to?.id && from.cells === 1) {
    throw wrong('letter', `it is the only cell of ${from.letter}; take back its sowing instead`);
  }
  if (from !== null && to !== null && from.id === to.id) {
    resize(change, from, seeds - (was?.seeds ?? 0), 0);
    change.update('sowing_cells', (was as SownCell).id, { seeds });
  } else {
    if (was !== null && from !== null) {
      change.remove('sowing_cells', was.id);
      count(change, from.id, -was.up, was.upOn);
      resize(change, from, -was.seeds, -1);
    }
    if (to !== null) {
      resize(change, to, seeds, 1);
      change.insert('sowing_cells', { sowing_id: to.id, cell, seeds, up: was?.up ?? 0, up_on: was?.upOn ?? null });
      count(change, to.id, was?.up ?? 0, was?.upOn ?? null);
    }
  }
  const map = JSON.parse(tray.map) as string[];
  map[cell] = body.letter ?? '';
  change.update('trays', trayId, { map: JSON.stringify(map) }, body.version);
  change.touch('tray', trayId);
  const at = `row ${String(Math.floor(cell / shape.columns) + 1)}, cell ${String((cell % shape.columns) + 1)}`;
  change.describe(`Put right ${tray.name}, ${at}: ${to === null ? 'empty' : `${plural(seeds, 'seed')} of ${to.letter}`}`);
  return traySheet(db, trayId, today);
}

const SOWN = `SELECT id, letter, lot_id AS lotId, movement_id AS movementId, seeds, cells, fate FROM sowings WHERE tray_id = ?`;

function cellOf(db: Db, trayId: number, cell: number): SownCell | null {
  const sql = `SELECT c.id, c.sowing_id AS sowingId, c.seeds, c.up, c.up_on AS upOn FROM sowing_cells c JOIN sowings s ON s.id = c.sowing_id
    WHERE s.tray_id = ? AND c.cell = ?`;
  return one<SownCell>(db, sql, trayId, cell) ?? null;
}

function sowingOf(db: Db, trayId: number, id: number): SownLetter {
  return one<SownLetter>(db, `${SOWN} AND id = ?`, trayId, id) as SownLetter;
}

function sownLetter(db: Db, trayId: number, letter: string): SownLetter {
  const found = one<SownLetter>(db, `${SOWN} AND letter = ?`, trayId, letter);
  if (!found) throw wrong('letter', 'was not sown on this tray; choose a letter that was');
  return found;
}

/** A sowing of more or fewer seeds and cells; as many left its lot. */
function resize(change: Change, s: SownLetter, bySeeds: number, byCells: number): void {
  const seeds = s.seeds + bySeeds;
  checkLeaves(change.db, lotRow(change.db, s.lotId) as LotRow, -bySeeds, 'seeds');
  if (s.movementId !== null) change.update('movements', s.movementId, { seeds: -seeds });
  change.update('sowings', s.id, { seeds, cells: s.cells + byCells });
  change.touch('sowing', s.id);
  change.touch('lot', s.lotId);
}

/** Counts of a sowing with what came up in a cell added or taken away, from the day it was first seen; they never fall. */
function count(change: Change, sowingId: number, by: number, since: string | null): void {
  if (by === 0 || since === null) return;
  const counts = all<{ id: number; emerged: number; day: string }>(
    change.db,
    'SELECT id, emerged, counted_on AS day FROM emergence_counts WHERE sowing_id = ? ORDER BY counted_on',
    sowingId,
  );
  let least = 0;
  for (const c of counts) {
    const emerged = c.day < since ? c.emerged : Math.max(least, c.emerged + by);
    least = emerged;
    if (emerged !== c.emerged) change.update('emergence_counts', c.id, { emerged });
  }
}
