import type { FieldError } from '@esprel/core';

/** A request that the server refused, or that never reached it (`status` 0). */
export class ApiProblem extends Error {
  readonly status: number;
  readonly code: string;
  readonly errors: readonly FieldError[];
  readonly more: Readonly<Record<string, unknown>>;

  constructor(
    status: number,
    code: string,
    message: string,
    errors: readonly FieldError[] = [],
    more: Readonly<Record<string, unknown>> = {},
  ) {
    super(message);
    this.name = 'ApiProblem';
    this.status = status;
    this.code = code;
    this.errors = errors;
    this.more = more;
  }
}

/** What every change answers beside its own fields: the step in the history, which can be taken back. */
export interface Step {
  readonly step: { readonly id: number; readonly summary: string };
}

const TURN_MS = 700;
const TURNS = 60;

/** Others write just now: it is sent again in a moment. */
const WAITING: ReadonlySet<string> = new Set(['busy', 'locked']);
let signInNeeded = (): void => undefined;
/** Says what is done when the server no longer knows who this is. */
export function whenSignInNeeded(does: () => void): void {
  signInNeeded = does;
}

let unreached = (): void => undefined;
/** Says what is done when the server does not answer. */
export function whenUnreached(does: () => void): void {
  unreached = does;
}

const UNREACHED = 'The server did not answer. Nothing you typed is lost; try again when it is back.';

async function ask(path: string, init: RequestInit): Promise<Response> {
  try {
    return await fetch(`/api${path}`, init);
  } catch (error) {
    if (error instanceof DOMException && error.name === 'AbortError') throw error;
    unreached();
    throw new ApiProblem(0, 'unreached', UNREACHED);
  }
}

async function call<T>(path: string, init: RequestInit): Promise<T> {
  const response = await ask(path, init);
  const body = (await response.json().catch(() => null)) as unknown;
  if (response.ok && body !== null) return body as T;
  const problem = problemOf(response, body);
  if (problem.code === 'sign-in-needed') signInNeeded();
  throw problem;
}

/** What a refusal says; `body` is null where it could not be read. */
function problemOf(response: Response, body: unknown): ApiProblem {
  const problem = (body ?? {}) as { code?: string; detail?: string; title?: string; errors?: FieldError[] };
  return new ApiProblem(
    response.status,
    problem.code ?? 'internal',
    problem.detail ?? problem.title ?? 'The server answered in a way that could not be read. Try again.',
    problem.errors ?? [],
    problem as Record<string, unknown>,
  );
}

export function get<T>(path: string, signal?: AbortSignal): Promise<T> {
  return call<T>(path, signal ? { signal } : {});
}

/** Reads a file: a PDF that takes its time. */
export async function getFile(path: string, signal: AbortSignal): Promise<Blob> {
  const response = await ask(path, { signal });
  if (response.ok) return response.blob();
  throw problemOf(response, await response.json().catch(() => null));
}

export type Method = 'POST' | 'PUT' | 'PATCH' | 'DELETE';

/**
 * Sends a change. With the same `key` a repeated send changes nothing, so that a send whose answer was lost can be
 * sent again. Use `useChanges().send`, which also tells the views.
 */
export async function sendChange<T>(method: Method, path: string, body: unknown, key: string, personId: number | null): Promise<T & Step> {
  const init: RequestInit = {
    method,
    headers: {
      'Content-Type': 'application/json',
      'Idempotency-Key': key,
      ...(personId === null ? {} : { 'X-Esprel-Person': String(personId) }),
    },
    body: JSON.stringify(body),
  };
  // While a long file is written others wait their turn; the key makes sure that nothing is done twice.
  for (let turn = 0; ; turn++) {
    try {
      return await call<T & Step>(path, init);
    } catch (error) {
      if (!(error instanceof ApiProblem) || !WAITING.has(error.code) || turn >= TURNS) throw error;
      await new Promise((resolve) => setTimeout(resolve, TURN_MS));
    }
  }
}

/** Sends something that leaves no step in the history: a file to be read, a device to be moved. */
export function sendUnrecorded<T>(path: string, body: unknown = {}, personId: number | null = null): Promise<T> {
  return call<T>(path, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json', ...(personId === null ? {} : { 'X-Esprel-Person': String(personId) }) },
    body: JSON.stringify(body),
  });
}

/** Sends a file as it is. */
export function sendFile<T>(path: string, file: Blob): Promise<T> {
  return call<T>(path, { method: 'POST', headers: { 'Content-Type': 'application/octet-stream' }, body: file });
}

export function newKey(): string {
  // randomUUID is missing where the page is served in the clear from another machine.
  return typeof crypto.randomUUID === 'function'
    ? crypto.randomUUID()
    : Array.from(crypto.getRandomValues(new Uint32Array(4)), (n) => n.toString(16).padStart(8, '0')).join('');
}
