// Writes a whole copy of the library and its photographs beside it; the library may be in use meanwhile.
import { cpSync, existsSync, mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { install, ROOT } from './install.mjs';

// A backup may be wanted in a hurry: packages that are there, of whatever version, will do.
if (!existsSync(join(ROOT, 'node_modules', 'better-sqlite3'))) install();
const { default: Database } = await import('better-sqlite3');
const folder = process.env.ESPREL_DATA ?? join(ROOT, 'data');
const file = join(folder, 'esprel.sqlite');
if (!existsSync(file)) {
  console.error(`There is no library in ${folder}. Set ESPREL_DATA to the folder of yours.`);
  process.exit(1);
}
const backups = join(folder, 'backups');
mkdirSync(backups, { recursive: true });
const name = `esprel-${new Date().toISOString().slice(0, 19).replaceAll(':', '-')}`;
const copy = join(backups, `${name}.sqlite`);
const db = new Database(file, { readonly: true });
await db.backup(copy);
db.close();
// Read once as a plain file, so that the copy is one file and is known to be whole.
const check = new Database(copy);
check.pragma('journal_mode = DELETE');
const state = check.pragma('integrity_check', { simple: true });
check.close();
if (state !== 'ok') {
  console.error(`The copy ${copy} is damaged: ${state}`);
  process.exit(1);
}
// A photograph is never changed once it is there: its name is its content.
const photos = join(folder, 'photos');
if (existsSync(photos)) cpSync(photos, join(backups, `${name}-photos`), { recursive: true });
console.log(`Copied to ${copy}`);
