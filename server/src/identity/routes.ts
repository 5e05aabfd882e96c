import { wrong } from '@esprel/core';
import { identityApi } from '@esprel/core/api';
import { one } from '../db/db.ts';
import { lotByCode } from '../records/lot.ts';
import { makes, type Route, serves } from '../routing/route.ts';
import { changeIdentity, varietyName } from './identity.ts';
import { identitySheet } from './identitySheet.ts';

export function identityRoutes(): Route[] {
  return [
    serves(identityApi.sheet, ({ db }, { params }) => identitySheet(db, params.code)),
    makes(identityApi.judge, 'identity', (change, { params, body }) => {
      const lot = lotByCode(change.db, params.code);
      if (lot.identity === body.identity) throw wrong('identity', `is ${lot.identity} already`);
      change.update('lots', lot.id, {}, body.version);
      const reach = changeIdentity(change, lot, { identity: body.identity, varietyId: null, kind: 'judged', reason: body.reason.trim() });
      change.describe(`The name of ${lot.code} went from ${lot.identity} to ${body.identity}: ${body.reason.trim()}`);
      return { code: lot.code, reach };
    }),
    makes(identityApi.grownOut, 'grown out', (change, { params, body }) => {
      const { db } = change;
      const lot = lotByCode(db, params.code);
      const reason = body.reason.trim();
      if (body.answer === 'another') {
        if (body.varietyId == null) throw wrong('varietyId', 'choose the variety it turned out to be');
        if (!one(db, 'SELECT 1 FROM varieties WHERE id = ? AND joined_into IS NULL', body.varietyId)) {
          throw wrong('varietyId', 'is not in the register; choose again');
        }
        if (body.varietyId === lot.variety_id) throw wrong('varietyId', 'is what it is called already; say that it is as named');
      } else if (body.varietyId != null) throw wrong('varietyId', 'leave it out unless it is another variety');
      const to = {
        'as-named': { identity: 'sure', varietyId: null },
        another: { identity: 'sure', varietyId: body.varietyId ?? null },
        'still-unknown': { identity: 'unknown', varietyId: null },
      } as const;
      change.update('lots', lot.id, {}, body.version);
      const reach = changeIdentity(change, lot, { ...to[body.answer], kind: 'grown-out', reason });
      const words = {
        'as-named': `is ${varietyName(db, lot.variety_id)}, as named`,
        another: `is ${varietyName(db, body.varietyId ?? lot.variety_id)}, not ${varietyName(db, lot.variety_id)}`,
        'still-unknown': 'is still not known',
      };
      change.describe(`Grown out: ${lot.code} ${words[body.answer]}: ${reason}`);
      return { code: lot.code, reach };
    }),
  ];
}
