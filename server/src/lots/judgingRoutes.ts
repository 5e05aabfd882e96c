import { lotsApi, type WorthLot } from '@esprel/core/api';
import { all } from '../db/db.ts';
import { judgingState } from '../estimates/judgingState.ts';
import { acts, type Route, serves } from '../routing/route.ts';

/** What the judging found worth a test; stopping it for a while, or letting it go on. `resume` begins it again. */
export function judgingRoutes(resume: () => void): Route[] {
  return [
    // What is worth a test, the most worthwhile first.
    serves(lotsApi.worth, ({ db }, { query }) => ({
      lots: all<WorthLot>(
        db,
        `SELECT l.code, v.name AS variety, c.name AS crop, l.balance, e.median, e.low, e.high, e.verdict, e.worth, e.worth_why AS why
         FROM lot_estimates e JOIN lots l ON l.id = e.lot_id JOIN varieties v ON v.id = l.variety_id JOIN crops c ON c.key = v.crop_key
         WHERE e.worth > 0.001 ORDER BY e.worth DESC, e.lot_id LIMIT ?`,
        query.limit ?? 40,
      ),
    })),
    acts(lotsApi.judging, ({ db }, { body }) => {
      const state = judgingState(db);
      state.paused = body.paused;
      if (!state.paused) resume();
      return { paused: state.paused };
    }),
  ];
}
