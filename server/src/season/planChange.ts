import type * as yup from 'yup';
import {
  addDays,
  type chillForm,
  daysBetween,
  daysOutside,
  MOST_SOWINGS,
  type plannedEditForm,
  type plannedForm,
  type plannedManyForm,
  type plannedMoveForm,
  plural,
  sowAgain,
  type Way,
  wrong,
} from '@esprel/core';
import type { EarlierNote } from '@esprel/core/api';
import { all, type Db, one } from '../db/db.ts';
import type { Change } from '../journal/change.ts';
import { blocked } from '../problem.ts';
import { lotByCode, lotNames, type LotRow } from '../records/lot.ts';
import { type NamedPlanned, plannedRow, seedsOf, takenByOthers } from '../records/planned.ts';
import { gardenOf } from './gardens.ts';
import { sowTogether } from './trayDay.ts';
import { usualPlan } from './usualPlan.ts';
import { SeasonReader, windowOf } from './windows.ts';

type Form<S extends yup.Schema> = yup.InferType<S>;

/** Things that a plan names must be here; each error names its own field. */
function checkNamed(db: Db, body: Form<typeof plannedEditForm> | Form<typeof plannedForm>): void {
  const named = [
    ['personId', 'people', 'is not at this desk; choose again'],
    ['memberId', 'members', 'is not a member; choose again'],
    ['benchId', 'bench_places', 'is not a place on the bench; choose again'],
    ['growBenchId', 'bench_places', 'is not a place on the bench; choose again'],
    ['trayKindId', 'tray_kinds', 'is not a kind of tray here; choose again'],
  ] as const;
  for (const [field, table, message] of named) {
    const id = body[field];
    if (id != null && !one(db, `SELECT 1 FROM ${table} WHERE id = ?`, id)) throw wrong(field, message);
  }
  gardenOf(db, body.gardenId ?? null, 'gardenId');
  if ((body.purpose === 'order') !== (body.memberId != null)) {
    throw wrong('memberId', body.purpose === 'order' ? 'say whose order it is' : 'is only named for a member’s order');
  }
  if (body.plantOutOn != null && body.plantOutOn < body.sowOn) throw wrong('plantOutOn', `must not be before it is sown, ${body.sowOn}`);
  if ((body.way === 'direct') !== (body.method === 'open-ground') && body.way !== 'late') {
    throw wrong(
      'method',
      body.way === 'direct' ? 'what is sown outdoors goes into open ground' : 'open ground is for what is sown outdoors',
    );
  }
}

function checkSeeds(db: Db, lot: { id: number; code: string; balance: number }, seeds: number, without: number | null): void {
  if (seeds > lot.balance) throw wrong('cells', `takes ${plural(seeds, 'seed')}, and ${lot.code} holds ${String(lot.balance)}`);
  const others = takenByOthers(db, lot.id, without);
  if (seeds + others > lot.balance) {
    throw wrong(
      'cells',
      `takes ${plural(seeds, 'seed')}; other plans take or keep back ${String(others)} of the ${String(lot.balance)} that ${lot.code} holds`,
    );
  }
}

function rowOf(body: Form<typeof plannedEditForm> | Form<typeof plannedForm>): Record<string, unknown> {
  return {
    garden_id: body.gardenId ?? null,
    member_id: body.memberId ?? null,
    person_id: body.personId ?? null,
    purpose: body.purpose,
    way: body.way,
    method: body.method,
    tray_kind_id: body.trayKindId ?? null,
    bench_id: body.benchId ?? null,
    grow_bench_id: body.growBenchId ?? null,
    plants: body.plants,
    seeds_per_cell: body.seedsPerCell,
    cells: body.cells,
    reserve: body.reserve,
    sow_on: body.sowOn,
    plant_out_on: body.plantOutOn ?? null,
    note: body.note?.trim() || null,
  };
}

