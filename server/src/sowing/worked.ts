import {
  type Between,
  daysBetween,
  type Fate,
  middleBetween,
  seasonYearOf,
  type SowingMethod,
  sproutedBetween,
  type Timing,
} from '@esprel/core';
import type { WorkedData, WorkedSeason } from '@esprel/core/api';
import { all, type Db } from '../db/db.ts';
import { learnedAll } from '../estimates/learned.ts';
import { countedOf } from '../records/sownCells.ts';
import { gardenOf } from '../season/gardens.ts';
import { SeasonReader } from '../season/windows.ts';

interface WorkedRow {
  readonly id: number;
  readonly lotId: number;
  readonly cropKey: string;
  readonly crop: string;
  readonly variety: string;
  readonly method: SowingMethod;
  readonly sownOn: string;
  readonly seeds: number;
  readonly emerged: number;
  readonly upOn: string | null;
  /** The last look that found nothing. */
  readonly notYetOn: string | null;
  readonly fate: Fate | null;
  readonly note: string | null;
  readonly timing: Timing | null;
  readonly gardenId: number | null;
}

/** When the first of a sowing came up, as far as anybody looked. */
function firstUp({ sownOn, upOn, notYetOn }: WorkedRow): Between[] {
  const dayOf = (day: string | null): number[] => (day === null ? [] : [daysBetween(sownOn, day)]);
  const between = sproutedBetween([{ looks: dayOf(notYetOn), found: dayOf(upOn) }], 0);
  return between === null ? [] : [between];
}

/** What worked, by crop and method, season against season; the library's own sowings and its members' together. */
export function whatWorked(db: Db, cropKey: string | null): { readonly rows: WorkedData['rows'] } & ReturnType<typeof learnedAll> {
  const rows = all<WorkedRow>(
    db,
    `SELECT s.id, s.lot_id AS lotId, v.crop_key AS cropKey, c.name AS crop, v.name AS variety, s.method, s.sown_on AS sownOn, s.seeds, s.fate, s.note,
       s.garden_id AS gardenId, t.timing, coalesce((SELECT max(emerged) FROM emergence_counts WHERE sowing_id = s.id), 0) AS emerged,
       (SELECT min(counted_on) FROM emergence_counts WHERE sowing_id = s.id AND emerged > 0) AS upOn,
       (SELECT max(counted_on) FROM emergence_counts WHERE sowing_id = s.id AND emerged = 0) AS notYetOn
     FROM sowings s JOIN lots l ON l.id = s.lot_id JOIN varieties v ON v.id = l.variety_id JOIN crops c ON c.key = v.crop_key
     LEFT JOIN timing_verdicts t ON t.sowing_id = s.id
     WHERE s.test_id IS NULL AND (? IS NULL OR v.crop_key = ?) ORDER BY s.sown_on DESC LIMIT 4000`,
    cropKey,
    cropKey,
  );
  const { last } = gardenOf(db, null).frost;
  const groups = new Map<string, Map<number, WorkedRow[]>>();
  for (const r of rows) {
    const key = `${r.crop}\t${r.cropKey}\t${r.method}`;
    const seasons = groups.get(key) ?? new Map<number, WorkedRow[]>();
    const year = seasonYearOf(r.sownOn, last);
    seasons.set(year, [...(seasons.get(year) ?? []), r]);
    groups.set(key, seasons);
  }
  const worked = [...groups]
    .map(([key, seasons]): WorkedData['rows'][number] => {
      const [crop, cropOf, method] = key.split('\t') as [string, string, SowingMethod];
      return {
        crop,
        cropKey: cropOf,
        method,
        seasons: [...seasons].map(([year, own]) => seasonOf(db, year, own)).sort((a, b) => b.year - a.year),
      };
    })
    .sort((a, b) => a.crop.localeCompare(b.crop) || a.method.localeCompare(b.method));
  return { rows: worked, ...learnedAll(db) };
}

function seasonOf(db: Db, year: number, rows: readonly WorkedRow[]): WorkedSeason {
  let seeds = 0;
  let emerged = 0;
  let lost = 0;
  const timings: Partial<Record<Timing, number>> = {};
  for (const r of rows) {
    if (r.timing !== null) timings[r.timing] = (timings[r.timing] ?? 0) + 1;
    const speaks = r.fate === 'came-up' || r.fate === 'not-come-up';
    const counted = speaks ? countedOf(db, r.id, r.seeds, r.emerged) : { seeds: 0, emerged: 0 };
    seeds += counted.seeds;
    emerged += counted.emerged;
    if (r.fate !== null) lost += r.seeds - counted.seeds;
  }
  const days = rows.map((r) => r.sownOn).sort();
  return {
    year,
    sowings: rows.length,
    seeds,
    emerged,
    lost,
    daysUp: middleBetween(rows.flatMap(firstUp)),
    from: days[0] ?? '',
    to: days[days.length - 1] ?? '',
    timings,
    notes: rows.flatMap((r) => (r.note === null ? [] : [{ id: r.id, sownOn: r.sownOn, variety: r.variety, note: r.note }])).slice(0, 6),
  };
}

/** The windows of a crop and what moved them, for the page of what worked. */
export function cropWindows(db: Db, cropKey: string): ReturnType<SeasonReader['shiftsOf']> {
  return new SeasonReader(db).shiftsOf(cropKey);
}
