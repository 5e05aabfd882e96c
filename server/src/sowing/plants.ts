import type * as yup from 'yup';
import type { plantsForm } from '@esprel/core';
import { CoreError, PLANT_WORDS, plantsOf, type PlantsOfSowing, plural, wrong } from '@esprel/core';
import type { SowingSheetData, StandingPlants } from '@esprel/core/api';
import { all, type Db, one } from '../db/db.ts';
import type { Change } from '../journal/change.ts';
import { notFound } from '../problem.ts';
import { isMember, memberName } from '../records/loan.ts';
import { lotNames } from '../records/lot.ts';

type PlantsSheet = SowingSheetData['plants'];

interface GrownRow {
  readonly id: number;
  readonly lotId: number;
  readonly loanId: number | null;
  readonly sownOn: string;
  readonly emerged: number;
  readonly upOn: string | null;
}

function grown(db: Db, sowingId: number): GrownRow {
  const row = one<GrownRow>(
    db,
    `SELECT id, lot_id AS lotId, loan_id AS loanId, sown_on AS sownOn,
       coalesce((SELECT max(emerged) FROM emergence_counts WHERE sowing_id = sowings.id), 0) AS emerged,
       (SELECT min(counted_on) FROM emergence_counts WHERE sowing_id = sowings.id AND emerged > 0) AS upOn
     FROM sowings WHERE id = ?`,
    sowingId,
  );
  if (!row) throw notFound('That sowing');
  return row;
}

function countsOf(db: Db, sowingId: number): PlantsSheet['counts'] {
  return all<PlantsSheet['counts'][number]>(
    db,
    `SELECT p.id, p.kind, p.plants, p.on_day AS onDay, p.member_id AS memberId, m.name AS member, p.note, p.version
     FROM plant_counts p LEFT JOIN members m ON m.id = p.member_id WHERE p.sowing_id = ? ORDER BY p.on_day, p.id`,
    sowingId,
  );
}

/** What was counted of the plants of a sowing, and what stands of them now. */
export function plantsSheet(db: Db, sowingId: number): PlantsSheet {
  const counts = countsOf(db, sowingId);
  return { ...plantsOf(grown(db, sowingId).emerged, counts), counts };
}

/** As plantsSheet, with what does not add up as an error beside the field. */
function standingOrWrong(db: Db, sowingId: number): PlantsOfSowing {
  try {
    return plantsSheet(db, sowingId);
  } catch (error) {
    if (error instanceof CoreError) throw wrong('plants', error.rule);
    throw error;
  }
}

export function count(change: Change, sowingId: number, body: yup.InferType<typeof plantsForm>) {
  const { db, today } = change;
  const s = grown(db, sowingId);
  if (s.loanId !== null) throw wrong('kind', 'this one grows in a member’s garden; the library has no plants of it');
  if (s.upOn === null) throw wrong('plants', 'nothing of it is up yet; count what came up first');
  if (body.onDay > today) throw wrong('onDay', `must not be after today, ${today}`);
  if (body.onDay < s.upOn) throw wrong('onDay', `must not be before the first was up, ${s.upOn}`);
  if (body.memberId != null) {
    if (body.kind !== 'given') throw wrong('memberId', 'only plants that were given go to a member; leave it empty');
    if (!isMember(db, body.memberId)) throw wrong('memberId', 'is not a member; choose again');
  }
  change.update('sowings', sowingId, {}, body.version);
  change.insert('plant_counts', {
    sowing_id: sowingId,
    kind: body.kind,
    plants: body.plants,
    on_day: body.onDay,
    member_id: body.memberId ?? null,
    note: body.note?.trim() || null,
  });
  const now = standingOrWrong(db, sowingId);
  change.touch('sowing', sowingId);
  change.touch('lot', s.lotId);
  if (body.memberId != null) change.touch('member', body.memberId);
  const to = body.memberId == null ? '' : `, to ${memberName(db, body.memberId)}`;
  change.describe(`${lotNames(db, s.lotId).variety}: ${plural(body.plants, 'plant')} ${PLANT_WORDS[body.kind]}${to}`);
  return { standing: now.standing, spare: now.spare };
}

export function forget(change: Change, id: number, version: number): void {
  const { db } = change;
  const row = one<{ sowing_id: number; kind: keyof typeof PLANT_WORDS; plants: number }>(
    db,
    'SELECT sowing_id, kind, plants FROM plant_counts WHERE id = ?',
    id,
  );
  if (!row) throw notFound('That count of plants');
  change.remove('plant_counts', id, version);
  standingOrWrong(db, row.sowing_id);
  const s = grown(db, row.sowing_id);
  change.touch('sowing', s.id);
  change.touch('lot', s.lotId);
  change.describe(`Not so: ${plural(row.plants, 'plant')} ${PLANT_WORDS[row.kind]}, ${lotNames(db, s.lotId).variety}`);
}

/** Sowings whose plants were counted and of which some are to spare, as a list for a sale or a gift. */
export function spare(db: Db): StandingPlants[] {
  return all<{ id: number; lotCode: string; variety: string; crop: string; sownOn: string }>(
    db,
    `SELECT s.id, l.code AS lotCode, v.name AS variety, c.name AS crop, s.sown_on AS sownOn
     FROM sowings s JOIN lots l ON l.id = s.lot_id JOIN varieties v ON v.id = l.variety_id JOIN crops c ON c.key = v.crop_key
     WHERE s.id IN (SELECT sowing_id FROM plant_counts) ORDER BY c.name, v.name, s.id`,
  )
    .map((s) => {
      const { standing, kept, spare: free, gone } = plantsSheet(db, s.id);
      return { ...s, standing, kept, spare: free, given: gone.given, sold: gone.sold };
    })
    .filter((s) => s.standing > 0);
}
