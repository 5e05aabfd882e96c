import { cautionWords, type Crop, type Restriction, restrictionsOf, restrictionWords, type SeedForm } from '@esprel/core';
import { all, type Db, one } from '../db/db.ts';

export function restrictions(db: Db): (Restriction & { readonly id: number; readonly version: number })[] {
  return all<Restriction & { readonly id: number; readonly version: number }>(
    db,
    'SELECT id, crop_key AS cropKey, name, rule, why, version FROM restricted_plants ORDER BY id',
  );
}

const namesOfVariety = (db: Db, varietyId: number): string[] =>
  all<{ name: string }>(
    db,
    'SELECT name FROM varieties WHERE id = ? UNION SELECT name FROM variety_synonyms WHERE variety_id = ?',
    varietyId,
    varietyId,
  ).map((r) => r.name);

/** What to be careful about with any seed of a variety. */
export function cautionsOfVariety(
  db: Db,
  varietyId: number,
  crop: Crop,
  form: SeedForm = 'cleaned',
  list: readonly Restriction[] = restrictions(db),
): string[] {
  return [
    ...cautionWords(crop.cautions, form, crop.storageBehaviour),
    ...restrictionsOf(list, crop, namesOfVariety(db, varietyId)).map(restrictionWords),
  ];
}

/** Everything to be careful about with a lot, in the order of how soon it can hurt. */
export function cautionsOfLot(
  db: Db,
  lot: { readonly id: number; readonly form: SeedForm; readonly varietyId: number },
  crop: Crop,
  list: readonly Restriction[] = restrictions(db),
): string[] {
  const printed = one<{ warnings: string | null }>(db, 'SELECT warnings FROM envelope_texts WHERE lot_id = ?', lot.id)?.warnings ?? null;
  return [...cautionsOfVariety(db, lot.varietyId, crop, lot.form, list), ...(printed === null ? [] : [`On the envelope: ${printed}`])];
}
