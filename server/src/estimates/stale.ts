import { dayNumber } from '@esprel/core';
import { all, type Db, one, run, writeDerived } from '../db/db.ts';
import { isWrittenElsewhere } from '../db/writer.ts';
import { lotRow } from '../records/lot.ts';
import { knownPlaces } from '../records/place.ts';
import { estimateJob, Estimator, type MadeEstimate } from './estimator.ts';
import { judgeVariety } from './judging.ts';
import { judgingState } from './judgingState.ts';
import { computeEstimate, gather, type Gathered, keep } from './make.ts';
import { storedEvidence, type StoredEstimate } from './stored.ts';

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

/** The last step of anybody: what was gathered before it may no longer be true after it. */
function latestStep(db: Db): number {
  return one<{ id: number | null }>(db, 'SELECT max(id) AS id FROM steps')?.id ?? 0;
}

/**
 * Though nothing touched a lot, what it is judged by is gathered from the record itself every so many days, a part of the lots each day: what
 * was missed once does not stay so. Not seven: a computer that is on on the same days of the week comes by all of them too.
 */
const GATHERED_EVERY_DAYS = 5;
const isGathered = (lotId: number, today: string): boolean => dayNumber(today) % GATHERED_EVERY_DAYS === lotId % GATHERED_EVERY_DAYS;

/** Which of these lots have a test that runs. */
function underTest(db: Db, lotIds: readonly number[]): Set<number> {
  return new Set(
    all<{ id: number }>(
      db,
      'SELECT lot_id AS id FROM tests WHERE closed_on IS NULL AND planned = 0 AND lot_id IN (SELECT value FROM json_each(?))',
      JSON.stringify(lotIds),
    ).map((t) => t.id),
  );
}

/** Lots whose estimates are made or kept without letting go of the thread: some milliseconds. */
const IN_ONE_GO = 6;
/** So many such handfuls are with the thread at a time: it never waits for this one, nor this one for it. */
const AHEAD = 6;

/** More lots than this are computed on a thread of their own. */
const OWN_THREAD = 60;

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
  const stale = all<{ id: number; variety: number; onlyOlder: 0 | 1 }>(
    db,
    // What was marked, or never made, has no day: of the rest only the day is another.
    `SELECT l.id, l.variety_id AS variety, coalesce(e.as_of <> '', 0) AS onlyOlder FROM lots l LEFT JOIN lot_estimates e ON e.lot_id = l.id
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
    const few = stale.slice(i, i + IN_ONE_GO);
    const asBefore = storedEvidence(
      db,
      few.flatMap(({ id, onlyOlder }) => (onlyOlder === 1 && !isGathered(id, today) ? [id] : [])),
    );
    const gathered = few.flatMap(({ id }) => {
      const lot = lotRow(db, id);
      return lot ? [gather(db, lot, today, known, asBefore.get(id) ?? null)] : [];
    });
    const jobs = gathered.map((g) => g.job);
    return { gathered, seen: latestStep(db), made: thread ? thread.estimate(jobs) : Promise.resolve(jobs.map(estimateJob)) };
  };
  try {
    const ahead: ReturnType<typeof started>[] = [];
    let begun = 0;
    // Estimates of a variety that is not judged yet: they need not be read again, unless somebody made a step since.
    const fresh = new Map<number, StoredEstimate>();
    let freshAt = latestStep(db);
    for (let i = 0; i < stale.length; i += IN_ONE_GO) {
      // Begun again when whoever writes is done, or goes on.
      if (!db.open || isWrittenElsewhere(db) || state.paused) return i;
      // The thread computes the next few while these are written.
      const most = thread ? i + AHEAD * IN_ONE_GO : i + 1;
      for (; begun < Math.min(stale.length, most); begun += IN_ONE_GO) ahead.push(started(begun));
      const now = ahead.shift() as ReturnType<typeof started>;
      const made = await now.made;
      if (!db.open || isWrittenElsewhere(db)) return i;
      const few = stale.slice(i, i + IN_ONE_GO);
      const next = stale[i + IN_ONE_GO];
      writeDerived(db, () => {
        // A step of somebody in between has made these anew, or changed what they were made from.
        const step = latestStep(db);
        const old = step !== now.seen;
        if (step !== freshAt) fresh.clear();
        freshAt = step;
        const tested = old
          ? null
          : underTest(
              db,
              few.map((l) => l.id),
            );
        now.gathered.forEach((g, n) => {
          const lot = old ? lotRow(db, g.lot.id) : g.lot;
          if (!lot) return;
          const onlyOlder = few[n]?.id === lot.id && few[n]?.onlyOlder === 1;
          fresh.set(
            lot.id,
            tested === null
              ? computeEstimate(db, lot, today)
              : keep(db, g, made[n] as MadeEstimate, today, { onlyOlder, tested: tested.has(lot.id) }),
          );
        });
        // A variety is judged once all of its lots are of the day: they are held against each other.
        for (const variety of new Set(few.map((l) => l.variety))) if (variety !== next?.variety) judgeVariety(db, variety, today, fresh);
        if (few.at(-1)?.variety !== next?.variety) fresh.clear();
      });
      await new Promise((resolve) => setImmediate(resolve));
    }
    return stale.length;
  } finally {
    if (thread && thread !== estimator) await thread.close();
  }
}
