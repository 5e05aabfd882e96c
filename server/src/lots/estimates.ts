import { type Breeding, inHundred, isShortLived, type KnownPlaces, type LotEstimate, type LotFacts, type Settings } from '@esprel/core';
import { libraryCrop } from '../crops/crops.ts';
import { knownPlaces, storageOfLot } from '../places/climates.ts';
import { all, type Db, one, run, writeDerived } from '../db/db.ts';
import { isWrittenElsewhere } from '../db/writer.ts';
import { type EvidenceDot, evidenceOf } from './evidence.ts';
import { keepPrediction, spreadOf, type WantedPrediction, wantedPredictions } from '../calibration/predictions.ts';
import { type EstimateJob, estimateJob, Estimator, type MadeEstimate } from '../threads/estimator.ts';
import { judgingState } from './judgingState.ts';
import { callDay, type TestRow } from '../germination/sheet.ts';
import { judgeVariety } from './judging.ts';
import { assumedClimates, frostOf, readSettings } from '../settings/settings.ts';

export interface LotRow {
  readonly id: number;
  readonly code: string;
  readonly variety_id: number;
  readonly source_id: number;
  readonly parent_id: number | null;
  readonly generation: number;
  readonly acquisition: LotFacts['acquisition'];
  readonly form: LotFacts['form'];
  readonly year_kind: 'harvest' | 'packing' | 'unknown';
  readonly year: number | null;
  readonly received_on: string;
  readonly ages_from: string;
  readonly stated_germination: number | null;
  readonly identity: 'sure' | 'likely' | 'doubtful' | 'unknown';
  readonly state: 'kept' | 'quarantine';
  readonly amount_known: 'counted' | 'weighed' | 'estimated';
  readonly balance: number;
  readonly floor: number;
  readonly note: string | null;
  readonly missing_since: string | null;
  readonly sealed: 0 | 1;
  readonly sealed_rh_percent: number | null;
  readonly opened_on: string | null;
  readonly picked_on: string | null;
  readonly ripened_where: string | null;
  readonly ripened_in_season: 'yes' | 'no' | null;
  readonly night_c: number | null;
  readonly follows_packet: 0 | 1;
  readonly wet_on: string | null;
  readonly dried_on: string | null;
  readonly version: number;
  readonly crop_key: string;
  readonly breeding: Breeding;
}

/** What a stored estimate holds as JSON. */
export interface StoredEstimate extends LotEstimate {
  readonly dots: readonly EvidenceDot[];
  readonly threshold: number;
}

/** What a row of a list draws. */
export interface ListPicture {
  readonly ribbon: LotEstimate['ribbon'];
  readonly dots: readonly Omit<EvidenceDot, 'id' | 'why'>[];
  readonly threshold: number;
}

export function lotRow(db: Db, id: number): LotRow | undefined {
  return one<LotRow>(db, 'SELECT l.*, v.crop_key, v.breeding FROM lots l JOIN varieties v ON v.id = l.variety_id WHERE l.id = ?', id);
}

/** Everything that the viability model asks of one lot. */
export function lotFacts(
  db: Db,
  lot: LotRow,
  dots: readonly EvidenceDot[],
  settings: Settings,
  known: KnownPlaces = knownPlaces(db),
): LotFacts {
  const crop = libraryCrop(db, lot.crop_key);
  const used = dots.filter((d) => d.used && d.date >= lot.ages_from);
  return {
    crop,
    form: lot.form,
    acquisition: lot.acquisition,
    start: lot.ages_from,
    stated: lot.stated_germination,
    storage: storageOfLot(db, lot, assumedClimates(settings), known),
    // A day of picking is no guess, and what was picked when it came neither.
    ageUnsure: lot.year_kind === 'unknown' && lot.picked_on === null && !isShortLived(crop),
    tests: used.filter((d) => d.kind === 'test').map((d) => ({ date: d.date, sown: d.sown, alive: d.alive })),
    sowings: used.filter((d) => d.kind === 'sowing').map((d) => ({ date: d.date, sown: d.sown, emerged: d.alive, emergence: d.emergence })),
    threshold: crop.lendingThreshold ?? settings.lendingThreshold,
    spread: spreadOf(db, crop.family),
  };
}

