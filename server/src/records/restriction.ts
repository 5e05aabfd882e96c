import { cautionWords, type Crop, type Restriction, restrictionsOf, restrictionWords, type SeedForm } from '@esprel/core';
import { all, type Db, one } from '../db/db.ts';

export function restrictions(db: Db): (Restriction & { readonly id: number; readonly version: number })[] {
  return all<Restriction & { readonly id: number; readonly version: number }>(
    db,
    'SELECT id, crop_key AS cropKey, name, rule, why, version FROM restricted_plants ORDER BY id',
  );
}

/** Everything to be careful about with a lot, in the order of how soon it can hurt. */
export function cautionsOfLot(
  db: Db,
  lot: { readonly id: number; readonly form: SeedForm; readonly varietyId: number },
  crop: Crop,
  list: readonly Restriction[] = restrictions(db),
): string[] {
  const names = all<{ name: string }>(
    db,
    'SELECT name FROM varieties WHERE id = ? UNION SELECT name FROM variety_synonyms WHERE variety_id = ?',
    lot.varietyId,
    lot.varietyId,
  ).map((r) => r.name);
  const printed = one<{ warnings: string | null }>(db, 'SELECT warnings FROM envelope_texts WHERE lot_id = ?', lot.id)?.warnings ?? null;
  return [
    ...cautionWords(crop.cautions, lot.form, crop.storageBehaviour),
    ...restrictionsOf(list, crop, names).map(restrictionWords),
    ...(printed === null ? [] : [`On the envelope: ${printed}`]),
  ];
}
