import { foldName, isRuled, wrong } from '@esprel/core';
import { restrictedApi } from '@esprel/core/api';
import { all, one } from '../db/db.ts';
import type { Change } from '../journal/change.ts';
import { notFound } from '../problem.ts';
import { libraryCrop } from '../records/crop.ts';
import { restrictions } from '../records/restriction.ts';
import { makes, type Route, serves } from '../routing/route.ts';

function lotsOfRestriction(change: Change, r: { readonly cropKey: string | null }): void {
  if (r.cropKey === null) return;
  for (const { id } of all<{ id: number }>(change.db, 'SELECT id FROM varieties WHERE crop_key = ?', r.cropKey))
    change.touch('variety', id);
}

export function restrictedRoutes(): Route[] {
  return [
    serves(restrictedApi.list, ({ db }) => ({
      /** Crops of the reference whose exchange is ruled in places, of which the library has something and nobody decided. */
      undecided: all<{ key: string; name: string; lots: number }>(
        db,
        `SELECT c.key, c.name, count(*) AS lots FROM lots l JOIN varieties v ON v.id = l.variety_id JOIN crops c ON c.key = v.crop_key
         WHERE NOT EXISTS (SELECT 1 FROM restricted_plants r WHERE r.crop_key = c.key) GROUP BY c.key ORDER BY c.name`,
      ).filter((c) => isRuled(libraryCrop(db, c.key))),
      restricted: restrictions(db).map((r) => ({
        ...r,
        crop: r.cropKey === null ? null : (one<{ name: string }>(db, 'SELECT name FROM crops WHERE key = ?', r.cropKey)?.name ?? null),
      })),
    })),
    makes(restrictedApi.add, 'restricted', (change, { body }) => {
      const cropKey = body.cropKey ?? null;
      const name = (body.name ?? '').trim() || null;
      if ((cropKey === null) === (name === null)) throw wrong('name', 'choose a crop, or give a name; one of the two');
      if (cropKey !== null && !one(change.db, 'SELECT 1 FROM crops WHERE key = ?', cropKey)) {
        throw wrong('cropKey', 'is not a crop of the reference; choose again');
      }
      if (body.rule === 'may-lend' && cropKey === null)
        throw wrong('rule', 'only a crop that the reference knows as restricted can be allowed');
      if (name !== null && foldName(name).length < 3) throw wrong('name', 'is too short; it would be found in every other name');
      const id = change.insert('restricted_plants', {
        crop_key: cropKey,
        name,
        folded: name === null ? null : foldName(name),
        rule: body.rule,
        why: body.why.trim(),
      });
      lotsOfRestriction(change, { cropKey });
      const what = name ?? cropKey ?? '';
      change.describe(
        body.rule === 'may-lend'
          ? `Said that ${what} may be lent here: ${body.why.trim()}`
          : `Put ${what} on the list of restricted plants: ${body.why.trim()}`,
      );
      return { id };
    }),
    makes(restrictedApi.remove, 'restricted', (change, { params, body }) => {
      const id = params.id;
      const row = restrictions(change.db).find((r) => r.id === id);
      if (!row) throw notFound('That entry of the list');
      change.remove('restricted_plants', id, body.version);
      lotsOfRestriction(change, row);
      change.describe(`Took ${row.name ?? row.cropKey ?? ''} off the list of restricted plants`);
      return { id };
    }),
  ];
}
