// npm run build: everything that is served.
import { buildServer, buildWeb } from './build.mjs';
import { install } from './install.mjs';

install();
await buildServer();
buildWeb();
