import { flag, need, parse, shape } from '@esprel/core';
import { all } from '../db/db.ts';
import { judgingState } from '../estimates/judgingState.ts';
import { queryWhole } from '../routing/query.ts';
import { unrecorded, read, type Route } from '../routing/route.ts';

const pauseForm = shape({ paused: need(flag()) });

/** What the judging found worth a test; stopping it for a while, or letting it go on. `resume` begins it again. */
export function judgingRoutes(resume: () => void): Route[] {
  return [
    // What is worth a test, the most worthwhile first.
    read('/worth', ({ db }, { query }) => ({
      lots: all(
        db,
        `SELECT l.code, v.name AS variety, c.name AS crop, l.balance, e.median, e.low, e.high, e.verdict, e.worth, e.worth_why AS why
         FROM lot_estimates e JOIN lots l ON l.id = e.lot_id JOIN varieties v ON v.id = l.variety_id JOIN crops c ON c.key = v.crop_key
         WHERE e.worth > 0.001 ORDER BY e.worth DESC, e.lot_id LIMIT ?`,
        queryWhole(query, 'limit', 1, 200) ?? 40,
      ),
    })),
    unrecorded('/judging', ({ db }, { body }) => {
      const state = judgingState(db);
      state.paused = parse(pauseForm, body).paused;
      if (!state.paused) resume();
      return { paused: state.paused };
    }),
  ];
}
