import { createHash, randomUUID } from 'node:crypto';
import {
  type ColumnMapping,
  guessColumns,
  type ImportContext,
  isMcpd,
  LOT_HEADER,
  lotFromMcpd,
  nameKey,
  readImportRow,
} from '@esprel/core';
import { all, type Db } from '../db/db.ts';
import { type CsvAsked, type CsvFile, type CsvRow, type Encoding, readCsv, type Separator } from '../files/csv.ts';
import { notFound } from '../problem.ts';
import { varietyNamed } from '../records/variety.ts';
import { job, work } from '../threads/pool.ts';
import { nearVarieties } from '../varieties/register.ts';
import { type AskedCrop, codeState, importContext, type ReadRow, rowKey } from './context.ts';

/** Reading a file on the pool. */
export const READ = job<typeof import('../files/csvJob.ts').default>('files/csvJob');

type FileState = 'chosen' | 'reading' | 'read' | 'writing' | 'done' | 'failed';

export interface Reading {
  readonly encoding: Encoding | null;
  readonly separator: Separator | null;
  readonly mapping: ColumnMapping;
  readonly defaults: ImportContext['defaults'];
  /** Crops chosen for names that may mean several, by folded name. */
  readonly crops: ReadonlyMap<string, string>;
}

/** A file that waits to be read in. It lives in memory: nothing of it is in the library before it is accepted. */
export interface WaitingFile {
  readonly id: string;
  readonly fileName: string;
  readonly sha256: string;
  readonly bytes: Uint8Array;
  csv: CsvFile;
  mapping: ColumnMapping;
  state: FileState;
  done: number;
  total: number;
  rows: readonly ReadRow[];
  /** Names of crops that may mean several; rows with them wait for somebody to choose. */
  crops: readonly AskedCrop[];
  /** Codes that were given, by row, once it is written. */
  codes: ReadonlyMap<number, string>;
  message: string | null;
  stepId: number | null;
  /** Goes up with every reading; an older one that is still going on stops. */
  run: number;
}

/** Smaller files are read where they come in: a thread would take longer than they do. */
const SMALL_BYTES = 100_000;

/** A file of passport descriptors as one of lots; any other as it is. */
function asLots(csv: CsvFile): CsvFile {
  if (!isMcpd(csv.header)) return csv;
  return { ...csv, header: LOT_HEADER, rows: csv.rows.map(({ row, cells }) => ({ row, cells: lotFromMcpd(csv.header, cells) })) };
}

/** A file read as one of lots. Throws an InputError or a Problem. */
async function readInThread(bytes: Uint8Array, asked: CsvAsked): Promise<{ readonly csv: CsvFile; readonly sha256: string }> {
  const read = await readRows(bytes, asked);
  return { ...read, csv: asLots(read.csv) };
}

/** A file read on a thread, its rows taken over a few at a time. */
async function readRows(bytes: Uint8Array, asked: CsvAsked): Promise<{ readonly csv: CsvFile; readonly sha256: string }> {
  if (bytes.length <= SMALL_BYTES) return { csv: readCsv(bytes, asked), sha256: createHash('sha256').update(bytes).digest('hex') };
  const read = await work(READ, { bytes, asked });
  const rows: CsvRow[] = [];
  for (const piece of read.rows) {
    rows.push(...(JSON.parse(piece) as CsvRow[]));
    await new Promise((resolve) => setImmediate(resolve));
  }
  return { csv: { ...(JSON.parse(read.head) as Omit<CsvFile, 'rows'>), rows }, sha256: read.sha256 };
}

const KEPT_FILES = 4;
const ROWS_AT_ONCE = 200;

/** The files that people at the desks are reading in, of one library. */
export class Inbox {
  private readonly files = new Map<string, WaitingFile>();

  /** Takes a file in: what it is, its headings, and a first guess of its columns. Throws an InputError for no text. */
  async take(fileName: string, bytes: Uint8Array): Promise<WaitingFile> {
    const { csv, sha256 } = await readInThread(bytes, {});
    const file: WaitingFile = {
      id: randomUUID(),
      fileName,
      sha256,
      bytes,
      csv,
      mapping: guessColumns(csv.header),
      state: 'chosen',
      done: 0,
      total: csv.rows.length,
      rows: [],
      crops: [],
      codes: new Map(),
      message: null,
      stepId: null,
      run: 0,
    };
    this.files.set(file.id, file);
    for (const old of [...this.files.values()].slice(0, -KEPT_FILES)) if (old.state !== 'writing') this.files.delete(old.id);
    return file;
  }

