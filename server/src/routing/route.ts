import { type Caller, parse } from '@esprel/core';
import {
  type Changes,
  type Does,
  type GivesFile,
  type Method,
  type Params,
  type Query,
  type QuerySpec,
  readParams,
  readQuery,
  type Reads,
  type TakesFile,
} from '@esprel/core/api';
import type * as yup from 'yup';
import type { Db } from '../db/db.ts';
import type { By } from '../journal/by.ts';
import type { Change } from '../journal/change.ts';

/** How a request reached the program. */
export interface Visit {
  readonly address: string;
  /** What the browser says that it is. */
  readonly device: string;
  /** Whether it comes from the computer itself, and not through anything that passes on what others send. */
  readonly local: boolean;
  /** Whether nobody on the way can read along. */
  readonly private: boolean;
  /** The secret that the browser carries. */
  readonly secret: string | null;
}

/** What a handler gets that writes no step. */
interface Reader {
  readonly db: Db;
  readonly today: string;
  readonly by: By;
  readonly visit: Visit;
}

/** An answer that is JSON already. */
export class ReadyJson {
  readonly json: string;

  constructor(json: string) {
    this.json = json;
  }
}

/** An answer with the secret that the browser carries from now on. */
export class SecretAnswer {
  readonly answer: object;
  /** Null: the browser forgets the one that it has. */
  readonly carried: { readonly secret: string; readonly endsAt: Date } | null;

  constructor(answer: object, carried: SecretAnswer['carried']) {
    this.answer = answer;
    this.carried = carried;
  }
}

/** An answer that is a file: a picture, a sheet of labels, an export. */
export class FileAnswer {
  /** What it is, or where it lies: then it is taken away once it was sent. */
  readonly body: Buffer | string | { readonly path: string };
  /** Under this name it is saved; without one it is shown. */
  readonly saveAs: string | null;
  /** Seconds for which the same address always gives the same file. */
  readonly keepSeconds: number;

  constructor(body: FileAnswer['body'], options: { readonly saveAs?: string; readonly keepSeconds?: number } = {}) {
    this.body = body;
    this.saveAs = options.saveAs ?? null;
    this.keepSeconds = options.keepSeconds ?? 0;
  }
}

type Texts = Readonly<Record<string, string>>;

/** A request as it came, before the contract has read it. */
export interface Request<B> {
  readonly params: Texts;
  readonly query: Readonly<Record<string, unknown>>;
  readonly body: B;
}

/** What every route says. */
interface Served {
  readonly path: string;
  readonly who: Caller;
}

interface ReadRoute extends Served {
  readonly kind: 'read';
  /** Of a file: what it is. */
  readonly type?: string;
  /** May answer later, for what a library of its own makes in its own time (a PDF). */
  readonly handle: (reader: Reader, request: Request<undefined>) => unknown;
  /** Whether the answer depends on nothing but the library and the day, and costs enough to be kept until they change. */
  readonly kept?: boolean;
}

export interface ChangeRoute extends Served {
  readonly kind: 'change';
  readonly method: Method;
  /** The word by which the history knows this step. */
  readonly step: string;
  readonly schema: yup.Schema<unknown>;
  /** Whether this one is long work, to be done on a thread of its own so that others can go on reading. */
  readonly long?: (db: Db, params: Texts) => boolean;
  /** Whether estimates of the lots that it touches follow after its answer: hundreds of such steps come one after the other. */
  readonly estimatesFollow?: true;
  readonly handle: (change: Change, request: Request<unknown>) => object;
}

interface UploadRoute extends Served {
  readonly kind: 'upload';
  readonly handle: (reader: Reader, request: Request<Buffer>) => unknown;
}

/** Takes a file of any size, which lies on the disk when it is handled; whoever handles it has it from then on. */
interface LargeUploadRoute extends Served {
  readonly kind: 'large-upload';
  readonly handle: (reader: Reader, request: Request<string>) => unknown;
}

interface UnrecordedRoute extends Served {
  readonly kind: 'unrecorded';
  readonly handle: (reader: Reader, request: Request<unknown>) => unknown;
}

export type Route = ReadRoute | ChangeRoute | UploadRoute | LargeUploadRoute | UnrecordedRoute;

