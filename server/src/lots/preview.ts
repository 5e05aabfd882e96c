import { cautionWords, foldName, type LibraryCrop, restrictionsOf, restrictionWords } from '@esprel/core';
import type { LineLook } from '@esprel/core/api';
import { all, type Db } from '../db/db.ts';
import { cropsNamed, cropsWithin, findCrops, libraryCrop } from '../records/crop.ts';
import { restrictions } from '../records/restriction.ts';
import { nearVarieties } from '../varieties/register.ts';

/** How a crop was come by: said, known by the variety, by a name like it, or by a word of the nickname. */
type GuessBy = NonNullable<LineLook['crop']>['by'];

/** So many meanings of a name are offered. */
const MOST_CHOICES = 6;

/** The crops that a typed name means: those called exactly so, else the one that is being typed if only one begins so. */
function meaningsOf(db: Db, typed: string): string[] {
  const exact = cropsNamed(db, typed);
  return (exact.length > 0 ? exact : findCrops(db, typed, MOST_CHOICES)).map((m) => m.key);
}

/** What the line of an envelope is told while it is typed: the crop it will have, varieties it may be, what to be careful of. */
export function previewLine(db: Db, name: string, cropTyped: string | null): LineLook {
  const folded = foldName(name);
  const exact = all<{ id: number; name: string; cropKey: string; crop: string; lots: number }>(
    db,
    `SELECT DISTINCT v.id, v.name, v.crop_key AS cropKey, c.name AS crop, (SELECT count(*) FROM lots WHERE variety_id = v.id) AS lots
     FROM varieties v JOIN crops c ON c.key = v.crop_key LEFT JOIN variety_synonyms y ON y.variety_id = v.id
     WHERE v.joined_into IS NULL AND (v.folded = ? OR y.folded = ?) ORDER BY lots DESC`,
    folded,
    folded,
  );
  // A name that may mean several crops is asked about, never picked silently.
  const meant = cropTyped === null ? [] : meaningsOf(db, cropTyped);
  const typed = meant.length === 1 ? (meant[0] ?? null) : null;
  const near = nearVarieties(db, name, typed).filter((n) => !exact.some((e) => e.id === n.id));
  let crop: { key: string; by: GuessBy } | null = null;
  let choices: readonly string[] = [];
  if (cropTyped !== null) {
    if (typed !== null) crop = { key: typed, by: 'typed' };
    else choices = meant;
  } else if (exact[0]) crop = { key: exact[0].cropKey, by: 'variety' };
  else if (near[0]) crop = { key: near[0].cropKey, by: 'near' };
  else {
    const words = folded === '' ? [] : cropsWithin(db, name).map((m) => m.key);
    if (words.length === 1) crop = { key: words[0] as string, by: 'word' };
    else choices = words;
  }
  const known = exact.find((e) => e.cropKey === crop?.key) ?? null;
  const full: LibraryCrop | null = crop === null ? null : libraryCrop(db, crop.key);
  return {
    crop:
      full === null || crop === null
        ? null
        : { key: full.key, name: full.name, scientific: full.scientific, seedsPerGram: full.seedsPerGram, by: crop.by },
    /** Crops that the name may mean, the likeliest first; whoever types has to say which. */
    choices: choices.slice(0, MOST_CHOICES).map((key) => {
      const c = libraryCrop(db, key);
      return { key, name: c.name, scientific: c.scientific };
    }),
    known,
    near: known ? [] : near.slice(0, 3),
    cautions:
      full === null
        ? []
        : [
            ...cautionWords(full.cautions, 'cleaned', full.storageBehaviour),
            ...restrictionsOf(restrictions(db), full, [name]).map(restrictionWords),
          ],
  };
}
