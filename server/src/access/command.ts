import { existsSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { createInterface } from 'node:readline';
import { passphraseProblem, type Role } from '@esprel/core';
import { all, type Db, one } from '../db/db.ts';
import { FAULT_WORDS, faultOf, LibraryProblem } from '../db/faults.ts';
import { joinLibrary, openLibrary } from '../db/open.ts';
import { SERVER_FOLDER } from '../home.ts';
import { Change } from '../journal/change.ts';
import { Problem } from '../problem.ts';
import { hasCoordinator, keepCoordinator } from '../records/person.ts';
import { setPassphrase } from './accessRoutes.ts';
import { hashPassphrase } from './secrets.ts';
import { signOutEverywhere } from './signIns.ts';

/** Asks for something that is not to be seen while it is typed, where there is somebody to type it; else a line of what is sent in. */
export type AskSecret = (words: string) => Promise<string>;

const USAGE = 'Say whom: npm run person -- "Name", with --volunteer or --coordinator for what they may do.';

function today(): string {
  const now = new Date();
  return `${String(now.getFullYear())}-${String(now.getMonth() + 1).padStart(2, '0')}-${String(now.getDate()).padStart(2, '0')}`;
}

/** `asked` is what the command says that they may do; else it stays as it was, and the first one is a coordinator. */
function writePerson(db: Db, name: string, asked: Role | null, hash: string): string {
  return db
    .transaction(() => {
      const there = one<{ id: number; name: string; role: Role }>(
        db,
        'SELECT id, name, role FROM people WHERE name = ? COLLATE NOCASE',
        name,
      );
      const role = asked ?? (hasCoordinator(db) ? there?.role : null) ?? 'coordinator';
      const change = new Change(db, today(), there?.id ?? null, 'person');
      const id = there?.id ?? change.insert('people', { name, role });
      setPassphrase(db, id, hash);
      if (there && there.role !== role) {
        keepCoordinator(db, () => {
          change.update('people', id, { role });
        });
      }
      signOutEverywhere(db, id);
      const said = there ? `${there.name} has a new passphrase and is a ${role}` : `${name} works at the desk as a ${role}`;
      change.describe(`${said}, set on the computer itself`);
      return said;
    })
    .immediate();
}

/**
 * What `npm run person` does in a library: gives somebody a passphrase, whether they were there before or not. It is done on the computer
 * itself, beside a program that may be running; what is written counts from its next request on. Answers what is printed.
 */
export async function runPerson(args: readonly string[], folder: string, ask: AskSecret): Promise<string> {
  const role = args.includes('--volunteer') ? 'volunteer' : args.includes('--coordinator') ? 'coordinator' : null;
  const names = args.filter((a) => !a.startsWith('--'));
  const unknown = args.find((a) => a.startsWith('--') && a !== '--volunteer' && a !== '--coordinator');
  if (unknown !== undefined) throw new LibraryProblem(`${unknown} is not known here. ${USAGE}`);
  const name = names.join(' ').trim();
  const file = join(folder, 'esprel.sqlite');
  if (!existsSync(file)) {
    throw new LibraryProblem(`There is no library in ${folder}. Start the program once, or set ESPREL_DATA to the folder of yours.`);
  }
  if (name === '') return peopleWords(file);
  if (name.length > 80) throw new LibraryProblem('The name is too long; 80 characters at most.');
  const passphrase = await ask(`A passphrase for ${name}: `);
  const problem = passphraseProblem(passphrase);
  if (problem !== null) throw new LibraryProblem(`The passphrase ${problem}. Nothing was changed.`);
  if (process.stdin.isTTY && (await ask('The same once more: ')) !== passphrase) {
    throw new LibraryProblem('The two are not the same. Nothing was changed.');
  }
  const hash = await hashPassphrase(passphrase);
  openLibrary(file).close();
  const db = joinLibrary(file);
  try {
    return `${writePerson(db, name, role, hash)}. They sign in with this name and passphrase.`;
  } finally {
    db.close();
  }
}

function peopleWords(file: string): string {
  openLibrary(file).close();
  const db = joinLibrary(file);
  try {
    const people = all<{ name: string; role: Role; known: number }>(
      db,
      'SELECT p.name, p.role, EXISTS (SELECT 1 FROM passphrases w WHERE w.person_id = p.id) AS known FROM people p ORDER BY p.role, p.name',
    );
    const lines = people.map((p) => `  ${p.name}, ${p.role}${p.known === 1 ? '' : ', without a passphrase'}`);
    return [...(lines.length === 0 ? ['Nobody is at the desk yet.'] : ['At the desk:', ...lines]), USAGE].join('\n');
  } finally {
    db.close();
  }
}

/** Reads one line; where somebody types it, without showing it. */
function askAtTerminal(words: string): Promise<string> {
  return new Promise((resolve) => {
    const reading = createInterface({
      input: process.stdin,
      output: process.stdin.isTTY ? process.stdout : undefined,
      terminal: process.stdin.isTTY,
    });
    let shown = false;
    // What readline would echo is the passphrase: only the question is written.
    Object.assign(reading, {
      _writeToOutput: () => {
        if (!shown && process.stdin.isTTY) process.stdout.write(words);
        shown = true;
      },
    });
    let answered = false;
    const done = (line: string): void => {
      if (answered) return;
      answered = true;
      if (process.stdin.isTTY) process.stdout.write('\n');
      reading.close();
      resolve(line);
    };
    reading.question(words, done);
    reading.once('close', () => {
      done('');
    });
  });
}

/** Runs the command line; nobody but its owner may read what it writes. */
export async function main(): Promise<void> {
  process.umask(0o077);
  const folder = resolve(process.env.ESPREL_DATA ?? join(dirname(SERVER_FOLDER), 'data'));
  try {
    process.stdout.write(`${await runPerson(process.argv.slice(2), folder, askAtTerminal)}\n`);
  } catch (error) {
    const fault = faultOf(error);
    const words = error instanceof LibraryProblem || error instanceof Problem ? error.message : fault === null ? null : FAULT_WORDS[fault];
    if (words === null) throw error;
    process.stderr.write(`${words}\n`);
    process.exitCode = 1;
  }
}
