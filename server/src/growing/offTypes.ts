import type * as yup from 'yup';
import { identityByTruth, type offTypesForm, plural, truthWords, wrong } from '@esprel/core';
import { one } from '../db/db.ts';
import { neverTrue, truthOf } from '../estimates/truth.ts';
import { changeIdentity } from '../identity/identity.ts';
import type { Change } from '../journal/change.ts';
import { lotByCode, lotNames } from '../records/lot.ts';

/** Plants of a lot were looked at. What it says of the lot may make its name less sure; a person may say otherwise afterwards. */
export function sayOffTypes(change: Change, code: string, body: yup.InferType<typeof offTypesForm>): { readonly id: number } {
  const { db, today } = change;
  const lot = lotByCode(db, code);
  if (neverTrue(db, lot) === 'hybrid') throw wrong('offTypes', 'says nothing of a hybrid: what is odd in it was odd when it was bought');
  if (body.offTypes > body.plants) throw wrong('offTypes', `must not be more than the ${plural(body.plants, 'plant')} that were looked at`);
  if (body.seenOn > today) throw wrong('seenOn', `must not be after today, ${today}`);
  if (body.seenOn < lot.received_on) throw wrong('seenOn', `must not be before the lot came, ${lot.received_on}`);
  if (body.sowingId != null && !one(db, 'SELECT 1 FROM sowings WHERE id = ? AND lot_id = ?', body.sowingId, lot.id)) {
    throw wrong('sowingId', `is not a sowing of ${lot.code}; choose again`);
  }
  const id = change.insert('off_types', {
    lot_id: lot.id,
    plants: body.plants,
    off_types: body.offTypes,
    seen_on: body.seenOn,
    sowing_id: body.sowingId ?? null,
    note: body.note?.trim() || null,
  });
  change.touch('lot', lot.id);
  if (body.sowingId != null) change.touch('sowing', body.sowingId);
  const seen = `${String(body.offTypes)} of ${plural(body.plants, 'plant')} ${body.offTypes === 1 ? 'was' : 'were'} something else`;
  const mean = truthOf(db, lot.id)?.truth.trueShare.mean ?? null;
  if (mean !== null) {
    const identity = identityByTruth(lot.identity, mean);
    if (identity !== lot.identity)
      changeIdentity(change, lot, { identity, varietyId: null, kind: 'judged', reason: `${seen}: ${truthWords(mean)}` });
  }
  change.describe(`Looked at plants of ${lot.code} ${lotNames(db, lot.id).variety}: ${seen}`);
  return { id };
}
