import { returnsApi } from '@esprel/core/api';
import { acts, makes, type Route, serves } from '../routing/route.ts';
import { homePage } from './homePage.ts';
import { bringHome, lookHome, stepDone } from './homeSteps.ts';
import { bringBackUnsown, release } from './returnSteps.ts';
import { waitingReturns } from './waiting.ts';

export function returnRoutes(): Route[] {
  return [
    serves(returnsApi.waiting, ({ db }) => ({ returns: waitingReturns(db) })),
    serves(returnsApi.home, ({ db, today }, { params }) => homePage(db, params.id, today)),
    acts(returnsApi.lookHome, ({ db, today }, { params, body }) => ({ envelopes: lookHome(db, params.id, body, today) })),
    makes(returnsApi.bringHome, 'return', (change, { params, body }) => bringHome(change, params.id, body)),
    makes(returnsApi.stepDone, 'quarantine', (change, { params, body }) => stepDone(change, params.id, body.version)),
    makes(returnsApi.bringBackUnsown, 'return', (change, { params, body }) => bringBackUnsown(change, params.id, body)),
    makes(returnsApi.release, 'release', (change, { params, body }) => release(change, params.id, body)),
  ];
}
