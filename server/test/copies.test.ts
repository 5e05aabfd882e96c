import Database from 'better-sqlite3';
import { copyFileSync, existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { runCommand } from '../src/copies/command.ts';
import { listCopies, restore } from '../src/copies/restore.ts';
import { holdLibrary } from '../src/db/hold.ts';
import { takeUpRestored } from '../src/db/libraryFile.ts';
import { openLibrary } from '../src/db/open.ts';
import { openTestLibrary, rowCounts, tinyJpeg } from './library.ts';

let folder: string;
let file: string;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'esprel-copies-'));
  file = join(folder, 'esprel.sqlite');
});
afterEach(() => {
  rmSync(folder, { recursive: true, force: true });
});

const people = (path: string): string[] => {
  const db = new Database(path, { readonly: true });
  try {
    return (db.prepare('SELECT name FROM people ORDER BY id').all() as { name: string }[]).map((p) => p.name);
  } finally {
    db.close();
  }
};
const copies = (): string[] => readdirSync(join(folder, 'backups')).filter((f) => f.endsWith('.sqlite'));

/** A library as a crash leaves it: what was written last stands in the log beside the file only. */
function crashed(...names: string[]): void {
  const db = openLibrary(file);
  for (const name of names) db.prepare('INSERT INTO people (name) VALUES (?)').run(name);
  for (const side of ['', '-wal']) copyFileSync(file + side, `${file}.now${side}`);
  db.close();
  for (const side of ['', '-wal']) renameSync(`${file}.now${side}`, file + side);
}

describe('a copy', () => {
  it('is whole, of one moment, and under its name only once it is; the program may go on', () => {
    const db = openLibrary(file);
    db.prepare("INSERT INTO people (name) VALUES ('Ottilie')").run();
    const said = runCommand(['backup'], folder);
    db.prepare("INSERT INTO people (name) VALUES ('Bram')").run();
    expect(said).toMatch(/^Copied to .*esprel-[\dT-]+\.sqlite$/);
    expect(readdirSync(join(folder, 'backups')).filter((f) => !/\.sqlite$|^photos$/.test(f))).toEqual([]);
    expect(people(join(folder, 'backups', copies()[0] as string))).toEqual(['Ottilie']);
    // A second one in the same second has a name of its own.
    runCommand(['backup'], folder);
    expect(copies()).toHaveLength(2);
    db.close();
  });

  it('takes the photographs along, once, and says which are missing or damaged', async () => {
    const library = await openTestLibrary();
    const own = join(library.file, '..');
    const code = await library.takeIn();
    for (const n of ['a', 'b', 'c']) await library.done(`/api/lots/${code}/photos`, { jpeg: tinyJpeg(n) });
    const [, second, third] = (await library.lotSheet(code)).photos.map((p: any) => p.file) as [string, string, string];
    rmSync(join(own, 'photos', second));
    writeFileSync(join(own, 'photos', third), 'cut sh');
    const said = runCommand(['backup'], own);
    expect(said).toContain(`Named by the library, but not there: 1 of its photographs (${second})`);
    expect(said).toContain(`Damaged, and so not copied: 1 of its photographs (${third})`);
    expect(readdirSync(join(own, 'backups', 'photos'))).toHaveLength(1);
  });

  it('that cannot be written leaves nothing half there, and says where to look when there is no library', () => {
    expect(() => runCommand(['backup'], folder)).toThrow('Set ESPREL_DATA');
    openLibrary(file).close();
    writeFileSync(join(folder, 'backups'), 'in the way');
    expect(() => runCommand(['backup'], folder)).toThrow();
    expect(readdirSync(folder).filter((f) => f.includes('.part'))).toEqual([]);
  });
});

