import {
  careForm,
  emergenceForm,
  FATE_FACTS,
  isUsuallyCovered,
  fateForm,
  nextLook,
  plural,
  type SOWING_METHOD_FACTS,
  sowingForm,
  timingForm,
  undoForm,
  wrong,
} from '@esprel/core';
import type * as yup from 'yup';
import { libraryCrop } from '../crops/crops.ts';
import { all, type Db, one } from '../db/db.ts';
import { notFound } from '../http/problem.ts';
import { pathId, queryOneOf } from '../http/query.ts';
import { changes, read, readKept, type Route } from '../http/route.ts';
import type { Change } from '../journal/change.ts';
import { lotRow } from '../lots/estimates.ts';
import { moveSeeds } from '../lots/intake.ts';
import { lotByCode, lotNames } from '../lots/queries.ts';
import { loanRow, memberName } from '../members/members.ts';
import { historyOf } from '../journal/history.ts';
import { plannedRow } from '../season/planned.ts';
import { leftOfLoan, sowingAdvice } from './advice.ts';
import { careOf, doCare, nextCareOf, writeCare } from './care.ts';
import { emergenceFor } from './learned.ts';
import { plantRoutes, plantsSheet } from './plants.ts';
import { SeasonReader } from '../season/windows.ts';
import { removeTiming, sayTiming, timingOf } from './timing.ts';

interface SowingRow {
  readonly id: number;
  readonly lot_id: number;
  readonly loan_id: number | null;
  readonly method: keyof typeof SOWING_METHOD_FACTS;
  readonly cells: number;
  readonly seeds_per_cell: number;
  readonly seeds: number;
  readonly sown_on: string;
  readonly where_sown: string | null;
  readonly to_identify: number;
  readonly planned_id: number | null;
  readonly tray_id: number | null;
  readonly letter: string | null;
  readonly garden_id: number | null;
  readonly depth_mm: number | null;
  readonly covered_with: string | null;
  readonly warmth_c: number | null;
  readonly emergence: number;
  readonly fate: keyof typeof FATE_FACTS | null;
  readonly fate_on: string | null;
  readonly note: string | null;
  readonly version: number;
}

function sowingRow(db: Db, id: number): SowingRow {
  const row = one<SowingRow>(db, 'SELECT * FROM sowings WHERE id = ?', id);
  if (!row) throw notFound('That sowing');
  return row;
}

const FOUND_ALL = 'that was all that was found when it was sown';

