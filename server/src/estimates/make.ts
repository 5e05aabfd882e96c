import type { KnownPlaces, LotEstimate } from '@esprel/core';
import { all, type Db, run } from '../db/db.ts';
import { lotRow, type LotRow } from '../records/lot.ts';
import { knownPlaces } from '../records/place.ts';
import { frostOf, readSettings } from '../records/settings.ts';
import type { TestRow } from '../records/test.ts';
import { callDay } from './callDay.ts';
import { type EstimateJob, estimateJob, type MadeEstimate } from './estimator.ts';
import { type EvidenceDot, evidenceOf } from './evidence.ts';
import { lotFacts } from './facts.ts';
import { judgeVariety } from './judging.ts';
import { keepPrediction, type WantedPrediction, wantedPredictions } from './predictions.ts';
import { spendableOf } from './spendable.ts';
import type { ListPicture, StoredEstimate } from './stored.ts';
import { type KnownTruths, truthOf, withAllBelow } from './truth.ts';

/** Three decimals are finer than any screen shows, and keep the stored estimate small. */
function rounded(estimate: LotEstimate): LotEstimate {
  const r = (x: number): number => Math.round(x * 1000) / 1000;
  return {
    ...estimate,
    ribbon: estimate.ribbon.map((p) => ({ date: p.date, median: r(p.median), low: r(p.low), high: r(p.high) })),
  };
}

/** What one lot asks, gathered from the library before it is computed. */
export interface Gathered {
  readonly lot: LotRow;
  readonly dots: readonly EvidenceDot[];
  readonly wanted: readonly WantedPrediction[];
  readonly job: EstimateJob;
}

/** `asBefore`: the evidence that its last estimate was made from, where nothing but the day is another. */
export function gather(
  db: Db,
  lot: LotRow,
  today: string,
  known: KnownPlaces = knownPlaces(db),
  asBefore: readonly EvidenceDot[] | null = null,
): Gathered {
  const settings = readSettings(db);
  const dots = asBefore ?? evidenceOf(db, lot.id);
  const facts = lotFacts(db, lot, dots, settings, known);
  const wanted = asBefore === null ? wantedPredictions(db, lot.id, facts, dots) : [];
  const day = today < lot.ages_from ? lot.ages_from : today;
  return {
    lot,
    dots,
    wanted,
    job: { facts, day, frost: frostOf(settings), predict: wanted.map((w) => w.date), spendable: spendableOf(lot) },
  };
}

/** What is known beforehand of lots that are kept: that only the day is another (how true they are stays then), and whether a test runs. */
export interface KnownOfLot {
  readonly onlyOlder: boolean;
  readonly tested: boolean;
}

/** Keeps an estimate with its row of the list, and answers it. */
export function keep(
  db: Db,
  { lot, dots, wanted, job }: Gathered,
  made: MadeEstimate,
  today: string,
  { onlyOlder, tested }: KnownOfLot = { onlyOlder: false, tested: true },
): StoredEstimate {
  const estimate = rounded(made.estimate);
  const { threshold } = job.facts;
  const stored: StoredEstimate = { ...estimate, dots, threshold, advised: made.advised };
  const picture: ListPicture = {
    ribbon: estimate.ribbon,
    dots: dots.filter((d) => d.used).map(({ kind, date, sown, alive, emergence, used }) => ({ kind, date, sown, alive, emergence, used })),
    threshold,
  };
  run(
    db,
    `INSERT INTO lot_estimates (lot_id, as_of, median, low, high, verdict, verdict_beside, reason, below_forty_on, estimate, picture)
     VALUES (?, ?, ?, ?, ?, 'let-go', NULL, '', ?, ?, ?)
     ON CONFLICT (lot_id) DO UPDATE SET as_of = excluded.as_of, median = excluded.median, low = excluded.low,
       high = excluded.high, below_forty_on = excluded.below_forty_on, estimate = excluded.estimate, picture = excluded.picture`,
    lot.id,
    today,
    estimate.today.median,
    estimate.today.low,
    estimate.today.high,
    estimate.belowFortyOn,
    JSON.stringify(stored),
    JSON.stringify(picture),
  );
  if (!onlyOlder) keepTruth(db, lot.id);
  wanted.forEach((w, i) => {
    const belief = made.beliefs[i];
    if (belief) keepPrediction(db, w, belief);
  });
  if (tested) timeTests(db, lot, estimate.today, today);
  return stored;
}

/** Keeps how true a lot is beside how alive. */
function keepTruth(db: Db, lotId: number, known: KnownTruths = new Map()): void {
  const share = truthOf(db, lotId, known)?.truth.trueShare ?? null;
  run(
    db,
    'UPDATE lot_estimates SET true_mean = ?, true_low = ?, true_high = ? WHERE lot_id = ?',
    share?.mean ?? null,
    share?.low ?? null,
    share?.high ?? null,
    lotId,
  );
}

export function computeEstimate(db: Db, lot: LotRow, today: string): StoredEstimate {
  const gathered = gather(db, lot, today);
  return keep(db, gathered, estimateJob(gathered.job), today);
}

/** Keeps with each open test of the lot the day to stop waiting, by what is believed of the lot without it. */
function timeTests(db: Db, lot: LotRow, { alpha, beta }: LotEstimate['today'], today: string): void {
  if (alpha === null || beta === null) return;
  for (const test of all<TestRow>(db, 'SELECT * FROM tests WHERE lot_id = ? AND closed_on IS NULL AND planned = 0', lot.id)) {
    run(db, 'UPDATE tests SET call_on = ? WHERE id = ?', callDay(db, test, lot.crop_key, { alpha, beta }, today), test.id);
  }
}

/** Brings the estimates and verdicts of these lots up to date, and the verdicts of their sisters. */
export function refreshLots(db: Db, lotIds: readonly number[], today: string): void {
  const varieties = new Set<number>();
  for (const id of lotIds) {
    const lot = lotRow(db, id);
    if (!lot) continue;
    computeEstimate(db, lot, today);
    varieties.add(lot.variety_id);
  }
  // What is known of a lot is known of all that was grown from it.
  const below = withAllBelow(db, lotIds).filter((id) => !lotIds.includes(id));
  const known: KnownTruths = new Map();
  for (const id of below) {
    keepTruth(db, id, known);
    const lot = lotRow(db, id);
    if (lot) varieties.add(lot.variety_id);
  }
  for (const id of varieties) judgeVariety(db, id, today);
}

/** So many lots are made again within the request that touched them; more of them follow in small steps. */
const AT_ONCE = 40;

/**
 * Brings the estimates of these lots up to date, at once when they are few; else only marks them, for `refreshStale` to
 * follow when the request is over.
 */
export function refreshOrMark(db: Db, lotIds: readonly number[], today: string): void {
  if (lotIds.length <= AT_ONCE) refreshLots(db, lotIds, today);
  else markStale(db, lotIds);
}

/** Marks the estimates of these lots as not of today. */
export function markStale(db: Db, lotIds: readonly number[]): void {
  for (const id of lotIds) run(db, "UPDATE lot_estimates SET as_of = '' WHERE lot_id = ?", id);
}
