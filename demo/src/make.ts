import { existsSync, mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { holdLibrary, LibraryProblem, openLibrary, refreshStale } from '@esprel/server';
import { generateDemo } from './generate.ts';
import { DEMO_TODAY } from './names.ts';

/** Makes the demo library afresh in ESPREL_DATA (default: demo/data). */
const folder = resolve(process.env.ESPREL_DATA ?? fileURLToPath(new URL('../data', import.meta.url)));
mkdirSync(folder, { recursive: true });
const file = join(folder, 'esprel.sqlite');
const marker = join(folder, 'demo-library.txt');
// Somebody's own library must never be made way for: only what this program marked as its demo is made afresh.
if (existsSync(file) && !existsSync(marker)) {
  process.stderr.write(`There is a library in ${folder} that is not the demo. Set ESPREL_DATA to another folder; nothing was touched.\n`);
  process.exit(1);
}
const held = hold();
// What serves it asks on which day it stands still.
writeFileSync(join(folder, 'demo.json'), `${JSON.stringify({ today: DEMO_TODAY })}\n`);
writeFileSync(marker, 'The library in this folder is the demo: it is made afresh whenever the demo is started.\n');
for (const end of ['', '-wal', '-shm']) rmSync(file + end, { force: true });
const started = Date.now();
const db = openLibrary(file);
db.pragma('synchronous = OFF');
generateDemo(db);
const lots = await refreshStale(db, DEMO_TODAY);
db.pragma('wal_checkpoint(TRUNCATE)');
db.close();
held.release();
process.stdout.write(`Demo library of ${String(lots)} lots made in ${((Date.now() - started) / 1000).toFixed(1)} s\n`);

function hold(): ReturnType<typeof holdLibrary> {
  try {
    return holdLibrary(folder);
  } catch (error) {
    if (!(error instanceof LibraryProblem)) throw error;
    process.stderr.write(`${error.message}\n`);
    process.exit(1);
  }
}
