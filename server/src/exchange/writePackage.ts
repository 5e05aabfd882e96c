import { NULL_CELL, packageCell, type PackageValue } from '@esprel/core';
import { Zip, ZipDeflate, ZipPassThrough } from 'fflate';
import { closeSync, existsSync, openSync, readFileSync, rmSync, writeSync } from 'node:fs';
import { join } from 'node:path';
import type { Db } from '../db/db.ts';
import { type PackageTable, packageTables } from './packageTables.ts';

/** What a package says of itself, as `datapackage.json` (Data Package 2.0, datapackage.org). */
export interface PackageSays {
  readonly $schema: string;
  readonly name: string;
  readonly title: string;
  readonly description: string;
  readonly created: string;
  readonly resources: readonly PackageResource[];
  readonly esprel: {
    /** The schema of the library: the number of its last migration. */
    readonly schema: number;
    readonly members: 'all' | 'no-contact' | 'none';
    readonly photos: readonly string[];
  };
}

export interface PackageResource {
  readonly name: string;
  readonly path: string;
  readonly schema: {
    readonly fields: readonly {
      readonly name: string;
      readonly type: 'integer' | 'number' | 'string';
      readonly constraints?: { readonly required: true };
      readonly missingValues?: readonly string[];
    }[];
    readonly primaryKey?: readonly string[];
    readonly foreignKeys?: readonly {
      readonly fields: readonly string[];
      readonly reference: { readonly resource: string; readonly fields: readonly string[] };
    }[];
    readonly missingValues: readonly string[];
  };
  /** Rows, so that a file that was cut short is noticed. */
  readonly rows: number;
}

const ROWS_A_PIECE = 500;

const README = `A seed library as a Data Package (https://datapackage.org).

datapackage.json says what each table holds; each table is a CSV file in "tables", with a heading, UTF-8, commas.
Dates are YYYY-MM-DD, shares 0 to 1, weights in grams, lengths as the name of the column says.
A text that begins with = + - @ ' or a tab stands behind an apostrophe, so that no spreadsheet runs it: take one off.
Photographs lie in "photos" under the names that the tables give. Passphrases and other secrets are not in here.
Esprel reads the whole back into an empty library (Library, Open files), exactly as it was.
`;

/** How null is written in each column: by nothing, unless the column holds empty texts beside nulls. */
function nullsOf(db: Db, table: PackageTable): Map<string, string> {
  return new Map(
    table.columns.map((c) => {
      if (c.required || c.type !== 'string') return [c.name, ''];
      const empty = db.prepare(`SELECT 1 FROM "${table.name}" WHERE "${c.name}" = '' LIMIT 1`).get();
      return [c.name, empty === undefined ? '' : NULL_CELL];
    }),
  );
}

function resourceOf(table: PackageTable, nulls: ReadonlyMap<string, string>, rows: number, known: ReadonlySet<string>): PackageResource {
  const foreign = table.columns.filter((c) => c.refers !== null && known.has(c.refers.table));
  return {
    name: table.name.replaceAll('_', '-'),
    path: `tables/${table.name}.csv`,
    schema: {
      fields: table.columns.map((c) => ({
        name: c.name,
        type: c.type,
        ...(c.required ? { constraints: { required: true } as const } : {}),
        ...(nulls.get(c.name) === NULL_CELL ? { missingValues: [NULL_CELL] } : {}),
      })),
      ...(table.key.length > 0 ? { primaryKey: table.key } : {}),
      ...(foreign.length > 0
        ? {
            foreignKeys: foreign.map((c) => ({
              fields: [c.name],
              reference: { resource: (c.refers?.table ?? '').replaceAll('_', '-'), fields: [c.refers?.column ?? 'id'] },
            })),
          }
        : {}),
      missingValues: [''],
    },
    rows,
  };
}

/**
 * Writes the library of `db` as a ZIP file: datapackage.json, a CSV a table, and its photographs. `tell` hears how many rows and
 * photographs are written. Leaves nothing behind where it fails.
 */
export function writePackage(
  db: Db,
  {
    photosFolder,
    photos,
    title,
    created,
    members,
    target,
    tell,
  }: {
    readonly photosFolder: string;
    readonly photos: readonly string[];
    readonly title: string;
    readonly created: string;
    readonly members: PackageSays['esprel']['members'];
    readonly target: string;
    readonly tell: (done: number, of: number) => void;
  },
): void {
  const tables = packageTables(db);
  const known = new Set(tables.map((t) => t.name));
  const count = (name: string): number => db.prepare(`SELECT count(*) FROM "${name}"`).pluck().get() as number;
  const rowsOf = new Map(tables.map((t) => [t.name, count(t.name)]));
  const there = photos.filter((p) => existsSync(join(photosFolder, p)));
  const of = [...rowsOf.values()].reduce((a, b) => a + b, 0) + there.length;
  let done = 0;
  const file = openSync(target, 'w', 0o600);
  try {
    const zip = new Zip((error, chunk) => {
      if (error) throw error;
      writeSync(file, chunk);
    });
    const encoder = new TextEncoder();
    const put = (path: string, text: string): void => {
      const entry = new ZipDeflate(path, { level: 6 });
      zip.add(entry);
      entry.push(encoder.encode(text), true);
    };
    const nulls = new Map(tables.map((t) => [t.name, nullsOf(db, t)]));
    const says: PackageSays = {
      $schema: 'https://datapackage.org/profiles/2.0/datapackage.json',
      name: 'seed-library',
      title,
      description: 'A seed library: its lots, tests, sowings, loans, returns, and the history of every change.',
      created,
      resources: tables.map((t) => resourceOf(t, nulls.get(t.name) ?? new Map<string, string>(), rowsOf.get(t.name) ?? 0, known)),
      esprel: { schema: db.pragma('user_version', { simple: true }) as number, members, photos: there },
    };
    put('datapackage.json', `${JSON.stringify(says, null, 1)}\n`);
    put('README.txt', README);
    for (const table of tables) {
      const entry = new ZipDeflate(`tables/${table.name}.csv`, { level: 6 });
      zip.add(entry);
      const columns = table.columns.map((c) => `"${c.name}"`).join(', ');
      let piece = `${table.columns.map((c) => c.name).join(',')}\r\n`;
      let n = 0;
      for (const row of db.prepare(`SELECT ${columns} FROM "${table.name}" ORDER BY ${table.order}`).raw().iterate()) {
        const cells = (row as PackageValue[]).map((v, i) => packageCell(v, nulls.get(table.name)?.get(table.columns[i]?.name ?? '') ?? ''));
        piece += `${cells.join(',')}\r\n`;
        n += 1;
        if (n % ROWS_A_PIECE === 0) {
          entry.push(encoder.encode(piece));
          piece = '';
          tell((done += ROWS_A_PIECE), of);
        }
      }
      tell((done += n % ROWS_A_PIECE), of);
      entry.push(encoder.encode(piece), true);
    }
    for (const photo of there) {
      const entry = new ZipPassThrough(`photos/${photo}`);
      zip.add(entry);
      entry.push(readFileSync(join(photosFolder, photo)), true);
      tell((done += 1), of);
    }
    zip.end();
    closeSync(file);
  } catch (error) {
    closeSync(file);
    rmSync(target, { force: true });
    throw error;
  }
}
