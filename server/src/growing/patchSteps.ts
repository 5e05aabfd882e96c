import type * as yup from 'yup';
import { addDays, onGrid, type patchChangeForm, type patchForm, type patchGoneForm, plural, shortDay, wrong } from '@esprel/core';
import type { Change, Row } from '../journal/change.ts';
import { blocked, Problem, stale } from '../problem.ts';
import { libraryCrop } from '../records/crop.ts';
import { plannedRow } from '../records/planned.ts';
import { varietyRow } from '../records/variety.ts';
import { gardenRow } from '../season/gardens.ts';
import { movePlan } from '../season/planChange.ts';
import { SeasonReader } from '../season/windows.ts';
import { patchAmong } from './patchSheet.ts';
import type { GrownPatch } from './patches.ts';

type Placed = Pick<yup.InferType<typeof patchForm>, 'garden' | 'eastM' | 'northM'>;

/** Where a patch is said to stand, as its row has it; an empty answer where nothing was said. */
function standsAt(change: Change, body: Placed): Row {
  const half = (body.eastM == null) !== (body.northM == null);
  if (half)
    throw wrong(
      body.eastM == null ? 'eastM' : 'northM',
      'is needed beside the other: a spot is so far east and so far north of the library',
    );
  if (body.eastM != null && body.northM != null) {
    if (body.garden != null) throw wrong('garden', 'give a garden or a spot, not both');
    return { stands: 'spot', garden_id: null, east_m: onGrid(body.eastM), north_m: onGrid(body.northM) };
  }
  if (body.garden == null) return {};
  if (body.garden === 'library') return { stands: 'library', garden_id: null, east_m: null, north_m: null };
  if (!/^\d{1,15}$/.test(body.garden)) throw wrong('garden', 'must be "library" or the number of a garden');
  const garden = gardenRow(change.db, Number(body.garden), 'garden');
  if (garden.east_m === null) throw wrong('garden', `${garden.name} is not on the plan yet; give it a spot first`);
  return { stands: 'garden', garden_id: garden.id, east_m: null, north_m: null };
}

function flowering(body: Pick<yup.InferType<typeof patchForm>, 'flowerFrom' | 'flowerTo'>): Row {
  const { flowerFrom: from, flowerTo: to } = body;
  if (from == null && to == null) return {};
  if (from == null || to == null) throw wrong(from == null ? 'flowerFrom' : 'flowerTo', 'is needed beside the other');
  if (to < from) throw wrong('flowerTo', `ends before it begins, on ${from}; put one of the two right`);
  return { flower_from: from, flower_to: to };
}

/** What is looked up by a field of the form: missing, the field is wrong, not the address. */
function orWrong<T>(field: string, message: string, look: () => T): T {
  try {
    return look();
  } catch (error) {
    if (error instanceof Problem && error.code === 'not-found') throw wrong(field, message);
    throw error;
  }
}

/** A patch that somebody saw. */
export function addPatch(change: Change, body: yup.InferType<typeof patchForm>): { readonly key: string } {
  const { db } = change;
  const crop = orWrong('cropKey', 'is not a crop here; choose again', () => libraryCrop(db, body.cropKey));
  const { varietyId } = body;
  const variety = varietyId == null ? null : orWrong('varietyId', 'is not a variety here; choose again', () => varietyRow(db, varietyId));
  if (variety !== null && libraryCrop(db, variety.crop_key).crossingGroup !== crop.crossingGroup) {
    throw wrong('varietyId', `is a variety of another crop, not of ${crop.name}`);
  }
  const stands = standsAt(change, body);
  if (stands.stands === undefined) throw wrong('garden', 'say where it stands: choose a garden, or tap its spot on the plan');
  if (stands.stands === 'spot' && (body.whose ?? '').trim() === '')
    throw wrong('whose', 'say whose it is, or what stands there, as “allotment by the bridge”');
  if (body.plants == null) throw wrong('plants', 'say about how many plants flower there');
  const days = flowering(body);
  const id = change.insert('patches', {
    season: body.season,
    crop_key: variety?.crop_key ?? crop.key,
    variety_id: variety?.id ?? null,
    whose: body.whose?.trim() || null,
    kind: body.kind ?? 'neighbour',
    ...stands,
    plants: body.plants,
    ...days,
    apart: body.apart ?? 'open',
    note: body.note?.trim() || null,
  });
  change.touch('patch', id);
  if (stands.garden_id != null) change.touch('garden', Number(stands.garden_id));
  if (variety !== null) change.touch('variety', variety.id);
  change.describe(
    `Wrote down a patch of ${variety?.name ?? crop.name}, ${plural(body.plants, 'plant')}${body.whose ? `, ${body.whose.trim()}` : ''}`,
  );
  return { key: `seen-${String(id)}` };
}

/** The row of a patch as it was seen; a first word about it makes one. Throws where somebody else was first. */
function rowOf(change: Change, patch: GrownPatch, version: number): number {
  const { row } = patch;
  if (row !== null) {
    if (row.version !== version) throw stale(version, row.version, { ...row }, {});
    return row.id;
  }
  if (version !== 0) throw stale(version, 0, {}, {});
  const [of, id] = patch.key.split('-');
  if (of === 'renewal')
    throw blocked('It is taken from the plan of renewals, and its packet lies ready: change it there, or once it is handed over.');
  const column = of === 'loan' ? 'loan_id' : of === 'plan' ? 'planned_id' : 'sowing_id';
  return change.insert('patches', { [column]: Number(id) });
}

