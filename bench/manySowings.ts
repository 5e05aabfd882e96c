import { addDays } from '@esprel/core';
import { all, type Db, run } from '@esprel/server';
import { DEMO_TODAY } from '@esprel/demo';

/** Fills a season with `n` planned sowings of lots that are there, spread over its weeks; every fourth is sown and came up. */
export function manySowings(db: Db, n: number): void {
  const lots = all<{ id: number; cropKey: string }>(
    db,
    `SELECT l.id, v.crop_key AS cropKey FROM lots l JOIN varieties v ON v.id = l.variety_id WHERE l.balance > 40 AND l.state = 'kept' ORDER BY l.id`,
  );
  db.transaction(() => {
    for (let i = 0; i < n; i++) {
      const lot = lots[i % lots.length] as (typeof lots)[number];
      const sowOn = addDays(DEMO_TODAY, (i % 150) - 30);
      const sown = i % 4 === 0 && sowOn < DEMO_TODAY;
      const plan = Number(
        run(
          db,
          `INSERT INTO planned_sowings (lot_id, purpose, way, method, tray_kind_id, bench_id, plants, seeds_per_cell, cells, sow_on, plant_out_on)
           VALUES (?, 'beds', 'start', 'cells', 1, ?, 10, 2, 12, ?, ?)`,
          lot.id,
          (i % 6) + 1,
          sowOn,
          addDays(sowOn, 50),
        ).lastInsertRowid,
      );
      if (!sown) continue;
      const movement = run(
        db,
        `INSERT INTO movements (lot_id, kind, seeds, moved_on, reason) VALUES (?, 'sown', -1, ?, 'bench')`,
        lot.id,
        sowOn,
      ).lastInsertRowid;
      const sowing = run(
        db,
        `INSERT INTO sowings (lot_id, movement_id, method, cells, seeds_per_cell, seeds, sown_on, emergence, planned_id)
         VALUES (?, ?, 'cells', 12, 2, 24, ?, 0.85, ?)`,
        lot.id,
        movement,
        sowOn,
        plan,
      ).lastInsertRowid;
      for (const [number, kind] of ['cover-off', 'thin', 'harden', 'plant-out'].entries()) {
        run(db, 'INSERT INTO sowing_steps (sowing_id, number, kind, gap_days) VALUES (?, ?, ?, 7)', sowing, number + 1, kind);
      }
      run(db, 'INSERT INTO emergence_counts (sowing_id, counted_on, emerged) VALUES (?, ?, 9)', sowing, addDays(sowOn, 1));
    }
  }).immediate();
}