export function planSowing(change: Change, body: Form<typeof plannedForm>) {
  const { db } = change;
  const lot = lotByCode(db, body.lotCode, 'lotCode');
  checkNamed(db, body);
  const days = daysAsked(body);
  checkSeeds(db, lot, days.length * body.cells * body.seedsPerCell, null);
  const reader = new SeasonReader(db);
  const ids = days.map((sowOn) => {
    const by = daysBetween(body.sowOn, sowOn);
    return change.insert('planned_sowings', {
      lot_id: lot.id,
      ...rowOf(body),
      way: sowOn === body.sowOn ? body.way : outdoorWay(reader, lot, body, sowOn),
      sow_on: sowOn,
      plant_out_on: body.plantOutOn == null ? null : addDays(body.plantOutOn, by),
    });
  });
  const first = planned(change, ids[0] as number, 'Planned to sow');
  if (ids.length > 1) {
    for (const id of ids) change.touch('planned', id);
    const seeds = ids.length * body.cells * body.seedsPerCell;
    const { variety } = lotNames(db, lot.id);
    change.describe(
      `Planned ${plural(ids.length, 'sowing')} of ${variety} ${lot.code}, every ${plural(body.againDays ?? 0, 'day')} from ${body.sowOn}: ${plural(seeds, 'seed')}`,
    );
  }
  return { ...first, ids };
}

/** The days of a plan that is made once or again and again. */
function daysAsked(body: Form<typeof plannedForm>): string[] {
  const { againDays: every, againUntil: until, sowOn } = body;
  if (every == null && until == null) return [sowOn];
  if (every == null) throw wrong('againDays', 'say after how many days it is sown again');
  if (until == null) throw wrong('againUntil', 'say until when it is sown again');
  const days = sowAgain(sowOn, every, until);
  if (days.length < 2) throw wrong('againUntil', `leaves room for one sowing only; the next would be ${addDays(sowOn, every)}`);
  if (days.length > MOST_SOWINGS) throw wrong('againUntil', `makes more than ${String(MOST_SOWINGS)} sowings; choose an earlier day`);
  return days;
}

/** What is sown outdoors again and again goes over into its later sowing when that is nearer. */
function outdoorWay(reader: SeasonReader, lot: LotRow, body: Form<typeof plannedForm>, sowOn: string): Way {
  if (body.way !== 'direct') return body.way;
  const off = (way: Way): number => {
    const window = windowOf(reader.meant(lot, body.gardenId ?? null, way, sowOn), way);
    return window === null ? Infinity : daysOutside(window, sowOn);
  };
  return off('late') < off('direct') ? 'late' : 'direct';
}

function planned(change: Change, id: number, did: string) {
  const p = plannedRow(change.db, id);
  change.touch('planned', id);
  change.touch('lot', p.lot_id);
  change.describe(`${did} ${p.variety} ${p.code}: ${plural(seedsOf(p), 'seed')} on ${p.sow_on}`);
  return { id, version: p.version };
}

export function replan(change: Change, id: number, body: Form<typeof plannedEditForm>) {
  const { db } = change;
  const p = openPlan(db, id);
  checkNamed(db, body);
  checkSeeds(db, { id: p.lot_id, code: p.code, balance: p.balance }, body.cells * body.seedsPerCell, id);
  change.update('planned_sowings', id, rowOf(body), body.version);
  if (p.tray_id !== null) sowTogether(change, p.tray_id, body.sowOn, id);
  return planned(change, id, 'Changed the plan to sow');
}

function openPlan(db: Db, id: number): NamedPlanned {
  const p = plannedRow(db, id);
  if (p.sowing_id !== null) throw blocked(`${p.variety} was sown on ${p.sown_on ?? ''}; put the sowing right instead`);
  return p;
}

/** Moves a plan to another day; what hangs on it moves too, and planting out as it is said. */
export function movePlan(change: Change, id: number, body: Form<typeof plannedMoveForm>) {
  const p = openPlan(change.db, id);
  if (body.plantOutOn != null && body.plantOutOn < body.sowOn) throw wrong('plantOutOn', `must not be before it is sown, ${body.sowOn}`);
  const days = daysBetween(p.sow_on, body.sowOn);
  change.update('planned_sowings', id, { sow_on: body.sowOn, plant_out_on: body.plantOutOn ?? null }, body.version);
  const withTray = p.tray_id !== null && sowTogether(change, p.tray_id, body.sowOn, id) ? `, with ${p.tray ?? 'its tray'}` : '';
  change.touch('planned', id);
  change.touch('lot', p.lot_id);
  change.describe(
    days === 0
      ? `Moved the planting out of ${p.variety} to ${body.plantOutOn ?? 'no day'}`
      : `Moved the sowing of ${p.variety} by ${plural(Math.abs(days), 'day')} ${days > 0 ? 'later' : 'earlier'}, to ${body.sowOn}${withTray}`,
  );
  return { id, version: p.version + 1 };
}

