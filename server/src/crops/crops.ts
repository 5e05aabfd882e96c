import { type Crop, foldName, type LibraryCrop, OWN_FIGURES, type OwnFigure, ownFigureForm, withOwnFigures, wrong } from '@esprel/core';
import { CROP_REFERENCE } from '@esprel/core/crops/reference';
import { all, type Db, one } from '../db/db.ts';
import { notFound } from '../http/problem.ts';
import { queryText } from '../http/query.ts';
import { changes, read, type Route } from '../http/route.ts';

const BY_KEY: ReadonlyMap<string, Crop> = new Map(CROP_REFERENCE.map((c) => [c.key, c]));

/** A crop of the reference with this library's own figures. Throws a not-found Problem. */
export function libraryCrop(db: Db, key: string): LibraryCrop {
  const crop = BY_KEY.get(key);
  if (!crop) throw notFound(`The crop "${key}"`);
  const own = all<{ field: string; value: number }>(db, 'SELECT field, value FROM own_figures WHERE crop_key = ?', key);
  return withOwnFigures(crop, Object.fromEntries(own.map((o) => [o.field, o.value])));
}

function cropHistoryRank(name: string, folded: string): number {
  const words = foldName(name);
  if (words === folded) return 0;
  if (words.startsWith(folded)) return 1;
  return words.split(' ').some((w) => w.startsWith(folded)) ? 2 : 3;
}

/** Crops whose common or scientific name holds the text, best first. */
export function findCrops(text: string, limit = 12): Crop[] {
  const folded = foldName(text);
  if (folded === '') return [];
  return CROP_REFERENCE.map((c) => ({
    c,
    rank: Math.min(cropHistoryRank(c.name, folded), cropHistoryRank(c.scientific, folded) + 0.5),
    holds: foldName(`${c.name} ${c.scientific} ${c.family}`).includes(folded),
  }))
    .filter((x) => x.holds)
    .sort((a, b) => a.rank - b.rank || a.c.name.localeCompare(b.c.name))
    .slice(0, limit)
    .map((x) => x.c);
}

export function cropRoutes(refreshCrop: (cropKey: string) => readonly number[]): Route[] {
  return [
    read('/crops', ({ db }, { query }) => {
      const q = queryText(query, 'q');
      const crops = q === null ? CROP_REFERENCE : findCrops(q);
      const used = new Map(
        all<{ key: string; n: number }>(
          db,
          `SELECT v.crop_key AS key, count(*) AS n FROM lots l JOIN varieties v ON v.id = l.variety_id GROUP BY v.crop_key`,
        ).map((r) => [r.key, r.n]),
      );
      return {
        crops: crops.map((c) => ({ ...libraryCrop(db, c.key), lots: used.get(c.key) ?? 0 })),
      };
    }),
    read('/crops/:key', ({ db }, { params }) => {
      const crop = libraryCrop(db, params.key ?? '');
      return {
        crop,
        reference: BY_KEY.get(crop.key),
        figures: all(db, 'SELECT field, value, reason FROM own_figures WHERE crop_key = ? ORDER BY field', crop.key),
      };
    }),
    changes('put', '/crops/:key/own-figure', 'own figure', ownFigureForm, (change, { params, body }) => {
      const crop = libraryCrop(change.db, params.key ?? '');
      if (!Object.hasOwn(OWN_FIGURES, body.field)) throw wrong('field', `must be one of: ${Object.keys(OWN_FIGURES).join(', ')}`);
      const field = body.field as OwnFigure;
      const rule = OWN_FIGURES[field];
      const now = one<{ id: number }>(change.db, 'SELECT id FROM own_figures WHERE crop_key = ? AND field = ?', crop.key, field);
      if (body.value == null) {
        if (now) change.remove('own_figures', now.id);
        change.describe(`${crop.name}: back to the reference for ${rule.label.toLowerCase()}`);
      } else {
        if (body.value < rule.min || body.value > rule.max || (rule.whole && !Number.isInteger(body.value))) {
          throw wrong('value', `must be ${rule.whole ? 'a whole number' : 'a number'} from ${String(rule.min)} to ${String(rule.max)}`);
        }
        if (now) change.update('own_figures', now.id, { value: body.value, reason: body.reason ?? null });
        else change.insert('own_figures', { crop_key: crop.key, field, value: body.value, reason: body.reason ?? null });
        const after = libraryCrop(change.db, crop.key);
        if (after.testFinalCountD < after.testFirstCountD || after.emergeMaxD < after.emergeMinD) {
          throw wrong('value', 'the last day must not come before the first');
        }
        change.describe(`${crop.name}: own figure for ${rule.label.toLowerCase()}, ${String(body.value)}`);
      }
      for (const id of refreshCrop(crop.key)) change.touch('lot', id);
      return { crop: libraryCrop(change.db, crop.key) };
    }),
  ];
}
