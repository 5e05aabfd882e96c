import type { EnvelopeText, LotSheetData } from '@esprel/core/api';
import { all, type Db, one } from '../db/db.ts';
import { writtenVersion } from '../journal/change.ts';
import { PRINTED_COLUMNS } from '../records/envelope.ts';

/** What the envelope of a lot says, or null when nobody wrote it down. */
export function envelopeTextOf(db: Db, lotId: number): LotSheetData['envelope'] {
  const text = one<EnvelopeText>(db, `SELECT t.id, ${PRINTED_COLUMNS} FROM envelope_texts t WHERE t.lot_id = ?`, lotId);
  return text ? { ...text, version: writtenVersion(db, 'envelope_texts', text.id) } : null;
}

export function photosOf(db: Db, lotId: number): LotSheetData['photos'] {
  return all<LotSheetData['photos'][number]>(
    db,
    'SELECT id, file, taken_on AS takenOn, version FROM photos WHERE lot_id = ? ORDER BY id',
    lotId,
  );
}

export function weighingsOf(db: Db, lotId: number): LotSheetData['weighings'] {
  return all<LotSheetData['weighings'][number]>(
    db,
    `SELECT id, weighed_on AS weighedOn, seeds, seeds_low AS low, seeds_high AS high,
       grams_per_thousand AS gramsPerThousand, variation_percent AS variationPercent FROM weighings WHERE lot_id = ? ORDER BY id DESC`,
    lotId,
  );
}
