import { chooseEnvelopeForm, varietyEditForm, varietyForm, varietyJoinForm, varietyMoveForm, varietySplitForm, wrong } from '@esprel/core';
import { all, one } from '../db/db.ts';
import { findNames } from '../find/names.ts';
import { varietyRow } from '../records/variety.ts';
import { pathId, queryText } from '../routing/query.ts';
import { changes, read, type Route } from '../routing/route.ts';
import { editVariety, joinVariety, makeVariety, moveVariety, nearVarieties, splitVariety } from './register.ts';
import { listVarieties, varietySheet } from './varietySheet.ts';

export function varietyRoutes(): Route[] {
  return [
    read('/varieties', ({ db }, { query }) => listVarieties(db, query)),
    read('/varieties/near', ({ db }, { query }) => ({
      near: nearVarieties(db, queryText(query, 'name', 120) ?? '', queryText(query, 'crop', 60)),
    })),
    read('/varieties/:id', ({ db }, { params }) => varietySheet(db, pathId(params.id, 'id'))),
    read('/sources', ({ db }, { query }) => {
      const ids = findNames(db, queryText(query, 'q') ?? '', ['source'])
        .slice(0, 20)
        .map((n) => Number(n.thing));
      return {
        sources: all(db, 'SELECT s.id, s.name FROM json_each(?) j JOIN sources s ON s.id = j.value ORDER BY j.key', JSON.stringify(ids)),
      };
    }),
    changes('post', '/varieties', 'variety', varietyForm, (change, { body }) => makeVariety(change, body)),
    changes('patch', '/varieties/:id', 'variety', varietyEditForm, (change, { params, body }) =>
      editVariety(change, pathId(params.id, 'id'), body),
    ),
    changes('post', '/varieties/:id/split', 'split variety', varietySplitForm, (change, { params, body }) =>
      splitVariety(change, pathId(params.id, 'id'), { ...body, lotCodes: body.lotCodes as string[] }),
    ),
    changes('post', '/varieties/:id/join', 'join varieties', varietyJoinForm, (change, { params, body }) =>
      joinVariety(change, pathId(params.id, 'id'), body),
    ),
    changes('post', '/varieties/:id/move', 'move variety', varietyMoveForm, (change, { params, body }) =>
      moveVariety(change, pathId(params.id, 'id'), body),
    ),
    changes('put', '/varieties/:id/instructions', 'instructions', chooseEnvelopeForm, (change, { params, body }) => {
      const id = pathId(params.id, 'id');
      const row = varietyRow(change.db, id);
      const reason = (body.reason ?? '').trim();
      if (body.envelopeId != null) {
        const text = one<{ source: string }>(
          change.db,
          `SELECT s.name AS source FROM envelope_texts t JOIN lots l ON l.id = t.lot_id JOIN sources s ON s.id = l.source_id
           WHERE t.id = ? AND l.variety_id = ?`,
          body.envelopeId,
          id,
        );
        if (!text) throw wrong('envelopeId', 'is not an envelope of this variety; choose again');
        if (reason === '') throw wrong('reason', 'say why these are followed');
        change.update('varieties', id, { chosen_envelope_id: body.envelopeId, chosen_reason: reason }, body.version);
        change.describe(`${row.name} is sown as ${text.source} says: ${reason}`);
      } else {
        change.update('varieties', id, { chosen_envelope_id: null, chosen_reason: null }, body.version);
        change.describe(`${row.name} is sown by the figures of the crop again`);
      }
      change.touch('variety', id);
      return { id };
    }),
  ];
}
