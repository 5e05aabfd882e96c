import {
  checkFigure,
  type Crop,
  type CropMeaning,
  CropNames,
  figureProblems,
  type FigureValue,
  isOwnFigure,
  latinName,
  type LibraryCrop,
  OWN_FIGURES,
  ownCropEditForm,
  ownCropForm,
  ownFigureForm,
  asSeenForm,
  withOwnFigures,
  wrong,
} from '@esprel/core';
import { CROP_NAMES } from '@esprel/core/crops/names';
import { CROP_REFERENCE } from '@esprel/core/crops/reference';
import { all, type Db, one } from '../db/db.ts';
import { notFound } from '../http/problem.ts';
import { holdWritten, writtenVersion } from '../journal/change.ts';
import { queryText } from '../http/query.ts';
import { changes, read, type Route } from '../http/route.ts';
import { addOwnCrop, editOwnCrop, ownCrop, ownCropNames, ownCrops, ownCropSheet, removeOwnCrop } from './ownCrops.ts';

const BY_KEY: ReadonlyMap<string, Crop> = new Map(CROP_REFERENCE.map((c) => [c.key, c]));

/** A crop as it was written down: of the reference, or the library's own. Throws a not-found Problem. */
export function baseCrop(db: Db, key: string): Crop {
  const crop = BY_KEY.get(key) ?? ownCrop(db, key);
  if (!crop) throw notFound(`The crop "${key.slice(0, 60)}"`);
  return crop;
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

/** What else a crop is called, without its own two names, plurals and misspellings. */
function otherNames(crop: Crop): string[] {
  const shown = new Set([crop.name, crop.scientific].map(latinName));
  const names = CROP_NAMES.filter((n) => n.key === crop.key && n.kind !== 'misspelling' && n.kind !== 'plural').map((n) => n.name);
  return [...new Set(names.filter((n) => !shown.has(latinName(n))))];
}

export function cropRoutes(refreshCrop: (cropKey: string) => readonly number[]): Route[] {
  return [
    read('/crops', ({ db }, { query }) => {
      const q = queryText(query, 'q');
      const byKey = new Map(everyLibraryCrop(db).map((c) => [c.key, c]));
      const asked: readonly { readonly key: string; readonly as?: string }[] = q === null ? [...byKey.values()] : findCrops(db, q);
      const used = new Map(
        all<{ key: string; n: number }>(
          db,
          `SELECT v.crop_key AS key, count(*) AS n FROM lots l JOIN varieties v ON v.id = l.variety_id GROUP BY v.crop_key`,
        ).map((r) => [r.key, r.n]),
      );
      return {
        crops: asked.flatMap(({ key, as }) => {
          const crop = byKey.get(key);
          return crop ? [{ ...crop, as: as ?? null, lots: used.get(key) ?? 0 }] : [];
        }),
      };
    }),
    read('/crops/:key', ({ db }, { params }) => {
      const crop = libraryCrop(db, params.key ?? '');
      return {
        crop,
        reference: baseCrop(db, crop.key),
        /** Set where the library added the crop itself. */
        ownCrop: ownCropSheet(db, crop.key),
        names: otherNames(crop),
        figures: all<{ id: number; field: string; reason: string | null }>(
          db,
          'SELECT id, field, reason FROM own_figures WHERE crop_key = ? ORDER BY field',
          crop.key,
        ).map(({ id, field, reason }) => ({ field, reason, version: writtenVersion(db, 'own_figures', id) })),
      };
    }),
    changes('post', '/crops', 'own crop', ownCropForm, (change, { body }) => addOwnCrop(change, body)),
    changes('patch', '/crops/:key', 'own crop', ownCropEditForm, (change, { params, body }) => {
      const edited = editOwnCrop(change, params.key ?? '', body);
      for (const id of refreshCrop(edited.key)) change.touch('lot', id);
      return edited;
    }),
    changes('delete', '/crops/:key', 'own crop', asSeenForm, (change, { params, body }) =>
      removeOwnCrop(change, params.key ?? '', body.version),
    ),
    changes('put', '/crops/:key/own-figure', 'own figure', ownFigureForm, (change, { params, body }) => {
      const crop = libraryCrop(change.db, params.key ?? '');
      const { field } = body;
      if (!isOwnFigure(field)) throw wrong('field', `must be one of: ${Object.keys(OWN_FIGURES).join(', ')}`);
      const { label } = OWN_FIGURES[field];
      const now = one<{ id: number; value: string; reason: string | null }>(
        change.db,
        'SELECT id, value, reason FROM own_figures WHERE crop_key = ? AND field = ?',
        crop.key,
        field,
      );
      holdWritten(change.db, 'own_figures', now && { ...now, value: JSON.parse(now.value) as unknown }, body.version, body);
      if (body.reference === true) {
        if (now) change.remove('own_figures', now.id);
        change.describe(`${crop.name}: back to the reference for ${label.toLowerCase()}`);
      } else {
        const value = checkFigure(field, body.value ?? null);
        const row = { value: JSON.stringify(value), reason: body.reason ?? null };
        if (now) change.update('own_figures', now.id, row);
        else change.insert('own_figures', { crop_key: crop.key, field, ...row });
        const said = Array.isArray(value) ? value.join(', ') || 'none' : String(value ?? 'none');
        change.describe(`${crop.name}: own figure for ${label.toLowerCase()}, ${said}`);
      }
      const after = libraryCrop(change.db, crop.key);
      const [problem] = figureProblems(after);
      if (problem) throw wrong('value', `${OWN_FIGURES[problem.field].label.toLowerCase()} ${problem.message}`);
      for (const id of refreshCrop(crop.key)) change.touch('lot', id);
      return { crop: after };
    }),
  ];
}
