import { type Changes, type Params, type Query, type QuerySpec, readParams, readQuery, type Reads } from '@esprel/core/api';
import type * as yup from 'yup';
import type { Db } from '../db/db.ts';
import type { Change } from '../journal/change.ts';

/** What a handler that only reads gets. */
interface Reader {
  readonly db: Db;
  readonly today: string;
}

/** An answer that is JSON already. */
export class ReadyJson {
  readonly json: string;

  constructor(json: string) {
    this.json = json;
  }
}

/** An answer that is a file: a picture, a sheet of labels, an export. */
export class FileAnswer {
  readonly type: string;
  readonly body: Buffer | string;
  /** Under this name it is saved; without one it is shown. */
  readonly saveAs: string | null;
  /** Seconds for which the same address always gives the same file. */
  readonly keepSeconds: number;

  constructor(type: string, body: Buffer | string, options: { readonly saveAs?: string; readonly keepSeconds?: number } = {}) {
    this.type = type;
    this.body = body;
    this.saveAs = options.saveAs ?? null;
    this.keepSeconds = options.keepSeconds ?? 0;
  }
}

export interface Request<B> {
  readonly params: Readonly<Record<string, string>>;
  readonly query: Readonly<Record<string, unknown>>;
  readonly body: B;
}

interface ReadRoute {
  readonly kind: 'read';
  readonly path: string;
  /** May answer later, for what a library of its own makes in its own time (a PDF). */
  readonly handle: (reader: Reader, request: Request<undefined>) => unknown;
  /** Whether the answer depends on nothing but the library and the day, and costs enough to be kept until they change. */
  readonly kept?: boolean;
}

export interface ChangeRoute {
  readonly kind: 'change';
  readonly method: 'post' | 'put' | 'patch' | 'delete';
  readonly path: string;
  /** The word by which the history knows this step. */
  readonly step: string;
  readonly schema: yup.Schema<unknown>;
  /** Whether this one is long work, to be done on a thread of its own so that others can go on reading. */
  readonly long?: (db: Db, params: Readonly<Record<string, string>>) => boolean;
  readonly handle: (change: Change, request: Request<unknown>) => object;
}

/** Takes a file as it is. Writes nothing: what comes of it is a change of its own. */
interface UploadRoute {
  readonly kind: 'upload';
  readonly path: string;
  readonly handle: (reader: Reader, request: Request<Buffer>) => unknown;
}

/** A POST that does something beside the record: reads a file, moves a device. It leaves no step in the history. */
interface UnrecordedRoute {
  readonly kind: 'unrecorded';
  readonly path: string;
  readonly handle: (reader: Reader, request: Request<unknown> & { readonly personId: number | null }) => unknown;
}

export type Route = ReadRoute | ChangeRoute | UploadRoute | UnrecordedRoute;

export const read = (path: string, handle: ReadRoute['handle']): Route => ({ kind: 'read', path, handle });

/** A read whose answer is kept until the library or the day changes. */
export const readKept = (path: string, handle: ReadRoute['handle']): Route => ({ kind: 'read', path, handle, kept: true });

export const upload = (path: string, handle: UploadRoute['handle']): Route => ({ kind: 'upload', path, handle });
export const unrecorded = (path: string, handle: UnrecordedRoute['handle']): Route => ({ kind: 'unrecorded', path, handle });

/** A route that changes something: its body is held against `schema` before `handle` sees it. */
export function changes<T>(
  method: ChangeRoute['method'],
  path: string,
  step: string,
  schema: yup.Schema<T>,
  handle: (change: Change, request: Request<T>) => object,
  long?: ChangeRoute['long'],
): Route {
  return {
    kind: 'change',
    method,
    path,
    step,
    schema: schema as yup.Schema<unknown>,
    handle: handle as ChangeRoute['handle'],
    ...(long ? { long } : {}),
  };
}

type Later<A> = A | ReadyJson | Promise<A | ReadyJson>;

/** Serves a read of the contract: its handler gets what the path and the query say, read as the contract says. */
export function serves<P extends string, Q extends QuerySpec, A>(
  route: Reads<P, Q, A>,
  handle: (reader: Reader, asked: { readonly params: Params<P>; readonly query: Query<Q> }) => Later<A>,
): Route {
  return read(route.path, (reader, { params, query }) =>
    handle(reader, { params: readParams(route.path, params), query: readQuery(route.query, query) }),
  );
}

/** As `serves`, and the answer is kept until the library or the day changes. */
export function servesKept<P extends string, Q extends QuerySpec, A>(...route: Parameters<typeof serves<P, Q, A>>): Route {
  return { ...serves(...route), kept: true } as Route;
}

/** Serves a change of the contract, as the step that the history knows by `step`. */
export function makes<P extends string, B, A extends object>(
  { method, path, schema }: Changes<P, B, A>,
  step: string,
  handle: (change: Change, asked: { readonly params: Params<P>; readonly body: B }) => A,
  long?: (db: Db, params: Params<P>) => boolean,
): Route {
  return changes(
    method,
    path,
    step,
    schema,
    (change, { params, body }) => handle(change, { params: readParams(path, params), body }),
    long && ((db, params) => long(db, readParams(path, params))),
  );
}
