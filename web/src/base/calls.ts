import { addressOf, type Answer, type AnyDoes, type AnyGivesFile, type AnyReads, type AnyTakesFile } from '@esprel/core/api';
import { get, getFile, sendFile, sendUnrecorded } from './api.ts';
import type { Asked, Body } from './asked.ts';

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
