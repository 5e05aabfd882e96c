import { all, allRaw, type Db } from '../db/db.ts';
import { type NamedPlanned, OWN_DAYS, PACKET } from '../records/planned.ts';

/** A plan of a whole season: what lanes, the list and the bench ask of it. */
export type SeasonPlan = Omit<NamedPlanned, 'chill_looked_on' | 'sprouted_on' | 'note' | 'floor' | 'up_on'>;

type PlanRow = readonly [
  id: number,
  version: number,
  lot: number,
  garden: number | null,
  member: number | null,
  person: number | null,
  purpose: SeasonPlan['purpose'],
  way: SeasonPlan['way'],
  method: SeasonPlan['method'],
  trayKind: number | null,
  bench: number | null,
  growBench: number | null,
  plants: number,
  seedsPerCell: number,
  cells: number,
  reserve: number,
  sowOn: string,
  plantOutOn: string | null,
  chilledOn: string | null,
];
type LotNames = readonly [
  id: number,
  code: string,
  balance: number,
  varietyId: number,
  variety: string,
  cropKey: string,
  crop: string,
  cropMin: number | null,
  cropMax: number | null,
];
interface SowingOf {
  readonly id: number;
  readonly sownOn: string;
  readonly seeds: number;
  readonly emerged: number | null;
}

const OF_DAYS = 'sow_on BETWEEN ? AND ?';
const THEIR = (column: string): string => `IN (SELECT ${column} FROM planned_sowings WHERE ${OF_DAYS})`;

/**
 * Planned sowings within some days, sown or not, by day, crop and variety. A season has thousands of them of a few hundred lots, so each
 * table is read once and joined here: one statement with every name in it takes three times as long.
 */
export function plansBetween(db: Db, from: string, to: string): SeasonPlan[] {
  const lots = new Map(
    allRaw<LotNames>(
      db,
      `SELECT l.id, l.code, l.balance, v.id, v.name, v.crop_key, c.name, ${OWN_DAYS}
       FROM lots l JOIN varieties v ON v.id = l.variety_id JOIN crops c ON c.key = v.crop_key ${PACKET} WHERE l.id ${THEIR('lot_id')}`,
      from,
      to,
    ).map((r) => [r[0], r]),
  );
  const names = (sql: string, ...params: string[]): Map<number, string> => new Map(allRaw<[number, string]>(db, sql, ...params));
  const people = names('SELECT id, name FROM people');
  const members = names(`SELECT id, name FROM members WHERE id ${THEIR('member_id')}`, from, to);
  const places = names('SELECT id, name FROM bench_places');
  const sowings = sowingsOf(db, from, to);
  const trays = new Map(
    all<{ plan: number; id: number; name: string }>(
      db,
      `SELECT f.planned_id AS plan, t.id, t.name FROM tray_fills f JOIN trays t ON t.id = f.tray_id WHERE f.planned_id ${THEIR('id')} ORDER BY t.id`,
      from,
      to,
    ).map((t) => [t.plan, t]),
  );
  const nameOf = (of: ReadonlyMap<number, string>, id: number | null): string | null => (id === null ? null : (of.get(id) ?? null));
  const plans = allRaw<PlanRow>(
    db,
    `SELECT id, version, lot_id, garden_id, member_id, person_id, purpose, way, method, tray_kind_id, bench_id, grow_bench_id, plants,
       seeds_per_cell, cells, reserve, sow_on, plant_out_on, chilled_on FROM planned_sowings WHERE ${OF_DAYS} ORDER BY sow_on, id`,
    from,
    to,
  ).map((p): SeasonPlan => {
    const lot = lots.get(p[2]) as LotNames;
    const sowing = sowings.get(p[0]);
    const tray = trays.get(p[0]);
    return {
      id: p[0],
      version: p[1],
      lot_id: p[2],
      garden_id: p[3],
      member_id: p[4],
      person_id: p[5],
      purpose: p[6],
      way: p[7],
      method: p[8],
      tray_kind_id: p[9],
      bench_id: p[10],
      grow_bench_id: p[11],
      plants: p[12],
      seeds_per_cell: p[13],
      cells: p[14],
      reserve: p[15],
      sow_on: p[16],
      plant_out_on: p[17],
      chilled_on: p[18],
      code: lot[1],
      balance: lot[2],
      variety_id: lot[3],
      variety: lot[4],
      crop_key: lot[5],
      crop: lot[6],
      crop_min: lot[7],
      crop_max: lot[8],
      person: nameOf(people, p[5]),
      member: nameOf(members, p[4]),
      bench: nameOf(places, p[10]),
      grow_bench: nameOf(places, p[11]),
      tray_id: tray?.id ?? null,
      tray: tray?.name ?? null,
      sowing_id: sowing?.id ?? null,
      sown_on: sowing?.sownOn ?? null,
      sown_seeds: sowing?.seeds ?? null,
      emerged: sowing?.emerged ?? null,
    };
  });
  const before = (a: string, b: string): number => (a < b ? -1 : a > b ? 1 : 0);
  return plans.sort((a, b) => before(a.sow_on, b.sow_on) || before(a.crop, b.crop) || before(a.variety, b.variety) || a.id - b.id);
}

/** The first sowing that came of each plan. */
function sowingsOf(db: Db, from: string, to: string): Map<number, SowingOf> {
  const first = new Map<number, SowingOf>();
  const rows = all<SowingOf & { plan: number }>(
    db,
    `SELECT s.planned_id AS plan, s.id, s.sown_on AS sownOn, s.seeds,
       (SELECT max(emerged) FROM emergence_counts e WHERE e.sowing_id = s.id) AS emerged
     FROM sowings s WHERE s.planned_id ${THEIR('id')} ORDER BY s.id`,
    from,
    to,
  );
  for (const row of rows) if (!first.has(row.plan)) first.set(row.plan, row);
  return first;
}
