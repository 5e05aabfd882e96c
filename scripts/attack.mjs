// Attacks the program as docs/reliability.md says, for at most ten minutes, and prints what held.
import { buildServer } from './build.mjs';
import { install, must, typescript } from './install.mjs';

install();
await buildServer();
const [node, args] = typescript('bench/attack/attack.ts');
// The program's threads and processes as they are built.
must(node, [...args, ...process.argv.slice(2)], { ESPREL_THREADS: 'built' });
