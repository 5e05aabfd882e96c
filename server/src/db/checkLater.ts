import { Worker } from 'node:worker_threads';
import { threadOf } from '../home.ts';

/** What is wrong with a library's file, found by a thread that reads it all and then ends; null where nothing is. */
export function checkLater(file: string): Promise<string | null> {
  const { start, argv } = threadOf('db/checkThread');
  const worker = new Worker(start, { argv: [...argv], workerData: { file } });
  // It is not waited for when the program ends.
  worker.unref();
  return new Promise((resolve, reject) => {
    worker.once('message', resolve);
    worker.once('error', reject);
  });
}
