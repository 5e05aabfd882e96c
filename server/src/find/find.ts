import { correctionsOf, latinName, parseLotCode, plural } from '@esprel/core';
import type { Found } from '@esprel/core/api';
import { all, type Db, one } from '../db/db.ts';
import { findCrops } from '../records/crop.ts';
import { findNames, type NameFound } from './names.ts';
import { findNotes } from './notes.ts';

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
    detail: `${l.crop}, ${l.year === null ? 'year not known' : String(l.year)}, ${plural(l.balance, 'seed')}`,
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

/** Everything of this name: what has it of its own, and crops by any of their names in any language. */
function namesOf(db: Db, text: string): NameFound[] {
  const crops = findCrops(db, text, 6).map((m): NameFound => ({ kind: 'crop', thing: m.key, fit: m.fit }));
  return [...findNames(db, text).filter((n) => n.kind !== 'crop'), ...crops].sort((a, b) => a.fit - b.fit);
}

/** Lots that have to do with any of these things, as SQL that answers ids, and its parameters. */
function lotsOf(names: readonly NameFound[]): { readonly sql: string; readonly params: string[] } {
  const of = (kind: NameFound['kind']): string => JSON.stringify(names.filter((n) => n.kind === kind).map((n) => n.thing));
  return {
    sql: `SELECT id FROM lots WHERE variety_id IN (SELECT value FROM json_each(?))
      UNION SELECT l.id FROM varieties v JOIN lots l ON l.variety_id = v.id WHERE v.crop_key IN (SELECT value FROM json_each(?))
      UNION SELECT id FROM lots WHERE source_id IN (SELECT value FROM json_each(?))
      UNION SELECT s.lot_id FROM storage_periods s WHERE s.place_id IN (SELECT value FROM json_each(?))
        AND NOT EXISTS (SELECT 1 FROM storage_periods t WHERE t.lot_id = s.lot_id AND t.from_day > s.from_day)
      UNION SELECT lot_id FROM loans WHERE member_id IN (SELECT value FROM json_each(?))`,
    params: [of('variety'), of('crop'), of('source'), of('place'), of('member')],
  };
}

/** The words of a text, with a year of this or the last century set apart. */
function wordsAndYear(text: string): { readonly words: string[]; readonly year: number | null } {
  const words = latinName(text)
    .split(' ')
    .filter((w) => w !== '');
  const at = words.findIndex((w) => /^(19|20)\d\d$/.test(w));
  if (at < 0) return { words, year: null };
  const year = Number(words[at]);
  return { words: words.filter((_, i) => i !== at), year };
}

/** Lots on which every word says something: of the variety, crop, source, place or borrower; and of the year. */
function lotsByEveryWord(db: Db, words: readonly string[], year: number | null): LotFound[] {
  const sets = words.map((w) => lotsOf(namesOf(db, w)));
  const parts = [...sets.map((s) => `SELECT id FROM (${s.sql})`), ...(year === null ? [] : ['SELECT id FROM lots WHERE year = ?'])];
  return all<LotFound>(
    db,
    `${LOT} WHERE l.id IN (${parts.join(' INTERSECT ')}) ORDER BY l.balance = 0, l.year DESC, l.id LIMIT 12`,
    ...sets.flatMap((s) => s.params),
    ...(year === null ? [] : [year]),
  );
}

/** The lots of these varieties, in the order of the varieties, those with seed first. */
function lotsOfVarieties(db: Db, ids: readonly string[]): LotFound[] {
  return all<LotFound>(
    db,
    `${LOT} JOIN json_each(?) j ON j.value = l.variety_id ORDER BY l.balance = 0, j.key, l.year DESC LIMIT 8`,
    JSON.stringify(ids.slice(0, 20).map(Number)),
  );
}

