import type { AnyChanges, AnyReads, Params, QuerySpec } from '@esprel/core/api';

/** A query of the contract as a page gives it: all of it may be left out. */
type QueryGiven<Q extends QuerySpec> = {
  readonly [N in keyof Q]?:
    | (Q[N] extends { readonly is: 'text' }
        ? string
        : Q[N] extends { readonly is: 'one of'; readonly values: readonly (infer V)[] }
          ? V
          : number)
    | null;
};

/** What a path names, as a page gives it: an id comes as a text from its own address. */
type ParamsGiven<P extends string> = { readonly [N in keyof Params<P>]: Params<P>[N] | string };

/** What is asked of a route: what its path names, and what its query may say. */
export type Asked<R extends AnyReads | AnyChanges> = ParamsGiven<R['path']> & (R extends AnyReads ? QueryGiven<R['query']> : unknown);
