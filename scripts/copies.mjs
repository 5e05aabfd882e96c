// npm run backup, npm run restore: copies of the library in ESPREL_DATA (default: data/), made and put back.
import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { install, ROOT, typescript } from './install.mjs';

// A copy may be wanted in a hurry: packages that are there, of whatever version, will do.
if (!existsSync(join(ROOT, 'node_modules', 'better-sqlite3'))) install();
const [node, args] = typescript('server/src/copies/main.ts');
const done = spawnSync(node, [...args, ...process.argv.slice(2)], { cwd: ROOT, stdio: 'inherit' });
process.exit(done.status ?? 1);
