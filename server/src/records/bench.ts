import type { BENCH_KIND_WORDS } from '@esprel/core';
import { all, type Db } from '../db/db.ts';

export interface BenchRow {
  readonly id: number;
  readonly name: string;
  readonly kind: keyof typeof BENCH_KIND_WORDS;
  readonly holds: number;
  readonly warmthC: number | null;
  readonly lampHours: number | null;
  readonly lampCm: number | null;
  /** When it was last hung to its distance. */
  readonly lampSetOn: string | null;
  readonly note: string | null;
  readonly version: number;
}

export function benchPlaces(db: Db): BenchRow[] {
  return all<BenchRow>(
    db,
    `SELECT id, name, kind, holds, warmth_c AS warmthC, lamp_hours AS lampHours, lamp_cm AS lampCm, lamp_set_on AS lampSetOn, note, version FROM bench_places
     ORDER BY CASE kind WHEN 'mat' THEN 0 WHEN 'lamp' THEN 1 WHEN 'sill' THEN 2 WHEN 'dark' THEN 3 WHEN 'fridge' THEN 4 ELSE 5 END, name`,
  );
}

export interface TrayKind {
  readonly id: number;
  readonly name: string;
  readonly rows: number;
  readonly columns: number;
  readonly gaps: readonly number[];
}

export function trayKinds(db: Db): TrayKind[] {
  return all<{ id: number; name: string; rows: number; columns: number; gaps: string }>(
    db,
    'SELECT id, name, rows, columns, gaps FROM tray_kinds ORDER BY id',
  ).map((k) => ({ ...k, gaps: JSON.parse(k.gaps) as number[] }));
}
