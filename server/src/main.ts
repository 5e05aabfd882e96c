import { existsSync } from 'node:fs';
import { createServer } from 'node:http';
import { dirname, join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import pino from 'pino';
import { isDay } from '@esprel/core';
import { openLibrary } from './db/open.ts';
import { createApp } from './http/app.ts';
import { countStale, refreshStale } from './lots/estimates.ts';

/** Reads the environment, opens the library, and serves it until told to stop. */
const here = dirname(fileURLToPath(import.meta.url));
const folder = resolve(process.env.ESPREL_DATA ?? join(here, '../../data'));
const host = process.env.HOST ?? '127.0.0.1';
const port = Number(process.env.PORT ?? '4173');
const fixedDay = process.env.ESPREL_TODAY;
const log = pino({ level: process.env.LOG_LEVEL ?? 'warn' }, pino.destination(2));

if (!Number.isInteger(port) || port < 0 || port > 65_535)
  throw new Error(`PORT must be a number from 0 to 65535, got ${String(process.env.PORT)}`);
if (fixedDay !== undefined && !isDay(fixedDay)) throw new Error(`ESPREL_TODAY must be a date that exists, got ${fixedDay}`);

/** The calendar day where the library is, not in UTC. */
function localDay(): string {
  const now = new Date();
  return `${String(now.getFullYear())}-${String(now.getMonth() + 1).padStart(2, '0')}-${String(now.getDate()).padStart(2, '0')}`;
}
const today = (): string => fixedDay ?? localDay();

const db = openLibrary(join(folder, 'esprel.sqlite'));
const web = join(here, '../../web/dist');
const app = createApp({
  db,
  today,
  demo: fixedDay !== undefined,
  ...(existsSync(web) ? { web } : {}),
  log: ({ level, message, error }) => {
    log[level]({ err: error }, message);
  },
});

const server = createServer(app);
// Longer than a client keeps an idle connection: one that closes as the next request is on its way loses that request.
server.keepAliveTimeout = 75_000;
server.listen(port, host, () => {
  const address = server.address();
  const actual = typeof address === 'object' && address !== null ? address.port : port;
  process.stdout.write(`Esprel is at http://${host.includes(':') ? `[${host}]` : host}:${String(actual)} (library in ${folder})\n`);
});

let refreshedFor = '';
async function refreshDaily(): Promise<void> {
  if (refreshedFor === today()) return;
  refreshedFor = today();
  await refreshStale(db, refreshedFor);
  // Paused, or done by somebody else for another day: looked at again in a minute.
  if (db.open && countStale(db, today()) > 0) refreshedFor = '';
}
const refresh = (): void => {
  refreshDaily().catch((error: unknown) => {
    refreshedFor = '';
    log.error({ err: error }, 'refreshing the estimates');
  });
};
refresh();
const timer = setInterval(refresh, 60_000);

function stop(): void {
  clearInterval(timer);
  server.close(() => {
    db.close();
    process.exit(0);
  });
  server.closeIdleConnections();
}
process.on('SIGINT', stop);
process.on('SIGTERM', stop);
