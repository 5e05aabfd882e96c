import { correctionsOf, foldName, parseLotCode } from '@esprel/core';
import { findCrops } from '../crops/crops.ts';
import { all, type Db, one } from '../db/db.ts';
import { queryText } from '../http/query.ts';
import { read, type Route } from '../http/route.ts';

interface Found {
  readonly kind: 'lot' | 'variety' | 'crop' | 'member' | 'place' | 'source';
  readonly title: string;
  readonly detail: string;
  readonly at: string;
  readonly code?: string;
}

const LOT = `SELECT l.code, v.name AS variety, c.name AS crop, l.year, l.balance FROM lots l
  JOIN varieties v ON v.id = l.variety_id JOIN crops c ON c.key = v.crop_key`;

interface LotFound {
  readonly code: string;
  readonly variety: string;
  readonly crop: string;
  readonly year: number | null;
  readonly balance: number;
}

function lotFound(l: LotFound): Found {
  return {
    kind: 'lot',
    title: l.variety,
    detail: `${l.crop}, ${l.year === null ? 'year not known' : String(l.year)}, ${String(l.balance)} seeds`,
    at: `/lots/${l.code}`,
    code: l.code,
  };
}

/** What to say of a code whose check letter is wrong: the lots it may have meant, and the likely wrong character. */
function mistype(db: Db, text: string): { readonly message: string; readonly found: Found[] } | null {
  const corrections = correctionsOf(text);
  if (corrections.length === 0) return null;
  const existing = corrections.flatMap((c) => {
    const lot = one<LotFound>(db, `${LOT} WHERE l.code = ?`, c.code);
    return lot ? [{ correction: c, lot }] : [];
  });
  const first = existing[0];
  if (!first) {
    return {
      message: `${text.trim()} is not a code of this library: one character is wrong, and no lot here is near it. Read it again.`,
      found: [],
    };
  }
  const { correction: c } = first;
  const message =
    c.kind === 'swapped'
      ? `No lot ${text.trim().toUpperCase()}. Characters ${String(c.position)} and ${String(c.position + 1)} are likely swapped: ${c.code}?`
      : `No lot ${text.trim().toUpperCase()}. Character ${String(c.position)} is likely wrong: ${c.meant} instead of ${c.typed}, ${c.code}?`;
  return { message, found: existing.slice(0, 5).map((e) => lotFound(e.lot)) };
}

function like(folded: string): string {
  return `%${folded.replace(/[%_\\]/g, '\\$&')}%`;
}

/** Finds by code, variety, synonym, crop, scientific name, member, source and place. */
export function find(db: Db, text: string): object {
  const code = parseLotCode(text);
  if (code !== null) {
    const lot = one<LotFound>(db, `${LOT} WHERE l.code = ?`, code);
    return lot
      ? { exact: `/lots/${code}`, message: null, found: [lotFound(lot)] }
      : { exact: null, message: `${code} is a proper code, but no lot of this library has it.`, found: [] };
  }
  const wrongCode = mistype(db, text);
  if (wrongCode) return { exact: null, ...wrongCode };
  const folded = foldName(text);
  if (folded === '') return { exact: null, message: null, found: [] };
  const pattern = like(folded);
  const lots = all<LotFound>(
    db,
    `${LOT} WHERE v.id IN (SELECT id FROM varieties WHERE folded LIKE ? ESCAPE '\\'
       UNION SELECT variety_id FROM variety_synonyms WHERE folded LIKE ? ESCAPE '\\') ORDER BY v.folded LIKE ? ESCAPE '\\' DESC, l.balance = 0, l.year DESC LIMIT 8`,
    pattern,
    pattern,
    pattern.slice(1),
  ).map(lotFound);
  const crops = findCrops(text, 4).map((c): Found => ({ kind: 'crop', title: c.name, detail: c.scientific, at: `/lots?crop=${c.key}` }));
  const members = all<{ id: number; name: string; place: string | null }>(
    db,
    `SELECT id, name, place FROM members WHERE folded LIKE ? ESCAPE '\\' ORDER BY folded LIMIT 4`,
    pattern,
  ).map((m): Found => ({ kind: 'member', title: m.name, detail: m.place ?? 'member', at: `/members/${String(m.id)}` }));
  const sources = all<LotFound & { source: string }>(
    db,
    `SELECT l.code, v.name AS variety, c.name AS crop, l.year, l.balance, s.name AS source FROM sources s JOIN lots l ON l.source_id = s.id
     JOIN varieties v ON v.id = l.variety_id JOIN crops c ON c.key = v.crop_key WHERE s.folded LIKE ? ESCAPE '\\' ORDER BY l.id DESC LIMIT 4`,
    pattern,
  ).map((l) => ({ ...lotFound(l), detail: `from ${l.source}` }));
  const found = [...lots, ...crops, ...members, ...sources].slice(0, 14);
  return {
    exact: null,
    message: found.length === 0 ? `Nothing here is called "${text.trim().slice(0, 40)}". Try a part of the name, or the crop.` : null,
    found,
  };
}

export function findRoutes(): Route[] {
  return [read('/find', ({ db }, { query }) => find(db, queryText(query, 'q', 100) ?? ''))];
}
