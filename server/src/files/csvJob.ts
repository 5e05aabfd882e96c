import { createHash } from 'node:crypto';
import { type CsvAsked, readCsv } from './csv.ts';

const ROWS_A_PIECE = 200;

interface ReadFile {
  readonly head: string;
  /** Rows by the hundred as JSON: text comes over at once, and is read piece by piece without keeping others waiting. */
  readonly rows: readonly string[];
  readonly sha256: string;
}

/** Reads a file of rows, on a thread of the pool. */
export default function csvJob({ bytes, asked }: { readonly bytes: Uint8Array; readonly asked: CsvAsked }): ReadFile {
  const { rows, ...head } = readCsv(bytes, asked);
  const pieces: string[] = [];
  for (let i = 0; i < rows.length; i += ROWS_A_PIECE) pieces.push(JSON.stringify(rows.slice(i, i + ROWS_A_PIECE)));
  return { head: JSON.stringify(head), rows: pieces, sha256: createHash('sha256').update(bytes).digest('hex') };
}
