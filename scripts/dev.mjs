// The server, restarted when its files change, and the web app with hot reload, on the demo library.
import { spawn } from 'node:child_process';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { DEMO_TODAY } from './demoDay.mjs';
import { buildServer, program } from './build.mjs';
import { install, must, ROOT } from './install.mjs';

install();
const folder = process.env.ESPREL_DATA ?? join(ROOT, 'demo', 'data');
if (!existsSync(join(folder, 'esprel.sqlite'))) {
  await buildServer();
  const [node, make] = program('demo', 'make');
  must(node, make, { ESPREL_DATA: folder });
}
const port = process.env.PORT ?? '4173';
const env = {
  ...process.env,
  PORT: port,
  ESPREL_DATA: folder,
  ESPREL_TODAY: process.env.ESPREL_TODAY ?? DEMO_TODAY,
  ESPREL_SERVER: `http://127.0.0.1:${port}`,
};
const children = [
  spawn('npx', ['--no-install', 'tsx', 'watch', '--clear-screen=false', 'server/src/main.ts'], { cwd: ROOT, stdio: 'inherit', env }),
  spawn('npx', ['--no-install', 'vite', 'web'], { cwd: ROOT, stdio: 'inherit', env }),
  spawn('npx', ['--no-install', 'vite', '--config', 'web/vite.my.config.ts'], { cwd: ROOT, stdio: 'inherit', env }),
];
const stop = () => children.forEach((c) => c.kill());
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, stop);
for (const c of children) c.on('exit', stop);
