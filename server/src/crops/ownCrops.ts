import type * as yup from 'yup';
import {
  checkFigure,
  CODE_LETTERS,
  type Crop,
  type FieldError,
  figureProblems,
  foldName,
  InputError,
  isOwnFigure,
  type ownCropForm,
  wrong,
} from '@esprel/core';
import type { CropSheet } from '@esprel/core/api';
import { CROP_REFERENCE } from '@esprel/core/crops/reference';
import { all, type Db, one } from '../db/db.ts';
import type { Change } from '../journal/change.ts';
import { Problem } from '../problem.ts';
import { cropOf, ownCrop, type OwnCropRow } from '../records/crop.ts';

/** Crops that a library added to those of the reference. */

type Body = yup.InferType<typeof ownCropForm>;

/** What a form about an own crop needs beside its figures. */
export function ownCropSheet(db: Db, key: string): CropSheet['ownCrop'] {
  const row = one<OwnCropRow>(db, 'SELECT * FROM own_crops WHERE key = ?', key);
  return row ? { fromKey: row.from_key, names: JSON.parse(row.names) as string[], version: row.version } : null;
}

const lettersTaken = (db: Db, letters: string, own: string | null): boolean =>
  one(db, 'SELECT 1 FROM crops WHERE letters = ? AND key IS NOT ?', letters, own) !== undefined;

/** Two free letters for the codes of a crop: of its name if they can be, else any. */
function freeLetters(db: Db, name: string): string {
  const own = [...foldName(name).toUpperCase()].filter((c) => CODE_LETTERS.includes(c));
  const firsts = own.length > 0 ? [own[0] as string, ...CODE_LETTERS] : [...CODE_LETTERS];
  for (const first of firsts) {
    for (const second of [...own.slice(1), ...CODE_LETTERS]) if (!lettersTaken(db, first + second, null)) return first + second;
  }
  throw new Problem('blocked', 'All pairs of letters for codes are taken.');
}

function lettersOf(db: Db, body: Body, own: string | null): string {
  const typed = (body.letters ?? '').trim().toUpperCase();
  if (typed === '') return freeLetters(db, body.name);
  if (typed.length !== 2 || [...typed].some((c) => !CODE_LETTERS.includes(c))) {
    throw wrong('letters', `must be two of ${CODE_LETTERS}; I, O and Q look like digits`);
  }
  if (lettersTaken(db, typed, own))
    throw wrong('letters', `begin the codes of another crop already; ${freeLetters(db, body.name)} is free`);
  return typed;
}

/** A whole crop from the one it began from and what was changed of it. Throws an InputError that names every figure that does not fit. */
function cropFrom(base: Crop, body: Body): Crop {
  const errors: FieldError[] = [];
  const figures: Record<string, unknown> = {};
  for (const [field, value] of Object.entries(body.figures)) {
    if (!isOwnFigure(field) || field === 'lendingThreshold') {
      errors.push({ path: `figures.${field}`, message: 'is not a figure of a crop; leave it out' });
      continue;
    }
    try {
      figures[field] = checkFigure(field, value, `figures.${field}`);
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      errors.push(...error.errors);
    }
  }
  const crop = { ...base, ...figures, family: (body.family ?? '').trim() || base.family } as Crop;
  if (errors.length === 0) for (const p of figureProblems(crop)) errors.push({ path: `figures.${p.field}`, message: p.message });
  if (errors.length > 0) throw new InputError(errors);
  return crop;
}

function checkNames(db: Db, body: Body, own: string | null): string[] {
  const folded = foldName(body.name);
  if (folded === '') throw wrong('name', 'needs a letter or number');
  const same = all<{ key: string; name: string }>(db, 'SELECT key, name FROM crops').find(
    (c) => foldName(c.name) === folded && c.key !== own,
  );
  if (same) throw wrong('name', `${same.name} is a crop here already; set figures of your own for it instead`);
  return [...new Set((body.names ?? []).map((n) => (n ?? '').trim()).filter((n) => n !== ''))];
}

function baseOf(db: Db, key: string): Crop {
  const base = CROP_REFERENCE.find((c) => c.key === key) ?? ownCrop(db, key);
  if (!base) throw wrong('fromKey', 'is not a crop here; choose the one that is most like it');
  return base;
}

/** Adds a crop to the library. Its key never changes: codes, varieties and figures hang on it. */
export function addOwnCrop(change: Change, body: Body): { readonly key: string; readonly letters: string } {
  const { db } = change;
  const names = checkNames(db, body, null);
  const crop = cropFrom(baseOf(db, body.fromKey), body);
  const letters = lettersOf(db, body, null);
  const stem = `own-${
    foldName(body.name)
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-|-$/g, '') || 'crop'
  }`.slice(0, 50);
  let key = stem;
  for (let n = 2; one(db, 'SELECT 1 FROM crops WHERE key = ?', key); n++) key = `${stem}-${String(n)}`;
  const id = change.insert('own_crops', { key, ...columns(body, crop, letters, names), from_key: body.fromKey });
  change.touch('crop', id);
  change.describe(`Added the crop ${body.name.trim()}, begun from ${baseOf(db, body.fromKey).name}; its codes begin with ${letters}`);
  return { key, letters };
}

function columns(body: Body, crop: Crop, letters: string, names: readonly string[]): Record<string, unknown> {
  return {
    letters,
    name: body.name.trim(),
    scientific: body.scientific.trim(),
    names: JSON.stringify(names),
    figures: JSON.stringify(crop),
  };
}

export function editOwnCrop(change: Change, key: string, body: Body & { readonly version: number }): { readonly key: string } {
  const { db } = change;
  const row = one<OwnCropRow>(db, 'SELECT * FROM own_crops WHERE key = ?', key);
  if (!row) throw new Problem('not-found', 'Only crops that were added here can be changed; for others set figures of your own.');
  const names = checkNames(db, body, key);
  const crop = cropFrom(cropOf(row), body);
  const letters = lettersOf(db, { ...body, letters: body.letters ?? row.letters }, key);
  if (letters !== row.letters && one(db, 'SELECT 1 FROM lot_serials WHERE crop_key = ?', key)) {
    throw wrong('letters', `stand on labels already, as ${row.letters}; keep them`);
  }
  change.update('own_crops', row.id, columns(body, crop, letters, names), body.version);
  change.touch('crop', row.id);
  change.describe(`Changed the crop ${body.name.trim()}`);
  return { key };
}

/** Takes an own crop away, as long as no variety is of it. */
export function removeOwnCrop(change: Change, key: string, version: number): { readonly key: string } {
  const row = one<OwnCropRow>(change.db, 'SELECT * FROM own_crops WHERE key = ?', key);
  if (!row) throw new Problem('not-found', 'Only crops that were added here can be taken away.');
  const used = one<{ n: number }>(change.db, 'SELECT count(*) AS n FROM varieties WHERE crop_key = ?', key)?.n ?? 0;
  if (used > 0) throw new Problem('blocked', `${String(used)} varieties are of this crop. Move them to another crop first.`);
  for (const { id } of all<{ id: number }>(change.db, 'SELECT id FROM own_figures WHERE crop_key = ?', key))
    change.remove('own_figures', id);
  change.remove('own_crops', row.id, version);
  change.touch('crop', row.id);
  change.describe(`Took the crop ${row.name} away`);
  return { key };
}
