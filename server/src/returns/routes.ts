import { returns } from '@esprel/core/api';
import { makes, type Route, serves } from '../routing/route.ts';
import { bringBack, bringBackUnsown, release } from './returnSteps.ts';
import { waitingReturns } from './waiting.ts';

export function returnRoutes(): Route[] {
  return [
    serves(returns.waiting, ({ db }) => ({ returns: waitingReturns(db) })),
    makes(returns.bringBack, 'return', (change, { body }) => bringBack(change, body)),
    makes(returns.bringBackUnsown, 'return', (change, { params, body }) => bringBackUnsown(change, params.id, body)),
    makes(returns.release, 'release', (change, { params, body }) => release(change, params.id, body)),
  ];
}
