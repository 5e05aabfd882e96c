import { parse, roundForm, roundPlanForm, wrong } from '@esprel/core';
import { all } from '../db/db.ts';
import { readSettings } from '../records/settings.ts';
import { pathId, queryText } from '../routing/query.ts';
import { unrecorded, changes, read, type Route } from '../routing/route.ts';
import { type AskedLot, askedLots, makeRound, MOST_LOTS, planOf, roundLotOf, roundSheet } from './rounds.ts';

export function roundRoutes(): Route[] {
  return [
    read('/rounds', ({ db }) => ({
      rounds: all(
        db,
        `SELECT r.id, r.planned_on AS plannedOn, r.note, count(t.id) AS tests, sum(t.planned) AS planned,
           sum(t.closed_on IS NULL) AS open, min(t.started_on) AS startsOn
         FROM rounds r JOIN tests t ON t.round_id = r.id GROUP BY r.id ORDER BY r.id DESC LIMIT 100`,
      ),
    })),
    read('/rounds/lots', ({ db }, { query }) => {
      const codes = (queryText(query, 'codes', 4000) ?? '').split(',').filter((c) => c !== '');
      if (codes.length > MOST_LOTS) throw wrong('codes', `holds too many; ${String(MOST_LOTS)} at most`);
      return { lots: codes.map((code) => roundLotOf(db, code)), openDays: readSettings(db).openDays };
    }),
    unrecorded('/rounds/plan', ({ db }, { body }) => {
      const asked = parse(roundPlanForm, body);
      return planOf(db, askedLots(db, asked.lots as AskedLot[]), asked.from);
    }),
    read('/rounds/:id', ({ db }, { params }) => roundSheet(db, pathId(params.id, 'id'))),
    changes('post', '/rounds', 'plan round', roundForm, (change, { body }) => makeRound(change, body)),
  ];
}
