import { createHash } from 'node:crypto';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import express, { type ErrorRequestHandler, type Express, type Request, type RequestHandler, type Response } from 'express';
import { rateLimit } from 'express-rate-limit';
import helmet from 'helmet';
import { calculate, CALCULATORS, CoreError, InputError, parse } from '@esprel/core';
import { type Db, one, run } from '../db/db.ts';
import { isWrittenElsewhere } from '../db/writer.ts';
import { MAX_FILE_BYTES } from '../files/csv.ts';
import { Change } from '../journal/change.ts';
import { countStale, refreshOrMark, refreshStale } from '../lots/estimates.ts';
import { Problem, PROBLEMS } from './problem.ts';
import { type ChangeRoute, FileAnswer, ReadyJson, type Route } from './route.ts';
import { routes } from './routes.ts';

export interface AppOptions {
  readonly db: Db;
  /** Today, as the library sees it. */
  readonly today: () => string;
  /** True when the date is a fixed one, so that the screen says so. */
  readonly demo?: boolean;
  /** Folder of the built web app; without it only the API is served. */
  readonly web?: string;
  readonly log?: (line: { readonly level: 'info' | 'error'; readonly message: string; readonly error?: unknown }) => void;
}

const KEY_LIFE_DAYS = 14;
/** Photographs and the files of loggers. */
const LARGE_BODIES = /\/(photos|climate-log)$/;

