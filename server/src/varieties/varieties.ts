import { foldName } from '@esprel/core';
import { all } from '../db/db.ts';
import { queryText } from '../http/query.ts';
import { read, type Route } from '../http/route.ts';
import { synonymsOf } from '../lots/queries.ts';

interface VarietyFound {
  readonly id: number;
  readonly name: string;
  readonly cropKey: string;
  readonly crop: string;
  readonly breeding: string;
  readonly lots: number;
}

/** Varieties and sources by any part of any of their names, for the fields of a form. */
export function varietyRoutes(): Route[] {
  return [
    read('/varieties', ({ db }, { query }) => {
      const folded = foldName(queryText(query, 'q') ?? '');
      const pattern = `%${folded.replace(/[%_\\]/g, '\\$&')}%`;
      const varieties = all<VarietyFound>(
        db,
        `SELECT v.id, v.name, v.crop_key AS cropKey, c.name AS crop, v.breeding, (SELECT count(*) FROM lots WHERE variety_id = v.id) AS lots
         FROM varieties v JOIN crops c ON c.key = v.crop_key
         WHERE v.folded LIKE ? ESCAPE '\\' OR EXISTS (SELECT 1 FROM variety_synonyms y WHERE y.variety_id = v.id AND y.folded LIKE ? ESCAPE '\\')
         ORDER BY v.folded LIKE ? ESCAPE '\\' DESC, v.folded LIMIT 20`,
        pattern,
        pattern,
        pattern.slice(1),
      );
      return { varieties: folded === '' ? [] : varieties.map((v) => ({ ...v, synonyms: synonymsOf(db, v.id) })) };
    }),
    read('/sources', ({ db }, { query }) => {
      const folded = foldName(queryText(query, 'q') ?? '');
      return {
        sources: all(
          db,
          `SELECT id, name FROM sources WHERE folded LIKE ? ESCAPE '\\' ORDER BY name LIMIT 20`,
          `%${folded.replace(/[%_\\]/g, '\\$&')}%`,
        ),
      };
    }),
  ];
}
