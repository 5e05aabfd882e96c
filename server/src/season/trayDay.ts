import { addDays, daysBetween } from '@esprel/core';
import { all, one } from '../db/db.ts';
import type { Change } from '../journal/change.ts';

interface LaidPlan {
  readonly id: number;
  readonly sowOn: string;
  readonly plantOutOn: string | null;
}

/**
 * A tray that is laid out is sown on one day: the tray and every plan that lies on it. What would be planted out before it is
 * sown is planted out as much later. Answers whether anything but `without` moved.
 */
export function sowTogether(change: Change, trayId: number, sowOn: string, without: number | null = null): boolean {
  const { db } = change;
  const tray = one<{ sow_on: string; sown_on: string | null }>(db, 'SELECT sow_on, sown_on FROM trays WHERE id = ?', trayId);
  if (!tray || tray.sown_on !== null) return false;
  let moved = tray.sow_on !== sowOn;
  if (moved) {
    change.update('trays', trayId, { sow_on: sowOn });
    change.touch('tray', trayId);
  }
  const plans = all<LaidPlan>(
    db,
    `SELECT p.id, p.sow_on AS sowOn, p.plant_out_on AS plantOutOn FROM planned_sowings p JOIN tray_fills f ON f.planned_id = p.id
     WHERE f.tray_id = ? AND p.sow_on <> ? AND p.id IS NOT ? AND NOT EXISTS (SELECT 1 FROM sowings s WHERE s.planned_id = p.id)`,
    trayId,
    sowOn,
    without,
  );
  for (const p of plans) {
    const out = p.plantOutOn !== null && p.plantOutOn < sowOn ? addDays(p.plantOutOn, daysBetween(p.sowOn, sowOn)) : p.plantOutOn;
    change.update('planned_sowings', p.id, { sow_on: sowOn, plant_out_on: out });
    change.touch('planned', p.id);
    moved = true;
  }
  return moved;
}
