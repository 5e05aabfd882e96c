import {
  addressOf,
  type AnyDoes,
  type AnyGivesFile,
  type AnyReads,
  type AnyTakesFile,
  type Answer,
  type QuerySpec,
  type Reads,
} from '@esprel/core/api';
import type { WatchSource } from 'vue';
import { get, getFile, sendFile, sendUnrecorded } from './api.ts';
import type { Asked, Body, ParamsGiven, QueryGiven } from './asked.ts';
import { type Fetched, useFetched } from './useFetched.ts';

/** As `useFetched`, by a route of the contract and typed by it; null while there is nothing to ask. */
export function useRead<P extends string, Q extends QuerySpec, A>(
  route: Reads<P, Q, A>,
  asked: () => (ParamsGiven<P> & QueryGiven<Q>) | null,
  also: WatchSource[] = [],
): Fetched<A> {
  return useFetched<A>(() => {
    const given = asked();
    return given === null ? null : addressOf(route, given);
  }, also);
}

/** Reads a route of the contract once. */
export function readOnce<R extends AnyReads>(route: R, asked: Asked<R>, signal?: AbortSignal): Promise<Answer<R>> {
  return get<Answer<R>>(addressOf(route, asked), signal);
}

/** Does something that leaves no step in the history. */
export function act<R extends AnyDoes>(route: R, asked: Asked<R>, body: Body<R>, personId: number | null = null): Promise<Answer<R>> {
  return sendUnrecorded<Answer<R>>(addressOf(route, asked), body, personId);
}

/** Gives a file to a route that takes one. */
export function giveFile<R extends AnyTakesFile>(route: R, asked: Asked<R>, file: Blob): Promise<Answer<R>> {
  return sendFile<Answer<R>>(addressOf(route, asked), file);
}

/** The address of a file, for a picture, a link, or a download. */
export function fileAddress<R extends AnyGivesFile>(route: R, asked: Asked<R>): string {
  return `/api${addressOf(route, asked)}`;
}

/** Reads a file that takes its time. */
export function readFile<R extends AnyGivesFile>(route: R, asked: Asked<R>, signal: AbortSignal): Promise<Blob> {
  return getFile(addressOf(route, asked), signal);
}