  file(id: string): WaitingFile {
    const file = this.files.get(id);
    if (!file) throw notFound('That file (it is read anew after a restart; nothing of it was written)');
    return file;
  }

  drop(id: string): void {
    this.files.delete(id);
  }
}

/** Reads all rows of a waiting file against the library, some at a time so that no request waits long. */
export async function readFile(db: Db, today: string, file: WaitingFile, reading: Reading): Promise<void> {
  file.run += 1;
  const { run } = file;
  if (reading.encoding !== file.csv.encoding || reading.separator !== file.csv.separator) {
    Object.assign(file, { state: 'reading', done: 0 });
    const { csv } = await readInThread(file.bytes, { encoding: reading.encoding, separator: reading.separator });
    if (file.run !== run || !db.open) return;
    file.csv = csv;
  }
  Object.assign(file, {
    mapping: reading.mapping,
    state: 'reading',
    done: 0,
    total: file.csv.rows.length,
    rows: [],
    crops: [],
    message: null,
  });
  const context = importContext(db, today, reading.defaults, reading.crops);
  const known = new Set(all<{ key: string }>(db, 'SELECT import_key AS key FROM lots WHERE import_key IS NOT NULL').map((r) => r.key));
  const seen = new Map<string, number>();
  const codes = new Map<string, number>();
  const nears = new Map<string, ReadRow['near']>();
  const rows: ReadRow[] = [];
  for (let i = 0; i < file.csv.rows.length; i += ROWS_AT_ONCE) {
    for (const { row, cells } of file.csv.rows.slice(i, i + ROWS_AT_ONCE)) {
      const key = rowKey(cells, reading.mapping, seen);
      rows.push(readOne(db, { row, cells, key, known, codes, nears, context, mapping: reading.mapping }));
    }
    file.done = Math.min(i + ROWS_AT_ONCE, file.total);
    await new Promise((resolve) => setImmediate(resolve));
    // Another reading of the same file, with other columns, has begun; or the library is closed.
    if (file.run !== run || !db.open) return;
  }
  Object.assign(file, { rows, crops: [...context.asked.values()], state: 'read' });
}

interface OneRow {
  readonly row: number;
  readonly cells: readonly string[];
  readonly key: string;
  readonly known: ReadonlySet<string>;
  readonly codes: Map<string, number>;
  readonly nears: Map<string, ReadRow['near']>;
  readonly context: ImportContext;
  readonly mapping: ColumnMapping;
}

function readOne(db: Db, o: OneRow): ReadRow {
  const base = { row: o.row, key: o.key, near: null };
  const read = readImportRow(o.cells, o.mapping, o.context);
  // What is here already needs no source, and no place that was renamed since.
  if (o.known.has(o.key)) return { ...base, state: 'known', lot: read.lot, problems: [] };
  if (read.lot === null) return { ...base, state: 'problem', lot: null, problems: read.problems };
  const { lot } = read;
  if (lot.code !== null) {
    const twice = o.codes.get(lot.code);
    if (twice !== undefined) {
      return { ...base, state: 'problem', lot, problems: [{ path: 'code', message: `${lot.code} is in row ${String(twice)} already` }] };
    }
    o.codes.set(lot.code, o.row);
    const state = codeState(db, lot);
    if (state === 'same') return { ...base, state: 'known', lot, problems: [] };
    if (state === 'another') {
      return {
        ...base,
        state: 'problem',
        lot,
        problems: [
          { path: 'code', message: `${lot.code} is the code of another lot here; take the code out of this row, and it gets a new one` },
        ],
      };
    }
  }
  const name = nameKey(lot.cropKey, lot.varietyName);
  let near = o.nears.get(name);
  if (near === undefined) {
    near = varietyNamed(db, lot.cropKey, lot.varietyName) === null ? (nearVarieties(db, lot.varietyName, lot.cropKey)[0] ?? null) : null;
    o.nears.set(name, near);
  }
  return { ...base, state: 'ready', lot, problems: [], near };
}
