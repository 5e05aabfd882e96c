import type { Db } from '../db/db.ts';

/** How far the judging of many lots is, and whether somebody stopped it for a while. */
export interface JudgingState {
  running: boolean;
  paused: boolean;
  /** Lots of the running job, and how many of them are done. */
  of: number;
  done: number;
  /** How often its thread had to be started again. */
  restarts: number;
}

const STATES = new WeakMap<Db, JudgingState>();

/** The state of a library's judging; one for each open library. */
export function judgingState(db: Db): JudgingState {
  let state = STATES.get(db);
  if (!state) STATES.set(db, (state = { running: false, paused: false, of: 0, done: 0, restarts: 0 }));
  return state;
}
