import type * as yup from 'yup';
import { fillCells, MOST_IN_CELL, plural, type sowTrayForm, type trayClearForm, type trayLookForm, wrong } from '@esprel/core';
import { all, one } from '../db/db.ts';
import { emergenceFor } from '../estimates/learned.ts';
import type { Change } from '../journal/change.ts';
import { blocked } from '../problem.ts';
import { moveSeeds } from '../lots/intake.ts';
import { lotRow, type LotRow, refuseMissing } from '../records/lot.ts';
import { plannedRow } from '../records/planned.ts';
import { writeCare } from './care.ts';
import { type FillRow, fillsOf, shapeOf, trayRow, traySheet } from './traySheet.ts';
import { refuseSown } from './trays.ts';

interface SownLetter {
  readonly letter: string;
  readonly seedsPerCell: number;
  readonly seeds: number;
  readonly depthMm?: number | null;
  readonly coveredWith?: string | null;
}

/** Cells of a letter in the order in which a hand fills them: down the columns. */
function cellsInOrder(map: readonly string[], letter: string, columns: number): number[] {
  return map
    .map((text, cell) => ({ text, cell }))
    .filter((c) => c.text === letter)
    .map((c) => c.cell)
    .sort((a, b) => (a % columns) - (b % columns) || a - b);
}

/**
 * Writes down how a tray was really sown: one sowing a letter, its seeds out of their lot, its cells one by one. Cells that
 * found no seed are empty from now on.
 */
export function sowTray(change: Change, id: number, body: yup.InferType<typeof sowTrayForm>) {
  const { db, today } = change;
  const tray = trayRow(db, id);
  refuseSown(tray);
  if (body.sownOn > today) throw wrong('sownOn', `must not be after today, ${today}`);
  const { columns } = shapeOf(tray);
  const map = JSON.parse(tray.map) as string[];
  const fills = fillsOf(db, id);
  const bench = tray.bench_id === null ? undefined : one<{ kind: string }>(db, 'SELECT kind FROM bench_places WHERE id = ?', tray.bench_id);
  const method = bench?.kind === 'mat' ? 'heated-cells' : 'cells';
  const rows = body.rows as SownLetter[];
  let seeds = 0;
  let kinds = 0;
  rows.forEach((row, i) => {
    const at = `rows[${String(i)}]`;
    const fill = fills.find((f) => f.letter === row.letter);
    if (!fill) throw wrong(`${at}.letter`, 'is not a letter of this tray');
    if (rows.findIndex((r) => r.letter === row.letter) !== i) throw wrong(`${at}.letter`, `${row.letter} stands there twice`);
    const cells = cellsInOrder(map, row.letter, columns);
    if (row.seeds > 0 && cells.length === 0) throw wrong(`${at}.seeds`, `no cell is painted for ${row.letter}`);
    if (row.seeds > cells.length * MOST_IN_CELL) {
      throw wrong(`${at}.seeds`, `is more than ${String(MOST_IN_CELL)} in each of its ${plural(cells.length, 'cell')}`);
    }
    const filled = fillCells(cells.length, row.seedsPerCell, row.seeds);
    for (const cell of cells.slice(filled.length)) map[cell] = '';
    if (filled.length === 0) return;
    const sown = filled.map((n, k) => ({ cell: cells[k] as number, seeds: n }));
    writeSown(change, { trayId: id, row, at, fill, cells: sown, method, body, benchId: tray.bench_id });
    seeds += row.seeds;
    kinds += 1;
  });
  if (kinds === 0) throw wrong('rows', 'nothing was sown; say how many seeds of at least one letter');
  for (const fill of fills)
    if (!rows.some((r) => r.letter === fill.letter)) throw wrong('rows', `say how many seeds of ${fill.letter} were sown; 0 when none`);
  change.update(
    'trays',
    id,
    {
      sown_on: body.sownOn,
      covered: body.covered ? 1 : 0,
      map: JSON.stringify(map),
      ...(body.note != null && body.note.trim() !== '' ? { note: body.note.trim() } : {}),
    },
    body.version,
  );
  change.touch('tray', id);
  change.describe(`Sowed ${tray.name}: ${plural(seeds, 'seed')} of ${plural(kinds, 'variety', 'varieties')}`);
  return traySheet(db, id, today);
}

