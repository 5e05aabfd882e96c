import express, { type ErrorRequestHandler, type Express } from 'express';
import helmet from 'helmet';
import { existsSync } from 'node:fs';
import { extname, join } from 'node:path';
import type { LookRounds } from '../beginning/lookRound.ts';
import type { CopiesKeeper } from '../copies/keeper.ts';
import type { Db } from '../db/db.ts';
import { isWrittenElsewhere } from '../db/writer.ts';
import { judgingState } from '../estimates/judgingState.ts';
import { countStale, refreshStale } from '../estimates/stale.ts';
import { SERVER_FOLDER } from '../home.ts';
import { Problem, problemOf, PROBLEMS } from '../problem.ts';
import { knowsSender } from './admit.ts';
import { mountCalculators } from './calculators.ts';
import { fromOwnPages, ownHosts } from './doors.ts';
import { KeptAnswers } from './kept.ts';
import { limited, type Limits, notTooDeep, USUAL_LIMITS } from './limits.ts';
import { type Around, fileGuard, mount } from './mount.ts';
import { routes } from './routes.ts';

export interface AppOptions {
  readonly db: Db;
  /** Today, as the library sees it. */
  readonly today: () => string;
  /** True when the date is a fixed one, so that the screen says so. */
  readonly demo?: boolean;
  /** Folder of the built desk; without it only the API is served. */
  readonly web?: string;
  /** Folder of the built member's page. */
  readonly my?: string;
  /** Folder of the built desk of a swap day. */
  readonly swapDesk?: string;
  /** Names by which the library is reached, beside those of this machine. */
  readonly hosts?: readonly string[];
  /** Whoever passes requests on to this program, and is believed in where they came from: hops, or addresses. Nobody, where it is left out. */
  readonly trustProxy?: number | string;
  /** What opens a demo library beside this one. */
  readonly lookRounds?: LookRounds;
  /** What makes copies by itself and can put one back while the program runs. */
  readonly copies?: CopiesKeeper;
  /** Where the library is beside which this one, a demo, was opened. */
  readonly back?: string;
  readonly limits?: Limits;
  readonly log?: (line: { readonly level: 'info' | 'error'; readonly message: string; readonly error?: unknown }) => void;
}

/** Estimates that follow begin when no more steps came for so long, and after so long in any case. */
const QUIET_MS = 400;
const AT_THE_LATEST_MS = 20_000;

/** Photographs and the files of loggers. */
const LARGE_BODIES = /\/(photo|photos|climate-log|frost-record|frost-record\/look)$/;

