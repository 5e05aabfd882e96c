// Installs what is missing, builds, makes the demo library and serves it on its fixed date.
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { build, install, must, ROOT, typescript } from './install.mjs';

install();
build();
const folder = process.env.ESPREL_DATA ?? join(ROOT, 'demo', 'data');
const [node, make] = typescript('demo/src/make.ts');
must(node, make, { ESPREL_DATA: folder });

const { DEMO_TODAY } = await import('./demoDay.mjs');
const [command, args] = typescript('server/src/main.ts');
const server = spawn(command, args, {
  cwd: ROOT,
  // The channel tells the server when this program ends, however it ends.
  stdio: ['inherit', 'inherit', 'inherit', 'ipc'],
  env: { ...process.env, ESPREL_DATA: folder, ESPREL_TODAY: DEMO_TODAY },
});
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
server.on('exit', (code) => process.exit(code ?? 0));
