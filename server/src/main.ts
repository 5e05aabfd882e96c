import pino from 'pino';
import { existsSync, readFileSync } from 'node:fs';
import { createServer, type RequestListener, type Server } from 'node:http';
import { createServer as createSecureServer } from 'node:https';
import { isIP } from 'node:net';
import { dirname, join, resolve } from 'node:path';
import { isDay } from '@esprel/core';
import { endLookRounds, lookRounds } from './beginning/lookRound.ts';
import { nightlyCopies } from './copies/keeper.ts';
import type { Db } from './db/db.ts';
import { checkLater } from './db/checkLater.ts';
import { FAULT_WORDS, faultOf, LibraryProblem } from './db/faults.ts';
import { holdLibrary } from './db/hold.ts';
import { checkWhole, keepPrivate, refuseLost, takeUpRestored } from './db/libraryFile.ts';
import { COPIES, openLibrary } from './db/open.ts';
import { dailyPost } from './telling/daily.ts';
import { dailyRefresh } from './estimates/daily.ts';
import { clearHalfPhotos } from './files/photos.ts';
import { SERVER_FOLDER } from './home.ts';
import { createApp } from './http/app.ts';
import { warmPool } from './http/warmPool.ts';
import { closeSearches } from './renewals/search.ts';
import { closePool } from './threads/pool.ts';

/** Reads the environment, opens the library, and serves it until told to stop. */
const root = dirname(SERVER_FOLDER);
const folder = resolve(process.env.ESPREL_DATA ?? join(root, 'data'));
const log = pino({ level: process.env.LOG_LEVEL ?? 'warn' }, pino.destination(2));

interface Settings {
  readonly host: string;
  readonly port: number;
  /** The day on which the library stands still; the real one where none is set. */
  readonly fixedDay: string | undefined;
  /** Whoever passes requests on to this program: a number of hops, or addresses. */
  readonly trustProxy: number | string | undefined;
  /** Files of a certificate and its key, to serve https itself. */
  readonly tls: { readonly cert: string; readonly key: string } | undefined;
}

function readEnvironment(): Settings {
  const port = Number(process.env.PORT ?? '4173');
  const fixedDay = process.env.ESPREL_TODAY;
  if (!Number.isInteger(port) || port < 0 || port > 65_535)
    throw new LibraryProblem(`PORT must be a number from 0 to 65535, got ${String(process.env.PORT)}`);
  if (fixedDay !== undefined && !isDay(fixedDay)) throw new LibraryProblem(`ESPREL_TODAY must be a date that exists, got ${fixedDay}`);
  return {
    host: process.env.HOST ?? '127.0.0.1',
    port,
    fixedDay,
    trustProxy: trustedProxy(process.env.ESPREL_TRUST_PROXY),
    tls: readTls(),
  };
}

function trustedProxy(said: string | undefined): number | string | undefined {
  if (said === undefined || said.trim() === '') return undefined;
  if (/^\d+$/.test(said)) {
    const hops = Number(said);
    if (hops < 1 || hops > 9) throw new LibraryProblem(`ESPREL_TRUST_PROXY must be 1 to 9 hops, or addresses, got ${said}`);
    return hops;
  }
  const addresses = said.split(',').map((a) => a.trim());
  const known = (a: string): boolean => isIP(a.split('/')[0] ?? '') !== 0 || ['loopback', 'linklocal', 'uniquelocal'].includes(a);
  if (!addresses.every(known))
    throw new LibraryProblem(`ESPREL_TRUST_PROXY must be a number of hops, or addresses with commas between, got ${said}`);
  return addresses.join(',');
}

function readTls(): Settings['tls'] {
  const { ESPREL_CERT: cert, ESPREL_KEY: key } = process.env;
  if (cert === undefined && key === undefined) return undefined;
  if (cert === undefined || key === undefined)
    throw new LibraryProblem('ESPREL_CERT and ESPREL_KEY go together: the files of the certificate and of its key');
  const read = (name: string, path: string): string => {
    try {
      return readFileSync(path, 'utf8');
    } catch {
      throw new LibraryProblem(`${name} is ${path}, which cannot be read. Give the file, and let whoever runs the program read it.`);
    }
  };
  return { cert: read('ESPREL_CERT', cert), key: read('ESPREL_KEY', key) };
}

/** A server that speaks https where it was given a certificate. */
function serverFor(app: RequestListener, tls: Settings['tls']): Server {
  if (!tls) return createServer(app);
  try {
    return createSecureServer(tls, app);
  } catch (error) {
    throw new LibraryProblem(
      `The certificate or its key cannot be used: ${(error as Error).message}. Both have to be PEM files that belong together.`,
    );
  }
}

/** The calendar day where the library is, not in UTC. */
function localDay(): string {
  const now = new Date();
  return `${String(now.getFullYear())}-${String(now.getMonth() + 1).padStart(2, '0')}-${String(now.getDate()).padStart(2, '0')}`;
}

/** A library that is served. */
interface Running {
  readonly db: Db;
  /** Stops serving, closes the library, then goes on. */
  readonly close: (then: () => void) => void;
}

/** So long whoever asked for it may take to hear that the library is about to be closed. */
const ANSWER_MS = 300;

