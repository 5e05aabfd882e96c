import { asSeenForm, chillForm, plannedEditForm, plannedForm, plannedManyForm, plannedMoveForm, seasonYearOf, WAYS } from '@esprel/core';
import type { Db } from '../db/db.ts';
import { lotByCode, lotNames } from '../records/lot.ts';
import { takenByOthers } from '../records/planned.ts';
import { pathId, queryOneOf, queryWhole } from '../routing/query.ts';
import { changes, read, readKept, type Route } from '../routing/route.ts';
import { gardenOf } from './gardens.ts';
import { chill, dropPlan, movePlan, planMany, planSowing, replan } from './planChange.ts';
import { lotSeason, plannedSheet, seasonList, seasonPage } from './seasonSheets.ts';
import { usualPlan } from './usualPlan.ts';

function yearAsked(db: Db, query: Readonly<Record<string, unknown>>, today: string): number {
  return queryWhole(query, 'year', 1900, 2200) ?? seasonYearOf(today, gardenOf(db, null).frost.last);
}

export function seasonRoutes(): Route[] {
  return [
    readKept('/season', ({ db, today }, { query }) => seasonPage(db, yearAsked(db, query, today), today)),
    readKept('/season/list', ({ db, today }, { query }) =>
      seasonList(db, yearAsked(db, query, today), today, queryWhole(query, 'rows', 1, 100_000) ?? Infinity),
    ),
    read('/lots/:code/season', ({ db, today }, { params, query }) =>
      lotSeason(db, params.code ?? '', queryWhole(query, 'garden', 1, Number.MAX_SAFE_INTEGER), today),
    ),
    read('/lots/:code/usual-plan', ({ db, today }, { params, query }) => {
      const lot = lotByCode(db, params.code ?? '');
      const { variety, crop } = lotNames(db, lot.id);
      const way = queryOneOf(query, 'way', WAYS);
      const plants = queryWhole(query, 'plants', 1, 10_000) ?? 10;
      const gardenId = queryWhole(query, 'garden', 1, Number.MAX_SAFE_INTEGER);
      const { plan, missed } = usualPlan(db, lot.code, plants, today, { way, gardenId });
      return { plan: { ...plan, variety, crop }, missed, there: lot.balance, others: takenByOthers(db, lot.id, null) };
    }),
    read('/planned/:id', ({ db, today }, { params }) => plannedSheet(db, pathId(params.id, 'id'), today)),
    changes('post', '/planned', 'plan sowing', plannedForm, (change, { body }) => planSowing(change, body)),
    changes('post', '/planned/many', 'plan sowing', plannedManyForm, (change, { body }) => planMany(change, body)),
    changes('put', '/planned/:id', 'plan sowing', plannedEditForm, (change, { params, body }) =>
      replan(change, pathId(params.id, 'id'), body),
    ),
    changes('post', '/planned/:id/move', 'move sowing', plannedMoveForm, (change, { params, body }) =>
      movePlan(change, pathId(params.id, 'id'), body),
    ),
    changes('post', '/planned/:id/cold', 'chill', chillForm, (change, { params, body }) => chill(change, pathId(params.id, 'id'), body)),
    changes('delete', '/planned/:id', 'plan sowing', asSeenForm, (change, { params, body }) =>
      dropPlan(change, pathId(params.id, 'id'), body.version),
    ),
  ];
}
