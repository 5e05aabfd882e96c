import type { IdentitySheet } from '@esprel/core/api';
import { all, type Db } from '../db/db.ts';
import { reachOf } from '../errands/errands.ts';
import { lotByCode } from '../records/lot.ts';
import { varietyName, withDescendants } from './identity.ts';

/** What is known of the name of a lot: its events, what descends from it, and what a correction would reach. */
export function identitySheet(db: Db, code: string): IdentitySheet {
  const lot = lotByCode(db, code);
  return {
    lot: {
      code: lot.code,
      version: lot.version,
      identity: lot.identity,
      varietyId: lot.variety_id,
      variety: varietyName(db, lot.variety_id),
      cropKey: lot.crop_key,
    },
    events: all<IdentitySheet['events'][number]>(
      db,
      `SELECT i.id, i.kind, i.on_day AS onDay, i.from_identity AS fromIdentity, i.to_identity AS toIdentity, i.reason,
         v.name AS fromVariety, w.name AS toVariety
       FROM identity_events i LEFT JOIN varieties v ON v.id = i.from_variety_id LEFT JOIN varieties w ON w.id = i.to_variety_id
       WHERE i.lot_id = ? ORDER BY i.id DESC`,
      lot.id,
    ),
    sowings: all<IdentitySheet['sowings'][number]>(
      db,
      'SELECT id, sown_on AS sownOn, seeds, fate FROM sowings WHERE lot_id = ? AND to_identify = 1 ORDER BY sown_on DESC',
      lot.id,
    ),
    reach: reachOf(db, withDescendants(db, lot.id)),
  };
}
