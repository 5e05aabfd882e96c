// npm run person: gives somebody a name and a passphrase, on the computer itself. For the first coordinator, and for a forgotten passphrase.
import { spawnSync } from 'node:child_process';
import { buildServer, program } from './build.mjs';
import { install, ROOT } from './install.mjs';

install();
await buildServer();
const [node, args] = program('server', 'access/main');
const done = spawnSync(node, [...args, ...process.argv.slice(2)], { cwd: ROOT, stdio: 'inherit' });
process.exit(done.status ?? 1);