function writeSown(
  change: Change,
  s: {
    readonly trayId: number;
    readonly row: SownLetter;
    readonly at: string;
    readonly fill: FillRow;
    readonly cells: readonly { readonly cell: number; readonly seeds: number }[];
    readonly method: 'cells' | 'heated-cells';
    readonly body: yup.InferType<typeof sowTrayForm>;
    readonly benchId: number | null;
  },
): void {
  const { db } = change;
  const { row, fill, at, cells, body } = s;
  const lot = lotRow(db, fill.lot_id) as LotRow;
  if (lot.state === 'quarantine') throw wrong(`${at}.letter`, `${lot.code} waits in quarantine; release it first`);
  refuseMissing(lot, `${at}.letter`);
  if (body.sownOn < lot.received_on) throw wrong('sownOn', `must not be before ${lot.received_on}, when ${lot.code} came`);
  const movement = moveSeeds(change, lot, 'sown', -row.seeds, body.sownOn, 'sown by the library', `${at}.seeds`);
  const sowing = change.insert('sowings', {
    lot_id: lot.id,
    movement_id: movement,
    method: s.method,
    cells: cells.length,
    seeds_per_cell: row.seedsPerCell,
    seeds: row.seeds,
    sown_on: body.sownOn,
    where_sown: trayRow(db, s.trayId).name,
    emergence: emergenceFor(db, s.method, s.benchId).emergence,
    note: body.note?.trim() || null,
    planned_id: fill.planned_id,
    tray_id: s.trayId,
    letter: row.letter,
    bench_id: s.benchId,
    depth_mm: row.depthMm ?? null,
    covered_with: row.coveredWith?.trim() || null,
    warmth_c: body.warmthC ?? null,
  });
  for (const { cell, seeds } of cells) change.insert('sowing_cells', { sowing_id: sowing, cell, seeds });
  writeCare(change, sowing, {
    cropKey: lot.crop_key,
    method: s.method,
    seedsPerCell: row.seedsPerCell,
    plannedId: fill.planned_id,
    gardenId: fill.planned_id === null ? null : plannedRow(db, fill.planned_id).garden_id,
    covered: body.covered,
    sownOn: body.sownOn,
  });
  change.touch('sowing', sowing);
  change.touch('lot', lot.id);
}

interface CellRow {
  readonly id: number;
  readonly sowing_id: number;
  readonly cell: number;
  readonly seeds: number;
  readonly up: number;
  readonly up_on: string | null;
  readonly fate: string | null;
}

/** A look at a tray: cells that changed, and a count of every sowing on it that is still watched. */
export function lookAtTray(change: Change, id: number, body: yup.InferType<typeof trayLookForm>) {
  const { db, today } = change;
  const tray = trayRow(db, id);
  if (tray.sown_on === null) throw blocked(`${tray.name} is not sown yet`);
  if (tray.cleared_on !== null) throw blocked(`${tray.name} was cleared on ${tray.cleared_on}`);
  if (body.lookedOn > today) throw wrong('lookedOn', `must not be after today, ${today}`);
  if (body.lookedOn < tray.sown_on) throw wrong('lookedOn', `must not be before it was sown, ${tray.sown_on}`);
  const rows = all<CellRow>(db, 'SELECT c.* FROM sowing_cells c JOIN sowings s ON s.id = c.sowing_id WHERE s.tray_id = ?', id);
  let failures = 0;
  (body.cells as { cell: number; up: number; fate?: string | null }[]).forEach((look, i) => {
    const at = `cells[${String(i)}]`;
    const row = rows.find((r) => r.cell === look.cell);
    if (!row) throw wrong(`${at}.cell`, 'holds no seed');
    if (look.up > row.seeds) throw wrong(`${at}.up`, `only ${plural(row.seeds, 'seed')} lie in that cell`);
    const fate = look.fate ?? null;
    if (fate === 'not-come-up' && look.up > 0) throw wrong(`${at}.fate`, 'something came up there; choose what became of it');
    if (fate !== null && fate !== row.fate) failures += 1;
    if (look.up === row.up && fate === row.fate) return;
    change.update('sowing_cells', row.id, {
      up: look.up,
      up_on: look.up === 0 ? null : (row.up_on ?? body.lookedOn),
      fate,
      fate_on:
        fate === null
          ? null
          : fate === row.fate
            ? one<{ d: string }>(db, 'SELECT fate_on AS d FROM sowing_cells WHERE id = ?', row.id)?.d
            : body.lookedOn,
    });
  });
  const total = countTray(change, id, body.lookedOn);
  change.update('trays', id, {}, body.version);
  change.touch('tray', id);
  change.describe(
    `Looked at ${tray.name}: ${String(total.up)} of ${plural(total.seeds, 'seed')} up${failures > 0 ? `, ${plural(failures, 'cell')} lost` : ''}`,
  );
  return traySheet(db, id, today);
}

