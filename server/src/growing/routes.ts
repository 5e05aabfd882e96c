import { growingApi } from '@esprel/core/api';
import { makes, type Route, serves, servesKept } from '../routing/route.ts';
import { beforeLending } from './beforeLending.ts';
import { growingPlan } from './growingPlan.ts';
import { learnedCrops } from './learnedSheet.ts';
import { keepLine } from './lines.ts';
import { lotTruthSheet } from './lotTruthSheet.ts';
import { sayOffTypes } from './offTypes.ts';
import { patchSheet } from './patchSheet.ts';
import { addPatch, changePatch, patchGone } from './patchSteps.ts';

export function growingRoutes(): Route[] {
  return [
    servesKept(growingApi.plan, ({ db, today }, { query }) => growingPlan(db, query, today)),
    serves(growingApi.patch, ({ db, today }, { params, query }) => patchSheet(db, params.key, query.season, today)),
    serves(growingApi.before, ({ db, today }, { query }) => ({ lots: beforeLending(db, query, today) })),
    servesKept(growingApi.learned, ({ db }) => ({ crops: learnedCrops(db) })),
    serves(growingApi.truth, ({ db }, { params }) => lotTruthSheet(db, params.code)),
    makes(growingApi.offTypes, 'off-types', (change, { params, body }) => sayOffTypes(change, params.code, body)),
    makes(growingApi.keepLine, 'line', (change, { params, body }) => keepLine(change, params.code, body)),
    makes(growingApi.add, 'patch', (change, { body }) => addPatch(change, body)),
    makes(growingApi.change, 'patch', (change, { params, body }) => changePatch(change, params.key, body)),
    makes(growingApi.gone, 'patch', (change, { params, body }) => patchGone(change, params.key, body)),
  ];
}
