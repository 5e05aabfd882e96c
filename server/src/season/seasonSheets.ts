import {
  addDays,
  frostRisk,
  prepareForSowing,
  PURPOSES_OF_SOWING,
  seasonDays,
  seasonYearOf,
  soilSays,
  warmth,
  type Way,
  winterWords,
} from '@esprel/core';
import type { LotEstimateShort, LotSeason, LotSeasonData, PlannedSheetData, SeasonListData, SeasonPage } from '@esprel/core/api';
import { all, type Db, one } from '../db/db.ts';
import { historyOf } from '../journal/history.ts';
import { lotByCode, lotNames } from '../records/lot.ts';
import { type NamedPlanned, plannedRow, seedsOf, takenByOthers } from '../records/planned.ts';
import { readSettings } from '../records/settings.ts';
import { SeasonBench } from './benchUse.ts';
import { soilOf } from './gardens.ts';
import { beginsOn, cropDays, type LaneBase, laneBase, laneInput, laneSeasons, seasonOfPlanned } from './lanes.ts';
import { earlierNotes } from './planChange.ts';
import { plansBetween, type SeasonPlan } from './seasonPlans.ts';
import { timingsOf } from './timings.ts';
import { SeasonReader, SHIFT_RULE } from './windows.ts';

/** What a lane and a sheet name of a plan. */
export function names(p: SeasonPlan | NamedPlanned) {
  return {
    id: p.id,
    version: p.version,
    lotCode: p.code,
    variety: p.variety,
    cropKey: p.crop_key,
    crop: p.crop,
    person: p.person,
    member: p.member,
    bench: p.bench,
    growBench: p.grow_bench,
    purpose: p.purpose,
    sowingId: p.sowing_id,
    sownOn: p.sown_on,
  };
}

/** Lanes of one season with the frost they stand over. What the lanes of one crop share is sent once, since there may be thousands. */
export function seasonPage(db: Db, year: number, today: string): SeasonPage {
  const reader = new SeasonReader(db);
  const garden = reader.garden(null);
  const { from, to } = seasonDays(year, garden.frost.last);
  const bases: (LaneBase & { id: number })[] = [];
  const shared = new Map<LotSeason, Partial<Record<Way, number>>>();
  // A season opens with the first of its work: seed that wants cold and warmth may begin forty weeks before it is sown.
  let opens = from;
  const lanes = plansBetween(db, from, to).map((p) => {
    const begins = beginsOn(reader, p);
    if (begins < opens) opens = begins;
    const season = seasonOfPlanned(reader, p);
    let ways = shared.get(season);
    if (!ways) shared.set(season, (ways = {}));
    const base = (ways[p.way] ??= bases.push({ id: bases.length, ...laneBase(reader, season, p.crop_key, p.way) }) - 1);
    // Thousands of lanes: spreading the names into a larger object takes ten times as long.
    return Object.assign(names(p), {
      sowOn: p.sown_on ?? p.sow_on,
      plantOutOn: p.plant_out_on,
      way: p.way,
      method: p.method,
      seedsPerCell: p.seeds_per_cell,
      cropDays: cropDays(p.crop_min, p.crop_max),
      base,
    });
  });
  const risk: { day: string; risk: number }[] = [];
  for (let day = opens; day <= to; day = addDays(day, 3)) risk.push({ day, risk: frostRisk(day, garden.frost) });
  return { year, from: opens, to, today, garden, risk, bases, lanes };
}

/** One plan with everything that speaks for its day: windows, packet, soil, bench, what was noted before. */
export function plannedSheet(db: Db, id: number, today: string): PlannedSheetData {
  const reader = new SeasonReader(db);
  const p = plannedRow(db, id);
  const year = seasonYearOf(p.sow_on, reader.garden(p.garden_id).frost.last);
  const season = seasonOfPlanned(reader, p);
  const crop = reader.crop(p.crop_key);
  const { from, to } = seasonDays(year, reader.garden(p.garden_id).frost.last);
  const bench = new SeasonBench(reader, plansBetween(db, from, to));
  return {
    planned: {
      ...names(p),
      personId: p.person_id,
      benchId: p.bench_id,
      gardenId: p.garden_id,
      plants: p.plants,
      cells: p.cells,
      seeds: seedsOf(p),
      seedsPerCell: p.seeds_per_cell,
      reserve: p.reserve,
      balance: p.balance,
      trayKindId: p.tray_kind_id,
      trayId: p.tray_id,
      tray: p.tray,
      upOn: p.up_on,
      emerged: p.emerged,
      sownSeeds: p.sown_seeds,
      chilledOn: p.chilled_on,
      sproutedOn: p.sprouted_on,
      memberId: p.member_id,
      way: p.way,
      method: p.method,
      growBenchId: p.grow_bench_id,
      sowOn: p.sow_on,
      plantOutOn: p.plant_out_on,
      chillLookedOn: p.chill_looked_on,
      note: p.note,
    },
    garden: reader.garden(p.garden_id),
    input: laneInput(reader, p),
    season,
    rule: SHIFT_RULE,
    verdicts: timingsOf(db, p.crop_key),
    others: takenByOthers(db, p.lot_id, id),
    soil: p.way === 'direct' ? soilSays(crop, soilOf(db, p.garden_id, today), today) : null,
    prepare: prepareForSowing(crop),
    notes: earlierNotes(db, p.crop_key, p.sow_on),
    offer: bench.offerFor(p),
    estimate: one<LotEstimateShort>(db, 'SELECT median, low, high, verdict, reason FROM lot_estimates WHERE lot_id = ?', p.lot_id) ?? null,
    history: historyOf(db, 'planned', id),
  };
}