function sow(change: Change, body: yup.InferType<typeof sowingForm>): object {
  const { db, today } = change;
  const lot = lotByCode(db, body.lotCode, 'lotCode');
  const loan = body.loanId == null ? null : loanRow(db, body.loanId, 'loanId');
  if (loan && loan.lot_id !== lot.id) throw wrong('loanId', `is not a loan of ${lot.code}`);
  if (lot.state === 'quarantine') throw wrong('lotCode', `${lot.code} waits in quarantine; release it first`);
  if (body.sownOn > today) throw wrong('sownOn', `must not be after today, ${today}`);
  const earliest = loan ? loan.lent_on : lot.received_on;
  if (body.sownOn < earliest) throw wrong('sownOn', `must not be before ${earliest}, when the seed ${loan ? 'was lent' : 'came'}`);
  // Cells are filled unevenly where a seed is over: one more in some of them. A pot or the open ground takes as many as one likes.
  const most = body.cells * (body.seedsPerCell + 1);
  if ((body.method === 'cells' || body.method === 'heated-cells') && body.seeds > most) {
    throw wrong(
      'seeds',
      `${plural(body.cells, 'cell')} of ${String(body.seedsPerCell)} take ${String(body.cells * body.seedsPerCell)}, or ${String(most)} with one more in each`,
    );
  }
  if (loan) {
    const left = leftOfLoan(db, loan.id, loan.seeds);
    if (body.seeds > left) throw wrong('seeds', `${memberName(db, loan.member_id)} has ${plural(left, 'seed')} left of this loan`);
  }
  const plan = body.plannedId == null ? null : plannedRow(db, body.plannedId, 'plannedId');
  if (plan && plan.lot_id !== lot.id) throw wrong('plannedId', `is not a plan for ${lot.code}`);
  if (plan?.sowing_id != null) throw wrong('plannedId', `was sown on ${plan.sown_on ?? ''} already`);
  if (body.benchId != null && !one(db, 'SELECT 1 FROM bench_places WHERE id = ?', body.benchId)) {
    throw wrong('benchId', 'is not a place on the bench; choose again');
  }
  if (loan && body.thatWasAll === true) throw wrong('thatWasAll', 'is asked of the library’s own seed only; leave it out');
  // More were found than the record says: it is put right first, so that all of them can be sown.
  if (body.thatWasAll === true && body.seeds > lot.balance) {
    moveSeeds(change, lot, 'correction', body.seeds - lot.balance, body.sownOn, FOUND_ALL);
  }
  const before = body.thatWasAll === true ? { ...lot, balance: Math.max(lot.balance, body.seeds) } : lot;
  const movement = loan ? null : moveSeeds(change, before, 'sown', -body.seeds, body.sownOn, 'sown by the library');
  if (body.thatWasAll === true && before.balance > body.seeds) {
    moveSeeds(
      change,
      { ...before, balance: before.balance - body.seeds },
      'correction',
      body.seeds - before.balance,
      body.sownOn,
      FOUND_ALL,
    );
  }
  const id = change.insert('sowings', {
    lot_id: lot.id,
    loan_id: loan?.id ?? null,
    movement_id: movement,
    method: body.method,
    cells: body.cells,
    seeds_per_cell: body.seedsPerCell,
    seeds: body.seeds,
    sown_on: body.sownOn,
    where_sown: body.whereSown ?? null,
    to_identify: body.toIdentify === true ? 1 : 0,
    emergence: emergenceFor(db, body.method, body.benchId ?? null).emergence,
    note: body.note ?? null,
    planned_id: plan?.id ?? null,
    garden_id: plan?.garden_id ?? null,
    bench_id: body.benchId ?? null,
    depth_mm: body.depthMm ?? null,
    covered_with: body.coveredWith?.trim() || null,
    warmth_c: body.warmthC ?? null,
  });
  if (!loan)
    writeCare(change, id, {
      cropKey: lot.crop_key,
      method: body.method,
      seedsPerCell: body.seedsPerCell,
      plannedId: plan?.id ?? null,
      gardenId: plan?.garden_id ?? null,
      covered: body.covered ?? isUsuallyCovered(body.method),
      sownOn: body.sownOn,
    });
  if (plan) change.touch('planned', plan.id);
  change.touch('sowing', id);
  change.touch('lot', lot.id);
  if (loan) change.touch('member', loan.member_id);
  change.describe(
    `Sowed ${plural(body.seeds, 'seed')} of ${lot.code} ${lotNames(db, lot.id).variety}${loan ? ` in the garden of ${memberName(db, loan.member_id)}` : ''}`,
  );
  return { id, lotCode: lot.code };
}

function countUp(change: Change, id: number, body: yup.InferType<typeof emergenceForm>): object {
  const { db, today } = change;
  const sowing = sowingRow(db, id);
  if (sowing.fate !== null) throw wrong('emerged', 'this sowing is finished; take its fate back to count again');
  if (one(db, 'SELECT 1 FROM sowing_cells WHERE sowing_id = ?', id))
    throw wrong('emerged', 'its cells are counted one by one; look at its tray');
  if (body.countedOn > today) throw wrong('countedOn', `must not be after today, ${today}`);
  if (body.countedOn < sowing.sown_on) throw wrong('countedOn', `must not be before it was sown, ${sowing.sown_on}`);
  if (body.emerged > sowing.seeds) throw wrong('emerged', `only ${plural(sowing.seeds, 'seed')} were sown`);
  const counts = countsOf(db, id);
  const earlier = counts.filter((c) => c.countedOn < body.countedOn).reduce((m, c) => Math.max(m, c.emerged), 0);
  if (body.emerged < earlier) {
    throw wrong('emerged', `${String(earlier)} were up before; count all that ever came, also those that fell over`);
  }
  const later = counts.find((c) => c.countedOn > body.countedOn && c.emerged < body.emerged);
  if (later) throw wrong('emerged', `only ${String(later.emerged)} were up on ${later.countedOn}, which is later`);
  const same = counts.find((c) => c.countedOn === body.countedOn);
  change.update('sowings', id, {}, body.version);
  if (same) change.remove('emergence_counts', same.id);
  change.insert('emergence_counts', { sowing_id: id, counted_on: body.countedOn, emerged: body.emerged });
  touchSowing(change, sowing);
  const lot = lotRow(db, sowing.lot_id);
  change.describe(`Counted the sowing of ${lot?.code ?? ''}: ${String(body.emerged)} of ${String(sowing.seeds)} up`);
  return sowingSheet(db, id, today);
}

