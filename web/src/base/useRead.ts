import { addressOf, type AnyReads, type Answer } from '@esprel/core/api';
import type { WatchSource } from 'vue';
import { get } from './api.ts';
import type { Asked } from './asked.ts';
import { type Fetched, useFetched } from './useFetched.ts';

/** As `useFetched`, by a route of the contract and typed by it; null while there is nothing to ask. */
export function useRead<R extends AnyReads>(route: R, asked: () => Asked<R> | null, also: WatchSource[] = []): Fetched<Answer<R>> {
  return useFetched<Answer<R>>(() => {
    const given = asked();
    return given === null ? null : addressOf(route, given);
  }, also);
}

/** Reads a route of the contract once. */
export function readOnce<R extends AnyReads>(route: R, asked: Asked<R>): Promise<Answer<R>> {
  return get<Answer<R>>(addressOf(route, asked));
}
