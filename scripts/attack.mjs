// Attacks the program as docs/reliability.md says, for at most ten minutes, and prints what held.
import { install, must, typescript } from './install.mjs';

install();
const [node, args] = typescript('bench/attack/attack.ts');
must(node, [...args, ...process.argv.slice(2)]);
