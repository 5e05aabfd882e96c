import { flag, need, parse, shape } from '@esprel/core';
import { action, type Route } from '../http/route.ts';
import { judgingState } from './judgingState.ts';

const pauseForm = shape({ paused: need(flag()) });

/** Stops the judging of many lots for a while, or lets it go on. `resume` begins it again. */
export function judgingRoutes(resume: () => void): Route[] {
  return [
    action('/judging', ({ db }, { body }) => {
      const state = judgingState(db);
      state.paused = parse(pauseForm, body).paused;
      if (!state.paused) resume();
      return { paused: state.paused };
    }),
  ];
}
