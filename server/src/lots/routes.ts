import { intakeForm, lotEditForm, moveForm, movementForm, parse, plural, putAwayForm, wrong } from '@esprel/core';
import { lotByCode } from '../records/lot.ts';
import { queryText } from '../routing/query.ts';
import { unrecorded, changes, read, readKept, type Route } from '../routing/route.ts';
import { descentOf } from './descent.ts';
import { moveSeeds, takeIn } from './intake.ts';
import { listCrops, listLots, listTags, lotsByCode, positionOf } from './list.ts';
import { lotModel, lotSheet } from './lotSheet.ts';
import { previewLine } from './preview.ts';
import { moveLot, putAway } from './putAway.ts';
import { putRight, whatFollows } from './putRight.ts';

export function lotRoutes(): Route[] {
  return [
    readKept('/lots', ({ db }, { query }) => listLots(db, query)),
    read('/lots/tags', ({ db }) => ({ tags: listTags(db) })),
    read('/lots/crops', ({ db }, { query }) => ({ crops: listCrops(db, query) })),
    read('/lots/by-code', ({ db }, { query }) => {
      const codes = (queryText(query, 'codes', 4000) ?? '').split(',').filter((c) => c !== '');
      if (codes.length > 200) throw wrong('codes', 'holds too many; 200 at most');
      return { lots: lotsByCode(db, codes) };
    }),
    read('/intake/look', ({ db }, { query }) => previewLine(db, queryText(query, 'name', 120) ?? '', queryText(query, 'crop', 60))),
    readKept('/lots/:code', ({ db, today }, { params }) => lotSheet(db, today, params.code ?? '')),
    read('/lots/:code/position', ({ db }, { params, query }) => positionOf(db, lotByCode(db, params.code ?? '').id, query)),
    read('/lots/:code/model', ({ db, today }, { params }) => lotModel(db, today, params.code ?? '')),
    read('/lots/:code/descent', ({ db }, { params }) => ({ lots: descentOf(db, lotByCode(db, params.code ?? '').id) })),
    changes('post', '/lots', 'take in', intakeForm, (change, { body }) => takeIn(change, body)),
    changes('patch', '/lots/:code', 'put right', lotEditForm, (change, { params, body }) => putRight(change, params.code ?? '', body)),
    unrecorded('/lots/:code/put-right', ({ db, today }, { params, body }) =>
      whatFollows(db, today, params.code ?? '', parse(lotEditForm, body)),
    ),
    changes('post', '/lots/:code/move', 'move', moveForm, (change, { params, body }) => {
      const lot = lotByCode(change.db, params.code ?? '');
      const place = moveLot(change, lot, body.placeId, body.movedOn, { place: 'placeId', day: 'movedOn' });
      change.describe(`Moved ${lot.code} to ${place}`);
      return { code: lot.code };
    }),
    changes('post', '/table/put-away', 'put away', putAwayForm, (change, { body }) => putAway(change, body)),
    changes('post', '/lots/:code/movements', 'amount', movementForm, (change, { params, body }) => {
      const lot = lotByCode(change.db, params.code ?? '');
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