export function dropPlan(change: Change, id: number, version: number) {
  const p = openPlan(change.db, id);
  if (p.tray_id !== null) {
    const fill = one<{ id: number }>(change.db, 'SELECT id FROM tray_fills WHERE planned_id = ?', id);
    if (fill) change.update('tray_fills', fill.id, { planned_id: null });
  }
  change.remove('planned_sowings', id, version);
  change.touch('planned', id);
  change.touch('lot', p.lot_id);
  change.describe(`Dropped the plan to sow ${p.variety} ${p.code}`);
  return { id };
}

/** Seed goes into the cold, is looked at there, or is seen sprouting. */
export function chill(change: Change, id: number, body: Form<typeof chillForm>) {
  const p = openPlan(change.db, id);
  if (body.on > change.today) throw wrong('on', `must not be after today, ${change.today}`);
  if (body.what !== 'into-the-cold' && p.chilled_on === null) throw wrong('what', 'it is not in the cold yet');
  if (p.chilled_on !== null && body.on < p.chilled_on) throw wrong('on', `must not be before it went into the cold, ${p.chilled_on}`);
  const patch =
    body.what === 'into-the-cold'
      ? { chilled_on: body.on }
      : body.what === 'looked'
        ? { chill_looked_on: body.on }
        : { chill_looked_on: body.on, sprouted_on: body.on };
  change.update('planned_sowings', id, patch, body.version);
  change.touch('planned', id);
  change.touch('lot', p.lot_id);
  const did = { 'into-the-cold': 'Put into the cold:', looked: 'Looked at in the cold:', sprouted: 'Sprouting in the cold:' };
  change.describe(`${did[body.what]} ${p.variety} ${p.code}`);
  return { id, version: p.version + 1 };
}

/** Plans for the lots on the table, each in its usual way. */
export function planMany(change: Change, body: Form<typeof plannedManyForm>) {
  const { db, today } = change;
  const codes = [...new Set(body.lotCodes as string[])];
  const ids = codes.map((code, i) => {
    const lot = lotByCode(db, code, `lotCodes[${String(i)}]`);
    if (lot.balance === 0) throw wrong(`lotCodes[${String(i)}]`, `${lot.code} is used up`);
    if (lot.state === 'quarantine') throw wrong(`lotCodes[${String(i)}]`, `${lot.code} waits in quarantine; release it first`);
    const usual = { ...usualPlan(db, code, body.plants, today).plan, purpose: body.purpose } as Form<typeof plannedForm>;
    checkSeeds(db, lot, usual.cells * usual.seedsPerCell, null);
    const id = change.insert('planned_sowings', { lot_id: lot.id, ...rowOf(usual) });
    change.touch('planned', id);
    change.touch('lot', lot.id);
    return id;
  });
  change.describe(
    ids.length === 1
      ? `Planned to sow ${lotNames(db, lotByCode(db, codes[0] ?? '').id).variety}`
      : `Planned ${plural(ids.length, 'sowing')}, ${plural(body.plants, 'plant')} of each`,
  );
  return { ids };
}

/** Notes that were made on sowings of the same crop before, the latest first: they are read again when it is planned. */
export function earlierNotes(db: Db, cropKey: string, before: string): EarlierNote[] {
  return all<EarlierNote>(
    db,
    `SELECT s.id, s.sown_on AS sownOn, s.note, s.seeds, v.name AS variety, t.timing,
       (SELECT max(emerged) FROM emergence_counts WHERE sowing_id = s.id) AS emerged
     FROM sowings s JOIN lots l ON l.id = s.lot_id JOIN varieties v ON v.id = l.variety_id LEFT JOIN timing_verdicts t ON t.sowing_id = s.id
     WHERE v.crop_key = ? AND s.sown_on < ? AND (s.note IS NOT NULL OR t.id IS NOT NULL) ORDER BY s.sown_on DESC LIMIT 8`,
    cropKey,
    before,
  );
}
