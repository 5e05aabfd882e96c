// Measures the budgets of docs/architecture.md as ratios within one run.
import { build, install, must, typescript } from './install.mjs';

install();
build(false);
const [node, args] = typescript('bench/bench.ts');
must(node, [...args, ...process.argv.slice(2)]);
