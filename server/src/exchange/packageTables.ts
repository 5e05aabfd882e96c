import type { Db } from '../db/db.ts';

/** Secrets, and what is about one browser or one request: never leave the library. */
const SECRET: ReadonlySet<string> = new Set([
  'passphrases',
  'sign_ins',
  'member_cards',
  'member_links',
  'member_sign_ins',
  'calendar_addresses',
  'script_keys',
  'request_keys',
  'wrong_tries',
  'post',
]);

/** What is computed from the rest: made anew where a package is read. */
const MADE = /^(sqlite_|find_|note_|lot_estimates$|lot_listing$|lot_list_counts$)/;

export interface PackageColumn {
  readonly name: string;
  readonly type: 'integer' | 'number' | 'string';
  readonly required: boolean;
  /** The table and column that it refers to. */
  readonly refers: { readonly table: string; readonly column: string } | null;
}

export interface PackageTable {
  readonly name: string;
  readonly columns: readonly PackageColumn[];
  readonly key: readonly string[];
  /** What its rows are read in the order of, so that two packages of one library are the same. */
  readonly order: string;
}

interface TableInfo {
  readonly name: string;
  readonly type: string;
  readonly notnull: number;
  readonly pk: number;
}
interface ForeignKey {
  readonly from: string;
  readonly table: string;
  readonly to: string | null;
}

const TYPES: Readonly<Record<string, PackageColumn['type']>> = { INTEGER: 'integer', REAL: 'number', TEXT: 'string' };

/** Every table of a library that goes into its package, by name. Throws where one has a column of a kind that no CSV can hold. */
export function packageTables(db: Db): PackageTable[] {
  const names = db
    .prepare("SELECT name FROM sqlite_master WHERE type = 'table' AND sql NOT LIKE 'CREATE VIRTUAL%' ORDER BY name")
    .pluck()
    .all() as string[];
  return names
    .filter((name) => !SECRET.has(name) && !MADE.test(name))
    .map((name): PackageTable => {
      const info = db.pragma(`table_info("${name}")`) as TableInfo[];
      const refers = new Map(
        (db.pragma(`foreign_key_list("${name}")`) as ForeignKey[]).map((k) => [k.from, { table: k.table, column: k.to ?? 'id' }]),
      );
      const key = info
        .filter((c) => c.pk > 0)
        .sort((a, b) => a.pk - b.pk)
        .map((c) => c.name);
      return {
        name,
        columns: info.map((c) => {
          const type = TYPES[c.type];
          if (type === undefined) throw new Error(`${name}.${c.name} is of a kind that no package holds: ${c.type}`);
          return { name: c.name, type, required: c.notnull === 1 || (c.pk > 0 && type === 'integer'), refers: refers.get(c.name) ?? null };
        }),
        key,
        order: key.length > 0 ? key.map((c) => `"${c}"`).join(', ') : 'rowid',
      };
    });
}
