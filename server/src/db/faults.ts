/** Ways in which the disk or the library's file can fail, as whoever stands at the machine has to know them. */
type FaultCode = 'disk-full' | 'read-only' | 'locked' | 'damaged' | 'library-gone' | 'disk';

export const FAULT_WORDS: Readonly<Record<FaultCode, string>> = {
  'disk-full': 'The disk of this machine is full. Nothing of this was written, and nothing is lost. Make room on it, then do it again.',
  'read-only':
    'The library’s folder cannot be written to. Nothing of this was written. Let the person who looks after this machine give the program leave to write there.',
  locked: 'Another program holds the library’s file just now. Nothing of this was written; it can be done again in a moment.',
  damaged:
    'The library’s file is damaged. Nothing more is written. Stop the program and put a copy back with "npm run restore"; the damaged file is kept.',
  'library-gone':
    'The library’s file was moved or taken away while the program runs. Nothing more is written. Stop the program, put the file back (or a copy, with "npm run restore"), and start again.',
  disk: 'The disk could not be read or written. Nothing of this was written. Let the person who looks after this machine see to it, and make a copy (npm run backup).',
};

const BY_CODE: readonly (readonly [RegExp, FaultCode])[] = [
  [/^(SQLITE_FULL|ENOSPC|EDQUOT)/, 'disk-full'],
  [/^(SQLITE_READONLY|SQLITE_CANTOPEN|SQLITE_PERM|EROFS|EACCES|EPERM)/, 'read-only'],
  [/^(SQLITE_BUSY|SQLITE_LOCKED)/, 'locked'],
  [/^(SQLITE_CORRUPT|SQLITE_NOTADB)/, 'damaged'],
  [/^(SQLITE_IOERR|EIO)/, 'disk'],
];

/** Which fault of the disk an error of SQLite or of the file system is; null for any other. */
export function faultOf(error: unknown): FaultCode | null {
  const code = typeof error === 'object' && error !== null && 'code' in error ? String(error.code) : '';
  return BY_CODE.find(([pattern]) => pattern.test(code))?.[1] ?? null;
}

/** A library that cannot be served, copied or put back as it is: a sentence for a person, without a trace of the program. */
export class LibraryProblem extends Error {
  constructor(words: string) {
    super(words);
    this.name = 'LibraryProblem';
  }
}
