import {
  addDays,
  dayInYear,
  fitFrosts,
  type FrostDates,
  type FrostRecord,
  type Practised,
  seasonYearOf,
  springFrostRisk,
  type SpringOfRecord,
  wrong,
} from '@esprel/core';
import { type FrostPage, type Garden, readId } from '@esprel/core/api';
import { all, type Db, one } from '../db/db.ts';
import { notFound } from '../problem.ts';
import { readSettings } from '../records/settings.ts';

interface GardenRow {
  readonly id: number;
  readonly name: string;
  readonly member_id: number | null;
  readonly hemisphere: 'north' | 'south';
  readonly shift_days: number | null;
  readonly last_frost: string | null;
  readonly last_frost_sd: number | null;
  readonly first_frost: string | null;
  readonly first_frost_sd: number | null;
  readonly winter_min_c: number | null;
  readonly east_m: number | null;
  readonly north_m: number | null;
  readonly room_plants: number | null;
  readonly most_varieties: number | null;
  readonly cages: number;
  readonly practised: Practised | null;
  readonly note: string | null;
  readonly version: number;
}

export function gardenRow(db: Db, id: number, field: string | null = null): GardenRow {
  const row = one<GardenRow>(db, 'SELECT * FROM gardens WHERE id = ?', id);
  if (!row) throw field === null ? notFound('That garden') : wrong(field, 'is not a garden of this library; choose again');
  return row;
}

/** A `MM-DD` some days later. */
function shifted(monthDay: string, days: number): string {
  return addDays(dayInYear(2027, monthDay), days).slice(5);
}

/** A garden with its frosts; null is the library itself. Throws a not-found Problem, or names `field`. */
export function gardenOf(db: Db, id: number | null, field: string | null = null): Garden {
  const s = readSettings(db);
  const own: FrostDates = { last: s.lastFrost, lastSdDays: s.lastFrostSdDays, first: s.firstFrost, firstSdDays: s.firstFrostSdDays };
  if (id === null) {
    return {
      id,
      name: s.libraryName,
      memberId: null,
      member: null,
      hemisphere: s.hemisphere,
      shiftDays: null,
      frost: own,
      winterMinC: s.winterMinC ?? null,
      ownWinterMinC: s.winterMinC ?? null,
      spot: { eastM: 0, northM: 0 },
      roomPlants: null,
      mostVarieties: null,
      cages: 0,
      practised: null,
      note: null,
      version: 0,
    };
  }
  const g = gardenRow(db, id, field);
  const frost: FrostDates =
    g.shift_days !== null || g.last_frost === null
      ? { ...own, last: shifted(own.last, g.shift_days ?? 0), first: shifted(own.first, -(g.shift_days ?? 0)) }
      : {
          last: g.last_frost,
          lastSdDays: g.last_frost_sd ?? own.lastSdDays,
          first: g.first_frost ?? own.first,
          firstSdDays: g.first_frost_sd ?? own.firstSdDays,
        };
  const member = g.member_id === null ? undefined : one<{ name: string }>(db, 'SELECT name FROM members WHERE id = ?', g.member_id);
  return {
    id: g.id,
    name: g.name,
    memberId: g.member_id,
    member: member?.name ?? null,
    hemisphere: g.hemisphere,
    shiftDays: g.shift_days,
    frost,
    // Frosts of its own are those of another place, whose winters the library's say nothing of.
    winterMinC: g.winter_min_c ?? (g.last_frost === null ? (s.winterMinC ?? null) : null),
    ownWinterMinC: g.winter_min_c,
    spot: g.east_m === null || g.north_m === null ? null : { eastM: g.east_m, northM: g.north_m },
    roomPlants: g.room_plants,
    mostVarieties: g.most_varieties,
    cages: g.cages,
    practised: g.practised,
    note: g.note,
    version: g.version,
  };
}

/** The library first, then its gardens by name. */
export function listGardens(db: Db): Garden[] {
  const ids = all<{ id: number }>(db, 'SELECT id FROM gardens ORDER BY name').map((g) => g.id);
  return [null, ...ids].map((id) => gardenOf(db, id));
}

interface StoredFrostRecord extends FrostRecord {
  readonly id: number;
  readonly fileName: string;
  readonly readOn: string;
  readonly from: string;
  readonly to: string;
  readonly belowC: number;
}

/** The record of minima read last for a garden, or null. */
function recordOf(db: Db, garden: Garden): StoredFrostRecord | null {
  const row = one<{ id: number; fileName: string; readOn: string; from: string; to: string; belowC: number; years: string }>(
    db,
    `SELECT id, file_name AS fileName, read_on AS readOn, from_day AS "from", to_day AS "to", below_c AS belowC, years FROM frost_records
     WHERE garden_id IS ? ORDER BY id DESC LIMIT 1`,
    garden.id,
  );
  if (!row) return null;
  const years = JSON.parse(row.years) as SpringOfRecord[];
  return { ...row, years, ...fitFrosts(years, garden.hemisphere) };
}

export interface SoilRow {
  readonly id: number;
  readonly readOn: string;
  readonly temperatureC: number;
}

/** Readings of the last weeks up to a day, the latest first. */
export function soilOf(db: Db, gardenId: number | null, today: string): SoilRow[] {
  return all<SoilRow>(
    db,
    `SELECT id, read_on AS readOn, temperature_c AS temperatureC FROM soil_readings
     WHERE garden_id IS ? AND read_on BETWEEN ? AND ? ORDER BY read_on DESC, id DESC`,
    gardenId,
    addDays(today, -60),
    today,
  );
}

/** The frost of a garden as its page shows it: the fitted risk day by day beside what the record counted. */
export function frostPage(db: Db, id: number | null, today: string): FrostPage {
  const garden = gardenOf(db, id);
  const year = seasonYearOf(today, garden.frost.last);
  const last = dayInYear(year, garden.frost.last);
  const from = garden.hemisphere === 'north' ? `${String(year)}-01-01` : `${String(year)}-07-01`;
  const fitted = Array.from({ length: garden.hemisphere === 'north' ? 181 : 184 }, (_, i) => {
    const day = addDays(from, i);
    return { day: day.slice(5), risk: springFrostRisk(day, last, garden.frost.lastSdDays) };
  });
  return { garden, year, lastFrost: last, fitted, record: recordOf(db, garden), soil: soilOf(db, id, today) };
}

/** A garden as an address names it: its number, or "library". */
export function gardenId(text: string): number | null {
  return text === 'library' ? null : readId('garden', text);
}
