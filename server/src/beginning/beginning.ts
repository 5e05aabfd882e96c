import { type BeginFacts, type BeginSaid, beginSteps, type BeginStepName, daysBetween, monthDay, nextBeginStep } from '@esprel/core';
import type { Beginning } from '@esprel/core/api';
import { all, type Db, one } from '../db/db.ts';
import { writtenVersion } from '../journal/change.ts';
import { readSettings } from '../records/settings.ts';

interface SaidRow {
  readonly id: number;
  readonly step: BeginStepName;
  readonly said: BeginSaid;
}

/** So long after its first step a library is young, and Today leads to what is left of its first hour. */
const YOUNG_DAYS = 60;

export const saidOf = (db: Db, step: BeginStepName): SaidRow | undefined =>
  one<SaidRow>(db, 'SELECT id, step, said FROM begin_said WHERE step = ?', step);

function facts(db: Db): BeginFacts {
  const settings = readSettings(db);
  const set = new Set(all<{ key: string }>(db, 'SELECT key FROM settings').map((r) => r.key));
  const counts = one<{
    people: number;
    coordinators: number;
    places: number;
    lots: number;
    tests: number;
    members: number;
    counted: number;
  }>(
    db,
    `SELECT (SELECT count(*) FROM people) AS people,
       (SELECT count(*) FROM people p JOIN passphrases s ON s.person_id = p.id WHERE p.role = 'coordinator') AS coordinators,
       (SELECT count(*) FROM places) AS places, (SELECT count(*) FROM lots) AS lots, (SELECT count(*) FROM tests) AS tests,
       (SELECT count(*) FROM members) AS members,
       (SELECT count(*) FROM frost_records WHERE garden_id IS NULL) AS counted`,
  );
  return {
    libraryName: set.has('libraryName') ? settings.libraryName : null,
    hemisphere: settings.hemisphere,
    frost: (counts?.counted ?? 0) > 0 ? 'counted' : set.has('lastFrost') || set.has('lastFrostSdDays') ? 'typed' : 'assumed',
    lastFrost: monthDay(`2028-${settings.lastFrost}`, settings.dateOrder),
    people: counts?.people ?? 0,
    coordinator: (counts?.coordinators ?? 0) > 0,
    places: counts?.places ?? 0,
    lots: counts?.lots ?? 0,
    tests: counts?.tests ?? 0,
    members: counts?.members ?? 0,
    publicAddress: settings.publicAddress !== null,
    said: Object.fromEntries(all<SaidRow>(db, 'SELECT id, step, said FROM begin_said').map((r) => [r.step, r.said])),
  };
}

/** Whether nobody ever made a step. */
const isFresh = (db: Db): boolean => one(db, 'SELECT 1 AS one FROM steps LIMIT 1') === undefined;

export function beginning(db: Db): Beginning {
  const steps = beginSteps(facts(db));
  return {
    steps: steps.map((s) => ({ ...s, version: writtenVersion(db, 'begin_said', saidOf(db, s.step)?.id) })),
    next: nextBeginStep(steps),
    newest: all<{ code: string }>(db, 'SELECT code FROM lots ORDER BY id DESC LIMIT 21').map((r) => r.code),
    fresh: isFresh(db),
  };
}

/** What the frame says of it: null once nothing is left, and in a library that has long begun. */
export function beginningLeft(db: Db, today: string): { readonly done: number; readonly of: number; readonly fresh: boolean } | null {
  const first = one<{ day: string | null }>(db, 'SELECT on_day AS day FROM steps ORDER BY id LIMIT 1')?.day ?? null;
  if (first !== null && daysBetween(first, today) > YOUNG_DAYS) return null;
  const steps = beginSteps(facts(db));
  if (nextBeginStep(steps) === null) return null;
  const wanted = steps.filter((s) => s.state !== 'not-for-us');
  return { done: wanted.filter((s) => s.state === 'done').length, of: wanted.length, fresh: isFresh(db) };
}
