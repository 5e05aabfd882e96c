import type * as yup from 'yup';
import type { roundForm } from '@esprel/core';
import {
  replicatesFor,
  eveningsOf,
  planRound,
  plural,
  type RoundLot,
  type RoundPlan,
  SMALLEST_TEST,
  spendableSeeds,
  TEST_CERTAINTY,
  testProtocol,
  testSize,
  wrong,
} from '@esprel/core';
import type { RoundLotChoice, RoundSheetData } from '@esprel/core/api';
import { type Db, one } from '../db/db.ts';
import type { StoredEstimate } from '../estimates/stored.ts';
import type { Change } from '../journal/change.ts';
import { notFound } from '../problem.ts';
import { libraryCrop } from '../records/crop.ts';
import { lotByCode, lotNames, lotRow, type LotRow } from '../records/lot.ts';
import { readSettings } from '../records/settings.ts';
import { replicatesOf } from '../records/test.ts';
import { listTests } from './testList.ts';
import { writeTest } from './testSteps.ts';

/** A round is laid within a season. */
export const MOST_LOTS = 100;

/** What a test of a lot could be: sizes with their chance of a clear answer, and how many seeds it may take. */
export function roundLotOf(db: Db, code: string): RoundLotChoice {
  const lot = lotByCode(db, code, 'codes');
  const crop = libraryCrop(db, lot.crop_key);
  const stored = one<{ estimate: string }>(db, 'SELECT estimate FROM lot_estimates WHERE lot_id = ?', lot.id);
  const estimate = stored ? (JSON.parse(stored.estimate) as StoredEstimate) : null;
  const { alpha = null, beta = null } = estimate?.today ?? {};
  const threshold = estimate?.threshold ?? readSettings(db).lendingThreshold;
  const spendable = spendableSeeds(lot.balance, lot.floor, false);
  const grown = spendableSeeds(lot.balance, lot.floor, true);
  const sizes = (seeds: number): ReturnType<typeof testSize> =>
    alpha === null || beta === null
      ? { options: [], recommended: null }
      : testSize({ alpha, beta, threshold, certainty: TEST_CERTAINTY, spendable: Math.min(400, seeds) });
  const { options } = sizes(grown);
  const advised = sizes(spendable).recommended ?? (grown >= SMALLEST_TEST ? SMALLEST_TEST : null);
  const open = one<{ id: number }>(db, 'SELECT id FROM tests WHERE lot_id = ? AND closed_on IS NULL', lot.id);
  return {
    lotCode: lot.code,
    variety: lotNames(db, lot.id).variety,
    crop: crop.name,
    balance: lot.balance,
    floor: lot.floor,
    spendable,
    grown,
    options,
    threshold,
    median: estimate?.today.median ?? null,
    low: estimate?.today.low ?? null,
    high: estimate?.today.high ?? null,
    replicates: advised === null ? [] : replicatesFor(advised),
    /** True when only seed that is grown on afterwards can be spared. */
    growOn: advised !== null && advised > spendable,
    problem: open
      ? 'is being tested already'
      : grown < SMALLEST_TEST
        ? `has only ${plural(grown, 'seed')} to spare; a test of so few tells little`
        : lot.state === 'quarantine'
          ? 'waits in quarantine'
          : null,
    openTest: open?.id ?? null,
  };
}

export interface AskedLot {
  readonly lotCode: string;
  readonly replicates: readonly number[];
  readonly growOn?: boolean | undefined;
}

/** Holds what is asked against the lots; every wrong line is named. */
export function askedLots(db: Db, asked: readonly AskedLot[]): { lot: LotRow; replicates: readonly number[] }[] {
  const seen = new Set<string>();
  return asked.map(({ lotCode, replicates, growOn }, i) => {
    const at = `lots[${String(i)}]`;
    const lot = lotByCode(db, lotCode, `${at}.lotCode`);
    if (seen.has(lot.code)) throw wrong(`${at}.lotCode`, `${lot.code} stands here twice`);
    seen.add(lot.code);
    if (one(db, 'SELECT id FROM tests WHERE lot_id = ? AND closed_on IS NULL', lot.id)) {
      throw wrong(`${at}.lotCode`, `${lot.code} is being tested already`);
    }
    const seeds = replicates.reduce((a, b) => a + b, 0);
    const free = spendableSeeds(lot.balance, lot.floor, true);
    if (seeds > lot.balance) throw wrong(`${at}.replicates`, `${lot.code} holds ${plural(lot.balance, 'seed')}`);
    const tenth = spendableSeeds(lot.balance, lot.floor, false);
    if (growOn !== true && seeds > tenth) {
      throw wrong(
        `${at}.replicates`,
        `is more than a tenth of the ${plural(free, 'seed')} of ${lot.code} that may be spent (${String(tenth)}); take fewer, or grow the sprouts on`,
      );
    }
    return { lot, replicates };
  });
}

export function planOf(db: Db, lots: readonly { lot: LotRow; replicates: readonly number[] }[], from: string): RoundPlan {
  const asked = lots.map(({ lot, replicates }): RoundLot => {
    const crop = libraryCrop(db, lot.crop_key);
    return { code: lot.code, crop: crop.name, protocol: testProtocol(crop), replicates };
  });
  return planRound(asked, from, readSettings(db).openDays ?? []);
}

export function makeRound(change: Change, body: yup.InferType<typeof roundForm>) {
  const { db, today } = change;
  if (body.from < today) throw wrong('from', `must not be before today, ${today}`);
  const lots = askedLots(db, body.lots as AskedLot[]);
  const plan = planOf(db, lots, body.from);
  const id = change.insert('rounds', { planned_on: today, note: body.note ?? null });
  for (const test of plan.tests) {
    const { lot, replicates } = lots.find((l) => l.lot.code === test.code) as (typeof lots)[number];
    const protocol = testProtocol(libraryCrop(db, lot.crop_key));
    writeTest(change, {
      lot,
      method: test.method,
      nightC: protocol.warmth.nightC,
      dayC: protocol.warmth.dayC,
      light: protocol.light,
      startOn: test.startOn,
      preparationDays: test.preparationDays,
      replicates: replicates.map((seeds, i) => ({ seeds, number: test.bagNumbers[i] ?? null })),
      countDays: test.countDays,
      planned: true,
      roundId: id,
      note: null,
    });
  }
  change.describe(
    `Planned a round of ${plural(plan.tests.length, 'test')}, ${plural(plan.materials.seeds, 'seed')} in ${plural(
      lots.reduce((n, l) => n + l.replicates.length, 0),
      'bag',
    )}`,
  );
  return { id };
}

/** A round as its page shows it: its tests as they really are, and what it takes. */
export function roundSheet(db: Db, id: number): RoundSheetData {
  const round = one<{ id: number; plannedOn: string; note: string | null }>(
    db,
    'SELECT id, planned_on AS plannedOn, note FROM rounds WHERE id = ?',
    id,
  );
  if (!round) throw notFound('That round');
  const tests = listTests(db, { roundId: id });
  const lots = tests.map((t) => ({ lot: lotRow(db, t.lotId) as LotRow, replicates: replicatesOf(db, t.id).map((r) => r.seeds) }));
  const { groups, materials } = planOf(db, lots, round.plannedOn);
  return {
    round,
    tests,
    groups,
    materials,
    evenings: eveningsOf(tests.map((t) => ({ startOn: t.startedOn, warmFrom: t.warmFrom, countDays: t.countDays }))),
  };
}
