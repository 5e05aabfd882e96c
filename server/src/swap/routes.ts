import { swapApi } from '@esprel/core/api';
import { estimatesFollow, makes, type Route, serves } from '../routing/route.ts';
import { afterDay } from './after.ts';
import { comeIn } from './comeIn.ts';
import { deskCopy, deskLots, deskNews } from './copy.ts';
import { addDesk, changeDay, finishDay, makeDay, moreCodes, withdrawDesk } from './day.ts';
import { goOut } from './goOut.ts';
import { openMisfits, putRight } from './misfits.ts';
import { pack, packing, setPacked } from './packing.ts';
import { swapDay, swapDays } from './read.ts';
import { comeBy, takeBackLine } from './visits.ts';

/** Swap days: the day and its desks, what they say, and what does not fit. */
export function swapRoutes(): Route[] {
  return [
    serves(swapApi.days, ({ db }) => ({ days: swapDays(db) })),
    serves(swapApi.day, ({ db }, { params }) => swapDay(db, params.id)),
    serves(swapApi.misfits, ({ db }, { params }) => ({ misfits: openMisfits(db, params.id) })),
    serves(swapApi.copy, ({ db }, { params }) => deskCopy(db, params.id)),
    serves(swapApi.copyLots, ({ db }, { params, query }) => deskLots(db, params.id, query.after)),
    serves(swapApi.news, ({ db }, { params, query }) => deskNews(db, params.id, query.after)),
    serves(swapApi.packing, ({ db, today }, { params }) => packing(db, params.id, today)),
    serves(swapApi.after, ({ db }, { params }) => afterDay(db, params.id)),
    makes(swapApi.add, 'swap day', (change, { body }) => makeDay(change, body)),
    makes(swapApi.edit, 'swap day', (change, { params, body }) => changeDay(change, params.id, body)),
    makes(swapApi.finish, 'swap day', (change, { params, body }) => finishDay(change, params.id, body.version)),
    makes(swapApi.pack, 'swap packing', (change, { params, body }) => pack(change, params.id, body)),
    makes(swapApi.packed, 'swap packing', (change, { params, body }) => setPacked(change, params.id, body)),
    makes(swapApi.addDesk, 'swap desk', (change, { params, body }) => addDesk(change, params.id, body.name)),
    makes(swapApi.withdraw, 'swap desk', (change, { params, body }) => withdrawDesk(change, params.id, body.version)),
    makes(swapApi.moreCodes, 'swap desk', (change, { params }) => moreCodes(change, params.id)),
    estimatesFollow(makes(swapApi.visit, 'swap', (change, { params, body }) => comeBy(change, params.id, body))),
    estimatesFollow(makes(swapApi.comeIn, 'swap', (change, { params, body }) => comeIn(change, params.id, body))),
    estimatesFollow(makes(swapApi.goOut, 'swap', (change, { params, body }) => goOut(change, params.id, body))),
    estimatesFollow(makes(swapApi.takeBack, 'swap', (change, { params, body }) => takeBackLine(change, params.id, body))),
    makes(swapApi.putRight, 'swap', (change, { params, body }) => putRight(change, params.id, body)),
  ];
}
