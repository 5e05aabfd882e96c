// npm run backup, npm run restore: copies of the library in ESPREL_DATA (default: data/), made and put back.
import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { buildServer, program } from './build.mjs';
import { install, ROOT } from './install.mjs';

// A copy may be wanted in a hurry: packages that are there, of whatever version, will do.
if (!existsSync(join(ROOT, 'node_modules', 'better-sqlite3'))) install();
await buildServer();
const [node, args] = program('server', 'copies/main');
const done = spawnSync(node, [...args, ...process.argv.slice(2)], { cwd: ROOT, stdio: 'inherit' });
process.exit(done.status ?? 1);