function setFate(change: Change, id: number, body: yup.InferType<typeof fateForm>): object {
  const { db, today } = change;
  const sowing = sowingRow(db, id);
  if (body.fateOn > today) throw wrong('fateOn', `must not be after today, ${today}`);
  if (body.fateOn < sowing.sown_on) throw wrong('fateOn', `must not be before it was sown, ${sowing.sown_on}`);
  const facts = FATE_FACTS[body.fate];
  const counts = countsOf(db, id);
  if (body.fate === 'came-up' && counts.length === 0) throw wrong('fate', 'count what came up first');
  if (body.fate === 'not-come-up' && counts.some((c) => c.emerged > 0)) {
    throw wrong('fate', 'some came up; choose "came up, as far as it could"');
  }
  change.update('sowings', id, { fate: body.fate, fate_on: body.fateOn, ...(body.note != null ? { note: body.note } : {}) }, body.version);
  touchSowing(change, sowing);
  const lot = lotRow(db, sowing.lot_id);
  change.describe(`The sowing of ${lot?.code ?? ''}: ${facts.words}${facts.speaksOfSeed ? '' : '; says nothing about the seed'}`);
  return sowingSheet(db, id, today);
}

function touchSowing(change: Change, sowing: SowingRow): void {
  change.touch('sowing', sowing.id);
  change.touch('lot', sowing.lot_id);
  if (sowing.loan_id !== null) change.touch('member', loanRow(change.db, sowing.loan_id).member_id);
}

function countsOf(db: Db, id: number): { id: number; countedOn: string; emerged: number }[] {
  return all(db, 'SELECT id, counted_on AS countedOn, emerged FROM emergence_counts WHERE sowing_id = ? ORDER BY counted_on', id);
}

function sowingSheet(db: Db, id: number, today: string): object {
  const s = sowingRow(db, id);
  const lot = lotRow(db, s.lot_id);
  if (!lot) throw notFound('The lot of that sowing');
  const crop = libraryCrop(db, lot.crop_key);
  const counts = countsOf(db, id);
  const last = counts[counts.length - 1]?.countedOn ?? null;
  const loan = s.loan_id === null ? null : loanRow(db, s.loan_id);
  return {
    sowing: {
      id: s.id,
      version: s.version,
      lotCode: lot.code,
      ...lotNames(db, lot.id),
      cropKey: lot.crop_key,
      loanId: s.loan_id,
      memberId: loan?.member_id ?? null,
      member: loan ? memberName(db, loan.member_id) : null,
      method: s.method,
      cells: s.cells,
      seedsPerCell: s.seeds_per_cell,
      seeds: s.seeds,
      sownOn: s.sown_on,
      whereSown: s.where_sown,
      toIdentify: s.to_identify === 1,
      emergence: s.emergence,
      fate: s.fate,
      fateOn: s.fate_on,
      note: s.note,
      trayId: s.tray_id,
      tray: s.tray_id === null ? null : (one<{ name: string }>(db, 'SELECT name FROM trays WHERE id = ?', s.tray_id)?.name ?? null),
      letter: s.letter,
      depthMm: s.depth_mm,
      coveredWith: s.covered_with,
      warmthC: s.warmth_c,
    },
    care: careOf(
      db,
      {
        id,
        sownOn: s.sown_on,
        cropKey: lot.crop_key,
        upOn: upOnOf(counts),
        gardenId: s.garden_id,
        plantOutOn: s.planned_id === null ? null : plannedRow(db, s.planned_id).plant_out_on,
      },
      today,
    ),
    plants: plantsSheet(db, id),
    timing: timingOf(db, id),
    lost: all(
      db,
      'SELECT fate, count(*) AS cells, sum(seeds) AS seeds FROM sowing_cells WHERE sowing_id = ? AND fate IS NOT NULL GROUP BY fate',
      id,
    ),
    counts,
    next: s.fate === null ? nextLook(s.sown_on, crop.emergeMinD, crop.emergeMaxD, last, isDark(crop, s.method, upOnOf(counts))) : null,
    crop,
    estimate: one(db, 'SELECT median, low, high, verdict, reason FROM lot_estimates WHERE lot_id = ?', lot.id) ?? null,
    history: historyOf(db, 'sowing', id),
  };
}

/** Whether a sowing still lies under the dark cover that its crop comes up under. */
function isDark(crop: { readonly lightNeed: string }, method: string, upOn: string | null): boolean {
  return crop.lightNeed === 'dark' && method !== 'open-ground' && upOn === null;
}

function upOnOf(counts: readonly { countedOn: string; emerged: number }[]): string | null {
  return counts.find((c) => c.emerged > 0)?.countedOn ?? null;
}