/** Writes the counts of a day from the cells, for every sowing of the tray whose fate is open. */
function countTray(change: Change, trayId: number, day: string): { up: number; seeds: number } {
  const { db } = change;
  const total = { up: 0, seeds: 0 };
  const sowings = all<{ id: number; lotId: number; letter: string; seeds: number; fate: string | null; up: number }>(
    db,
    `SELECT s.id, s.lot_id AS lotId, s.letter, s.seeds, s.fate, (SELECT sum(up) FROM sowing_cells WHERE sowing_id = s.id) AS up FROM sowings s WHERE s.tray_id = ?`,
    trayId,
  );
  for (const s of sowings) {
    total.up += s.up;
    total.seeds += s.seeds;
    if (s.fate !== null) continue;
    const before = one<{ n: number | null; day: string | null }>(
      db,
      'SELECT max(emerged) AS n, max(counted_on) AS day FROM emergence_counts WHERE sowing_id = ? AND counted_on < ?',
      s.id,
      day,
    );
    if (s.up < (before?.n ?? 0)) {
      throw wrong(
        'cells',
        `${String(before?.n ?? 0)} of ${s.letter} were up on ${before?.day ?? ''}; count all that ever came up, also those that fell over`,
      );
    }
    const later = one<{ n: number; day: string }>(
      db,
      'SELECT min(emerged) AS n, min(counted_on) AS day FROM emergence_counts WHERE sowing_id = ? AND counted_on > ?',
      s.id,
      day,
    );
    if (later && later.n !== null && s.up > later.n)
      throw wrong('lookedOn', `${s.letter} was looked at on ${later.day}, which is later; choose that day or a later one`);
    const same = one<{ id: number; emerged: number }>(
      db,
      'SELECT id, emerged FROM emergence_counts WHERE sowing_id = ? AND counted_on = ?',
      s.id,
      day,
    );
    if (same && same.emerged !== s.up) change.update('emergence_counts', same.id, { emerged: s.up });
    else if (!same) change.insert('emergence_counts', { sowing_id: s.id, counted_on: day, emerged: s.up });
    change.touch('sowing', s.id);
    change.touch('lot', s.lotId);
  }
  return total;
}

/** The tray is empty again; what grew in it is in pots, in the ground, or gone. */
export function clearTray(change: Change, id: number, body: yup.InferType<typeof trayClearForm>) {
  const { db, today } = change;
  const tray = trayRow(db, id);
  if (tray.sown_on === null) throw blocked(`${tray.name} is not sown yet`);
  if (tray.cleared_on !== null) throw blocked(`${tray.name} was cleared on ${tray.cleared_on} already`);
  if (body.clearedOn > today || body.clearedOn < tray.sown_on)
    throw wrong('clearedOn', `must lie between ${tray.sown_on} and today, ${today}`);
  const open = all<{ letter: string }>(db, 'SELECT letter FROM sowings WHERE tray_id = ? AND fate IS NULL ORDER BY letter', id);
  if (open.length > 0) throw wrong('clearedOn', `say first what became of ${open.map((o) => o.letter).join(', ')}`);
  change.update('trays', id, { cleared_on: body.clearedOn }, body.version);
  change.touch('tray', id);
  change.describe(`Cleared ${tray.name}`);
  return traySheet(db, id, today);
}