function describeThing(db: Db, name: NameFound): Found[] {
  switch (name.kind) {
    case 'crop': {
      const crop = one<{ name: string; scientific: string }>(db, 'SELECT name, scientific FROM crops WHERE key = ?', name.thing);
      return crop ? [{ kind: 'crop', title: crop.name, detail: crop.scientific, at: `/lots?crop=${name.thing}` }] : [];
    }
    case 'member': {
      const member = one<{ name: string; place: string | null }>(db, 'SELECT name, place FROM members WHERE id = ?', name.thing);
      return member ? [{ kind: 'member', title: member.name, detail: member.place ?? 'member', at: `/members/${name.thing}` }] : [];
    }
    case 'place': {
      const place = one<{ name: string }>(db, 'SELECT name FROM places WHERE id = ?', name.thing);
      return place ? [{ kind: 'place', title: place.name, detail: 'place', at: `/library/places/${name.thing}` }] : [];
    }
    case 'variety': {
      const variety = one<{ name: string; crop: string; lots: number }>(
        db,
        `SELECT v.name, c.name AS crop, (SELECT count(*) FROM lots WHERE variety_id = v.id) AS lots
         FROM varieties v JOIN crops c ON c.key = v.crop_key WHERE v.id = ?`,
        name.thing,
      );
      return variety
        ? [
            {
              kind: 'variety',
              title: variety.name,
              detail: `${variety.crop}, ${plural(variety.lots, 'lot')}`,
              at: `/library/varieties/${name.thing}`,
            },
          ]
        : [];
    }
    case 'source':
      return all<LotFound & { source: string }>(
        db,
        `SELECT l.code, v.name AS variety, c.name AS crop, l.year, l.balance, s.name AS source FROM sources s JOIN lots l ON l.source_id = s.id
         JOIN varieties v ON v.id = l.variety_id JOIN crops c ON c.key = v.crop_key WHERE s.id = ? ORDER BY l.id DESC LIMIT 4`,
        name.thing,
      ).map((l) => ({ ...lotFound(l), detail: `from ${l.source}` }));
  }
}

/**
 * Finds by code, variety, synonym, crop, scientific name, member, source, place and year, through typing mistakes. One
 * text that is one name comes first; else every word is looked for by itself, as in "tolgate fridge 2024".
 */
export function find(db: Db, text: string) {
  const code = parseLotCode(text);
  if (code !== null) {
    const lot = one<LotFound>(db, `${LOT} WHERE l.code = ?`, code);
    return lot
      ? { exact: `/lots/${code}`, message: null, found: [lotFound(lot)] }
      : { exact: null, message: `${code} is a proper code, but no lot of this library has it.`, found: [] };
  }
  const wrongCode = mistype(db, text);
  if (wrongCode) return { exact: null, ...wrongCode };
  const { words, year } = wordsAndYear(text);
  if (words.length === 0 && year === null) return { exact: null, message: null, found: [] };
  const names = words.length === 0 || year !== null ? [] : namesOf(db, words.join(' '));
  // Once something fits as typed, what fits only with mistakes is noise.
  const best = names.some((n) => n.fit < 4) ? names.filter((n) => n.fit < 4) : names;
  const lots = lotsOfVarieties(
    db,
    best.filter((n) => n.kind === 'variety').map((n) => n.thing),
  );
  const things = best.filter((n) => n.kind !== 'variety' || lots.length === 0).slice(0, 5);
  const varieties = best.filter((n) => n.kind === 'variety').slice(0, 2);
  const byWord = names.length === 0 && (words.length > 1 || year !== null) ? lotsByEveryWord(db, words, year) : [];
  const found = distinct([
    ...lots.map(lotFound),
    ...byWord.map(lotFound),
    ...things.flatMap((n) => describeThing(db, n)),
    ...varieties.flatMap((n) => describeThing(db, n)),
    ...findNotes(db, text, 4),
  ]).slice(0, 16);
  return {
    exact: null,
    message: found.length === 0 ? `Nothing here is called "${text.trim().slice(0, 40)}". Try a part of the name, or the crop.` : null,
    found,
  };
}

function distinct(found: readonly Found[]): Found[] {
  const seen = new Set<string>();
  return found.filter((f) => !seen.has(f.at) && seen.add(f.at));
}