export interface ListedSowing {
  readonly id: number;
  readonly lotId: number;
  readonly lotCode: string;
  readonly variety: string;
  readonly crop: string;
  readonly cropKey: string;
  readonly seeds: number;
  readonly sownOn: string;
  readonly method: string;
  readonly member: string | null;
  readonly memberId: number | null;
  readonly fate: string | null;
  readonly emerged: number | null;
  readonly trayId: number | null;
  readonly tray: string | null;
  readonly benchId: number | null;
  readonly bench: string | null;
  readonly next: ReturnType<typeof nextLook> | null;
  /** It comes up in the dark, and nothing is up yet. */
  readonly inDark: boolean;
  /** What is to be done with what is up. */
  readonly care: ReturnType<typeof nextCareOf>;
}

/** Sowings that are still watched, or those that are finished. */
export function listSowings(db: Db, state: 'open' | 'finished', today: string): ListedSowing[] {
  const rows = all<ListedSowing & { last: string | null; upOn: string | null; gardenId: number | null; plantOutOn: string | null }>(
    db,
    `SELECT s.id, s.lot_id AS lotId, l.code AS lotCode, v.name AS variety, c.name AS crop, c.key AS cropKey, s.seeds, s.sown_on AS sownOn, s.method,
       m.name AS member, m.id AS memberId, s.fate, s.tray_id AS trayId, t.name AS tray, s.bench_id AS benchId, b.name AS bench,
       s.garden_id AS gardenId, (SELECT plant_out_on FROM planned_sowings WHERE id = s.planned_id) AS plantOutOn,
       (SELECT min(counted_on) FROM emergence_counts WHERE sowing_id = s.id AND emerged > 0) AS upOn,
       (SELECT max(emerged) FROM emergence_counts WHERE sowing_id = s.id) AS emerged,
       (SELECT max(counted_on) FROM emergence_counts WHERE sowing_id = s.id) AS last
     FROM sowings s JOIN lots l ON l.id = s.lot_id JOIN varieties v ON v.id = l.variety_id JOIN crops c ON c.key = v.crop_key
     LEFT JOIN loans o ON o.id = s.loan_id LEFT JOIN members m ON m.id = o.member_id
     LEFT JOIN trays t ON t.id = s.tray_id LEFT JOIN bench_places b ON b.id = s.bench_id
     WHERE s.fate_on IS ${state === 'open' ? '' : 'NOT'} NULL ORDER BY s.sown_on DESC, s.id DESC LIMIT 1000`,
  );
  const reader = new SeasonReader(db);
  return rows.map(({ last, upOn, gardenId, plantOutOn, ...s }) => {
    const crop = reader.crop(s.cropKey);
    return {
      ...s,
      inDark: s.fate === null && isDark(crop, s.method, upOn),
      next: s.fate === null ? nextLook(s.sownOn, crop.emergeMinD, crop.emergeMaxD, last, isDark(crop, s.method, upOn)) : null,
      care: s.member === null ? nextCareOf(db, { ...s, upOn, gardenId, plantOutOn }, today, reader) : null,
    };
  });
}

export function sowingRoutes(): Route[] {
  return [
    readKept('/sowings', ({ db, today }, { query }) => ({
      sowings: listSowings(db, queryOneOf(query, 'state', ['open', 'finished'] as const) ?? 'open', today),
    })),
    read('/sowings/:id', ({ db, today }, { params }) => sowingSheet(db, pathId(params.id, 'id'), today)),
    read('/lots/:code/sowing-advice', ({ db }, { params, query }) => sowingAdvice(db, lotByCode(db, params.code ?? ''), query)),
    changes('post', '/sowings', 'sow', sowingForm, (change, { body }) => sow(change, body)),
    changes('post', '/sowings/:id/counts', 'count sowing', emergenceForm, (change, { params, body }) =>
      countUp(change, pathId(params.id, 'id'), body),
    ),
    changes('post', '/sowings/:id/care', 'care', careForm, (change, { params, body }) => {
      const id = pathId(params.id, 'id');
      doCare(change, id, body);
      return sowingSheet(change.db, id, change.today);
    }),
    changes('post', '/sowings/:id/timing', 'timing', timingForm, (change, { params, body }) =>
      sayTiming(change, pathId(params.id, 'id'), body.timing),
    ),
    changes('delete', '/timings/:id', 'timing', undoForm, (change, { params }) => removeTiming(change, pathId(params.id, 'id'))),
    changes('post', '/sowings/:id/fate', 'fate', fateForm, (change, { params, body }) => setFate(change, pathId(params.id, 'id'), body)),
    ...plantRoutes(),
  ];
}
