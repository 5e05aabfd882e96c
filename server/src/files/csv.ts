import Papa from 'papaparse';
import { wrong } from '@esprel/core';

/** Encodings that spreadsheets write, as TextDecoder knows them, with what a person calls them. */
export const ENCODINGS = {
  'utf-8': 'Unicode (UTF-8)',
  'utf-16le': 'Unicode (UTF-16)',
  'utf-16be': 'Unicode (UTF-16, big end first)',
  'windows-1252': 'Western Europe (Windows)',
  'windows-1250': 'Central Europe (Windows)',
  'windows-1251': 'Cyrillic (Windows)',
  'windows-1253': 'Greek (Windows)',
  macintosh: 'Western Europe (old Mac)',
} as const;
export type Encoding = keyof typeof ENCODINGS;

export const SEPARATORS = [',', ';', '\t', '|'] as const;
export type Separator = (typeof SEPARATORS)[number];

/** More than twenty thousand full rows; larger files are sent in parts. */
export const MAX_FILE_BYTES = 20_000_000;

/** Twice of what a library of fifty thousand lots needs; beyond it a file is no list of envelopes. */
const MOST_ROWS = 100_000;
const MOST_COLUMNS = 200;
const MOST_CELLS = 3_000_000;

/** What was said of a file by whoever sends it; the rest is found out. */
export interface CsvAsked {
  readonly encoding?: Encoding | null;
  readonly separator?: Separator | null;
}

/** One row of a file, numbered as a spreadsheet shows it: the heading is row 1. */
export interface CsvRow {
  readonly row: number;
  readonly cells: readonly string[];
}

export interface CsvFile {
  readonly encoding: Encoding;
  readonly separator: Separator;
  readonly header: readonly string[];
  readonly rows: readonly CsvRow[];
}

function guessEncoding(bytes: Uint8Array): Encoding {
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return 'utf-16le';
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return 'utf-16be';
  try {
    new TextDecoder('utf-8', { fatal: true }).decode(bytes);
    return 'utf-8';
  } catch {
    return 'windows-1252';
  }
}

/** Bytes as text. Throws an InputError for a file that is no text at all. */
function decodeText(bytes: Uint8Array, encoding: Encoding | null): { readonly text: string; readonly encoding: Encoding } {
  if (bytes.length > MAX_FILE_BYTES) {
    throw wrong('file', `is larger than ${String(MAX_FILE_BYTES / 1_000_000)} MB; send it in parts`);
  }
  const chosen = encoding ?? guessEncoding(bytes);
  // A picture, a spreadsheet's own format or a PDF: text holds no NUL and hardly a control character.
  const wide = chosen.startsWith('utf-16');
  let controls = 0;
  const looked = Math.min(bytes.length, 64_000);
  for (let i = 0; i < looked; i++) {
    const b = bytes[i] as number;
    if (b === 0 && !wide) controls = looked;
    else if (b < 32 && b !== 9 && b !== 10 && b !== 13) controls += 1;
  }
  if (!wide && controls > looked / 200) {
    throw wrong('file', 'is not a text file; save it as CSV in the spreadsheet and choose that file');
  }
  const text = new TextDecoder(chosen).decode(bytes);
  return { text: text.replace(/^\uFEFF/, '').replace(/\r\n?/g, '\n'), encoding: chosen };
}

function guessSeparator(text: string): Separator {
  // Some spreadsheets say it themselves in a first line.
  const lines = text.split('\n', 6).filter((l) => l.trim() !== '');
  const count = (s: string): number[] => lines.map((l) => l.replace(/"[^"]*"/g, '').split(s).length - 1);
  let best: Separator = ',';
  let score = 0;
  for (const s of SEPARATORS) {
    const counts = count(s);
    const least = Math.min(...counts);
    // Present in every line beats present often in some.
    const value = least * 1000 + (counts[0] ?? 0);
    if (value > score) [best, score] = [s, value];
  }
  return best;
}

/** Refuses, before they are made, more rows, columns or cells than a list of envelopes has: each of them takes room. */
function checkSize(text: string, separator: Separator): void {
  const count = (what: string, until = text.length): number => {
    let n = 0;
    for (let at = text.indexOf(what); at >= 0 && at < until; at = text.indexOf(what, at + 1)) n += 1;
    return n;
  };
  const rows = count('\n');
  if (rows > MOST_ROWS) throw wrong('file', `has more than ${String(MOST_ROWS)} lines; send it in parts`);
  const end = text.indexOf('\n');
  const columns = count(separator, end < 0 ? text.length : end) + 1;
  if (columns > MOST_COLUMNS)
    throw wrong('file', `has ${String(columns)} columns, ${String(MOST_COLUMNS)} at most; leave out those that do not matter here`);
  if (count(separator) + rows > MOST_CELLS)
    throw wrong('file', 'has more cells than can be read at once; send it in parts, without empty columns');
}

/** Reads a file of comma-separated values of any encoding and separator. Throws an InputError that names the row. */
export function readCsv(bytes: Uint8Array, options: CsvAsked = {}): CsvFile {
  const { text: whole, encoding } = decodeText(bytes, options.encoding ?? null);
  const said = /^sep=([,;\t|])\n/.exec(whole);
  const text = said ? whole.slice(said[0].length) : whole;
  if (text.trim() === '') throw wrong('file', 'is empty');
  const separator = options.separator ?? (said?.[1] as Separator | undefined) ?? guessSeparator(text);
  checkSize(text, separator);
  const parsed = Papa.parse<string[]>(text, { delimiter: separator, newline: '\n' });
  const broken = parsed.errors.find((e) => e.type === 'Quotes');
  const shift = said ? 2 : 1;
  if (broken) {
    const row = (broken.row ?? 0) + shift;
    throw wrong(
      'file',
      `row ${String(row)} has a quotation mark that is never closed, or closed too early; put it right and choose the file again`,
    );
  }
  const [header, ...rest] = parsed.data;
  if (!header) throw wrong('file', 'is empty');
  const rows = rest
    .map((cells, i): CsvRow => ({ row: i + 1 + shift, cells: cells.map((c) => c.trim()) }))
    .filter((r) => r.cells.some((c) => c !== ''));
  return { encoding, separator, header: header.map((h) => h.trim()), rows };
}

/**
 * A value as one cell, safe to open in a spreadsheet, by whichever separator it takes the file apart: text that it would run as a formula
 * is put behind an apostrophe.
 */
export function csvCell(value: string | number | null): string {
  if (value === null) return '';
  if (typeof value === 'number') return String(value);
  const safe = /^\s*[=+\-@]|^[\t\r]/.test(value) ? `'${value}` : value;
  return /[",;|\t\n\r]/.test(safe) ? `"${safe.replace(/"/g, '""')}"` : safe;
}

/** Rows as a CSV file with a byte order mark, so that spreadsheets read its accents. */
export function writeCsv(header: readonly string[], rows: readonly (readonly (string | number | null)[])[]): string {
  return `\uFEFF${[header, ...rows].map((r) => r.map(csvCell).join(',')).join('\r\n')}\r\n`;
}