/** Three decimals are finer than any screen shows, and keep the stored estimate small. */
function rounded(estimate: LotEstimate): LotEstimate {
  const r = (x: number): number => Math.round(x * 1000) / 1000;
  return {
    ...estimate,
    ribbon: estimate.ribbon.map((p) => ({ date: p.date, median: r(p.median), low: r(p.low), high: r(p.high) })),
  };
}

/** What one lot asks, gathered from the library before it is computed. */
interface Gathered {
  readonly lot: LotRow;
  readonly dots: readonly EvidenceDot[];
  readonly wanted: readonly WantedPrediction[];
  readonly job: EstimateJob;
}

function gather(db: Db, lot: LotRow, today: string, known: KnownPlaces = knownPlaces(db)): Gathered {
  const settings = readSettings(db);
  const dots = evidenceOf(db, lot.id);
  const facts = lotFacts(db, lot, dots, settings, known);
  const wanted = wantedPredictions(db, lot.id, facts, dots);
  const day = today < lot.ages_from ? lot.ages_from : today;
  return { lot, dots, wanted, job: { facts, day, frost: frostOf(settings), predict: wanted.map((w) => w.date) } };
}

function keep(db: Db, { lot, dots, wanted, job }: Gathered, made: MadeEstimate, today: string): void {
  const estimate = rounded(made.estimate);
  const { threshold } = job.facts;
  const stored: StoredEstimate = { ...estimate, dots, threshold };
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
  wanted.forEach((w, i) => {
    const belief = made.beliefs[i];
    if (belief) keepPrediction(db, w, belief);
  });
  timeTests(db, lot.id, estimate.today, today);
}

function computeEstimate(db: Db, lot: LotRow, today: string): void {
  const gathered = gather(db, lot, today);
  keep(db, gathered, estimateJob(gathered.job), today);
}

