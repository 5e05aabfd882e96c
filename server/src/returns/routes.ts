import { releaseForm, returnForm, unsownForm } from '@esprel/core';
import { pathId } from '../routing/query.ts';
import { changes, read, type Route } from '../routing/route.ts';
import { bringBack, bringBackUnsown, release } from './returnSteps.ts';
import { waitingReturns } from './waiting.ts';

export function returnRoutes(): Route[] {
  return [
    read('/returns', ({ db }) => ({ returns: waitingReturns(db) })),
    changes('post', '/returns', 'return', returnForm, (change, { body }) => bringBack(change, body)),
    changes('post', '/loans/:id/unsown', 'return', unsownForm, (change, { params, body }) =>
      bringBackUnsown(change, pathId(params.id, 'id'), body),
    ),
    changes('post', '/returns/:id/release', 'release', releaseForm, (change, { params, body }) =>
      release(change, pathId(params.id, 'id'), body),
    ),
  ];
}
