import { existsSync } from 'node:fs';
import { extname, join } from 'node:path';
import express, { type ErrorRequestHandler, type Express, type Request, type Response } from 'express';
import helmet from 'helmet';
import { CALCULATORS, wrong } from '@esprel/core';
import type { Db } from '../db/db.ts';
import { FAULT_WORDS } from '../db/faults.ts';
import { fileIdentity } from '../db/libraryFile.ts';
import { isWrittenElsewhere } from '../db/writer.ts';
import { MAX_FILE_BYTES } from '../files/csv.ts';
import { countStale, refreshStale } from '../lots/estimates.ts';
import { judgingState } from '../lots/judgingState.ts';
import { work } from '../threads/pool.ts';
import { changeInThread } from '../threads/runThread.ts';
import { answerChange, type ChangeCall } from './answerChange.ts';
import { fromOwnPages, ownHosts } from './doors.ts';
import { KeptAnswers } from './kept.ts';
import { limited, type Limits, notTooDeep, USUAL_LIMITS } from './limits.ts';
import { Problem, problemOf, PROBLEMS } from './problem.ts';
import { FileAnswer, ReadyJson, type Route } from './route.ts';
import { routes } from './routes.ts';

export interface AppOptions {
  readonly db: Db;
  /** Today, as the library sees it. */
  readonly today: () => string;
  /** True when the date is a fixed one, so that the screen says so. */
  readonly demo?: boolean;
  /** Folder of the built web app; without it only the API is served. */
  readonly web?: string;
  /** Names by which the library is reached, beside those of this machine. */
  readonly hosts?: readonly string[];
  readonly limits?: Limits;
  readonly log?: (line: { readonly level: 'info' | 'error'; readonly message: string; readonly error?: unknown }) => void;
}

/** Photographs and the files of loggers. */
const LARGE_BODIES = /\/(photo|photos|climate-log|frost-record|frost-record\/look)$/;

const MOST_KEY_LENGTH = 200;

