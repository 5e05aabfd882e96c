import { plural, wrong } from '@esprel/core';
import { lotsApi, readList } from '@esprel/core/api';
import { lotByCode } from '../records/lot.ts';
import { acts, makes, type Route, serves, servesKept } from '../routing/route.ts';
import { descentOf } from './descent.ts';
import { moveSeeds, takeIn } from './intake.ts';
import { listCrops, listLots, listTags, lotsByCode, positionOf } from './list.ts';
import { lotModel, lotSheet } from './lotSheet.ts';
import { previewLine } from './preview.ts';
import { moveLot, putAway } from './putAway.ts';
import { mix, mixLook } from './mix.ts';
import { putRight, whatFollows } from './putRight.ts';

export function lotRoutes(): Route[] {
  return [
    servesKept(lotsApi.list, ({ db }, { query }) => listLots(db, query)),
    serves(lotsApi.tags, ({ db }) => ({ tags: listTags(db) })),
    serves(lotsApi.crops, ({ db }, { query }) => ({ crops: listCrops(db, query.tag ?? 'all') })),
    serves(lotsApi.byCode, ({ db }, { query }) => {
      const codes = readList('codes', query.codes, 200);
      return { lots: lotsByCode(db, codes) };
    }),
    serves(lotsApi.look, ({ db }, { query }) => previewLine(db, query.name ?? '', query.crop)),
    servesKept(lotsApi.sheet, ({ db, today }, { params }) => lotSheet(db, today, params.code)),
    serves(lotsApi.position, ({ db }, { params, query }) => positionOf(db, lotByCode(db, params.code).id, query)),
    serves(lotsApi.model, ({ db, today }, { params }) => lotModel(db, today, params.code)),
    serves(lotsApi.descent, ({ db }, { params }) => ({ lots: descentOf(db, lotByCode(db, params.code).id) })),
    acts(lotsApi.mixLook, ({ db, today }, { body }) => mixLook(db, body, today)),
    makes(lotsApi.mix, 'mix', (change, { body }) => mix(change, body)),
    makes(lotsApi.takeIn, 'take in', (change, { body }) => takeIn(change, body)),
    makes(lotsApi.putRight, 'put right', (change, { params, body }) => putRight(change, params.code, body)),
    acts(lotsApi.whatFollows, ({ db, today }, { params, body }) => whatFollows(db, today, params.code, body)),
    makes(lotsApi.move, 'move', (change, { params, body }) => {
      const lot = lotByCode(change.db, params.code);
      const place = moveLot(change, lot, body.placeId, body.movedOn, { place: 'placeId', day: 'movedOn' });
      change.describe(`Moved ${lot.code} to ${place}`);
      return { code: lot.code };
    }),
    makes(lotsApi.putAway, 'put away', (change, { body }) => putAway(change, body)),
    makes(lotsApi.amount, 'amount', (change, { params, body }) => {
      const lot = lotByCode(change.db, params.code);
      if (body.seeds === 0) throw wrong('seeds', 'must not be zero');
      const comesIn = body.kind === 'in' || body.kind === 'returned';
      if (body.kind !== 'correction' && comesIn !== body.seeds > 0) {
        throw wrong('seeds', comesIn ? 'must be above 0 when seed comes in' : 'must be below 0 when seed goes out');
      }
      moveSeeds(change, lot, body.kind, body.seeds, change.today, body.reason.trim());
      if (body.amountKnown !== undefined && body.amountKnown !== lot.amount_known) {
        change.update('lots', lot.id, { amount_known: body.amountKnown });
      }
      change.describe(`${lot.code}: ${body.seeds > 0 ? '+' : ''}${plural(body.seeds, 'seed')}, ${body.reason.trim()}`);
      return { code: lot.code, balance: lot.balance + body.seeds };
    }),
  ];
}
