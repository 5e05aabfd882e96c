import {
  type Crop,
  type CropMeaning,
  type CropName,
  CropNames,
  type FigureValue,
  type LibraryCrop,
  type Saving,
  withOwnFigures,
} from '@esprel/core';
import { CROP_NAMES } from '@esprel/core/crops/names';
import { CROP_REFERENCE } from '@esprel/core/crops/reference';
import { savingOf } from '@esprel/core/growing/reference';
import { all, type Db, one } from '../db/db.ts';
import { notFound } from '../problem.ts';

export interface OwnCropRow {
  readonly id: number;
  readonly key: string;
  readonly letters: string;
  readonly name: string;
  readonly scientific: string;
  readonly from_key: string;
  readonly names: string;
  readonly figures: string;
  readonly version: number;
}

export function cropOf(row: OwnCropRow): Crop {
  const { key, letters, name, scientific } = row;
  return { ...(JSON.parse(row.figures) as Crop), key, letters, name, scientific };
}

export function ownCrop(db: Db, key: string): Crop | undefined {
  const row = one<OwnCropRow>(db, 'SELECT * FROM own_crops WHERE key = ?', key);
  return row && cropOf(row);
}

export function ownCrops(db: Db): Crop[] {
  return all<OwnCropRow>(db, 'SELECT * FROM own_crops ORDER BY name').map(cropOf);
}

/** Names by which the library's own crops are looked for. */
export function ownCropNames(db: Db): CropName[] {
  return all<OwnCropRow>(db, 'SELECT * FROM own_crops ORDER BY id').flatMap((row) => [
    { key: row.key, name: row.name, kind: 'common' as const, rank: 1, proper: true },
    { key: row.key, name: row.scientific, kind: 'botanical' as const, rank: 1 },
    ...(JSON.parse(row.names) as string[]).map((name) => ({ key: row.key, name, kind: 'regional' as const, rank: 1 })),
  ]);
}

const BY_KEY: ReadonlyMap<string, Crop> = new Map(CROP_REFERENCE.map((c) => [c.key, c]));

/** A crop as it was written down: of the reference, or the library's own. Throws a not-found Problem. */
export function baseCrop(db: Db, key: string): Crop {
  const crop = BY_KEY.get(key) ?? ownCrop(db, key);
  if (!crop) throw notFound(`The crop "${key.slice(0, 60)}"`);
  return crop;
}

/** How a crop is taken to seed; of the library's own, as what it was begun from. Null where nothing is known. */
export function savingOfCrop(db: Db, key: string): Saving | null {
  const own = BY_KEY.has(key) ? undefined : one<{ from: string }>(db, 'SELECT from_key AS "from" FROM own_crops WHERE key = ?', key);
  return savingOf(own?.from ?? key);
}

const untouched = new WeakMap<Crop, LibraryCrop>();

/** A crop of which the library changed nothing; made once, since most pages ask for hundreds. */
function asWrittenDown(crop: Crop): LibraryCrop {
  let seen = untouched.get(crop);
  if (!seen) untouched.set(crop, (seen = withOwnFigures(crop, {})));
  return seen;
}

/** A crop with this library's own figures. Throws a not-found Problem. */
export function libraryCrop(db: Db, key: string): LibraryCrop {
  const crop = baseCrop(db, key);
  const own = all<{ field: string; value: string }>(db, 'SELECT field, value FROM own_figures WHERE crop_key = ?', key);
  if (own.length === 0) return asWrittenDown(crop);
  return withOwnFigures(crop, Object.fromEntries(own.map((o) => [o.field, JSON.parse(o.value) as FigureValue])));
}

/** Every crop there is here: those of the reference, then the library's own. */
export function everyCrop(db: Db): readonly Crop[] {
  return [...CROP_REFERENCE, ...ownCrops(db)];
}

/** Every crop as this library sees it, read in one go. */
export function everyLibraryCrop(db: Db): LibraryCrop[] {
  const own = new Map<string, Record<string, FigureValue>>();
  for (const o of all<{ key: string; field: string; value: string }>(db, 'SELECT crop_key AS key, field, value FROM own_figures')) {
    own.set(o.key, { ...own.get(o.key), [o.field]: JSON.parse(o.value) as FigureValue });
  }
  return everyCrop(db).map((c) => {
    const figures = own.get(c.key);
    return figures === undefined ? asWrittenDown(c) : withOwnFigures(c, figures);
  });
}

let reference: CropNames | null = null;

/** Asks the names of the library's own crops first, then those of the reference. */
function askNames(db: Db, ask: (names: CropNames) => readonly CropMeaning[]): CropMeaning[] {
  // Made when it is first asked for: five thousand names take some tens of milliseconds.
  reference ??= new CropNames(CROP_NAMES);
  const own = ownCropNames(db);
  const found = [...(own.length === 0 ? [] : ask(new CropNames(own))), ...ask(reference)];
  const seen = new Set<string>();
  return found.filter((m) => !seen.has(m.key) && seen.add(m.key));
}

/** The crops that have exactly this name; several where it may mean several, the likeliest first. */
export function cropsNamed(db: Db, text: string): CropMeaning[] {
  return askNames(db, (names) => names.named(text));
}

/** The crops that the words of a nickname name. */
export function cropsWithin(db: Db, text: string): CropMeaning[] {
  return askNames(db, (names) => names.within(text));
}

/** Crops by any of their names, also while it is typed and through typing mistakes; best first. */
export function findCrops(db: Db, text: string, limit = 12): CropMeaning[] {
  return askNames(db, (names) => names.find(text, limit)).slice(0, limit);
}
