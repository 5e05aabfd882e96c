import { Worker } from 'node:worker_threads';
import type { Db } from '../db/db.ts';
import { setWrittenElsewhere } from '../db/writer.ts';
import { threadOf } from '../home.ts';
import type { ImportJob, ImportResult } from '../imports/write.ts';
import { type PlainProblem, problemFrom } from '../problem.ts';
import type { ChangeRoute } from '../routing/route.ts';
import type { ChangeAnswer, ChangeCall } from './answerChange.ts';

/** Long work, as plain data. */
export type Task =
  | { readonly kind: 'import'; readonly job: ImportJob }
  | { readonly kind: 'change'; readonly today: string; readonly method: string; readonly path: string; readonly call: ChangeCall };

/** What a thread tells while it works, and at its end. */
export interface Told {
  readonly done?: number;
  readonly imported?: ImportResult;
  readonly answer?: ChangeAnswer;
  readonly problem?: PlainProblem;
}

interface RunningThread {
  /** Resolves when the thread has let go of the library, with all that it told at its end. */
  readonly ended: Promise<Told>;
  /** Asks it to end, and waits until it has; nothing that it wrote stays, unless it was done. */
  readonly stop: () => Promise<void>;
}

/** Runs long work on a thread with a connection of its own. Until it ends, this connection does not write. */
export function runThread(db: Db, task: Task, progress: (done: number) => void = () => undefined): RunningThread {
  setWrittenElsewhere(db, true);
  const asked = new Int32Array(new SharedArrayBuffer(4));
  const { start, argv } = threadOf('http/thread');
  const worker = new Worker(start, { argv: [...argv], workerData: { file: db.name, task, asked } });
  let told: Told = {};
  worker.on('message', (message: Told) => {
    if (message.done !== undefined) progress(message.done);
    told = { ...told, ...message };
  });
  worker.on('error', () => {
    told = { problem: { code: 'internal', detail: 'Something broke here; nothing was written.', errors: [], more: {} } };
  });
  const ended = new Promise<Told>((resolve) => {
    worker.on('exit', () => {
      setWrittenElsewhere(db, false);
      resolve(told);
    });
  });
  return {
    ended,
    stop: async () => {
      // It is asked, not cut off: a thread that is cut off in the middle of a statement leaves its library to be cleaned up by nobody.
      Atomics.store(asked, 0, 1);
      await ended;
    },
  };
}

/** Answers a change as `answerChange` does, on a thread of its own. */
export async function changeInThread(db: Db, today: string, route: ChangeRoute, call: ChangeCall): Promise<ChangeAnswer> {
  const { answer, problem } = await runThread(db, { kind: 'change', today, method: route.method, path: route.path, call }).ended;
  if (answer) return answer;
  throw problemFrom(problem);
}
