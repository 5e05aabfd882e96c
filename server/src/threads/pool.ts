import { Piscina } from 'piscina';
import { moduleOf, threadOf } from '../home.ts';
import { type PlainProblem, Problem, problemFrom } from '../problem.ts';

// eslint-disable-next-line @typescript-eslint/no-explicit-any -- whatever a job takes; it is read off the function itself
type Work = (input: any) => unknown;

/**
 * A job for the pool, named by the module whose default export does it: plain data in, plain data out, so that it can come from another
 * thread and go back.
 */
export interface PoolJob<F extends Work> {
  readonly module: string;
  /** Only for the compiler. */
  readonly does?: F;
}

/** `job<typeof import('./drawJob.ts').default>('labels/drawJob')` */
export const job = <F extends Work>(module: string): PoolJob<F> => ({ module: moduleOf(module).href });

export type JobAnswer = { readonly result: unknown } | { readonly problem: PlainProblem };

/** Nothing that one request may ask for takes longer; what does is sent in smaller parts. */
const MOST_SECONDS = 60;
const MOST_WAITING = 200;

let pool: Piscina | null = null;

function open(): Piscina {
  const { start, argv } = threadOf('threads/poolThread');
  pool ??= new Piscina({
    filename: start.href,
    argv: [...argv],
    // What compiles TypeScript for the program would load a built module twice, once for each way to its address.
    execArgv: [],
    minThreads: 0,
    maxThreads: 2,
    maxQueue: MOST_WAITING,
    idleTimeout: 300_000,
    // Young objects in little room: what a thread keeps of memory between its jobs is mostly that.
    resourceLimits: { maxOldGenerationSizeMb: 512, maxYoungGenerationSizeMb: 6 },
  });
  return pool;
}

/** Starts a thread and loads the code of these jobs before they are needed: the first who asks would wait for it. */
export function loadOnPool(jobs: readonly { readonly module: string }[]): void {
  const [first, ...others] = jobs;
  if (!first) return;
  // One after the other: all at once they would start a thread each.
  open()
    .run({ module: first.module, onlyLoad: true })
    .then(
      () => {
        loadOnPool(others);
      },
      () => undefined,
    );
}

/**
 * Does a job on a thread, so that nobody else waits for it. Throws the Problem that it ends with, one that says so when it takes longer
 * than a minute, and `busy` when too much is waiting.
 */
export async function work<F extends Work>(
  job: PoolJob<F>,
  input: Parameters<F>[0],
  seconds = MOST_SECONDS,
): Promise<Awaited<ReturnType<F>>> {
  let answer: JobAnswer;
  try {
    answer = (await open().run({ module: job.module, input }, { signal: AbortSignal.timeout(seconds * 1000) })) as JobAnswer;
  } catch (error) {
    throw jobProblem(error, seconds);
  }
  if ('problem' in answer) throw problemFrom(answer.problem);
  return answer.result as Awaited<ReturnType<F>>;
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
