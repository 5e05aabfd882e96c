import { cautionWords, foldName, type LibraryCrop, restrictionsOf, restrictionWords } from '@esprel/core';
import { CROP_REFERENCE } from '@esprel/core/crops/reference';
import { findCrops, libraryCrop } from '../crops/crops.ts';
import { all, type Db } from '../db/db.ts';
import { restrictions } from '../restricted/restricted.ts';
import { nearVarieties } from '../varieties/register.ts';

/** How a crop was come by: said, known by the variety, by a name like it, or by a word of the nickname. */
type GuessBy = 'typed' | 'variety' | 'near' | 'word';

function singular(word: string): string {
  return word.length > 4 && word.endsWith('oes') ? word.slice(0, -2) : word.length > 3 && word.endsWith('s') ? word.slice(0, -1) : word;
}

/** The crop that a word of a nickname names: "flat dark beans" is a bean. Of several, the one with the most lots here. */
function cropByWord(db: Db, name: string): string | null {
  const words = new Set(
    foldName(name)
      .split(' ')
      .filter((w) => w.length > 2)
      .map(singular),
  );
  const lots = new Map(
    all<{ key: string; n: number }>(
      db,
      'SELECT v.crop_key AS key, count(*) AS n FROM lots l JOIN varieties v ON v.id = l.variety_id GROUP BY 1',
    ).map((r) => [r.key, r.n]),
  );
  const fits = CROP_REFERENCE.flatMap((c) => {
    const own = foldName(c.name.replace(/\(.*\)/, ''))
      .split(' ')
      .map(singular);
    const hits = own.filter((w) => words.has(w)).length;
    // The last word names the plant: "bean" of "runner bean"; a whole name is surer.
    return words.has(own[own.length - 1] ?? '') ? [{ key: c.key, whole: hits === own.length, hits, lots: lots.get(c.key) ?? 0 }] : [];
  });
  fits.sort((a, b) => Number(b.whole) - Number(a.whole) || b.hits - a.hits || b.lots - a.lots);
  return fits[0]?.key ?? null;
}

/** What the line of an envelope is told while it is typed: the crop it will have, varieties it may be, what to be careful of. */
export function lookAtLine(db: Db, name: string, cropTyped: string | null): object {
  const folded = foldName(name);
  const exact = all<{ id: number; name: string; cropKey: string; crop: string; lots: number }>(
    db,
    `SELECT DISTINCT v.id, v.name, v.crop_key AS cropKey, c.name AS crop, (SELECT count(*) FROM lots WHERE variety_id = v.id) AS lots
     FROM varieties v JOIN crops c ON c.key = v.crop_key LEFT JOIN variety_synonyms y ON y.variety_id = v.id
     WHERE v.joined_into IS NULL AND (v.folded = ? OR y.folded = ?) ORDER BY lots DESC`,
    folded,
    folded,
  );
  const typed = cropTyped === null ? null : (findCrops(cropTyped, 1)[0]?.key ?? null);
  const near = nearVarieties(db, name, typed).filter((n) => !exact.some((e) => e.id === n.id));
  let crop: { key: string; by: GuessBy } | null = null;
  if (cropTyped !== null) crop = typed === null ? null : { key: typed, by: 'typed' };
  else if (exact[0]) crop = { key: exact[0].cropKey, by: 'variety' };
  else if (near[0]) crop = { key: near[0].cropKey, by: 'near' };
  else {
    const word = folded === '' ? null : cropByWord(db, name);
    if (word !== null) crop = { key: word, by: 'word' };
  }
  const known = exact.find((e) => e.cropKey === crop?.key) ?? null;
  const full: LibraryCrop | null = crop === null ? null : libraryCrop(db, crop.key);
  return {
    crop:
      full === null ? null : { key: full.key, name: full.name, scientific: full.scientific, seedsPerGram: full.seedsPerGram, by: crop?.by },
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
