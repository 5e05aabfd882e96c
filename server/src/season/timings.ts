import type { TimingSaid } from '@esprel/core/api';
import { all, type Db } from '../db/db.ts';
import { writtenVersion } from '../journal/change.ts';

/** Every verdict that moves the windows of a crop, the latest first. */
export function timingsOf(db: Db, cropKey: string): TimingSaid[] {
  return all<Omit<TimingSaid, 'version'>>(
    db,
    `SELECT t.id, t.way, t.offset_days AS offsetDays, t.timing, t.made_on AS madeOn, s.id AS sowingId, s.sown_on AS sownOn, v.name AS variety
     FROM timing_verdicts t JOIN sowings s ON s.id = t.sowing_id JOIN lots l ON l.id = s.lot_id JOIN varieties v ON v.id = l.variety_id
     WHERE t.crop_key = ? ORDER BY s.sown_on DESC`,
    cropKey,
  ).map((t) => ({ ...t, version: writtenVersion(db, 'timing_verdicts', t.id) }));
}
