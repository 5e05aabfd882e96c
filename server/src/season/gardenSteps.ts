import type * as yup from 'yup';
import type { gardenForm } from '@esprel/core';
import { isDay, onGrid, wrong } from '@esprel/core';
import { one } from '../db/db.ts';
import type { Change } from '../journal/change.ts';
import { isMember } from '../records/loan.ts';

export function checked(body: yup.InferType<typeof gardenForm>) {
  const dates = ['lastFrost', 'firstFrost'] as const;
  for (const field of dates) {
    const value = body[field];
    if (value != null && !isDay(`2028-${value}`)) throw wrong(field, 'must be a month and day that exist, as 04-27');
  }
  if (body.shiftDays != null) {
    return { shift_days: body.shiftDays, last_frost: null, last_frost_sd: null, first_frost: null, first_frost_sd: null };
  }
  for (const field of ['lastFrost', 'lastFrostSdDays', 'firstFrost', 'firstFrostSdDays'] as const) {
    if (body[field] == null) throw wrong(field, 'is needed, or say how many days later than the library it is');
  }
  return {
    shift_days: null,
    last_frost: body.lastFrost,
    last_frost_sd: body.lastFrostSdDays,
    first_frost: body.firstFrost,
    first_frost_sd: body.firstFrostSdDays,
  };
}

/** The spot and the room of a garden, as its row has them. Throws an InputError for half a spot. */
function onPlan(body: yup.InferType<typeof gardenForm>) {
  if ((body.eastM == null) !== (body.northM == null)) {
    throw wrong(
      body.eastM == null ? 'eastM' : 'northM',
      'is needed beside the other: a spot is so far east and so far north of the library',
    );
  }
  return {
    east_m: body.eastM == null ? null : onGrid(body.eastM),
    north_m: body.northM == null ? null : onGrid(body.northM),
    room_plants: body.roomPlants ?? null,
    most_varieties: body.mostVarieties ?? null,
    cages: body.cages ?? 0,
    practised: body.practised ?? null,
  };
}

export function writeGarden(change: Change, body: yup.InferType<typeof gardenForm>, id: number | null, version?: number) {
  const { db } = change;
  const frosts = checked(body);
  if (body.memberId != null && !isMember(db, body.memberId)) throw wrong('memberId', 'is not a member; choose again');
  if (one(db, 'SELECT 1 FROM gardens WHERE name = ? AND id IS NOT ?', body.name.trim(), id))
    throw wrong('name', 'is taken by another garden');
  const row = {
    name: body.name.trim(),
    member_id: body.memberId ?? null,
    hemisphere: body.hemisphere,
    winter_min_c: body.winterMinC ?? null,
    ...onPlan(body),
    note: body.note?.trim() || null,
    ...frosts,
  };
  let now = id;
  if (now === null) now = change.insert('gardens', row);
  else change.update('gardens', now, row, version);
  change.touch('garden', now);
  change.describe(`${id === null ? 'Added' : 'Changed'} the garden ${row.name}`);
  return { id: now };
}
