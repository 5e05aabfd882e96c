import { asksApi } from '@esprel/core/api';
import { makes, type Route, serves } from '../routing/route.ts';
import { askSlip } from './lending.ts';
import { decline, handOver, lay, openAsks, putBack, writeAsk } from './asks.ts';

/** What members ask for, from the ask to the hand. */
export function askRoutes(): Route[] {
  return [
    serves(asksApi.list, ({ db, today }) => ({ asks: openAsks(db, today) })),
    serves(asksApi.slip, ({ db, today }, { params }) => askSlip(db, params.id, today)),
    makes(asksApi.add, 'ask', (change, { body }) => writeAsk(change, body.memberId, body)),
    makes(asksApi.lay, 'lay ready', (change, { params, body }) => lay(change, params.id, body)),
    makes(asksApi.handOver, 'hand over', (change, { params, body }) => handOver(change, params.id, body.version)),
    makes(asksApi.putBack, 'put back', (change, { params, body }) => putBack(change, params.id, body)),
    makes(asksApi.decline, 'decline', (change, { params, body }) => decline(change, params.id, body)),
  ];
}
