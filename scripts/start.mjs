// Serves the library in ESPREL_DATA (default: data/), on today's date.
import { spawn } from 'node:child_process';
import { buildServer, buildWeb, program } from './build.mjs';
import { install, ROOT } from './install.mjs';

install();
await buildServer();
buildWeb();
const [command, args] = program('server', 'main');
// The channel tells the server when this program ends, however it ends.
const server = spawn(command, args, { cwd: ROOT, stdio: ['inherit', 'inherit', 'inherit', 'ipc'], env: process.env });
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
server.on('exit', (code) => process.exit(code ?? 0));