type Later<A> = A | ReadyJson | Promise<A | ReadyJson>;

/** What a handler gets of a request, read as the contract says. */
interface Asked<P extends string, Q extends QuerySpec> {
  readonly params: Params<P>;
  readonly query: Query<Q>;
}

function askedOf<P extends string, Q extends QuerySpec>(
  { path, query }: { readonly path: P; readonly query: Q },
  request: Request<unknown>,
): Asked<P, Q> {
  return { params: readParams(path, request.params), query: readQuery(query, request.query) };
}

/** Serves a read of the contract. */
export function serves<P extends string, Q extends QuerySpec, A>(
  route: Reads<P, Q, A>,
  handle: (reader: Reader, asked: Asked<P, Q>) => Later<NoInfer<A>>,
): Route {
  return { kind: 'read', path: route.path, who: route.who, handle: (reader, request) => handle(reader, askedOf(route, request)) };
}

/** As `serves`, and the answer is kept until the library or the day changes. */
export function servesKept<P extends string, Q extends QuerySpec, A>(...route: Parameters<typeof serves<P, Q, A>>): Route {
  return { ...serves(...route), kept: true } as Route;
}

/** Serves a file of the contract. */
export function gives<P extends string, Q extends QuerySpec>(
  route: GivesFile<P, Q>,
  handle: (reader: Reader, asked: Asked<P, Q>) => FileAnswer | Promise<FileAnswer>,
): Route {
  return {
    kind: 'read',
    path: route.path,
    who: route.who,
    type: route.type,
    handle: (reader, request) => handle(reader, askedOf(route, request)),
  };
}

/** As `gives`, and the file is kept until the library or the day changes. */
export function givesKept<P extends string, Q extends QuerySpec>(...route: Parameters<typeof gives<P, Q>>): Route {
  return { ...gives(...route), kept: true } as Route;
}

/** Serves what takes a file. */
export function takes<P extends string, Q extends QuerySpec, A>(
  route: TakesFile<P, Q, A>,
  handle: (reader: Reader, asked: Asked<P, Q> & { readonly body: Buffer }) => Later<NoInfer<A>>,
): Route {
  return {
    kind: 'upload',
    path: route.path,
    who: route.who,
    handle: (reader, request) => handle(reader, { ...askedOf(route, request), body: request.body }),
  };
}

/** Serves what takes a file of any size: `file` is where it lies. It is gone again where the handler throws. */
export function takesLarge<P extends string, Q extends QuerySpec, A>(
  route: TakesFile<P, Q, A>,
  handle: (reader: Reader, asked: Asked<P, Q> & { readonly file: string }) => Later<NoInfer<A>>,
): Route {
  return {
    kind: 'large-upload',
    path: route.path,
    who: route.who,
    handle: (reader, request) => handle(reader, { ...askedOf(route, request), file: request.body }),
  };
}

/** Serves what leaves no step in the history. */
export function acts<P extends string, Q extends QuerySpec, B, A>(
  route: Does<P, Q, B, A>,
  handle: (reader: Reader, asked: Asked<P, Q> & { readonly body: B }) => Later<NoInfer<A>> | Promise<SecretAnswer>,
): Route {
  return {
    kind: 'unrecorded',
    path: route.path,
    who: route.who,
    handle: (reader, request) => handle(reader, { ...askedOf(route, request), body: parse(route.schema, request.body) }),
  };
}

/** The same change, with estimates that follow after its answer. */
export const estimatesFollow = (route: Route): Route => (route.kind === 'change' ? { ...route, estimatesFollow: true } : route);

/** Serves a change of the contract, as the step that the history knows by `step`. */
export function makes<P extends string, B, A extends object>(
  { method, path, schema, who }: Changes<P, B, A>,
  step: string,
  handle: (change: Change, asked: { readonly params: Params<P>; readonly body: B }) => NoInfer<A>,
  long?: (db: Db, params: Params<P>) => boolean,
): Route {
  return {
    kind: 'change',
    method,
    path,
    who,
    step,
    schema: schema as yup.Schema<unknown>,
    handle: (change, { params, body }) => handle(change, { params: readParams(path, params), body: body as B }),
    ...(long ? { long: (db: Db, params: Texts) => long(db, readParams(path, params)) } : {}),
  };
}