function start(settings: Settings): Running {
  const { host, port, fixedDay, trustProxy, tls } = settings;
  const today = (): string => fixedDay ?? localDay();
  // Nobody but the one who runs the program reads what it writes.
  process.umask(0o077);
  const held = holdLibrary(folder);
  keepPrivate(folder);
  const file = join(folder, 'esprel.sqlite');
  takeUpRestored(file);
  refuseLost(file, join(folder, COPIES));
  const db = openLibrary(file);
  checkWhole(db, file, () => checkLater(file), giveUp);
  clearHalfPhotos(db);
  const web = join(root, 'web/dist');
  const my = join(root, 'web/dist-my');
  const swapDesk = join(root, 'web/dist-swap-desk');
  let address = '';
  let actualPort = port;
  const second = process.env.ESPREL_COPIES_TO ?? null;
  const nights = nightlyCopies(db, { second: second === null ? null : resolve(second), today, hour: () => new Date().getHours() });
  const [make, serve] = [join(root, 'demo/dist/make.js'), join(SERVER_FOLDER, 'dist/main.js')];
  const back = process.env.ESPREL_BACK;
  const app = createApp({
    ...(back === undefined ? {} : { back }),
    copies: {
      second,
      state: nights.state,
      reopen: (put, opened) => {
        setTimeout(() => {
          running?.close(() => {
            put();
            running = start({ ...settings, port: actualPort });
            opened(running.db, today());
          });
        }, ANSWER_MS);
      },
    },
    // A demo opens no demo.
    ...(back === undefined && existsSync(make) && existsSync(serve)
      ? { lookRounds: lookRounds({ make, serve, back: () => address }) }
      : {}),
    db,
    today,
    demo: fixedDay !== undefined,
    hosts: [host, ...(process.env.ESPREL_HOSTS ?? '').split(',')].filter((h) => h.trim() !== ''),
    ...(existsSync(web) ? { web } : {}),
    ...(existsSync(my) ? { my } : {}),
    ...(existsSync(swapDesk) ? { swapDesk } : {}),
    ...(trustProxy === undefined ? {} : { trustProxy }),
    log: ({ level, message, error }) => {
      log[level]({ err: error }, message);
    },
  });

  const server = serverFor(app, tls);
  // Longer than a client keeps an idle connection: one that closes as the next request is on its way loses that request.
  server.keepAliveTimeout = 75_000;
  server.on('error', (error) => {
    giveUp(listenWords(error, host, port) ?? error);
  });
  server.listen(port, host, () => {
    address = addressOf(server, host, port, tls !== undefined);
    actualPort = Number(new URL(address).port) || actualPort;
    held.at(address);
    warmPool();
    process.stdout.write(`Esprel is at ${address} (library in ${folder})\n`);
  });

  const refreshDaily = dailyRefresh(db, today);
  const refresh = (): void => {
    refreshDaily().catch((error: unknown) => {
      log.error({ err: error }, 'refreshing the estimates');
    });
  };
  refresh();
  const post = dailyPost(db, today, (error) => {
    log.error({ err: error }, 'the post');
  });
  post();
  const timer = setInterval(() => {
    refresh();
    post();
    // The demo stands still, and is made afresh at every start.
    if (fixedDay === undefined) nights.tick();
  }, 60_000);

  return {
    db,
    close: (then) => {
      clearInterval(timer);
      endLookRounds();
      server.close(() => {
        void Promise.allSettled([closePool(), closeSearches()]).then(() => {
          db.close();
          held.release();
          then();
        });
      });
      server.closeIdleConnections();
      // Whoever only listens is not waited for.
      setTimeout(() => {
        server.closeAllConnections();
      }, 10 * ANSWER_MS).unref();
    },
  };
}

let running: Running | null = null;

function stop(): void {
  if (running === null) process.exit(0);
  running.close(() => process.exit(0));
}

function addressOf(server: Server, host: string, port: number, secure: boolean): string {
  const address = server.address();
  const actual = typeof address === 'object' && address !== null ? address.port : port;
  return `http${secure ? 's' : ''}://${host.includes(':') ? `[${host}]` : host}:${String(actual)}`;
}

function listenWords(error: Error, host: string, port: number): string | null {
  switch ((error as NodeJS.ErrnoException).code) {
    case 'EADDRINUSE':
      return `Port ${String(port)} is taken by another program, or by an Esprel that runs already. Stop that one, or set PORT to another number.`;
    case 'EACCES':
      return `Port ${String(port)} may not be used by this user. Set PORT to a number above 1023.`;
    case 'EADDRNOTAVAIL':
    case 'ENOTFOUND':
      return `HOST is ${host}, which is no address of this machine. Leave it out to serve this machine alone, or give one of its addresses.`;
    default:
      return null;
  }
}

/** Ends with a sentence for whoever started the program; only what nobody foresaw is shown with its trace. */
function giveUp(why: unknown): never {
  const fault = faultOf(why);
  if (typeof why === 'string') process.stderr.write(`${why}\n`);
  else if (why instanceof LibraryProblem) process.stderr.write(`${why.message}\n`);
  else if (fault !== null) process.stderr.write(`The library in ${folder} could not be opened. ${FAULT_WORDS[fault]}\n`);
  else log.fatal({ err: why }, 'could not start');
  process.exit(1);
}

process.on('SIGINT', stop);
process.on('SIGTERM', stop);
// Whoever started it is gone, however that came: a server that nobody sees any more would hold the library.
process.on('disconnect', stop);
try {
  running = start(readEnvironment());
} catch (error) {
  giveUp(error);
}