/** Builds the whole HTTP application on an open library. */
export function createApp(options: AppOptions): Express {
  const app = express();
  const limits = options.limits ?? USUAL_LIMITS;
  app.disable('x-powered-by');
  // Answers of the API change with every step; hashing each of them would cost more than it ever saves. Costly ones are kept (kept.ts).
  app.disable('etag');
  app.set('query parser', 'extended');
  app.use(
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          defaultSrc: ["'self'"],
          scriptSrc: ["'self'"],
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
  app.get('/api/health', (_request, response) => {
    response.json({ status: 'ok', today: options.today(), schema: options.db.pragma('user_version', { simple: true }) });
  });
  app.use(
    '/api/calc',
    limited('calculations', limits.calculations),
    express.json({ limit: '4mb', strict: false, type: () => true }),
    notTooDeep,
  );
  app.post('/api/calc/:name', async (request, response) => {
    const { name } = request.params;
    if (!Object.hasOwn(CALCULATORS, name)) {
      throw new Problem('not-found', `There is no calculator "${name}". There are: ${Object.keys(CALCULATORS).join(', ')}.`);
    }
    // Some take seconds at their limits; others must not wait for them.
    response.json(await work({ kind: 'calculate', name, body: request.body as unknown }));
  });
  const small = express.json({ limit: '2mb', strict: false });
  const large = express.json({ limit: '8mb', strict: false });
  const reading = limited('reads', limits.reads);
  const writing = limited('writes', limits.writes);
  app.use('/api', (request, response, next) => {
    (request.method === 'GET' || request.method === 'HEAD' ? reading : writing)(request, response, next);
  });
  app.use('/api', (request, response, next) => {
    // A file is taken as it is by its own route.
    if (request.method === 'POST' && request.path === '/imports') next();
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
  const kept = new KeptAnswers(options.db, () => {
    const { paused, restarts } = judgingState(options.db);
    return `${String(paused)}${String(restarts)}`;
  });
  const around: Around = { options, kept, afterChange: refreshMarked, refuseGone: fileGuard(options.db) };
  for (const route of routes(options, refreshMarked)) mount(app, route, around);
  app.use('/api', (request) => {
    throw new Problem('not-found', `There is nothing at ${request.method} ${request.originalUrl.slice(0, 200)}.`);
  });
  if (options.web !== undefined) serveWeb(app, options.web);
  app.use((request) => {
    throw new Problem('not-found', `There is nothing at ${request.method} ${request.originalUrl.slice(0, 200)}.`);
  });
  app.use(problemHandler(options));
  return app;
}

/** Whose work it is: the person at the desk, where one was chosen. */
function personOf(request: Request): number | null {
  const person = Number(request.get('X-Esprel-Person') ?? '');
  return Number.isInteger(person) && person > 0 ? person : null;
}

/** What every route is served with. */
interface Around {
  readonly options: AppOptions;
  readonly kept: KeptAnswers;
  readonly afterChange: () => void;
  /** Throws where the library's file is not the one that was opened. */
  readonly refuseGone: () => void;
}

/** What is written to a file that has no name any more is lost with the program: such a library takes nothing. */
function fileGuard(db: Db): () => void {
  if (db.memory) return () => undefined;
  const opened = fileIdentity(db.name);
  return () => {
    if (fileIdentity(db.name) !== opened) throw new Problem('library-gone', FAULT_WORDS['library-gone']);
  };
}

function mount(app: Express, route: Route, { options, kept, afterChange, refuseGone }: Around): void {
  const path = `/api${route.path}`;
  const asked = (request: Request) => ({ params: request.params as Record<string, string>, query: request.query });
  const reader = () => ({ db: options.db, today: options.today() });
  if (route.kind === 'read') {
    app.get(path, async (request, response) => {
      const make = () => route.handle(reader(), { ...asked(request), body: undefined });
      const answer = route.kept ? await kept.answer(request, response, options.today(), make) : await make();
      if (answer === null && route.kept) response.status(304).end();
      else sendAnswer(response, answer);
    });
    return;
  }
  if (route.kind === 'upload') {
    app.post(path, express.raw({ limit: MAX_FILE_BYTES, type: () => true }), async (request, response) => {
      refuseGone();
      const body = Buffer.isBuffer(request.body) ? request.body : Buffer.alloc(0);
      sendAnswer(response, await route.handle(reader(), { ...asked(request), body }));
    });
    return;
  }
  if (route.kind === 'action') {
    app.post(path, async (request, response) => {
      refuseGone();
      const body = (request.body ?? {}) as unknown;
      sendAnswer(response, await route.handle(reader(), { ...asked(request), body, personId: personOf(request) }));
    });
    return;
  }
  app[route.method](path, async (request, response) => {
    const key = request.get('Idempotency-Key') ?? null;
    if (key !== null && key.length > MOST_KEY_LENGTH) {
      throw wrong('Idempotency-Key', `is too long; ${String(MOST_KEY_LENGTH)} characters at most`);
    }
    const body = (request.body ?? {}) as unknown;
    const call: ChangeCall = {
      key,
      where: `${request.method} ${request.path}`,
      personId: personOf(request),
      params: request.params as Record<string, string>,
      query: request.query,
      body,
    };
    refuseGone();
    if (isWrittenElsewhere(options.db)) {
      throw new Problem(
        'busy',
        'A file is being written into the library just now. What you sent is not lost; it is sent again in a moment.',
      );
    }
    // A library in memory has no second door.
    const answer =
      !options.db.memory && route.long?.(options.db, call.params)
        ? await changeInThread(options.db, options.today(), route, call)
        : answerChange(options.db, options.today(), route, call);
    send(response, answer);
    afterChange();
  });
}

function sendAnswer(response: Response, answer: unknown): void {
  if (answer instanceof FileAnswer) sendFile(response, answer);
  else if (answer instanceof ReadyJson) response.type('application/json').send(answer.json);
  else response.json(answer);
}

function sendFile(response: Response, file: FileAnswer): void {
  if (file.saveAs !== null) response.attachment(file.saveAs);
  if (file.keepSeconds > 0) response.set('Cache-Control', `max-age=${String(file.keepSeconds)}`);
  response.type(file.type).send(file.body);
}

function send(response: Response, answer: { readonly status: number; readonly json: string }): void {
  response.status(answer.status).type('application/json').send(answer.json);
}

function serveWeb(app: Express, folder: string): void {
  app.use('/assets', express.static(join(folder, 'assets'), { immutable: true, maxAge: '1y' }));
  app.use(express.static(folder, { index: false }));
  const page = join(folder, 'index.html');
  // Deep links: every address that is not a file opens the application. A file that is not there is not a page in its place.
  app.use((request, response, next) => {
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
