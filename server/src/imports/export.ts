import { IMPORT_FIELDS } from '@esprel/core';
import { all, type Db } from '../db/db.ts';
import { writeCsv } from '../files/csv.ts';
import { placePath, placesById } from '../records/place.ts';

/** The columns of an export, in order; each is read again by the field of this name. */
const COLUMNS = [
  'code',
  'variety',
  'crop',
  'scientific',
  'breeding',
  'source',
  'acquisition',
  'year',
  'packedYear',
  'form',
  'seeds',
  'amountKnown',
  'floor',
  'germination',
  'place',
  'receivedOn',
  'identity',
  'note',
] as const;

/** Every lot with seed, as a CSV that imports unchanged; members' names are not in it. */
export function exportLots(db: Db): string {
  const places = placesById(db);
  const rows = all<Record<(typeof COLUMNS)[number], string | number | null> & { yearKind: string; placeId: number | null }>(
    db,
    `SELECT l.code, v.name AS variety, c.name AS crop, c.scientific, v.breeding, s.name AS source, l.acquisition, l.year_kind AS yearKind, l.year,
       l.form, l.balance AS seeds, l.amount_known AS amountKnown, l.floor, l.stated_germination AS germination, l.received_on AS receivedOn,
       l.identity, l.note,
       (SELECT p.place_id FROM storage_periods p WHERE p.lot_id = l.id ORDER BY p.from_day DESC LIMIT 1) AS placeId
     FROM lots l JOIN varieties v ON v.id = l.variety_id JOIN crops c ON c.key = v.crop_key JOIN sources s ON s.id = l.source_id
     WHERE l.balance > 0 ORDER BY l.id`,
  );
  return writeCsv(
    COLUMNS.map((c) => IMPORT_FIELDS[c].label),
    rows.map((r) =>
      COLUMNS.map((c) => {
        switch (c) {
          case 'year':
            return r.yearKind === 'harvest' ? r.year : null;
          case 'packedYear':
            return r.yearKind === 'packing' ? r.year : null;
          case 'germination':
            return typeof r.germination === 'number' ? `${String(Math.round(r.germination * 10_000) / 100)} %` : null;
          case 'place':
            return r.placeId === null ? null : placePath(places, r.placeId);
          default:
            return r[c];
        }
      }),
    ),
  );
}
