// Measures the budgets of docs/architecture.md as ratios within one run.
import { buildServer, buildWeb } from './build.mjs';
import { install, must, typescript } from './install.mjs';

install();
await buildServer();
buildWeb();
const [node, args] = typescript('bench/bench.ts');
// The program's threads and processes as they are built.
must(node, [...args, ...process.argv.slice(2)], { ESPREL_THREADS: 'built' });
