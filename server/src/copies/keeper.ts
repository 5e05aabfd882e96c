import { daysBetween } from '@esprel/core';
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { all, type Db } from '../db/db.ts';
import { faultOf, FAULT_WORDS } from '../db/faults.ts';
import { COPIES } from '../db/open.ts';
import { job, work } from '../threads/pool.ts';
import type { NightJob } from './nightJob.ts';

/** How the copies of nights stand. */
export interface CopiesState {
  /** The last day on which a copy was made, or nothing had changed since the one before. */
  readonly lastNight: string | null;
  readonly problem: string | null;
}

/** What makes copies by itself, and puts one in the place of the library while the program runs. */
export interface CopiesKeeper {
  readonly second: string | null;
  readonly state: () => CopiesState;
  /** Closes the library once what is being answered is answered, lets `put` bring another into its place, and opens again: `opened`. */
  readonly reopen: (put: () => void, opened: (db: Db, today: string) => void) => void;
}

export const NIGHT = job<typeof import('./nightJob.ts').default>('copies/nightJob');
/** Not before people have gone home; a computer that is off at night makes its copy when it is next switched on. */
const NOT_BEFORE_HOUR = 2;
const AGAIN_MS = 3_600_000;
/** A copy of a large library takes a while on an old disk. */
const MOST_SECONDS = 1800;
/** One night can be missed; after the second somebody should know. */
const QUIET_DAYS = 2;

const stateFile = (folder: string): string => join(folder, COPIES, 'nights.json');

function readState(folder: string): CopiesState {
  try {
    const said = JSON.parse(readFileSync(stateFile(folder), 'utf8')) as Partial<CopiesState>;
    return { lastNight: said.lastNight ?? null, problem: said.problem ?? null };
  } catch {
    return { lastNight: null, problem: null };
  }
}

/** Makes a copy each night: the answer is called every minute, and `state` says how it stands. */
export function nightlyCopies(
  db: Db,
  { second, today, hour }: { readonly second: string | null; readonly today: () => string; readonly hour: () => number },
): { readonly tick: () => void; readonly state: () => CopiesState } {
  const folder = dirname(db.name);
  let now = readState(folder);
  let going = false;
  let notBefore = 0;

  function keep(next: CopiesState): void {
    now = next;
    mkdirSync(join(folder, COPIES), { recursive: true, mode: 0o700 });
    writeFileSync(stateFile(folder), JSON.stringify(next));
  }

  async function make(day: string): Promise<void> {
    const asked: NightJob = { file: db.name, folder, today: day, second };
    try {
      const words = await work(NIGHT, asked, MOST_SECONDS);
      keep({ lastNight: day, problem: words === '' ? null : words });
    } catch (error) {
      notBefore = Date.now() + AGAIN_MS;
      const fault = faultOf(error);
      const problem = fault === null ? (error as Error).message : FAULT_WORDS[fault];
      try {
        keep({ ...now, problem });
      } catch {
        // The disk that takes no copy takes no note of it either.
        now = { ...now, problem };
      }
    }
  }

  return {
    state: () => now,
    tick: () => {
      const day = today();
      const early = now.lastNight !== null && daysBetween(now.lastNight, day) <= 1 && hour() < NOT_BEFORE_HOUR;
      if (going || !db.open || now.lastNight === day || early || Date.now() < notBefore) return;
      // A library in which nothing was ever done has nothing to lose.
      if (all(db, 'SELECT 1 FROM steps LIMIT 1').length === 0) return;
      going = true;
      void make(day).finally(() => (going = false));
    },
  };
}

/** What Today says of copies: null while they are made. */
export function copiesMissing({ lastNight, problem }: CopiesState, firstStepOn: string | null, today: string): string | null {
  if (firstStepOn === null) return null;
  const since = lastNight ?? firstStepOn;
  const days = daysBetween(since, today);
  if (problem === null && days <= QUIET_DAYS) return null;
  const when = lastNight === null ? 'No copy of the library was ever made by itself' : days <= 0 ? '' : `The last copy is of ${lastNight}`;
  return [when, problem ?? ''].filter((s) => s !== '').join('. ');
}
