import { type ListedRound, roundsApi, readList } from '@esprel/core/api';
import { all } from '../db/db.ts';
import { readSettings } from '../records/settings.ts';
import { acts, makes, type Route, serves } from '../routing/route.ts';
import { type AskedLot, askedLots, makeRound, MOST_LOTS, planOf, roundLotOf, roundSheet } from './rounds.ts';

export function roundRoutes(): Route[] {
  return [
    serves(roundsApi.list, ({ db }) => ({
      rounds: all<ListedRound>(
        db,
        `SELECT r.id, r.planned_on AS plannedOn, r.note, count(t.id) AS tests, sum(t.planned) AS planned,
           sum(t.closed_on IS NULL) AS open, min(t.started_on) AS startsOn
         FROM rounds r JOIN tests t ON t.round_id = r.id GROUP BY r.id ORDER BY r.id DESC LIMIT 100`,
      ),
    })),
    serves(roundsApi.lots, ({ db }, { query }) => {
      const codes = readList('codes', query.codes, MOST_LOTS);
      return { lots: codes.map((code) => roundLotOf(db, code)), openDays: readSettings(db).openDays ?? null };
    }),
    acts(roundsApi.plan, ({ db }, { body }) => {
      return planOf(db, askedLots(db, body.lots as AskedLot[]), body.from);
    }),
    serves(roundsApi.sheet, ({ db }, { params }) => roundSheet(db, params.id)),
    makes(roundsApi.make, 'plan round', (change, { body }) => makeRound(change, body)),
  ];
}
