import { returnsApi } from '@esprel/core/api';
import { makes, type Route, serves } from '../routing/route.ts';
import { bringBack, bringBackUnsown, release } from './returnSteps.ts';
import { waitingReturns } from './waiting.ts';

export function returnRoutes(): Route[] {
  return [
    serves(returnsApi.waiting, ({ db }) => ({ returns: waitingReturns(db) })),
    makes(returnsApi.bringBack, 'return', (change, { body }) => bringBack(change, body)),
    makes(returnsApi.bringBackUnsown, 'return', (change, { params, body }) => bringBackUnsown(change, params.id, body)),
    makes(returnsApi.release, 'release', (change, { params, body }) => release(change, params.id, body)),
  ];
}
