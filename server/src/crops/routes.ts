import { checkFigure, type Crop, type OwnFigure, figureProblems, isOwnFigure, latinName, OWN_FIGURES, wrong } from '@esprel/core';
import { cropsApi } from '@esprel/core/api';
import { CROP_NAMES } from '@esprel/core/crops/names';
import { all, one } from '../db/db.ts';
import { holdWritten, writtenVersion } from '../journal/change.ts';
import { baseCrop, everyLibraryCrop, findCrops, libraryCrop } from '../records/crop.ts';
import { makes, type Route, serves } from '../routing/route.ts';
import { addOwnCrop, editOwnCrop, ownCropSheet, removeOwnCrop } from './ownCrops.ts';

/** What else a crop is called, without its own two names, plurals and misspellings. */
function otherNames(crop: Crop): string[] {
  const shown = new Set([crop.name, crop.scientific].map(latinName));
  const names = CROP_NAMES.filter((n) => n.key === crop.key && n.kind !== 'misspelling' && n.kind !== 'plural').map((n) => n.name);
  return [...new Set(names.filter((n) => !shown.has(latinName(n))))];
}

export function cropRoutes(refreshCrop: (cropKey: string) => readonly number[]): Route[] {
  return [
    serves(cropsApi.list, ({ db }, { query }) => {
      const q = query.q;
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
    serves(cropsApi.sheet, ({ db }, { params }) => {
      const crop = libraryCrop(db, params.key);
      return {
        crop,
        reference: baseCrop(db, crop.key),
        /** Set where the library added the crop itself. */
        ownCrop: ownCropSheet(db, crop.key),
        names: otherNames(crop),
        figures: all<{ id: number; field: OwnFigure; reason: string | null }>(
          db,
          'SELECT id, field, reason FROM own_figures WHERE crop_key = ? ORDER BY field',
          crop.key,
        ).map(({ id, field, reason }) => ({ field, reason, version: writtenVersion(db, 'own_figures', id) })),
      };
    }),
    makes(cropsApi.add, 'own crop', (change, { body }) => addOwnCrop(change, body)),
    makes(cropsApi.edit, 'own crop', (change, { params, body }) => {
      const edited = editOwnCrop(change, params.key, body);
      for (const id of refreshCrop(edited.key)) change.touch('lot', id);
      return edited;
    }),
    makes(cropsApi.remove, 'own crop', (change, { params, body }) => removeOwnCrop(change, params.key, body.version)),
    makes(cropsApi.figure, 'own figure', (change, { params, body }) => {
      const crop = libraryCrop(change.db, params.key);
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
