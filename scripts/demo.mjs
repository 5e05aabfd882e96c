// Installs what is missing, builds, makes the demo library and serves it on its fixed date.
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { buildServer, buildWeb, program } from './build.mjs';
import { install, must, ROOT } from './install.mjs';

install();
await buildServer();
buildWeb();
const folder = process.env.ESPREL_DATA ?? join(ROOT, 'demo', 'data');
const [node, make] = program('demo', 'make');
must(node, make, { ESPREL_DATA: folder });

const { DEMO_TODAY } = await import('./demoDay.mjs');
const [command, args] = program('server', 'main');
const server = spawn(command, args, {
  cwd: ROOT,
  // The channel tells the server when this program ends, however it ends.
  stdio: ['inherit', 'inherit', 'inherit', 'ipc'],
  env: { ...process.env, ESPREL_DATA: folder, ESPREL_TODAY: DEMO_TODAY },
});
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
server.on('exit', (code) => process.exit(code ?? 0));
