import type * as yup from 'yup';
import type { Caller } from '../access/standing.ts';
import { wrong } from '../errors.ts';

/**
 * What server and web agree on, once: every route's path, its parameters, what it takes, what it answers, and who may call it. The
 * server's handlers and the web's reads and forms are checked against it by the compiler.
 */

type Clean<N extends string> = N extends `${infer Name}.${string}` ? Name : N;
type ParamName<P extends string> = P extends `${string}:${infer Rest}`
  ? Rest extends `${infer Name}/${infer More}`
    ? Clean<Name> | ParamName<`/${More}`>
    : Clean<Rest>
  : never;

/** What is named in a path: a number where it is called `id` or `...Id`, else a text. */
export type Params<P extends string> = { readonly [N in ParamName<P>]: N extends 'id' | `${string}Id` ? number : string };

/** One value of a query; all may be left out. */
export type QueryValue =
  | { readonly is: 'text'; readonly most: number }
  | { readonly is: 'whole' | 'number'; readonly min: number; readonly max: number }
  | { readonly is: 'one of'; readonly values: readonly string[] };
export type QuerySpec = Readonly<Record<string, QueryValue>>;

/** What a handler gets of a query: null where nothing was given. */
export type Query<Q extends QuerySpec> = {
  readonly [N in keyof Q]: Q[N] extends { readonly is: 'text' }
    ? string | null
    : Q[N] extends { readonly is: 'one of'; readonly values: readonly (infer V)[] }
      ? V | null
      : number | null;
};

export const text = (most = 200) => ({ is: 'text', most }) as const;
export const whole = (min: number, max: number) => ({ is: 'whole', min, max }) as const;
export const decimal = (min: number, max: number) => ({ is: 'number', min, max }) as const;
export const oneOf = <const V extends readonly string[]>(values: V) => ({ is: 'one of', values }) as const;

/** A route that only reads. */
export interface Reads<P extends string, Q extends QuerySpec, A> {
  readonly kind: 'reads';
  readonly path: P;
  readonly query: Q;
  readonly who: Caller;
  /** For the compiler alone. */
  readonly answer?: A;
}

export type Method = 'post' | 'put' | 'patch' | 'delete';

/** A route that writes one step into the history. */
export interface Changes<P extends string, B, A> {
  readonly kind: 'changes';
  readonly method: Method;
  readonly path: P;
  readonly schema: yup.Schema<B>;
  readonly who: Caller;
  readonly answer?: A;
}

/** A POST that does something beside the record and leaves no step in the history: reads a file, moves a device. */
export interface Does<P extends string, Q extends QuerySpec, B, A> {
  readonly kind: 'does';
  readonly method: 'post';
  readonly path: P;
  readonly query: Q;
  readonly schema: yup.Schema<B>;
  readonly who: Caller;
  readonly answer?: A;
}

/** A POST that takes a file as it is. It writes nothing: what comes of it is a change of its own. */
export interface TakesFile<P extends string, Q extends QuerySpec, A> {
  readonly kind: 'takes file';
  readonly method: 'post';
  readonly path: P;
  readonly query: Q;
  readonly who: Caller;
  readonly answer?: A;
}

/** A GET whose answer is a file of this type. */
export interface GivesFile<P extends string, Q extends QuerySpec> {
  readonly kind: 'gives file';
  readonly type: string;
  readonly path: P;
  readonly query: Q;
  readonly who: Caller;
}

export type AnyReads<A = unknown> = Reads<string, QuerySpec, A>;
export type AnyChanges<A = unknown> = Omit<Changes<string, unknown, A>, 'schema'> & { readonly schema: yup.Schema<unknown> };
export type AnyDoes<A = unknown> = Omit<Does<string, QuerySpec, unknown, A>, 'schema'> & { readonly schema: yup.Schema<unknown> };
export type AnyTakesFile<A = unknown> = TakesFile<string, QuerySpec, A>;
export type AnyGivesFile = GivesFile<string, QuerySpec>;
export type AnyRoute = AnyReads | AnyChanges | AnyDoes | AnyTakesFile | AnyGivesFile;

/** The answer of a route. */
export type Answer<R> = R extends { readonly answer?: infer A } ? A : never;

/** `reads<MemberSheet>()('/members/:id', 'desk')` */
export const reads =
  <A>() =>
  <P extends string, const Q extends QuerySpec = Record<never, never>>(path: P, who: Caller, query?: Q): Reads<P, Q, A> => ({
    kind: 'reads',
    path,
    query: query ?? ({} as Q),
    who,
  });

