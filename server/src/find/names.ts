import { latinName, nameFit, trigrams } from '@esprel/core';
import { all, type Db } from '../db/db.ts';

type NameKind = 'variety' | 'crop' | 'source' | 'member' | 'place';

/** A thing whose name fits what was typed; `fit` as of the core's nameFit, the best of its names. */
export interface NameFound {
  readonly kind: NameKind;
  /** Row id, or the key of a crop. */
  readonly thing: string;
  readonly fit: number;
}

interface NameRow {
  readonly kind: NameKind;
  readonly thing: string;
  readonly latin: string;
}

/** So many of the names that share the most telling pieces are looked at closely. */
const CANDIDATES = 400;

function candidates(db: Db, latin: string): NameRow[] {
  const pieces = trigrams(latin);
  // Names that begin so, also when too little was typed for the pieces.
  const begins = all<NameRow>(
    db,
    'SELECT kind, thing, latin FROM find_names WHERE latin >= ? AND latin < ? ORDER BY latin LIMIT 60',
    latin,
    `${latin}\u{10FFFF}`,
  );
  if (pieces.length === 0) return begins;
  return [
    ...begins,
    ...all<NameRow>(
      db,
      `SELECT n.kind, n.thing, n.latin FROM (SELECT rowid FROM find_grams WHERE find_grams MATCH ? ORDER BY rank LIMIT ${String(CANDIDATES)}) g
       JOIN find_names n ON n.id = g.rowid`,
      pieces.map((p) => `"${p}"`).join(' OR '),
    ),
  ];
}

/** Things by any of their names, through typing mistakes, accents, word order and script; best first. */
export function findNames(db: Db, typed: string, kinds?: readonly NameKind[]): NameFound[] {
  const latin = latinName(typed);
  const best = new Map<string, NameFound>();
  for (const row of candidates(db, latin)) {
    if (kinds && !kinds.includes(row.kind)) continue;
    const fit = nameFit(latin, row.latin);
    if (fit === null) continue;
    const key = `${row.kind} ${row.thing}`;
    const known = best.get(key);
    if (!known || fit < known.fit) best.set(key, { kind: row.kind, thing: row.thing, fit });
  }
  return [...best.values()].sort((a, b) => a.fit - b.fit);
}