describe('putting a copy back', () => {
  it('over a crashed library does not play its log into the copy; what was there is kept, whole', () => {
    const db = openLibrary(file);
    db.prepare("INSERT INTO people (name) VALUES ('Ottilie')").run();
    db.close();
    runCommand(['backup'], folder);
    crashed('Bram', 'Juna');
    const said = runCommand(['restore', copies()[0] as string], folder);
    expect(said).toContain('Start the program as usual.');
    const after = openLibrary(file);
    expect(after.pragma('integrity_check', { simple: true })).toBe('ok');
    after.close();
    expect(people(file)).toEqual(['Ottilie']);
    const [moved] = readdirSync(folder).filter((f) => f.startsWith('replaced-')) as [string];
    expect(people(join(folder, moved, 'esprel.sqlite'))).toEqual(['Ottilie', 'Bram', 'Juna']);
  });

  it('brings its photographs back', async () => {
    const library = await openTestLibrary();
    const own = join(library.file, '..');
    const code = await library.takeIn();
    await library.done(`/api/lots/${code}/photos`, { jpeg: tinyJpeg('a') });
    runCommand(['backup'], own);
    const [photo] = readdirSync(join(own, 'photos')) as [string];
    const elsewhere = join(folder, 'other');
    mkdirSync(elsewhere);
    renameSync(join(own, 'backups'), join(elsewhere, 'backups'));
    restore(elsewhere, readdirSync(join(elsewhere, 'backups')).find((f) => f.endsWith('.sqlite')) as string);
    expect(readFileSync(join(elsewhere, 'photos', photo))).toEqual(readFileSync(join(own, 'photos', photo)));
  });

  it('is refused while the program runs, for a name that is none, and for a copy that is not whole', () => {
    openLibrary(file).close();
    runCommand(['backup'], folder);
    const [good] = copies() as [string];
    const held = holdLibrary(folder);
    expect(() => restore(folder, good)).toThrow('in use by an Esprel that runs already');
    held.release();
    const bytes = readFileSync(join(folder, 'backups', good));
    writeFileSync(join(folder, 'backups', 'cut.sqlite'), bytes.subarray(0, 20_000));
    writeFileSync(join(folder, 'backups', 'empty.sqlite'), '');
    const newer = new Database(join(folder, 'backups', 'newer.sqlite'));
    newer.exec('CREATE TABLE lots (id); CREATE TABLE steps (id); CREATE TABLE events (id)');
    newer.pragma('user_version = 99');
    newer.close();
    const before = readFileSync(file);
    for (const [name, says] of [
      ['cut.sqlite', 'cannot be put back'],
      ['empty.sqlite', 'cannot be put back'],
      ['newer.sqlite', 'newer Esprel'],
      ['../esprel.sqlite', 'There is no copy'],
    ] as const)
      expect(() => restore(folder, name), name).toThrow(says);
    expect(readFileSync(file)).toEqual(before);
    expect(readdirSync(folder).filter((f) => f.startsWith('replaced-') || f.includes('restoring'))).toEqual([]);
    const listed = runCommand(['restore'], folder);
    expect(listed).toContain(`${good}  `);
    expect(listed).toMatch(/empty\.sqlite .*cannot be put back/);
    expect(
      listCopies(folder)
        .filter((c) => c.problem === null)
        .map((c) => c.name),
    ).toContain(good);
  });

  it('cut off after the old file made way, is ended by the next start', () => {
    crashed('Ottilie');
    renameSync(file, `${file}.restoring`);
    renameSync(`${file}-wal`, `${file}.other-wal`);
    writeFileSync(`${file}-wal`, 'the log of the old one');
    takeUpRestored(file);
    expect(existsSync(`${file}.restoring`)).toBe(false);
    expect(existsSync(`${file}-wal`)).toBe(false);
    expect(people(file)).toEqual([]);
  });
});

describe('a disk that fails while the program runs', () => {
  it('when it is full, refuses with a code of its own and writes nothing; with room again, it goes on', async () => {
    const library = await openTestLibrary();
    await library.takeIn();
    const before = rowCounts(library.db);
    const pages = library.db.pragma('page_count', { simple: true }) as number;
    library.db.pragma(`max_page_count = ${String(pages)}`);
    const note = 'x'.repeat(2000);
    let answer = await library.post('/api/members', { name: 'Juna Vane', note });
    for (let i = 0; answer.status === 200 && i < 400; i++) answer = await library.post('/api/members', { name: `Juna ${String(i)}`, note });
    expect(answer).toMatchObject({ status: 507, body: { code: 'disk-full', detail: expect.stringContaining('Make room') } });
    expect(rowCounts(library.db).lots).toBe(before.lots);
    expect(library.db.pragma('integrity_check', { simple: true })).toBe('ok');
    library.db.pragma('max_page_count = 1000000');
    expect((await library.post('/api/members', { name: 'Juna Vane' })).status).toBe(200);
  });

  it('held by another program, is said at once; read by others meanwhile', async () => {
    const library = await openTestLibrary();
    const other = new Database(library.file);
    other.exec('BEGIN IMMEDIATE');
    const answer = await library.post('/api/members', { name: 'Bram Holt' });
    expect(answer).toMatchObject({ status: 503, body: { code: 'locked' } });
    expect((await library.get('/api/members')).status).toBe(200);
    other.exec('ROLLBACK');
    other.close();
    expect((await library.post('/api/members', { name: 'Bram Holt' })).status).toBe(200);
  });

  it('a file that is taken away is not written to any more', async () => {
    const library = await openTestLibrary();
    renameSync(library.file, `${library.file}.moved`);
    expect(await library.post('/api/members', { name: 'Bram Holt' })).toMatchObject({ status: 503, body: { code: 'library-gone' } });
    // Another file under that name is not the library either.
    openLibrary(library.file).close();
    expect((await library.post('/api/members', { name: 'Bram Holt' })).body.code).toBe('library-gone');
    rmSync(library.file);
    renameSync(`${library.file}.moved`, library.file);
    expect((await library.post('/api/members', { name: 'Bram Holt' })).status).toBe(200);
  });
});
