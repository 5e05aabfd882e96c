import type { BenchPlaceShown, TrayKindShown } from '@esprel/core/api';
import { all, type Db } from '../db/db.ts';

export function benchPlaces(db: Db): BenchPlaceShown[] {
  return all<BenchPlaceShown>(
    db,
    `SELECT id, name, kind, holds, warmth_c AS warmthC, lamp_hours AS lampHours, lamp_cm AS lampCm, lamp_set_on AS lampSetOn, note, version FROM bench_places
     ORDER BY CASE kind WHEN 'mat' THEN 0 WHEN 'lamp' THEN 1 WHEN 'sill' THEN 2 WHEN 'dark' THEN 3 WHEN 'fridge' THEN 4 ELSE 5 END, name`,
  );
}

export function trayKinds(db: Db): TrayKindShown[] {
  return all<{ id: number; name: string; rows: number; columns: number; gaps: string }>(
    db,
    'SELECT id, name, rows, columns, gaps FROM tray_kinds ORDER BY id',
  ).map((k) => ({ ...k, gaps: JSON.parse(k.gaps) as number[] }));
}
