import { Piscina } from 'piscina';
import type { CsvAsked } from '../files/csv.ts';
import type { LabelsJob } from '../labels/drawing.ts';
import { Problem, type ProblemCode } from '../http/problem.ts';

/** A Problem as plain data, so that it can come from another thread. */
export interface PlainProblem {
  readonly code: ProblemCode;
  readonly detail: string;
  readonly errors: Problem['errors'];
  readonly more: Problem['more'];
}

export function problemFrom(plain: PlainProblem | undefined): Problem {
  if (!plain) return new Problem('internal', 'Something broke here; nothing was written.');
  return new Problem(plain.code, plain.detail, plain.errors, plain.more);
}

export function plainProblem({ code, message, errors, more }: Problem): PlainProblem {
  return { code, detail: message, errors, more };
}

/** Work that only reads and computes, as plain data. */
export type Job =
  | { readonly kind: 'calculate'; readonly name: string; readonly body: unknown }
  | { readonly kind: 'csv'; readonly bytes: Uint8Array; readonly asked: CsvAsked }
  | { readonly kind: 'labels'; readonly file: string; readonly job: LabelsJob };

export interface JobResults {
  readonly calculate: unknown;
  /** Rows by the hundred as JSON: text comes over at once, and is read piece by piece without keeping others waiting. */
  readonly csv: { readonly head: string; readonly rows: readonly string[]; readonly sha256: string };
  readonly labels: object | string | Uint8Array;
}

export type JobAnswer = { readonly result: unknown } | { readonly problem: PlainProblem };

/** Nothing that one request may ask for takes longer; what does is sent in smaller parts. */
export const MOST_SECONDS = 60;
const MOST_WAITING = 200;

let pool: Piscina | null = null;

function open(): Piscina {
  pool ??= new Piscina({
    filename: new URL('./poolThread.mjs', import.meta.url).href,
    minThreads: 0,
    maxThreads: 2,
    maxQueue: MOST_WAITING,
    idleTimeout: 300_000,
    resourceLimits: { maxOldGenerationSizeMb: 768 },
  });
  return pool;
}

/** Starts a thread before it is needed: the first work would wait for it. */
export function warmPool(): void {
  work({ kind: 'calculate', name: 'weigh', body: { samples: [{ seeds: 1, grams: 1 }], totalGrams: 1 } }).catch(() => undefined);
}

/**
 * Does a job on a thread, so that nobody else waits for it. Throws the Problem that it ends with, one that says so when it takes longer
 * than a minute, and `busy` when too much is waiting.
 */
export async function work<J extends Job>(job: J, seconds = MOST_SECONDS): Promise<JobResults[J['kind']]> {
  let answer: JobAnswer;
  try {
    answer = (await open().run(job, { signal: AbortSignal.timeout(seconds * 1000) })) as JobAnswer;
  } catch (error) {
    throw jobProblem(error, seconds);
  }
  if ('problem' in answer) throw problemFrom(answer.problem);
  return answer.result as JobResults[J['kind']];
}

function jobProblem(error: unknown, seconds: number): Error {
  if (!(error instanceof Error)) return new Error(String(error));
  if (error.name === 'AbortError' || error.name === 'TimeoutError') {
    return new Problem('too-much', `This takes longer than ${String(seconds)} seconds here, and was stopped. Send it in smaller parts.`);
  }
  if ('code' in error && error.code === 'ERR_WORKER_OUT_OF_MEMORY') {
    return new Problem('too-much', 'This takes more memory than there is for it, and was stopped. Send it in smaller parts.');
  }
  if (error.message.includes('queue')) return new Problem('busy', 'Too much is being worked out just now. Send it again in a moment.');
  return error;
}

/** Ends the threads; what they were at is given up. */
export async function closePool(): Promise<void> {
  const now = pool;
  pool = null;
  await now?.destroy();
}