/** `changes<{ id: number }>()('post', '/members', memberForm, 'desk')`; `A` is what it answers beside the step. */
export const changes =
  <A extends object>() =>
  <P extends string, B>(method: Method, path: P, schema: yup.Schema<B>, who: Caller): Changes<P, B, A> => ({
    kind: 'changes',
    method,
    path,
    schema,
    who,
  });

/** `does<Overview>()('/imports/:id/stop', emptyForm, 'desk')` */
export const does =
  <A>() =>
  <P extends string, B, const Q extends QuerySpec = Record<never, never>>(
    path: P,
    schema: yup.Schema<B>,
    who: Caller,
    query?: Q,
  ): Does<P, Q, B, A> => ({ kind: 'does', method: 'post', path, query: query ?? ({} as Q), schema, who });

/** `takesFile<Overview>()('/imports', 'desk', { name: text() })` */
export const takesFile =
  <A>() =>
  <P extends string, const Q extends QuerySpec = Record<never, never>>(path: P, who: Caller, query?: Q): TakesFile<P, Q, A> => ({
    kind: 'takes file',
    method: 'post',
    path,
    query: query ?? ({} as Q),
    who,
  });

/** `givesFile('/export/lots.csv', 'text/csv', 'desk')` */
export const givesFile = <P extends string, const Q extends QuerySpec = Record<never, never>>(
  path: P,
  type: string,
  who: Caller,
  query?: Q,
): GivesFile<P, Q> => ({ kind: 'gives file', type, path, query: query ?? ({} as Q), who });

type Given = Readonly<Record<string, string | number | null | undefined>>;

const NAMED = /:([A-Za-z]+)/g;

/** The address of a route under `/api`: its parameters put in, and what is given of its query. */
export function addressOf(route: { readonly path: string; readonly query?: QuerySpec }, given: Given = {}): string {
  const path = route.path.replace(NAMED, (_all, name: string) => encodeURIComponent(String(given[name] ?? '')));
  const query = Object.keys(route.query ?? {}).flatMap((name) => {
    const value = given[name] ?? '';
    return value === '' ? [] : [`${name}=${encodeURIComponent(String(value))}`];
  });
  return query.length === 0 ? path : `${path}?${query.join('&')}`;
}

/** A row's number as it stands in an address. Throws an InputError for what is none. */
export function readId(name: string, given: string): number {
  if (!/^\d{1,15}$/.test(given) || Number(given) < 1) throw wrong(name, 'must be a number from 1');
  return Number(given);
}

/** The parameters of a request's path. Throws an InputError for an id that is no number. */
export function readParams<P extends string>(path: P, texts: Readonly<Record<string, string>>): Params<P> {
  const params: Record<string, string | number> = {};
  for (const [, name] of path.matchAll(NAMED)) {
    if (name === undefined) continue;
    const given = texts[name] ?? '';
    params[name] = name === 'id' || name.endsWith('Id') ? readId(name, given) : given;
  }
  return params as Params<P>;
}

/** What a text of a query lists, with commas between. Throws an InputError for more than `most`. */
export function readList(name: string, given: string | null, most: number): string[] {
  const list = (given ?? '').split(',').filter((item) => item !== '');
  if (list.length > most) throw wrong(name, `holds too many; ${String(most)} at most`);
  return list;
}

/** The query of a request. Throws an InputError for a value that is none of what the route takes; what it does not know is left alone. */
export function readQuery<Q extends QuerySpec>(spec: Q, given: Readonly<Record<string, unknown>>): Query<Q> {
  const query: Record<string, string | number | null> = {};
  for (const [name, value] of Object.entries(spec)) query[name] = readValue(name, value, given[name]);
  return query as Query<Q>;
}

function readValue(name: string, spec: QueryValue, given: unknown): string | number | null {
  if (given === undefined) return null;
  if (typeof given !== 'string') throw wrong(name, 'may be given once only');
  const most = spec.is === 'text' ? spec.most : 200;
  if (given.length > most) throw wrong(name, `is too long; ${String(most)} characters at most`);
  if (given.trim() === '') return null;
  switch (spec.is) {
    case 'text':
      return given;
    case 'one of':
      if (!spec.values.includes(given)) throw wrong(name, `must be one of: ${spec.values.join(', ')}`);
      return given;
    default: {
      const fits = spec.is === 'whole' ? /^-?\d{1,15}$/.test(given) : /^-?\d{1,12}(\.\d{1,12})?$/.test(given);
      const value = fits ? Number(given) : Number.NaN;
      const kind = spec.is === 'whole' ? 'whole number' : 'number';
      if (!(value >= spec.min && value <= spec.max)) throw wrong(name, `must be a ${kind} from ${String(spec.min)} to ${String(spec.max)}`);
      return value;
    }
  }
}