/** Builds the whole HTTP application on an open library. */
export function createApp(options: AppOptions): Express {
  const app = express();
  const limits = options.limits ?? USUAL_LIMITS;
  app.disable('x-powered-by');
  app.set('trust proxy', options.trustProxy ?? false);
  // Answers of the API change with every step; hashing each of them would cost more than it ever saves. Costly ones are kept (kept.ts).
  app.disable('etag');
  app.set('query parser', 'extended');
  app.use(
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          defaultSrc: ["'self'"],
          // What reads codes is WebAssembly that ships with the program.
          scriptSrc: ["'self'", "'wasm-unsafe-eval'"],
          // PrimeVue writes its theme into style elements.
          styleSrc: ["'self'", "'unsafe-inline'"],
          imgSrc: ["'self'", 'data:', 'blob:'],
          fontSrc: ["'self'"],
          connectSrc: ["'self'"],
          objectSrc: ["'none'"],
          baseUri: ["'none'"],
          formAction: ["'self'"],
          frameAncestors: ["'none'"],
        },
      },
      // Served in the clear on the library's own machine; there is no https to insist on.
      strictTransportSecurity: false,
    }),
  );
  app.use(ownHosts(options.hosts));
  app.use('/api', fromOwnPages, (_request, response, next) => {
    // What is kept says so itself.
    response.set('Cache-Control', 'no-store');
    next();
  });
  const table = routes(
    options,
    () => {
      refreshMarked();
    },
    (error) => options.log?.({ level: 'error', message: 'the post', error }),
  );
  app.use('/api', knowsSender(options.db, table));
  app.get('/api/health', (_request, response) => {
    response.json({ status: 'ok', today: options.today(), schema: options.db.pragma('user_version', { simple: true }) });
  });
  mountCalculators(app, limits.calculations);
  const files = new Set(table.filter((r) => r.kind === 'upload' || r.kind === 'large-upload').map((r) => r.path));
  const small = express.json({ limit: '2mb', strict: false });
  const large = express.json({ limit: '8mb', strict: false });
  const reading = limited('reads', limits.reads);
  const writing = limited('writes', limits.writes);
  app.use('/api', (request, response, next) => {
    (request.method === 'GET' || request.method === 'HEAD' ? reading : writing)(request, response, next);
  });
  app.use('/api', (request, response, next) => {
    // A file is taken as it is by its own route.
    if (request.method === 'POST' && files.has(request.path)) next();
    else (LARGE_BODIES.test(request.path) ? large : small)(request, response, next);
  });
  app.use('/api', notTooDeep);
  let refreshing = false;
  /** Makes estimates again that a change marked, after its answer and in small steps; one run at a time. */
  const refreshMarked = (): void => {
    if (
      refreshing ||
      !options.db.open ||
      judgingState(options.db).paused ||
      isWrittenElsewhere(options.db) ||
      countStale(options.db, options.today()) === 0
    )
      return;
    refreshing = true;
    setImmediate(() => {
      refreshStale(options.db, options.today())
        .catch((error: unknown) => {
          options.log?.({ level: 'error', message: 'refreshing the estimates', error });
        })
        .finally(() => {
          refreshing = false;
        });
    });
  };
  let soon: NodeJS.Timeout | undefined;
  let since = 0;
  /** Of steps that come by the hundred the estimates are made once nothing came for a moment, or after a while all the same. */
  const afterChange: Around['afterChange'] = (route) => {
    if (route.kind !== 'change' || route.estimatesFollow !== true) {
      refreshMarked();
      return;
    }
    if (soon === undefined) since = Date.now();
    clearTimeout(soon);
    soon = setTimeout(
      () => {
        soon = undefined;
        refreshMarked();
      },
      Math.max(0, Math.min(QUIET_MS, since + AT_THE_LATEST_MS - Date.now())),
    );
    soon.unref();
  };
  const kept = new KeptAnswers(options.db, () => {
    const { paused, restarts } = judgingState(options.db);
    const copies = options.copies?.state();
    return `${String(paused)}${String(restarts)}${copies?.lastNight ?? ''}${copies?.problem ?? ''}`;
  });
  const around: Around = { db: options.db, today: options.today, kept, afterChange, refuseGone: fileGuard(options.db) };
  // The contract, for whoever calls from outside: made when the program is built.
  app.get('/api/openapi.json', (_request, response) => {
    response.sendFile('openapi.json', { root: join(SERVER_FOLDER, 'dist') });
  });
  for (const route of table) mount(app, route, around);
  app.use('/api', (request) => {
    throw new Problem('not-found', `There is nothing at ${request.method} ${request.originalUrl.slice(0, 200)}.`);
  });
  if (options.my !== undefined) serveWeb(app, options.my, '/my');
  if (options.swapDesk !== undefined) serveWeb(app, options.swapDesk, '/swap-desk');
  if (options.web !== undefined) serveWeb(app, options.web);
  app.use((request) => {
    throw new Problem('not-found', `There is nothing at ${request.method} ${request.originalUrl.slice(0, 200)}.`);
  });
  app.use(problemHandler(options));
  return app;
}

/** Serves a built page under an address, for all that lies below it. */
function serveWeb(app: Express, folder: string, at = ''): void {
  app.use(`${at}/assets`, express.static(join(folder, 'assets'), { immutable: true, maxAge: '1y' }));
  app.use(at === '' ? '/' : at, express.static(folder, { index: false, redirect: false }));
  const page = join(folder, 'index.html');
  // Deep links: every address that is not a file opens the application. A file that is not there is not a page in its place.
  app.use(at === '' ? '/' : at, (request, response, next) => {
    if ((request.method !== 'GET' && request.method !== 'HEAD') || extname(request.path) !== '' || !existsSync(page)) {
      next();
      return;
    }
    response.sendFile(page);
  });
}

function problemHandler(options: AppOptions): ErrorRequestHandler {
  return (error: unknown, request, response, next) => {
    if (response.headersSent) {
      next(error);
      return;
    }
    const problem = problemOf(error);
    if (problem.code === 'internal') {
      options.log?.({ level: 'error', message: `${request.method} ${request.path}`, error });
    }
    response.status(PROBLEMS[problem.code].status).type('application/problem+json').send(JSON.stringify(problem.asDocument()));
  };
}