/** Builds the whole HTTP application on an open library. */
export function createApp(options: AppOptions): Express {
  const app = express();
  app.disable('x-powered-by');
  // Answers of the API change with every step; hashing each of them would cost more than it ever saves.
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
  app.get('/api/health', (_request, response) => {
    response.json({ status: 'ok', today: options.today(), schema: options.db.pragma('user_version', { simple: true }) });
  });
  app.use('/api/calc', limited(1200), express.json({ limit: '4mb', strict: false, type: () => true }));
  app.post('/api/calc/:name', (request, response) => {
    const { name } = request.params;
    if (!Object.hasOwn(CALCULATORS, name)) {
      throw new Problem('not-found', `There is no calculator "${name}". There are: ${Object.keys(CALCULATORS).join(', ')}.`);
    }
    response.json(calculate(name, request.body as unknown));
  });
  const small = express.json({ limit: '2mb', strict: false });
  const large = express.json({ limit: '8mb', strict: false });
  app.use('/api', limited(6000), sameOrigin, (request, response, next) => {
    // A file is taken as it is by its own route.
    if (request.method === 'POST' && request.path === '/imports') next();
    else (LARGE_BODIES.test(request.path) ? large : small)(request, response, next);
  });
  let refreshing = false;
  /** Makes estimates again that a change marked, after its answer and in small steps; one run at a time. */
  const refreshMarked = (): void => {
    if (refreshing || !options.db.open || isWrittenElsewhere(options.db) || countStale(options.db, options.today()) === 0) return;
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
  for (const route of routes(options, refreshMarked)) mount(app, route, options, refreshMarked);
  app.use('/api', (request) => {
    throw new Problem('not-found', `There is nothing at ${request.method} ${request.originalUrl.slice(0, 200)}.`);
  });
  if (options.web !== undefined) serveWeb(app, options.web);
  app.use(problemHandler(options));
  return app;
}

function limited(limit: number): RequestHandler {
  return rateLimit({
    windowMs: 60_000,
    limit,
    legacyHeaders: false,
    standardHeaders: true,
    handler: () => {
      throw new Problem('too-many', `More than ${String(limit)} requests in a minute. Wait a little and send again.`);
    },
  });
}

function hostOf(origin: string): string | null {
  try {
    return new URL(origin).host;
  } catch {
    return null;
  }
}

/** A page of another site must not write here through somebody's browser. */
const sameOrigin: RequestHandler = (request, _response, next) => {
  const { origin } = request.headers;
  if (request.method !== 'GET' && origin !== undefined && request.headers.host !== undefined) {
    if (hostOf(origin) !== request.headers.host)
      throw new Problem('not-allowed-host', `Requests from ${origin.slice(0, 100)} are not taken.`);
  }
  next();
};

/** Whose work it is: the person at the desk, where one was chosen. */
function personOf(request: Request): number | null {
  const person = Number(request.get('X-Esprel-Person') ?? '');
  return Number.isInteger(person) && person > 0 ? person : null;
}

function mount(app: Express, route: Route, options: AppOptions, afterChange: () => void): void {
  const path = `/api${route.path}`;
  const asked = (request: Request) => ({ params: request.params as Record<string, string>, query: request.query });
  const reader = () => ({ db: options.db, today: options.today() });
  if (route.kind === 'read') {
    app.get(path, async (request, response) => {
      sendAnswer(response, await route.handle(reader(), { ...asked(request), body: undefined }));
    });
    return;
  }
  if (route.kind === 'upload') {
    app.post(path, express.raw({ limit: MAX_FILE_BYTES, type: () => true }), async (request, response) => {
      const body = Buffer.isBuffer(request.body) ? request.body : Buffer.alloc(0);
      sendAnswer(response, await route.handle(reader(), { ...asked(request), body }));
    });
    return;
  }
  if (route.kind === 'action') {
    app.post(path, async (request, response) => {
      const body = (request.body ?? {}) as unknown;
      sendAnswer(response, await route.handle(reader(), { ...asked(request), body, personId: personOf(request) }));
    });
    return;
  }
  app[route.method](path, (request, response) => {
    const key = request.get('Idempotency-Key');
    const body = (request.body ?? {}) as unknown;
    const answer = answerChange(options, route, {
      key: key === undefined ? null : key.slice(0, 200),
      where: `${request.method} ${request.path}`,
      personId: personOf(request),
      params: request.params as Record<string, string>,
      query: request.query,
      body,
    });
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
  response
    .type(file.type)
    .set('Cache-Control', file.keepSeconds > 0 ? `max-age=${String(file.keepSeconds)}` : 'no-store')
    .send(file.body);
}

interface ChangeCall {
  readonly key: string | null;
  readonly where: string;
  readonly personId: number | null;
  readonly params: Readonly<Record<string, string>>;
  readonly query: Readonly<Record<string, unknown>>;
  readonly body: unknown;
}

function send(response: Response, answer: { readonly status: number; readonly json: string }): void {
  response.status(answer.status).type('application/json').send(answer.json);
}

/**
 * Runs a change in one transaction with its journal, the estimates it touches and the answer kept under its request
 * key. All of it is written, or none.
 */
function answerChange(options: AppOptions, route: ChangeRoute, call: ChangeCall): { status: number; json: string } {
  const { db } = options;
  if (isWrittenElsewhere(db)) {
    throw new Problem(
      'busy',
      'A file is being written into the library just now. What you sent is not lost; it is sent again in a moment.',
    );
  }
  const hash = createHash('sha256').update(JSON.stringify(call.body)).digest('hex');
  return db
    .transaction(() => {
      if (call.key !== null) {
        const done = one<{ route: string; body_hash: string; status: number; answer: string }>(
          db,
          'SELECT route, body_hash, status, answer FROM request_keys WHERE key = ?',
          call.key,
        );
        if (done) {
          if (done.route !== call.where || done.body_hash !== hash) {
            throw new Problem('key-reused', 'This request key was used for another request. Send a new key with a new request.');
          }
          return { status: done.status, json: done.answer };
        }
      }
      const today = options.today();
      const body = parse(route.schema, call.body);
      const change = new Change(db, today, call.personId, route.step);
      const result = route.handle(change, { params: call.params, query: call.query, body });
      refreshOrMark(db, change.touched('lot'), today);
      const json = JSON.stringify({ ...result, action: { id: change.actionId, summary: change.description } });
      if (call.key !== null) {
        run(
          db,
          'INSERT INTO request_keys (key, route, body_hash, status, answer, at) VALUES (?, ?, ?, ?, ?, ?)',
          call.key,
          call.where,
          hash,
          200,
          json,
          new Date().toISOString(),
        );
        run(db, 'DELETE FROM request_keys WHERE at < ?', new Date(Date.now() - KEY_LIFE_DAYS * 86_400_000).toISOString());
      }
      return { status: 200, json };
    })
    .immediate();
}

function serveWeb(app: Express, folder: string): void {
  app.use('/assets', express.static(join(folder, 'assets'), { immutable: true, maxAge: '1y' }));
  app.use(express.static(folder, { index: false }));
  const page = join(folder, 'index.html');
  // Deep links: every address that is not a file opens the application.
  app.use((request, response, next) => {
    if (request.method !== 'GET' || !existsSync(page)) {
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

function problemOf(error: unknown): Problem {
  if (error instanceof Problem) return error;
  if (error instanceof InputError) return new Problem('bad-input', error.message, error.errors);
  if (error instanceof CoreError) return new Problem('bad-input', error.message, [{ path: error.field, message: error.message }]);
  const type = typeof error === 'object' && error !== null && 'type' in error ? String(error.type) : '';
  if (type === 'entity.too.large') return new Problem('too-large', 'The body is too large. Send it in parts.');
  if (type.startsWith('entity.') || type.startsWith('encoding.') || type.startsWith('charset.') || type.startsWith('request.')) {
    return new Problem('not-json', 'The body could not be read as JSON.', [{ path: '', message: 'send JSON in UTF-8' }]);
  }
  if (error instanceof URIError) return new Problem('not-found', 'The address could not be read.');
  return new Problem('internal', 'Something broke here; nothing was written. Try again, and tell whoever looks after this machine.');
}