/** The season's list: what is wanted, whether the seed is there, and how full the bench is. Of each purpose the first `most` rows. */
export function seasonList(db: Db, year: number, today: string, most: number): SeasonListData {
  const reader = new SeasonReader(db);
  const { from, to } = seasonDays(year, reader.garden(null).frost.last);
  const plans = plansBetween(db, from, to);
  const asked = new Map<number, number>();
  for (const p of plans) if (p.sowing_id === null) asked.set(p.lot_id, (asked.get(p.lot_id) ?? 0) + seedsOf(p) + p.reserve);
  // What is still to sow stands first, then what is done.
  const inOrder = [...plans.filter((p) => p.sowing_id === null), ...plans.filter((p) => p.sowing_id !== null)];
  const purposes = PURPOSES_OF_SOWING.map((purpose) => ({
    purpose,
    rows: inOrder.filter((p) => p.purpose === purpose),
  }));
  return {
    year,
    toSow: plans.reduce((n, p) => n + (p.sowing_id === null ? seedsOf(p) : 0), 0),
    groups: purposes
      .filter((g) => g.rows.length > 0)
      .map((g) => ({ purpose: g.purpose, rows: g.rows.length, plants: g.rows.reduce((n, p) => n + p.plants, 0) })),
    rows: purposes
      .flatMap((g) => g.rows.slice(0, most))
      .map((p) => ({
        id: p.id,
        variety: p.variety,
        crop: p.crop,
        member: p.member,
        bench: p.bench,
        purpose: p.purpose,
        plants: p.plants,
        cells: p.cells,
        seeds: seedsOf(p),
        seedsPerCell: p.seeds_per_cell,
        balance: p.balance,
        trayId: p.tray_id,
        tray: p.tray,
        sowingId: p.sowing_id,
        sownOn: p.sown_on,
        sownSeeds: p.sown_seeds,
        emerged: p.emerged,
        method: p.method,
        cropKey: p.crop_key,
        sowOn: p.sown_on ?? p.sow_on,
        short: p.sowing_id === null ? Math.max(0, (asked.get(p.lot_id) ?? 0) - p.balance) : 0,
      })),
    bench: new SeasonBench(reader, plans).picture(today > from && today < to ? addDays(today, -14) : from),
    orders: all<SeasonListData['orders'][number]>(
      db,
      `SELECT m.id, m.name, count(*) AS sowings, sum(p.plants) AS plants FROM planned_sowings p JOIN members m ON m.id = p.member_id
       WHERE p.sow_on BETWEEN ? AND ? GROUP BY m.id ORDER BY m.name`,
      from,
      to,
    ),
  };
}

/** When a lot is sown by the library and in its gardens: what goes with every packet. */
export function lotSeason(db: Db, code: string, gardenId: number | null, today: string): LotSeasonData {
  const reader = new SeasonReader(db);
  const lot = lotByCode(db, code);
  const garden = reader.garden(gardenId);
  const crop = reader.crop(lot.crop_key);
  const { variety, crop: cropName } = lotNames(db, lot.id);
  const ways = reader.coming(lot, gardenId, today);
  const { temperatureUnit } = readSettings(db);
  return {
    variety,
    crop: cropName,
    garden,
    // Planting out and the packet stand beside the way that is usual.
    season: ways[0]?.season ?? reader.of(lot, gardenId, seasonYearOf(today, garden.frost.last)),
    ways: ways.map(({ way, window, missed, season }) => ({
      way,
      window,
      missed: missed === null ? null : { window: missed.window, forPreparing: missed.forPreparing },
      shift: season.shifts[way],
      why: way === 'late' ? (season.late?.why ?? null) : null,
    })),
    winter: winterWords(crop, garden.winterMinC, (c) => warmth(c, temperatureUnit), garden.id === null ? 'settings' : 'garden'),
    lane: laneSeasons(reader, lot, gardenId, today),
    rule: SHIFT_RULE,
    verdicts: timingsOf(db, lot.crop_key),
    soil: soilSays(crop, soilOf(db, gardenId, today), today),
    notes: earlierNotes(db, lot.crop_key, addDays(today, 1)),
  };
}