/** What a patch is part of hears of the step. */
function touchAll(change: Change, patch: GrownPatch, id: number): void {
  change.touch('patch', id);
  const { memberId, lotId, loanId } = patch.origin;
  if (memberId !== null) change.touch('member', memberId);
  if (lotId !== null) change.touch('lot', lotId);
  if (patch.gardenId !== null) change.touch('garden', patch.gardenId);
  if (loanId === null && patch.key.startsWith('plan-')) change.touch('planned', Number(patch.key.slice(5)));
}

const APART_DONE = {
  open: 'open to bees and wind again',
  bagged: 'its flowers go under a bag',
  caged: 'it goes into a cage',
  tied: 'its flowers are tied and pollinated by hand',
} as const;

/** A bed that is only planned is begun on other days by its own plan, so that its lane and its calendar go along. */
function moveThePlan(change: Change, plannedId: number, days: number): void {
  const plan = plannedRow(change.db, plannedId);
  const later = (day: string): string => addDays(day, days);
  movePlan(change, plannedId, {
    version: plan.version,
    sowOn: later(plan.sow_on),
    plantOutOn: plan.plant_out_on === null ? null : later(plan.plant_out_on),
  });
}

/** Says something of a patch: how it is kept apart, where it stands, how many plants, begun earlier or later, as seen in flower. */
export function changePatch(change: Change, key: string, body: yup.InferType<typeof patchChangeForm>): { readonly key: string } {
  const { patch } = patchAmong(new SeasonReader(change.db), key, change.today);
  const stands = standsAt(change, body);
  const days = flowering(body);
  const begun = patch.origin.sownOn !== null && patch.origin.sownOn <= change.today;
  if (body.shiftDays !== undefined && body.shiftDays !== (patch.row?.shift_days ?? 0) && begun) {
    throw wrong('shiftDays', `it was sown on ${patch.origin.sownOn ?? ''} already; what is sown cannot be begun at another time`);
  }
  refuseCage(change, patch, body.apart ?? null, stands);
  const planned = patch.key.startsWith('plan-');
  if (planned && body.shiftDays) moveThePlan(change, Number(patch.key.slice(5)), body.shiftDays);
  const patched: Row = {
    ...stands,
    ...days,
    ...(body.apart == null ? {} : { apart: body.apart }),
    ...(body.plants == null ? {} : { plants: body.plants }),
    ...(body.shiftDays === undefined ? {} : { shift_days: planned ? 0 : body.shiftDays }),
    ...(body.kind == null ? {} : { kind: body.kind }),
    ...(body.whose === undefined ? {} : { whose: body.whose?.trim() || null }),
    ...(body.note === undefined ? {} : { note: body.note?.trim() || null }),
  };
  if (Object.keys(patched).length === 0) throw wrong('', 'nothing is changed');
  const id = rowOf(change, patch, body.version);
  change.update('patches', id, patched);
  if (stands.garden_id != null) change.touch('garden', Number(stands.garden_id));
  touchAll(change, patch, id);
  const after = patchAmong(new SeasonReader(change.db), key, change.today).patch;
  const said = [
    body.apart != null && body.apart !== patch.apart ? APART_DONE[body.apart] : null,
    stands.stands === undefined ? null : `it stands at ${after.place ?? 'a spot of its own'}`,
    body.plants != null && body.plants !== patch.plants ? plural(body.plants, 'plant') : null,
    body.shiftDays !== undefined && body.shiftDays !== (patch.row?.shift_days ?? 0) ? shiftWords(body.shiftDays) : null,
    days.flower_from == null ? null : `in flower from ${shortDay(String(days.flower_from))} to ${shortDay(String(days.flower_to))}`,
  ].filter((t) => t !== null);
  change.describe(
    `${patch.origin.variety ?? patch.crop.name}${patch.place === null ? '' : ` at ${patch.place}`}: ${said.length === 0 ? 'a note' : said.join(', ')}`,
  );
  return { key };
}

const shiftWords = (days: number): string =>
  days === 0 ? 'begun as usual' : `begun ${plural(Math.abs(days), 'day')} ${days < 0 ? 'earlier' : 'later'}`;

/** A cage has to be there: a garden says how many it has. */
function refuseCage(change: Change, patch: GrownPatch, apart: string | null, stands: Row): void {
  if (apart !== 'caged' || patch.apart === 'caged') return;
  const gardenId = stands.stands === undefined ? patch.gardenId : (stands.garden_id as number | null);
  if (gardenId === null) return;
  const reader = new SeasonReader(change.db);
  const garden = reader.garden(gardenId);
  if (garden.cages === 0) throw wrong('apart', `${garden.name} has no cage written down; say in the garden how many it has`);
}

/** It is there no more: dug up, picked before it flowered, taken out. Or it is, after all. */
export function patchGone(change: Change, key: string, body: yup.InferType<typeof patchGoneForm>): { readonly key: string } {
  const { patch } = patchAmong(new SeasonReader(change.db), key, change.today);
  if (body.goneOn == null && body.why != null) throw wrong('why', 'leave it out for a patch that is there');
  if (body.goneOn != null && body.goneOn > change.today) throw wrong('goneOn', `must not be after today, ${change.today}`);
  const id = rowOf(change, patch, body.version);
  change.update('patches', id, { gone_on: body.goneOn ?? null, gone_why: body.why?.trim() || null });
  touchAll(change, patch, id);
  const name = `${patch.origin.variety ?? patch.crop.name}${patch.place === null ? '' : ` at ${patch.place}`}`;
  change.describe(body.goneOn == null ? `${name} is there after all` : `${name} is there no more${body.why ? `: ${body.why.trim()}` : ''}`);
  return { key };
}
