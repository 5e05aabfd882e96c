import { addDays, type SowingMethod, type SowingPurpose, type Way, wrong } from '@esprel/core';
import { all, type Db, one } from '../db/db.ts';
import { notFound } from '../problem.ts';

interface PlannedRow {
  readonly id: number;
  readonly lot_id: number;
  readonly garden_id: number | null;
  readonly member_id: number | null;
  readonly person_id: number | null;
  readonly purpose: SowingPurpose;
  readonly way: Way;
  readonly method: SowingMethod;
  readonly tray_kind_id: number | null;
  readonly bench_id: number | null;
  readonly grow_bench_id: number | null;
  readonly plants: number;
  readonly seeds_per_cell: number;
  readonly cells: number;
  readonly reserve: number;
  readonly sow_on: string;
  readonly plant_out_on: string | null;
  readonly chilled_on: string | null;
  readonly chill_looked_on: string | null;
  readonly sprouted_on: string | null;
  readonly note: string | null;
  readonly version: number;
}

/** A planned sowing with the names that lists show, and the sowing that came of it. */
export interface NamedPlanned extends PlannedRow {
  readonly code: string;
  readonly balance: number;
  readonly floor: number;
  readonly variety: string;
  readonly variety_id: number;
  readonly crop_key: string;
  readonly crop: string;
  /** Days to the first crop by the packet that is followed or the variety; null where the crop's hold. */
  readonly crop_min: number | null;
  readonly crop_max: number | null;
  readonly person: string | null;
  readonly member: string | null;
  readonly bench: string | null;
  readonly grow_bench: string | null;
  readonly tray_id: number | null;
  readonly tray: string | null;
  readonly sowing_id: number | null;
  readonly sown_on: string | null;
  readonly sown_seeds: number | null;
  readonly up_on: string | null;
  readonly emerged: number | null;
}

/** Days to the first crop that are printed on a packet that is followed, or written down of the variety. */
export const OWN_DAYS = `coalesce(e.maturity_min, v.harvest_days_min) AS crop_min, coalesce(e.maturity_max, v.harvest_days_max) AS crop_max`;
export const PACKET = 'LEFT JOIN envelope_texts e ON e.lot_id = l.id AND l.follows_packet = 1';
const NAMED = `SELECT p.*, l.code, l.balance, l.floor, v.name AS variety, v.id AS variety_id, v.crop_key, c.name AS crop, ${OWN_DAYS}, pe.name AS person,
    m.name AS member, b.name AS bench, g.name AS grow_bench, t.id AS tray_id, t.name AS tray, s.id AS sowing_id, s.sown_on, s.seeds AS sown_seeds,
    (SELECT min(counted_on) FROM emergence_counts e WHERE e.sowing_id = s.id AND e.emerged > 0) AS up_on,
    (SELECT max(emerged) FROM emergence_counts e WHERE e.sowing_id = s.id) AS emerged
  FROM planned_sowings p JOIN lots l ON l.id = p.lot_id JOIN varieties v ON v.id = l.variety_id JOIN crops c ON c.key = v.crop_key ${PACKET}
  LEFT JOIN people pe ON pe.id = p.person_id LEFT JOIN members m ON m.id = p.member_id
  LEFT JOIN bench_places b ON b.id = p.bench_id LEFT JOIN bench_places g ON g.id = p.grow_bench_id
  LEFT JOIN trays t ON t.id = (SELECT max(tray_id) FROM tray_fills WHERE planned_id = p.id)
  LEFT JOIN sowings s ON s.id = (SELECT min(id) FROM sowings WHERE planned_id = p.id)`;

/** A plan that is not sown yet: what its work is made of. */
export type OpenPlan = Pick<
  NamedPlanned,
  | 'id'
  | 'lot_id'
  | 'variety_id'
  | 'crop_key'
  | 'garden_id'
  | 'way'
  | 'sow_on'
  | 'chilled_on'
  | 'chill_looked_on'
  | 'sprouted_on'
  | 'cells'
  | 'seeds_per_cell'
  | 'code'
  | 'variety'
  | 'crop'
  | 'bench'
  | 'tray_id'
  | 'tray'
>;

/**
 * Plans that are not sown yet and whose work begins by a day: with their sowing, or with the cold and the soaking before it.
 *
 * @param before By crop, the days that this work takes; crops that want none are left out.
 */
export function plannedOpen(db: Db, until: string, before: ReadonlyMap<string, number>): OpenPlan[] {
  const latest = Object.fromEntries([...before].map(([crop, days]) => [crop, addDays(until, days)]));
  return all<OpenPlan>(
    db,
    `WITH begun AS MATERIALIZED (SELECT key AS crop, value AS latest FROM json_each(?))
     SELECT p.id, p.lot_id, v.id AS variety_id, v.crop_key, p.garden_id, p.way, p.sow_on, p.chilled_on, p.chill_looked_on, p.sprouted_on,
       p.cells, p.seeds_per_cell, l.code, v.name AS variety, c.name AS crop, b.name AS bench, t.id AS tray_id, t.name AS tray
     FROM planned_sowings p JOIN lots l ON l.id = p.lot_id JOIN varieties v ON v.id = l.variety_id JOIN crops c ON c.key = v.crop_key
     LEFT JOIN bench_places b ON b.id = p.bench_id LEFT JOIN trays t ON t.id = (SELECT max(tray_id) FROM tray_fills WHERE planned_id = p.id)
     WHERE NOT EXISTS (SELECT 1 FROM sowings s WHERE s.planned_id = p.id)
       AND (p.sow_on <= coalesce((SELECT latest FROM begun WHERE crop = v.crop_key), ?) OR p.chilled_on IS NOT NULL)
     ORDER BY p.sow_on, p.id`,
    JSON.stringify(latest),
    until,
  );
}

export function plannedRow(db: Db, id: number, field: string | null = null): NamedPlanned {
  const row = one<NamedPlanned>(db, `${NAMED} WHERE p.id = ?`, id);
  if (!row) throw field === null ? notFound('That planned sowing') : wrong(field, 'is not a planned sowing; choose again');
  return row;
}

/** Seeds a plan takes, without its reserve. */
export const seedsOf = (p: Pick<PlannedRow, 'cells' | 'seeds_per_cell'>): number => p.cells * p.seeds_per_cell;

/** Seeds that other open plans of the lot take, with what they keep back. */
export function takenByOthers(db: Db, lotId: number, without: number | null): number {
  return (
    one<{ n: number | null }>(
      db,
      `SELECT sum(p.cells * p.seeds_per_cell + p.reserve) AS n FROM planned_sowings p
       WHERE p.lot_id = ? AND p.id IS NOT ? AND NOT EXISTS (SELECT 1 FROM sowings s WHERE s.planned_id = p.id)`,
      lotId,
      without,
    )?.n ?? 0
  );
}
