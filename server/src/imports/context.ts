import { createHash } from 'node:crypto';
import { foldName, type ImportContext, type ImportedLot, type ImportField } from '@esprel/core';
import type { NearVariety } from '@esprel/core/api';
import { all, type Db } from '../db/db.ts';
import { cropsNamed, findCrops, libraryCrop } from '../records/crop.ts';
import { placePath, placesById } from '../records/place.ts';
import { readSettings } from '../records/settings.ts';
import { varietyNamed } from '../records/variety.ts';

/** A name of the file that may mean several crops, the likeliest first. */
export interface AskedCrop {
  readonly name: string;
  rows: number;
  readonly choices: readonly { readonly key: string; readonly name: string; readonly scientific: string }[];
}

/** Looks up what rows need to know of this library; each thing is asked of the database once. */
export function importContext(
  db: Db,
  today: string,
  defaults: ImportContext['defaults'],
  /** Crops that were chosen for names of the file that may mean several, by folded name. */
  chosen: ReadonlyMap<string, string> = new Map(),
): ImportContext & { readonly asked: ReadonlyMap<string, AskedCrop> } {
  const named = new Map<string, readonly string[]>();
  const asked = new Map<string, AskedCrop>();
  const places = placesById(db);
  const byPath = new Map<string, number | null>();
  for (const p of places.values()) {
    byPath.set(foldName(placePath(places, p.id)), p.id);
    // A bare name counts while it is the only one.
    const bare = foldName(p.name);
    if (p.parentId !== null) byPath.set(bare, byPath.has(bare) && byPath.get(bare) !== p.id ? null : p.id);
  }
  const perGram = new Map<string, number>();
  const cropsOf = new Map<string, string[]>();
  for (const v of all<{ folded: string; crop: string }>(
    db,
    `SELECT folded, crop_key AS crop FROM varieties WHERE joined_into IS NULL
     UNION SELECT y.folded, v.crop_key FROM variety_synonyms y JOIN varieties v ON v.id = y.variety_id`,
  )) {
    cropsOf.set(v.folded, [...new Set([...(cropsOf.get(v.folded) ?? []), v.crop])]);
  }
  return {
    today,
    monthFirst: readSettings(db).dateOrder === 'month-day',
    defaults,
    cropsNamed: (name) => {
      const folded = foldName(name);
      const choice = chosen.get(folded);
      if (choice !== undefined) return [choice];
      let keys = named.get(folded);
      if (!keys) named.set(folded, (keys = cropsNamed(db, name).map((m) => m.key)));
      return keys;
    },
    cropName: (key) => libraryCrop(db, key).name,
    ambiguous: (name, keys) => {
      const folded = foldName(name);
      const known = asked.get(folded);
      if (known) known.rows += 1;
      else {
        const choices = keys.map((key) => ({ key, name: libraryCrop(db, key).name, scientific: libraryCrop(db, key).scientific }));
        asked.set(folded, { name, rows: 1, choices });
      }
    },
    asked,
    cropLike: (name) => {
      const near = findCrops(db, name, 1)[0];
      return near ? libraryCrop(db, near.key).name : null;
    },
    cropOfVariety: (name) => {
      const found = cropsOf.get(foldName(name)) ?? [];
      return found.length === 1 ? (found[0] as string) : null;
    },
    seedsPerGram: (key) => {
      let n = perGram.get(key);
      if (n === undefined) perGram.set(key, (n = libraryCrop(db, key).seedsPerGram));
      return n;
    },
    placeNamed: (path) => byPath.get(foldName(path)) ?? null,
  };
}

/** What is known of a row before it is written: new, known here already, or not to be read. */
type RowState = 'ready' | 'known' | 'problem';

export interface ReadRow {
  readonly row: number;
  readonly state: RowState;
  readonly lot: ImportedLot | null;
  /** The key under which the lot is known again when the same row comes twice. */
  readonly key: string;
  readonly problems: readonly { readonly path: string; readonly message: string }[];
  /** A variety that is not in the register, and one that may be the same. */
  readonly near: NearVariety | null;
}

/**
 * The key of a row: what its cells say, and which of several equal rows of the file it is. The same file twice, or a longer
 * file with the same rows in it, adds no lot twice.
 */
export function rowKey(
  cells: readonly string[],
  mapping: Readonly<Partial<Record<ImportField, number>>>,
  seen: Map<string, number>,
): string {
  const said = Object.entries(mapping)
    .sort(([a], [b]) => a.localeCompare(b))
    .map(([field, column]) => [field, cells[column] ?? '']);
  const hash = createHash('sha256').update(JSON.stringify(said)).digest('hex').slice(0, 32);
  const nth = (seen.get(hash) ?? 0) + 1;
  seen.set(hash, nth);
  return `${hash}-${String(nth)}`;
}

/** Whether a lot of this code is here: the same one, another one, or none. */
export function codeState(db: Db, lot: ImportedLot): 'same' | 'another' | 'free' {
  if (lot.code === null) return 'free';
  const here = all<{ variety_id: number; crop_key: string }>(
    db,
    'SELECT l.variety_id, v.crop_key FROM lots l JOIN varieties v ON v.id = l.variety_id WHERE l.code = ?',
    lot.code,
  )[0];
  if (!here) return 'free';
  return here.crop_key === lot.cropKey && varietyNamed(db, lot.cropKey, lot.varietyName) === here.variety_id ? 'same' : 'another';
}
