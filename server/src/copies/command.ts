import { plural } from '@esprel/core';
import { dirname, join, resolve } from 'node:path';
import { faultOf, FAULT_WORDS, LibraryProblem } from '../db/faults.ts';
import { SERVER_FOLDER } from '../home.ts';
import { backup } from './backup.ts';
import { photosWords } from './photoCopies.ts';
import { listCopies, restore } from './restore.ts';

/**
 * What `npm run backup` and `npm run restore` do, in the library of ESPREL_DATA. Answers what is printed; throws a LibraryProblem for what
 * a person can put right.
 */
export function runCommand(args: readonly string[], folder: string): string {
  const [command, name] = args;
  if (command === 'backup') {
    const { file, photos } = backup(folder);
    return [`Copied to ${file}`, photosWords(photos)].filter((s) => s !== '').join('\n');
  }
  if (command !== 'restore') throw new LibraryProblem('Say "backup" or "restore".');
  if (name === undefined) return copiesWords(folder);
  const { moved, photos } = restore(folder, name);
  return [
    `Put ${name} in the place of the library in ${folder}.`,
    moved === null ? '' : `What was there before lies in ${moved}.`,
    photosWords(photos),
    'Start the program as usual.',
  ]
    .filter((s) => s !== '')
    .join('\n');
}

function copiesWords(folder: string): string {
  const copies = listCopies(folder);
  if (copies.length === 0) return `There are no copies in ${join(folder, 'backups')}. "npm run backup" makes one.`;
  const lines = copies.map(({ name, bytes, holds, problem }) => {
    const size = `${(bytes / 1_000_000).toFixed(1)} MB`;
    if (problem !== null || holds === null) return `  ${name}  ${size}  cannot be put back: ${problem ?? ''}`;
    return `  ${name}  ${size}  ${plural(holds.lots, 'lot')}, ${plural(holds.steps, 'step')}${holds.lastStep === null ? '' : `, the last on ${holds.lastStep}`}`;
  });
  return [`Copies of the library in ${folder}, the latest first:`, ...lines, 'Put one back with: npm run restore -- NAME'].join('\n');
}

/** A fault as it is said to whoever typed the command; null for one that nobody foresaw. */
function faultWords(error: unknown): string | null {
  if (error instanceof LibraryProblem) return error.message;
  const fault = faultOf(error);
  return fault === null ? null : FAULT_WORDS[fault];
}

/** The folder of the library: ESPREL_DATA, or `data` beside the program. */
function libraryFolder(): string {
  return resolve(process.env.ESPREL_DATA ?? join(dirname(SERVER_FOLDER), 'data'));
}

/** Runs the command line; nobody but its owner may read what it writes. */
export function main(): void {
  process.umask(0o077);
  try {
    process.stdout.write(`${runCommand(process.argv.slice(2), libraryFolder())}\n`);
  } catch (error) {
    const words = faultWords(error);
    if (words === null) throw error;
    process.stderr.write(`${words}\n`);
    process.exitCode = 1;
  }
}
