import type { AnyChanges, AnyDoes, AnyRoute, Params, QuerySpec } from '@esprel/core/api';
import type * as yup from 'yup';

/** A query of the contract as a page gives it: all of it may be left out. */
export type QueryGiven<Q extends QuerySpec> = {
  readonly [N in keyof Q]?:
    | (Q[N] extends { readonly is: 'text' }
        ? string
        : Q[N] extends { readonly is: 'one of'; readonly values: readonly (infer V)[] }
          ? V
          : number)
    | null;
};

/** What a path names, as a page gives it: an id comes as a text from its own address. */
export type ParamsGiven<P extends string> = { readonly [N in keyof Params<P>]: Params<P>[N] | string };

/** What is asked of a route: what its path names, and what its query may say. */
export type Asked<R extends AnyRoute> = ParamsGiven<R['path']> &
  (R extends { readonly query: infer Q extends QuerySpec } ? QueryGiven<Q> : unknown);

/** As given by whoever only reads it. */
type Given<T> = T extends readonly (infer I)[] ? readonly Given<I>[] : T extends object ? { readonly [K in keyof T]: Given<T[K]> } : T;

/** What a route takes. */
export type Body<R extends AnyChanges | AnyDoes> = R['schema'] extends yup.Schema<infer B> ? Given<B> : never;