/** Keeps with each open test of the lot the day to stop waiting, by what is believed of the lot without it. */
function timeTests(db: Db, lotId: number, { alpha, beta }: LotEstimate['today'], today: string): void {
  if (alpha === null || beta === null) return;
  for (const test of all<TestRow>(db, 'SELECT * FROM tests WHERE lot_id = ? AND closed_on IS NULL AND planned = 0', lotId)) {
    run(db, 'UPDATE tests SET call_on = ? WHERE id = ?', callDay(db, test, { alpha, beta }, today), test.id);
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
  else for (const id of lotIds) run(db, "UPDATE lot_estimates SET as_of = '' WHERE lot_id = ?", id);
}

/** How many estimates are not of `today` yet, or not made at all. */
export function countStale(db: Db, today: string): number {
  const row = one<{ n: number }>(
    db,
    `SELECT (SELECT count(*) FROM lot_estimates WHERE as_of < ?) + (SELECT count(*) FROM lot_estimates WHERE as_of > ?)
       + (SELECT count(*) FROM lots) - (SELECT count(*) FROM lot_estimates) AS n`,
    today,
    today,
  );
  return row?.n ?? 0;
}

/** Marks every estimate as not of today. */
export function markAllStale(db: Db): void {
  run(db, "UPDATE lot_estimates SET as_of = ''");
}

/** Lots whose estimates are made or kept without letting go of the thread: some tens of milliseconds. */
const IN_ONE_GO = 4;
/** More lots than this are computed on a thread of their own. */
const OWN_THREAD = 60;

/** The last step of anybody: what was gathered before it may no longer be true after it. */
function lastAction(db: Db): number {
  return one<{ id: number | null }>(db, 'SELECT max(id) AS id FROM actions')?.id ?? 0;
}

/**
 * Brings every estimate that is not of `today` up to date, a few lots at a time, letting go of the thread in between so
 * that no request waits long; many of them are computed on a thread of their own. Stops when somebody pauses it or writes from
 * elsewhere, to be begun again. Resolves with the number of lots refreshed: none when it is being done already.
 */
export async function refreshStale(db: Db, today: string, estimator?: Estimator): Promise<number> {
  const state = judgingState(db);
  if (state.running) return 0;
  state.running = true;
  let done = 0;
  try {
    // What was marked while the others were made follows at once.
    for (;;) {
      const made = await refreshOnce(db, today, estimator);
      done += made;
      if (made === 0 || !db.open || isWrittenElsewhere(db) || state.paused) return done;
    }
  } finally {
    state.running = false;
  }
}

async function refreshOnce(db: Db, today: string, estimator?: Estimator): Promise<number> {
  const stale = all<{ id: number; variety: number }>(
    db,
    `SELECT l.id, l.variety_id AS variety FROM lots l LEFT JOIN lot_estimates e ON e.lot_id = l.id
     WHERE e.as_of IS NULL OR e.as_of <> ? ORDER BY l.variety_id, l.id`,
    today,
  );
  const state = judgingState(db);
  state.restarts = 0;
  const thread =
    estimator ??
    (stale.length > OWN_THREAD
      ? new Estimator((restarts) => {
          state.restarts = restarts;
        })
      : null);
  const started = (i: number): { gathered: Gathered[]; seen: number; made: Promise<MadeEstimate[]> } => {
    // Read once for these few: a step of somebody may have changed it by the next.
    const known = knownPlaces(db);
    const gathered = stale.slice(i, i + IN_ONE_GO).flatMap(({ id }) => {
      const lot = lotRow(db, id);
      return lot ? [gather(db, lot, today, known)] : [];
    });
    const jobs = gathered.map((g) => g.job);
    return { gathered, seen: lastAction(db), made: thread ? thread.estimate(jobs) : Promise.resolve(jobs.map(estimateJob)) };
  };
  try {
    let ahead: ReturnType<typeof started> | null = null;
    for (let i = 0; i < stale.length; i += IN_ONE_GO) {
      // Begun again when whoever writes is done, or goes on.
      if (!db.open || isWrittenElsewhere(db) || state.paused) return i;
      const now: ReturnType<typeof started> = ahead ?? started(i);
      // The thread computes the next few while these are written.
      ahead = thread && i + IN_ONE_GO < stale.length ? started(i + IN_ONE_GO) : null;
      const made = await now.made;
      if (!db.open || isWrittenElsewhere(db)) return i;
      const few = stale.slice(i, i + IN_ONE_GO);
      const next = stale[i + IN_ONE_GO];
      writeDerived(db, () => {
        // A step of somebody in between has made these anew, or changed what they were made from.
        const old = lastAction(db) !== now.seen;
        now.gathered.forEach((g, n) => {
          const lot = old ? lotRow(db, g.lot.id) : g.lot;
          if (old && lot) computeEstimate(db, lot, today);
          else if (lot) keep(db, g, made[n] as MadeEstimate, today);
        });
        // A variety is judged once all of its lots are of the day: they are held against each other.
        for (const variety of new Set(few.map((l) => l.variety))) if (variety !== next?.variety) judgeVariety(db, variety, today);
      });
      await new Promise((resolve) => setImmediate(resolve));
    }
    return stale.length;
  } finally {
    if (thread && thread !== estimator) await thread.close();
  }
}

/** "57 in 100", for sentences of the history. */
export function medianWords(db: Db, lotId: number): string {
  const row = one<{ median: number }>(db, 'SELECT median FROM lot_estimates WHERE lot_id = ?', lotId);
  return row ? inHundred(row.median) : 'not known';
}
