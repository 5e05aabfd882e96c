import type * as yup from 'yup';
import type { benchForm } from '@esprel/core';
import { BENCH_KIND_WORDS, checkShape, CoreError, wrong } from '@esprel/core';
import { benchApi } from '@esprel/core/api';
import { one } from '../db/db.ts';
import { learnedAll } from '../estimates/learned.ts';
import type { Change } from '../journal/change.ts';
import { blocked, notFound } from '../problem.ts';
import { benchPlaces, trayKinds } from '../records/bench.ts';
import { makes, type Route, serves } from '../routing/route.ts';

/** Checks the shape of a tray; what core refuses becomes an error that names the field. */
export function checkedShape(shape: { rows: number; columns: number; gaps: number[] }): void {
  try {
    checkShape(shape);
  } catch (error) {
    if (error instanceof CoreError) throw wrong(error.field, error.message);
    throw error;
  }
}

function writeBench(change: Change, body: yup.InferType<typeof benchForm>, id: number | null, version?: number) {
  const { db } = change;
  const name = body.name.trim();
  if (one(db, 'SELECT 1 FROM bench_places WHERE name = ? AND id IS NOT ?', name, id))
    throw wrong('name', 'is taken by another place on the bench');
  if (body.kind === 'mat' && body.warmthC == null) throw wrong('warmthC', 'say what warmth the mat is set to');
  const lamp = body.kind === 'lamp';
  const row = {
    name,
    kind: body.kind,
    holds: body.holds,
    warmth_c: body.warmthC ?? null,
    lamp_hours: lamp ? (body.lampHours ?? null) : null,
    lamp_cm: lamp ? (body.lampCm ?? null) : null,
    note: body.note?.trim() || null,
  };
  let now = id;
  if (now === null) now = change.insert('bench_places', row);
  else change.update('bench_places', now, row, version);
  change.touch('bench', now);
  change.describe(`${id === null ? 'Added to the bench' : 'Changed on the bench'}: ${name}, ${BENCH_KIND_WORDS[body.kind]}`);
  return { id: now };
}

export function benchRoutes(): Route[] {
  return [
    serves(benchApi.sheet, ({ db }) => ({ places: benchPlaces(db), trayKinds: trayKinds(db), learned: learnedAll(db) })),
    makes(benchApi.add, 'bench', (change, { body }) => writeBench(change, body, null)),
    makes(benchApi.edit, 'bench', (change, { params, body }) => {
      const id = params.id;
      if (!one(change.db, 'SELECT 1 FROM bench_places WHERE id = ?', id)) throw notFound('That place on the bench');
      return writeBench(change, body, id, body.version);
    }),
    makes(benchApi.hangLamp, 'bench', (change, { params, body }) => {
      const id = params.id;
      const place = one<{ name: string; kind: string }>(change.db, 'SELECT name, kind FROM bench_places WHERE id = ?', id);
      if (!place) throw notFound('That place on the bench');
      if (place.kind !== 'lamp') throw blocked(`${place.name} is no lamp`);
      if (body.setOn > change.today) throw wrong('setOn', `must not be after today, ${change.today}`);
      change.update('bench_places', id, { lamp_set_on: body.setOn }, body.version);
      change.touch('bench', id);
      change.describe(`Hung ${place.name} to its distance above the plants`);
      return { id };
    }),
    makes(benchApi.remove, 'bench', (change, { params, body }) => {
      const id = params.id;
      const place = one<{ name: string }>(change.db, 'SELECT name FROM bench_places WHERE id = ?', id);
      if (!place) throw notFound('That place on the bench');
      const used = one(
        change.db,
        `SELECT 1 WHERE ? IN (SELECT bench_id FROM planned_sowings UNION SELECT grow_bench_id FROM planned_sowings UNION SELECT bench_id FROM trays
           UNION SELECT bench_id FROM sowings)`,
        id,
      );
      if (used) throw blocked(`${place.name} is named by plans, trays or sowings; change those first, or say that it holds fewer`);
      change.remove('bench_places', id, body.version);
      change.describe(`Took ${place.name} off the bench`);
      return { id };
    }),
    makes(benchApi.addTrayKind, 'tray kind', (change, { body }) => {
      const gaps = body.gaps as number[];
      checkedShape({ rows: body.rows, columns: body.columns, gaps });
      if (one(change.db, 'SELECT 1 FROM tray_kinds WHERE name = ?', body.name.trim()))
        throw wrong('name', 'is taken by another kind of tray');
      const id = change.insert('tray_kinds', {
        name: body.name.trim(),
        rows: body.rows,
        columns: body.columns,
        gaps: JSON.stringify(gaps),
      });
      change.describe(`Added a kind of tray: ${body.name.trim()}`);
      return { id };
    }),
  ];
}
