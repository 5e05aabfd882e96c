import { seasonYearOf } from '@esprel/core';
import { seasonApi } from '@esprel/core/api';
import type { Db } from '../db/db.ts';
import { lotByCode, lotNames } from '../records/lot.ts';
import { takenByOthers } from '../records/planned.ts';
import { makes, type Route, serves, servesKept } from '../routing/route.ts';
import { gardenOf } from './gardens.ts';
import { chill, dropPlan, movePlan, planMany, planSowing, replan } from './planChange.ts';
import { lotSeason, plannedSheet, seasonList, seasonPage } from './seasonSheets.ts';
import { usualPlan } from './usualPlan.ts';

function yearAsked(db: Db, query: { readonly year: number | null }, today: string): number {
  return query.year ?? seasonYearOf(today, gardenOf(db, null).frost.last);
}

export function seasonRoutes(): Route[] {
  return [
    servesKept(seasonApi.page, ({ db, today }, { query }) => seasonPage(db, yearAsked(db, query, today), today)),
    servesKept(seasonApi.list, ({ db, today }, { query }) => seasonList(db, yearAsked(db, query, today), today, query.rows ?? Infinity)),
    serves(seasonApi.ofLot, ({ db, today }, { params, query }) => lotSeason(db, params.code, query.garden, today)),
    serves(seasonApi.usual, ({ db, today }, { params, query }) => {
      const lot = lotByCode(db, params.code);
      const { variety, crop } = lotNames(db, lot.id);
      const asked = { way: query.way, gardenId: query.garden };
      const { plan, missed } = usualPlan(db, lot.code, query.plants ?? 10, today, asked);
      return { plan: { ...plan, variety, crop }, missed, there: lot.balance, others: takenByOthers(db, lot.id, null) };
    }),
    serves(seasonApi.sheet, ({ db, today }, { params }) => plannedSheet(db, params.id, today)),
    makes(seasonApi.plan, 'plan sowing', (change, { body }) => planSowing(change, body)),
    makes(seasonApi.planMany, 'plan sowing', (change, { body }) => planMany(change, body)),
    makes(seasonApi.replan, 'plan sowing', (change, { params, body }) => replan(change, params.id, body)),
    makes(seasonApi.move, 'move sowing', (change, { params, body }) => movePlan(change, params.id, body)),
    makes(seasonApi.cold, 'chill', (change, { params, body }) => chill(change, params.id, body)),
    makes(seasonApi.drop, 'plan sowing', (change, { params, body }) => dropPlan(change, params.id, body.version)),
  ];
}
