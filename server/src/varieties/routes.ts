import { wrong } from '@esprel/core';
import { varietiesApi } from '@esprel/core/api';
import { all, one } from '../db/db.ts';
import { findNames } from '../find/names.ts';
import { varietyRow } from '../records/variety.ts';
import { makes, type Route, serves } from '../routing/route.ts';
import { editVariety, joinVariety, makeVariety, moveVariety, nearVarieties, splitVariety } from './register.ts';
import { listVarieties, varietySheet } from './varietySheet.ts';

export function varietyRoutes(): Route[] {
  return [
    serves(varietiesApi.list, ({ db }, { query }) => listVarieties(db, query)),
    serves(varietiesApi.near, ({ db }, { query }) => ({
      near: nearVarieties(db, query.name ?? '', query.crop),
    })),
    serves(varietiesApi.sheet, ({ db }, { params }) => varietySheet(db, params.id)),
    serves(varietiesApi.sources, ({ db }, { query }) => {
      const ids = findNames(db, query.q ?? '', ['source'])
        .slice(0, 20)
        .map((n) => Number(n.thing));
      return {
        sources: all<{ id: number; name: string }>(
          db,
          'SELECT s.id, s.name FROM json_each(?) j JOIN sources s ON s.id = j.value ORDER BY j.key',
          JSON.stringify(ids),
        ),
      };
    }),
    makes(varietiesApi.add, 'variety', (change, { body }) => makeVariety(change, body)),
    makes(varietiesApi.edit, 'variety', (change, { params, body }) => editVariety(change, params.id, body)),
    makes(varietiesApi.split, 'split variety', (change, { params, body }) =>
      splitVariety(change, params.id, { ...body, lotCodes: body.lotCodes as string[] }),
    ),
    makes(varietiesApi.join, 'join varieties', (change, { params, body }) => joinVariety(change, params.id, body)),
    makes(varietiesApi.move, 'move variety', (change, { params, body }) => moveVariety(change, params.id, body)),
    makes(varietiesApi.instructions, 'instructions', (change, { params, body }) => {
      const id = params.id;
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
