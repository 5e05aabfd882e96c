import { daysBetween, type Timing, TIMING_WORDS, type Way, wrong } from '@esprel/core';
import type { Answer, sowingsApi, SowingSheetData } from '@esprel/core/api';
import { type Db, one } from '../db/db.ts';
import { type Change, holdWritten, writtenVersion } from '../journal/change.ts';
import { notFound } from '../problem.ts';
import { SeasonReader, tableTarget } from '../season/windows.ts';

interface TimedSowing {
  readonly id: number;
  readonly lot_id: number;
  readonly variety_id: number;
  readonly crop_key: string;
  readonly crop: string;
  readonly sown_on: string;
  readonly garden_id: number | null;
  readonly method: string;
  readonly way: Way | null;
}

export function timingOf(db: Db, sowingId: number): SowingSheetData['timing'] {
  const said = one<{ id: number; timing: Timing; offsetDays: number }>(
    db,
    'SELECT id, timing, offset_days AS offsetDays FROM timing_verdicts WHERE sowing_id = ?',
    sowingId,
  );
  return said ? { ...said, version: writtenVersion(db, 'timing_verdicts', said.id) } : null;
}

/** The way a sowing without a plan was meant: outdoors in spring or later, else under cover. */
function wayOf(s: TimedSowing, reader: SeasonReader): { way: Way; target: string | null } {
  const lot = { id: s.lot_id, crop_key: s.crop_key, variety_id: s.variety_id };
  const ways: Way[] = s.way !== null ? [s.way] : s.method === 'open-ground' ? ['direct', 'late'] : ['start', 'late'];
  // Of several, the one whose middle is nearest.
  const near = ways
    .map((way) => ({ way, target: tableTarget(reader.meant(lot, s.garden_id, way, s.sown_on), way) }))
    .filter((w) => w.target !== null)
    .sort((a, b) => Math.abs(daysBetween(a.target ?? '', s.sown_on)) - Math.abs(daysBetween(b.target ?? '', s.sown_on)));
  return near[0] ?? { way: ways[0] as Way, target: null };
}

/** One tap after the season: too early, right, or too late. Said again, it takes the place of what was said. */
export function sayTiming(change: Change, sowingId: number, timing: Timing, version: number): Answer<typeof sowingsApi.timing> {
  const { db, today } = change;
  const s = one<TimedSowing>(
    db,
    `SELECT s.id, s.lot_id, l.variety_id, v.crop_key, c.name AS crop, s.sown_on, s.garden_id, s.method, p.way FROM sowings s JOIN lots l ON l.id = s.lot_id
     JOIN varieties v ON v.id = l.variety_id JOIN crops c ON c.key = v.crop_key LEFT JOIN planned_sowings p ON p.id = s.planned_id WHERE s.id = ?`,
    sowingId,
  );
  if (!s) throw notFound('That sowing');
  const reader = new SeasonReader(db);
  const { way, target } = wayOf(s, reader);
  if (target === null) throw wrong('timing', `${s.crop} has no window for this way of sowing, so there is nothing to move`);
  const row = { crop_key: s.crop_key, way, offset_days: daysBetween(target, s.sown_on), timing, made_on: today };
  const now = one<{ id: number; timing: Timing }>(db, 'SELECT id, timing FROM timing_verdicts WHERE sowing_id = ?', sowingId);
  holdWritten(db, 'timing_verdicts', now, version, { timing });
  if (now) change.update('timing_verdicts', now.id, row);
  else change.insert('timing_verdicts', { sowing_id: sowingId, ...row });
  change.touch('sowing', sowingId);
  const shift = new SeasonReader(db).shiftsOf(s.crop_key)[way];
  change.describe(`The sowing of ${s.crop} on ${s.sown_on} was ${TIMING_WORDS[timing]}`);
  return { way, shift };
}

export function removeTiming(change: Change, id: number, version: number) {
  const row = one<{ sowing_id: number; crop: string }>(
    change.db,
    'SELECT t.sowing_id, c.name AS crop FROM timing_verdicts t JOIN crops c ON c.key = t.crop_key WHERE t.id = ?',
    id,
  );
  if (!row) throw notFound('That verdict');
  holdWritten(change.db, 'timing_verdicts', { id }, version, {});
  change.remove('timing_verdicts', id);
  change.touch('sowing', row.sowing_id);
  change.describe(`Took back what was said of the day of a sowing of ${row.crop}`);
  return { id };
}
