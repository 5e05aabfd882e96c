import type { Db } from '../db/db.ts';

/** Whether many lots are being judged, and whether somebody stopped it for a while. */
interface JudgingState {
  running: boolean;
  paused: boolean;
  /** How often its thread had to be started again. */
  restarts: number;
}

const STATES = new WeakMap<Db, JudgingState>();

/** The state of a library's judging; one for each open library. */
export function judgingState(db: Db): JudgingState {
  let state = STATES.get(db);
  if (!state) STATES.set(db, (state = { running: false, paused: false, restarts: 0 }));
  return state;
}
