import { packageValue, plural, wrong } from '@esprel/core';
import { Unzip, UnzipInflate, UnzipPassThrough } from 'fflate';
import { closeSync, existsSync, mkdirSync, openSync, readSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import Papa from 'papaparse';
import type { Db } from '../db/db.ts';
import { openLibrary, readMigrations } from '../db/open.ts';
import { photoName } from '../files/photos.ts';
import { type PackageTable, packageTables } from './packageTables.ts';
import type { PackageResource, PackageSays } from './writePackage.ts';

/** More than the largest table of fifty thousand lots and ten years; beyond it a file is no package of a library. */
const MOST_TEXT_BYTES = 450_000_000;
const MOST_PHOTO_BYTES = 30_000_000;
const PIECE = 1 << 20;

const notPackage = (why: string) => wrong('file', `${why}; choose a package that Esprel wrote (Library, Open files)`);

/** Takes a ZIP file apart, piece by piece; `wants` says which entries are kept and how large each may be. */
function unzip(path: string, wants: (name: string) => number | null, take: (name: string, bytes: Buffer) => void): void {
  const unzipper = new Unzip((entry) => {
    const most = wants(entry.name);
    if (most === null) return;
    const chunks: Uint8Array[] = [];
    let size = 0;
    entry.ondata = (error, chunk, final) => {
      if (error) throw notPackage('is damaged');
      size += chunk.length;
      if (size > most) throw wrong('file', `holds ${entry.name.slice(0, 80)}, which is too large to be read`);
      chunks.push(chunk.slice());
      if (final) take(entry.name, Buffer.concat(chunks));
    };
    entry.start();
  });
  unzipper.register(UnzipInflate);
  unzipper.register(UnzipPassThrough);
  const file = openSync(path, 'r');
  try {
    const piece = Buffer.alloc(PIECE);
    for (;;) {
      const read = readSync(file, piece, 0, PIECE, null);
      try {
        unzipper.push(new Uint8Array(piece.subarray(0, read)), read < PIECE);
      } catch (error) {
        // What the unzipper itself throws is a number or a plain error; ours say what is wrong.
        if (error instanceof Error && error.name === 'InputError') throw error;
        throw notPackage('is damaged, or no ZIP file');
      }
      if (read < PIECE) return;
    }
  } finally {
    closeSync(file);
  }
}

/** What a package says of itself. Throws an InputError where it is none, or of a newer Esprel. */
export function packageSays(path: string): PackageSays {
  let found: PackageSays | null = null;
  unzip(
    path,
    (name) => (name === 'datapackage.json' ? 2_000_000 : null),
    (_name, bytes) => {
      try {
        found = JSON.parse(bytes.toString('utf8')) as PackageSays;
      } catch {
        throw notPackage('has a datapackage.json that cannot be read');
      }
    },
  );
  const says = found as PackageSays | null;
  if (says === null) throw notPackage('has no datapackage.json in it');
  const schema: unknown = (says.esprel as { schema?: unknown } | undefined)?.schema;
  if (typeof schema !== 'number' || !Number.isInteger(schema) || !Array.isArray(says.resources))
    throw notPackage('is a Data Package, but not of a seed library');
  const known = readMigrations().length;
  if (schema > known) throw wrong('file', 'was written by a newer Esprel; renew this one first');
  return says;
}

/** Rows that go in before others: what they set off must find nothing yet (movements), or come before what it makes (own crops). */
const FIRST = ['movements', 'own_crops', 'crops'];

function inOrder(tables: readonly PackageTable[]): PackageTable[] {
  const place = (t: PackageTable): number => (FIRST.includes(t.name) ? FIRST.indexOf(t.name) : FIRST.length);
  return [...tables].sort((a, b) => place(a) - place(b));
}

/** The rows of a table as they were. Throws an InputError that names the file, the row and the column. */
function rowsOf(table: PackageTable, resource: PackageResource, text: string): (string | number | null)[][] {
  const at = `tables/${table.name}.csv`;
  const parsed = Papa.parse<string[]>(text, { delimiter: ',', newline: '\r\n' });
  const [header = [], ...rows] = parsed.data;
  // The line break after the last row begins one more, which is empty.
  if (rows.at(-1)?.join('') === '') rows.pop();
  const wanted = table.columns.map((c) => c.name);
  if (header.join() !== wanted.join()) throw wrong('file', `${at} should have the columns ${wanted.join(', ')}`);
  if (rows.length !== resource.rows)
    throw wrong(
      'file',
      `${at} has ${plural(rows.length, 'row')}, where ${String(resource.rows)} were written: the file was cut short or changed`,
    );
  const columns = table.columns.map((c) => ({
    ...c,
    nulls: resource.schema.fields.find((f) => f.name === c.name)?.missingValues?.[0] ?? '',
  }));
  return rows.map((cells, i) => {
    if (cells.length !== columns.length) throw wrong('file', `${at}, row ${String(i + 2)} has ${plural(cells.length, 'cell')}`);
    return columns.map((column, k) => {
      const value = packageValue(cells[k] ?? '', column);
      if (value !== null && typeof value === 'object') {
        throw wrong('file', `${at}, row ${String(i + 2)}: "${value.bad.slice(0, 40)}" is no ${column.type} for ${column.name}`);
      }
      return value;
    });
  });
}

function fill(db: Db, tables: readonly PackageTable[], says: PackageSays, texts: ReadonlyMap<string, string>): void {
  db.pragma('foreign_keys = OFF');
  db.transaction(() => {
    // What a new library begins with makes way.
    for (const { name } of tables) if (name !== 'crops') db.prepare(`DELETE FROM "${name}"`).run();
    for (const table of inOrder(tables)) {
      const path = `tables/${table.name}.csv`;
      const resource = says.resources.find((r) => r.path === path);
      const text = texts.get(path);
      if (!resource || text === undefined) throw wrong('file', `has no ${path}`);
      const columns = table.columns.map((c) => `"${c.name}"`);
      const places = columns.map(() => '?').join(', ');
      const conflict =
        table.name === 'crops' ? ` ON CONFLICT (key) DO UPDATE SET ${columns.map((c) => `${c} = excluded.${c}`).join(', ')}` : '';
      const put = db.prepare(`INSERT INTO "${table.name}" (${columns.join(', ')}) VALUES (${places})${conflict}`);
      // Whole numbers go in as such: bound as they are they would be taken for decimal ones.
      const whole = table.columns.map((c) => c.type === 'integer');
      rowsOf(table, resource, text).forEach((row, i) => {
        try {
          put.run(row.map((v, k) => (whole[k] === true && typeof v === 'number' ? BigInt(v) : v)));
        } catch (error) {
          throw wrong('file', `${path}, row ${String(i + 2)} does not fit: ${(error as Error).message}`);
        }
      });
    }
    const broken = db.pragma('foreign_key_check') as readonly { readonly table: string; readonly parent: string }[];
    const [first] = broken;
    if (first) {
      throw wrong(
        'file',
        `tables/${first.table}.csv refers to rows of tables/${first.parent}.csv that are not there (${plural(broken.length, 'time')})`,
      );
    }
  }).immediate();
  db.pragma('foreign_keys = ON');
}

/**
 * Makes a library of a package under `target`, a file that must not be there yet, with its photographs in `photosFolder`: exactly the one
 * that was written, brought up to this program's schema. Throws an InputError that says what does not fit; then `target` is to be removed.
 */
export function readPackage(path: string, target: string, photosFolder: string): PackageSays {
  const says = packageSays(path);
  if (existsSync(target)) throw new Error(`${target} is there already`);
  const db = openLibrary(target, readMigrations().slice(0, says.esprel.schema));
  try {
    const tables = packageTables(db);
    const wanted = new Set(tables.map((t) => `tables/${t.name}.csv`));
    const photos = new Set(Array.isArray(says.esprel.photos) ? says.esprel.photos : []);
    const texts = new Map<string, string>();
    mkdirSync(photosFolder, { recursive: true, mode: 0o700 });
    unzip(
      path,
      (name) => (wanted.has(name) ? MOST_TEXT_BYTES : photos.has(name.slice('photos/'.length)) ? MOST_PHOTO_BYTES : null),
      (name, bytes) => {
        if (wanted.has(name)) {
          texts.set(name, bytes.toString('utf8'));
          return;
        }
        const photo = name.slice('photos/'.length);
        // The name of a photograph is its content: one that is not is none of this library's.
        if (photoName(bytes) !== photo) throw wrong('file', `holds a photograph that was changed: ${photo.slice(0, 80)}`);
        if (!existsSync(join(photosFolder, photo))) writeFileSync(join(photosFolder, photo), bytes, { mode: 0o600 });
      },
    );
    fill(db, tables, says, texts);
  } finally {
    db.close();
  }
  // Of an older schema: brought up to this one.
  openLibrary(target).close();
  return says;
}
